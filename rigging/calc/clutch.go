package calc

import (
	"math"

	"brankel/rigging/input"
)

// ClutchInput is a cable clutch: PedalRatio from pedal to cable, ForkRatio from
// cable to bearing; PedalStroke and the free play wanted at the pedal, ReleaseTravel,
// BiteTravel and BearingClearanceMin at the bearing, PerClick at the cable, in mm.
// One free play is given: at the pedal, the cable or the bearing.
type ClutchInput struct {
	PedalRatio          float64  `json:"pedal_ratio" input:"plain,above0"`
	ForkRatio           float64  `json:"fork_ratio" input:"plain,above0"`
	PedalStroke         float64  `json:"pedal_stroke" input:"length,above0"`
	ReleaseTravel       float64  `json:"release_travel" input:"length"`
	BiteTravel          *float64 `json:"bite_travel,omitempty" input:"length"`
	FreeMin             float64  `json:"free_min" input:"length"`
	FreeMax             float64  `json:"free_max" input:"length"`
	BearingClearanceMin float64  `json:"bearing_clearance_min,omitempty" input:"length,default=0"`
	PerClick            *float64 `json:"per_click,omitempty" input:"length,above0"`
	FreePedal           *float64 `json:"free_pedal,omitempty" input:"length"`
	FreeCable           *float64 `json:"free_cable,omitempty" input:"length"`
	FreeBearing         *float64 `json:"free_bearing,omitempty" input:"length"`
}

// Check tells what no single field shows.
func (in ClutchInput) Check(f *input.Faults) {
	f.AddIf(
		in.BiteTravel != nil && *in.BiteTravel > in.ReleaseTravel+slack,
		"bite_travel",
		"it bites before it is released: write at most release_travel",
	)
	f.AddIf(in.FreeMin > in.FreeMax, "free_min", "the least free play lies above the most: swap them")
	given := 0
	for _, p := range []*float64{in.FreePedal, in.FreeCable, in.FreeBearing} {
		if p != nil {
			given++
		}
	}
	f.AddIf(given != 1, "free_pedal", "write one free play: at the pedal, at the cable or at the bearing")
}

// ClutchState is one setting. BiteHeight is above the pedal's stop. Verdict:
// rides the bearing, will not release, in, tight, loose.
type ClutchState struct {
	FreePedal     float64  `json:"free_pedal"`
	FreeCable     float64  `json:"free_cable"`
	FreeBearing   float64  `json:"free_bearing"`
	ReleaseMargin float64  `json:"release_margin"`
	BiteHeight    *float64 `json:"bite_height,omitempty"`
	Verdict       string   `json:"verdict"`
}

// ClutchOutput: the window is of free play at the pedal; Clicks + adds free play.
type ClutchOutput struct {
	Now        ClutchState           `json:"now"`
	WindowLow  float64               `json:"window_low"`
	WindowHigh float64               `json:"window_high"`
	Possible   bool                  `json:"possible"`
	Clicks     Nullable[float64]     `json:"clicks,omitzero"`
	After      Nullable[ClutchState] `json:"after,omitzero"`
}

// Clutch carries free play through the two lever ratios and asks that the bearing
// stays clear with the pedal up and that the clutch lets go with the pedal down.
func Clutch(in ClutchInput) (ClutchOutput, error) {
	if err := input.Valid(&in); err != nil {
		return ClutchOutput{}, err
	}
	both := in.PedalRatio * in.ForkRatio
	var pedal float64
	switch {
	case in.FreePedal != nil:
		pedal = *in.FreePedal
	case in.FreeCable != nil:
		pedal = *in.FreeCable * in.PedalRatio
	default:
		pedal = *in.FreeBearing * both
	}
	out := ClutchOutput{Now: in.state(pedal),
		WindowLow:  math.Max(in.FreeMin, in.BearingClearanceMin*both),
		WindowHigh: math.Min(in.FreeMax, in.PedalStroke-in.ReleaseTravel*both)}
	b := Band{out.WindowLow, out.WindowHigh}
	out.Possible = b.Min <= b.Max+slack
	if in.PerClick == nil {
		return out, nil
	}
	step := *in.PerClick * in.PedalRatio
	low, high := math.Ceil((b.Min-pedal)/step-slack), math.Floor((b.Max-pedal)/step+slack)
	if !out.Possible || low > high {
		out.Clicks, out.After = noAnswer[float64](), noAnswer[ClutchState]()
		return out, nil
	}
	n := 0.0
	if !b.In(pedal) {
		n = nearestStep((b.middle()-pedal)/step, low, high)
	}
	out.Clicks, out.After = answered(n), answered(in.state(pedal+n*step))
	return out, nil
}

func (in ClutchInput) state(pedal float64) ClutchState {
	s := ClutchState{FreePedal: pedal, FreeCable: pedal / in.PedalRatio}
	s.FreeBearing = s.FreeCable / in.ForkRatio
	s.ReleaseMargin = (in.PedalStroke/in.PedalRatio-s.FreeCable)/in.ForkRatio - in.ReleaseTravel
	if in.BiteTravel != nil {
		s.BiteHeight = ptr(in.PedalStroke - pedal - *in.BiteTravel*in.PedalRatio*in.ForkRatio)
	}
	switch side := (Band{in.FreeMin, in.FreeMax}).Side(pedal); {
	case s.FreeBearing < in.BearingClearanceMin-slack:
		s.Verdict = "rides the bearing"
	case s.ReleaseMargin < -slack:
		s.Verdict = "will not release"
	default:
		s.Verdict = map[string]string{"low": "tight", "in": "in", "high": "loose"}[side]
	}
	return s
}
