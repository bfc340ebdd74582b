package trouble

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/setup"
)

// The answers of a sense that is asked at every place: nowhere, at one, at several.
const (
	none     = "none"
	onePlace = "{each}"
	several  = "several"
)

// How sure words are: how often one who feels or looks says what is so, and how much of a gauge's
// answer is a slip of the hand.
const (
	surely = 0.95
	slip   = 0.02
)

func (t *test) index(answer string) int {
	return slices.IndexFunc(t.answers, func(w Word) bool { return w.ID == answer })
}

func (t *test) words() string {
	var out []string
	for _, w := range t.answers {
		out = append(out, w.ID)
	}
	return strings.Join(out, ", ")
}

// layTests finds the answers and windows of every test on the good rig.
func (b *Finder) layTests(places []string, l *fault.List) {
	good, _, err := b.sheet.Model(b.sheet.Manual(), nil, nil, nil)
	if err != nil {
		l.Add("sheet", "its rig cannot be asked: %s", err)
		return
	}
	column := 0
	groups := map[string]int{}
	kept := b.tests[:0]
	for _, t := range b.tests {
		key := fmt.Sprint(t.At)
		if _, there := groups[key]; !there {
			groups[key] = len(groups)
		}
		t.group = groups[key]
		switch {
		case t.Look:
			for _, w := range t.Answers {
				t.answers = append(t.answers, at(w, strings.Contains(w.ID, "{each}"), places)...)
			}
		default:
			at, err := good.At(t.At)
			if err != nil {
				l.Add("tests", "%s: %s", t.ID, err)
				b.absent = append(b.absent, t.ID)
				continue
			}
			a, err := good.Answer(at)
			if err != nil {
				l.Add("tests", "%s: %s", t.ID, err)
				b.absent = append(b.absent, t.ID)
				continue
			}
			t.where = at
			if there := t.lay(good, a, b.limits(t)); !there {
				b.absent = append(b.absent, t.ID)
				continue // this rig has no such reading or sense: a cut-out, a road, a plane that is not there
			}
		}
		if b.test(t.ID) != t {
			l.Add("tests", "%s: this name stands here twice", t.ID)
		}
		t.column = column
		column += len(t.answers)
		kept = append(kept, t)
	}
	b.tests = kept
}

// limits are those of the sheet's point that a test reads; nil where it has none.
func (b *Finder) limits(t *test) *calc.Band {
	for i := range b.sheet.Points {
		p := &b.sheet.Points[i]
		if band, ok := p.Limits(); ok && p.Measures == t.Reading && b.standsAt(t, p.States, p.Needs, p.At) {
			return &band
		}
	}
	return nil
}

// standsAt tells whether the control stands for a test where it does with these states, everything standing as needed, at
// this place.
func (b *Finder) standsAt(t *test, states []string, needs setup.Needs, at map[string]any) bool {
	_, where, err := b.sheet.Model(b.sheet.Manual(), states, needs, at)
	return err == nil && where.Same(t.where)
}

// shown is the chance of each answer by the model: of a reading with the doubt of its gauge, of a
// sense its word.
func (t *test) shown(a rig.Answer) []float64 {
	if t.Sense != "" {
		out := make([]float64, len(t.answers))
		if i := t.index(t.told(a)); i >= 0 {
			out[i] = 1
		}
		return out
	}
	return t.within(a.Readings[t.Reading])
}

// within is the chance that a gauge reads a value low, inside and high.
func (t *test) within(v float64) []float64 {
	below := normal((t.low - v) / t.Doubt)
	above := normal((v - t.high) / t.Doubt)
	return []float64{below, math.Max(0, 1-below-above), above}
}

// told is the answer of a sense: its word, or of one asked at every place where it is bad.
func (t *test) told(a rig.Answer) string { return t.toldBy(a.Senses) }

func (t *test) toldBy(senses map[string]string) string {
	stem, every := strings.CutSuffix(t.Sense, "*")
	if !every {
		return senses[t.Sense]
	}
	at := none
	for _, place := range t.places {
		switch {
		case !slices.Contains(t.Bad, senses[stem+place]):
		case at == none:
			at = place
		default:
			return several
		}
	}
	return at
}

// normal is the part of a normal distribution below z.
func normal(z float64) float64 { return math.Erfc(-z/math.Sqrt2) / 2 }

// chances are those of what is answered: words are said wrongly now and then, gauges read with a
// slip.
func (t *test) chances(exact []float64) []float64 {
	wrong := 1 - surely
	if t.Reading != "" {
		wrong = slip
	}
	n := float64(len(exact))
	out := make([]float64, len(exact))
	for i, p := range exact {
		out[i] = p*(1-wrong) + (1-p)*wrong/(n-1)
	}
	return out
}
