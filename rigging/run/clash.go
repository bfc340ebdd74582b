package run

import "slices"

// Clashes are the events of missed that only whoever made e can settle, because they had not seen
// them: those that say something of the very thing e speaks of (another reading of the point, another
// turn of the adjuster), those that moved what e tells of, and for a signature everything that was
// done. turned tells that something was moved: then e stands before it, unless it was made after.
func (st State) Clashes(e Event, missed []Event) (out []Event, turned bool) {
	of := subject(e)
	gone := struckOut(missed)
	for _, m := range missed {
		moved := st.moves(m, e)
		if gone[m.ID] || !moved && (of == "" || subject(m) != of) && !signsOver(e, m) {
			continue
		}
		out, turned = append(out, m), turned || moved
	}
	return out, turned
}

// signsOver tells whether e signs for something its maker had not seen.
func signsOver(e, m Event) bool {
	return (e.Kind == KindSigned || e.Kind == KindInspected) && !kinds[m.Kind].quiet
}

// moves tells whether m changed how things stand of which e tells.
func (st State) moves(m, e Event) bool {
	if !slices.Contains(tells, e.Kind) || !worksOn(m) {
		return false
	}
	of := bodyOf[named](e)
	by := bodyOf[named](m)
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
			if id != "" && adjuster != "" && st.touches(Moved{Move: Move{Adjuster: adjuster, Setting: by.Setting}}, id) {
				return true
			}
		}
	}
	return false
}

// named is what an event may speak of.
type named struct {
	Point, Adjuster, Setting, Check, Step, Item, Action string
	About                                               About
}

// subject names what an event speaks of, "" for one that goes with any other.
func subject(e Event) string {
	of := bodyOf[named](e)
	switch e.Kind {
	case KindReading:
		return "point " + of.Point
	case KindMove, KindStuck:
		return "adjuster " + of.Adjuster
	case KindLocked:
		return "lock " + of.Adjuster + " " + of.Setting
	case KindAction:
		return "action " + of.Action + " " + of.Setting
	case KindChosen:
		return "chosen " + of.Setting
	case KindCheck:
		return "check " + of.Check
	case KindDecided:
		return "decided " + of.About.String()
	case KindSkipped:
		return "skipped " + of.Step
	case KindInspected:
		return "inspected " + of.Item
	}
	if slices.Contains([]Kind{KindComplaint, KindIdentified, KindRetried, KindSigned}, e.Kind) {
		return string(e.Kind)
	}
	return ""
}
