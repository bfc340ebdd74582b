package calc

import (
	"math"

	"brankel/rigging/input"
)

// LostMotionInput is the same point read with the inner pushed home and eased
// out, in mm, against the most the sheet allows; Stroke is the cable's travel.
type LostMotionInput struct {
	Pushed float64  `json:"pushed" input:"length"`
	Pulled float64  `json:"pulled" input:"length"`
	Limit  float64  `json:"limit" input:"length"`
	Stroke *float64 `json:"stroke,omitempty" input:"length,above0"`
}

// LostMotionOutput is in mm; Share is the part of the stroke that is lost.
type LostMotionOutput struct {
	Lost        float64  `json:"lost"`
	Verdict     string   `json:"verdict"`
	LeftToLimit float64  `json:"left_to_limit"`
	Share       *float64 `json:"share,omitempty"`
}

// LostMotion is the difference of the two readings.
func LostMotion(in LostMotionInput) (LostMotionOutput, error) {
	if err := input.Valid(&in); err != nil {
		return LostMotionOutput{}, err
	}
	lost := math.Abs(in.Pushed - in.Pulled)
	out := LostMotionOutput{Lost: lost, Verdict: Band{math.Inf(-1), in.Limit}.verdict(lost), LeftToLimit: in.Limit - lost}
	if in.Stroke != nil {
		share := lost / *in.Stroke
		out.Share = &share
	}
	return out, nil
}
