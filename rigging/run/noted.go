package run

import (
	"fmt"
	"math"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// alsoRead is the first reading that nothing asked for and that is out of reach once all is
// closed; nil when there is none, or when it was left out.
func (st State) alsoRead() *sheet.Point {
	if st.Sheet == nil || len(st.Off) == 0 {
		return nil
	}
	for i := range st.Sheet.Points {
		p := &st.Sheet.Points[i]
		if st.latest(p.ID, "") == nil && st.Decisions[About{AboutAlso, p.ID}].Choice == "" && !st.Sheet.Superseded(p.ID) {
			return p
		}
	}
	return nil
}

// byHand asks what the hand can tell before anything is turned; ok is false when there is
// nothing to try, or when it came right.
func (st State) byHand(s *Setting) (a Advice, ok bool) {
	trial, about := s.Of.Trial, About{AboutTrial, s.Of.ID}
	if trial == nil || st.movedIn(s.Of) != nil || !st.wrong(s) {
		return a, false
	}
	switch st.Decisions[about].Choice {
	case ChoiceRight:
		return a, false
	case ChoiceWrong:
		if after := (About{AboutHand, s.Of.ID}); st.Decisions[after].Choice != ChoiceGoOn {
			return st.arguedRepair(after, "By hand it does not come right. "+trial.PointsTo, "No turn here will cure it."), true
		}
		return a, false
	}
	return Advice{Do: DoTrial, Say: say(plain(upper(trial.Says))), More: []string{"Before anything is turned."}, Caution: st.hands(),
		Choices: []Choice{
			{About: about, Choice: ChoiceRight, Label: "It comes right", Argued: true},
			{About: about, Choice: ChoiceWrong, Label: "It stays wrong"},
		}}, true
}

// renews tells whether a repair is a new cable: what was read before was of another one, and
// nothing of it was found as it is.
func renews(about About) bool { return about.Question == AboutPinned || about.Question == AboutLost }

// woundOn says how a new end is begun.
func woundOn(t *sheet.Threads) string {
	return fmt.Sprintf("A new cable has no as found: wind its end on so that thread is left both ways, "+
		"about %s turns in (at least %s, at most %s).",
		quantity.Number(math.Round((t.Min+t.Max)/2), 0), quantity.Number(t.Min, 0), quantity.Number(t.Max, 0))
}

// foundWord is what a first reading is called.
func (st State) foundWord() string {
	if st.Renewed {
		return "as fitted"
	}
	return "as found"
}
