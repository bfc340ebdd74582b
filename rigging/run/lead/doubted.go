package lead

import (
	"fmt"
	"math"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
)

// mostResponse is how many times what the sheet's rig gives a true response can be: a thread moves no more than its pitch
// a turn but by its lever, and levers lie between 0.7 and 1.4 of the usual. More, and the first reading was a slip.
const mostResponse = 1.6

// mostAssumed is the same where the rig itself is assumed: its figures may lie a fifth or more from the true ones, each.
const mostAssumed = 2.5

func (run *Lead) mostResponse() float64 {
	if run.Sheet.AssumesRig() {
		return mostAssumed
	}
	return mostResponse
}

// mostGain is the most of the usual that a lever gives.
const mostGain = 1.4

// tooMuch tells whether a reading was moved by more than the turns between can do, its doubt and a step of what is only
// counted left out.
func (a answered) tooMuch(run *Lead) (most float64, so bool) {
	_, most = a.expected(run, nil, 0)
	p := run.Sheet.Point(a.point)
	sure := a.doubt
	if p.Quantity == "count" {
		sure++
	}
	return most, most >= 6*a.doubt && math.Abs(a.moved) > run.mostResponse()*most+sure
}

// doubted is the reading of a setting whose first value is questioned, since what was turned cannot have moved it so far;
// nil where none is, or where it was read afresh for that already.
func (run *Lead) doubted(s *Setting) (*Aim, answered, float64) {
	if run.Decisions[record.AboutResponse.Of("")].Choice == record.ChoiceGoOn {
		return nil, answered{}, 0
	}
	for _, aim := range s.Aims {
		if !aim.Limited || aim.Now == nil || run.readAfresh(aim.Point.ID) {
			continue
		}
		one, ok := run.answeredBy(s, aim)
		if !ok {
			continue
		}
		if most, so := one.tooMuch(run); so {
			return aim, one, most
		}
	}
	return nil, answered{}, 0
}

// readAfresh tells whether readings of a point were passed over before.
func (run *Lead) readAfresh(point string) bool {
	for _, i := range run.ByPoint[point] {
		if run.Readings[i].Passed {
			return true
		}
	}
	return false
}

// questionFirst asks which reading was a slip before anything is learnt from it, and says which it was likely.
func (run *Lead) questionFirst(s *Setting) (Advice, bool) {
	aim, one, most := run.doubted(s)
	if aim == nil {
		return Advice{}, false
	}
	p := aim.Point
	was := aim.Now.Value - one.moved
	return Advice{Do: DoDecide, Say: Say(Plain("Read it afresh: the first reading was likely a slip.")),
		Finding: fmt.Sprintf("The %s read %s, then %s. The turns between can move it %s at most.", p.Name, spell.Reading(p, was),
			spell.Reading(p, aim.Now.Value), spell.PerTurn(p, most)),
		More: []string{"A thread gives no more than its pitch a turn: nothing is learnt from such a pair.",
			"If the second one is the slip, strike it out and read again."},
		Right: run.asked(one.between),
		Choices: []record.Choice{{About: record.AboutUnsteady.Of(p.ID), Choice: record.ChoiceAfresh, Label: "Read afresh from here", Argued: true},
			{About: record.AboutResponse.Of(""), Choice: record.ChoiceGoOn, Label: "Both are right: go on", Reason: whyGoOn}}}, true
}
