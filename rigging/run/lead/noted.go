package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// alsoRead is the first reading that nothing asked for and that is out of reach once all is
// closed; nil when there is none, or when it was left out.
func (run *Lead) alsoRead() *sheet.Point {
	if run.Sheet == nil || len(run.Stood.Apart(run.Now())) == 0 {
		return nil
	}
	for i := range run.Sheet.Points {
		p := &run.Sheet.Points[i]
		if run.Latest(p.ID, "") == nil && run.openedFor(p) && run.Decisions[record.AboutAlso.Of(p.ID)].Choice == "" && !run.Sheet.Superseded(p.ID) {
			return p
		}
	}
	return nil
}

// openedFor tells whether something that a reading needs so stands otherwise than at rest just now.
func (run *Lead) openedFor(p *sheet.Point) bool {
	now := run.Now()
	opened := false
	for id, any := range p.Needs {
		t := run.Stood.Thing(id)
		if t == nil || !slices.Contains(any, run.Stood.Way(now, id)) {
			return false
		}
		opened = opened || t.Kind == setup.Part && run.Stood.Way(now, id) != t.AtRest()
	}
	return opened
}

// byHand asks what the hand can tell before anything is turned; ok is false when there is
// nothing to try, or when it came right.
func (run *Lead) byHand(s *Setting) (a Advice, ok bool) {
	trial, about := s.Of.Trial, record.AboutTrial.Of(s.Of.ID)
	if trial == nil || run.MovedIn(s.Of) != nil || !run.wrong(s) {
		return a, false
	}
	switch run.Decisions[about].Choice {
	case record.ChoiceRight:
		return a, false
	case record.ChoiceWrong:
		if after := record.AboutHand.Of(s.Of.ID); run.Decisions[after].Choice != record.ChoiceGoOn {
			return run.arguedRepair(after, "By hand it does not come right. "+trial.PointsTo, "No turn here will cure it."), true
		}
		return a, false
	}
	return Advice{Do: DoTrial, Say: Say(Plain(spell.Upper(trial.Says))), More: []string{"Before anything is turned."}, Caution: run.hands(),
		Choices: []record.Choice{
			{About: about, Choice: record.ChoiceRight, Label: "It comes right", Argued: true},
			{About: about, Choice: record.ChoiceWrong, Label: "It stays wrong"},
		}}, true
}

// woundOn says how a new end is begun.
func woundOn(t *sheet.Threads) string {
	return fmt.Sprintf("A new cable has no as found: wind its end on so that thread is left both ways, "+
		"about %s turns in (at least %s, at most %s).",
		quantity.Number(math.Round((t.Min+t.Max)/2), 0), quantity.Number(t.Min, 0), quantity.Number(t.Max, 0))
}
