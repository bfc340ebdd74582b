package lead

import (
	"slices"

	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// task is something that is still to be done: what it needs of how the machine stands, after what it comes, and the
// advice that asks for it; nil for what only comes once something before it was done, and is there for the way to be
// found through all of it.
type task struct {
	sheet.Work
	step    string
	looks   bool // it looks before anything is disturbed
	setting *Setting
	advise  func() Advice
}

// tasks lists them, in the order of the rail.
func (run *Lead) tasks() []task {
	l := &listing{run: run, out: make([]task, 0, 3*len(run.walk))}
	if run.Signed != nil {
		l.afterSigning()
		return l.out
	}
	for _, step := range run.walk {
		if l.step = step; run.Skipped[step.ID] != "" {
			continue
		}
		switch step.Kind {
		case sheet.StepWorn:
			l.worn()
			l.first = l.ids(nil)
		case sheet.StepPart:
			l.parts()
		case sheet.StepSetting, sheet.StepFound:
			for _, s := range run.about(step.ID) {
				l.set(s)
			}
		case sheet.StepFunctions:
			l.functions()
		case sheet.StepAgain:
			if bad, _ := run.failed(); bad == nil && !run.Flown() && (run.Retried == nil || run.RetriedOld) {
				l.add(sheet.Work{ID: "again", After: l.ids(nil)}, func() Advice { return run.again() })
			}
		case sheet.StepLoaded:
			if !run.loadedOpen() && !run.Inspects() {
				l.loaded()
			}
		}
	}
	l.asFound()
	l.standing()
	l.sweep()
	l.parting()
	l.alsoRead()
	l.step = sheet.Step{ID: run.StepOf(sheet.StepSign)}
	l.add(sheet.Work{ID: "sign", Needs: run.signing(), After: l.ids(nil)}, run.sign)
	return l.out
}

// listing is the tasks as they are listed.
type listing struct {
	run   *Lead
	step  sheet.Step
	first []string // what excludes, before anything is set
	swept []string // what is read as found though nothing sets it
	out   []task
}

// ids are those of the tasks so far for which it is so; all of them for nil.
func (l *listing) ids(so func(*task) bool) (out []string) {
	for i := range l.out {
		if so == nil || so(&l.out[i]) {
			out = append(out, l.out[i].ID)
		}
	}
	return out
}

func (l *listing) add(w sheet.Work, advise func() Advice) *task {
	l.out = append(l.out, task{Work: w, step: l.step.ID, advise: advise})
	return &l.out[len(l.out)-1]
}

// named is some work under an id of its own, after others.
func named(w sheet.Work, id string, after ...string) sheet.Work {
	w.ID, w.After = id, after
	return w
}

// worn looks at what makes a setting pointless. What was found wrong is decided on before anything else.
func (l *listing) worn() {
	run := l.run
	read := func(id string) {
		p := run.Sheet.Point(id)
		l.add(named(run.Sheet.Making(p, nil), "worn:"+id, l.first...), func() Advice {
			a := run.read(p)
			a.Caution = run.hands()
			return a
		}).looks = true
	}
	decided := false
	for _, lost := range run.Sheet.LostMotion {
		open := false
		for _, id := range []string{lost.Pushed, lost.Pulled} {
			if run.Latest(id, "") == nil {
				read(id)
				open = true
			}
		}
		decided = decided || !open && Verdict(run.Lost(lost).Verdict) == Out &&
			run.Decisions[record.AboutLost.Of(lost.ID)].Choice != record.ChoiceGoOn
	}
	for _, a := range run.wornPoints() {
		if a.Now == nil {
			read(a.Point.ID)
		}
		decided = decided || a.Now != nil && a.Wrong() && run.Decisions[record.AboutWorn.Of(a.Point.ID)].Choice != record.ChoiceGoOn
	}
	var looks []string
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		if c.Kind != sheet.CheckCondition || run.Decisions[record.AboutCheck.Of(c.ID)].Choice == record.ChoiceGoOn {
			continue
		}
		answer, ok := run.Checks[c.ID]
		if !ok || answer.Void {
			looks = append(looks, c.ID)
			l.add(named(run.Sheet.Trying(c, nil), "worn:"+c.ID, l.first...), func() Advice {
				a := run.ask(c, answer, ok)
				if a.Check != nil && a.Finding == "" {
					run.allWell(&a, looks, func(*sheet.Check) bool { return true })
				}
				return a
			}).looks = true
		}
		decided = decided || ok && !answer.Void && !answer.Good
	}
	if decided && !run.Looks() { // first what is argued for
		l.add(sheet.Work{ID: "worn"}, run.worn)
		l.out = append(l.out[len(l.out)-1:], l.out[:len(l.out)-1]...)
		for i := range l.out[1:] {
			l.out[i+1].After = []string{"worn"}
		}
	}
}

// set is one setting: what its method asks for now, then what the rest of it will need.
func (l *listing) set(s *Setting) {
	run, sh := l.run, l.run.Sheet
	if done, _, _ := run.SettingDone(s); done {
		return
	}
	before := append(slices.Clone(l.first), l.ids(func(t *task) bool { return t.setting != nil && run.Follows(s.Of, t.setting.Of) })...)
	step := run.stepOf(s)
	own := func(w sheet.Work, id string, after []string, advise func() Advice) string {
		t := l.add(named(w, id+":"+s.Of.ID, after...), advise)
		t.setting, t.step = s, step
		return t.ID
	}
	phase := run.PhaseNow(s)
	a := methodOf(s).advise(run, s, phase)
	var last []string
	if unread := run.unread(s); phase == PhaseFound && a.Do == DoRead && len(unread) > 0 && s.Of.Method != sheet.MethodSelfSet {
		for _, id := range unread {
			p := sh.Point(id)
			last = append(last, own(sh.Making(p, s.Of), "found:"+id, l.first, func() Advice {
				out := run.foundRead(s, p)
				out.Caution = run.hands()
				return out
			}))
			l.out[len(l.out)-1].looks = true
		}
	} else {
		last = append(last, own(run.workOf(a, s), "now", before, func() Advice { return a }))
		for _, other := range run.alongside(s, a) {
			last = append(last, own(run.workOf(other, s), "now:"+other.id(), before, func() Advice { return other }))
		}
	}
	if phase == PhaseFound || phase == PhaseSet && a.Do != DoMove && a.Do != DoChoose && run.MovedIn(s.Of) == nil && !run.triedGood(s) {
		var turns []string
		for _, t := range s.Turned {
			if !t.Adjuster.MeasureOnly {
				turns = append(turns, own(sh.Turning(t.Adjuster, s.Of), "turn:"+t.Adjuster.ID, append(slices.Clone(before), last...), nil))
			}
		}
		last = append(last, turns...)
	}
	if phase != PhaseLock {
		var reads []string
		for _, aim := range s.Aims {
			if aim.Limited {
				reads = append(reads, own(sh.Making(aim.Point, s.Of), "read:"+aim.Point.ID, last, nil))
			}
		}
		for _, id := range s.Of.Checks {
			if c := sh.Check(id); c != nil && !c.Loaded {
				reads = append(reads, own(sh.Trying(c, s.Of), "try:"+id, last, nil))
			}
		}
		last = append(last, reads...)
	}
	for _, lock := range run.LocksOf(s.Of) {
		if run.Fastened(s.Of, lock) != nil || phase == PhaseLock && a.Do == DoLock && a.Lock.Adjuster == lock.ID {
			continue
		}
		w := sh.Locking(lock.Lock, sh.Adjuster(lock.ID), s.Of)
		id := own(w, "lock:"+lock.ID, last, nil)
		for _, aim := range s.Aims {
			if aim.Limited && run.together(sh.Reading(aim.Point, s.Of), w) {
				own(sh.Making(aim.Point, s.Of), "again:"+lock.ID+":"+aim.Point.ID, []string{id}, nil)
			}
		}
	}
}

// triedGood tells whether something that a setting tries is answered as wanted: then nothing more is likely to be turned.
func (run *Lead) triedGood(s *Setting) bool {
	return slices.ContainsFunc(s.Of.Checks, func(id string) bool {
		given, ok := run.Checks[id]
		return ok && !given.Void && given.Good
	})
}

// alongside is what a setting could be asked as well as what its method asks for now: whatever of it tells no more how it
// stands, so that it is read and tried as things stand, and not opened for each by itself.
func (run *Lead) alongside(s *Setting, now Advice) (out []Advice) {
	if s.Of.Method != sheet.MethodMeasured && s.Of.Method != sheet.MethodChosen || now.Do != DoRead && now.Do != DoCheck {
		return nil
	}
	for _, aim := range s.Aims {
		if aim.Limited && aim.Now == nil && (now.Read == nil || now.Read.Point != aim.Point.ID) {
			out = append(out, run.readAgain(s, aim.Point))
		}
	}
	for _, id := range s.Of.Checks {
		c := run.Sheet.Check(id)
		answer, ok := run.Checks[id]
		if c == nil || c.Loaded || now.Check != nil && now.Check.Check == id || ok && !answer.Void && answer.Good {
			continue
		}
		if a := run.ask(c, answer, ok); !ok || answer.Void || a.Cure != nil {
			out = append(out, a)
		}
	}
	return out
}

// id names what is read or tried.
func (a Advice) id() string {
	if a.Read != nil {
		return a.Read.Point
	}
	return a.Check.Check
}

// Follows tells whether a setting stands on another: as it says, or where it says nothing, on all before it; the same at
// another place stands for itself.
func (run *Lead) Follows(one, other *sheet.Setting) bool {
	switch {
	case one.ID == other.ID || one.Base == other.Base && one.Base != "" && one.Base != one.ID:
		return false
	case len(one.After) > 0:
		return slices.ContainsFunc(one.After, func(id string) bool {
			first := run.Sheet.Setting(id)
			return id == other.ID || first != nil && run.Follows(first, other)
		})
	}
	return true
}

// unread are the points that a setting reads as found and that were not read yet, its threads counted last.
func (run *Lead) unread(s *Setting) (out []string) {
	for _, a := range s.Aims {
		if run.Latest(a.Point.ID, "") == nil {
			out = append(out, a.Point.ID)
		}
	}
	for _, t := range s.Turned {
		if t.Adjuster.Threads != nil && !t.Adjuster.MeasureOnly && t.Threads == nil && !slices.Contains(out, t.Adjuster.Threads.Point) {
			out = append(out, t.Adjuster.Threads.Point)
		}
	}
	return out
}

// undone are the kinds of things whose change would undo what a lock holds: what is locked against one of them is not read
// again before it comes back. The key, the power or a cover is only changed.
var undone = []setup.Kind{setup.Cable, setup.Held, setup.Pin, setup.Lock, setup.Fluid, setup.Wheels}

// together tells whether a lock can be read again without undoing what it needs.
func (run *Lead) together(read, lock sheet.Work) bool {
	for id, any := range read.Needs {
		t := run.Stood.Thing(id)
		if t == nil || !slices.Contains(undone, t.Kind) {
			continue
		}
		if other, both := lock.Needs[id]; both && !slices.ContainsFunc(any, func(way string) bool { return slices.Contains(other, way) }) {
			return false
		}
	}
	return true
}

// readsLocked tells whether a reading can be taken once a setting is locked, as things stand for its lock.
func (run *Lead) readsLocked(s *Setting, p *sheet.Point) bool {
	read := run.Sheet.Reading(p, s.Of)
	return !slices.ContainsFunc(run.LocksOf(s.Of), func(l record.Lockable) bool {
		return !run.together(read, run.Sheet.Locking(l.Lock, run.Sheet.Adjuster(l.ID), s.Of))
	})
}

// workOf is what an advice needs.
func (run *Lead) workOf(a Advice, s *Setting) sheet.Work {
	var one *sheet.Setting
	if s != nil {
		one = s.Of
	}
	sh := run.Sheet
	switch {
	case a.Cure != nil:
		return sh.Turning(sh.Adjuster(a.Cure.Adjuster), one)
	case a.Read != nil:
		return sh.Making(sh.Point(a.Read.Point), one)
	case a.Move != nil:
		return sh.Turning(sh.Adjuster(a.Move.Adjuster), one)
	case a.Check != nil:
		return sh.Trying(sh.Check(a.Check.Check), one)
	case a.Lock != nil:
		lock := sh.Adjuster(a.Lock.Adjuster)
		if lock == nil {
			return sh.Locking(one.Lock, nil, one)
		}
		return sh.Locking(lock.Lock, lock, one)
	case a.Action != nil:
		return sh.Acting(sh.Action(a.Action.Action), one)
	case a.Choose != nil:
		return sh.Fitting(one)
	}
	return sheet.Work{}
}

// foundRead asks for one reading as found.
func (run *Lead) foundRead(s *Setting, p *sheet.Point) Advice {
	a := run.read(p)
	for _, t := range s.Turned {
		if t.Adjuster.Threads != nil && t.Adjuster.Threads.Point == p.ID && run.Renewed {
			a.More = append([]string{woundOn(t.Adjuster.Threads)}, a.More...)
		}
	}
	return a
}

// again asks for the complaint to be tried once more.
func (run *Lead) again() Advice {
	return Advice{Do: DoAgain, Say: Say(Plain("Try the complaint again.")),
		More: []string{"The owner said: “" + run.complaintWords() + "”"}, Test: run.tested()}
}
