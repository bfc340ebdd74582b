package sheet

import (
	"fmt"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// Hunting tells a proof of a motor that two switches stop: which gaps they are, and which figure of the proof is how far the
// surface runs on once the motor is cut. From these follows how far a gap must open for the surface to come to rest.
type Hunting struct {
	Extend  string `json:"extend" jsonschema:"minLength=1"`  // point: the gap on the way out, degrees of the surface
	Retract string `json:"retract" jsonschema:"minLength=1"` // point: the gap on the way home
	Coast   string `json:"coast" jsonschema:"minLength=1"`   // figure of the proof, degrees

	Differential float64 `json:"differential,omitempty" jsonschema:"minimum=0,maximum=20"` // degrees between operating and releasing
	Tolerance    float64 `json:"tolerance" jsonschema:"exclusiveMinimum=0,maximum=20"`     // degrees it may rest off the lever
}

// huntingFaults: what a proof of hunting names is there, and is an angle.
func (s *Sheet) huntingFaults() (f fault.List) {
	for i := range s.Checks {
		c := &s.Checks[i]
		if c.Hunting == nil {
			continue
		}
		at := fmt.Sprintf("checks[%d].hunting", i)
		for _, gap := range [][2]string{{"extend", c.Hunting.Extend}, {"retract", c.Hunting.Retract}} {
			if p := s.Point(gap[1]); p == nil || p.Quantity != quantity.Angle || p.Target == nil {
				f.Add(at+"."+gap[0], "there is no point %q that is an angle with limits: write the gap of that switch", gap[1])
			}
		}
		if one := c.Figure(c.Hunting.Coast); one == nil || one.Quantity != quantity.Angle {
			f.Add(at+".coast", "the check has no figure %q that is an angle: write how far it runs on", c.Hunting.Coast)
		}
	}
	return f
}
