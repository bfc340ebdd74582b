package calc

import (
	"math"

	"brankel/rigging/input"
)

// AdjusterInput is a threaded adjuster: lengths in mm, Pitch in mm a turn, Step
// and threads in turns. Step 0 is stepless. Engaged counts threads in
// engagement (at each end of a turnbuckle); what is not given does not limit.
type AdjusterInput struct {
	Now        float64  `json:"now" input:"length"`
	Target     *float64 `json:"target,omitempty" input:"length"`
	Minus      *float64 `json:"minus,omitempty" input:"length,atleast0"`
	Plus       *float64 `json:"plus,omitempty" input:"length,atleast0"`
	Min        *float64 `json:"min,omitempty" input:"length"`
	Max        *float64 `json:"max,omitempty" input:"length"`
	Pitch      float64  `json:"pitch" input:"length,above0"`
	Kind       string   `json:"kind,omitempty" input:"words=barrel|clevis|turnbuckle|jam nuts,default=barrel"`
	Step       float64  `json:"step,omitempty" input:"count,atleast0,default=0"`
	Lengthens  string   `json:"lengthens,omitempty" input:"words=in|out,default=out"`
	Aim        string   `json:"aim,omitempty" input:"words=band|target,default=band"`
	Engaged    *float64 `json:"engaged,omitempty" input:"count"`
	EngagedMin float64  `json:"engaged_min,omitempty" input:"count,default=0"`
	EngagedMax *float64 `json:"engaged_max,omitempty" input:"count"`
}

func (in AdjusterInput) limits() limits {
	return limits{in.Target, in.Minus, in.Plus, in.Min, in.Max}
}

// Check tells what no single field shows.
func (in AdjusterInput) Check(f *input.Faults) {
	in.limits().check(f, false)
	f.AddIf(in.EngagedMax != nil && in.EngagedMin > *in.EngagedMax, "engaged_min",
		"the least thread lies above the most: swap them")
}

// AdjusterOutput: Direction is what the hand turns (in, out, none); LimitedBy
// says why the limits are not reached: step, or thread.
type AdjusterOutput struct {
	Error        float64  `json:"error"`
	Turns        float64  `json:"turns"`
	Direction    string   `json:"direction"`
	After        float64  `json:"after"`
	Residual     float64  `json:"residual"`
	VerdictNow   string   `json:"verdict_now"`
	VerdictAfter string   `json:"verdict_after"`
	ShortBy      float64  `json:"short_by"`
	LimitedBy    *string  `json:"limited_by"`
	EngagedAfter *float64 `json:"engaged_after,omitempty"`
	ThreadOK     *bool    `json:"thread_ok,omitempty"`
}

// Adjuster chooses, of all settings within the thread's room, one inside the
// limits before one outside, then the nearest to the target, then the smaller
// move. One turn moves the length by the pitch, by twice the pitch where a left
// and a right thread work together. A turn out takes a thread out of engagement
// whichever way it lengthens.
func Adjuster(in AdjusterInput) (AdjusterOutput, error) {
	if err := input.Valid(&in); err != nil {
		return AdjusterOutput{}, err
	}
	b, target := in.limits().band()
	perOut := in.Pitch // length gained by one turn out
	if in.Kind == "turnbuckle" {
		perOut *= 2
	}
	if in.Lengthens == "in" {
		perOut = -perOut
	}
	outward, inward := in.room()
	x := 0.0
	if !b.In(in.Now) || in.Aim == "target" {
		x = nearestSetting(in.Now, perOut, in.Step, -inward, outward, b, target)
	}
	after := in.Now + x*perOut
	out := AdjusterOutput{
		Error: in.Now - target, Turns: math.Abs(x), Direction: "none", After: after, Residual: after - target,
		VerdictNow: b.verdict(in.Now), VerdictAfter: b.verdict(after), ShortBy: b.short(after),
	}
	if x != 0 {
		out.Direction = map[bool]string{true: "out", false: "in"}[x > 0]
	}
	if !b.In(after) {
		why := "thread"
		if b.In(in.Now + nearestSetting(in.Now, perOut, 0, -inward, outward, b, target)*perOut) {
			why = "step"
		}
		out.LimitedBy = &why
	}
	if in.Engaged != nil {
		left := *in.Engaged - x
		ok := Band{in.EngagedMin, or(in.EngagedMax, math.Inf(1))}.In(left)
		out.EngagedAfter, out.ThreadOK = &left, &ok
	}
	return out, nil
}

func (in AdjusterInput) room() (outward, inward float64) {
	outward, inward = math.Inf(1), math.Inf(1)
	if in.Engaged != nil {
		outward = math.Max(0, *in.Engaged-in.EngagedMin)
		if in.EngagedMax != nil {
			inward = math.Max(0, *in.EngagedMax-*in.Engaged)
		}
	}
	return outward, inward
}

// nearestSetting is the signed number of turns within least..most, in whole
// steps (or stepless), that brings now nearest to target, those inside b first.
func nearestSetting(now, perTurn, step, least, most float64, b Band, target float64) float64 {
	wanted := (target - now) / perTurn
	if step == 0 {
		return math.Min(math.Max(wanted, least), most)
	}
	low, high := math.Ceil(least/step-slack), math.Floor(most/step+slack)
	base := math.Floor(math.Min(math.Max(wanted/step, low), high))
	best := 0.0
	better := func(x float64) bool {
		at, was := now+x*perTurn, now+best*perTurn
		if b.In(at) != b.In(was) {
			return b.In(at)
		}
		if d := math.Abs(at-target) - math.Abs(was-target); math.Abs(d) >= tie {
			return d < 0
		}
		return math.Abs(x) < math.Abs(best)-tie
	}
	for _, k := range []float64{base - 1, base, base + 1, base + 2} {
		if k >= low && k <= high && better(k*step) {
			best = k * step
		}
	}
	return best
}
