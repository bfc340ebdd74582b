package sheet

import (
	"fmt"
	"strings"

	"brankel/rigging/quantity"
)

// Words is what a page says of the figures of a sheet: of its points and adjusters in
// their order.
type Words struct {
	Limits []string `json:"limits"` // of each point
	Steps  []string `json:"steps"`  // of each adjuster
	Locks  []string `json:"locks"`  // of each adjuster, "" for none
}

// Words says the figures of the sheet.
func (s *Sheet) Words() Words {
	w := Words{[]string{}, []string{}, []string{}}
	for i := range s.Points {
		w.Limits = append(w.Limits, s.limits(&s.Points[i]))
	}
	for _, a := range s.Adjusters {
		w.Steps = append(w.Steps, a.stepSays())
		w.Locks = append(w.Locks, a.Lock.says())
	}
	return w
}

// UnitOf is what a reading of the point is counted or written in: mm, °, threads.
func (s *Sheet) UnitOf(p *Point) string {
	switch p.Quantity {
	case quantity.Angle:
		return "°"
	case quantity.Count:
	default:
		return p.Quantity.Unit()
	}
	for _, a := range s.Adjusters {
		if a.Threads != nil && a.Threads.Point == p.ID {
			return "threads"
		}
	}
	return ""
}

// withUnit writes a figure with its unit: 143 mm, 12°, 5.
func withUnit(figure, unit string) string {
	if unit == "°" {
		return figure + unit
	}
	return strings.TrimSpace(figure + " " + unit)
}

func (s *Sheet) limits(p *Point) string {
	if p.Target == nil {
		if p.Chart != "" {
			return "on the chart"
		}
		return "noted only"
	}
	n := func(v float64) string { return quantity.Number(v, 3) }
	band := ""
	switch {
	case p.Minus != p.Plus:
		band = " +" + n(p.Plus) + " −" + n(p.Minus)
	case p.Minus > 0:
		band = " ± " + n(p.Minus)
	}
	return withUnit(n(*p.Target)+band, s.UnitOf(p))
}

func (a Adjuster) stepSays() string {
	switch {
	case a.MeasureOnly:
		return "cannot be turned: measured only"
	case a.Pitch > 0 && a.Step > 0:
		return fmt.Sprintf("%s mm a turn, locked every %s turn", quantity.Number(a.Pitch, 3), quantity.Turns(a.Step))
	case a.Pitch > 0:
		return quantity.Number(a.Pitch, 3) + " mm a turn"
	case len(a.Hooks) > 0:
		return strings.Join(a.Hooks, ", ")
	}
	notch := a.Notch
	if notch == "" {
		notch = "step"
	}
	return quantity.Number(a.Step, 3) + " " + notch + " at a time"
}

func (l *Lock) says() string {
	if l == nil {
		return ""
	}
	parts := []string{l.Says}
	if len(l.Order) > 0 {
		parts = append(parts, "in the order "+strings.Join(l.Order, ", then "))
	}
	if l.BackOffMax > 0 {
		parts = append(parts, fmt.Sprintf("backed off %s to %s of a turn", quantity.Turns(l.BackOffMin), quantity.Turns(l.BackOffMax)))
	}
	if l.Torque != nil {
		parts = append(parts, quantity.Number(*l.Torque, 2)+" Nm")
	}
	for _, one := range []string{l.Pin, l.Witness} {
		if one != "" {
			parts = append(parts, one)
		}
	}
	if len(l.Choice) > 0 {
		parts = append(parts, "either "+strings.Join(l.Choice, " or "))
	}
	return strings.Join(parts, "; ")
}
