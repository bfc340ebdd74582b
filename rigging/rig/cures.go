package rig

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"brankel/rigging/quantity"
)

// Cure is one figure of the geometry that would make a setting possible: the part that
// would bring it, its path in the rig, what it is and the nearest value that serves.
type Cure struct {
	Part, Path string
	From, To   float64
	Says, Unit string // what the figure is
}

// Words say the part and the figure it would bring.
func (c Cure) Words() string {
	number := func(v float64) string {
		digits := 1
		if math.Abs(v) < 10 {
			digits = 2
		}
		return quantity.Number(v, digits)
	}
	unit := c.Unit
	if unit != "" && unit != "°" {
		unit = " " + unit
	}
	return fmt.Sprintf("%s: %s %s%s instead of %s%s", c.Part, c.Says, number(c.To), unit, number(c.From), unit)
}

// farOff are the changes that are tried, as parts of the figure.
var farOff = []float64{0.01, 0.03, 0.08, 0.2, 0.4, 0.8, 1.5}

// cures tries every figure alone, farther and farther from what it is, and then finds
// the nearest value that serves within a thousandth, as long as there is work left to do.
func (m *Model) cures(limits []Limit, ranges []Range, work *int) (out []Cure) {
	for _, f := range m.Figures() {
		size := math.Abs(f.Value)
		if size < slack {
			size = 1
		}
		serves := func(by float64) bool {
			other, err := m.with(f.Path, f.Value+by*size)
			if err != nil {
				return false // no part is like this
			}
			s, err := other.newSearch(limits, ranges)
			if err != nil {
				return false
			}
			s.work = work
			s.solve()
			return s.found
		}
		best := math.Inf(1)
		for _, way := range []float64{1, -1} {
			near := 0.0
			for _, far := range farOff {
				if far >= math.Abs(best) {
					break
				}
				if !serves(way * far) {
					near = far
					continue
				}
				for far-near > 1e-3*far {
					if middle := (near + far) / 2; serves(way * middle) {
						far = middle
					} else {
						near = middle
					}
				}
				if far < math.Abs(best) {
					best = way * far
				}
				break
			}
		}
		if !math.IsInf(best, 0) {
			out = append(out, Cure{f.Part, "geometry." + f.Path, f.Value, f.Value + best*size, f.Says, f.Unit})
		}
	}
	slices.SortStableFunc(out, func(a, b Cure) int { return cmp.Compare(a.change(), b.change()) })
	return out
}

// change is how much of itself a figure changes.
func (c Cure) change() float64 { return math.Abs(c.To-c.From) / math.Max(math.Abs(c.From), 1e-9) }
