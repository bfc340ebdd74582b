package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// responseFinding speaks when the last move did not do what it should.
func (run *Lead) responseFinding(s *Setting) (Advice, bool) {
	if !run.unanswered(s) {
		return Advice{}, false
	}
	finding := fmt.Sprintf("The turns should have moved it %s a turn; it moved %s.", spell.PerTurn(s.Point, s.Book), spell.PerTurn(s.Point, s.Response.PerTurn))
	return run.argueResponse(s.Response.Verdict, finding, run.turnsIn(s)), true
}

// argueResponse asks what the last turns truly did, or why they were not answered: nothing follows from them before.
func (run *Lead) argueResponse(how calc.Responded, finding string, of []record.Moved) Advice {
	return Advice{Do: DoDecide, Say: Say(Plain(how.Says()), Plain(" Find out why before turning more.")), Finding: finding,
		More: []string{how.Look()}, Right: run.asked(of),
		Choices: []record.Choice{{About: record.AboutResponse.Of(""), Choice: record.ChoiceGoOn, Label: "Found it: go on", Reason: whyGoOn,
			Argued: how != calc.Reversed || len(of) == 0}}}
}

// unanswered tells whether the last move had no fitting answer and nobody has said why.
func (run *Lead) unanswered(s *Setting) bool {
	if run.Decisions[record.AboutResponse.Of("")].Choice == record.ChoiceGoOn {
		return false
	}
	if s.Single() {
		return s.Response != nil && (s.Response.Verdict == calc.Reversed || s.Response.Verdict == calc.NoResponse)
	}
	return false
}

// flatAssumed is how far, as a part of it, what a reading shows where turning does nothing more may lie from what the sheet
// thinks, where the figures of its rig are assumed.
const flatAssumed = 0.3

// clamped tells whether a reading says only "at most": no gap is left to feel, a cable is
// slack, a valve is on its stop.
func (run *Lead) clamped(p *sheet.Point, v, doubt float64) bool {
	if p.Signed == nil && p.Quantity != quantity.Temperature && v <= doubt+1e-9 {
		return true
	}
	near := 0.01
	if band, ok := p.Limits(); run.Sheet.AssumesRig() && ok && !band.In(v) {
		near = flatAssumed
	}
	return slices.ContainsFunc(run.Sheet.Flat(p.ID), func(flat float64) bool { return math.Abs(v-flat) <= max(doubt, math.Abs(flat)*near)+1e-9 })
}

// Limits are the ends of the window in the unit of the point.
func (s Setting) Limits() (lo, hi float64) {
	return *s.Point.Target - s.Point.Minus, *s.Point.Target + s.Point.Plus
}

// Solve asks the adjuster calculation what to turn from the reading that counts.
func (s Setting) Solve() (calc.AdjusterOutput, error) {
	lengthens := "out"
	if s.PerTurn < 0 {
		lengthens = "in"
	}
	in := calc.AdjusterInput{
		Now: s.Judge.Value, Target: s.Point.Target, Minus: &s.Point.Minus, Plus: &s.Point.Plus,
		Pitch: math.Abs(s.PerTurn), Step: s.Adjuster.Step, Lengthens: lengthens, Engaged: s.Threads,
	}
	if t := s.Adjuster.Threads; t != nil {
		in.EngagedMin, in.EngagedMax = t.Min, &t.Max
	}
	return calc.Adjuster(in)
}

// respond compares the last two readings that stand on either side of a move.
func (run *Lead) respond(s *Setting) {
	after := run.Latest(s.Point.ID, record.Set)
	if after == nil {
		return
	}
	before := run.before(s.Point.ID, after)
	if before == nil || run.othersMoved(s, before, after) ||
		run.clamped(s.Point, before.Value, before.Doubt) || run.clamped(s.Point, after.Value, after.Doubt) {
		return
	}
	turns := run.NetSince(s.Adjuster.ID, before) - run.NetSince(s.Adjuster.ID, after)
	out, err := calc.Response(calc.ResponseInput{
		Before: before.Value, After: after.Value, Turns: turns, ExpectedPerTurn: s.Book, Uncertainty: after.Doubt,
	})
	if err != nil {
		return // turned there and back: nothing to learn
	}
	if !run.TouchedSince(after) {
		s.Response = &out
	}
	if out.Verdict == calc.Strong && out.Ratio > mostResponse && run.Decisions[record.AboutResponse.Of("")].Choice != record.ChoiceGoOn {
		return // more than the thread can give: see doubted
	}
	if out.Verdict == calc.Weak || out.Verdict == calc.Strong {
		s.PerTurn, s.Learnt = out.PerTurn, true
	}
}

// othersMoved tells whether something else was turned between two readings of the point.
func (run *Lead) othersMoved(s *Setting, before, after *record.Taken) bool {
	return slices.ContainsFunc(run.Moves, func(m record.Moved) bool {
		return m.Epoch > before.Epoch && m.Epoch <= after.Epoch && m.Adjuster != s.Adjuster.ID && run.Touches(m, s.Point.ID)
	})
}

// before is the newest reading that counts with a move between it and after.
func (run *Lead) before(point string, after *record.Taken) *record.Taken {
	of := run.ByPoint[point]
	for i := len(of) - 1; i >= 0; i-- {
		t := &run.Readings[of[i]]
		if !t.Judged() || t.Stage == record.First || t.Epoch >= after.Epoch {
			continue
		}
		for j := len(run.Moves) - 1; j >= 0 && run.Moves[j].Epoch > t.Epoch; j-- {
			if run.Moves[j].Epoch <= after.Epoch && run.Touches(run.Moves[j], point) {
				return t
			}
		}
	}
	return nil
}
