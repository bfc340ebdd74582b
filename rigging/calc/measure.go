package calc

import (
	"brankel/rigging/fault"
	"brankel/rigging/input"
	"brankel/rigging/quantity"
)

// MeasureInput is a text as written at the bench.
type MeasureInput struct {
	Text        string `json:"text"`
	Quantity    string `json:"quantity,omitempty" input:"optional,words=length|angle|force|torque|rate|temperature|speed|count"`
	DefaultUnit string `json:"default_unit,omitempty" input:"optional"`
}

// Check tells what no single field shows.
func (in MeasureInput) Check(f *input.Faults) {
	f.AddIf(in.DefaultUnit != "" && quantity.KindOfUnit(in.DefaultUnit) == "", "default_unit",
		"unknown unit: write mm, in, deg, N, Nm, N/mm, °C, rpm or turns")
}

// MeasureOutput is what the text means.
type MeasureOutput struct {
	Quantity quantity.Kind `json:"quantity"`
	Value    float64       `json:"value"` // canonical unit
	Unit     string        `json:"unit"`
	Also     string        `json:"also,omitempty"` // in the other system, as read on a tape or a scale
}

// Measure reads a text with a number and a unit; see quantity.Parse for what is
// refused and why. Every refusal is on text.
func Measure(in MeasureInput) (MeasureOutput, error) {
	if err := input.Valid(&in); err != nil {
		return MeasureOutput{}, err
	}
	q, err := quantity.Parse(in.Text, in.DefaultUnit, quantity.Kind(in.Quantity))
	if err != nil {
		return MeasureOutput{}, fault.At("text", err.Error())
	}
	return MeasureOutput{q.Kind, q.Value, q.Kind.Unit(), q.Also()}, nil
}
