package record

import (
	"slices"
	"time"

	"brankel/rigging/sheet"
)

// Fold replays the events in order. s is the sheet the run is pinned to, nil while
// none applies or when it is not at hand: then what was written is still there, and
// nothing is advised. An event that stands there twice counts once, one that was
// taken back not at all.
func Fold(s *sheet.Sheet, events []Event) State {
	school, job := SchoolOf(events), JobOf(events)
	s = s.Knowing(KnownBy(events))
	st := State{
		Sheet:      s.For(school).Doing(job.Of()),
		Job:        job,
		Renewed:    job.Job == sheet.JobNew,
		Parts:      map[string]Parted{},
		Pinned:     s,
		School:     school,
		Ways:       map[string]string{},
		Stays:      map[string]string{},
		parted:     map[string]int{},
		Checks:     map[string]Answered{},
		Decisions:  map[About]Decided{},
		Deviations: map[string]Deviation{},
		Skipped:    map[string]string{},
		Stuck:      map[string]Halted{},
		Marks:      map[string]int{},
		Ends:       map[string]Halted{},
		Settles:    map[string]int{},
		Locks:      map[string]Fastened{},
		Chosen:     map[string]string{},
		Looked:     map[string]Looked{},
		Workers:    map[string]bool{},
		Afresh:     map[string]int{},
		ByPoint:    map[string][]int{},
	}
	if st.Sheet != nil {
		st.stands(st.Sheet)
	}
	once := inOrder(events)
	live := live(once)
	for _, e := range asMade(live) {
		st.apply(e)
	}
	for _, e := range live {
		st.done.by(e)
	}
	for _, e := range once {
		st.touchedBy(e)
	}
	if n := len(once); n > 0 {
		st.Seq, st.LastHash = once[n-1].Seq, once[n-1].Hash
	}
	return st
}

// inOrder leaves out what stands there twice.
func inOrder(events []Event) []Event {
	last := 0
	for i, e := range events {
		if e.Seq <= last {
			once := slices.Clone(events[:i])
			for _, e := range events[i:] {
				if e.Seq > last {
					once, last = append(once, e), e.Seq
				}
			}
			return once
		}
		last = e.Seq
	}
	return events
}

// touchedBy remembers who worked at the run, what was struck out too.
func (st *State) touchedBy(e Event) {
	if !kinds[e.Kind].quiet {
		st.Workers[e.By] = true
	}
}

// Carry adds the events that came after those folded so far and tells whether that
// was enough: false means that they reach back (something was struck out, the sheet
// is another one) and all has to be folded anew.
func (st *State) Carry(events ...Event) bool {
	for _, e := range events {
		if e.Seq <= st.Seq {
			continue
		}
		if e.Kind == KindCorrected || e.Kind == KindIdentified || e.Kind == KindJob || e.Kind == KindDecided && BodyOf[Decided](e).About.Question == AboutSchool {
			return false
		}
	}
	for _, e := range events {
		if e.Seq <= st.Seq {
			continue // there already, or twice among these
		}
		if st.done.after(e) {
			return false
		}
		st.apply(e)
		st.touchedBy(e)
		st.done.by(e)
	}
	return true
}

// apply folds one event. What came in last is the last thing done, wherever it stands.
func (st *State) apply(e Event) {
	newest := e.Seq > st.Seq
	if newest {
		st.Seq, st.LastHash = e.Seq, e.Hash
	}
	k, ok := kinds[e.Kind]
	if !ok {
		return // written by a later Brankel
	}
	if newest {
		st.LastAt, st.LastBy = e.At, e.By
	}
	if !k.quiet && e.Seq > st.LastSeq {
		st.LastEvent, st.LastSeq, st.lastDone = e.ID, e.Seq, e
	}
	if e.Kind != KindPaused {
		st.Paused = ""
	}
	k.fold(st, e)
}

func foldComplaint(st *State, _ Event, c Complaint) { st.Complaint = &c }

func foldIdentified(st *State, _ Event, i Identified) { st.Identity = &i }

func foldSkipped(st *State, _ Event, s Skipped) { st.Skipped[s.Step] = s.Reason }

func foldNote(st *State, _ Event, n Note) { st.Notes = append(st.Notes, n.Text) }

func foldPaused(st *State, _ Event, n Note) { st.Paused = n.Text }

func foldCorrected(*State, Event, Corrected) {}

func foldReading(st *State, e Event, r Reading) {
	st.Worked = true
	st.ByPoint[r.Point] = append(st.ByPoint[r.Point], len(st.Readings))
	t := Taken{Reading: r, Event: e.ID, By: e.By, At: e.At, Stage: st.stage(r.Point), Epoch: st.Epoch}
	if r.Carried == "" {
		t.Unmet = st.unmetBy(st.reading(r.Point))
	}
	st.Readings = append(st.Readings, t)
}

// stage is which of the four readings a reading taken now would be.
func (st *State) stage(point string) Stage {
	one := st.SettingOf(point)
	if one == nil {
		return Found
	}
	locked, _ := st.AllLocked(one)
	switch {
	case locked:
		return LockedStage
	case st.MovedIn(one) == nil:
		return Found
	case st.SettleOf(one, point) != nil && !st.SettledSince(one):
		return First
	}
	return Set
}

func foldMove(st *State, e Event, m Move) {
	moved := Moved{Move: m, Event: e.ID, By: e.By, At: e.At, Seq: e.Seq}
	if a := st.Sheet.Adjuster(m.Adjuster); a != nil {
		moved.Unmet = st.unmetBy(st.Sheet.Turning(a, st.Sheet.Setting(m.Setting)))
	}
	st.work()
	moved.Epoch = st.Epoch
	delete(st.Stuck, m.Adjuster)
	if _, room, known := st.EndOf(m.Adjuster, m.Way); known && m.Value > room+leastTurn {
		delete(st.Ends, m.Adjuster+" "+m.Way) // it went on all the same
	}
	st.Moves = append(st.Moves, moved)
	st.reopen(m.Adjuster, m.Setting)
}

// work begins a new epoch: readings before it are of another setting.
func (st *State) work() {
	st.Epoch++
	st.Worked = true
}

func foldSettled(st *State, _ Event, s Settled) {
	st.work()
	id := s.Setting
	if one := st.SettingOf(s.Point); id == "" && one != nil {
		id = one.ID
	}
	st.Settles[id] = st.Epoch
}

func foldLocked(st *State, e Event, l Locked) {
	st.work()
	st.Locks[lockKey(l.Setting, l.Adjuster)] = Fastened{l, e.By, st.Epoch}
	if st.Sheet == nil {
		return
	}
	for i := range st.Sheet.Settings { // locking moves what was set: what was felt is felt again
		one := &st.Sheet.Settings[i]
		if one.ID != l.Setting && (l.Adjuster == "" || !slices.Contains(one.Adjusters, l.Adjuster)) {
			continue
		}
		if all, _ := st.AllLocked(one); all { // once, after the last of them
			for _, id := range one.Checks {
				st.void(id)
			}
		}
	}
}

// foldAction keeps what was done by hand. A mishap has the settings of what it spoils
// begin again.
func foldAction(st *State, e Event, a Acting) {
	one := st.Sheet.Action(a.Action)
	if one != nil && len(st.unmetBy(st.Sheet.Acting(one, st.Sheet.Setting(a.Setting)))) > 0 {
		return // it was done as it is not to be: it is asked again
	}
	st.work()
	st.Done = append(st.Done, Acted{a.Action, st.Epoch, e.Seq})
	if one == nil || !one.Spoils {
		return
	}
	for _, s := range st.Sheet.SpoiltBy(one) {
		st.Afresh[s.ID] = st.Epoch
	}
}

// foldChosen is a part fitted: a move of what it is chosen for.
func foldChosen(st *State, e Event, c Choosing) {
	st.work()
	st.Chosen[c.Setting] = c.Option
	adjuster := ""
	if one := st.Sheet.Setting(c.Setting); one != nil && len(one.Adjusters) > 0 {
		adjuster = one.Adjusters[0]
	}
	m := Move{Adjuster: adjuster, Setting: c.Setting, Name: c.Title, Says: c.Name}
	st.Moves = append(st.Moves, Moved{Move: m, Event: e.ID, By: e.By, At: e.At, Seq: e.Seq, Epoch: st.Epoch})
	st.reopen(adjuster, c.Setting)
}

func foldCheck(st *State, e Event, c Checked) {
	st.Worked = true
	a := Answered{Checked: c, By: e.By, At: e.At, Seq: e.Seq, Epoch: st.Epoch}
	if check := st.Sheet.Check(c.Check); check != nil && c.Carried == "" {
		a.Unmet = st.unmetBy(st.Sheet.Trying(check, st.Asks(c.Check)))
		a.Void = len(a.Unmet) > 0
	}
	if about := AboutFound.Of(c.Check); st.Decisions[about].Choice == ChoiceFirst && len(a.Unmet) == 0 && !st.AnyMoved() {
		a.Found = true
		a.Void = a.Void || !c.Good // it says how it came, and proves nothing
		delete(st.Decisions, about)
	}
	st.Checks[c.Check] = a
	st.Answers = append(st.Answers, a)
	delete(st.Decisions, AboutCheck.Of(c.Check))
	if check := st.Sheet.Check(c.Check); check != nil && check.Loaded {
		delete(st.Decisions, AboutLoaded.Of(""))
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
		st.afresh(d.About)
	}
}

// forget makes the answer to a check count no more.
func (st *State) forget(about About) {
	st.void(about.ID)
	delete(st.Decisions, about)
}

// afresh makes what was read of a point, or tried of a setting, count no more: its cause was found.
func (st *State) afresh(about About) {
	switch about.Question {
	case AboutTries:
		st.Afresh[about.ID] = st.Epoch
	case AboutUnsteady:
		for _, i := range st.ByPoint[about.ID] {
			st.Readings[i].Passed = true
		}
	}
	delete(st.Decisions, about)
}

func foldDeviation(st *State, _ Event, d Deviation) {
	st.Worked = true
	st.Deviations[d.Point] = d
}

func foldSigned(st *State, e Event, s Signed) {
	clear(st.Looked)
	st.Signed, st.SignedBy, st.SignedAt, st.SignedHash, st.SignedSeq = &s, e.By, e.Counts(), e.Hash, e.Seq
	st.SignedDated = time.Time{}
	if e.Apart() {
		st.SignedDated = e.At
	}
}

// repaired makes what was read, answered and decided before it old: it was of other
// parts.
func (st *State) repaired(about About) {
	st.Epoch++
	st.Worked = false
	st.Repaired, st.RepairedAt = len(st.Moves), st.Epoch
	clear(st.Locks)
	clear(st.Settles)
	clear(st.Stuck)
	clear(st.Ends)
	clear(st.Chosen)
	if st.Sheet != nil {
		for i := range st.Sheet.Settings {
			st.Afresh[st.Sheet.Settings[i].ID] = st.Epoch
		}
	}
	for i := range st.Readings {
		st.Readings[i].Old = true
	}
	for id := range st.Checks {
		st.void(id)
	}
	st.RetriedOld = st.Retried != nil
	clear(st.Decisions)
	clear(st.Deviations)
	st.Renewed = st.Renewed || renews(about)
	if about.Question == AboutPinned {
		st.Identity = nil // the new cable may belong to another sheet
	}
}

// reopen voids what a move of the adjuster reopens; what the setting in whose course it was
// turned moves by its own purpose stays.
func (st *State) reopen(adjuster, setting string) {
	one := st.Sheet.Setting(setting)
	for _, id := range st.Sheet.Reopened(adjuster) {
		if one != nil && slices.Contains(one.Keeps, id) {
			continue
		}
		st.void(id)
		delete(st.Deviations, id)
	}
	if one != nil {
		for _, id := range one.Checks {
			st.void(id)
		}
	}
	st.RetriedOld = st.Retried != nil
	delete(st.Decisions, AboutResponse.Of(""))
	delete(st.Decisions, AboutLoaded.Of(""))
}

// void makes the answer to a check count no more.
func (st *State) void(check string) {
	if c, ok := st.Checks[check]; ok {
		c.Void = true
		st.Checks[check] = c
	}
}

// renews tells whether a repair is a new cable: what was read before was of another one, and
// nothing of it was found as it is.
func renews(about About) bool { return about.Question == AboutPinned || about.Question == AboutLost }
