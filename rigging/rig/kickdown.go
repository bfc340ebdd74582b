package rig

import (
	"math"

	"brankel/rigging/fault"
	"brankel/rigging/input"
)

// KickdownGeometry is a throttle lever that pulls a gearbox valve: by its pull at full
// throttle, or as a lever whose angles are from the position square to the cable.
type KickdownGeometry struct {
	Bottom       float64  `json:"bottom" input:"plain,length,above0" says:"stroke of the valve until it bottoms"`
	Kick         float64  `json:"kick" input:"plain,length,above0" says:"stroke at which it kicks down"`
	PullAtFull   *float64 `json:"pull_at_full" input:"plain,length,above0" says:"pull at full throttle" part:"a lever that pulls otherwise"`
	Radius       *float64 `json:"radius" input:"plain,length,above0" says:"radius of the throttle lever" part:"a lever of another radius"`
	IdleAngle    *float64 `json:"idle_angle" input:"plain,angle" says:"the lever's angle at idle"`
	FullAngle    *float64 `json:"full_angle" input:"plain,angle" says:"the lever's angle at full throttle"`
	Notch        float64  `json:"notch" input:"plain,length,above0" says:"slack of one notch"`
	Datum        float64  `json:"datum" input:"plain,length,default=0" says:"slack at notch 0"`
	PedalReach   float64  `json:"pedal_reach" input:"plain,above0,default=1" says:"part of the throttle the pedal reaches"`
	PointerSlack *float64 `json:"pointer_slack" input:"plain,length" says:"slack at which the pointer is on its mark"`
	Road         *struct {
		Throttle float64 `json:"throttle" input:"plain,atleast0" says:"throttle at which it is driven"`
		Low      float64 `json:"low" input:"plain,length" says:"valve stroke under which it shifts early"`
		High     float64 `json:"high" input:"plain,length" says:"valve stroke over which it shifts late"`
	} `json:"road" says:"on the road"`
	BumpSlack float64 `json:"bump_slack" input:"plain,length,atleast0,default=0" says:"slack under which it bumps as it comes to rest"`
}

// Check tells what no single field shows.
func (g KickdownGeometry) Check(f *input.Faults) {
	lever := []struct {
		name  string
		given bool
	}{{"radius", g.Radius != nil}, {"idle_angle", g.IdleAngle != nil}, {"full_angle", g.FullAngle != nil}}
	levered := lever[0].given || lever[1].given || lever[2].given
	f.AddIf(g.PullAtFull == nil && !levered, "pull_at_full", "missing: write the pull at full throttle, or the lever's radius and angles")
	for _, one := range lever {
		if g.PullAtFull != nil && one.given {
			f.Add(one.name, "write pull_at_full or the lever, not both: leave one out")
			break
		}
		f.AddIf(g.PullAtFull == nil && levered && !one.given, one.name, "missing: it belongs to the lever")
	}
	if g.IdleAngle != nil && g.FullAngle != nil {
		f.AddIf(*g.IdleAngle < -90, "idle_angle", "the lever would be over centre: write −90 or more")
		f.AddIf(*g.FullAngle <= *g.IdleAngle, "full_angle", "full throttle must lie beyond idle")
		f.AddIf(*g.FullAngle > 90, "full_angle", "the lever would be over centre: write 90 or less")
	}
	f.AddIf(g.PedalReach > 1, "pedal_reach", "this is a part of the throttle: write more than 0, at most 1")
	f.AddIf(g.Road != nil && g.Road.Throttle > 1, "road.throttle", "this is a part of the throttle: write 0 to 1")
}

type kickdownCondition struct {
	Unseated float64 `json:"unseated" input:"plain,length,atleast0,default=0" says:"how far the housing is from home"`
	Hook     string  `json:"hook" input:"words=on|off,default=on" says:"the inner on its hook"`
}

// KickdownAt is the throttle: idle, full, or the part that it is open, 0 to 1.
type KickdownAt struct {
	Throttle any `json:"throttle" input:"plain,words=idle|full,default=idle" says:"throttle"`
}

func (g *KickdownGeometry) pull(u float64) float64 {
	if g.PullAtFull != nil {
		return *g.PullAtFull * u
	}
	idle, full := *g.IdleAngle*math.Pi/180, *g.FullAngle*math.Pi/180
	return *g.Radius * (math.Sin(idle+(full-idle)*u) - math.Sin(idle))
}

// throttleOf is the part of the throttle at which the lever has pulled so much, for a
// pull between none and the whole.
func (g *KickdownGeometry) throttleOf(pull float64) float64 {
	if g.PullAtFull != nil {
		return pull / *g.PullAtFull
	}
	idle, full := *g.IdleAngle*math.Pi/180, *g.FullAngle*math.Pi/180
	return (math.Asin(math.Min(1, pull / *g.Radius + math.Sin(idle))) - idle) / (full - idle)
}

// kickdown: the slack is taken up before the valve moves; once the valve has bottomed a
// cable with too little slack stops the throttle. Left out: stretch, and the governor.
func kickdown(g *KickdownGeometry, c *kickdownCondition) (*mechanism, error) {
	w := &mechanism{checkAt: func(at any) error {
		u, isNumber := at.(*KickdownAt).Throttle.(float64)
		if isNumber && (u < 0 || u > 1) {
			return fault.At("throttle", "this is a part of the throttle: write idle, full or 0 to 1")
		}
		return nil
	}}
	w.sets(SetSlider)
	on := c.Hook == "on"
	cableSlack := func(s *spot) float64 { return g.Datum + g.Notch*s.e[0] + c.Unseated }
	stop := func(s *spot) float64 {
		drawn := g.Bottom + cableSlack(s)
		if !on || s.atMost(g.pull(1), drawn) {
			return 1
		}
		return g.throttleOf(s.greater(0, drawn))
	}
	valve := func(s *spot, u float64) float64 {
		if !on {
			return 0
		}
		return s.within(0, g.pull(s.lesser(u, stop(s)))-cableSlack(s), g.Bottom)
	}
	u := func(s *spot) float64 {
		switch at := s.at.(*KickdownAt).Throttle; at {
		case "idle":
			return 0
		case "full":
			return g.PedalReach
		default:
			return at.(float64)
		}
	}
	reach := func(s *spot) float64 { return s.lesser(g.PedalReach, stop(s)) }
	full := func(s *spot) float64 { return valve(s, g.PedalReach) }

	w.reads(IdleSlack, func(s *spot) float64 { return s.greater(0, cableSlack(s)) })
	w.reads(IdlePull, func(s *spot) float64 {
		if !on {
			return 0
		}
		return s.greater(0, -cableSlack(s))
	})
	w.reads(Draw, func(s *spot) float64 { return g.pull(s.lesser(u(s), stop(s))) })
	w.reads(Valve, func(s *spot) float64 { return valve(s, u(s)) })
	w.reads(FullValve, full)
	w.reads(ThrottleReached, reach)
	if g.PointerSlack != nil {
		w.reads(Pointer, func(s *spot) float64 { return cableSlack(s) - *g.PointerSlack })
	}

	w.sweeps("throttle, %", "valve, mm", 0, 100, Named{"idle", 0}, Named{"full", 100 * g.PedalReach})
	w.curve(SweptValve, func(s *spot, at float64) float64 { return valve(s, at/100) })
	w.wanted("kickdown", g.Kick)
	w.wanted("bottom", g.Bottom)

	w.tells(FeltKickdown, []string{"comes", "never"}, func(s *spot) string { return word(s.atLeast(full(s), g.Kick), "comes", "never") })
	w.tells(FeltFromPedal, []string{"reaches it", "stops short"}, func(s *spot) string {
		return word(s.atLeast(reach(s), 0.995), "reaches it", "stops short")
	})
	w.tells(FeltResistance, []string{"felt", "none"}, func(*spot) string { return word(on, "felt", "none") })
	w.tells(FeltBump, []string{"none", "bump"}, func(s *spot) string {
		return word(!on || s.atLeast(cableSlack(s), g.BumpSlack),
			"none", "bump")
	})
	if g.Road != nil {
		w.tells(FeltShifts, []string{"right", "early", "late"}, func(s *spot) string {
			v := valve(s, g.Road.Throttle)
			if s.under(v, g.Road.Low) {
				return "early"
			}
			return word(s.atMost(v, g.Road.High), "right", "late")
		})
	}
	return w, nil
}
