package sheet

import (
	"fmt"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// ProofFigure is a number that is read with a proof: how far it crept, how steep the slope was, at what speed it shifted. One
// with a row and a column stands in the table of its proof, such as that of shift speeds by throttle.
type ProofFigure struct {
	ID       string        `json:"id" jsonschema:"minLength=1"`
	Name     string        `json:"name" jsonschema:"minLength=1"`
	Quantity quantity.Kind `json:"quantity" jsonschema:"enum=length,enum=angle,enum=force,enum=count,enum=speed,enum=road speed,enum=temperature"`
	Row      string        `json:"row,omitempty"`
	Column   string        `json:"column,omitempty"`

	// What it must lie between for the answer that is wanted, nil for no such limit; and the answer it argues for under
	// or over that, "" where the proof then tells nothing.
	Least *float64 `json:"least,omitempty" jsonschema:"minimum=-50000,maximum=50000"`
	Most  *float64 `json:"most,omitempty" jsonschema:"minimum=-50000,maximum=50000"`
	Under string   `json:"under,omitempty"`
	Over  string   `json:"over,omitempty"`

	Below []string `json:"below,omitempty" jsonschema:"maxItems=20"` // figures of the same proof that are always greater: up over down, wide over light
}

// Limited tells whether a figure has limits; what has is read for the answer that is wanted.
func (f *ProofFigure) Limited() bool { return f.Least != nil || f.Most != nil }

// Side is where a value lies, "" for one without limits or inside them.
func (f *ProofFigure) Side(v float64) string {
	switch {
	case f.Least != nil && v < *f.Least-edge:
		return SideLow
	case f.Most != nil && v > *f.Most+edge:
		return SideHigh
	}
	return ""
}

// edge keeps a figure that was written in another unit inside a limit it stands on.
const edge = 1e-6

// The sides of limits.
const (
	SideLow  = "low"
	SideHigh = "high"
)

// Argues is the answer for which a value argues, "" for none.
func (f *ProofFigure) Argues(v float64) string {
	return map[string]string{SideLow: f.Under, SideHigh: f.Over}[f.Side(v)]
}

// Wants says between what it must lie, "" where it need not.
func (f *ProofFigure) Wants() string {
	text := func(v float64) string { return quantity.Quantity{Kind: f.Quantity, Value: v}.Text() }
	switch {
	case f.Least != nil && f.Most != nil:
		return quantity.Number(*f.Least, 1) + " to " + text(*f.Most)
	case f.Least != nil:
		return text(*f.Least) + " or more"
	case f.Most != nil:
		return text(*f.Most) + " or less"
	}
	return ""
}

// Figure is the figure of an id, nil when there is none.
func (c *Check) Figure(id string) *ProofFigure {
	return find(c.Figures, id, func(f ProofFigure) string { return f.ID })
}

// Over are the ids of all figures that are always greater than one, by what lies below what.
func (c *Check) Over(f *ProofFigure) (out []string) {
	open := slices.Clone(f.Below)
	for len(open) > 0 {
		id := open[0]
		open = open[1:]
		if next := c.Figure(id); next != nil && !slices.Contains(out, id) {
			out = append(out, id)
			open = append(open, next.Below...)
		}
	}
	return out
}

// Tabled tells whether a check has a table: it is made before anything is set as well, to be laid beside.
func (c *Check) Tabled() bool {
	return slices.ContainsFunc(c.Figures, func(f ProofFigure) bool { return f.Row != "" })
}

// Forbids are the proofs that must not be made instead of a check.
func (s *Sheet) Forbids(c *Check) (out []Forbidden) {
	for _, f := range s.Forbidden {
		if len(f.Of) == 0 && c.Loaded || slices.Contains(f.Of, c.ID) || slices.Contains(f.Of, c.Base) {
			out = append(out, f)
		}
	}
	return out
}

// figureFaults: the figures of a check fit its answers and each other.
func (s *Sheet) figureFaults() (f fault.List) {
	for i, one := range s.Forbidden {
		for j, id := range one.Of {
			if s.Check(id) == nil {
				f.Add(fmt.Sprintf("forbidden_proofs[%d].of[%d]", i, j), "there is no check %q", id)
			}
		}
	}
	for i := range s.Checks {
		c := &s.Checks[i]
		for j, a := range c.Answers {
			if a.Part != "" && s.Link(a.Part) == nil {
				f.Add(fmt.Sprintf("checks[%d].answers[%d].part", i, j), "the chain has no part %q", a.Part)
			}
		}
		for j := range c.Figures {
			one, at := &c.Figures[j], fmt.Sprintf("checks[%d].figures[%d]", i, j)
			if first := slices.IndexFunc(c.Figures, func(x ProofFigure) bool { return x.ID == one.ID }); first < j {
				f.Add(at+".id", "%q is figure %d already: give it a name of its own", one.ID, first+1)
			}
			if (one.Row == "") != (one.Column == "") {
				f.Add(at+".row", "a place in a table is a row and a column: write both, or neither")
			}
			sameCell := func(x ProofFigure) bool { return x.Row == one.Row && x.Column == one.Column }
			if first := slices.IndexFunc(c.Figures, sameCell); one.Row != "" && first < j {
				f.Add(at+".row", "figure %d stands in that row and column already: choose another place", first+1)
			}
			if one.Least != nil && one.Most != nil && *one.Least >= *one.Most {
				f.Add(at+".least", "the least must lie below the most: swap them")
			}
			for _, limit := range []struct {
				name, answer string
				of           *float64
			}{{"under", one.Under, one.Least}, {"over", one.Over, one.Most}} {
				switch {
				case limit.answer == "":
				case limit.of == nil:
					f.Add(at+"."+limit.name, "there is no limit on that side: write it, or leave the answer out")
				case c.Answer(limit.answer) == nil:
					f.Add(at+"."+limit.name, "the check has no answer %q", limit.answer)
				case c.Good().ID == limit.answer:
					f.Add(at+"."+limit.name, "%q is the answer that is wanted: choose another", limit.answer)
				}
			}
			for k, id := range one.Below {
				if other := c.Figure(id); other == nil || other.Quantity != one.Quantity || id == one.ID {
					f.Add(fmt.Sprintf("%s.below[%d]", at, k), "the check has no other figure %q of the same kind", id)
				}
			}
			if slices.Contains(c.Over(one), one.ID) {
				f.Add(at+".below", "%q would lie below itself: take one of them out", one.ID)
			}
		}
	}
	return f
}
