package rig

import (
	"math"
	"slices"

	"brankel/rigging/lattice"
)

// box is what turns each adjuster may still have.
type box struct{ low, high []float64 }

// narrowed takes off what the bounds do not allow, in whole steps; any is false when
// nothing is left.
func (b box) narrowed(bounds []bound, ranges []Range, turned []int) (out box, any bool) {
	out = box{slices.Clone(b.low), slices.Clone(b.high)}
	for range 4 { // each pass may help the next; what is left is the search's
		moved := false
		for _, one := range bounds {
			least, most := one.span(out.low, out.high)
			fine := 1e-9 * (1 + math.Abs(least) + math.Abs(most))
			if least > one.max+2*slack+fine || most < one.min-2*slack-fine {
				return out, false
			}
			for j, by := range one.by {
				if by == 0 {
					continue
				}
				step := ranges[turned[j]].Step
				// what is left for this adjuster when all others help as they can
				own := [2]float64{math.Min(by*out.low[j], by*out.high[j]), math.Max(by*out.low[j], by*out.high[j])}
				from, to := (one.min-2*slack-(most-own[1]))/by, (one.max+2*slack-(least-own[0]))/by
				if by < 0 {
					from, to = to, from
				}
				if low := math.Ceil(from/step-1e-6) * step; low > out.low[j]+slack {
					out.low[j], moved = low, true
				}
				if high := math.Floor(to/step+1e-6) * step; high < out.high[j]-slack {
					out.high[j], moved = high, true
				}
				if out.low[j] > out.high[j]+slack {
					return out, false
				}
				least, most = one.span(out.low, out.high)
			}
		}
		if !moved {
			break
		}
	}
	return out, true
}

// row writes the bound in half bands; it does not matter when the box meets it anyway.
func (b bound) row(room box) (row lattice.Row, matters bool) {
	least, most := b.span(room.low, room.high)
	if least >= b.min && most <= b.max {
		return row, false
	}
	row.Hard = math.IsInf(b.min, 0) || math.IsInf(b.max, 0)
	low, high := math.Max(b.min, least)-2*slack, math.Min(b.max, most)+2*slack
	half := math.Max((high-low)/2, slack)
	row.At = (b.at - (low+high)/2) / half
	for j, by := range b.by {
		row.By[j] = by / half
	}
	return row, true
}
