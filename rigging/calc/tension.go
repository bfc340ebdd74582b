package calc

import (
	"fmt"
	"math"

	"brankel/rigging/input"
)

// TensionInput is a cable's tension in N, or what a gauge indicates with that
// gauge's table, against a target or a chart over temperature (°C). Stiffness is
// the cable's axial stiffness E·A in N, Run the whole length in mm that shares the
// stretch, PerTurn the mm one turn takes up.
type TensionInput struct {
	Indicated   *float64 `json:"indicated,omitempty" input:"count"`
	Meter       Table    `json:"meter,omitempty" input:"plain,optional"`
	Tension     *float64 `json:"tension,omitempty" input:"force"`
	Temperature *float64 `json:"temperature,omitempty" input:"temperature"`
	Chart       Table    `json:"chart,omitempty" input:"plain,optional"`
	Target      *float64 `json:"target,omitempty" input:"force"`
	Minus       float64  `json:"minus" input:"force,atleast0"`
	Plus        float64  `json:"plus" input:"force,atleast0"`
	Stiffness   *float64 `json:"stiffness,omitempty" input:"force,above0"`
	Run         *float64 `json:"run,omitempty" input:"length,above0"`
	PerTurn     *float64 `json:"per_turn,omitempty" input:"length,above0"`
	Step        float64  `json:"step,omitempty" input:"count,atleast0,default=0"`
}

// Check tells what no single field shows.
func (in TensionInput) Check(f *input.Faults) {
	used := choose(f,
		[]option{{"indicated", in.Indicated != nil, true}, {"meter", in.Meter != nil, true}},
		[]option{{"tension", in.Tension != nil, true}})
	f.AddIf(used < 0, "indicated", "missing: write what the gauge indicates, or the tension")
	f.AddIf(choose(f, []option{{"chart", in.Chart != nil, true}}, []option{{"target", in.Target != nil, true}}) < 0,
		"chart", "missing: write the chart over temperature, or a target")
	f.AddIf(in.Chart != nil && in.Temperature == nil, "temperature", "missing: the chart needs the temperature of the air at the cable")
	f.AddIf(in.Stiffness != nil && in.Run == nil, "run", "missing: write the length that shares the stretch")
	f.AddIf(in.Stiffness != nil && in.PerTurn == nil, "per_turn", "missing: write what one turn takes up")
	in.Meter.check(f, "meter")
	in.Chart.check(f, "chart")
	in.Meter.covers(f, in.Indicated, "indicated")
	in.Chart.covers(f, in.Temperature, "temperature")
}

// covers tells an argument that the table does not reach.
func (t Table) covers(f *input.Faults, x *float64, field string) {
	if x == nil || !t.readable() {
		return
	}
	if _, ok := t.At(*x); !ok {
		f.Add(field, fmt.Sprintf("the table goes from %g to %g: nothing is known beyond", t[0][0], t[len(t)-1][0]))
	}
}

// TensionOutput is in N; Turns is signed, + tightens. From a slack cable it is a
// lower bound.
type TensionOutput struct {
	Tension      float64  `json:"tension"`
	Target       float64  `json:"target"`
	Low          float64  `json:"low"`
	High         float64  `json:"high"`
	Error        float64  `json:"error"`
	Verdict      string   `json:"verdict"`
	Side         string   `json:"side"`
	ForcePerTurn *float64 `json:"force_per_turn,omitempty"`
	Turns        *float64 `json:"turns,omitempty"`
	After        *float64 `json:"after,omitempty"`
	VerdictAfter string   `json:"verdict_after,omitempty"`
}

// Tension reads both tables on straight lines between their points. One turn
// changes the tension by E·A/run × per_turn (Hooke's law for a bar).
func Tension(in TensionInput) (TensionOutput, error) {
	if err := input.Valid(&in); err != nil {
		return TensionOutput{}, err
	}
	var out TensionOutput
	if in.Tension != nil {
		out.Tension = *in.Tension
	} else {
		out.Tension, _ = in.Meter.At(*in.Indicated)
	}
	if in.Target != nil {
		out.Target = *in.Target
	} else {
		out.Target, _ = in.Chart.At(*in.Temperature)
	}
	b := Band{out.Target - in.Minus, out.Target + in.Plus}
	out.Low, out.High, out.Error = b.Min, b.Max, out.Tension-out.Target
	out.Verdict, out.Side = b.verdict(out.Tension), b.Side(out.Tension)
	if in.Stiffness != nil {
		perTurn, turns := *in.Stiffness / *in.Run * *in.PerTurn, 0.0
		if out.Verdict == "out" {
			turns = nearestSetting(out.Tension, perTurn, in.Step, math.Inf(-1), math.Inf(1), b, out.Target)
		}
		after := out.Tension + turns*perTurn
		out.ForcePerTurn, out.Turns, out.After, out.VerdictAfter = &perTurn, &turns, &after, b.verdict(after)
	}
	return out, nil
}
