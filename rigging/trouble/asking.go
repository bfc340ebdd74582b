package trouble

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// leastShare is how likely a cause must be to be named.
const leastShare = 0.005

// Ask ranks the causes of what is known. The error is a *fault.Fault.
func (b *Finder) Ask(q Question, odds Odds) (Answer, error) {
	around, err := b.sheet.Around(q.At)
	switch {
	case err != nil && len(q.At) > 0:
		return Answer{}, fault.Below("at", err)
	case err != nil:
		around = b.sheet // a chart that does not reach the rig's own air moves no window
	}
	known, heard, err := b.known(q, around)
	if err != nil {
		return Answer{}, err
	}
	history, err := historyOf(q.History)
	if err != nil {
		return Answer{}, err
	}
	w := b.weigh(known, history, odds)
	a := Answer{
		Family:   b.Family,
		Causes:   []Ranked{},
		RuledOut: []Ruled{},
		Exclude:  []Exclude{},
		Moved:    []Moved{},
		Asks:     spell.List(heard.asks),
		Aside:    spell.List(heard.aside),
		Notes:    spell.List(heard.notes),
		Known:    []string{},
		Pairs:    []Pair{},
		Both:     []Both{},
	}
	for _, e := range known {
		a.Known = append(a.Known, e.known())
		if s := b.symptom(e.symptom); s != nil && s.Unsafe && !e.denied && a.Stop == "" {
			a.Stop = fmt.Sprintf("%s until it is found: %s.", unused[b.sheet.Craft], s.Says)
		}
	}
	order, ruled := b.named(w, known)
	if len(order) == 0 { // what fits worst still stands
		order, ruled = w.order()[:min(3, len(b.causes))], nil
		a.Notes = append(a.Notes, NothingShows)
	}
	w = w.without(b, ruled).shownOnly(b, known)
	a.Unknown = 1
	for i := range b.causes {
		a.Unknown -= w.share(i)
	}
	a.Unknown = max(0, a.Unknown)
	a.RuledOut = append(a.RuledOut, ruled...)
	b.compare(known)
	for _, i := range order {
		a.Causes = append(a.Causes, b.ranked(i, w, known, history, odds))
	}
	for _, one := range untrue(known) {
		a.Aside, a.Notes = append(a.Aside, one.says), append(a.Notes, one.note)
	}
	given := func(t *test) bool {
		if a.Stop != "" && t.Cost != nil && t.Cost.On != "" {
			return true // nobody drives, flies or goes out with it to find out
		}
		if slices.ContainsFunc(known, func(e evidence) bool { return slices.Contains(t.Unless, e.symptom) && e.symptom != "" }) {
			return true
		}
		return slices.Contains(q.Skipped, t.ID) || slices.ContainsFunc(known, func(e evidence) bool { return e.given && e.of == t })
	}
	a.Exclude = append(a.Exclude, b.toExclude(w, order, known, given, around)...)
	if t := b.best(w, known, given); t != nil {
		next := b.next(t, w, order, around)
		a.Next = &next
	} else {
		a.Done = b.done(w, known)
	}
	if n := len(known); n > 0 {
		a.Moved = append(a.Moved, b.moved(known, history, odds, order)...)
	}
	a.Pairs = append(a.Pairs, b.pairs(order)...)
	a.Both = append(a.Both, b.both(known, history, odds)...)
	return a, nil
}

// unused is how one says of each craft that it is not to be used.
var unused = map[sheet.Craft]string{sheet.Car: "Do not drive it", sheet.Trailer: "Do not tow it", sheet.Boat: "Do not go out with it",
	sheet.Aircraft: "Do not fly it"}

// NothingShows is said where the model rules out every cause that is known.
const NothingShows = "Nothing known here shows all of this: take back what is least sure, or think of two faults at once."

// named are the causes to name, in order, and those that are ruled out.
func (b *Finder) named(w weights, known []evidence) (order []int, ruled []Ruled) {
	for _, i := range w.order() {
		c := b.causes[i]
		if by := ruledOut(c, known); by != nil {
			ruled = append(ruled, Ruled{c.ID, c.Says, by.words()})
		} else if w.share(i) >= leastShare || len(order) < 3 {
			order = append(order, i)
		}
	}
	return order, ruled
}

func (e evidence) words() string {
	if e.given {
		return asked(e.of.Asks) + e.says
	}
	if e.denied {
		return "“" + e.says + "” is not so"
	}
	return "“" + e.says + "”"
}

// known is what was taken: a symptom by its own words, an answer behind its question.
func (e evidence) known() string {
	if e.given || e.denied {
		return e.words()
	}
	return e.says
}

// asked is what was asked, so that its answer may follow.
func asked(text string) string {
	if strings.HasSuffix(text, "?") {
		return text + " "
	}
	return text + ": "
}

// ranked is a cause with its reasons in words, the weightiest first after how usual it is.
func (b *Finder) ranked(i int, w weights, known []evidence, history []History, odds Odds) Ranked {
	c := b.causes[i]
	_, own := odds[c.ID]
	r := Ranked{ID: c.ID, Says: c.Says, Place: c.Place, Kind: c.Kind, Share: w.share(i), Own: own, Also: []string{}}
	r.Why = append(r.Why, usually(c, odds))
	for _, h := range history {
		if t := h.times(&c.Cause); t != 1 {
			r.Why = append(r.Why, fmt.Sprintf("%s: %s", h.Says, times(t)))
		}
	}
	for _, e := range known {
		r.Why = append(r.Why, fmt.Sprintf("%s: it would be so %s from this; %s", e.words(), often(e.so[i]), times(e.mean[i]/e.all)))
	}
	for _, s := range b.felt[:b.whens] {
		if len(r.Also) < 2 && !said(s, known) && b.likely(i, w, s) > 0.6 && !b.answered(s, known) {
			r.Also = append(r.Also, s.Says)
		}
	}
	r.End = b.leads(i, w)
	return r
}

// said tells whether a symptom was said.
func said(s *felt, known []evidence) bool {
	return slices.ContainsFunc(known, func(e evidence) bool { return e.symptom == s.ID })
}

func (b *Finder) answered(s *felt, known []evidence) bool {
	return slices.ContainsFunc(known, func(e evidence) bool { return e.of.ID == s.See })
}

// likely is how likely a cause, as it is by now, shows a symptom.
func (b *Finder) likely(i int, w weights, s *felt) (sum float64) {
	for k := range sizes {
		sum += w[i][k] * b.shows(b.causes[i], k, s)
	}
	return sum / math.Max(w.share(i), 1e-300)
}

// compare finds the mean chance of each thing known over the sizes of every cause, and over all causes.
func (b *Finder) compare(known []evidence) {
	for n := range known {
		e := &known[n]
		e.mean, e.so, e.all = make([]float64, len(b.causes)), make([]float64, len(b.causes)), 1e-9
		for i, c := range b.causes {
			for k := range sizes {
				e.mean[i] += e.chance(c, k) / sizes
				e.so[i] += e.exact(c, k) / sizes
			}
			e.all += e.mean[i] / float64(len(b.causes))
		}
	}
}

func usually(c *cause, odds Odds) string {
	v, by := c.Usual, ""
	if own, there := odds[c.ID]; there {
		v, by = own, ", by this workshop's own count"
	}
	switch {
	case v >= 4:
		return "common" + by
	case v >= 2.5:
		return "usual" + by
	case v >= 1.5:
		return "now and then" + by
	}
	return "rare" + by
}

func often(p float64) string {
	switch {
	case p > 0.85:
		return "nearly always"
	case p > 0.6:
		return "mostly"
	case p > 0.3:
		return "now and then"
	case p > 0.1:
		return "seldom"
	}
	return "hardly ever"
}

func times(t float64) string {
	switch {
	case t > 1.05:
		return "likelier × " + quantity.Number(t, 1)
	case t < 0.95:
		return "less likely × " + quantity.Number(t, 2)
	}
	return "no likelier than before"
}

// unborne is a thing said that a test does not bear out.
type unborne struct{ says, note string }

func untrue(known []evidence) (out []unborne) {
	for _, said := range known {
		if said.given {
			continue
		}
		for _, e := range known {
			if e.given && e.of == said.of && len(said.means) > 0 && !slices.Contains(said.means, e.means[0]) {
				out = append(out, unborne{said.says, fmt.Sprintf("“%s” was said, the test says %s: the test counts more", said.says, e.says)})
			}
		}
	}
	return out
}

// done says why nothing more is asked.
func (b *Finder) done(w weights, known []evidence) string {
	if b.sure(w, known) {
		return "One cause is sure enough to act on."
	}
	return "No test here tells those that are left apart: look at the likeliest first."
}

// moved is what the last thing known changed in the order of those named.
func (b *Finder) moved(known []evidence, history []History, odds Odds, now []int) (out []Moved) {
	last := known[len(known)-1]
	before, _ := b.named(b.weigh(known[:len(known)-1], history, odds), known[:len(known)-1])
	for to, i := range now {
		from := slices.Index(before, i)
		if from == to {
			continue
		}
		m := Moved{Cause: b.causes[i].ID, From: from + 1, To: to + 1}
		switch {
		case from < 0:
			m.Says = fmt.Sprintf("%s: %s is thought of now", last.words(), b.causes[i].Says)
		case to < from:
			m.Says = fmt.Sprintf("%s: %s up from %s to %s", last.words(), b.causes[i].Says, ordinal(from+1), ordinal(to+1))
		default:
			m.Says = fmt.Sprintf("%s: %s down from %s to %s", last.words(), b.causes[i].Says, ordinal(from+1), ordinal(to+1))
		}
		out = append(out, m)
	}
	return out
}

func ordinal(n int) string {
	words := []string{"", "first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth"}
	if n < len(words) {
		return words[n]
	}
	return fmt.Sprintf("%dth", n)
}
