package run

import (
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/sheet"
)

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
	Now      *Taken               // the newest reading since the last move that counts
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
	Now     *Taken // the newest reading that still tells how it stands
	Judge   Judgement
}

// wrong tells whether the reading calls for a move.
func (a *Aim) wrong() bool {
	return a.Limited && a.Now != nil && (a.Judge.wrong() || a.Judge.Verdict == Unsteady)
}

// single tells whether one adjuster puts one reading right.
func (s *Setting) single() bool {
	limited := 0
	for _, a := range s.Aims {
		if a.Limited {
			limited++
		}
	}
	return len(s.Turned) == 1 && limited == 1 && s.Point != nil
}

// settings are all of the sheet, in its order, as they stand.
func (st State) settings() []*Setting {
	if st.Sheet == nil {
		return nil
	}
	if st.worked == nil {
		st.worked = &workedOut{}
	}
	if !st.worked.known {
		st.worked.known = true
		for i := range st.Sheet.Settings {
			st.worked.settings = append(st.worked.settings, st.workOut(&st.Sheet.Settings[i]))
		}
	}
	return st.worked.settings
}

// setting is the one that is worked now, else the last; nil where the sheet sets nothing.
func (st State) setting() *Setting {
	all := st.settings()
	for _, s := range all {
		if done, _, _ := st.settingDone(s); !done {
			return s
		}
	}
	if len(all) == 0 {
		return nil
	}
	return all[len(all)-1]
}

// known finds a setting by its id.
func (st State) known(id string) *Setting {
	for _, s := range st.settings() {
		if s.Of.ID == id {
			return s
		}
	}
	return nil
}

func (st State) workOut(one *sheet.Setting) *Setting {
	s := &Setting{Of: one}
	for _, id := range st.aimed(one) {
		if a := st.aim(id); a != nil {
			s.Aims = append(s.Aims, a)
			if a.Limited && s.Point == nil {
				s.Point = a.Point
			}
		}
	}
	for _, id := range one.Adjusters {
		a := st.Sheet.Adjuster(id)
		if a == nil {
			continue
		}
		t := &Turned{Adjuster: a, Gain: 1}
		if a.Threads != nil {
			if r := st.latest(a.Threads.Point, ""); r != nil {
				left := r.Value - st.netSince(a.ID, r) // outward takes thread out
				t.Threads = &left
			}
		}
		s.Turned = append(s.Turned, t)
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
	if in := st.Sheet.InfluenceOf(s.Adjuster.ID, s.Point.ID); in != nil {
		s.Book, s.PerTurn = in.PerTurn, in.PerTurn
		st.respond(s)
	}
	st.learn(s)
	return s
}

// aimed are the points a setting reads: what a chart lies over before what lies on it.
func (st State) aimed(one *sheet.Setting) (out []string) {
	ids := one.Points
	if one.Method == sheet.MethodCounted && one.Then != "" {
		ids = []string{one.Then}
	}
	for _, id := range ids {
		p := st.Sheet.Point(id)
		if p == nil {
			continue
		}
		if one.Method == sheet.MethodChosen && st.later(one, func(o *sheet.Setting) bool { return slices.Contains(o.Points, id) }) {
			continue // a later setting puts it right by turning
		}
		if c := st.Sheet.Chart(p.Chart); c != nil && c.Reads != "" && !slices.Contains(out, c.Reads) {
			out = append(out, c.Reads)
		}
		out = append(out, id)
	}
	return out
}

// later tells whether a setting after this one does something.
func (st State) later(one *sheet.Setting, does func(*sheet.Setting) bool) bool {
	after := false
	for i := range st.Sheet.Settings {
		other := &st.Sheet.Settings[i]
		if after && does(other) {
			return true
		}
		after = after || other.ID == one.ID
	}
	return false
}

// aim is a reading with its limits, as it stands now.
func (st State) aim(id string) *Aim {
	p := st.Sheet.Point(id)
	if p == nil {
		return nil
	}
	if target, ok := st.charted(p); ok {
		on := *p
		on.Target = &target
		p = &on
	}
	a := &Aim{Point: p}
	a.Band, a.Limited = p.Limits()
	if t := st.latest(id, ""); t != nil && t.Stage != First && !st.touchedSince(t) {
		a.Now, a.Judge = t, st.judge(p, t)
	}
	return a
}

// charted is the target of a point that lies on a chart, by what was read last of what the
// chart lies over: between two places of the chart, never beyond them.
func (st State) charted(p *sheet.Point) (float64, bool) {
	c := st.Sheet.Chart(p.Chart)
	if c == nil {
		return 0, false
	}
	over := st.latest(c.Reads, "")
	if over == nil {
		return 0, false
	}
	return c.Value(over.Value)
}

// touches tells whether a move may have changed a reading or an answer.
func (st State) touches(m Moved, id string) bool {
	if s := st.Sheet.Setting(m.Setting); s != nil && (slices.Contains(s.Keeps, id) || slices.Contains(s.Supersedes, id)) {
		return false
	}
	if slices.Contains(st.Sheet.Reopened(m.Adjuster), id) || st.Sheet.InfluenceOf(m.Adjuster, id) != nil {
		return true
	}
	for i := range st.Sheet.Settings {
		one := &st.Sheet.Settings[i]
		if (one.ID == m.Setting || slices.Contains(one.Adjusters, m.Adjuster)) &&
			(slices.Contains(one.Points, id) || one.Then == id || slices.Contains(one.Checks, id)) {
			return true
		}
	}
	return false
}

// touchedSince tells whether something was turned after the reading that may have changed it.
func (st State) touchedSince(t *Taken) bool {
	for i := len(st.Moves) - 1; i >= 0 && st.Moves[i].Epoch > t.Epoch; i-- {
		if st.touches(st.Moves[i], t.Point) {
			return true
		}
	}
	return false
}

// netSince is how far an adjuster was turned after the reading, outward positive.
func (st State) netSince(adjuster string, t *Taken) (net float64) {
	for i := len(st.Moves) - 1; i >= 0 && st.Moves[i].Epoch > t.Epoch; i-- {
		if m := st.Moves[i]; m.Adjuster == adjuster {
			net += m.signed()
		}
	}
	return net
}

// movedIn is the newest move of what the setting turns since as found, nil when there is none.
func (st State) movedIn(one *sheet.Setting) *Moved {
	for i := len(st.Moves) - 1; i >= st.Repaired; i-- {
		m := &st.Moves[i]
		if one != nil && (m.Setting == one.ID || slices.Contains(one.Adjusters, m.Adjuster)) {
			return m
		}
	}
	return nil
}

// owner is the setting that reads the point, nil when none does.
func (st State) owner(point string) *sheet.Setting {
	if st.Sheet == nil {
		return nil
	}
	for i := range st.Sheet.Settings {
		if one := &st.Sheet.Settings[i]; slices.Contains(one.Points, point) || one.Then == point {
			return one
		}
	}
	return nil
}

// settle is how a setting is settled before its readings count, nil when nothing is done.
func (st State) settleOf(one *sheet.Setting, point string) *sheet.Settle {
	if one == nil {
		return nil
	}
	if one.Settle != nil {
		return one.Settle
	}
	if p := st.Sheet.Point(point); p != nil {
		return p.Settle
	}
	return nil
}

// settled tells whether the setting was settled since its last move.
func (st State) settled(one *sheet.Setting) bool {
	m := st.movedIn(one)
	at, ok := st.Settles[one.ID]
	return ok && (m == nil || at > m.Epoch)
}
