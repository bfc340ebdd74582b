package rig

import "brankel/rigging/input"

// ClutchGeometry is a pedal that works a fork through a cable, hooked to one of several
// places; ratio is from pedal to cable, fork_ratio from cable to bearing.
type ClutchGeometry struct {
	PedalStroke   float64      `json:"pedal_stroke" input:"plain,length,above0" says:"stroke of the pedal" part:"a pedal of another stroke"`
	Hooks         []ClutchHook `json:"hooks" says:"hooks of the quadrant"`
	ForkRatio     float64      `json:"fork_ratio" input:"plain,above0" says:"fork, cable to bearing" part:"a fork of another ratio"`
	ReleaseTravel float64      `json:"release_travel" input:"plain,length,above0" says:"bearing travel that releases"`
	BiteTravel    float64      `json:"bite_travel" input:"plain,length,above0" says:"bearing travel at the bite"`
	Datum         float64      `json:"datum" input:"plain,length,default=0" says:"free cable at setting 0"`
	PerStep       float64      `json:"per_step" input:"plain,length,above0" says:"cable of one step"`
	BearingClear  float64      `json:"bearing_clear" input:"plain,length,atleast0,default=0" says:"clearance the bearing wants"`
	SlipAt        float64      `json:"slip_at" input:"plain,length,atleast0,default=0" says:"how far it may ride before it slips"`
	SpringForce   float64      `json:"spring_force" input:"plain,force,atleast0,default=0" says:"force of the spring" part:"another spring"`
	Slope         float64      `json:"slope" input:"plain,atleast0,default=0" says:"force a mm, N/mm"`
	ForceOver     *float64     `json:"force_over" input:"plain,length,above0" says:"pedal travel over which force is read"`
	BuzzOver      *float64     `json:"buzz_over" input:"plain,length,above0" says:"free play over which the pedal buzzes"`
}

// ClutchHook is one place of the pedal to hook the cable to; Slack in mm.
type ClutchHook struct {
	Name  string  `json:"name" says:"hook"`
	Ratio float64 `json:"ratio" input:"plain,above0" says:"ratio, pedal to cable" part:"a hook of another ratio"`
	Slack float64 `json:"slack" input:"plain,length,default=0" says:"slack it adds"`
}

// Check tells what no single field shows.
func (g ClutchGeometry) Check(f *input.Faults) {
	var names []string
	for _, h := range g.Hooks {
		names = append(names, h.Name)
	}
	checkNames(f, names, "hooks", "name")
}

type clutchCondition struct {
	Wear float64 `json:"wear" input:"plain,length,atleast0,default=0" says:"wear of the plate, at the bearing"`
	Seat float64 `json:"seat" input:"plain,length,atleast0,default=0" says:"slack that shows once the rubber has seated"`
	Drag float64 `json:"drag" input:"plain,length,atleast0,default=0" says:"bearing travel lost to drag"`
}

// ClutchAt is whether the rubber has seated.
type ClutchAt struct {
	Settled bool `json:"settled" input:"default=true" says:"settled"`
}

// clutch: wear moves the fork toward the cable and so takes free play away; the free
// play and the release share the pedal's stroke. Left out: the plate's own spring curve.
func clutch(g *ClutchGeometry, c *clutchCondition) (*mechanism, error) {
	w := &mechanism{}
	w.sets(SetAdjuster)
	w.adjusters = append(w.adjusters, Adjuster{string(SetHook), len(g.Hooks)})
	hook := func(s *spot) *ClutchHook { return &g.Hooks[int(s.e[1])] }
	free := func(s *spot) float64 {
		seat := 0.0
		if s.at.(*ClutchAt).Settled {
			seat = c.Seat
		}
		return g.Datum + g.PerStep*s.e[0] + hook(s).Slack - g.ForkRatio*c.Wear + seat
	}
	gap := func(s *spot) float64 { return s.greater(0, free(s)) }
	pedalFree := func(s *spot) float64 { return gap(s) * hook(s).Ratio }
	bearing := func(s *spot) float64 { return free(s) / g.ForkRatio }
	margin := func(s *spot) float64 {
		return (g.PedalStroke/hook(s).Ratio-free(s))/g.ForkRatio - g.ReleaseTravel - c.Drag
	}
	w.reads(PedalFree, pedalFree)
	w.reads(CableGap, gap)
	w.reads(BearingFree, bearing)
	w.reads(ReleaseMargin, margin)
	w.reads(BiteHeight, func(s *spot) float64 { return g.PedalStroke - hook(s).Ratio*(free(s)+g.BiteTravel*g.ForkRatio) })
	if g.ForceOver != nil {
		w.reads(Force, func(s *spot) float64 { return g.SpringForce + g.Slope*s.greater(0, *g.ForceOver-pedalFree(s)) })
	}
	w.sweeps("pedal, mm", "bearing moved, mm", 0, g.PedalStroke, Named{"up", 0}, Named{"at the floor", g.PedalStroke})
	w.curve(SweptBearing, func(s *spot, at float64) float64 { return s.greater(0, (at/hook(s).Ratio-free(s))/g.ForkRatio) })
	w.wanted("bites below", g.BiteTravel)
	w.wanted("released above", g.ReleaseTravel+c.Drag)

	w.tells(FeltBearing, []string{"clear", "rides"}, func(s *spot) string {
		return word(s.atLeast(bearing(s), g.BearingClear),
			"clear", "rides")
	})
	w.tells(FeltRelease, []string{"clean", "clashes"}, func(s *spot) string { return word(s.atLeast(margin(s), 0), "clean", "clashes") })
	w.tells(FeltGrip, []string{"holds", "slips"}, func(s *spot) string { return word(s.atLeast(bearing(s), -g.SlipAt), "holds", "slips") })
	if g.BuzzOver != nil {
		w.tells(FeltPedal, []string{"quiet", "buzzes"}, func(s *spot) string {
			return word(s.atMost(pedalFree(s), *g.BuzzOver), "quiet",
				"buzzes")
		})
	}
	return w, nil
}
