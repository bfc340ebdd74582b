package record

import (
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Understand reads what was typed for a point, or the start and end marks on the
// tape, and fills in the value, the gauge and its doubt. A bare fraction of a
// length is inches, whatever unit the pad stands at: a tape in millimetres has
// no fractions. The error is a *fault.Fault on text, start or end.
func Understand(b Around, st State, r Reading) (Reading, error) {
	if err := (Incoming{Around: b, State: st}).withSheet(); err != nil {
		return r, err
	}
	r = Reading{Point: r.Point, Text: r.Text, Start: r.Start, End: r.End, Unit: r.Unit, States: r.States, Side: r.Side, Gauge: r.Gauge, Source: r.Source}
	if err := r.Source.check(); err != nil {
		return r, err
	}
	p := st.Sheet.Point(r.Point)
	if p == nil {
		return r, fault.At("body.point", "the sheet has no such point")
	}
	for _, id := range r.States {
		if !slices.Contains(p.States, id) {
			return r, fault.At("body.states", "this reading does not ask for the state %s", shorten(id))
		}
	}
	slices.Sort(r.States)
	r.States = slices.Compact(r.States)
	r.Name, r.Quantity, r.Fine = p.Name, p.Quantity, spell.Fine(p)
	for _, id := range p.States {
		if !slices.Contains(r.States, id) {
			r.Missing = append(r.Missing, st.Sheet.State(id).Name)
		}
	}
	if r.Unit == "" {
		r.Unit = p.Quantity.Unit()
	}
	kind := p.Quantity // of what the tool shows
	if p.ReadAt != nil && unitOf(r) == p.ReadAt.Quantity {
		kind, r.ShownAt = p.ReadAt.Quantity, p.ReadAt.Says
	}
	read := func(s, field string) (float64, error) {
		unit := r.Unit
		if kind == quantity.Length && strings.ContainsAny(s, "/⁄½¼¾⅛⅜⅝⅞") {
			unit = "in"
		}
		q, err := quantity.Parse(s, unit, kind)
		if err != nil {
			return 0, fault.At("body."+field, err.Error())
		}
		return q.Value, nil
	}
	if n := len(r.Text) + len(r.Start) + len(r.End) + len(r.Unit); n > longestLine {
		return r, fault.At("body.text", "this is too long to be a reading: write what stands on the gauge")
	}
	var err error
	if r.Start != "" || r.End != "" {
		err = readMarks(&r, read)
	} else if r.Value, err = read(r.Text, "text"); err == nil && r.Value < 0 && p.Quantity != quantity.Temperature {
		err = fault.At("body.text", "this cannot be below zero: write what stands on the gauge")
	}
	if err != nil {
		return r, err
	}
	if err := takeSide(&r, p.Signed); err != nil {
		return r, err
	}
	if most := kind.Most(); math.Abs(r.Value) > most {
		return r, fault.At("body.text", "%s is more than a %s here can be: up to %s; look at the unit",
			spell.Figure(kind, r.Value), kind, spell.Figure(kind, most))
	}
	err = withGauge(&r, b, kind)
	if kind != p.Quantity {
		r.Showed, r.Value, r.Doubt = spell.Figure(kind, r.Value), p.ReadAt.Value(r.Value), r.Doubt*p.ReadAt.By
	}
	return r, err
}

// unitOf is what the unit of a reading measures, as it was written, else as the pad stands.
func unitOf(r Reading) quantity.Kind {
	if q, err := quantity.Parse(r.Text+r.Start, r.Unit, ""); err == nil {
		return q.Kind
	}
	return quantity.KindOfUnit(r.Unit)
}

// takeSide gives the value the sign of the side on which it lies.
func takeSide(r *Reading, sides *sheet.Signed) error {
	switch {
	case sides == nil && r.Side != "":
		return fault.At("body.side", "this reading has no sides: leave it out")
	case sides == nil:
	case r.Side == "positive":
		r.SideSays = sides.Positive
	case r.Side == "negative":
		r.Value, r.SideSays = -r.Value+0, sides.Negative
	case r.Side != "":
		return fault.At("body.side", "choose positive or negative")
	case r.Value != 0:
		return fault.At("body.side", "say on which side it lies: %s or %s", sides.Positive, sides.Negative)
	}
	return nil
}

func readMarks(r *Reading, read func(s, field string) (float64, error)) error {
	start, err := read(r.Start, "start")
	if err != nil {
		return err
	}
	end, err := read(r.End, "end")
	if err != nil {
		return err
	}
	if r.Value = end - start; r.Value <= 0 {
		return fault.At("body.end", "the end mark lies before the start mark: swap them")
	}
	r.Text = ""
	return nil
}

func withGauge(r *Reading, b Around, kind quantity.Kind) error {
	if r.Gauge == "" {
		r.toldBy(b)
		return nil
	}
	for _, g := range b.Gauges {
		if g.ID == r.Gauge {
			if g.Quantity != kind {
				return fault.At("body.gauge", "the "+g.Name+" does not measure a "+string(kind))
			}
			r.GaugeName, r.Doubt = g.Name, g.Doubt
			if g.Overdue(b.Day) {
				r.Overdue = g.Due
			}
			return nil
		}
	}
	return fault.At("body.gauge", "there is no such gauge in this workshop")
}

// toldBy takes what a connected gauge that has no card in the workshop says of itself.
func (r *Reading) toldBy(b Around) {
	if r.Source == nil {
		return
	}
	if r.Source.Number != "" {
		r.GaugeName, r.Doubt = "gauge "+r.Source.Number, r.Source.Doubt
	}
	if r.Source.Due != "" && r.Source.Due < b.Day {
		r.Overdue = r.Source.Due
	}
}
