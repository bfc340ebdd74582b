package sheet

import (
	"fmt"
	"math"

	"brankel/rigging/quantity"
)

// mostTold is how many times its own figure a reading may make of a figure of the rig.
const mostTold = 8

// Told is the figure of the rig's geometry with which it shows a value at a point, the other figures as on the sheet but
// for those of the part that is in, nil for the sheet's own. ok is false where the point tells of none or no figure serves.
func (s *Sheet) Told(p *Point, in *Option, value float64) (figure float64, ok bool) {
	if p.Tells == "" || s.Rig == nil {
		return 0, false
	}
	with, r := *s, *s.Rig
	with.Rig, with.Nominal = &r, nil
	base := s.Rig.Geometry
	if in != nil {
		base = in.Fitted(base, nil)
	}
	off := func(x float64) float64 {
		r.Geometry = Option{Geometry: map[string]float64{p.Tells: x}}.Fitted(base, nil)
		m, where, err := with.Model("", nil, p.Needs, p.At)
		if err != nil {
			return math.NaN()
		}
		answer, err := m.Answer(where)
		if err != nil {
			return math.NaN()
		}
		return answer.Readings[p.Measures] - value
	}
	own := s.Rig.Geometry[p.Tells].(float64)
	lo, hi := own/1000, own*mostTold
	below := off(lo)
	if above := off(hi); math.IsNaN(below) || math.IsNaN(above) || below*above > 0 {
		return 0, false
	}
	for range 60 {
		mid := (lo + hi) / 2
		if off(mid)*below > 0 {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2, true
}

// springMargin is how much more than the arm takes a spring has at rest, as the calculation spring has it.
const springMargin = 0.25

// SpringSays is what a spring would have to pull at the arm where none of those there serves, by how heavy the arm is; ""
// for a setting that chooses something else.
func (s *Sheet) SpringSays(one *Setting, told map[string]float64) string {
	heavy, ok := told["arm_friction"]
	if one.By != "spring" || !ok {
		return ""
	}
	holds, _ := s.Rig.Geometry["knob_hold"].(float64)
	text := func(v float64) string { return quantity.Quantity{Kind: quantity.Force, Value: v}.Text() }
	return fmt.Sprintf("The arm takes %s: a spring of %s or more with the knob home, and of %s or less at full travel.",
		text(heavy), text(heavy*(1+springMargin)), text(heavy+holds))
}
