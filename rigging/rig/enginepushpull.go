package rig

import (
	"math"

	"brankel/rigging/fault"
)

// PushPullGeometry is a knob that works an arm through a push-pull cable, held to one
// side by a spring where there is one. Datum is what the rod end adds at setting 0.
type PushPullGeometry struct {
	KnobStroke  float64  `json:"knob_stroke" input:"plain,length,above0" says:"stroke of the knob"`
	ArmStroke   float64  `json:"arm_stroke" input:"plain,length,above0" says:"stroke of the arm, stop to stop" part:"a longer or shorter arm"`
	Datum       float64  `json:"datum" input:"plain,length,default=0" says:"the rod end's place at setting 0"`
	Pitch       float64  `json:"pitch" input:"plain,length,above0" says:"rod end, a turn"`
	KnobPitch   *float64 `json:"knob_pitch" input:"plain,length,above0" says:"fine thread of the knob, a turn"`
	ArmFriction float64  `json:"arm_friction" input:"plain,force,atleast0" says:"friction at the arm"`
	KnobHold    float64  `json:"knob_hold" input:"plain,force,atleast0" says:"what the knob holds of itself"`
	DeadOK      float64  `json:"dead_ok" input:"plain,length,atleast0,default=1" says:"lost motion allowed"`
	Spring      *struct {
		Toward string  `json:"toward" input:"words=in|out" says:"the spring draws toward"`
		AtIn   float64 `json:"at_in" input:"plain,force,atleast0" says:"its force with the arm in" part:"another spring"`
		AtOut  float64 `json:"at_out" input:"plain,force,atleast0" says:"its force with the arm out" part:"another spring"`
	} `json:"spring" says:"anti-lash spring"`
}

type pushPullCondition struct {
	Lash float64 `json:"lash" input:"plain,length,atleast0,default=0" says:"lash of the inner in its conduit"`
}

// PushPullAt is the knob, in, mid, out or mm from in, and the way it was moved last.
type PushPullAt struct {
	Knob any    `json:"knob" input:"plain,length,words=in|mid|out,default=mid" says:"knob"`
	Last string `json:"last" input:"words=push|pull,default=push" says:"moved last by"`
}

// enginePushPull: the knob's travel less the rod end's place less the lash is the arm's.
// A spring that overcomes the arm's friction everywhere keeps the lash on one side, so
// that none of it is felt. Left out: the cable's own stretch and the friction of its bends.
func enginePushPull(g *PushPullGeometry, c *pushPullCondition) (*mechanism, error) {
	w := &mechanism{checkAt: func(at any) error {
		mm, isNumber := at.(*PushPullAt).Knob.(float64)
		if isNumber && (mm < 0 || mm > g.KnobStroke) {
			return fault.At("knob", "the knob goes from 0 to %g mm", g.KnobStroke)
		}
		return nil
	}}
	w.sets(SetRodEnd)
	held := ""
	if g.Spring != nil && math.Min(g.Spring.AtIn, g.Spring.AtOut) >= g.ArmFriction-slack {
		held = g.Spring.Toward
	}
	rod := func(s *spot) float64 { return g.Datum + g.Pitch*s.e[0] }
	arm := func(s *spot) float64 {
		at := s.at.(*PushPullAt)
		lag := -c.Lash / 2
		if held == "in" || held == "" && at.Last == "pull" {
			lag = c.Lash / 2
		}
		return s.within(0, g.knob(at)-rod(s)-lag, g.ArmStroke)
	}
	cushionIn := func(s *spot) float64 { return rod(s) + lashOn(held == "in", c.Lash) }
	cushionOut := func(s *spot) float64 { return g.KnobStroke - g.ArmStroke - rod(s) + lashOn(held == "out", c.Lash) }
	dead := c.Lash
	if held != "" {
		dead = 0
	}
	w.reads(Arm, arm)
	w.reads(DeadTravel, func(*spot) float64 { return dead })
	if g.KnobPitch != nil {
		w.reads(DeadTurns, func(*spot) float64 { return dead / *g.KnobPitch })
	}
	w.reads(CushionIn, cushionIn)
	w.reads(CushionOut, cushionOut)
	w.reads(Force, func(s *spot) float64 { return g.force(s, arm(s)) })

	w.sweeps("knob, mm", "force at the knob, N", 0, g.KnobStroke, Named{"in", 0}, Named{"mid", g.KnobStroke / 2}, Named{"out", g.KnobStroke})
	swept := func(name Swept, last string) {
		w.curve(name, func(s *spot, at float64) float64 {
			there := s.put(&PushPullAt{Knob: at, Last: last})
			return g.force(there, arm(there))
		})
	}
	swept(SweptPushed, "push")
	swept(SweptPulled, "pull")
	w.wanted("arm’s friction and the knob’s hold", g.ArmFriction+g.KnobHold)

	w.tells(FeltStops, []string{"both", "in only", "out only", "neither"}, func(s *spot) string {
		in, out := s.atLeast(cushionIn(s), 0), s.atLeast(cushionOut(s), 0)
		if in {
			return word(out, "both", "in only")
		}
		return word(out, "out only", "neither")
	})
	creeps := g.Spring != nil && math.Max(g.Spring.AtIn, g.Spring.AtOut) > g.ArmFriction+g.KnobHold+slack
	w.tells(FeltStays, []string{"stays", "creeps"}, func(*spot) string { return word(!creeps, "stays", "creeps") })
	w.tells(FeltFailsTo, []string{"in", "out", "stays"}, func(*spot) string {
		if held == "" {
			return "stays"
		}
		return held
	})
	w.tells(FeltAnswers, []string{"answers", "dead turns"}, func(*spot) string { return word(dead <= g.DeadOK+slack, "answers", "dead turns") })
	return w, nil
}

// lashOn is half the lash, gained on the side the spring holds and lost on the other.
func lashOn(held bool, lash float64) float64 {
	if held {
		return lash / 2
	}
	return -lash / 2
}

func (g *PushPullGeometry) knob(at *PushPullAt) float64 {
	switch at.Knob {
	case "in":
		return 0
	case "mid":
		return g.KnobStroke / 2
	case "out":
		return g.KnobStroke
	}
	return at.Knob.(float64)
}

// force at the arm: the spring runs straight from end to end, friction against the hand.
func (g *PushPullGeometry) force(s *spot, arm float64) float64 {
	if g.Spring == nil {
		return g.ArmFriction
	}
	spring := g.Spring.AtIn + (g.Spring.AtOut-g.Spring.AtIn)*arm/g.ArmStroke
	if (g.Spring.Toward == "in") == (s.at.(*PushPullAt).Last == "pull") {
		return g.ArmFriction + spring
	}
	return s.greater(0, g.ArmFriction-spring)
}
