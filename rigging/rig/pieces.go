package rig

import (
	"math"
	"slices"
)

// straight is a value that runs straight over the turns x of the adjusters: At + By·x.
type straight struct {
	at float64
	by []float64
}

// span is the least and the greatest it can be within a box of turns.
func (f straight) span(low, high []float64) (least, most float64) {
	least, most = f.at, f.at
	for i, b := range f.by {
		least += math.Min(b*low[i], b*high[i])
		most += math.Max(b*low[i], b*high[i])
	}
	return least, most
}

// bound is a straight value that must lie between two limits.
type bound struct {
	straight
	min, max float64
}

// piece is a part of the settings in which every choice of the model falls one way, so
// that all it says runs straight there; as bounds that must all be met for the limit to be.
type piece []bound

// mostPieces is how many a limit may fall into; beyond it the limit is only asked of
// settings that meet all others.
const mostPieces = 600

// asking asks the model for a limit after so many turns of each adjuster, its first
// choices forced: the spot with the choices made, the reading, whether a sense is wanted.
type asking func(turns []float64, forced []bool) (s *spot, v float64, wanted bool)

// pieces finds where a limit can be met within the box, without knowing the family: the
// model is asked with its choices forced one way and the other, and as with every choice
// made it runs straight, one turn of each adjuster tells it whole. ok is false when it is
// bent (a lever's sine) or falls into too many pieces.
func (g *gauge) pieces(ask asking, low, high []float64) (out []piece, ok bool) {
	n, tried := len(low), 0
	var explore func(prefix []bool) bool
	explore = func(prefix []bool) bool {
		if tried++; tried > mostPieces {
			return false
		}
		here, value, wanted := ask(make([]float64, n), prefix)
		made, margins := slices.Clone(here.made), slices.Clone(here.margins)
		conditions := make([]straight, len(made))
		for k := range conditions {
			conditions[k] = straight{margins[k], make([]float64, n)}
		}
		read := straight{value, make([]float64, n)}
		turns := make([]float64, n)
		for i := range n {
			turns[i] = 1
			there, v, _ := ask(turns, made)
			turns[i] = 0
			read.by[i] = v - value
			for k, margin := range there.margins {
				conditions[k].by[i] = margin - margins[k]
			}
		}
		if !runs(ask, made, conditions, read, low, high) {
			return false
		}
		p, possible := piece{}, true
		for k, c := range conditions {
			least, most := c.span(low, high)
			mayHold, mayNot := most >= 0, least < 0
			if k >= len(prefix) && (made[k] && mayNot || !made[k] && mayHold) {
				if !explore(append(slices.Clone(made[:k]), !made[k])) {
					return false
				}
			}
			if possible = made[k] && mayHold || !made[k] && mayNot; !possible {
				break
			}
			if made[k] && mayNot {
				p = append(p, bound{c, 0, math.Inf(1)})
			} else if !made[k] && mayHold {
				p = append(p, bound{c, math.Inf(-1), 0})
			}
		}
		if possible && wanted {
			if g.read != nil {
				p = append(p, bound{read, g.min, g.max})
			}
			out = append(out, p)
		}
		return true
	}
	if !explore(nil) {
		return nil, false
	}
	return out, true
}

// runs tells whether value and margins are as straight as they were taken to be, at the
// far corners of the box.
func runs(ask asking, made []bool, conditions []straight, read straight, low, high []float64) bool {
	for _, corner := range [][]float64{low, high} {
		s, v, _ := ask(corner, made)
		if len(s.margins) != len(conditions) || !meets(read, v, corner) {
			return false
		}
		for k, c := range conditions {
			if !meets(c, s.margins[k], corner) {
				return false
			}
		}
	}
	return true
}

func meets(f straight, v float64, at []float64) bool {
	want, size := f.at, math.Abs(f.at)+math.Abs(v)
	for i, b := range f.by {
		want += b * at[i]
		size += math.Abs(b * at[i])
	}
	return math.Abs(want-v) <= 1e-9*(1+size)
}
