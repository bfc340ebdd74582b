package lead

import (
	"math"

	"brankel/rigging/calc"
	"brankel/rigging/run/record"
)

// enoughThread is how much thread stays to spare at either end of a cable before the turns are
// shared: less, and a lock that drifts or a count rounded down leaves too little.
const enoughThread = 1

// bothEnds shares the turns of one length between its two threaded ends: the handy one turns
// where that leaves thread to spare, else both, so that the most is left at either. ok is false
// where something else is set.
func bothEnds(in calc.CoupledInput, turned []*Turned, after []record.Moved) (out calc.CoupledOutput, ok bool) {
	if len(turned) != 2 || len(in.Readings) != 1 {
		return out, false
	}
	r := in.Readings[0]
	ask := calc.TwoEndsInput{Now: r.Now, Target: (r.Min + r.Max) / 2, Minus: (r.Max - r.Min) / 2, Plus: (r.Max - r.Min) / 2}
	for i, end := range []*calc.End{&ask.A, &ask.B} {
		t, per := turned[i], in.Influence[0][i]
		if t.Adjuster.Threads == nil || t.Threads == nil || !(per > 0) {
			return out, false
		}
		engaged := *t.Threads
		for _, m := range after {
			if m.Adjuster == t.Adjuster.ID {
				engaged += m.Signed()
			}
		}
		// What is turned already and what is stuck bounds it more than its thread does.
		a := in.Adjusters[i]
		*end = calc.End{Pitch: per, Step: a.Step, Engaged: engaged, EngagedMin: engaged - a.Max, EngagedMax: engaged - a.Min}
	}
	two, err := calc.TwoEnds(ask)
	if err != nil || !two.Reachable {
		return out, false
	}
	if two.SpareThreads < enoughThread {
		ask.Policy = "balance"
		if shared, err := calc.TwoEnds(ask); err == nil && shared.Reachable && shared.SpareThreads > two.SpareThreads {
			two = shared
		}
	}
	return calc.CoupledOutput{Moves: []float64{two.TurnsA, two.TurnsB}, Predicted: []float64{two.After}, AllIn: true,
		TotalTurns: math.Abs(two.TurnsA) + math.Abs(two.TurnsB)}, true
}
