package lead

import (
	"math"
	"slices"

	"brankel/rigging/calc"
)

// evened is a move that puts all inside and makes two readings alike, as near as the finest step comes: gaps to either side
// of one thing are set to each other, and not only each inside its own window. ok is false where nothing does both.
func evened(in calc.CoupledInput, alike []string) (out calc.CoupledOutput, ok bool) {
	if len(alike) != 2 {
		return out, false
	}
	place := func(id string) int {
		return slices.IndexFunc(in.Readings, func(r calc.CoupledReading) bool { return r.ID == id })
	}
	one, other := place(alike[0]), place(alike[1])
	if one < 0 || other < 0 {
		return out, false
	}
	apart, finest := make([]float64, len(in.Adjusters)), math.Inf(1)
	for j, a := range in.Adjusters {
		if apart[j] = in.Influence[one][j] - in.Influence[other][j]; apart[j] != 0 {
			finest = min(finest, math.Abs(apart[j])*a.Step)
		}
	}
	if math.IsInf(finest, 0) {
		return out, false
	}
	in.Readings = append(slices.Clone(in.Readings), calc.CoupledReading{ID: "apart", Now: in.Readings[one].Now - in.Readings[other].Now,
		Min: -finest / 2, Max: finest / 2})
	in.Influence = append(slices.Clone(in.Influence), apart)
	out, err := calc.Coupled(in)
	return out, err == nil && out.AllIn
}
