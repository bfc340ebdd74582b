package run

import (
	"fmt"
	"math"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// measured is turned until every reading lies inside its limits: one adjuster by the sums of
// one reading, several together by the least turning that puts all of them right.
type measured struct{}

func (measured) progress(st State, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseFound:
		return st.foundDone(s)
	case PhaseSet:
		return st.setDone(s)
	case PhaseSettle:
		return st.settleDone(s)
	}
	return st.lockDone(s)
}

func (measured) advise(st State, s *Setting, p Phase) Advice {
	switch p {
	case PhaseFound:
		return st.asFound(s)
	case PhaseSet:
		return st.set(s)
	case PhaseSettle:
		return st.settle(s)
	}
	return st.lock(s)
}

// foundDone: everything it reads was read once, and the threads are counted.
func (st State) foundDone(s *Setting) (bool, string, bool) {
	for _, t := range s.Turned {
		if t.Adjuster.Threads != nil && !t.Adjuster.MeasureOnly && t.Threads == nil {
			return false, st.foundSays(s), false
		}
	}
	for _, a := range s.Aims {
		if st.latest(a.Point.ID, "") == nil {
			return false, "", false
		}
	}
	return true, st.foundSays(s), false
}

func (st State) foundSays(s *Setting) string {
	if !s.single() {
		return st.countOutside(s)
	}
	t := st.latest(s.Point.ID, Found)
	switch {
	case t == nil && st.latest(s.Point.ID, "") == nil:
		return ""
	case t == nil:
		return notFound // it was turned or locked before anybody read it
	}
	j := st.judge(s.Point, t)
	lo, hi := s.limits()
	switch j.Side {
	case "low":
		return reads(s.Point, j.Value) + ", " + quantity.Number(lo-j.Value, 1) + " short"
	case "high":
		return reads(s.Point, j.Value) + ", " + quantity.Number(j.Value-hi, 1) + " over"
	}
	return reads(s.Point, j.Value) + ", inside"
}

const notFound = "as found not read"

// countOutside says how many readings lay outside as found.
func (st State) countOutside(s *Setting) string {
	all, out := 0, 0
	for _, a := range s.Aims {
		t := st.latest(a.Point.ID, Found)
		if !a.Limited || t == nil {
			continue
		}
		all++
		if j := st.judge(a.Point, t); j.wrong() {
			out++
		}
	}
	switch {
	case all == 0:
		return ""
	case out == 0:
		return "inside as found"
	}
	return fmt.Sprintf("%d of %d out as found", out, all)
}

// wrong tells whether something it reads calls for a move that nobody asked to leave.
func (st State) wrong(s *Setting) bool {
	for _, a := range s.Aims {
		if _, left := st.Deviations[a.Point.ID]; a.wrong() && !left {
			return true
		}
	}
	return false
}

// setDone: no move is called for, and the last one was answered.
func (st State) setDone(s *Setting) (done bool, summary string, again bool) {
	moved := st.movedIn(s.Of) != nil
	unread := s.Point != nil && s.Now == nil && st.latest(s.Point.ID, "") == nil && !moved
	wrong := unread || st.wrong(s) && (s.single() || st.firstStale(s) == nil)
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !wrong, "not adjustable", false
	}
	if plan := st.plan(s); plan != nil && len(plan.left()) > 0 {
		wrong = true
	}
	switch net := st.netSays(s); {
	case moved && net != "":
		summary = net
	case moved:
		summary = "back as found"
	case !wrong:
		summary = "no move needed"
	}
	return !wrong && !st.unanswered(s), summary, moved && wrong
}

// netSays is how far each adjuster stands from as found.
func (st State) netSays(s *Setting) (out string) {
	for _, t := range s.Turned {
		net := st.NetTurns(t.Adjuster.ID)
		if math.Abs(net) < 1e-9 {
			continue
		}
		if out != "" {
			out += ", "
		}
		if len(s.Turned) > 1 {
			out += t.Adjuster.Name + " "
		}
		out += netText(t.Adjuster, net)
	}
	return out
}

// settleDone: everything was read after the last move, and what is tried with it is well.
func (st State) settleDone(s *Setting) (done bool, summary string, again bool) {
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !st.wrong(s), "not adjustable", false
	}
	done = !st.wrong(s) && !st.unanswered(s) && st.firstStale(s) == nil && st.badCheck(s) == nil
	if s.single() {
		if t := st.latest(s.Point.ID, Set); t != nil {
			summary, again = reads(s.Point, t.Value), st.touchedSince(t)
		}
	} else if done && len(s.Aims) > 0 {
		summary = "all inside"
	}
	return done, summary, again
}

// firstStale is the first reading with limits that tells no more how it stands.
func (st State) firstStale(s *Setting) *Aim {
	for _, a := range s.Aims {
		if a.Limited && a.Now == nil || !a.Limited && a.Point.Chart != "" {
			return a
		}
	}
	return nil
}

// badCheck is the first of its checks without load that is not answered well; nil when all
// are.
func (st State) badCheck(s *Setting) *sheet.Check {
	for _, id := range s.Of.Checks {
		c := st.Sheet.Check(id)
		if a, ok := st.Checks[id]; c != nil && !c.Loaded && !(ok && !a.Void && a.Good) {
			return c
		}
	}
	return nil
}

// lockDone: locked, and read again with it.
func (st State) lockDone(s *Setting) (done bool, summary string, again bool) {
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !st.wrong(s), "not adjustable", false
	}
	locked, since := st.locked(s.Of)
	done = (locked || len(st.locks(s.Of)) == 0) && !st.wrong(s)
	for _, a := range s.Aims {
		if a.Limited && (a.Now == nil || a.Now.Epoch < since) {
			done = false
		}
	}
	if s.single() {
		if t := st.latest(s.Point.ID, LockedStage); t != nil {
			summary, again = reads(s.Point, t.Value), st.touchedSince(t)
		}
	} else if done && locked {
		summary = "locked"
		if s.Point != nil {
			summary += ", all inside"
		}
	}
	return done, summary, again
}
