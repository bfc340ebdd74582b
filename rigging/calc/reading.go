package calc

import (
	"math"
	"slices"

	"brankel/rigging/input"
)

// ReadingInput is one or more readings of the same thing, the limits, and how
// well the gauge can tell. Start is where on the tape the measurement began, Zero
// what the gauge shows at the datum; Uncertainty is half the width of its doubt.
type ReadingInput struct {
	Readings    []float64 `json:"readings" input:"of=quantity"`
	Quantity    string    `json:"quantity,omitempty" input:"words=length|angle|force|torque|rate|speed|count,default=length"`
	Start       float64   `json:"start,omitempty" input:"of=quantity,default=0"`
	Zero        float64   `json:"zero,omitempty" input:"of=quantity,default=0"`
	Uncertainty float64   `json:"uncertainty,omitempty" input:"of=quantity,atleast0,default=0"`
	Target      *float64  `json:"target,omitempty" input:"of=quantity"`
	Minus       *float64  `json:"minus,omitempty" input:"of=quantity,atleast0"`
	Plus        *float64  `json:"plus,omitempty" input:"of=quantity,atleast0"`
	Min         *float64  `json:"min,omitempty" input:"of=quantity"`
	Max         *float64  `json:"max,omitempty" input:"of=quantity"`
}

func (in ReadingInput) limits() limits {
	return limits{in.Target, in.Minus, in.Plus, in.Min, in.Max}
}

// Check tells what no single field shows.
func (in ReadingInput) Check(f *input.Faults) { in.limits().check(f, true) }

// ReadingOutput: Verdict is unsteady, out, in or close (the gauge cannot tell);
// Side the mean against the bare limits: low, in, high.
type ReadingOutput struct {
	Mean       float64  `json:"mean"`
	Spread     float64  `json:"spread"`
	Verdict    string   `json:"verdict"`
	Side       string   `json:"side"`
	GaugeRatio *float64 `json:"gauge_ratio,omitempty"`
	Gauge      string   `json:"gauge,omitempty"`
}

// Reading judges by guard-banded acceptance: inside only when the whole of the
// gauge's doubt lies inside, outside only when all of it lies outside. Readings
// that scatter wider than the doubt or the band are a finding of their own.
func Reading(in ReadingInput) (ReadingOutput, error) {
	if err := input.Valid(&in); err != nil {
		return ReadingOutput{}, err
	}
	b, _ := in.limits().band()
	u := in.Uncertainty
	sum := 0.0
	for _, r := range in.Readings {
		sum += r - in.Start - in.Zero
	}
	out := ReadingOutput{
		Mean:   sum / float64(len(in.Readings)),
		Spread: slices.Max(in.Readings) - slices.Min(in.Readings),
	}
	out.Side = b.Side(out.Mean)
	width := b.Max - b.Min
	switch {
	case u > 0 && out.Spread > 2*u+slack, out.Spread > width+slack:
		out.Verdict = "unsteady"
	case !(Band{b.Min - u, b.Max + u}).In(out.Mean):
		out.Verdict = "out"
	case (Band{b.Min + u, b.Max - u}).In(out.Mean):
		out.Verdict = "in"
	default:
		out.Verdict = "close"
	}
	if u > 0 && !math.IsInf(width, 0) {
		ratio := width / (2 * u)
		out.GaugeRatio, out.Gauge = &ratio, gaugeFitness(ratio)
	}
	return out, nil
}

// gaugeFitness is the usual rule for a gauge against a band: four to one.
func gaugeFitness(ratio float64) string {
	switch {
	case ratio >= 4-slack:
		return "fit"
	case ratio >= 2-slack:
		return "marginal"
	}
	return "too coarse"
}
