package lead

import (
	"brankel/rigging/calc"
	"brankel/rigging/run/record"
)

// lockDrift is what locking moved a reading by the last time that it was read before and after, 0 where it was not: what moved it
// once will move it again.
func (run *Lead) lockDrift(point string) float64 {
	all := run.ByPoint[point]
	for i := len(all) - 1; i > 0; i-- {
		after, before := run.Readings[all[i]], run.Readings[all[i-1]]
		if after.Stage == record.LockedStage && before.Stage == record.Set && after.Judged() && before.Judged() && !run.movedBetween(before.Epoch, after.Epoch) {
			return after.Value - before.Value
		}
	}
	return 0
}

// movedBetween tells whether anything was turned between two epochs.
func (run *Lead) movedBetween(from, to int) bool {
	for _, m := range run.Moves {
		if m.Epoch > from && m.Epoch <= to {
			return true
		}
	}
	return false
}

// roomFor is a reading whose window leaves room for what locking will move it by: both before and after it must lie inside, but
// where nothing reads below its lower end it may be set as far below.
func roomFor(r calc.CoupledReading, drift float64, bottomless bool) calc.CoupledReading {
	if drift > 0 {
		r.Max -= drift
	}
	if bottomless == (drift > 0) {
		r.Min -= drift
	}
	return r
}
