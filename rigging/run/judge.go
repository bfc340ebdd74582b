package run

import (
	"math"

	"brankel/rigging/calc"
	"brankel/rigging/sheet"
)

// Verdict is what a reading says of its limits, as calc.Reading has it.
type Verdict string

// The verdicts; Unread is that of a point that was not read yet.
const (
	Unread   Verdict = ""
	In       Verdict = "in"
	Out      Verdict = "out"
	Close    Verdict = "close" // the gauge cannot tell
	Unsteady Verdict = "unsteady"
)

// Judgement is a point's reading against its limits.
type Judgement struct {
	Value   float64
	Verdict Verdict
	Side    string // low, in, high
	Gauge   string
}

// judge compares a reading, with its repeats, by guard-banded acceptance.
func (st State) judge(p *sheet.Point, t *Taken) Judgement {
	if p.Target == nil {
		return Judgement{Value: t.Value}
	}
	out, err := calc.Reading(calc.ReadingInput{
		Readings: st.repeats(t), Quantity: string(p.Quantity), Uncertainty: t.Doubt,
		Target: p.Target, Minus: &p.Minus, Plus: &p.Plus,
	})
	if err != nil {
		return Judgement{Value: t.Value, Verdict: Unsteady, Side: "in"}
	}
	return Judgement{out.Mean, Verdict(out.Verdict), out.Side, out.Gauge}
}

// wrong tells whether a judgement calls for a move: the mean lies outside.
func (j Judgement) wrong() bool { return j.Verdict == Out || j.Verdict == Close && j.Side != "in" }

// Lost is the judgement of one pair of readings, nil until both are there.
func (st State) Lost(l sheet.LostMotion) *calc.LostMotionOutput {
	pushed, pulled := st.latest(l.Pushed, ""), st.latest(l.Pulled, "")
	if pushed == nil || pulled == nil {
		return nil
	}
	out, err := calc.LostMotion(calc.LostMotionInput{Pushed: pushed.Value, Pulled: pulled.Value, Limit: l.Limit, Stroke: &l.Stroke})
	if err != nil {
		return nil
	}
	return &out
}

// Setting is the one adjuster and the point it sets, as they stand.
type Setting struct {
	Adjuster *sheet.Adjuster
	Point    *sheet.Point
	Book     float64 // change of the point by one turn out, mm
	PerTurn  float64 // as found by the last move that told, else Book
	Learnt   bool
	Threads  *float64             // in engagement now, nil when not counted
	Response *calc.ResponseOutput // of the last move, once it was read
	Now      *Taken               // the newest reading since the last move that counts
	Judge    Judgement
}

// setting is nil where the sheet sets nothing.
func (st State) setting() *Setting {
	if st.worked == nil {
		return st.workOutSetting()
	}
	if !st.worked.known {
		st.worked.setting, st.worked.known = st.workOutSetting(), true
	}
	return st.worked.setting
}

func (st State) workOutSetting() *Setting {
	if st.Sheet == nil {
		return nil
	}
	a, p, in := st.Sheet.Lead()
	if a == nil {
		return nil
	}
	s := &Setting{Adjuster: a, Point: p, Book: in.PerTurn, PerTurn: in.PerTurn}
	st.respond(s)
	if a.Threads != nil {
		if t := st.latest(a.Threads.Point, ""); t != nil {
			left := t.Value - st.netSince(a.ID, t) // outward takes thread out
			s.Threads = &left
		}
	}
	if t := st.latest(p.ID, ""); t != nil && t.Stage != First && !st.movedSince(t) {
		s.Now, s.Judge = t, st.judge(p, t)
	}
	return s
}

func (st State) movedSince(t *Taken) bool {
	return len(st.Moves) > 0 && st.Moves[len(st.Moves)-1].Epoch > t.Epoch
}

func (st State) netSince(adjuster string, t *Taken) (net float64) {
	for _, m := range st.Moves {
		if m.Adjuster == adjuster && m.Epoch > t.Epoch {
			net += m.signed()
		}
	}
	return net
}

// respond compares the last two readings that stand on either side of a move.
func (st State) respond(s *Setting) {
	after := st.latest(s.Point.ID, Set)
	if after == nil {
		return
	}
	before := st.before(s.Point.ID, after)
	if before == nil {
		return
	}
	turns := st.netSince(s.Adjuster.ID, before) - st.netSince(s.Adjuster.ID, after)
	out, err := calc.Response(calc.ResponseInput{
		Before: before.Value, After: after.Value, Turns: turns, ExpectedPerTurn: s.Book, Uncertainty: after.Doubt,
	})
	if err != nil {
		return // turned there and back: nothing to learn
	}
	if !st.movedSince(after) {
		s.Response = &out
	}
	if out.Verdict == "weak" || out.Verdict == "strong" {
		s.PerTurn, s.Learnt = out.PerTurn, true
	}
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
			if st.Moves[j].Epoch <= after.Epoch {
				return t
			}
		}
	}
	return nil
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

// limits are the ends of the window in the unit of the point.
func (s Setting) limits() (lo, hi float64) {
	return *s.Point.Target - s.Point.Minus, *s.Point.Target + s.Point.Plus
}
