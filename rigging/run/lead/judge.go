package lead

import (
	"brankel/rigging/calc"
	"brankel/rigging/closed"
	"brankel/rigging/run/record"
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

// Words lists the verdicts.
func (Verdict) Words() []string { return closed.Words(Unread, In, Out, Close, Unsteady) }

// Judgement is a point's reading against its limits.
type Judgement struct {
	Value   float64
	Verdict Verdict
	Side    string // low, in, high
	Doubt   float64
	Gauge   string
}

// judge compares a reading, with its repeats, by guard-banded acceptance.
func (run *Lead) judge(p *sheet.Point, t *record.Taken) Judgement {
	if p.Target == nil {
		return Judgement{Value: t.Value, Doubt: t.Doubt}
	}
	out, err := calc.Reading(calc.ReadingInput{
		Readings: run.Repeats(t), Quantity: string(p.Quantity), Uncertainty: t.Doubt,
		Target: p.Target, Minus: &p.Minus, Plus: &p.Plus,
	})
	if err != nil {
		return Judgement{Value: t.Value, Verdict: Unsteady, Side: "in", Doubt: t.Doubt}
	}
	return Judgement{out.Mean, Verdict(out.Verdict), out.Side, t.Doubt, out.Gauge}
}

// Wrong tells whether a judgement calls for a move: the mean lies outside.
func (j Judgement) Wrong() bool { return j.Verdict == Out || j.Verdict == Close && j.Side != "in" }

// Lost is the judgement of one pair of readings, nil until both are there.
func (run *Lead) Lost(l sheet.LostMotion) *calc.LostMotionOutput {
	pushed, pulled := run.Latest(l.Pushed, ""), run.Latest(l.Pulled, "")
	if pushed == nil || pulled == nil {
		return nil
	}
	out, err := calc.LostMotion(calc.LostMotionInput{Pushed: pushed.Value, Pulled: pulled.Value, Limit: l.Limit, Stroke: &l.Stroke})
	if err != nil {
		return nil
	}
	return &out
}
