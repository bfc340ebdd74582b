package sheet

import (
	"fmt"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// ReadAt is where a tool is held that shows something else than the point is about, such as a feeler at a switch's roller
// where degrees of the surface are wanted: the point is (what the tool shows + Add) × By, By in the point's unit a unit of
// the tool. That is the sum of the calculation hunting, with the switch's pre-travel as Add.
type ReadAt struct {
	Says     string        `json:"says" jsonschema:"minLength=1"` // "at the switch roller"
	Quantity quantity.Kind `json:"quantity" jsonschema:"enum=length,enum=angle,enum=force,enum=count"`
	Add      float64       `json:"add,omitempty" jsonschema:"minimum=-1000,maximum=1000"`
	By       float64       `json:"by" jsonschema:"exclusiveMinimum=0,maximum=1000"`
}

// Value is the point where the tool shows something.
func (r *ReadAt) Value(shown float64) float64 { return (shown + r.Add) * r.By }

// Shows is what the tool shows of a point, never below nothing.
func (r *ReadAt) Shows(value float64) float64 { return max(0, value/r.By-r.Add) }

// elsewhereFaults: a tool held elsewhere measures something else, and what a reading tells is a number of the rig.
func (s *Sheet) elsewhereFaults() (f fault.List) {
	for i := range s.Points {
		p, at := &s.Points[i], fmt.Sprintf("points[%d]", i)
		if r := p.ReadAt; r != nil {
			switch {
			case r.Quantity == p.Quantity:
				f.Add(at+".read_at.quantity", "that is what the point itself is: leave it out where the tool shows it as it is")
			case p.Signed != nil:
				f.Add(at+".read_at", "a reading with two sides is read where it is: leave it out")
			}
		}
		if p.Tells == "" {
			continue
		}
		if s.Rig == nil || p.Measures == "" {
			f.Add(at+".tells", "only what the rig shows tells a figure of it: say what it measures")
		} else if _, number := s.Rig.Geometry[p.Tells].(float64); !number {
			f.Add(at+".tells", "the rig has no figure %q", p.Tells)
		}
	}
	return f
}
