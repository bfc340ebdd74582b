package lead

import "brankel/rigging/setup"

// lockedOut is something that holds itself: it was held back for the work, is given back, and
// shows that it is. Nothing is set by it.
type lockedOut struct{}

func (lockedOut) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	if p != PhaseSet {
		return true, "", false
	}
	a, ok := run.Checks[s.Of.Check]
	if run.heldBack(s.Of.Held) {
		return false, "held back", ok
	}
	if ok && !a.Void && a.Good {
		return true, "given back", false
	}
	return false, "", ok
}

func (lockedOut) advise(run *Lead, s *Setting, _ Phase) Advice {
	if t := run.Stood.Thing(s.Of.Held); run.heldBack(s.Of.Held) {
		a := run.stop([]setup.Change{{Thing: t.ID, Way: t.AtRest()}}, nil)
		a.Say = Say(Plain("Give it back: take the " + t.Name + " off."))
		a.More = []string{"It takes up the slack by itself; it does not adjust what it pulls."}
		return a
	}
	c := run.Sheet.Check(s.Of.Check)
	answer, ok := run.Checks[c.ID]
	return run.ask(c, answer, ok)
}

// heldBack tells whether a thing that holds something back is on.
func (run *Lead) heldBack(thing string) bool {
	t := run.Stood.Thing(thing)
	return t != nil && run.Stood.Way(run.Now(), thing) != t.AtRest()
}
