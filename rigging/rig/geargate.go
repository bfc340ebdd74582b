package rig

import (
	"brankel/rigging/input"
)

// GateGeometry is a lever whose centring stop has a gap to either side, and a set screw
// for each plane of the gate that ends the lever's reach there.
type GateGeometry struct {
	GapLeft    float64     `json:"gap_left" input:"plain,length" says:"gap left of the stop at setting 0"`
	GapRight   float64     `json:"gap_right" input:"plain,length" says:"gap right of the stop at setting 0"`
	PerTurn    float64     `json:"per_turn" input:"plain,length,above0" says:"centring stop, a turn"`
	LeverRatio float64     `json:"lever_ratio" input:"plain,above0" says:"play at the lever, a mm of gap" part:"a lever of another ratio"`
	HangAt     float64     `json:"hang_at" input:"plain,length,atleast0" says:"how far off centre it still returns"`
	Planes     []GatePlane `json:"planes" says:"planes of the gate"`
}

// GatePlane is one plane of the gate and its screw, in mm.
type GatePlane struct {
	Name  string  `json:"name" says:"plane"`
	Side  float64 `json:"side" input:"plain,whole" says:"side of the stop, −1 or 1"`
	Screw float64 `json:"screw" input:"plain,length" says:"reach of its screw at setting 0"`
	Pitch float64 `json:"pitch" input:"plain,length,above0" says:"set screw, a turn"`
	Need  float64 `json:"need" input:"plain,length" says:"reach that is in"`
	Over  float64 `json:"over" input:"plain,length,atleast0" says:"how far over that is still in"`
}

// Check tells what no single field shows.
func (g GateGeometry) Check(f *input.Faults) {
	for i, p := range g.Planes {
		f.AddIf(p.Side != -1 && p.Side != 1 && p.Side == p.Side, input.Item("planes", i)+".side", "write −1 for the left or 1 for the right")
	}
	checkNames(f, g.places(), "planes", "name")
}

func (g GateGeometry) places() (out []string) {
	for _, p := range g.Planes {
		out = append(out, p.Name)
	}
	return out
}

type gateCondition struct {
	Worn float64 `json:"worn" input:"plain,length,atleast0,default=0" says:"wear of the stop, each side"`
}

// gearGate: a stop off centre moves every plane toward or away from its screw. Left
// out: the give of the selector rods.
func gearGate(g *GateGeometry, c *gateCondition) (*mechanism, error) {
	w := &mechanism{}
	w.sets(SetStop)
	left := func(s *spot) float64 { return g.GapLeft + g.PerTurn*s.e[0] + c.Worn }
	right := func(s *spot) float64 { return g.GapRight - g.PerTurn*s.e[0] + c.Worn }
	centre := func(s *spot) float64 { return (left(s) - right(s)) / 2 }
	w.sweeps("lever leaned, mm at the stop", "gap, mm", -3, 3, Named{"upright", 0})
	w.curve(SweptLeft, func(s *spot, at float64) float64 { return s.greater(0, left(s)+at) })
	w.curve(SweptRight, func(s *spot, at float64) float64 { return s.greater(0, right(s)-at) })
	w.reads(GapLeft, func(s *spot) float64 { return s.greater(0, left(s)) })
	w.reads(GapRight, func(s *spot) float64 { return s.greater(0, right(s)) })
	w.reads(PlayLeft, func(s *spot) float64 { return g.LeverRatio * s.greater(0, left(s)) })
	w.reads(PlayRight, func(s *spot) float64 { return g.LeverRatio * s.greater(0, right(s)) })
	w.tells(FeltCentre, []string{"returns", "hangs"}, func(s *spot) string {
		return word(s.atMost(s.size(centre(s)), g.HangAt),
			"returns", "hangs")
	})
	for i := range g.Planes {
		p := &g.Planes[i]
		w.sets(SetScrew.Of(p.Name))
		reach := func(s *spot) float64 { return p.Screw + p.Pitch*s.e[i+1] - p.Side*centre(s) }
		w.reads(Reach.Of(p.Name), reach)
		w.tells(FeltPlane.Of(p.Name), []string{"in", "stops short", "overruns"}, func(s *spot) string {
			if s.under(reach(s), p.Need) {
				return "stops short"
			}
			return word(s.atMost(reach(s), p.Need+p.Over), "in", "overruns")
		})
	}
	return w, nil
}
