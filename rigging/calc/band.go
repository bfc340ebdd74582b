package calc

import (
	"math"

	"brankel/rigging/input"
)

// Band is a pair of limits; a missing one is infinite and never fails.
type Band struct{ Min, Max float64 }

// In tells whether v lies inside, the limits included.
func (b Band) In(v float64) bool { return v >= b.Min-slack && v <= b.Max+slack }

// Side is low, in or high.
func (b Band) Side(v float64) string {
	switch {
	case v < b.Min-slack:
		return "low"
	case v > b.Max+slack:
		return "high"
	}
	return "in"
}

func (b Band) verdict(v float64) string {
	if b.In(v) {
		return "in"
	}
	return "out"
}

func (b Band) middle() float64 { return (b.Min + b.Max) / 2 }

// short is how far v lies outside the nearer limit, 0 inside.
func (b Band) short(v float64) float64 {
	if b.In(v) {
		return 0
	}
	return math.Max(b.Min-v, v-b.Max)
}

// limits are the two ways to give a band: a target with what it may be under
// and over, or the ends.
type limits struct {
	target, minus, plus, min, max *float64
}

// Limits is a band given as a target with what it may be under and over, or by its
// ends; what is nil of these is 0, or does not limit.
func Limits(target, minus, plus, min, max *float64) Band {
	b, _ := limits{target, minus, plus, min, max}.band()
	return b
}

// check tells a band given in both ways, in neither, in half, or inverted. When
// half is allowed one end alone will do.
func (l limits) check(f *input.Faults, half bool) {
	byTarget := l.target != nil || l.minus != nil || l.plus != nil
	switch {
	case byTarget && l.min != nil:
		f.Add("min", "give a target with minus and plus, or min and max, not both")
	case byTarget && l.max != nil:
		f.Add("max", "give a target with minus and plus, or min and max, not both")
	case l.target != nil:
	case byTarget || l.min == nil && l.max == nil:
		f.Add("target", "missing: give a target with minus and plus, or min and max")
	case l.min == nil && !half:
		f.Add("min", "missing: write the lower limit too")
	case l.max == nil && !half:
		f.Add("max", "missing: write the upper limit too")
	case l.min != nil && l.max != nil:
		f.AddIf(*l.min > *l.max, "min", "the lower limit lies above the upper one: swap them")
	}
}

// band is the limits and the target, which is the middle when not given.
func (l limits) band() (b Band, target float64) {
	if l.target != nil {
		return Band{*l.target - or(l.minus, 0), *l.target + or(l.plus, 0)}, *l.target
	}
	b = Band{or(l.min, math.Inf(-1)), or(l.max, math.Inf(1))}
	return b, b.middle()
}

func or(p *float64, otherwise float64) float64 {
	if p == nil {
		return otherwise
	}
	return *p
}
