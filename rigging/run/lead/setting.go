package lead

import (
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// StepOf is what one step of the first adjuster that moves a reading does to it, and what
// that step is called.
func (s *Setting) StepOf(of *sheet.Sheet, point string) (step float64, name string) {
	for _, t := range s.Turned {
		if in := of.InfluenceOf(t.Adjuster.ID, point); in != nil {
			return math.Abs(in.PerTurn) * t.step(), spell.Counted(spell.Notch(t.Adjuster), t.step()) + " of the " + t.Adjuster.Name
		}
	}
	return 0, ""
}

// Setting is one thing that is set, as it stands: what is turned, what is read, and how far
// the readings tell how it stands now.
type Setting struct {
	Of     *sheet.Setting
	Turned []*Turned
	Aims   []*Aim

	// The first that is turned and the first reading with limits, nil where there is none;
	// most settings have no more.
	Adjuster *sheet.Adjuster
	Point    *sheet.Point
	Book     float64 // change of the point by one turn out, in its unit
	PerTurn  float64 // as found by the last move that told, else Book
	Learnt   bool
	Threads  *float64             // in engagement now, nil when not counted
	Response *calc.ResponseOutput // of the last move, once it was read
	Now      *record.Taken        // the newest reading since the last move that counts
	Judge    Judgement
}

// Turned is one adjuster of a setting.
type Turned struct {
	Adjuster *sheet.Adjuster
	Threads  *float64 // in engagement now, nil when not counted
	Gain     float64  // what it did of what the book says; 1 until it was found otherwise
}

// Aim is one reading of a setting; Band holds only where it is Limited.
type Aim struct {
	Point   *sheet.Point
	Band    calc.Band
	Limited bool
	Now     *record.Taken // the newest reading that still tells how it stands
	Judge   Judgement
}

// Wrong tells whether the reading calls for a move.
func (a *Aim) Wrong() bool {
	return a.Limited && a.Now != nil && (a.Judge.Wrong() || a.Judge.Verdict == Unsteady)
}

// Single tells whether one adjuster puts one reading right.
func (s *Setting) Single() bool {
	limited := 0
	for _, a := range s.Aims {
		if a.Limited {
			limited++
		}
	}
	return len(s.Turned) == 1 && limited == 1 && s.Point != nil
}

// Setting is the one that is worked now, else the first that is not done, else the last; nil where the sheet sets
// nothing.
func (run *Lead) Setting() *Setting {
	if run.working != nil {
		return run.working
	}
	all := run.Settings()
	for _, s := range all {
		if done, _, _ := run.SettingDone(s); !done {
			return s
		}
	}
	if len(all) == 0 {
		return nil
	}
	return all[len(all)-1]
}

// Known is a setting by its id, nil where the sheet has none.
func (run *Lead) Known(id string) *Setting {
	for _, s := range run.Settings() {
		if s.Of.ID == id {
			return s
		}
	}
	return nil
}

func (run *Lead) workOut(one *sheet.Setting) *Setting {
	s := &Setting{Of: one}
	for _, id := range run.aimed(one) {
		if a := run.Aim(id); a != nil {
			s.Aims = append(s.Aims, a)
			if a.Limited && s.Point == nil {
				s.Point = a.Point
			}
		}
	}
	for _, id := range one.Adjusters {
		a := run.Sheet.Adjuster(id)
		if a == nil {
			continue
		}
		s.Turned = append(s.Turned, &Turned{Adjuster: a, Gain: 1, Threads: run.engaged(a)})
	}
	if len(s.Turned) > 0 {
		s.Adjuster, s.Threads = s.Turned[0].Adjuster, s.Turned[0].Threads
	}
	if s.Point == nil || s.Adjuster == nil {
		return s
	}
	for _, a := range s.Aims {
		if a.Point == s.Point {
			s.Now, s.Judge = a.Now, a.Judge
		}
	}
	if in := run.Sheet.InfluenceOf(s.Adjuster.ID, s.Point.ID); in != nil {
		s.Book, s.PerTurn = in.PerTurn, in.PerTurn
		run.respond(s)
	}
	run.learn(s)
	return s
}

// aimed are the points a setting reads: what a chart lies over before what lies on it.
func (run *Lead) aimed(one *sheet.Setting) (out []string) {
	ids := one.Points
	if one.Method == sheet.MethodCounted && one.Then != "" {
		ids = []string{one.Then}
	}
	for _, id := range ids {
		p := run.Sheet.Point(id)
		if p == nil {
			continue
		}
		if one.Method == sheet.MethodChosen && run.Later(one, func(o *sheet.Setting) bool { return slices.Contains(o.Points, id) }) {
			continue // a later setting puts it right by turning
		}
		if c := run.Sheet.Chart(p.Chart); c != nil && c.Reads != "" && !slices.Contains(out, c.Reads) {
			out = append(out, c.Reads)
		}
		out = append(out, id)
	}
	return out
}

// Aim is a reading with its limits, as it stands now.
func (run *Lead) Aim(id string) *Aim {
	p := run.Sheet.Point(id)
	if p == nil {
		return nil
	}
	if target, ok := run.charted(p); ok {
		on := *p
		on.Target = &target
		p = &on
	}
	a := &Aim{Point: p}
	a.Band, a.Limited = p.Limits()
	if t := run.Latest(id, ""); t != nil && t.Stage != record.First && !run.TouchedSince(t) {
		a.Now, a.Judge = t, run.judge(p, t)
	}
	return a
}

// charted is the target of a point that lies on a chart, by what was read last of what the
// chart lies over: between two places of the chart, never beyond them.
func (run *Lead) charted(p *sheet.Point) (float64, bool) {
	c := run.Sheet.Chart(p.Chart)
	if c == nil {
		return 0, false
	}
	over := run.Latest(c.Reads, "")
	if over == nil {
		return 0, false
	}
	return c.Value(over.Value)
}
