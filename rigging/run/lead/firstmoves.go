package lead

import (
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// FirstMoves tells how many adjusters were moved to bring readings to where they aim, and how many of them a reading between
// showed to need a second move: what the sheet says a turn does is then not what it did. What is backed off, counted, chosen
// or felt is moved more than once by its nature, and counts for neither.
func (run *Lead) FirstMoves() (moved, again int) {
	for _, s := range run.settings {
		if s.Of.Method != sheet.MethodMeasured {
			continue
		}
		for _, t := range s.Turned {
			rounds, last := 0, record.Moved{}
			for _, m := range run.Moves[run.Repaired:] {
				if m.Adjuster != t.Adjuster.ID || m.Setting != "" && m.Setting != s.Of.ID {
					continue
				}
				if rounds == 0 || run.readBetween(s, t.Adjuster, last, m) {
					rounds++
				}
				last = m
			}
			if rounds > 0 {
				moved++
			}
			if rounds > 1 {
				again++
			}
		}
	}
	return moved, again
}

// readBetween tells whether something that an adjuster moves and its setting aims at was read, and judged, between two moves.
func (run *Lead) readBetween(s *Setting, a *sheet.Adjuster, from, to record.Moved) bool {
	for _, aim := range s.Aims {
		if run.Sheet.InfluenceOf(a.ID, aim.Point.ID) == nil {
			continue
		}
		for _, i := range run.ByPoint[aim.Point.ID] {
			if t := run.Readings[i]; t.Judged() && t.Epoch >= from.Epoch && t.Epoch < to.Epoch {
				return true
			}
		}
	}
	return false
}
