package run

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// responseFinding speaks when the last move did not do what it should.
func (st State) responseFinding(s *Setting) (Advice, bool) {
	if !st.unanswered(s) {
		return Advice{}, false
	}
	finding := fmt.Sprintf("The turns should have moved it %s a turn; it moved %s.", per(s.Point, s.Book), per(s.Point, s.Response.PerTurn))
	return st.argueResponse(s.Response.Verdict, finding), true
}

func (st State) argueResponse(how calc.Responded, finding string) Advice {
	return Advice{Do: DoDecide, Say: say(plain(how.Says()), plain(" Find out why before turning more.")), Finding: finding,
		More:    []string{how.Look()},
		Choices: []Choice{{About{Question: AboutResponse}, ChoiceGoOn, "Found it: go on", whyGoOn, true}}}
}

// unanswered tells whether the last move had no fitting answer and nobody has said why.
func (st State) unanswered(s *Setting) bool {
	if st.Decisions[About{Question: AboutResponse}].Choice == ChoiceGoOn {
		return false
	}
	if s.single() {
		return s.Response != nil && (s.Response.Verdict == calc.Reversed || s.Response.Verdict == calc.NoResponse)
	}
	return false
}

// clamped tells whether a reading says only "at most": no gap is left to feel, a cable is
// slack, a valve is on its stop.
func (st State) clamped(p *sheet.Point, v, doubt float64) bool {
	if p.Signed == nil && p.Quantity != quantity.Temperature && v <= doubt+1e-9 {
		return true
	}
	return slices.ContainsFunc(st.Sheet.Flat(p.ID), func(flat float64) bool { return math.Abs(v-flat) <= max(doubt, math.Abs(flat)/100)+1e-9 })
}

// limits are the ends of the window in the unit of the point.
func (s Setting) limits() (lo, hi float64) {
	return *s.Point.Target - s.Point.Minus, *s.Point.Target + s.Point.Plus
}

// solve asks the adjuster calculation what to turn from the reading that counts.
func (s Setting) solve() (calc.AdjusterOutput, error) {
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
func (st State) respond(s *Setting) {
	after := st.latest(s.Point.ID, Set)
	if after == nil {
		return
	}
	before := st.before(s.Point.ID, after)
	if before == nil || st.othersMoved(s, before, after) ||
		st.clamped(s.Point, before.Value, before.Doubt) || st.clamped(s.Point, after.Value, after.Doubt) {
		return
	}
	turns := st.netSince(s.Adjuster.ID, before) - st.netSince(s.Adjuster.ID, after)
	out, err := calc.Response(calc.ResponseInput{
		Before: before.Value, After: after.Value, Turns: turns, ExpectedPerTurn: s.Book, Uncertainty: after.Doubt,
	})
	if err != nil {
		return // turned there and back: nothing to learn
	}
	if !st.touchedSince(after) {
		s.Response = &out
	}
	if out.Verdict == calc.Weak || out.Verdict == calc.Strong {
		s.PerTurn, s.Learnt = out.PerTurn, true
	}
}

// othersMoved tells whether something else was turned between two readings of the point.
func (st State) othersMoved(s *Setting, before, after *Taken) bool {
	return slices.ContainsFunc(st.Moves, func(m Moved) bool {
		return m.Epoch > before.Epoch && m.Epoch <= after.Epoch && m.Adjuster != s.Adjuster.ID && st.touches(m, s.Point.ID)
	})
}

// before is the newest reading that counts with a move between it and after.
func (st State) before(point string, after *Taken) *Taken {
	of := st.byPoint[point]
	for i := len(of) - 1; i >= 0; i-- {
		t := &st.Readings[of[i]]
		if !t.Judged() || t.Stage == First || t.Epoch >= after.Epoch {
			continue
		}
		for j := len(st.Moves) - 1; j >= 0 && st.Moves[j].Epoch > t.Epoch; j-- {
			if st.Moves[j].Epoch <= after.Epoch && st.touches(st.Moves[j], point) {
				return t
			}
		}
	}
	return nil
}
