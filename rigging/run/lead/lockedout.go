package lead

import (
	"brankel/rigging/run/record"
)

// lockedOut is something that holds itself: it was held back for the work, is given back, and
// shows that it is. Nothing is set by it.
type lockedOut struct{}

func (lockedOut) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	if p != PhaseSet {
		return true, "", false
	}
	a, ok := run.Checks[s.Of.Check]
	if record.Has(run.On, s.Of.Temporary) {
		return false, "held back", ok
	}
	if ok && !a.Void && a.Good {
		return true, "given back", false
	}
	return false, "", ok
}

func (lockedOut) advise(run *Lead, s *Setting, _ Phase) Advice {
	for _, t := range run.On {
		if t.ID == s.Of.Temporary {
			return Advice{Do: DoRestore, Say: Say(Plain("Give it back: take the " + t.Name + " off.")),
				More:   []string{"It takes up the slack by itself; it does not adjust what it pulls."},
				Things: []Todo{{Kind: record.KindTakenOff, ID: t.ID, Name: t.Name, Side: t.Side}}}
		}
	}
	c := run.Sheet.Check(s.Of.Check)
	answer, ok := run.Checks[c.ID]
	return run.ask(c, answer, ok)
}
