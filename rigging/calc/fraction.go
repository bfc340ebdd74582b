package calc

import (
	"brankel/rigging/input"
	"brankel/rigging/quantity"
)

// FractionInput is a length and a tape divided into Denominator-ths of an inch.
type FractionInput struct {
	Length      float64 `json:"length" input:"length"`
	Denominator float64 `json:"denominator,omitempty" input:"plain,whole,above0,default=16"`
}

// Check tells what no single field shows.
func (in FractionInput) Check(f *input.Faults) {
	f.AddIf(in.Denominator > 1e6, "denominator", "no tape is divided so finely: write 16, 32 or 64")
}

// FractionOutput is the length on the tape, and what the tape cannot show, in mm.
type FractionOutput struct {
	Text     string  `json:"text"`
	Residual float64 `json:"residual"`
}

// Fraction rounds to the nearest mark, a half away from zero, and reduces.
func Fraction(in FractionInput) (FractionOutput, error) {
	if err := input.Valid(&in); err != nil {
		return FractionOutput{}, err
	}
	text, residual := quantity.Fraction(in.Length, int(in.Denominator))
	return FractionOutput{text, residual}, nil
}
