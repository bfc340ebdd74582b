package sheet

import (
	"fmt"

	"brankel/rigging/quantity"
)

// Head is what a library needs to know of a sheet without reading it.
type Head struct {
	Hash     string
	ID       string
	Revision int
	Craft    Craft
	Family   string
	Cable    string
	Applies  Effectivity
	Title    string // of the source
	Assumed  bool
	Led      bool    // a run can be led by it
	Figure   *Figure // what it sets, nil where it only measures
}

// Figure is the one a sheet is told from its neighbours by.
type Figure struct {
	Value    float64
	Quantity quantity.Kind
}

func (f Figure) says() string { return fmt.Sprintf("%.1f %s", f.Value, f.Quantity.Unit()) }

// Name is the sheet with its revision: "114 r3".
func (h Head) Name() string { return fmt.Sprintf("%s r%d", h.ID, h.Revision) }

// Head is the head of the sheet.
func (s *Sheet) Head() Head {
	h := Head{
		Hash:     s.Hash(),
		ID:       s.ID,
		Revision: s.Revision,
		Craft:    s.Craft,
		Family:   s.Family,
		Cable:    s.Cable,
		Applies:  s.Applies,
		Title:    s.Source.Title,
		Assumed:  s.HasAssumed(),
		Led:      s.Led(),
	}
	if _, p, _ := s.Lead(); p != nil {
		h.Figure = &Figure{*p.Target, p.Quantity}
	}
	return h
}

// Heads are the heads of several.
func Heads(sheets []*Sheet) (out []Head) {
	for _, s := range sheets {
		out = append(out, s.Head())
	}
	return out
}
