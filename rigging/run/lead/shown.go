package lead

import (
	"slices"

	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// Shown is what a run knows by now of its rig, by the rig's names: a reading that still tells how it
// stands, or the answer of a check that was not voided since.
type Shown struct {
	Name   string
	States []string       // of the sheet, that it was read in
	Needs  setup.Needs    // how the machine stood for it
	At     map[string]any // where the control stood
	Value  *float64       // of a reading
	Word   string         // of a sense, or the id of the answer to a condition, which has its own name
	Good   bool           // a check that passed
}

// Shows lists what a run knows of its rig, readings first, in the order of the sheet.
func (run *Lead) Shows() (out []Shown) {
	if run.Sheet == nil {
		return nil
	}
	for i := range run.Sheet.Points {
		p := &run.Sheet.Points[i]
		if p.Measures == "" {
			continue
		}
		if t := run.Aim(p.ID).Now; t != nil {
			v := t.Value
			out = append(out, Shown{Name: p.Measures, States: p.States, Needs: p.Needs, At: p.At, Value: &v})
		}
	}
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		given, there := run.Checks[c.ID]
		if there && !given.Void && c.Kind == sheet.CheckCondition {
			out = append(out, Shown{Name: c.ID, Needs: c.Needs, Word: given.Answer, Good: given.Good})
		}
		if c.Proves == "" || !there || given.Void {
			continue
		}
		for _, a := range c.Answers {
			if a.ID == given.Answer && len(a.Sense) > 0 && !slices.ContainsFunc(out, func(s Shown) bool { return s.Name == c.Proves }) {
				out = append(out, Shown{Name: c.Proves, Needs: c.Needs, At: c.At, Word: a.Sense[0], Good: given.Good})
			}
		}
	}
	return out
}

// nearlyOut is the part of an adjuster's thread, at either end, in which it is nearly used up.
const nearlyOut = 0.12

// NearlyOut tells whether an adjuster of the run is nearly used up, by what was read last.
func (run *Lead) NearlyOut() bool {
	if run.Sheet == nil {
		return false
	}
	return slices.ContainsFunc(run.Sheet.Adjusters, func(a sheet.Adjuster) bool {
		if a.Threads == nil {
			return false
		}
		t := run.Latest(a.Threads.Point, "")
		if t == nil {
			return false
		}
		in, room := t.Value-run.NetSince(a.ID, t), nearlyOut*(a.Threads.Max-a.Threads.Min)
		return in < a.Threads.Min+room || in > a.Threads.Max-room
	})
}

// LostMotions is the lost motion of each pair of points as it was read last, in mm, by its id.
func (run *Lead) LostMotions() map[string]float64 {
	out := map[string]float64{}
	if run.Sheet == nil {
		return out
	}
	for _, l := range run.Sheet.LostMotion {
		if lost := run.Lost(l); lost != nil {
			out[l.ID] = lost.Lost
		}
	}
	return out
}

// How much lost motion must rise to count: more than a tape's doubt, and more than a tenth.
const (
	risesBy   = 0.5
	risesPart = 0.1
)

// Rises tells whether a lost motion is larger now than before.
func Rises(before, now map[string]float64) bool {
	for id, was := range before {
		if v, there := now[id]; there && v > was+risesBy && v > was*(1+risesPart) {
			return true
		}
	}
	return false
}
