package trouble

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
)

// mostLaid is how many causes and tests may be known of one rig, each place counted.
const mostLaid = 800

// sizes is how many sizes of a cause are looked at, evenly from its least to its greatest.
const sizes = 7

// Finder is what is known of a family laid on a rig: what each cause would show on it. It is
// immutable and may be asked by many at once.
type Finder struct {
	Family string
	sheet  *sheet.Sheet // as one school works it
	tests  []*test
	felt   []*felt // then the whens
	whens  int     // where they begin
	causes []*cause
	absent []string // tests of what this rig has not
	idiom  *idiom   // how people say it
}

type test struct {
	Test
	low, high float64  // of a reading: its window
	good      float64  // what a good rig reads
	answers   []Word   // in order
	column    int      // of its first answer in a table
	places    []string // of a sense asked at every place
	where     rig.At   // where the control stands
	group     int      // of tests that are read where the control stands alike
}

// cause is one with what it shows: for each size, the chance of each answer of each test; exact is
// the same without slips, for what the model says cannot be.
type cause struct {
	Cause
	chance, exact [sizes][]float64
	value         [sizes][]float64 // what a gauge would read, by test
	turns         [sizes]float64   // of the adjuster a run turns, to put it right
}

// On lays what is known on a sheet's rig, as the manual's school works it. More knowledge, of the
// workshop's own, stands behind Brankel's. What this rig refuses of it is left out. The error is a
// *fault.Fault: a sheet without a rig, or one nothing is known of.
func On(s *sheet.Sheet, own []*Knowledge) (*Finder, error) {
	b, _, err := lay(s, own)
	return b, err
}

// Prove lays what is known on a family's usual rig and tells everything that does not hold: a change
// that the rig refuses, a name that leads nowhere, a symptom that the model says a cause does not
// show. The error is a *fault.Fault or a fault.List.
func Prove(s *sheet.Sheet, own []*Knowledge) error {
	b, l, err := lay(s, own)
	if err != nil {
		return err
	}
	b.provenUnder(&l)
	return l.OrNil()
}

func lay(s *sheet.Sheet, own []*Knowledge) (*Finder, fault.List, error) {
	if s == nil || s.Rig == nil {
		return nil, nil, fault.At("sheet", "this sheet has no rig: nothing can be worked out from what is felt")
	}
	s = s.For(s.Manual())
	base := Own(s.Family)
	if base == nil {
		return nil, nil, fault.At("family", "nothing is known of this family: write one of %s", strings.Join(rig.Families(), ", "))
	}
	b := &Finder{Family: s.Family, sheet: s}
	m, err := s.Rig.Model()
	if err != nil {
		return nil, nil, fault.Below("rig", err)
	}
	places := m.Places()
	all := []*Knowledge{detents(base, m)}
	for _, k := range own {
		if k.Family == s.Family {
			all = append(all, detents(k, m))
		}
	}
	for _, k := range all {
		b.expand(k, places)
	}
	if len(b.causes)+len(b.tests) > mostLaid {
		return nil, nil, fault.At("causes", "this is more than a rig is asked: write %d at the most, each place counted", mostLaid)
	}
	var l fault.List
	b.layTests(places, &l)
	b.laySymptoms(all, places, &l)
	b.layOrder(&l)
	b.learn()
	if len(b.tests) == 0 || b.whens == 0 {
		return nil, nil, fault.At("sheet", "the rig of this sheet cannot be asked: %s", l)
	}
	kept := b.causes[:0]
	for i, c := range b.causes {
		there, err := b.lay(c)
		if err != nil {
			l.Add(fmt.Sprintf("causes[%d]", i), "%s: %s", c.ID, err)
		} else if there {
			kept = append(kept, c)
		}
	}
	b.causes = kept
	b.idiom.own = b.vocabulary()
	return b, l, nil
}

func (b *Finder) test(id string) *test {
	if i := slices.IndexFunc(b.tests, func(t *test) bool { return t.ID == id }); i >= 0 {
		return b.tests[i]
	}
	return nil
}

// lay gives a test of the model its answers; false where the rig has nothing of the kind.
func (t *test) lay(m *rig.Model, a rig.Answer, limits *calc.Band) bool {
	own := func(id string) string {
		for _, w := range t.Answers {
			if w.ID == id {
				return w.Says
			}
		}
		return id
	}
	if stem, every := strings.CutSuffix(t.Sense, "*"); every {
		t.answers = append(t.answers, Word{none, own(none)})
		for _, name := range m.Senses() {
			if place, is := strings.CutPrefix(name, stem); is {
				t.places = append(t.places, place)
				t.answers = append(t.answers, Word{place, strings.ReplaceAll(own(onePlace), onePlace, place)})
			}
		}
		t.answers = append(t.answers, Word{several, own(several)})
		return len(t.places) > 0
	}
	if t.Sense != "" {
		if a.Senses[t.Sense] == "" {
			return false
		}
		for _, w := range m.Words(t.Sense) {
			t.answers = append(t.answers, Word{w, own(w)})
		}
		return true
	}
	v, there := a.Readings[t.Reading]
	if !there {
		return false
	}
	t.good, t.low, t.high = v, v-t.Minus, v+t.Plus
	if limits != nil && limits.Min <= v && v <= limits.Max {
		t.low, t.high = limits.Min, limits.Max
	}
	for _, w := range []string{"low", "inside", "high"} {
		t.answers = append(t.answers, Word{w, own(w)})
	}
	return true
}

// lay works out what a cause shows at each of its sizes; false where the rig has not what it
// changes.
func (b *Finder) lay(c *cause) (bool, error) {
	if err := b.consequences(c); err != nil {
		return true, err
	}
	c.Under = slices.DeleteFunc(c.Under, func(id string) bool { return slices.Contains(b.absent, id) })
	for _, id := range c.Under {
		if b.symptom(id) == nil {
			return true, fault.At("under", "there is no symptom %q", id)
		}
	}
	for k := range sizes {
		r, there, err := b.changed(c, float64(k)/(sizes-1))
		if err != nil || !there {
			return there, err
		}
		m, err := r.Model()
		if err != nil {
			return true, fmt.Errorf("the rig refuses this change: %w", err)
		}
		if err := b.layAt(c, k, m); err != nil {
			return true, err
		}
		c.turns[k] = b.cure(c, m, float64(k)/(sizes-1))
	}
	return true, nil
}

// consequences holds what a cause shows and may show against the tests there are; what is of a test that this rig has not is
// passed over.
func (b *Finder) consequences(c *cause) error {
	missing := func(id string) bool { return slices.Contains(b.absent, id) }
	c.Shows, c.May = maps.Clone(c.Shows), maps.Clone(c.May)
	maps.DeleteFunc(c.Shows, func(id, _ string) bool { return missing(id) })
	maps.DeleteFunc(c.May, func(id string, _ []string) bool { return missing(id) })
	known := func(list, id string, answers ...string) error {
		t := b.test(id)
		if t == nil {
			return fault.At(list, "there is no test %q", id)
		}
		for _, word := range answers {
			if t.index(word) < 0 {
				return fault.At(list+"."+id, "there is no answer %q: write %s", word, t.words())
			}
		}
		return nil
	}
	for _, id := range sorted(c.Shows) {
		if err := known("shows", id, c.Shows[id]); err != nil {
			return err
		}
	}
	for _, id := range sorted(c.May) {
		if t := b.test(id); t != nil && t.Look {
			return fault.At("may", "%q is a look: write what it answers under shows", id)
		}
		if err := known("may", id, c.May[id]...); err != nil {
			return err
		}
	}
	return nil
}

// layOrder holds what tests say of their order against the tests and states there are.
func (b *Finder) layOrder(l *fault.List) {
	for _, t := range b.tests {
		for _, id := range t.After {
			if b.test(id) == nil && !slices.Contains(b.absent, id) {
				l.Add("tests", "%s: there is no test %q to come before it", t.ID, id)
			}
		}
		for _, id := range t.Unless {
			if b.symptom(id) == nil && !slices.Contains(b.absent, id) {
				l.Add("tests", "%s: there is no state %q", t.ID, id)
			}
		}
	}
}
