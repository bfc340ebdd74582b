package run

import (
	"fmt"
	"slices"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Pinned is the content hash of the sheet the run was identified with, "" when
// it was not or none applies.
func Pinned(events []Event) string {
	for i := len(events) - 1; i >= 0; i-- {
		if events[i].Kind == KindIdentified {
			return bodyOf[Identified](events[i]).Sheet
		}
	}
	return ""
}

// Fold replays the events in order. s may be nil while no sheet applies. An
// event that stands there twice counts once, one that was taken back not at all.
func Fold(s *sheet.Sheet, events []Event) State {
	st := State{
		Sheet: s, Cautions: map[string]bool{}, Checks: map[string]Answered{}, Decisions: map[string]Decided{},
		Deviations: map[string]Deviation{}, Skipped: map[string]string{},
	}
	void := map[string]bool{}
	for _, e := range events {
		if e.Kind == KindCorrected {
			void[bodyOf[Corrected](e).Event] = true
		}
	}
	for _, e := range events {
		if e.Seq <= st.Seq {
			continue
		}
		st.Seq, st.LastHash = e.Seq, e.Hash
		if void[e.ID] {
			continue
		}
		st.apply(e)
		st.LastAt, st.LastBy = e.At, e.By
	}
	return st
}

func (st *State) apply(e Event) {
	switch e.Kind {
	case KindReading, KindMove, KindSettled, KindLocked, KindCheck, KindDeviation:
		st.Worked = true
	}
	switch e.Kind {
	case KindComplaint:
		b := bodyOf[Complaint](e)
		st.Complaint = &b
		st.did(e, "complaint: “"+b.Words+"”")
	case KindIdentified:
		b := bodyOf[Identified](e)
		st.Identity = &b
		if b.Sheet == "" {
			st.did(e, "serial "+b.Serial+" read: no sheet applies")
		} else {
			st.did(e, "sheet "+b.Name+" chosen for serial "+b.Serial)
		}
	case KindCaution:
		st.Cautions[bodyOf[Named](e).ID] = true
		st.did(e, "a caution was confirmed")
	case KindPutOn, KindTakenOff, KindPartOff, KindPartBack:
		st.applyThing(e)
	case KindReading:
		st.applyReading(e)
	case KindMove, KindStuck, KindSettled, KindLocked:
		st.applyWork(e)
	case KindCheck:
		b := bodyOf[Checked](e)
		st.Checks[b.Check] = Answered{Checked: b, By: e.By, At: e.At}
		delete(st.Decisions, "check:"+b.Check)
		if c := st.Sheet.Check(b.Check); c != nil {
			st.did(e, c.Name+": "+answerOf(c, b.Answer))
		}
	case KindRetried:
		b := bodyOf[Retried](e)
		st.Retried, st.RetriedOld = &b, false
		st.did(e, "the complaint was tried again: "+b.Outcome)
	case KindDecided:
		b := bodyOf[Decided](e)
		st.Decisions[b.About] = b
		if b.Choice == ChoiceOpen {
			st.did(e, "the loaded proof was left open")
		} else {
			st.did(e, "decided: "+b.Choice)
		}
		if b.Choice == ChoiceRepaired {
			st.repaired(b.About)
		}
	case KindDeviation:
		b := bodyOf[Deviation](e)
		st.Deviations[b.Point] = b
		st.did(e, "left out by request of "+b.AskedBy)
	case KindSkipped:
		b := bodyOf[Skipped](e)
		st.Skipped[b.Step] = b.Reason
		st.did(e, "a step was left out: "+b.Reason)
	case KindNote:
		st.Notes = append(st.Notes, bodyOf[Note](e).Text)
	case KindPaused:
		st.Paused = bodyOf[Note](e).Text
		return // a pause does not end itself
	case KindSigned:
		b := bodyOf[Signed](e)
		st.Signed, st.SignedBy, st.SignedAt, st.SignedHash = &b, e.By, e.At, e.Hash
		st.did(e, "signed by "+b.Name)
	}
	st.Paused = ""
}

func (st *State) did(e Event, words string) { st.Last, st.LastEvent = words, e.ID }

func answerOf(c *sheet.Check, answer string) string {
	if answer == "good" {
		return c.Good
	}
	return c.Bad
}

func (st *State) applyThing(e Event) {
	t := bodyOf[Thing](e)
	switch e.Kind {
	case KindPutOn:
		st.WentOn = append(st.WentOn, t)
		st.On = append(st.On, t)
		st.did(e, t.Name+" put on")
	case KindTakenOff:
		st.On = without(st.On, t)
		st.did(e, t.Name+" taken off")
	case KindPartOff:
		st.WentOff = append(st.WentOff, t)
		st.Off = append(st.Off, t)
		st.did(e, t.Name+" taken off")
	case KindPartBack:
		st.Off = without(st.Off, t)
		st.did(e, t.Name+" back on")
	}
}

func same(a, b Thing) bool { return a.ID == b.ID && a.Name == b.Name && a.Side == b.Side }

func without(list []Thing, t Thing) []Thing {
	i := slices.IndexFunc(list, func(o Thing) bool { return same(o, t) })
	if i < 0 {
		return list
	}
	return slices.Delete(slices.Clone(list), i, i+1)
}

func (st *State) applyReading(e Event) {
	b := bodyOf[Reading](e)
	t := Taken{Reading: b, Event: e.ID, By: e.By, At: e.At, Stage: st.stage(b.Point), Epoch: st.Epoch}
	p := st.Sheet.Point(b.Point)
	if p == nil {
		return
	}
	for _, id := range p.States {
		if !slices.Contains(b.States, id) {
			t.Missing = append(t.Missing, st.Sheet.State(id).Name)
		}
	}
	st.Readings = append(st.Readings, t)
	st.did(e, p.Name+" read: "+quantity.Quantity{Kind: p.Quantity, Value: b.Value}.Text())
}

// stage is which of the four readings a reading taken now would be.
func (st *State) stage(point string) Stage {
	_, set, _ := st.Sheet.Setting()
	switch {
	case set == nil || set.ID != point:
		return Found
	case st.Locked != nil:
		return LockedStage
	case len(st.Moves) == st.Repaired:
		return Found
	case set.Settle != nil && !st.Settled:
		return First
	}
	return Set
}

func (st *State) applyWork(e Event) {
	st.Epoch++
	switch e.Kind {
	case KindMove:
		b := bodyOf[Move](e)
		st.Moves = append(st.Moves, Moved{b, e.By, e.At, st.Epoch})
		st.Locked, st.Settled, st.Stuck = nil, false, nil
		st.reopen(b.Adjuster)
		if a := st.Sheet.Adjuster(b.Adjuster); a != nil {
			st.did(e, fmt.Sprintf("%s turned %s %s", a.Name, turnsText(b.Value), way(a, b.Way).Says))
		}
	case KindStuck:
		b := bodyOf[Stuck](e)
		st.Stuck = &b
		st.did(e, "the adjuster would not turn")
	case KindSettled:
		st.Settled = true
		st.did(e, fmt.Sprintf("settled, %d times", bodyOf[Settled](e).Times))
	case KindLocked:
		b := bodyOf[Locked](e)
		st.Locked, st.LockedBy = &b, e.By
		st.did(e, "locked, nut backed off "+turnsText(b.Value))
	}
}

// repaired makes the readings before it old: they were of other parts.
func (st *State) repaired(about string) {
	st.Epoch++
	st.Worked = false
	st.Repaired = len(st.Moves)
	st.Locked, st.Settled = nil, false
	for i := range st.Readings {
		st.Readings[i].Old = true
	}
	delete(st.Decisions, about)
	if about == "pinned" {
		st.Identity = nil // the new cable may belong to another sheet
	}
}

// reopen voids what a move of the adjuster reopens.
func (st *State) reopen(adjuster string) {
	for _, id := range st.Sheet.Reopened(adjuster) {
		if c, ok := st.Checks[id]; ok {
			c.Void = true
			st.Checks[id] = c
		}
		delete(st.Deviations, id)
	}
	st.RetriedOld = st.Retried != nil
	delete(st.Decisions, "response")
	delete(st.Decisions, "loaded")
}

func way(a *sheet.Adjuster, direction string) sheet.Way {
	if direction == "in" {
		return a.In
	}
	return a.Out
}

func turnsText(turns float64) string {
	s := quantity.Turns(turns)
	if turns <= 1 && turns > 0 {
		return s + " turn"
	}
	return s + " turns"
}
