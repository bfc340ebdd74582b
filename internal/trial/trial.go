// Package trial puts every cause that Brankel knows into its rig and lets somebody who says things
// imperfectly look for it, so that what is claimed of the ranking can be measured.
package trial

import (
	"fmt"
	"math/rand/v2"
	"slices"

	"brankel/rigging/trouble"
)

// How imperfect words are: how often a second thing is said, something that is not so, and how often
// a look or a sense is answered wrongly.
const (
	secondSaid = 0.5
	wrongSaid  = 0.08
	wrongWord  = 0.03
	whenSaid   = 0.5
	mostTests  = 3
)

// Result is how often the true cause stood first, or among the first two, after so many tests, and
// what it took.
type Result struct {
	Family       string
	Causes, Runs int
	First, Two   [mostTests + 1]int
	Cost, All    float64 // mean minutes: as asked, and all tests in the cheapest order until as sure
	Named        int     // a cause stood first at the end
	Contradicted int     // one that the model says cannot show what was answered
	Pairs        []trouble.Pair
	Missed       map[string]int // true cause not first after two tests, by cause
}

// Rate is a part of the runs.
func (r Result) Rate(n int) float64 { return float64(n) / float64(max(r.Runs, 1)) }

// Add counts another result in.
func (r *Result) Add(o Result) {
	if sum := r.Runs + o.Runs; sum > 0 {
		r.Cost = (r.Cost*float64(r.Runs) + o.Cost*float64(o.Runs)) / float64(sum)
		r.All = (r.All*float64(r.Runs) + o.All*float64(o.Runs)) / float64(sum)
	}
	r.Causes, r.Runs = r.Causes+o.Causes, r.Runs+o.Runs
	r.Named, r.Contradicted = r.Named+o.Named, r.Contradicted+o.Contradicted
	for k := range r.First {
		r.First[k] += o.First[k]
		r.Two[k] += o.Two[k]
	}
	r.Pairs = append(r.Pairs, o.Pairs...)
}

// Try puts every cause into the rig so many times.
func Try(b *trouble.Finder, seeds int) (Result, error) {
	list := b.List()
	r := Result{Family: b.Family, Causes: len(list.Causes), Pairs: list.Pairs, Missed: map[string]int{}}
	for i, c := range list.Causes {
		for seed := range seeds {
			one := &seeker{bench: b, list: list, cause: c.ID, draw: rand.New(rand.NewPCG(uint64(i+1), uint64(seed+1)))}
			if err := one.seek(&r); err != nil {
				return r, fmt.Errorf("%s: %w", c.ID, err)
			}
		}
	}
	r.Cost /= float64(max(r.Runs, 1))
	r.All /= float64(max(r.Runs, 1))
	return r, nil
}

// seeker looks for one cause.
type seeker struct {
	bench *trouble.Finder
	list  trouble.List
	cause string
	draw  *rand.Rand
	shown trouble.Shown
	gives map[string]string // what a test answers, the same whenever it is asked
}

func (s *seeker) seek(r *Result) error {
	said, err := s.complain()
	if err != nil {
		return err
	}
	s.gives = map[string]string{}
	q := trouble.Question{Said: said, When: s.when()}
	cost, err := s.ask(q, r)
	if err != nil {
		return err
	}
	all, err := s.cheapest(q)
	if err != nil {
		return err
	}
	r.Runs++
	r.Cost += cost
	r.All += all
	return nil
}

// complain puts the cause in at a size at which it can be felt, and says what is felt of it.
func (s *seeker) complain() ([]string, error) {
	for range 50 {
		var err error
		if s.shown, err = s.bench.Shown(s.cause, s.draw.Float64()); err != nil {
			return nil, err
		}
		var felt []string
		for _, one := range s.list.Symptoms {
			if s.draw.Float64() < s.shown.Symptoms[one.ID] {
				felt = append(felt, one.ID)
			}
		}
		if len(felt) == 0 {
			continue // nobody comes with what cannot be felt
		}
		s.draw.Shuffle(len(felt), func(i, j int) { felt[i], felt[j] = felt[j], felt[i] })
		said := felt[:1]
		if len(felt) > 1 && s.draw.Float64() < secondSaid {
			said = felt[:2]
		}
		if s.draw.Float64() < wrongSaid {
			other := s.list.Symptoms[s.draw.IntN(len(s.list.Symptoms))].ID
			if !slices.Contains(said, other) {
				with := append(slices.Clone(said), other)
				if _, err := s.bench.Ask(trouble.Question{Said: with}, nil); err == nil {
					said = with
				}
			}
		}
		return said, nil
	}
	return nil, fmt.Errorf("it cannot be felt at any size")
}

func (s *seeker) when() (out []string) {
	for _, one := range s.list.Whens {
		if s.shown.Symptoms[one.ID] > 0.5 && s.draw.Float64() < whenSaid {
			out = append(out, one.ID)
		}
	}
	return out
}

// answer is what the test gives: by the model through its gauge, words said wrongly now and then.
func (s *seeker) answer(test string) string {
	if a, there := s.gives[test]; there {
		return a
	}
	i := slices.IndexFunc(s.list.Tests, func(t trouble.TestLine) bool { return t.ID == test })
	t := s.list.Tests[i]
	k, left := 0, s.draw.Float64()
	for k < len(t.Means)-1 && left >= s.shown.Tests[test][k] {
		left -= s.shown.Tests[test][k]
		k++
	}
	if t.Reading == "" && s.draw.Float64() < wrongWord {
		k = s.draw.IntN(len(t.Means))
	}
	s.gives[test] = t.Means[k].ID
	return s.gives[test]
}

func (s *seeker) give(q *trouble.Question, n trouble.Next) float64 {
	q.Answers = append(slices.Clone(q.Answers), trouble.Given{Test: n.Test, Answer: s.answer(n.Test)})
	return n.Cost.Total()
}

// ask excludes first, then does as it is told until it is told no more.
func (s *seeker) ask(q trouble.Question, r *Result) (cost float64, err error) {
	a, err := s.bench.Ask(q, nil)
	if err != nil {
		return 0, err
	}
	s.count(r, a, 0)
	for len(a.Exclude) > 0 {
		cost += s.give(&q, a.Exclude[0].Next)
		if a, err = s.bench.Ask(q, nil); err != nil {
			return 0, err
		}
	}
	after := 0
	for a.Next != nil {
		cost += s.give(&q, *a.Next)
		if a, err = s.bench.Ask(q, nil); err != nil {
			return 0, err
		}
		if after++; after <= mostTests {
			s.count(r, a, after)
		}
		if after == 2 {
			s.miss(r, a)
		}
	}
	for k := after + 1; k <= mostTests; k++ {
		s.count(r, a, k)
	}
	if after < 2 {
		s.miss(r, a)
	}
	if len(a.Causes) > 0 && !slices.Contains(a.Notes, trouble.NothingShows) { // there it says so itself
		r.Named++
		fits, err := s.fits(a.Causes[0].ID, q.Answers)
		if err != nil {
			return 0, err
		}
		if !fits {
			r.Contradicted++
		}
	}
	return cost, nil
}

// How unlikely an answer is that the model says cannot be, and how many sizes are looked at.
const (
	never = 0.0005
	looks = 33
)

// fits tells whether the model shows what was answered from a cause at any size: one word may have
// been said wrongly, no gauge may lie.
func (s *seeker) fits(cause string, answers []trouble.Given) (bool, error) {
	for k := range looks {
		shown, err := s.bench.Shown(cause, float64(k)/(looks-1))
		if err != nil {
			return false, err
		}
		wrong := 0
		for _, g := range answers {
			i := slices.IndexFunc(s.list.Tests, func(t trouble.TestLine) bool { return t.ID == g.Test })
			t := s.list.Tests[i]
			at := slices.IndexFunc(t.Means, func(w trouble.Word) bool { return w.ID == g.Answer })
			if shown.Tests[g.Test][at] >= never {
				continue
			}
			if wrong++; t.Reading != "" {
				wrong++
			}
		}
		if wrong < 2 {
			return true, nil
		}
	}
	return false, nil
}

func (s *seeker) count(r *Result, a trouble.Answer, k int) {
	i := slices.IndexFunc(a.Causes, func(c trouble.Ranked) bool { return c.ID == s.cause })
	if i == 0 {
		r.First[k]++
	}
	if i == 0 || i == 1 {
		r.Two[k]++
	}
}

func (s *seeker) miss(r *Result, a trouble.Answer) {
	if len(a.Causes) == 0 || a.Causes[0].ID != s.cause {
		r.Missed[s.cause]++
	}
}

// sure is the share at which the other way stops too.
const sure = 0.95

// cheapest is what it takes to ask all tests, the cheapest first, until one cause is as sure.
func (s *seeker) cheapest(q trouble.Question) (cost float64, err error) {
	tests := slices.DeleteFunc(slices.Clone(s.list.Tests), func(t trouble.TestLine) bool { return t.Cost == nil })
	slices.SortStableFunc(tests, func(a, b trouble.TestLine) int { return int(10 * (a.Cost.Total() - b.Cost.Total())) })
	for _, t := range tests {
		a, err := s.bench.Ask(q, nil)
		if err != nil {
			return 0, err
		}
		if len(a.Causes) > 0 && a.Causes[0].Share >= sure {
			break
		}
		q.Answers = append(slices.Clone(q.Answers), trouble.Given{Test: t.ID, Answer: s.answer(t.ID)})
		cost += t.Cost.Total()
	}
	return cost, nil
}
