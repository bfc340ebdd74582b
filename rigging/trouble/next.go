package trouble

import (
	"math"
	"slices"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// next is a test with what each cause named would answer.
func (b *Finder) next(t *test, w weights, order []int, around *sheet.Sheet) Next {
	n := Next{Test: t.ID, Asks: t.Asks, How: t.How, Cost: *t.Cost, Takes: t.Cost.takes(), Answers: t.answers, Expects: map[string]string{},
		Places: []string{}}
	by := 0.0
	if t.Reading != "" {
		by = b.shifted(t, around)
		unit := ""
		if p := b.pointOf(t); p != nil {
			unit = b.sheet.UnitOf(p)
		}
		n.Window = &Window{Low: t.low + by, High: t.high + by, Unit: unit, Doubt: t.Doubt, Would: map[string]float64{}}
		if c := b.chartOf(t); c != nil {
			n.Window.At, n.Window.Over = c.At, c.Over
		}
	}
	for _, name := range []string{t.Reading, t.Sense} {
		if name != "" {
			n.Places = append(n.Places, name)
		}
	}
	for _, i := range order {
		c := b.causes[i]
		best, most, value := 0, -1.0, 0.0
		for a := range t.answers {
			sum := 0.0
			for k := range sizes {
				sum += w[i][k] * c.exact[k][t.column+a]
			}
			if sum > most {
				best, most = a, sum
			}
		}
		n.Expects[c.ID] = t.answers[best].ID
		if n.Window != nil {
			at := slices.Index(b.tests, t)
			for k := range sizes {
				value += w[i][k] * c.value[k][at] / math.Max(w.share(i), 1e-300)
			}
			n.Window.Would[c.ID] = value + by
		}
	}
	return n
}

// takes is what a test takes, in words.
func (c Cost) takes() string {
	hands := []string{"", "One pair of hands", "Two pairs of hands", "Three pairs of hands", "Four pairs of hands"}[min(max(c.Hands, 1), 4)]
	parts := []string{hands}
	if c.Opens != "" {
		parts = append(parts, c.Opens)
	}
	if c.On != "" {
		parts = append(parts, "on "+c.On)
	}
	minutes := quantity.Number(c.Minutes, 1) + " minutes"
	if c.Minutes == 1 {
		minutes = "1 minute"
	}
	return strings.Join(append(parts, minutes), ", ") + "."
}

// pointOf is the point of the sheet that a test reads; nil when it reads what is no point.
func (b *Finder) pointOf(t *test) *sheet.Point {
	for i := range b.sheet.Points {
		if p := &b.sheet.Points[i]; p.Measures == t.Reading {
			return p
		}
	}
	return nil
}

// toExclude are the causes that must be excluded first and still may be, each with the cheapest
// test that tells it: those that what was said makes likelier. Drums are not opened for what no drum does. What words alone rule
// out is excluded all the same, by the test that shows it.
func (b *Finder) toExclude(w weights, order []int, known []evidence, given func(*test) bool, around *sheet.Sheet) (out []Exclude) {
	for _, i := range w.order() {
		c := b.causes[i]
		if !c.First || !likelier(i, known) || b.excluded(c, known) {
			continue
		}
		var best *test
		looks := slices.ContainsFunc(b.tests, func(t *test) bool { // of its own, which tell it from others too
			return t.Look && t.Cost != nil && c.Shows[t.ID] != ""
		})
		for _, t := range b.tests {
			if t.Cost == nil || given(t) || looks && (!t.Look || c.Shows[t.ID] == "") || !b.tells(t, c) {
				continue
			}
			if best == nil || b.takes(t, known) < b.takes(best, known) {
				best = t
			}
		}
		if best == nil || slices.ContainsFunc(out, func(e Exclude) bool { return e.Test == best.ID }) {
			continue
		}
		out = append(out, Exclude{ID: c.ID, Says: c.Says, Why: c.End.Why, Next: b.next(best, w, order, around)})
	}
	return out
}

// excluded tells whether a test that shows a cause for certain did not, or a gauge read what it cannot show.
func (b *Finder) excluded(c *cause, known []evidence) bool {
	if by := ruledOut(c, known); by != nil && by.of.Reading != "" {
		return true
	}
	return slices.ContainsFunc(known, func(e evidence) bool {
		return e.given && e.of.Cost != nil && e.means[0] == e.of.right() && b.tells(e.of, c)
	})
}

// likelier tells whether what was said speaks for a cause; where nothing was said, any may be.
func likelier(i int, known []evidence) bool {
	said, times := false, 1.0
	for _, e := range known {
		if e.symptom != "" && !e.denied {
			said, times = true, times*e.mean[i]/e.all
		}
	}
	return !said || times > 1
}

// tells says whether a test shows a cause for certain: whatever its size, it does not answer as all
// right would.
func (b *Finder) tells(t *test, c *cause) bool {
	right := t.column + t.right()
	for k := range sizes {
		if c.exact[k][right] > 0.1 {
			return false
		}
	}
	return true
}

// leads is where a cause leads: the sheet's adjuster, and how far it must go by what is known now.
func (b *Finder) leads(i int, w weights) Leads {
	c := b.causes[i]
	l := Leads{End: c.End}
	if c.End.Do != "run" {
		return l
	}
	turns := 0.0
	for k := range sizes {
		turns += w[i][k] * c.turns[k] / math.Max(w.share(i), 1e-300)
	}
	for k := range b.sheet.Adjusters {
		a := &b.sheet.Adjusters[k]
		if a.Works != c.End.Adjuster {
			continue
		}
		l.On, l.Name = a.ID, a.Name
		if i := slices.IndexFunc(b.sheet.Settings, func(s sheet.Setting) bool { return slices.Contains(s.Adjusters, a.ID) }); i >= 0 {
			l.Setting = b.sheet.Settings[i].Title
		}
		step := a.LeastTurn()
		by := math.Round(turns/step) * step
		l.Turns, l.Way = math.Abs(by), "out"
		if by < 0 {
			l.Way = "in"
		}
		if by != 0 {
			l.Says = spell.MoveSays(a, by)
		}
		break
	}
	return l
}

// alikeWithin is how far the answers of two causes may lie apart at every test for no test to tell
// them apart.
const alikeWithin = 0.2

// pairs are those of the causes named that no test with a cost tells apart.
func (b *Finder) pairs(order []int) (out []Pair) {
	for k, i := range order {
		for _, j := range order[:k] {
			if b.alike(i, j) {
				x, y := b.causes[j], b.causes[i]
				out = append(out, Pair{x.ID, y.ID, "No test here tells “" + x.Says + "” from “" + y.Says + "”."})
			}
		}
	}
	return out
}

func (b *Finder) alike(i, j int) bool {
	for _, t := range b.tests {
		if t.Cost == nil {
			continue
		}
		apart := 0.0
		for a := range t.answers {
			x, y := 0.0, 0.0
			for k := range sizes {
				x += b.causes[i].exact[k][t.column+a] / sizes
				y += b.causes[j].exact[k][t.column+a] / sizes
			}
			apart += math.Abs(x-y) / 2
		}
		if apart > alikeWithin {
			return false
		}
	}
	return true
}
