package calc

import "brankel/rigging/input"

// CableOrderInput is the path a cable takes, what its ends add, the loop left for
// movement, how the maker measures length, and the lengths in stock; all in mm.
type CableOrderInput struct {
	Path   []Segment `json:"path"`
	EndA   float64   `json:"end_a,omitempty" input:"length,default=0"`
	EndB   float64   `json:"end_b,omitempty" input:"length,default=0"`
	Loop   float64   `json:"loop,omitempty" input:"length,default=0"`
	SoldBy string    `json:"sold_by,omitempty" input:"words=tip|jacket,default=tip"`
	Stock  []float64 `json:"stock" input:"length"`
}

// Check tells what no single field shows.
func (in CableOrderInput) Check(f *input.Faults) { checkSegments(in.Path, "path", f) }

// CableOrderOutput: Order is the shortest stock length that reaches, Spare what
// is left over; nil when none does.
type CableOrderOutput struct {
	Needed float64  `json:"needed"`
	Order  *float64 `json:"order"`
	Spare  *float64 `json:"spare"`
}

// CableOrder adds up the path; sold tip to tip a cable includes both ends.
func CableOrder(in CableOrderInput) (CableOrderOutput, error) {
	if err := input.Valid(&in); err != nil {
		return CableOrderOutput{}, err
	}
	length, _ := measure(in.Path)
	out := CableOrderOutput{Needed: length + in.Loop}
	if in.SoldBy == "tip" {
		out.Needed += in.EndA + in.EndB
	}
	for _, s := range in.Stock {
		if s >= out.Needed-slack && (out.Order == nil || s < *out.Order) {
			out.Order, out.Spare = ptr(s), ptr(s-out.Needed)
		}
	}
	return out, nil
}
