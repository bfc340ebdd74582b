package calc

import (
	"math"

	"brankel/rigging/input"
)

// ConduitInput is a routing, the core and bore of its conduit in mm, the
// friction between them, and the load at the far end in N.
type ConduitInput struct {
	Segments  []Segment `json:"segments"`
	Core      float64   `json:"core" input:"length,above0"`
	Bore      float64   `json:"bore" input:"length"`
	Friction  float64   `json:"friction,omitempty" input:"plain,atleast0,default=0.1"`
	MinRadius float64   `json:"min_radius,omitempty" input:"length,default=0"`
	Load      *float64  `json:"load,omitempty" input:"force"`
}

// Check tells what no single field shows.
func (in ConduitInput) Check(f *input.Faults) {
	checkSegments(in.Segments, "segments", f)
	f.AddIf(in.Bore < in.Core, "bore", "the core does not go through this bore: write the inner width of the conduit")
}

// ConduitOutput: lengths in mm, Bend in degrees, TightBends the indexes of bends
// below the least radius, InputForce what the hand feels of the load.
type ConduitOutput struct {
	Length     float64  `json:"length"`
	Bend       float64  `json:"bend"`
	LostMotion float64  `json:"lost_motion"`
	ForceRatio float64  `json:"force_ratio"`
	Efficiency float64  `json:"efficiency"`
	TightBends []int    `json:"tight_bends"`
	InputForce *float64 `json:"input_force,omitempty"`
}

// Conduit says what the bends cost. A core that goes from the inner to the outer
// wall of a bend gains the clearance times the angle; the force grows by the
// capstan equation (Euler, Eytelwein), e^(friction × angle).
func Conduit(in ConduitInput) (ConduitOutput, error) {
	if err := input.Valid(&in); err != nil {
		return ConduitOutput{}, err
	}
	length, bend := measure(in.Segments)
	out := ConduitOutput{Length: length, Bend: bend * 180 / math.Pi, LostMotion: (in.Bore - in.Core) * bend,
		ForceRatio: math.Exp(in.Friction * bend), TightBends: []int{}}
	out.Efficiency = 1 / out.ForceRatio
	for i, s := range in.Segments {
		if s.Radius != nil && *s.Radius < in.MinRadius-slack {
			out.TightBends = append(out.TightBends, i)
		}
	}
	if in.Load != nil {
		out.InputForce = ptr(*in.Load * out.ForceRatio)
	}
	return out, nil
}
