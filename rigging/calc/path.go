package calc

import (
	"fmt"
	"math"

	"brankel/rigging/input"
)

// Segment is a piece of a routing: a straight length, or a bend with its radius
// and, where it was measured, its length along the cable.
type Segment struct {
	Length *float64 `json:"length,omitempty" input:"length,atleast0"`
	Bend   *float64 `json:"bend,omitempty" input:"angle"`
	Radius *float64 `json:"radius,omitempty" input:"length,above0"`
}

func checkSegments(list []Segment, field string, f *input.Faults) {
	for i, s := range list {
		at := fmt.Sprintf("%s[%d].", field, i)
		switch {
		case s.Bend != nil && s.Radius == nil:
			f.Add(at+"radius", "a bend needs a radius: write it in mm")
		case s.Bend == nil && s.Radius != nil:
			f.Add(at+"bend", "write how many degrees it bends")
		case s.Bend == nil && s.Length == nil:
			f.Add(at+"length", "missing: write a length, or a bend with its radius")
		}
	}
}

// measure is the length of a routing in mm and its bends in radians.
func measure(list []Segment) (length, bend float64) {
	for _, s := range list {
		angle := math.Abs(or(s.Bend, 0)) * math.Pi / 180
		bend += angle
		if s.Length != nil {
			length += *s.Length
		} else {
			length += *s.Radius * angle
		}
	}
	return length, bend
}
