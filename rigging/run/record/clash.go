package record

// Clashes are the events of missed that only whoever made e can settle, because they had not seen
// them: those that say something of the very thing e speaks of (another reading of the point, another
// turn of the adjuster), those that moved what e tells of, and for a signature everything that was
// done. turned tells that something was moved: then e stands before it, unless it was made after.
func (st State) Clashes(e Event, missed []Event) (out []Event, turned bool) {
	gone := StruckOut(missed)
	for _, m := range missed {
		moved := st.moves(m, e)
		if gone[m.ID] || !moved && !sameSubject(e, m) && !signsOver(e, m) {
			continue
		}
		out, turned = append(out, m), turned || moved
	}
	return out, turned
}

// sameSubject tells whether two events speak of the very same thing; a turn and one that did not come about
// speak of the same adjuster.
func sameSubject(e, m Event) bool {
	of := e.subject()
	turning := func(e Event) bool { return e.Kind == KindMove || e.Kind == KindStuck }
	return of != "" && of == m.subject() && (e.Kind == m.Kind || turning(e) && turning(m))
}

// signsOver tells whether e signs for something its maker had not seen.
func signsOver(e, m Event) bool {
	return (e.Kind == KindSigned || e.Kind == KindInspected) && !kinds[m.Kind].quiet
}

// moves tells whether m changed how things stand of which e tells.
func (st State) moves(m, e Event) bool {
	if !kinds[e.Kind].observes || !m.changes() {
		return false
	}
	of := BodyOf[named](e)
	by := BodyOf[named](m)
	ids := []string{of.Point, of.Check}
	if st.Sheet == nil {
		return false
	}
	if one := st.Sheet.Setting(of.Setting); one != nil {
		ids = append(append(ids, one.Points...), one.Checks...)
	}
	if of.Adjuster != "" && of.Adjuster == by.Adjuster {
		return true
	}
	adjusters := []string{by.Adjuster}
	if one := st.Sheet.Setting(by.Setting); one != nil && by.Adjuster == "" {
		adjusters = one.Adjusters
	}
	for _, id := range ids {
		for _, adjuster := range adjusters {
			if id != "" && adjuster != "" && st.Touches(Moved{Move: Move{Adjuster: adjuster, Setting: by.Setting}}, id) {
				return true
			}
		}
	}
	return false
}
