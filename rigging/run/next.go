package run

import (
	"fmt"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Next says the one thing to do now.
func Next(st State) Advice {
	a := st.next()
	if a.More == nil {
		a.More = []string{}
	}
	if a.Things == nil {
		a.Things = []Todo{}
	}
	if a.Choices == nil {
		a.Choices = []Choice{}
	}
	return a
}

func (st State) next() Advice {
	if st.Signed != nil {
		return st.afterSigning()
	}
	for _, step := range st.Steps() {
		if step.Status != "now" {
			continue
		}
		a := st.adviceFor(step.Kind)
		a.Step = step.ID
		return a
	}
	return Advice{Do: DoNothing, Say: say(plain("Nothing is left to do."))}
}

func (st State) adviceFor(kind string) Advice {
	switch kind {
	case "complaint":
		return Advice{Do: DoComplaint, Say: say(plain("What does the owner say?")),
			More: []string{"In the owner's words. Then try it, before anything is touched."}}
	case "identify":
		return st.identify()
	case "safe":
		return Advice{Do: DoSafe, Say: say(plain("Make it safe.")), Things: st.todos(),
			More: []string{"Tap each when it is so."}}
	case "worn":
		return st.worn()
	case "found":
		return st.asFound()
	case "set":
		return st.set()
	case "settle":
		return st.settle()
	case "lock":
		return st.lock()
	case "restore":
		return st.restore()
	case "functions":
		return st.checks(false)
	case "again":
		return Advice{Do: DoAgain, Say: say(plain("Try the complaint again.")),
			More: []string{"The owner said: “" + st.complaintWords() + "”"}}
	case "loaded":
		return st.checks(true)
	}
	return st.sign()
}

func (st State) complaintWords() string {
	if st.Complaint == nil {
		return "no complaint was written down"
	}
	return st.Complaint.Words
}

func (st State) identify() Advice {
	a := Advice{Do: DoIdentify, Say: say(plain("Read the serial off the plate.")),
		More: []string{"The figures belong to the unit, not to the boat around it."}}
	if st.Identity != nil && st.Identity.Sheet == "" {
		a.Finding = "No sheet applies: " + st.Identity.Why + "."
	}
	return a
}

func (st State) worn() Advice {
	for _, l := range st.Sheet.LostMotion {
		for _, id := range []string{l.Pushed, l.Pulled} {
			if st.latest(id, "") == nil {
				a := st.read(st.Sheet.Point(id))
				a.Caution = st.hands()
				return a
			}
		}
		if lost := st.Lost(l); lost.Verdict == "out" && st.Decisions["lost:"+l.ID].Choice != ChoiceGoOn {
			return st.arguedRepair("lost:"+l.ID,
				fmt.Sprintf("%s lost, %s allowed. %s", text(quantity.Length, lost.Lost), text(quantity.Length, l.Limit), l.Over),
				"A setting on worn parts reads well today and is out again next week.")
		}
	}
	return Advice{Do: DoNothing}
}

// arguedRepair puts the argument for a repair; once that was chosen it waits
// for the repair and then has everything read anew.
func (st State) arguedRepair(about, finding, why string) Advice {
	if st.Decisions[about].Choice == ChoiceRepair {
		return Advice{Do: DoDecide, Say: say(plain("Waiting for the repair.")), Finding: finding,
			More:    []string{"When it is done, everything is read again: the readings so far were of other parts."},
			Choices: []Choice{{about, ChoiceRepaired, "Repaired: read again", false, true}}}
	}
	return Advice{Do: DoDecide, Say: say(plain("Repair before setting.")), Finding: finding, More: []string{why},
		Choices: []Choice{
			{about, ChoiceRepair, "Repair first", false, true},
			{about, ChoiceGoOn, "Go on all the same", true, false},
		}}
}

func (st State) hands() string {
	return "Hands out of the linkage while anyone is at the " + st.Sheet.Line.Control + "."
}

func (st State) asFound() Advice {
	s := st.setting()
	if st.latest(s.Point.ID, Found) == nil {
		a := st.read(s.Point)
		a.Caution = st.hands()
		return a
	}
	return st.read(st.Sheet.Point(s.Adjuster.Threads.Point))
}

// read asks for one reading, and says why the last one could not be compared.
func (st State) read(p *sheet.Point) Advice {
	w := &Want{Point: p.ID, Name: p.Name, Between: p.Between, Quantity: string(p.Quantity), Unit: p.Quantity.Unit(), States: []WantState{}}
	for _, id := range p.States {
		t := st.Sheet.State(id)
		w.States = append(w.States, WantState{t.ID, t.Name, t.How})
	}
	a := Advice{Do: DoRead, Say: say(plain("Read the " + p.Name + ".")), Read: w}
	where := upper(p.Between)
	if pos := st.Sheet.Position(p.Position); pos != nil {
		w.Position = pos.ID
		where += ", " + st.Sheet.Line.Control + " in " + pos.Name
	}
	a.More = append(a.More, where+".")
	if len(w.States) > 0 {
		a.More = append(a.More, "Tap what you have proved. Without all of it the reading is kept, but not judged.")
	}
	if old := st.pending(p.ID); old != nil {
		w.Last = text(p.Quantity, old.Value) + ", not judged"
		a.Finding = fmt.Sprintf("%s was kept, but cannot be compared: %s not confirmed. Read it again with all states so.",
			text(p.Quantity, old.Value), strings.Join(old.Missing, ", "))
	}
	return a
}

func upper(s string) string {
	r := []rune(s)
	if len(r) == 0 {
		return s
	}
	return strings.ToUpper(string(r[0])) + string(r[1:])
}

func (st State) set() Advice {
	s := st.setting()
	lo, hi := s.limits()
	now := fmt.Sprintf(
		"It measures %s; the sheet wants %s to %s.",
		text(s.Point.Quantity, s.Judge.Value),
		quantity.Number(lo, 1),
		text(s.Point.Quantity, hi),
	)
	if s.Adjuster.MeasureOnly {
		a := st.arguedRepair("pinned", now+" This barrel is pinned to its cable: it can be measured, not set.",
			"No turn will bring it in. A new cable is the remedy.")
		if st.Decisions["pinned"].Choice != ChoiceRepair {
			a.Say = say(plain("Replace the cable."))
			a.Choices = []Choice{{"pinned", ChoiceRepair, "Replace the cable", false, true}}
		}
		return a
	}
	if a, found := st.responseFinding(s); found {
		return a
	}
	if s.Judge.Verdict == "unsteady" {
		a := st.read(s.Point)
		a.Finding = "The readings do not agree with each other: that is a finding. Look for slack, a dirty thread or a moving mark; " +
			"strike out a slip."
		return a
	}
	return st.turn(s, now)
}

// responseFinding speaks when the last move did not do what it should.
func (st State) responseFinding(s *Setting) (Advice, bool) {
	if !st.unanswered(s) {
		return Advice{}, false
	}
	finding := fmt.Sprintf("The turns should have moved it %s a turn; it moved %s.", mm(s.Book), mm(s.Response.PerTurn))
	head, look := "It did not answer.", "Look for a barrel that slips on its thread, a frayed inner, a far end that is not "+
		"connected, or another adjuster that was turned."
	if s.Response.Verdict == "reversed" {
		head, look = "It went the wrong way.", "Look whether the turns were logged the right way round, and whether this is the right adjuster."
	}
	return Advice{Do: DoDecide, Say: say(plain(head), plain(" Find out why before turning more.")), Finding: finding,
		More: []string{look}, Choices: []Choice{{"response", ChoiceGoOn, "Found it: go on", true, true}}}, true
}

func mm(v float64) string { return quantity.Number(v, 2) + " mm" }

func (st State) turn(s *Setting, now string) Advice {
	out, err := s.solve()
	if err != nil {
		return Advice{Do: DoDecide, Say: say(plain("This cannot be worked out.")), Finding: err.Error()}
	}
	if out.Turns == 0 {
		return st.cannotReach(s, now, *out.LimitedBy, out.ShortBy)
	}
	w := way(s.Adjuster, out.Direction)
	turn := &Turn{Adjuster: s.Adjuster.ID, Turns: out.Turns, TurnsSay: quantity.Turns(out.Turns), Way: out.Direction,
		WaySays: w.Says, Seen: w.Seen, SeenFrom: s.Adjuster.SeenFrom, After: out.After}
	a := Advice{Do: DoMove, Move: turn,
		Say: say(plain("Turn the "+s.Adjuster.Name+" "), Piece{turnsText(out.Turns) + " " + w.Says, "turn"}, plain("."))}
	should := fmt.Sprintf("Seen from %s, %s. It should then measure %s", s.Adjuster.SeenFrom, w.Seen, text(s.Point.Quantity, out.After))
	if out.EngagedAfter != nil {
		turn.ThreadsLeft = quantity.Turns(*out.EngagedAfter)
		should += fmt.Sprintf(
			", with %s threads still in (never fewer than %s)",
			turn.ThreadsLeft,
			quantity.Number(s.Adjuster.Threads.Min, 0),
		)
	}
	a.More = append(a.More, should+".")
	if s.Learnt {
		a.More = append(a.More, fmt.Sprintf("Reckoned with %s a turn as it moved last time; the book says %s.", mm(s.PerTurn), mm(s.Book)))
	}
	if out.LimitedBy != nil {
		a.Finding = reason(s, *out.LimitedBy, out.ShortBy)
	}
	if st.Stuck != nil {
		a.Finding = "It would not turn. Free it first: forcing it twists the cable. A seized thread is a new part."
	}
	a.Caution = st.hands()
	return a
}

func reason(s *Setting, limitedBy string, short float64) string {
	if limitedBy == "step" {
		return fmt.Sprintf("No %s turn lands inside: the nearest stays %s outside. Look for a finer thread or another end to move.",
			strings.ToLower(quantity.Turns(s.Adjuster.Step)), mm(short))
	}
	return fmt.Sprintf(
		"The thread runs out %s before the limit. That is a finding: look at the other end, the far fitting, wear, or the wrong part. "+
			"Not a few more turns.",
		mm(short),
	)
}

func (st State) cannotReach(s *Setting, now, limitedBy string, short float64) Advice {
	a := st.arguedRepair("reach", now+" "+reason(s, limitedBy, short), "No setting of this adjuster will serve.")
	if st.Decisions["reach"].Choice != ChoiceRepair {
		a.Say = say(plain("There is no setting that serves."))
		a.Choices = []Choice{{"reach", ChoiceRepair, "Look elsewhere first", false, true}}
	}
	return a
}

func (st State) settle() Advice {
	s := st.setting()
	if s.Point.Settle != nil && !st.Settled && len(st.Moves) > st.Repaired {
		return Advice{Do: DoSettle, Say: say(plain(upper(s.Point.Settle.Says) + ".")),
			More:    []string{"A length right after the turn is only a first reading: let it settle."},
			Settle:  &Settled{s.Point.ID, s.Point.Settle.Times},
			Caution: st.hands()}
	}
	a := st.read(s.Point)
	a.Say = say(plain("Read the " + s.Point.Name + " again."))
	if t := st.before(s.Point.ID, &Taken{Epoch: st.Epoch}); t != nil {
		should := t.Value + s.PerTurn*st.netSince(s.Adjuster.ID, t)
		a.More = append(
			[]string{
				fmt.Sprintf("It was %s; after the turns it should be %s.", text(s.Point.Quantity, t.Value), text(s.Point.Quantity, should)),
			},
			a.More...)
	}
	return a
}

func (st State) lock() Advice {
	s := st.setting()
	l := s.Adjuster.Lock
	if st.Locked == nil {
		a := Advice{Do: DoLock, Say: say(plain(upper(l.Says) + ".")),
			Lock: &LockAsk{
				Adjuster: s.Adjuster.ID,
				BackOff:  quantity.Turns(l.BackOffMin),
				Least:    quantity.Turns(l.BackOffMin),
				Most:     quantity.Turns(l.BackOffMax),
				Nut:      l.Nut,
				Pin:      l.Pin,
			},
			More: []string{
				fmt.Sprintf(
					"Back the %s off between %s and %s of a turn.",
					l.Nut,
					quantity.Turns(l.BackOffMin),
					quantity.Turns(l.BackOffMax),
				),
			}}
		if s.Judge.Verdict == "close" {
			a.Finding = "It stands at the edge: inside, but closer to the limit than the gauge can tell."
		}
		return a
	}
	a := st.read(s.Point)
	a.Say = say(plain("Locked. Read the " + s.Point.Name + " once more."))
	a.More = append([]string{"Locking moves what was set."}, a.More...)
	return a
}

func (st State) restore() Advice {
	a := Advice{Do: DoRestore, Say: say(plain("What went on comes off, what came off goes back."))}
	for _, t := range st.On {
		a.Things = append(a.Things, Todo{Kind: KindTakenOff, ID: t.ID, Name: t.Name, Side: t.Side})
	}
	for _, t := range st.Off {
		a.Things = append(a.Things, Todo{Kind: KindPartBack, ID: t.ID, Name: t.Name, Side: t.Side})
	}
	return a
}

func (st State) checks(loaded bool) Advice {
	for _, c := range st.Sheet.Checks {
		answer, ok := st.Checks[c.ID]
		if c.Loaded != loaded || ok && !answer.Void && (answer.Answer == "good" || st.Decisions["check:"+c.ID].Choice == ChoiceGoOn) {
			continue
		}
		conditions := c.Conditions
		if conditions == nil {
			conditions = []string{}
		}
		a := Advice{Do: DoCheck, Say: say(plain(c.Ask)), Check: &Ask{c.ID, c.Ask, c.Good, c.Bad, conditions, c.Loaded}}
		if p := st.Sheet.Position(c.Position); p != nil {
			a.More = append(a.More, upper(st.Sheet.Line.Control)+" in "+p.Name+".")
		}
		switch {
		case ok && answer.Void:
			a.More = append(a.More, "It was proved before the last move: prove it again.")
		case ok:
			a.Finding = upper(c.Name) + ": " + c.Bad + ". " + c.PointsTo
			a.More = append(a.More, "Log a turn to go back to the setting, or answer again when it is cured.")
		}
		if loaded {
			a.Choices = append(a.Choices, Choice{"loaded", ChoiceOpen, "Leave open for now", false, false})
		} else {
			a.Caution = st.hands()
		}
		return a
	}
	return Advice{Do: DoNothing}
}

func (st State) sign() Advice {
	a := Advice{Do: DoSign, Say: say(plain("Sign what was done."))}
	if b := st.Blockers(); len(b) > 0 {
		a.Finding = "Not yet: " + strings.Join(b, "; ") + "."
	}
	if st.loadedOpen() {
		a.More = append(a.More, "The loaded proof is left open and will show on the record as open.")
	}
	a.More = append(
		a.More,
		"You sign for what is on this record. Whether the craft may go out is for the maker's manual and the licensed person.",
	)
	return a
}

// afterSigning keeps a loaded proof open that was left for later.
func (st State) afterSigning() Advice {
	if done, _, _ := st.checksDone(true); !done {
		a := st.checks(true)
		a.Choices = nil
		for _, step := range st.Steps() {
			if step.Kind == "loaded" {
				a.Step = step.ID
			}
		}
		return a
	}
	return Advice{
		Do:   DoNothing,
		Say:  say(plain("Signed and proved.")),
		More: []string{"The record stands as it is; it can be printed at any time."},
	}
}

// Blockers says what keeps the run from being signed: only what was voided, is
// still on or off, or stands out of its limits without anyone having asked for it.
func (st State) Blockers() (out []string) {
	for _, t := range st.On {
		out = append(out, t.Name+" is still on")
	}
	for _, t := range st.Off {
		out = append(out, t.Name+" is still off")
	}
	for _, step := range st.Steps() {
		if step.Kind != "sign" && (step.Status == "now" || step.Status == "later" || step.Status == "again") {
			out = append(out, strings.ToLower(step.Title[:1])+step.Title[1:]+" is not done")
		}
	}
	return out
}
