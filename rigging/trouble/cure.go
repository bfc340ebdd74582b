package trouble

import (
	"math"

	"brankel/rigging/rig"
)

// How far a cure is looked for, in steps of the adjuster either way.
const (
	farthest = 20.0
	cureStep = 0.5
)

// cure is how far the adjuster that a run turns must go, out positive, to put a cause right: what was
// mis-set is set back; what is worn is taken up by the least turning that brings every reading and
// sense of the model back. 0 where none does.
func (b *Finder) cure(c *cause, m *rig.Model, u float64) float64 {
	name := c.End.Adjuster
	if name == "" {
		return 0
	}
	for _, one := range c.Change {
		if one.Setting == name {
			return -(one.By[0] + (one.By[1]-one.By[0])*u)
		}
	}
	best, least := 0.0, b.wrong(m)
	for by := cureStep; by <= farthest; by += cureStep {
		for _, way := range []float64{by, -by} {
			if n := b.wrong(m.Set(map[string]float64{name: m.Setting(name) + way})); n < least {
				best, least = way, n
			}
		}
	}
	return best
}

// wrong is how much of what the model shows is not as on a good rig: how far readings lie out of
// their windows, in doubts, and each sense that is not its good word.
func (b *Finder) wrong(m *rig.Model) (sum float64) {
	answers := map[int]rig.Answer{}
	for _, t := range b.tests {
		if t.Look {
			continue
		}
		a, there := answers[t.group]
		if !there {
			at, err := m.At(t.At)
			if err != nil {
				return math.Inf(1)
			}
			if a, err = m.Answer(at); err != nil {
				return math.Inf(1)
			}
			answers[t.group] = a
		}
		if t.Sense != "" {
			if t.told(a) != t.answers[0].ID {
				sum += 10
			}
			continue
		}
		v := a.Readings[t.Reading]
		sum += math.Max(0, math.Max(t.low-v, v-t.high)) / t.Doubt
	}
	return sum
}
