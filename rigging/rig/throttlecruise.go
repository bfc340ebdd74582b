package rig

import "math"

// ThrottleGeometry is a cam worked by the pedal's cable and by the cruise servo's, which
// draws the pedal's linkage along. The datums are the slack of each cable at setting 0.
type ThrottleGeometry struct {
	PedalPull   float64 `json:"pedal_pull" input:"plain,length,above0" says:"pull of the pedal" part:"another pedal lever"`
	ServoPull   float64 `json:"servo_pull" input:"plain,length,above0" says:"pull of the cruise servo"`
	CamRadius   float64 `json:"cam_radius" input:"plain,length,above0" says:"radius of the cam" part:"a cam of another radius"`
	CamFull     float64 `json:"cam_full" input:"plain,angle,above0" says:"cam at full throttle"`
	PedalPitch  float64 `json:"pedal_pitch" input:"plain,length,above0" says:"pedal nuts, a turn"`
	CruisePitch float64 `json:"cruise_pitch" input:"plain,length,above0" says:"cruise nuts, a turn"`
	PedalDatum  float64 `json:"pedal_datum" input:"plain,length,default=0" says:"slack of the pedal cable at setting 0"`
	CruiseDatum float64 `json:"cruise_datum" input:"plain,length,default=0" says:"slack of the cruise cable at setting 0"`
	SwitchAt    float64 `json:"switch_at" input:"plain,angle,atleast0" says:"the switch clicks up to this cam angle"`
	IdleAt      float64 `json:"idle_at" input:"plain,angle,atleast0" says:"idle is right up to this cam angle"`
}

type throttleCondition struct {
	PedalShort float64 `json:"pedal_short" input:"plain,length,atleast0,default=0" says:"pull the pedal lacks, as with a mat under it"`
}

// ThrottleAt is the control, released, full or servo, and how far the servo has drawn, mm, nil for all the way.
type ThrottleAt struct {
	Control string   `json:"control" input:"words=released|full|servo,default=released" says:"control"`
	Servo   *float64 `json:"servo" input:"plain,length,atleast0" says:"drawn by the servo"`
}

// throttleCruise: slack is taken up before the cam turns; a cruise cable set too tight
// holds the linkage drawn (rest) and so the cam open. Left out: stretch and springs.
func throttleCruise(g *ThrottleGeometry, c *throttleCondition) (*mechanism, error) {
	w := &mechanism{}
	w.sets(SetPedalNuts, SetCruiseNuts)
	pedal := func(s *spot) float64 { return g.PedalDatum + g.PedalPitch*s.e[0] }
	cruise := func(s *spot) float64 { return g.CruiseDatum + g.CruisePitch*s.e[1] }
	rest := func(s *spot) float64 { return s.greater(0, -cruise(s)) }
	cam := func(s *spot, drawn float64) float64 {
		return s.within(0, (drawn-pedal(s))/g.CamRadius*180/math.Pi, g.CamFull)
	}
	released := func(s *spot) float64 { return cam(s, rest(s)) }
	full := func(s *spot) float64 { return cam(s, s.greater(rest(s), g.PedalPull-c.PedalShort)) }
	servo := func(s *spot, drawn float64) float64 { return cam(s, s.greater(0, drawn-cruise(s))) }
	byServo := func(s *spot) float64 { return servo(s, g.ServoPull) }

	w.reads(PedalSlack, func(s *spot) float64 { return s.greater(0, pedal(s)-rest(s)) })
	w.reads(CruiseSlack, func(s *spot) float64 { return s.greater(0, cruise(s)) })
	w.reads(Cam, func(s *spot) float64 {
		switch at := s.at.(*ThrottleAt); {
		case at.Control == "full":
			return full(s)
		case at.Control == "servo" && at.Servo != nil:
			return servo(s, *at.Servo)
		case at.Control == "servo":
			return byServo(s)
		}
		return released(s)
	})
	w.reads(CamRest, released)
	w.reads(CamFull, full)
	w.reads(CamServo, byServo)

	w.sweeps("drawn, %", "cam, °", 0, 100, Named{"released", 0}, Named{"full", 100})
	w.curve(SweptByThePedal, func(s *spot, at float64) float64 {
		return cam(s, s.greater(rest(s), at/100*(g.PedalPull-c.PedalShort)))
	})
	w.curve(SweptByTheServo, func(s *spot, at float64) float64 { return servo(s, at/100*g.ServoPull) })
	w.wanted("the switch clicks below", g.SwitchAt)
	w.wanted("full throttle", g.CamFull)

	w.tells(FeltRestSwitch, []string{"clicks", "silent"}, func(s *spot) string {
		return word(s.atMost(released(s), g.SwitchAt),
			"clicks", "silent")
	})
	w.tells(FeltIdle, []string{"right", "high"}, func(s *spot) string { return word(s.atMost(released(s), g.IdleAt), "right", "high") })
	stop := []string{"on the stop", "short"}
	w.tells(FeltFullThrottle, stop, func(s *spot) string { return word(s.atLeast(full(s), g.CamFull-0.5), stop[0], stop[1]) })
	w.tells(FeltServoFull, stop, func(s *spot) string { return word(s.atLeast(byServo(s), g.CamFull-0.5), stop[0], stop[1]) })
	return w, nil
}
