package calc

import (
	"math"

	"brankel/rigging/input"
)

// ResponseInput is a reading before and after a move, in one unit; Turns is
// signed as ExpectedPerTurn is. Uncertainty is the gauge's.
type ResponseInput struct {
	Before          float64 `json:"before" input:"plain"`
	After           float64 `json:"after" input:"plain"`
	Turns           float64 `json:"turns" input:"plain"`
	ExpectedPerTurn float64 `json:"expected_per_turn" input:"plain"`
	Uncertainty     float64 `json:"uncertainty,omitempty" input:"plain,atleast0,default=0"`
}

// Check tells what no single field shows.
func (in ResponseInput) Check(f *input.Faults) {
	f.AddIf(in.Turns*in.ExpectedPerTurn == 0, "turns", "no change is expected of this: write the turns made and what one turn changes")
}

// ResponseOutput: Ratio is the change against the expected one, PerTurn the
// change of one turn as found.
type ResponseOutput struct {
	Ratio   float64   `json:"ratio"`
	PerTurn float64   `json:"per_turn"`
	Verdict Responded `json:"verdict"`
}

// Response says whether the reading moved as the turns should have moved it.
// Below six times the gauge's doubt nothing can be said: two readings carry
// twice the doubt, and the ratio should be known to a third.
func Response(in ResponseInput) (ResponseOutput, error) {
	if err := input.Valid(&in); err != nil {
		return ResponseOutput{}, err
	}
	expected := in.Turns * in.ExpectedPerTurn
	out := ResponseOutput{
		Ratio:   (in.After - in.Before) / expected,
		PerTurn: (in.After - in.Before) / in.Turns,
	}
	switch {
	case math.Abs(expected) < 6*in.Uncertainty-slack:
		out.Verdict = TooSmall
	case out.Ratio < -0.2:
		out.Verdict = Reversed
	case out.Ratio < 0.2:
		out.Verdict = NoResponse
	case out.Ratio < 0.7:
		out.Verdict = Weak
	case out.Ratio <= 1.3+slack:
		out.Verdict = AsExpected
	default:
		out.Verdict = Strong
	}
	return out, nil
}
