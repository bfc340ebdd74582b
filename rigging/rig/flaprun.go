package rig

import "math"

// flapRun is one run of a follow-up in time: where the lever wants the surface, both switches'
// gaps and coasts, the limits and the end of the track, all in degrees of the surface.
type flapRun struct {
	wanted, gapUp, gapDown, coastUp, coastDown, limitUp, limitDown, end float64
}

// mostTurns is how often a run is followed as it turns back; one that hunts does so without end.
const mostTurns = 200

// after is where the surface is when the motor could have run so far, from where it stood: it
// runs at one speed until its switch or its limit opens, then slows evenly over its coast, twice
// as long as the motor would take for it. Where the other switch closes it is driven back.
func (r flapRun) after(at, far float64) float64 {
	for range mostTurns {
		stop, coast, way := 0.0, 0.0, 0.0
		switch {
		case at < r.wanted-r.gapDown-slack && at < r.limitDown-slack:
			stop, coast, way = math.Min(r.wanted-r.gapDown, r.limitDown), r.coastDown, 1
		case at > r.wanted+r.gapUp+slack && at > r.limitUp+slack:
			stop, coast, way = math.Max(r.wanted+r.gapUp, r.limitUp), r.coastUp, -1
		default:
			return at
		}
		driven := math.Abs(stop - at)
		if far <= driven {
			return at + way*far
		}
		far -= driven
		slowed := math.Min(far, 2*coast)
		if coast > 0 {
			at = stop + way*(slowed-slowed*slowed/(4*coast))
		} else {
			at = stop
		}
		if at = math.Min(math.Max(at, 0), r.end); far <= 2*coast {
			return at
		}
		if far -= 2 * coast; driven+2*coast < 1e-9 {
			return at // neither gap nor coast: it stands still
		}
	}
	return at
}
