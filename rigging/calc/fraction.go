package calc

import "brankel/rigging/quantity"

// FractionInput is a length and a tape divided into Denominator-ths of an inch.
type FractionInput struct {
	Length      float64 `json:"length" calc:"length"`
	Denominator float64 `json:"denominator,omitempty" calc:"plain,whole,above0,default=16"`
}

func (in FractionInput) check(f *faults) {
	f.addIf(in.Denominator > 1e6, "denominator", "no tape is divided so finely: write 16, 32 or 64")
}

// FractionOutput is the length on the tape, and what the tape cannot show, in mm.
type FractionOutput struct {
	Text     string  `json:"text"`
	Residual float64 `json:"residual"`
}

// Fraction rounds to the nearest mark, a half away from zero, and reduces.
func Fraction(in FractionInput) (FractionOutput, error) {
	if err := valid(&in); err != nil {
		return FractionOutput{}, err
	}
	text, residual := quantity.Fraction(in.Length, int(in.Denominator))
	return FractionOutput{text, residual}, nil
}
