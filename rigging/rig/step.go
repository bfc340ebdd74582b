package rig

import (
	"fmt"
	"strings"
)

// steps is, by family, which number of the geometry says what one step (turn, click, notch) of an adjuster moves: by the
// adjuster's name, or by its beginning where there is one at each place.
var steps = map[string][][2]string{
	"clutch":           {{"adjuster", "per_step"}},
	"engine-push-pull": {{"rod_end", "pitch"}, {"knob_end", "knob_pitch"}},
	"flap-follow-up": {{"follow_rod", "rod_pitch"}, {"follow_wing", "wing_pitch"}, {"switch_", "gap_pitch"}, {"limit_", "limit_pitch"},
		{"other_rod", "other_pitch"}},
	"flight-control-loop": {{"direct_", "lead"}, {"crossover", "lead"}, {"rod_", "rod_pitch"}},
	"gear-gate":           {{"stop", "per_turn"}},
	"kickdown":            {{"slider", "notch"}},
	"outboard-shift":      {{"engine_end", "pitch"}, {"helm_end", "pitch"}},
	"parking-brake":       {{"star.", "per_click"}, {"equaliser", "per_turn"}},
	"stern-drive-shift":   {{"lower", "pitch"}, {"upper", "upper_pitch"}},
	"throttle-cruise":     {{"pedal_nuts", "pedal_pitch"}, {"cruise_nuts", "cruise_pitch"}},
	"trailer-overrun":     {{"wheel.", "per_turn"}, {"rod_nut", "rod_pitch"}},
}

// StepPath is the path of the geometry's number that says what one step of an adjuster moves; several adjusters may share
// one. ok is false where there is none, as of a hook, or where the rig leaves it out.
func (r Rig) StepPath(adjuster string) (path string, ok bool) {
	if plane, is := strings.CutPrefix(adjuster, "screw."); is && r.Family == "gear-gate" {
		list, _ := r.Geometry["planes"].([]any)
		for i, one := range list {
			if named, _ := one.(map[string]any); named["name"] == plane {
				return fmt.Sprintf("planes.%d.pitch", i), true
			}
		}
		return "", false
	}
	for _, s := range steps[r.Family] {
		if adjuster == s[0] || strings.HasPrefix(adjuster, s[0]) && strings.ContainsAny(s[0][len(s[0])-1:], "._") {
			_, number := Look(map[string]any(r.Geometry), s[1]).(float64)
			return s[1], number
		}
	}
	return "", false
}
