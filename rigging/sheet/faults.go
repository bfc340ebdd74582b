package sheet

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// The forms of names: of a sheet, which is a file name too, and of what is on it.
const (
	SheetID = `^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$`
	PartID  = `^[A-Za-z0-9][A-Za-z0-9 ._-]{0,59}$`
)

// Faults finds what no schema can: names that lead nowhere or stand twice,
// windows that are inverted, adjusters nothing depends on.
func (s *Sheet) Faults() (f fault.List) {
	f = append(f, s.nameFaults()...)
	f = append(f, s.pointFaults()...)
	for i, a := range s.Adjusters {
		f = append(f, s.adjusterFaults(fmt.Sprintf("adjusters[%d]", i), a)...)
	}
	for i, c := range s.Checks {
		if c.Position != "" && s.Position(c.Position) == nil {
			f.Add(fmt.Sprintf("checks[%d].position", i), "the control has no position %q", c.Position)
		}
	}
	f = append(f, s.answerFaults()...)
	f = append(f, s.settingFaults()...)
	f = append(f, s.lostFaults()...)
	f = append(f, s.influenceFaults()...)
	for i, v := range s.Voids {
		if s.Adjuster(v.Moving) == nil {
			f.Add(fmt.Sprintf("voids[%d].moving", i), "there is no adjuster %q", v.Moving)
		}
		for j, id := range v.Reopens {
			if s.Point(id) == nil && s.Check(id) == nil {
				f.Add(fmt.Sprintf("voids[%d].reopens[%d]", i, j), "there is no point or check %q", id)
			}
		}
	}
	f = append(f, s.stepFaults()...)
	f = append(f, s.schoolFaults()...)
	for i, c := range s.Charts {
		for j, p := range c.Points {
			if len(p) != 2 || j > 0 && len(c.Points[j-1]) == 2 && p[0] <= c.Points[j-1][0] {
				f.Add(fmt.Sprintf("charts[%d].points[%d]", i, j), "write pairs whose first number rises")
			}
		}
	}
	for i, r := range s.PartRules {
		if r.Requires == "" && r.Excludes == "" {
			f.Add(fmt.Sprintf("part_rules[%d].requires", i), "say what %s requires, or what it excludes", r.Part)
		}
	}
	f = append(f, s.Applies.faults()...)
	f = append(f, s.figureFaults()...)
	f = append(f, s.huntingFaults()...)
	f = append(f, s.elsewhereFaults()...)
	f = append(f, s.setupFaults()...)
	if len(f) > 0 {
		return f // it is held against its rig when it is whole in itself
	}
	return s.rigFaults()
}

// nameFaults: an id stands once among all that is read, turned or answered, and once
// on its own list elsewhere.
func (s *Sheet) nameFaults() (f fault.List) {
	shared := map[string]string{}
	once := func(ids map[string]string, path, id string) {
		if ids[id] != "" {
			f.Add(path, "%q is used at %s already: give it a name of its own", id, ids[id])
		}
		ids[id] = path
	}
	list := func(name string, ids map[string]string, n int, id func(i int) string) {
		if ids == nil {
			ids = map[string]string{}
		}
		for i := range n {
			once(ids, fmt.Sprintf("%s[%d].id", name, i), id(i))
		}
	}
	list("line.positions", nil, len(s.Line.Positions), func(i int) string { return s.Line.Positions[i].ID })
	list("states", nil, len(s.States), func(i int) string { return s.States[i].ID })
	list("adjusters", shared, len(s.Adjusters), func(i int) string { return s.Adjusters[i].ID })
	list("points", shared, len(s.Points), func(i int) string { return s.Points[i].ID })
	list("lost_motion", shared, len(s.LostMotion), func(i int) string { return s.LostMotion[i].ID })
	list("checks", shared, len(s.Checks), func(i int) string { return s.Checks[i].ID })
	list("steps", nil, len(s.Steps), func(i int) string { return s.Steps[i].ID })
	list("schools", nil, len(s.Schools), func(i int) string { return s.Schools[i].ID })
	list("places", nil, len(s.Places), func(i int) string { return s.Places[i].ID })
	list("actions", nil, len(s.Actions), func(i int) string { return s.Actions[i].ID })
	list("settings", nil, len(s.Settings), func(i int) string { return s.Settings[i].ID })
	list("charts", shared, len(s.Charts), func(i int) string { return s.Charts[i].ID })
	return f
}

func (s *Sheet) pointFaults() (f fault.List) {
	for i, p := range s.Points {
		at := fmt.Sprintf("points[%d]", i)
		for j, id := range p.States {
			if s.State(id) == nil {
				f.Add(fmt.Sprintf("%s.states[%d]", at, j), "there is no state %q", id)
			}
		}
		if missing := s.noPosition(p.Position, p.Each); missing != "" {
			f.Add(at+".position", "the control has no position %q", missing)
		}
		if most := p.Quantity.Most(); p.Target != nil && math.Abs(*p.Target) > most {
			f.Add(at+".target", "a %s of up to %s %s is usual: look at the unit", p.Quantity, quantity.Number(most, 0), p.Quantity.Unit())
		}
	}
	return f
}

func (s *Sheet) lostFaults() (f fault.List) {
	for i, l := range s.LostMotion {
		at := fmt.Sprintf("lost_motion[%d]", i)
		if s.Point(l.Pushed) == nil {
			f.Add(at+".pushed", "there is no point %q", l.Pushed)
		}
		if s.Point(l.Pulled) == nil {
			f.Add(at+".pulled", "there is no point %q", l.Pulled)
		}
		if l.Limit >= l.Stroke {
			f.Add(at+".limit", "more than the whole stroke cannot be lost: write less than %s", quantity.Number(l.Stroke, 1))
		}
	}
	return f
}

// mostRatio is how much longer than its thread a turn may move a length: the longest
// pedal over a clutch cable has a tenth of it.
const mostRatio = 60

func (s *Sheet) influenceFaults() (f fault.List) {
	for i, in := range s.Influence {
		at := fmt.Sprintf("influence[%d]", i)
		a, p := s.Adjuster(in.Adjuster), s.Point(in.Point)
		if a == nil {
			f.Add(at+".adjuster", "there is no adjuster %q", in.Adjuster)
		}
		if p == nil {
			f.Add(at+".point", "there is no point %q", in.Point)
		}
		switch size := math.Abs(in.PerTurn); {
		case in.PerTurn == 0:
			f.Add(at+".per_turn", "a turn that changes nothing is no influence")
		case size < leastChange:
			f.Add(at+".per_turn", "no gauge sees %g: write what one turn changes, %g at least", in.PerTurn, leastChange)
		case a == nil || p == nil || !a.Threaded() || a.Pitch <= 0 || p.Quantity != quantity.Length:
		case size > mostRatio*a.Pitch || size < a.Pitch/mostRatio:
			f.Add(at+".per_turn", "a turn moves the thread by %s mm and the length by %s mm: look at both figures",
				quantity.Number(a.Pitch, 3), quantity.Number(size, 3))
		}
	}
	return f
}

// leastStep is the least turn that can be told from none.
const leastStep = 0.01

// leastChange is the least a turn may change a reading by, in its unit.
const leastChange = 0.001

func (s *Sheet) adjusterFaults(at string, a Adjuster) (f fault.List) {
	if a.Each && len(s.Places) == 0 {
		f.Add(at+".each", "write the places it stands at, or leave this out")
	}
	locked := a.Lock != nil || slices.ContainsFunc(s.Settings, func(one Setting) bool {
		return contains(one.Adjusters, a.ID) && one.Lock != nil
	})
	if !a.MeasureOnly && !locked && a.Kind != Automatic {
		f.Add(at+".lock", "say how it is locked")
	}
	if a.Threaded() && a.Pitch <= 0 && !a.MeasureOnly {
		f.Add(at+".pitch", "a threaded adjuster needs its pitch in mm a turn, above zero")
	}
	if a.Step > 0 && a.Step < leastStep {
		f.Add(at+".step", "a step of %g cannot be turned: write %g or more, or 0 where any turn can be locked", a.Step, leastStep)
	}
	if !a.Threaded() && a.Notch == "" {
		f.Add(at+".notch", "say what one step of it is called, such as notch, click or hole")
	}
	if a.Out.Seen == a.In.Seen && a.Out.Seen != "along" {
		f.Add(at+".in.seen", "both ways look "+a.In.Seen+": one must be the other way")
	}
	if t := a.Threads; t != nil {
		if t.Min >= t.Max {
			f.Add(at+".threads.min", "the least thread must lie below the most: swap them, or write what the thread has")
		}
		if p := s.Point(t.Point); p == nil || p.Quantity != "count" {
			f.Add(at+".threads.point", "there is no point %q that counts", t.Point)
		}
	}
	if l := a.Lock; l != nil && l.BackOffMin > l.BackOffMax {
		f.Add(at+".lock.back_off_min", "the least lies above the most: swap them")
	}
	return f
}

// schoolFaults: methods are chosen between, so there are two at least, one of them
// the manual's, and points and checks name those there are.
func (s *Sheet) schoolFaults() (f fault.List) {
	manual := 0
	for _, one := range s.Schools {
		if one.Manual {
			manual++
		}
	}
	if len(s.Schools) > 0 && manual != 1 {
		f.Add("schools", "mark the one method that the manual gives")
	}
	known := func(id string) bool {
		return id == "" || slices.ContainsFunc(s.Schools, func(one School) bool { return one.ID == id })
	}
	for i, p := range s.Points {
		if !known(p.School) {
			f.Add(fmt.Sprintf("points[%d].school", i), "there is no school %q", p.School)
		}
		if p.Chart != "" && !slices.ContainsFunc(s.Charts, func(c Chart) bool { return c.ID == p.Chart }) {
			f.Add(fmt.Sprintf("points[%d].chart", i), "there is no chart %q", p.Chart)
		}
	}
	for i, c := range s.Checks {
		if !known(c.School) {
			f.Add(fmt.Sprintf("checks[%d].school", i), "there is no school %q", c.School)
		}
	}
	return f
}
