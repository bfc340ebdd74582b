package lead

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// failure says what a bad answer points to.
func failure(c *sheet.Check, answer record.Checked) string {
	words := spell.Upper(c.Name) + ": " + answer.Says + "."
	if a := c.Answer(answer.Answer); a != nil {
		words += " " + a.PointsTo
	}
	return words
}

// ways are the ways on from a check that was answered bad, beside turning.
func ways(c *sheet.Check) []record.Choice {
	out := []record.Choice{{About: record.AboutCheck.Of(c.ID), Choice: record.ChoiceAgain, Label: "Answer it again"}}
	if c.Loaded {
		out = append(out, leaveOpen)
	}
	return out
}

var leaveOpen = record.Choice{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen, Label: "Leave open for now"}

func (run *Lead) complaintWords() string {
	if run.Complaint == nil {
		return "no complaint was written down"
	}
	return run.Complaint.Words
}

func (run *Lead) identify() Advice {
	if len(run.openSchools()) > 0 && run.Identity != nil && run.Identity.Sheet != "" {
		return run.askSchool()
	}
	says := "Read the serial off the plate."
	if run.Expected != nil && run.Expected.Applies.Machine != "" {
		says = "This machine has a sheet of its own."
	}
	a := Advice{Do: DoIdentify, Say: Say(Plain(says)),
		More: []string{"The figures belong to the unit, not to the machine around it."}}
	if run.Identity != nil && run.Identity.Sheet == "" {
		a.Finding = "No sheet applies: " + run.Identity.Why + "."
	}
	return a
}

// worn argues about what was found worn. What was not looked at yet is asked for by itself, with how the machine stands for it
// (listing.worn): asked from here it would be answered as the machine stands now, not counted, and asked again without end.
func (run *Lead) worn() Advice {
	for _, l := range run.Sheet.LostMotion {
		lost := run.Lost(l)
		if lost != nil && Verdict(lost.Verdict) == Out && run.Decisions[record.AboutLost.Of(l.ID)].Choice != record.ChoiceGoOn {
			return run.arguedRepair(record.AboutLost.Of(l.ID),
				fmt.Sprintf("%s lost, %s allowed. %s", spell.Figure(quantity.Length, lost.Lost), spell.Figure(quantity.Length, l.Limit), l.Over),
				"A setting on worn parts reads well today and is out again next week.")
		}
	}
	for _, a := range run.wornPoints() {
		if a.Now != nil && a.Wrong() && run.Decisions[record.AboutWorn.Of(a.Point.ID)].Choice != record.ChoiceGoOn {
			return run.arguedRepair(record.AboutWorn.Of(a.Point.ID), fmt.Sprintf("%s: %s, allowed %s. %s", spell.Upper(a.Point.Name),
				spell.Reading(a.Point, a.Judge.Value), spell.Between(a.Point, a.Band.Min, a.Band.Max), a.Point.Stop),
				"A setting on worn parts reads well today and is out again next week.")
		}
	}
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		about := record.AboutCheck.Of(c.ID)
		answer, ok := run.Checks[c.ID]
		if c.Kind == sheet.CheckCondition && ok && !answer.Void && !answer.Good && run.Decisions[about].Choice != record.ChoiceGoOn {
			return run.arguedRepair(about, failure(c, answer.Checked), "A setting over this hides what is wrong.")
		}
	}
	return Advice{Do: DoNothing}
}

// arguedRepair puts the argument for a repair; once that was chosen it waits
// for the repair and then has everything read anew.
func (run *Lead) arguedRepair(about record.About, finding, why string) Advice {
	if run.Decisions[about].Choice == record.ChoiceRepair {
		return Advice{Do: DoDecide, Say: Say(Plain("Waiting for the repair.")), Finding: finding,
			More:    []string{"When it is done, everything is read again: the readings so far were of other parts."},
			Choices: []record.Choice{{About: about, Choice: record.ChoiceRepaired, Label: "Repaired: read again", Argued: true}}}
	}
	return Advice{Do: DoDecide, Say: Say(Plain("Repair before setting.")), Finding: finding, More: []string{why},
		Choices: []record.Choice{
			{About: about, Choice: record.ChoiceRepair, Label: "Repair first", Argued: true},
			{About: about, Choice: record.ChoiceGoOn, Label: "Go on all the same", Reason: whyGoOn},
		}}
}

func (run *Lead) hands() string {
	return "Hands out of the linkage while anyone is at the " + run.Sheet.Line.Control + "."
}

// read asks for one reading, and says why the last one could not be compared.
func (run *Lead) read(p *sheet.Point) Advice {
	w := &Want{Point: p.ID, Name: p.Name, Between: p.Between, Quantity: string(p.Quantity), Unit: p.Quantity.Unit(),
		UnitSays: run.Sheet.UnitOf(p), States: []WantState{}, Sides: p.Signed, Instrument: p.Instrument, Called: record.InstrumentSays(p.Instrument),
		ReadAt: p.ReadAt}
	for _, id := range p.States {
		t := run.Sheet.State(id)
		w.States = append(w.States, WantState{t.ID, t.Name, t.How, t.Control})
	}
	a := Advice{Do: DoRead, Say: Say(Plain("Read the " + p.Name + ".")), Read: w}
	where := spell.Upper(p.Between)
	if pos := run.Sheet.Position(p.Position); pos != nil {
		w.Position = pos.ID
		where += ", " + spell.Control(run.Sheet.Line.Control, pos.Name)
	}
	a.More = append(a.More, where+".")
	if len(w.States) > 0 {
		a.More = append(a.More, "Tap what you have proved. Without all of it the reading is kept, but not judged.")
	}
	if old := run.Pending(p.ID); old != nil && len(old.Unmet) > 0 {
		w.Last = spell.Reading(p, old.Value) + ", not judged"
		a.Finding = fmt.Sprintf("%s was kept, but cannot be judged: %s.", spell.Reading(p, old.Value), run.UnmetSays(old.Unmet))
	} else if old != nil {
		w.Last = spell.Reading(p, old.Value) + ", not judged"
		a.Finding = fmt.Sprintf("%s was kept, but cannot be compared: %s not confirmed. Read it again with all states so.",
			spell.Reading(p, old.Value), strings.Join(old.Missing, ", "))
	}
	return a
}

func (run *Lead) ask(c *sheet.Check, answer record.Answered, answered bool) Advice {
	good := c.Good()
	ask := &Ask{Check: c.ID, Ask: c.Ask, Answers: []AskAnswer{{good.ID, good.Says}}, Conditions: spell.List(c.Conditions), Loaded: c.Loaded,
		Look: c.Kind == sheet.CheckCondition, Figures: run.askFigures(c)}
	for _, other := range c.Answers {
		if other.ID != good.ID {
			ask.Answers = append(ask.Answers, AskAnswer{other.ID, other.Says})
		}
	}
	a := Advice{Do: DoCheck, Say: Say(Plain(spell.Upper(c.Ask))), Check: ask}
	for _, f := range run.Sheet.Forbids(c) {
		a.More = append(a.More, "Not by "+spell.Lower(strings.TrimRight(f.Says, "."))+": "+spell.Lower(f.Why))
	}
	if c.By != "" {
		a.More = append(a.More, c.By.Asks())
	}
	if p := run.Sheet.Position(c.Position); p != nil {
		a.More = append(a.More, spell.Upper(spell.Control(run.Sheet.Line.Control, p.Name))+".")
	}
	switch {
	case answered && len(answer.Unmet) > 0:
		a.Finding = fmt.Sprintf("“%s” was kept, and proves nothing: %s.", answer.Says, run.UnmetSays(answer.Unmet))
	case answered && answer.Found && answer.Void:
		a.More = append(a.More, "As found: "+answer.Says+".")
	case answered && answer.Void && run.voidedByMove(answer):
		a.More = append(a.More, "It was proved before the last move: prove it again.")
	case answered && answer.Void:
		a.More = append(a.More, "It was answered before: that answer counts no more.")
	case answered && run.Decisions[record.AboutCheck.Of(c.ID)].Choice == record.ChoiceRepair:
		return run.arguedRepair(record.AboutCheck.Of(c.ID), failure(c, answer.Checked), "")
	case answered:
		a.Finding = failure(c, answer.Checked)
		if _, says, told := run.stilled(c, answer); told {
			a.More = append(a.More, says)
		}
		if a.Cure = run.cure(c, answer); a.Cure != nil {
			a.More = append(a.More, fmt.Sprintf("What would cure it: %s %s %s.", a.Cure.Name, a.Cure.Text, a.Cure.WaySays))
		}
		if run.repairs(c, answer) {
			a.Cure = nil
			if given := c.Answer(answer.Answer); given != nil && given.Cure != nil {
				a.Right = run.rights(run.turnsOf([]string{given.Cure.Adjuster}, run.RepairedAt))
			}
			a.Choices = append(a.Choices, record.Choice{About: record.AboutCheck.Of(c.ID), Choice: record.ChoiceRepair, Label: "Repair first", Argued: true})
		}
		a.More = append(a.More, "Log a turn to go back to the setting, or answer again when it is cured.")
	}
	if c.Loaded {
		a.Choices = append(a.Choices, leaveOpen)
	} else {
		a.Caution = run.hands()
	}
	return a
}

// voidedByMove tells whether something was turned after the answer.
func (run *Lead) voidedByMove(a record.Answered) bool {
	return len(run.Moves) > 0 && run.Moves[len(run.Moves)-1].Seq > a.Seq
}

func (run *Lead) sign() Advice {
	a := Advice{Do: DoSign, Say: Say(Plain("Sign what was done."))}
	if b := run.Blockers(); len(b) > 0 {
		a.Finding = "Not yet: " + strings.Join(b, "; ") + "."
	}
	if run.loadedOpen() {
		a.More = append(a.More, "The loaded proof is left open and will show on the record as open.")
	}
	a.More = append(
		a.More,
		"You sign for what is on this record. Whether the craft may go out is for the maker's manual and the licensed person.",
	)
	return a
}

// noGate are steps that keep nothing from being signed: the signature and what comes after it, and how it stands, which
// is asked thing by thing.
var noGate = []sheet.StepKind{sheet.StepSign, sheet.StepInspect, sheet.StepStands, sheet.StepRestore}

// Blockers says what keeps the run from being signed: only what was voided, is
// still on or off, or stands out of its limits without anyone having asked for it.
func (run *Lead) Blockers() (out []string) {
	if run.Stood != nil {
		out = append(out, run.apart(run.signing())...)
	}
	for _, a := range run.Loose() {
		out = append(out, a.Name+" is finger tight")
	}
	for _, step := range run.Steps() {
		open := step.Status == StatusNow || step.Status == StatusLater || step.Status == StatusAgain
		if open && !slices.Contains(noGate, step.Kind) {
			out = append(out, spell.Lower(step.Title)+" is not done")
		}
	}
	return out
}
