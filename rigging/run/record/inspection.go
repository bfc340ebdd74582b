package record

import (
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
)

// Looked is a verdict of the second inspector, on the record.
type Looked struct {
	Inspected
	By string
}

// Inspects tells whether a second pair of eyes looks at the work after its signature.
func (st State) Inspects() bool { return st.Sheet != nil && len(st.Sheet.Inspect) > 0 }

// Flown tells whether the work is proved under load only after the second inspection, and the complaint is tried again
// after that.
func (st State) Flown() bool {
	return st.Inspects() && slices.ContainsFunc(st.Sheet.Checks, func(c sheet.Check) bool { return c.Loaded })
}

// Inspected tells whether every thing was looked at and found right.
func (st State) Inspected() bool {
	if !st.Inspects() {
		return true
	}
	for _, i := range st.Sheet.Inspect {
		if st.Looked[i.ID].Verdict != "right" {
			return false
		}
	}
	return st.Signed != nil
}

func saysInspected(i Inspected) string {
	if i.Verdict == "refused" {
		return "second inspection, refused: " + i.Says + ", because: " + i.Note
	}
	return "second inspection, right: " + i.Says
}

// admitInspected takes verdicts only from somebody who did none of the work, on work that
// was signed. Whether they may inspect at all is for whoever knows their role.
func admitInspected(in Incoming, i Inspected) (Inspected, error) {
	if err := in.withSheet(); err != nil {
		return i, err
	}
	switch at := slices.IndexFunc(in.Sheet.Inspect, func(one sheet.Item) bool { return one.ID == i.Item }); {
	case at < 0:
		return i, fault.At("body.item", "the sheet has nothing of the kind to look at")
	case in.Signed == nil:
		return i, fault.At("kind", "who did the work signs first: then it is looked at")
	case in.Workers[in.Event.By]:
		return i, fault.At("by", "%s worked on this: another inspector looks at it", in.Event.By)
	default:
		i.Says = in.Sheet.Inspect[at].Says
	}
	if err := oneOf(i.Verdict, "verdict", "right", "refused"); err != nil {
		return i, err
	}
	if i.Verdict == "refused" {
		return i, need(i.Note, "note", longestText, "say why it is refused: the work goes on from there")
	}
	return i, short(i.Note, "note", longestText)
}

// foldInspected keeps the verdict; a refusal takes the signature back, and all of it is
// looked at again.
func foldInspected(st *State, e Event, i Inspected) {
	st.Looked[i.Item] = Looked{i, e.By}
	if i.Verdict != "refused" {
		return
	}
	st.Refused = append(st.Refused, i.Says+": "+i.Note+" ("+e.By+")")
	st.Signed, st.SignedBy, st.SignedHash, st.SignedSeq = nil, "", "", 0
	clear(st.Looked)
	if c := st.Sheet; c != nil { // what was proved is proved again
		for id := range st.Checks {
			st.void(id)
		}
	}
}
