package calc

import "brankel/rigging/input"

// Edge is where a measurement began or ended on a round part of diameter Size.
type Edge struct {
	At   string   `json:"at" input:"words=centre|near edge|far edge"`
	Size *float64 `json:"size,omitempty" input:"length,atleast0"`
}

// offset is what the edge adds to reach the centre: the near edge, which faces
// the other part, lies half the size before it, the far edge as much beyond.
func (e Edge) offset() float64 {
	switch e.At {
	case "near edge":
		return or(e.Size, 0) / 2
	case "far edge":
		return -or(e.Size, 0) / 2
	}
	return 0
}

func (e Edge) check(f *input.Faults, field string) {
	f.AddIf(e.At != "centre" && e.At != "" && e.Size == nil, field+".size", "missing: off centre the width of the part is needed, in mm")
}

// DatumInput is a length measured between two parts, in mm, and what a book says.
type DatumInput struct {
	Measured float64  `json:"measured" input:"length,above0"`
	From     Edge     `json:"from"`
	To       Edge     `json:"to"`
	Book     *float64 `json:"book,omitempty" input:"length"`
}

// Check tells what no single field shows.
func (in DatumInput) Check(f *input.Faults) {
	in.From.check(f, "from")
	in.To.check(f, "to")
	f.AddIf(
		in.Measured > 0 && in.Measured+in.From.offset()+in.To.offset() <= 0,
		"measured",
		"this is shorter than the parts themselves: look which edges were meant",
	)
}

// DatumOutput: Difference is against the book.
type DatumOutput struct {
	CentreToCentre float64  `json:"centre_to_centre"`
	Difference     *float64 `json:"difference,omitempty"`
}

// Datum brings an edge-to-edge measurement to centre to centre.
func Datum(in DatumInput) (DatumOutput, error) {
	if err := input.Valid(&in); err != nil {
		return DatumOutput{}, err
	}
	out := DatumOutput{CentreToCentre: in.Measured + in.From.offset() + in.To.offset()}
	if in.Book != nil {
		out.Difference = ptr(out.CentreToCentre - *in.Book)
	}
	return out, nil
}
