package sheet

import (
	"fmt"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// Family is a kind of rig: what its sheets have in common, without any figure.
type Family struct {
	ID    string   `json:"id"`
	Name  string   `json:"name"`
	Craft Craft    `json:"craft"`
	Usual []Usual  `json:"-"`     // ranges outside of which a figure is questioned
	Words []string `json:"words"` // by which people know it
	Tests []string `json:"tests"` // what a complaint about it is usually measured by
}

// Usual is the range in which a figure of a family usually lies: of a torque in
// Nm, of a target in the unit of its point.
type Usual struct {
	What     string // torque, or a quantity of a target
	Min, Max float64
}

// FamilyOf is the family called id, nil when there is none.
func FamilyOf(id string) *Family {
	i := slices.IndexFunc(families, func(f Family) bool { return f.ID == id })
	if i < 0 {
		return nil
	}
	return &families[i]
}

// TestsOf is what a complaint about a cable of a family is usually measured by; empty where nothing is known of it.
func TestsOf(family string) []string {
	if f := FamilyOf(family); f != nil {
		return slices.Clone(f.Tests)
	}
	return []string{}
}

// Families lists the kinds of rig there are skeletons for.
func Families() []Family { return slices.Clone(families) }

// Questions are figures far from the family's usual: to be looked at again before
// the sheet is kept, not wrong in themselves.
func (s *Sheet) Questions() (out fault.List) {
	f := FamilyOf(s.Family)
	if f == nil {
		return nil
	}
	ask := func(path, what string, v float64, unit string) {
		for _, u := range f.Usual {
			if u.What == what && (v < u.Min || v > u.Max) {
				out.Add(path, "%s %s is far from the usual %s to %s %s of a %s: look at the source again", quantity.Number(v, 2), unit,
					quantity.Number(u.Min, 1), quantity.Number(u.Max, 1), unit, f.Name)
			}
		}
	}
	for i, a := range s.Adjusters {
		if a.Lock != nil && a.Lock.Torque != nil {
			ask(fmt.Sprintf("adjusters[%d].lock.torque", i), "torque", *a.Lock.Torque, "Nm")
		}
	}
	for i, p := range s.Points {
		if p.Target != nil && p.Minus+p.Plus == 0 {
			out.Add(fmt.Sprintf("points[%d].plus", i), "the window of the %s has no width: no gauge tells that it is met; write what the "+
				"source allows, or how exact it is to be", p.Name)
		}
		if p.Target != nil && p.Signed == nil { // which lies about nothing
			ask(fmt.Sprintf("points[%d].target", i), string(p.Quantity), *p.Target, p.Quantity.Unit())
		}
	}
	for i, c := range s.Charts {
		for j, p := range c.Points {
			if len(p) != 2 {
				continue // a fault, told by Faults
			}
			ask(fmt.Sprintf("charts[%d].points[%d]", i, j), string(quantity.Force), p[1], "N")
		}
	}
	return out
}

// CopyFrom is a new sheet after a similar one: every figure that is carried over
// is assumed until somebody confirms it against a source.
func CopyFrom(from *Sheet, id string) *Sheet {
	s := *from
	s.ID, s.Revision = id, 1
	s.Source = Source{Title: "carried over from sheet " + from.ID, Assumed: true}
	s.Assumed = s.Figures()
	s.WorkOut()
	return &s
}

// Figures lists the paths of all figures that a source must give.
func (s *Sheet) Figures() (out []string) {
	add := func(format string, a ...any) { out = append(out, fmt.Sprintf(format, a...)) }
	for i, a := range s.Adjusters {
		if a.Pitch > 0 {
			add("adjusters[%d].pitch", i)
		}
		if a.Threads != nil {
			add("adjusters[%d].threads", i)
		}
		if a.Lock != nil && a.Lock.Torque != nil {
			add("adjusters[%d].lock.torque", i)
		}
	}
	for i, p := range s.Points {
		if p.Target != nil {
			add("points[%d].target", i)
		}
	}
	for i := range s.LostMotion {
		add("lost_motion[%d].limit", i)
	}
	for i, in := range s.Influence {
		if in.PerTurn != 0 {
			add("influence[%d].per_turn", i)
		}
	}
	for i := range s.Charts {
		add("charts[%d].points", i)
	}
	if s.Rig != nil {
		add("rig.geometry")
	}
	return out
}
