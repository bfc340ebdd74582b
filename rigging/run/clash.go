package run

import "slices"

// Clashes are the events of missed that say something of the very thing e speaks of: another
// reading of the point, another turn of the adjuster. Whoever made e had not seen them, so only
// they know whether both are so.
func Clashes(e Event, missed []Event) (out []Event) {
	of := subject(e)
	if of == "" {
		return nil
	}
	struck := struckOut(missed)
	for _, m := range missed {
		if subject(m) == of && !struck[m.ID] {
			out = append(out, m)
		}
	}
	return out
}

// subject names what an event speaks of, "" for one that goes with any other.
func subject(e Event) string {
	of := bodyOf[struct {
		Point, Adjuster, Setting, Check, Step, About, Item, Action string
	}](e)
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
		return "decided " + of.About
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
