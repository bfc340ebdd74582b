package trouble

import (
	"fmt"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
)

// Question is what is known: what is said, by the id of a symptom or in words, when it shows, what
// tests answered, what is known of the machine.
type Question struct {
	Said    []string        `json:"said,omitempty"`
	When    []string        `json:"when,omitempty"`
	Answers []Given         `json:"answers,omitempty"`
	History map[string]bool `json:"history,omitempty"`
	Skipped []string        `json:"skipped,omitempty"` // tests that cannot be done now

	// At is what readings were taken at that a chart of the sheet lies over, by the rig's names: the air in °C. What is missing
	// is as the rig is meant.
	At map[string]float64 `json:"at,omitempty"`
}

// Given is what a test answered: one of its words, or of a reading its value.
type Given struct {
	Test   string   `json:"test"`
	Answer string   `json:"answer,omitempty"`
	Value  *float64 `json:"value,omitempty"`
}

// The most that a question may hold.
const mostSaid = 24

// evidence is one thing that is known, with its likelihood by cause and size, and its words.
type evidence struct {
	says    string
	symptom string // its id, of something said
	of      *test
	given   bool // a test's answer, which counts as it is; not only words
	denied  bool // said not to be so
	valued  bool // a figure outside its window, which may lie anywhere
	chance  func(c *cause, size int) float64
	exact   func(c *cause, size int) float64
	means   []int // the answers of the test that it means, nil when it may mean several tests

	// for the reasons: its mean chance from each cause, and from all; how often it is so, words aside
	mean, so []float64
	all      float64
}

// Unsure are words that are not sure, and what they might mean.
type Unsure struct {
	Words   string  `json:"words"`
	Matches []Match `json:"matches"`
}

// known reads a question into evidence, with what was heard of its words. Words cost nobody the answer: what is not sure is
// given back to be asked, what is not understood is left aside. The error is a *fault.Fault, of an answer that cannot be.
func (b *Finder) known(q Question, around *sheet.Sheet) (out []evidence, h heard, err error) {
	if len(q.Said)+len(q.When) > mostSaid || len(q.Answers) > 4*mostSaid {
		return nil, h, fault.At("said", "this is more than one trouble: write %d things at the most", mostSaid)
	}
	h = b.listen(append(slices.Clone(q.Said), q.When...))
	answered := map[*test]int{}
	for i, a := range q.Answers {
		t := b.test(a.Test)
		if t == nil {
			return nil, h, fault.At(fmt.Sprintf("answers[%d].test", i), "there is no test %q for this rig: --list tells them", cutText(a.Test))
		}
		one, err := b.answering(t, a, i, around)
		if err != nil {
			return nil, h, err
		}
		if was, twice := answered[t]; twice {
			if slices.Equal(out[was].means, one.means) {
				continue
			}
			at := fmt.Sprintf("answers[%d].answer", i)
			return nil, h, fault.At(at, "%q was answered %s before: look again, and strike one of the two out", t.Asks, out[was].says)
		}
		answered[t] = len(out)
		out = append(out, one)
	}
	out = append(b.words(&h, answered, around), out...)
	if len(out) == 0 && len(h.asks)+len(h.aside) == 0 {
		return nil, h, fault.At("said", "nothing is known yet: say what is felt, such as %q, or answer a test", b.felt[0].Says)
	}
	return out, h, nil
}

// words is what was heard as evidence: figures as they are read, where no test answered; symptoms but those that such a figure
// tells of; states.
func (b *Finder) words(h *heard, answered map[*test]int, around *sheet.Sheet) (out []evidence) {
	read := map[*test]bool{}
	for _, f := range h.reads {
		if _, known := answered[f.of]; !known && !read[f.of] {
			read[f.of] = true
			out = append(out, b.readsAt(f.of, f.value, around))
		}
	}
	faults := len(out)
	for _, t := range h.taken {
		if read[b.test(t.of.See)] {
			continue
		}
		one := b.saying(t.of, 0.03, 0.47)
		if t.denied {
			one = b.denying(t.of)
		} else {
			faults++
		}
		if other := b.against(out, one); other != "" {
			h.aside = append(h.aside, one.says)
			h.notes = append(h.notes, fmt.Sprintf("“%s” and “%s” cannot both be so: the first counts.", other, one.says))
			continue
		}
		out = append(out, one)
	}
	if faults == 0 && len(out) > 0 && len(answered) == 0 {
		h.notes = append(h.notes, "Only good news was understood: say what is wrong, or answer a test.")
	}
	for _, s := range h.whens {
		out = append(out, b.saying(s, 0.1, 0.4))
	}
	if len(out) == 0 && len(h.aside) > 0 && len(answered) == 0 {
		h.notes = append(h.notes, fmt.Sprintf("Nothing of this is known here: say it in other words, such as %q.", b.felt[0].Says))
	}
	return out
}

// against is what was said before of the same that no cause shows together with a thing said; "" where some does.
func (b *Finder) against(before []evidence, one evidence) string {
	for _, o := range before {
		if one.of == o.of && !o.given && !b.together(one, o) {
			return o.says
		}
	}
	return ""
}

// together tells whether a cause shows two things at one size.
func (b *Finder) together(x, y evidence) bool {
	for _, c := range b.causes {
		for k := range sizes {
			if x.exact(c, k)*y.exact(c, k) > 0.1 {
				return true
			}
		}
	}
	return false
}

// saying is something said: people say what is so oftener than what is not, by these chances.
func (b *Finder) saying(s *felt, anyway, so float64) evidence {
	t := b.test(s.See)
	e := evidence{says: s.Says, symptom: s.ID, of: t}
	if len(s.ways) == 1 {
		for _, column := range s.ways[0] {
			e.means = append(e.means, column-t.column)
		}
	}
	e.chance = func(c *cause, size int) float64 { return anyway + so*s.in(c.exact[size]) }
	e.exact = func(c *cause, size int) float64 { return s.in(c.exact[size]) }
	return e
}

// denying is good news: it counts for what it names, and never for a fault.
func (b *Finder) denying(s *felt) evidence {
	e := b.saying(s, 0, 0)
	e.denied, e.means = true, nil
	e.chance = func(c *cause, size int) float64 { return 0.1 + 0.4*(1-s.in(c.exact[size])) }
	e.exact = func(c *cause, size int) float64 { return 1 - s.in(c.exact[size]) }
	return e
}

func (b *Finder) answering(t *test, a Given, i int, around *sheet.Sheet) (evidence, error) {
	if a.Value != nil && t.Reading != "" {
		return b.readsAt(t, *a.Value, around), nil
	}
	k := t.index(a.Answer)
	if k < 0 {
		return evidence{}, fault.At(fmt.Sprintf("answers[%d].answer", i), "write one of %s", t.words())
	}
	return evidence{
		says:   t.answers[k].Says,
		of:     t,
		given:  true,
		means:  []int{k},
		chance: func(c *cause, size int) float64 { return c.chance[size][t.column+k] },
		exact:  func(c *cause, size int) float64 { return c.exact[size][t.column+k] },
	}, nil
}

func cutText(s string) string {
	if r := []rune(s); len(r) > 60 {
		return string(r[:60]) + "…"
	}
	return s
}
