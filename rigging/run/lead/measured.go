package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// measured is turned until every reading lies inside its limits: one adjuster by the sums of
// one reading, several together by the least turning that puts all of them right.
type measured struct{}

func (measured) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseFound:
		return run.foundDone(s)
	case PhaseSet:
		return run.setDone(s)
	case PhaseSettle:
		return run.settleDone(s)
	}
	return run.lockDone(s)
}

func (measured) advise(run *Lead, s *Setting, p Phase) Advice {
	switch p {
	case PhaseFound:
		return run.asFound(s)
	case PhaseSet:
		return run.set(s)
	case PhaseSettle:
		return run.settle(s)
	}
	return run.lock(s)
}

// foundDone: everything it reads was read once, and the threads are counted.
func (run *Lead) foundDone(s *Setting) (bool, string, bool) {
	for _, t := range s.Turned {
		if t.Adjuster.Threads != nil && !t.Adjuster.MeasureOnly && t.Threads == nil {
			return false, run.foundSays(s), false
		}
	}
	for _, a := range s.Aims {
		if run.Latest(a.Point.ID, "") == nil {
			return false, "", false
		}
	}
	return true, run.foundSays(s), false
}

func (run *Lead) foundSays(s *Setting) string {
	if !s.Single() {
		return run.countOutside(s)
	}
	t := run.Latest(s.Point.ID, record.Found)
	switch {
	case t == nil && run.Latest(s.Point.ID, "") == nil:
		return ""
	case t == nil:
		return notFound // it was turned or locked before anybody read it
	}
	j := run.judge(s.Point, t)
	lo, hi := s.Limits()
	switch j.Side {
	case "low":
		return spell.Reading(s.Point, j.Value) + ", " + quantity.Number(lo-j.Value, 1) + " short"
	case "high":
		return spell.Reading(s.Point, j.Value) + ", " + quantity.Number(j.Value-hi, 1) + " over"
	}
	return spell.Reading(s.Point, j.Value) + ", inside"
}

const notFound = "as found not read"

// countOutside says how many readings lay outside as found.
func (run *Lead) countOutside(s *Setting) string {
	all, out := 0, 0
	for _, a := range s.Aims {
		t := run.Latest(a.Point.ID, record.Found)
		if !a.Limited || t == nil {
			continue
		}
		all++
		if j := run.judge(a.Point, t); j.Wrong() {
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
func (run *Lead) wrong(s *Setting) bool {
	for _, a := range s.Aims {
		if _, left := run.Deviations[a.Point.ID]; a.Wrong() && !left {
			return true
		}
	}
	return false
}

// setDone: no move is called for, and the last one was answered.
func (run *Lead) setDone(s *Setting) (done bool, summary string, again bool) {
	moved := run.MovedIn(s.Of) != nil
	unread := s.Point != nil && s.Now == nil && run.Latest(s.Point.ID, "") == nil && !moved
	wrong := unread || run.wrong(s) && (s.Single() || run.firstStale(s) == nil)
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !wrong, "not adjustable", false
	}
	if plan := run.Plan(s); plan != nil && len(plan.Left()) > 0 {
		wrong = true
	}
	switch net := run.netSays(s); {
	case moved && net != "":
		summary = net
	case moved:
		summary = "back as found"
	case !wrong:
		summary = "no move needed"
	}
	return !wrong && !run.unanswered(s), summary, moved && wrong
}

// netSays is how far each adjuster stands from as found.
func (run *Lead) netSays(s *Setting) (out string) {
	for _, t := range s.Turned {
		net := run.NetTurns(t.Adjuster.ID)
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
func (run *Lead) settleDone(s *Setting) (done bool, summary string, again bool) {
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !run.wrong(s), "not adjustable", false
	}
	done = !run.wrong(s) && !run.unanswered(s) && run.firstStale(s) == nil && run.badCheck(s) == nil
	if s.Single() {
		if t := run.Latest(s.Point.ID, record.Set); t != nil {
			summary, again = spell.Reading(s.Point, t.Value), run.TouchedSince(t)
		}
	} else if done && len(s.Aims) > 0 {
		summary = "all inside"
	}
	return done, summary, again
}

// firstStale is the first reading with limits that tells no more how it stands.
func (run *Lead) firstStale(s *Setting) *Aim {
	for _, a := range s.Aims {
		if a.Limited && a.Now == nil || !a.Limited && a.Point.Chart != "" {
			return a
		}
	}
	return nil
}

// badCheck is the first of its checks without load that is not answered well; nil when all
// are.
func (run *Lead) badCheck(s *Setting) *sheet.Check {
	for _, id := range s.Of.Checks {
		c := run.Sheet.Check(id)
		if a, ok := run.Checks[id]; c != nil && !c.Loaded && !(ok && !a.Void && a.Good) {
			return c
		}
	}
	return nil
}

// foundRight tells whether all that a setting reads was found inside, and nothing of it was turned or locked since.
func (run *Lead) foundRight(s *Setting) bool {
	if run.Job.Job == sheet.JobNew {
		return false // nothing of a new part was found so
	}
	reads := false
	for _, a := range s.Aims {
		if a.Limited && (a.Now == nil || a.Wrong()) {
			return false
		}
		reads = reads || a.Limited
	}
	for _, id := range s.Of.Checks {
		given, ok := run.Checks[id]
		if ok && (given.Void || !given.Good) {
			return false
		}
		reads = reads || ok
	}
	untouched := !slices.ContainsFunc(run.LocksOf(s.Of), func(l record.Lockable) bool { return run.Fastened(s.Of, l) != nil })
	return reads && untouched && run.MovedIn(s.Of) == nil && !slices.ContainsFunc(s.Turned, func(t *Turned) bool {
		return run.NetTurns(t.Adjuster.ID) != 0
	})
}

// LeftAlone tells whether a setting was left as it was found, inside: no lock is undone for it, and nothing read twice.
func (run *Lead) LeftAlone(s *Setting) bool {
	return run.Decisions[record.AboutSetting.Of(s.Of.ID)].Choice == record.ChoiceLeave && run.foundRight(s)
}

// lockDone: locked, and read again with it.
func (run *Lead) lockDone(s *Setting) (done bool, summary string, again bool) {
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !run.wrong(s), "not adjustable", false
	}
	locked, since := run.AllLocked(s.Of)
	done = (locked || len(run.LocksOf(s.Of)) == 0) && !run.wrong(s)
	for _, a := range s.Aims {
		if a.Limited && (a.Now == nil || a.Now.Epoch < since && run.readsLocked(s, a.Point)) {
			done = false
		}
	}
	if s.Single() {
		if t := run.Latest(s.Point.ID, record.LockedStage); t != nil {
			summary, again = spell.Reading(s.Point, t.Value), run.TouchedSince(t)
		}
	} else if done && locked {
		summary = "locked"
		if s.Point != nil {
			summary += ", all inside"
		}
	}
	return done, summary, again
}
