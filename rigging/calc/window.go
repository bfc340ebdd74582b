package calc

import (
	"math"

	"brankel/rigging/input"
)

// WindowInput is a setting on one axis where more is tighter: below Loosest the
// applied end fails, above Tightest the released end does. Plain numbers in one
// unit; Step is the adjuster's own.
type WindowInput struct {
	Now      float64 `json:"now" input:"plain"`
	Loosest  float64 `json:"loosest" input:"plain"`
	Tightest float64 `json:"tightest" input:"plain"`
	Step     float64 `json:"step" input:"plain,above0"`
}

// WindowOutput counts in whole steps; negative is outside. Move and After are
// nil where there is no whole step to go to.
type WindowOutput struct {
	Width        float64  `json:"width"`
	StepsToLoose *float64 `json:"steps_to_loose,omitempty"`
	StepsToTight *float64 `json:"steps_to_tight,omitempty"`
	Verdict      string   `json:"verdict"`
	Move         *float64 `json:"move"`
	After        *float64 `json:"after"`
}

// Window judges both ends at once: "no window" when they exclude each other,
// "step too coarse" when no whole step from now lands inside, too loose, too
// tight, "on the limit" when less than a step is left to an end, in.
func Window(in WindowInput) (WindowOutput, error) {
	if err := input.Valid(&in); err != nil {
		return WindowOutput{}, err
	}
	out := WindowOutput{Width: in.Tightest - in.Loosest}
	if out.Width < -slack {
		out.Verdict = "no window"
		return out, nil
	}
	loose := math.Floor((in.Now-in.Loosest)/in.Step + slack)
	tight := math.Floor((in.Tightest-in.Now)/in.Step + slack)
	out.StepsToLoose, out.StepsToTight = &loose, &tight
	low, high := -loose, tight // the whole steps that land inside
	if low > high {
		out.Verdict = "step too coarse"
		return out, nil
	}
	b := Band{in.Loosest, in.Tightest}
	switch {
	case b.Side(in.Now) == "low":
		out.Verdict = "too loose"
	case b.Side(in.Now) == "high":
		out.Verdict = "too tight"
	case loose < 1 || tight < 1:
		out.Verdict = "on the limit"
	default:
		out.Verdict = "in"
	}
	move := 0.0
	if out.Verdict != "in" {
		move = nearestStep((b.middle()-in.Now)/in.Step, low, high)
	}
	after := in.Now + move*in.Step
	out.Move, out.After = &move, &after
	return out, nil
}

// nearestStep is the whole number within low..high nearest to wanted, a tie to
// the smaller move.
func nearestStep(wanted, low, high float64) float64 {
	a := math.Min(math.Max(math.Floor(wanted), low), high)
	b := math.Min(math.Max(math.Ceil(wanted), low), high)
	d := math.Abs(a-wanted) - math.Abs(b-wanted)
	if d < -tie || math.Abs(d) <= tie && math.Abs(a) <= math.Abs(b) {
		return a
	}
	return b
}
