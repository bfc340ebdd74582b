package calc

import (
	"math"

	"brankel/rigging/input"
	"brankel/rigging/quantity"
)

// ParkingBrakeInput is up to three questions about a parking brake. Shoes: turns
// backed off at the star wheel, shoe lift a turn in mm, the expander's ratio from
// shoe to cable, CableSlack, Stretch (what cable and shoes give at the book's lever
// force) and travel a notch in mm. Slope: Mass in kg, Grade in %, HoldForce in N.
// Sides: what each side holds in N, and the most they may differ in % of the larger.
type ParkingBrakeInput struct {
	BackoffTurns   *float64 `json:"backoff_turns,omitempty" input:"count"`
	LiftPerTurn    *float64 `json:"lift_per_turn,omitempty" input:"length,above0"`
	ExpanderRatio  *float64 `json:"expander_ratio,omitempty" input:"plain,above0"`
	CableSlack     *float64 `json:"cable_slack,omitempty" input:"length"`
	Stretch        *float64 `json:"stretch,omitempty" input:"length"`
	TravelPerNotch *float64 `json:"travel_per_notch,omitempty" input:"length,above0"`
	NotchMin       *float64 `json:"notch_min,omitempty" input:"count"`
	NotchMax       *float64 `json:"notch_max,omitempty" input:"count"`
	Mass           *float64 `json:"mass,omitempty" input:"plain,above0"`
	Grade          *float64 `json:"grade,omitempty" input:"plain"`
	HoldForce      *float64 `json:"hold_force,omitempty" input:"force"`
	Left           *float64 `json:"left,omitempty" input:"force"`
	Right          *float64 `json:"right,omitempty" input:"force"`
	ImbalanceMax   *float64 `json:"imbalance_max,omitempty" input:"plain"`
}

func (in ParkingBrakeInput) shoes() []option {
	return []option{
		{"backoff_turns", in.BackoffTurns != nil, true}, {"lift_per_turn", in.LiftPerTurn != nil, true},
		{"expander_ratio", in.ExpanderRatio != nil, true}, {"cable_slack", in.CableSlack != nil, false},
		{"stretch", in.Stretch != nil, false}, {"travel_per_notch", in.TravelPerNotch != nil, true},
		{"notch_min", in.NotchMin != nil, true}, {"notch_max", in.NotchMax != nil, true},
	}
}

func (in ParkingBrakeInput) slope() []option {
	return []option{
		{"mass", in.Mass != nil, true},
		{"grade", in.Grade != nil, in.HoldForce == nil},
		{"hold_force", in.HoldForce != nil, false},
	}
}

func (in ParkingBrakeInput) sides() []option {
	return []option{{"left", in.Left != nil, true}, {"right", in.Right != nil, true}, {"imbalance_max", in.ImbalanceMax != nil, false}}
}

// Check tells what no single field shows.
func (in ParkingBrakeInput) Check(f *input.Faults) {
	parts := [][]option{in.shoes(), in.slope(), in.sides()}
	asked := false
	for _, part := range parts {
		if anyGiven(part...) {
			asked = true
			needs(f, part...)
		}
	}
	f.AddIf(!asked, "backoff_turns", "nothing to work out: write the shoes, the slope or what each side holds")
	f.AddIf(
		in.NotchMin != nil && in.NotchMax != nil && or(in.NotchMin, 0) > or(in.NotchMax, 0),
		"notch_min",
		"the fewest notches lie above the most: swap them",
	)
	if in.Mass != nil && in.HoldForce != nil {
		f.AddIf(
			math.Abs(*in.HoldForce) >= *in.Mass*quantity.Gravity,
			"hold_force",
			"no brake holds more than the whole weight: write the force in N at the wheels, below mass × 9.81",
		)
	}
	if in.Left != nil && in.Right != nil {
		f.AddIf(*in.Left < 0, "left", "write the force without a sign")
		f.AddIf(*in.Right < 0, "right", "write the force without a sign")
		f.AddIf(*in.Left == 0 && *in.Right == 0, "left", "neither side holds: there is nothing to compare")
	}
}

// ParkingBrakeOutput has what was asked for: mm, whole notches, N, %.
type ParkingBrakeOutput struct {
	ShoeClearance *float64 `json:"shoe_clearance,omitempty"`
	CableTravel   *float64 `json:"cable_travel,omitempty"`
	Notches       *float64 `json:"notches,omitempty"`
	Verdict       string   `json:"verdict,omitempty"`
	ForceNeeded   *float64 `json:"force_needed,omitempty"`
	GradeHeld     *float64 `json:"grade_held,omitempty"`
	Holds         *bool    `json:"holds,omitempty"`
	Imbalance     *float64 `json:"imbalance,omitempty"`
	Balanced      *bool    `json:"balanced,omitempty"`
}

// ParkingBrake counts the notches from shoe clearance to the book's force, the
// force on a slope (m·g·sin of its angle), and left against right.
func ParkingBrake(in ParkingBrakeInput) (ParkingBrakeOutput, error) {
	if err := input.Valid(&in); err != nil {
		return ParkingBrakeOutput{}, err
	}
	var out ParkingBrakeOutput
	if in.BackoffTurns != nil {
		clearance := *in.BackoffTurns * *in.LiftPerTurn
		travel := or(in.CableSlack, 0) + or(in.Stretch, 0) + clearance**in.ExpanderRatio
		notches := math.Ceil(travel / *in.TravelPerNotch - slack)
		out.ShoeClearance, out.CableTravel, out.Notches = &clearance, &travel, &notches
		out.Verdict = map[string]string{"low": "tight", "in": "in", "high": "loose"}[Band{*in.NotchMin, *in.NotchMax}.Side(notches)]
	}
	if in.Mass != nil {
		weight := *in.Mass * quantity.Gravity
		if in.Grade != nil {
			out.ForceNeeded = ptr(weight * math.Sin(math.Atan(*in.Grade/100)))
		}
		if in.HoldForce != nil {
			out.GradeHeld = ptr(100 * math.Tan(math.Asin(*in.HoldForce/weight)))
		}
		if in.Grade != nil && in.HoldForce != nil {
			out.Holds = ptr(*in.HoldForce >= *out.ForceNeeded-slack)
		}
	}
	if in.Left != nil {
		out.Imbalance = ptr(100 * math.Abs(*in.Left-*in.Right) / math.Max(*in.Left, *in.Right))
		out.Balanced = ptr(*out.Imbalance <= or(in.ImbalanceMax, 30)+slack)
	}
	return out, nil
}
