package run

import (
	"fmt"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Next says the one thing to do now.
func Next(st State) Advice {
	st = st.remembering()
	if st.worked.advice == nil {
		a := st.next()
		a.More, a.Things, a.Choices = nonNil(a.More), nonNil(a.Things), nonNil(a.Choices)
		st.worked.advice = &a
	}
	return *st.worked.advice
}

func (st State) next() Advice {
	if st.Signed != nil {
		return st.afterSigning()
	}
	for _, step := range st.Steps() {
		if step.Status != StatusNow {
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
		return st.safe()
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

// safe asks for what makes it safe; after a check that failed it says why hands are
// wanted again.
func (st State) safe() Advice {
	a := Advice{Do: DoSafe, Say: say(plain("Make it safe.")), Things: st.todos(), More: []string{"Tap each when it is so."}}
	if c, answer := st.failed(); c != nil {
		a.Say = say(plain("Make it safe again, then go back to the setting."))
		a.Finding = failure(c, answer)
		a.Choices = ways(c)
	}
	return a
}

// failure says what a bad answer points to.
func failure(c *sheet.Check, answer string) string {
	words := upper(c.Name) + ": " + answer + "."
	if a := c.Answer(answer); a != nil {
		words += " " + a.PointsTo
	}
	return words
}

// ways are the ways on from a check that was answered bad, beside turning.
func ways(c *sheet.Check) []Choice {
	out := []Choice{{About: "check:" + c.ID, Choice: ChoiceAgain, Label: "Answer it again"}}
	if c.Loaded {
		out = append(out, leaveOpen)
	}
	return out
}

var leaveOpen = Choice{About: "loaded", Choice: ChoiceOpen, Label: "Leave open for now"}

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
		if lost := st.Lost(l); Verdict(lost.Verdict) == Out && st.Decisions["lost:"+l.ID].Choice != ChoiceGoOn {
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
			Choices: []Choice{{About: about, Choice: ChoiceRepaired, Label: "Repaired: read again", Argued: true}}}
	}
	return Advice{Do: DoDecide, Say: say(plain("Repair before setting.")), Finding: finding, More: []string{why},
		Choices: []Choice{
			{About: about, Choice: ChoiceRepair, Label: "Repair first", Argued: true},
			{About: about, Choice: ChoiceGoOn, Label: "Go on all the same", Reason: true},
		}}
}

func (st State) hands() string {
	return "Hands out of the linkage while anyone is at the " + st.Sheet.Line.Control + "."
}

func (st State) asFound() Advice {
	s := st.setting()
	if st.latest(s.Point.ID, "") == nil {
		a := st.read(s.Point)
		a.Caution = st.hands()
		return a
	}
	return st.read(st.Sheet.Point(s.Adjuster.Threads.Point))
}

// read asks for one reading, and says why the last one could not be compared.
func (st State) read(p *sheet.Point) Advice {
	w := &Want{Point: p.ID, Name: p.Name, Between: p.Between, Quantity: string(p.Quantity), Unit: p.Quantity.Unit(),
		UnitSays: st.Sheet.UnitOf(p), States: []WantState{}, Sides: p.Signed}
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
		w.Last = reads(p, old.Value) + ", not judged"
		a.Finding = fmt.Sprintf("%s was kept, but cannot be compared: %s not confirmed. Read it again with all states so.",
			reads(p, old.Value), strings.Join(old.Missing, ", "))
	}
	return a
}

func (st State) set() Advice {
	s := st.setting()
	lo, hi := s.limits()
	now := fmt.Sprintf(
		"It measures %s; the sheet wants %s to %s.",
		reads(s.Point, s.Judge.Value),
		quantity.Number(lo, 1),
		text(s.Point.Quantity, hi),
	)
	if s.Judge.Verdict == Unsteady {
		return st.unsteady(s)
	}
	if s.Adjuster.MeasureOnly {
		a := st.arguedRepair("pinned", now+" This barrel is pinned to its cable: it can be measured, not set.",
			"No turn will bring it in. A new cable is the remedy.")
		if st.Decisions["pinned"].Choice != ChoiceRepair {
			a.Say = say(plain("Replace the cable."))
			a.Choices = []Choice{{About: "pinned", Choice: ChoiceRepair, Label: "Replace the cable", Argued: true}}
		}
		return a
	}
	if a, found := st.responseFinding(s); found {
		return a
	}
	return st.turn(s, now)
}

// unsteady asks for more readings, or for the cause: then all is read afresh.
func (st State) unsteady(s *Setting) Advice {
	a := st.read(s.Point)
	a.Finding = "The readings do not agree with each other: that is a finding. " +
		"Look for slack, a dirty thread or a moving mark; strike out a slip."
	a.Choices = []Choice{{About: "unsteady", Choice: ChoiceAfresh, Label: "Found why: read afresh", Reason: true}}
	return a
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
		More: []string{look}, Choices: []Choice{{About: "response", Choice: ChoiceGoOn, Label: "Found it: go on", Reason: true,
			Argued: true}}}, true
}

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
	should := fmt.Sprintf("Seen from %s, %s. It should then measure %s", s.Adjuster.SeenFrom, w.Seen, reads(s.Point, out.After))
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
		a.Choices = []Choice{{About: "reach", Choice: ChoiceRepair, Label: "Look elsewhere first", Argued: true}}
	}
	return a
}

func (st State) settle() Advice {
	s := st.setting()
	if s.Point.Settle != nil && !st.Settled && st.moved() {
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
				fmt.Sprintf("It was %s; after the turns it should be %s.", reads(s.Point, t.Value), reads(s.Point, should)),
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
		if s.Judge.Verdict == Close {
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

// checks asks for the first check that is not answered well; loaded ones apart.
func (st State) checks(loaded bool) Advice {
	for i := range st.Sheet.Checks {
		c := &st.Sheet.Checks[i]
		answer, ok := st.Checks[c.ID]
		if c.Loaded != loaded || ok && !answer.Void && answer.Good {
			continue
		}
		return st.ask(c, answer, ok)
	}
	return Advice{Do: DoNothing}
}

func (st State) ask(c *sheet.Check, answer Answered, answered bool) Advice {
	ask := &Ask{Check: c.ID, Ask: c.Ask, Answers: []string{c.Good().Says}, Conditions: nonNil(c.Conditions), Loaded: c.Loaded}
	for _, other := range c.Answers {
		if other.Says != ask.Answers[0] {
			ask.Answers = append(ask.Answers, other.Says)
		}
	}
	a := Advice{Do: DoCheck, Say: say(plain(c.Ask)), Check: ask}
	if p := st.Sheet.Position(c.Position); p != nil {
		a.More = append(a.More, upper(st.Sheet.Line.Control)+" in "+p.Name+".")
	}
	switch {
	case answered && answer.Void && st.voidedByMove(answer):
		a.More = append(a.More, "It was proved before the last move: prove it again.")
	case answered && answer.Void:
		a.More = append(a.More, "It was answered before: that answer counts no more.")
	case answered:
		a.Finding = failure(c, answer.Answer)
		a.More = append(a.More, "Log a turn to go back to the setting, or answer again when it is cured.")
	}
	if c.Loaded {
		a.Choices = append(a.Choices, leaveOpen)
	} else {
		a.Caution = st.hands()
	}
	return a
}

// voidedByMove tells whether something was turned after the answer.
func (st State) voidedByMove(a Answered) bool {
	return len(st.Moves) > 0 && st.Moves[len(st.Moves)-1].Seq > a.Seq
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
		if step.Kind != "sign" && (step.Status == StatusNow || step.Status == StatusLater || step.Status == StatusAgain) {
			out = append(out, lower(step.Title)+" is not done")
		}
	}
	return out
}
