package run

// lockedOut is something that holds itself: it was held back for the work, is given back, and
// shows that it is. Nothing is set by it.
type lockedOut struct{}

func (lockedOut) progress(st State, s *Setting, p Phase) (done bool, summary string, again bool) {
	if p != PhaseSet {
		return true, "", false
	}
	a, ok := st.Checks[s.Of.Check]
	if has(st.On, s.Of.Temporary) {
		return false, "held back", ok
	}
	if ok && !a.Void && a.Good {
		return true, "given back", false
	}
	return false, "", ok
}

func (lockedOut) advise(st State, s *Setting, _ Phase) Advice {
	for _, t := range st.On {
		if t.ID == s.Of.Temporary {
			return Advice{Do: DoRestore, Say: say(plain("Give it back: take the " + t.Name + " off.")),
				More:   []string{"It takes up the slack by itself; it does not adjust what it pulls."},
				Things: []Todo{{Kind: KindTakenOff, ID: t.ID, Name: t.Name, Side: t.Side}}}
		}
	}
	c := st.Sheet.Check(s.Of.Check)
	answer, ok := st.Checks[c.ID]
	return st.ask(c, answer, ok)
}
