package trouble

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/fault"
)

// anyOther is what a symptom writes for any answer of a test but the first.
const anyOther = "*"

// felt is a symptom with the columns of the answers it means, way by way.
type felt struct {
	Symptom
	ways [][]int
}

func (b *Finder) laySymptoms(all []*Knowledge, places []string, l *fault.List) {
	add := func(list []Symptom) {
		for _, s := range list {
			id := s.ID
			for i, one := range at(s, s.Each, places) {
				if s.Each {
					one.ID = id + "." + places[i]
				}
				b.felt = append(b.felt, &felt{Symptom: one})
			}
		}
	}
	for _, k := range all {
		add(k.Symptoms)
	}
	b.whens = len(b.felt)
	for _, k := range all {
		add(k.Whens)
	}
	ids := map[string]bool{}
	kept, whens := b.felt[:0:0], 0
	for i, s := range b.felt {
		if ids[s.ID] {
			l.Add("symptoms", "%s: this name stands here twice", s.ID)
		}
		ids[s.ID] = true
		if !b.layWays(s, l) {
			b.absent = append(b.absent, s.ID)
			continue
		}
		if i < b.whens {
			whens++
		}
		kept = append(kept, s)
	}
	b.felt, b.whens = kept, whens
	for _, k := range all {
		b.laySaid(k, l)
	}
}

// laySaid adds own ways of saying what is known already.
func (b *Finder) laySaid(k *Knowledge, l *fault.List) {
	for _, id := range sorted(k.Said) {
		s := b.symptom(id)
		if s == nil {
			if !slices.Contains(b.absent, id) {
				l.Add("said."+id, "there is no symptom of this name")
			}
			continue
		}
		s.Words = append(slices.Clone(s.Words), k.Said[id]...)
	}
}

// layWays finds the answers by which a symptom shows; false where this rig has none of their tests.
func (b *Finder) layWays(s *felt, l *fault.List) bool {
	var there []Seen
	for _, one := range s.seen() {
		t := b.test(one.See)
		if t == nil {
			if !slices.Contains(b.absent, one.See) {
				l.Add("symptoms", "%s: there is no test %q", s.ID, one.See)
			}
			continue
		}
		var way []int
		for _, is := range one.Is {
			switch k := t.index(is); {
			case is == anyOther:
				for k := 1; k < len(t.answers); k++ {
					way = append(way, t.column+k)
				}
			case k < 0:
				l.Add("symptoms", "%s: the test %s has no answer %q: write %s", s.ID, t.ID, is, t.words())
			default:
				way = append(way, t.column+k)
			}
		}
		if len(way) > 0 {
			s.ways, there = append(s.ways, way), append(there, one)
		}
	}
	if len(there) > 0 {
		s.Seen, s.Or = there[0], there[1:]
	}
	return len(there) > 0
}

func (b *Finder) symptom(id string) *felt {
	if i := slices.IndexFunc(b.felt, func(s *felt) bool { return s.ID == id }); i >= 0 {
		return b.felt[i]
	}
	return nil
}

// provenUnder proves that every cause shows what it is listed under, at one of its sizes at least, and that its own complaint
// speaks for it and not against it.
func (b *Finder) provenUnder(l *fault.List) {
	for i, c := range b.causes {
		for _, id := range c.Under {
			s := b.symptom(id)
			best := 0.0
			for k := range sizes {
				best = math.Max(best, b.shows(c, k, s))
			}
			said := []evidence{b.saying(s, 0.03, 0.47)}
			b.compare(said)
			if best >= 0.5 && said[0].mean[i] < said[0].all {
				l.Add(fmt.Sprintf("causes[%d].under", i), "%s is made less likely by %q, its own complaint: others show it oftener", c.ID, id)
			}
			if best < 0.5 {
				l.Add(fmt.Sprintf("causes[%d].under", i), "%s does not show %q: the model says it would show something else", c.ID, id)
			}
		}
	}
}

// shows is the chance, by the model, that a cause of a size shows a symptom.
func (b *Finder) shows(c *cause, size int, s *felt) float64 { return s.in(c.exact[size]) }

// in is the chance that a symptom shows in one of its ways, by the chances of answers.
func (s *felt) in(row []float64) float64 {
	not := 1.0
	for _, way := range s.ways {
		sum := 0.0
		for _, column := range way {
			sum += row[column]
		}
		not *= 1 - sum
	}
	return 1 - not
}

// seen are all the ways a symptom shows.
func (s *Symptom) seen() []Seen { return append([]Seen{s.Seen}, s.Or...) }
