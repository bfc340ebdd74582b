package run

import (
	"slices"
	"strings"

	"brankel/rigging/sheet"
)

// Fold replays the events in order. s is the sheet the run is pinned to, nil while
// none applies or when it is not at hand: then what was written is still there, and
// nothing is advised. An event that stands there twice counts once, one that was
// taken back not at all.
func Fold(s *sheet.Sheet, events []Event) State {
	st := State{
		Sheet:      s,
		Cautions:   map[string]bool{},
		Checks:     map[string]Answered{},
		Decisions:  map[string]Decided{},
		Deviations: map[string]Deviation{},
		Skipped:    map[string]string{},
		byPoint:    map[string][]int{},
	}
	void := struckOut(events)
	for _, e := range events {
		if e.Seq <= st.Seq {
			continue
		}
		if void[e.ID] {
			st.Seq, st.LastHash = e.Seq, e.Hash
			continue
		}
		st.apply(e)
	}
	return st.remembering()
}

// Carry adds the events that came after those folded so far and tells whether that
// was enough: false means that they reach back (something was struck out, the sheet
// is another one) and all has to be folded anew.
func (st *State) Carry(events ...Event) bool {
	for _, e := range events {
		if e.Kind == KindCorrected || e.Kind == KindIdentified {
			return false
		}
	}
	for _, e := range events {
		if e.Seq > st.Seq {
			st.apply(e)
		}
	}
	st.worked = &workedOut{}
	return true
}

func (st *State) apply(e Event) {
	st.Seq, st.LastHash = e.Seq, e.Hash
	k, ok := kinds[e.Kind]
	if !ok {
		return // written by a later Brankel
	}
	st.LastAt, st.LastBy = e.At, e.By
	if !k.quiet {
		st.LastEvent, st.LastSeq, st.lastDone = e.ID, e.Seq, e
	}
	if e.Kind != KindPaused {
		st.Paused = ""
	}
	k.fold(st, e)
}

func foldComplaint(st *State, _ Event, c Complaint)   { st.Complaint = &c }
func foldIdentified(st *State, _ Event, i Identified) { st.Identity = &i }
func foldCaution(st *State, _ Event, n Named)         { st.Cautions[n.ID] = true }
func foldOn(st *State, _ Event, t Thing)              { st.On = append(st.On, t) }
func foldTakenOff(st *State, _ Event, t Thing)        { st.On = without(st.On, t) }
func foldOff(st *State, _ Event, t Thing)             { st.Off = append(st.Off, t) }
func foldPartBack(st *State, _ Event, t Thing)        { st.Off = without(st.Off, t) }
func foldSkipped(st *State, _ Event, s Skipped)       { st.Skipped[s.Step] = s.Reason }
func foldNote(st *State, _ Event, n Note)             { st.Notes = append(st.Notes, n.Text) }
func foldPaused(st *State, _ Event, n Note)           { st.Paused = n.Text }
func foldCorrected(*State, Event, Corrected)          {}

func same(a, b Thing) bool { return a.ID == b.ID && a.Name == b.Name && a.Side == b.Side }

func without(list []Thing, t Thing) []Thing {
	i := slices.IndexFunc(list, func(o Thing) bool { return same(o, t) })
	if i < 0 {
		return list
	}
	return slices.Delete(slices.Clone(list), i, i+1)
}

func foldReading(st *State, e Event, r Reading) {
	st.Worked = true
	st.byPoint[r.Point] = append(st.byPoint[r.Point], len(st.Readings))
	st.Readings = append(st.Readings, Taken{Reading: r, Event: e.ID, By: e.By, At: e.At, Stage: st.stage(r.Point), Epoch: st.Epoch})
}

// stage is which of the four readings a reading taken now would be.
func (st *State) stage(point string) Stage {
	_, set, _ := st.Sheet.Lead()
	switch {
	case set == nil || set.ID != point:
		return Found
	case st.Locked != nil:
		return LockedStage
	case !st.moved():
		return Found
	case set.Settle != nil && !st.Settled:
		return First
	}
	return Set
}

func foldMove(st *State, e Event, m Move) {
	st.work()
	st.Moves = append(st.Moves, Moved{m, e.By, e.At, e.Seq, st.Epoch})
	st.Locked, st.Settled, st.Stuck = nil, false, nil
	st.reopen(m.Adjuster)
}

// work begins a new epoch: readings before it are of another setting.
func (st *State) work() {
	st.Epoch++
	st.Worked = true
}

func foldStuck(st *State, _ Event, s Stuck) {
	st.Epoch++
	st.Stuck = &s
}

func foldSettled(st *State, _ Event, _ Settled) {
	st.work()
	st.Settled = true
}

func foldLocked(st *State, e Event, l Locked) {
	st.work()
	st.Locked, st.LockedBy = &l, e.By
}

func foldCheck(st *State, e Event, c Checked) {
	st.Worked = true
	st.Checks[c.Check] = Answered{Checked: c, By: e.By, At: e.At, Seq: e.Seq}
	delete(st.Decisions, "check:"+c.Check)
	if check := st.Sheet.Check(c.Check); check != nil && check.Loaded {
		delete(st.Decisions, "loaded")
	}
}

func foldRetried(st *State, _ Event, r Retried) { st.Retried, st.RetriedOld = &r, false }

func foldDecided(st *State, _ Event, d Decided) {
	st.Decisions[d.About] = d
	switch d.Choice {
	case ChoiceRepaired:
		st.repaired(d.About)
	case ChoiceAgain:
		st.forget(d.About)
	case ChoiceAfresh:
		st.Epoch++
		delete(st.Decisions, d.About)
	}
}

// forget makes the answer to a check count no more ("check:" and its id).
func (st *State) forget(about string) {
	id := strings.TrimPrefix(about, "check:")
	if c, ok := st.Checks[id]; ok {
		c.Void = true
		st.Checks[id] = c
	}
	delete(st.Decisions, about)
}

func foldDeviation(st *State, _ Event, d Deviation) {
	st.Worked = true
	st.Deviations[d.Point] = d
}

func foldSigned(st *State, e Event, s Signed) {
	st.Signed, st.SignedBy, st.SignedAt, st.SignedHash, st.SignedSeq = &s, e.By, e.At, e.Hash, e.Seq
}

// repaired makes what was read, answered and decided before it old: it was of other
// parts.
func (st *State) repaired(about string) {
	st.Epoch++
	st.Worked = false
	st.Repaired = len(st.Moves)
	st.Locked, st.Settled, st.Stuck = nil, false, nil
	for i := range st.Readings {
		st.Readings[i].Old = true
	}
	for id, c := range st.Checks {
		c.Void = true
		st.Checks[id] = c
	}
	st.RetriedOld = st.Retried != nil
	clear(st.Decisions)
	clear(st.Deviations)
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
