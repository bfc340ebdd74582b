package trouble

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/phrase"
)

// Question is what is known: what is said, by the id of a symptom or in words, when it shows, what
// tests answered, what is known of the machine.
type Question struct {
	Said    []string        `json:"said,omitempty"`
	When    []string        `json:"when,omitempty"`
	Answers []Given         `json:"answers,omitempty"`
	History map[string]bool `json:"history,omitempty"`
	Skipped []string        `json:"skipped,omitempty"` // tests that cannot be done now
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

// known reads a question into evidence. What was said in words that mean one symptom exactly counts;
// other words are given back to be asked. The error is a *fault.Fault.
func (b *Finder) known(q Question) (out []evidence, asks []Unsure, err error) {
	if len(q.Said)+len(q.When) > mostSaid || len(q.Answers) > 4*mostSaid {
		return nil, nil, fault.At("said", "this is more than one trouble: write %d things at the most", mostSaid)
	}
	once := map[*felt]bool{}
	for i, words := range q.Said {
		s := b.symptom(words)
		if s == nil {
			matches := b.Match(words)
			if len(matches) > 0 && matches[0].Exact {
				s = b.symptom(matches[0].ID)
			} else if len(matches) == 0 {
				at := fmt.Sprintf("said[%d]", i)
				return nil, nil, fault.At(at, "nothing known here is called %q: say it in other words, such as %q", cutText(words), b.felt[0].Says)
			} else {
				asks = append(asks, Unsure{words, matches})
				continue
			}
		}
		if !once[s] { // said twice is said once
			out = append(out, b.saying(s, 0.03, 0.47))
		}
		once[s] = true
	}
	for i, id := range q.When {
		s := b.when(id)
		if s == nil {
			return nil, nil, fault.At(fmt.Sprintf("when[%d]", i), "write one of %s", strings.Join(b.whenIDs(), ", "))
		}
		if !once[s] {
			out = append(out, b.saying(s, 0.1, 0.4))
		}
		once[s] = true
	}
	answered := map[*test]int{}
	for i, a := range q.Answers {
		t := b.test(a.Test)
		if t == nil {
			return nil, nil, fault.At(fmt.Sprintf("answers[%d].test", i), "there is no test %q for this rig: --list tells them", cutText(a.Test))
		}
		one, err := b.answering(t, a, i)
		if err != nil {
			return nil, nil, err
		}
		if was, twice := answered[t]; twice {
			if slices.Equal(out[was].means, one.means) {
				continue
			}
			at := fmt.Sprintf("answers[%d].answer", i)
			return nil, nil, fault.At(at, "%q was answered %s before: look again, and strike one of the two out", t.Asks, out[was].says)
		}
		answered[t] = len(out)
		out = append(out, one)
	}
	if len(out) == 0 && len(asks) == 0 {
		return nil, nil, fault.At("said", "nothing is known yet: say what is felt, such as %q, or answer a test", b.felt[0].Says)
	}
	return out, asks, b.against(out)
}

// against tells two things said of the same that no cause shows together.
func (b *Finder) against(all []evidence) error {
	for i, a := range all {
		for _, o := range all[:i] {
			if a.of == o.of && !a.given && !o.given && !b.together(a, o) {
				return fault.At("said", "“%s” and “%s” cannot both be so: take one back", o.says, a.says)
			}
		}
	}
	return nil
}

// together tells whether a cause shows two things at one size.
func (b *Finder) together(x, y evidence) bool {
	for _, c := range b.causes {
		for k := range sizes {
			if x.exact(c, k)*y.exact(c, k) > 0.05 {
				return true
			}
		}
	}
	return false
}

// when is the state of an id, or of its own words; nil when there is none.
func (b *Finder) when(text string) *felt {
	for _, s := range b.felt[b.whens:] {
		if s.ID == text {
			return s
		}
		for _, one := range append([]string{s.Says}, s.Words...) {
			if _, exact := closeness(phrase.Significant(text), phrase.Significant(one)); exact {
				return s
			}
		}
	}
	return nil
}

func (b *Finder) whenIDs() (out []string) {
	for _, s := range b.felt[b.whens:] {
		out = append(out, s.ID)
	}
	return out
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

func (b *Finder) answering(t *test, a Given, i int) (evidence, error) {
	if a.Value != nil && t.Reading != "" {
		return b.reads(t, *a.Value), nil
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
