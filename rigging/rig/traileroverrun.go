package rig

import (
	"slices"

	"brankel/rigging/input"
)

// TrailerGeometry is a coupler that pushes a rod, a compensator, and a backplate
// adjuster on each wheel. The rod's datum is its play at setting 0.
type TrailerGeometry struct {
	Wheels        []string `json:"wheels" says:"wheels"`
	Clearance     float64  `json:"clearance" input:"plain,length" says:"clearance of the shoes at setting 0"`
	PerTurn       float64  `json:"per_turn" input:"plain,length,above0" says:"clearance of one turn of the adjuster"`
	Whisper       float64  `json:"whisper" input:"plain,length,above0" says:"clearance up to which it whispers"`
	LockAt        float64  `json:"lock_at" input:"plain,length,above0" says:"bite at which it locks"`
	ReverseGap    float64  `json:"reverse_gap" input:"plain,length,atleast0" says:"clearance that turning backwards adds"`
	ReverseNeed   float64  `json:"reverse_need" input:"plain,length,atleast0" says:"clearance that reversing needs"`
	RodDatum      float64  `json:"rod_datum" input:"plain,length,default=0" says:"play of the rod at setting 0"`
	RodPitch      float64  `json:"rod_pitch" input:"plain,length,above0" says:"rod nut, a turn"`
	Ratio         float64  `json:"ratio" input:"plain,above0" says:"rod for each mm of clearance" part:"another expander"`
	CouplerRatio  float64  `json:"coupler_ratio" input:"plain,above0" says:"rod for each mm of the coupler" part:"another coupler lever"`
	CouplerStroke float64  `json:"coupler_stroke" input:"plain,length,above0" says:"stroke of the coupler"`
	LeverRest     float64  `json:"lever_rest" input:"plain,angle" says:"the hand lever at rest"`
	LeverPerMM    float64  `json:"lever_per_mm" input:"plain,above0" says:"lever angle for each mm of rod, °/mm"`
	LeverMark     float64  `json:"lever_mark" input:"plain,angle" says:"the lever's mark"`
	LeverTol      float64  `json:"lever_tol" input:"plain,angle,atleast0" says:"how far it may lie from its mark"`
	PullOver      float64  `json:"pull_over" input:"plain,length,atleast0" says:"difference of clearances over which it pulls"`
}

// Check tells what no single field shows.
func (g TrailerGeometry) Check(f *input.Faults) { checkNames(f, g.Wheels, "wheels", "") }

func (g *TrailerGeometry) places() []string { return g.Wheels }

type trailerCondition struct {
	Wear       map[string]float64 `json:"wear" input:"plain,atleast0,optional" says:"wear of the shoes"`
	TurnedBack []string           `json:"turned_back" input:"empty,optional" says:"wheels turned backwards"`
	RodForward float64            `json:"rod_forward" input:"plain,length,atleast0,default=0" says:"how far the rod is from hard back"`
}

// Check tells what no single field shows.
func (c trailerCondition) Check(f *input.Faults) { checkNames(f, c.TurnedBack, "turned_back", "") }

// trailerOverrun: the coupler takes up the rod's play and then the mean clearance; a
// wheel that was turned backwards feels looser than it is, and a nut turned too far draws
// all shoes on. Left out: the damper, and the give of the linkage under load.
func trailerOverrun(g *TrailerGeometry, c *trailerCondition) (*mechanism, error) {
	if err := known(c.Wear, g.Wheels, "condition.wear"); err != nil {
		return nil, err
	}
	if err := wheelsKnown(c.TurnedBack, g.Wheels, "condition.turned_back"); err != nil {
		return nil, err
	}
	w := &mechanism{}
	for _, wheel := range g.Wheels {
		w.sets(SetWheel.Of(wheel))
	}
	w.sets(SetRodNut)
	nut, n := len(g.Wheels), len(g.Wheels)
	drawn := func(s *spot) float64 { return g.RodDatum + g.RodPitch*s.e[nut] }
	rod := func(s *spot) float64 { return s.greater(0, drawn(s)) }
	// own is a wheel's clearance but for what the nut draws on, which is the same for all
	own := func(s *spot, i int) float64 { return g.Clearance + g.PerTurn*s.e[i] + c.Wear[g.Wheels[i]] }
	clear := func(s *spot, i int) float64 { return own(s, i) + s.lesser(0, drawn(s))/g.Ratio }
	apply := func(s *spot) float64 { return rod(s) + g.Ratio*gaps(s, n, clear) }
	travel := func(s *spot) float64 { return apply(s) / g.CouplerRatio }
	lever := func(s *spot) float64 { return g.LeverRest + g.LeverPerMM*apply(s) }

	w.reads(RodPlay, func(s *spot) float64 { return s.greater(0, rod(s)-c.RodForward) })
	w.reads(CouplerTravel, travel)
	w.reads(LeverAngle, lever)
	for i, wheel := range g.Wheels {
		felt := func(s *spot) float64 { return clear(s, i) }
		if slices.Contains(c.TurnedBack, wheel) {
			felt = func(s *spot) float64 { return clear(s, i) + g.ReverseGap }
		}
		w.reads(Clearance.Of(wheel), felt)
		w.tells(FeltDrag.Of(wheel), drags, func(s *spot) string { return drag(s, felt(s), g.Whisper, g.LockAt) })
	}
	w.sweeps("coupler, mm", "still to take up at the rod, mm", 0, g.CouplerStroke, Named{"out", 0}, Named{"in", g.CouplerStroke})
	w.curve(SweptPlayAndClearance, func(s *spot, at float64) float64 { return s.greater(0, apply(s)-at*g.CouplerRatio) })
	w.tells(FeltLever, []string{"at its mark", "short", "past it"}, func(s *spot) string {
		angle := lever(s)
		if s.under(angle, g.LeverMark-g.LeverTol) {
			return "short"
		}
		return word(s.atMost(angle, g.LeverMark+g.LeverTol), "at its mark", "past it")
	})
	w.tells(FeltStop, []string{"in line", "runs to the end", "pulls"}, func(s *spot) string {
		if s.over(travel(s), g.CouplerStroke) {
			return "runs to the end"
		}
		least, most := own(s, 0), own(s, 0)
		for i := 1; i < n; i++ {
			least, most = s.lesser(least, own(s, i)), s.greater(most, own(s, i))
		}
		return word(s.atMost(most-least, g.PullOver), "in line", "pulls")
	})
	w.tells(FeltReverse, []string{"free", "binds"}, func(s *spot) string {
		for i := range n {
			if s.under(clear(s, i), g.ReverseNeed) {
				return "binds"
			}
		}
		return "free"
	})
	return w, nil
}
