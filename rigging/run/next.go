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
		a := st.adviceFor(step)
		a.Step = step.ID
		return a
	}
	return Advice{Do: DoNothing, Say: say(plain("Nothing is left to do."))}
}

func (st State) adviceFor(step StepState) Advice {
	switch step.Kind {
	case sheet.StepComplaint:
		return Advice{Do: DoComplaint, Say: say(plain("What does the owner say?")),
			More: []string{"In the owner's words. Then try it, before anything is touched."}}
	case sheet.StepIdentify:
		return st.identify()
	case sheet.StepSafe:
		return st.safe()
	case sheet.StepWorn:
		return st.worn()
	case sheet.StepFound, sheet.StepSet, sheet.StepSettle, sheet.StepLock:
		for _, s := range st.about(step.ID) {
			if done, _, _ := methodOf(s).progress(st, s, step.Kind); !done {
				return methodOf(s).advise(st, s, step.Kind)
			}
		}
		return Advice{Do: DoNothing}
	case sheet.StepSetting:
		for _, s := range st.about(step.ID) {
			if done, _, _ := st.settingDone(s); !done {
				return st.adviseSetting(s)
			}
		}
		return Advice{Do: DoNothing}
	case sheet.StepRestore:
		return st.restore()
	case sheet.StepFunctions:
		if a := st.unstood(); a != nil {
			return st.readStanding(a)
		}
		return st.checks(false)
	case sheet.StepAgain:
		return Advice{Do: DoAgain, Say: say(plain("Try the complaint again.")),
			More: []string{"The owner said: “" + st.complaintWords() + "”"}}
	case sheet.StepLoaded:
		return st.checks(true)
	}
	return st.sign()
}

// safe asks for what makes it safe; after a check that failed it says why hands are
// wanted again.
func (st State) safe() Advice {
	a := Advice{Do: DoSafe, Say: say(plain("Make it safe.")), Things: st.todos(), More: []string{"Tap each when it is so."}}
	if c, answer := st.failed(); c != nil {
		if st.Decisions[About{AboutCheck, c.ID}].Choice == ChoiceRepair {
			return st.arguedRepair(About{AboutCheck, c.ID}, failure(c, answer), "")
		}
		a.Say = say(plain("Make it safe again, then go back to the setting."))
		a.Finding = failure(c, answer)
		a.Choices = ways(c)
		if st.repairs(c, st.Checks[c.ID]) {
			a.Choices = append(a.Choices, Choice{About: About{AboutCheck, c.ID}, Choice: ChoiceRepair, Label: "Repair first", Argued: true})
		}
	}
	return a
}

// failure says what a bad answer points to.
func failure(c *sheet.Check, answer Checked) string {
	words := upper(c.Name) + ": " + answer.Says + "."
	if a := c.Answer(answer.Answer); a != nil {
		words += " " + a.PointsTo
	}
	return words
}

// ways are the ways on from a check that was answered bad, beside turning.
func ways(c *sheet.Check) []Choice {
	out := []Choice{{About: About{AboutCheck, c.ID}, Choice: ChoiceAgain, Label: "Answer it again"}}
	if c.Loaded {
		out = append(out, leaveOpen)
	}
	return out
}

var leaveOpen = Choice{About: About{Question: AboutLoaded}, Choice: ChoiceOpen, Label: "Leave open for now"}

func (st State) complaintWords() string {
	if st.Complaint == nil {
		return "no complaint was written down"
	}
	return st.Complaint.Words
}

func (st State) identify() Advice {
	if len(st.choices()) > 0 && st.Identity != nil && st.Identity.Sheet != "" {
		return st.askSchool()
	}
	a := Advice{Do: DoIdentify, Say: say(plain("Read the serial off the plate.")),
		More: []string{"The figures belong to the unit, not to the machine around it."}}
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
		if lost := st.Lost(l); Verdict(lost.Verdict) == Out && st.Decisions[About{AboutLost, l.ID}].Choice != ChoiceGoOn {
			return st.arguedRepair(About{AboutLost, l.ID},
				fmt.Sprintf("%s lost, %s allowed. %s", text(quantity.Length, lost.Lost), text(quantity.Length, l.Limit), l.Over),
				"A setting on worn parts reads well today and is out again next week.")
		}
	}
	for _, a := range st.wornPoints() {
		if a.Now == nil {
			out := st.read(a.Point)
			out.Caution = st.hands()
			return out
		}
		if a.wrong() && st.Decisions[About{AboutWorn, a.Point.ID}].Choice != ChoiceGoOn {
			return st.arguedRepair(About{AboutWorn, a.Point.ID}, fmt.Sprintf("%s: %s, allowed %s to %s. %s", upper(a.Point.Name),
				reads(a.Point, a.Judge.Value), quantity.Number(a.Band.Min, 1), text(a.Point.Quantity, a.Band.Max), a.Point.Stop),
				"A setting on worn parts reads well today and is out again next week.")
		}
	}
	return st.conditions()
}

// conditions asks for what is looked at before anything is turned.
func (st State) conditions() Advice {
	for i := range st.Sheet.Checks {
		c := &st.Sheet.Checks[i]
		about := About{AboutCheck, c.ID}
		if c.Kind != sheet.CheckCondition || st.Decisions[about].Choice == ChoiceGoOn {
			continue
		}
		switch answer, ok := st.Checks[c.ID]; {
		case !ok || answer.Void:
			return st.ask(c, answer, ok)
		case !answer.Good:
			return st.arguedRepair(about, failure(c, answer.Checked), "A setting over this hides what is wrong.")
		}
	}
	return Advice{Do: DoNothing}
}

// arguedRepair puts the argument for a repair; once that was chosen it waits
// for the repair and then has everything read anew.
func (st State) arguedRepair(about About, finding, why string) Advice {
	if st.Decisions[about].Choice == ChoiceRepair {
		return Advice{Do: DoDecide, Say: say(plain("Waiting for the repair.")), Finding: finding,
			More:    []string{"When it is done, everything is read again: the readings so far were of other parts."},
			Choices: []Choice{{About: about, Choice: ChoiceRepaired, Label: "Repaired: read again", Argued: true}}}
	}
	return Advice{Do: DoDecide, Say: say(plain("Repair before setting.")), Finding: finding, More: []string{why},
		Choices: []Choice{
			{About: about, Choice: ChoiceRepair, Label: "Repair first", Argued: true},
			{About: about, Choice: ChoiceGoOn, Label: "Go on all the same", Reason: whyGoOn},
		}}
}

func (st State) hands() string {
	return "Hands out of the linkage while anyone is at the " + st.Sheet.Line.Control + "."
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

func (st State) restore() Advice {
	if a := st.unstood(); a != nil {
		return st.readStanding(a)
	}
	if p := st.alsoRead(); p != nil {
		a := st.read(p)
		a.Say = say(plain("Before you close this, also read the " + p.Name + "."))
		a.Choices = []Choice{{About: About{AboutAlso, p.ID}, Choice: ChoiceLeaveOut, Label: "Leave it out"}}
		return a
	}
	a := Advice{Do: DoRestore, Say: say(plain("What went on comes off, what came off goes back."))}
	for _, t := range st.On {
		a.Things = append(a.Things, Todo{Kind: KindTakenOff, ID: t.ID, Name: t.Name, Side: t.Side})
	}
	for _, t := range st.Off {
		a.Things = append(a.Things, Todo{Kind: KindPartBack, ID: t.ID, Name: t.Name + t.torqueSays(), Side: t.Side})
	}
	return a
}

// checks asks for the first check that is not answered well; loaded ones apart.
func (st State) checks(loaded bool) Advice {
	for i := range st.Sheet.Checks {
		c := &st.Sheet.Checks[i]
		answer, ok := st.Checks[c.ID]
		if c.Loaded != loaded || c.Kind == sheet.CheckCondition || ok && !answer.Void && answer.Good {
			continue
		}
		return st.ask(c, answer, ok)
	}
	return Advice{Do: DoNothing}
}

func (st State) ask(c *sheet.Check, answer Answered, answered bool) Advice {
	good := c.Good()
	ask := &Ask{Check: c.ID, Ask: c.Ask, Answers: []AskAnswer{{good.ID, good.Says}}, Conditions: nonNil(c.Conditions), Loaded: c.Loaded}
	for _, other := range c.Answers {
		if other.ID != good.ID {
			ask.Answers = append(ask.Answers, AskAnswer{other.ID, other.Says})
		}
	}
	a := Advice{Do: DoCheck, Say: say(plain(upper(c.Ask))), Check: ask}
	if p := st.Sheet.Position(c.Position); p != nil {
		a.More = append(a.More, upper(st.Sheet.Line.Control)+" in "+p.Name+".")
	}
	switch {
	case answered && answer.Void && st.voidedByMove(answer):
		a.More = append(a.More, "It was proved before the last move: prove it again.")
	case answered && answer.Void:
		a.More = append(a.More, "It was answered before: that answer counts no more.")
	case answered && st.Decisions[About{AboutCheck, c.ID}].Choice == ChoiceRepair:
		return st.arguedRepair(About{AboutCheck, c.ID}, failure(c, answer.Checked), "")
	case answered:
		a.Finding = failure(c, answer.Checked)
		if a.Cure = st.cure(c, answer); a.Cure != nil {
			a.More = append(a.More, fmt.Sprintf("What would cure it: %s %s %s.", a.Cure.Name, a.Cure.Text, a.Cure.WaySays))
		}
		if st.repairs(c, answer) {
			a.Cure = nil
			a.Choices = append(a.Choices, Choice{About: About{AboutCheck, c.ID}, Choice: ChoiceRepair, Label: "Repair first", Argued: true})
		}
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
	if !st.inspected() {
		a := st.inspect()
		a.Step = st.stepOf(sheet.StepInspect)
		return a
	}
	if done, _, _ := st.checksDone(true); !done {
		a := st.checks(true)
		a.Choices = nil
		a.Step = st.stepOf(sheet.StepLoaded)
		return a
	}
	return Advice{
		Do:   DoNothing,
		Say:  say(plain("Signed and proved.")),
		More: []string{"The record stands as it is; it can be printed at any time."},
	}
}

// stepOf is the step of a kind, "" where there is none.
func (st State) stepOf(kind sheet.StepKind) string {
	if i := place(st.Sheet.Steps, kind); i >= 0 {
		return st.Sheet.Steps[i].ID
	}
	return ""
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
		open := step.Status == StatusNow || step.Status == StatusLater || step.Status == StatusAgain
		if open && step.Kind != sheet.StepSign && step.Kind != sheet.StepInspect {
			out = append(out, lower(step.Title)+" is not done")
		}
	}
	return out
}
