package lead

import (
	"math"
	"slices"

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
		engaged := *t.Threads + turnedSince(after, t.Adjuster.ID)
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

// handyEnd leaves the awkward end of a cable alone where its handy one, listed before it, does as well among other adjusters
// and keeps thread to spare: no panel is opened for half a turn. ok is false where both are needed, or there are no two ends.
func handyEnd(in calc.CoupledInput, turned []*Turned, after []record.Moved) (out calc.CoupledOutput, ok bool) {
	frozen := in
	frozen.Adjusters = slices.Clone(in.Adjusters)
	var handy []int
	for j, t := range turned {
		for i := range j {
			if sameCable(in, turned, i, j) {
				made := turnedSince(after, t.Adjuster.ID)
				frozen.Adjusters[j].Min, frozen.Adjusters[j].Max = made, made
				handy = append(handy, i)
			}
		}
	}
	if len(handy) == 0 {
		return out, false
	}
	out, err := calc.Coupled(frozen)
	if err != nil || !out.AllIn {
		return out, false
	}
	for _, i := range handy {
		if a := in.Adjusters[i]; min(out.Moves[i]-a.Min, a.Max-out.Moves[i]) < enoughThread {
			return out, false
		}
	}
	return out, true
}

// sameCable tells whether two adjusters are threaded ends of one length: a turn of either does the same to every reading.
func sameCable(in calc.CoupledInput, turned []*Turned, i, j int) bool {
	if turned[i].Adjuster.Threads == nil || turned[j].Adjuster.Threads == nil {
		return false
	}
	times := 0.0
	for _, row := range in.Influence {
		switch {
		case row[i] == 0 && row[j] == 0:
		case !(row[i]*row[j] > 0):
			return false
		case times == 0:
			times = row[j] / row[i]
		case math.Abs(row[j]/row[i]-times) > 1e-6*times:
			return false
		}
	}
	return times > 0
}

// turnedSince is the sum of an adjuster's moves, outward positive.
func turnedSince(moves []record.Moved, adjuster string) (sum float64) {
	for _, m := range moves {
		if m.Adjuster == adjuster {
			sum += m.Signed()
		}
	}
	return sum
}
