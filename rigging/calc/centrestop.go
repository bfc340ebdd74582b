package calc

import (
	"math"

	"brankel/rigging/input"
)

// CentreStopInput is the gap at each side of a centring stop and, where wanted,
// the play of the lever to each side, all in mm.
type CentreStopInput struct {
	GapLeft   float64  `json:"gap_left" input:"length"`
	GapRight  float64  `json:"gap_right" input:"length"`
	PlayLeft  *float64 `json:"play_left,omitempty" input:"length"`
	PlayRight *float64 `json:"play_right,omitempty" input:"length"`
	PlayLimit *float64 `json:"play_limit,omitempty" input:"length"`
}

// CentreStopOutput: Toward is left, right or none.
type CentreStopOutput struct {
	Shift          float64  `json:"shift"`
	Toward         string   `json:"toward"`
	GapAfter       float64  `json:"gap_after"`
	PlayDifference *float64 `json:"play_difference,omitempty"`
	Verdict        string   `json:"verdict,omitempty"`
}

// CentreStop moves the stop, which stands between the gaps, by half their
// difference toward the larger one.
func CentreStop(in CentreStopInput) (CentreStopOutput, error) {
	if err := input.Valid(&in); err != nil {
		return CentreStopOutput{}, err
	}
	d := in.GapLeft - in.GapRight
	out := CentreStopOutput{Shift: math.Abs(d) / 2, Toward: "none", GapAfter: (in.GapLeft + in.GapRight) / 2}
	switch {
	case d >= tie:
		out.Toward = "left"
	case d <= -tie:
		out.Toward = "right"
	}
	if in.PlayLeft != nil && in.PlayRight != nil {
		difference := math.Abs(*in.PlayLeft - *in.PlayRight)
		out.PlayDifference = &difference
		if in.PlayLimit != nil {
			out.Verdict = Band{math.Inf(-1), *in.PlayLimit}.verdict(difference)
		}
	}
	return out, nil
}
