package calc

import (
	"math"

	"brankel/rigging/input"
)

// SlotPinInput is the travel to gain at one end in mm, the angle of the slot from
// the direction that gains nothing, and what is left of the slot in mm.
type SlotPinInput struct {
	Gain      float64 `json:"gain" input:"length"`
	SlotAngle float64 `json:"slot_angle" input:"angle"`
	SlotLeft  float64 `json:"slot_left" input:"length"`
}

// Check tells what no single field shows.
func (in SlotPinInput) Check(f *input.Faults) {
	f.AddIf(
		in.SlotAngle <= 0 || in.SlotAngle > 90+slack,
		"slot_angle",
		"write the angle from the direction that gains nothing, above 0 and up to 90",
	)
}

// SlotPinOutput is in mm.
type SlotPinOutput struct {
	Shift        float64 `json:"shift"`
	Reachable    bool    `json:"reachable"`
	GainPossible float64 `json:"gain_possible"`
}

// SlotPin resolves the slide of the pin along the slot: gain = shift × sin(angle).
func SlotPin(in SlotPinInput) (SlotPinOutput, error) {
	if err := input.Valid(&in); err != nil {
		return SlotPinOutput{}, err
	}
	sin := math.Sin(in.SlotAngle * math.Pi / 180)
	shift := in.Gain / sin
	return SlotPinOutput{shift, shift <= in.SlotLeft+slack, in.SlotLeft * sin}, nil
}
