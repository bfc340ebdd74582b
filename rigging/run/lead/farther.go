package lead

import (
	"math"

	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// inVain is said with a move that goes farther than the sums say.
const inVain = "It read the same before and after the last turns: it has not begun to move. So go farther this time, then read."

// farther is how far a setting's one adjuster is turned next, in its own unit, where the sums
// say so many turns: three times what was turned from one reading that says only "at most"
// to the next on top, or it would be walked to turn by turn.
func (run *Lead) farther(s *Setting, p *sheet.Point, turns float64, direction string) float64 {
	t := s.Turned[0]
	var first, last *record.Taken
	of := run.ByPoint[p.ID]
	for i := len(of) - 1; i >= 0; i-- {
		r := &run.Readings[of[i]]
		if !r.Judged() || r.Stage == record.First {
			continue
		}
		if !run.clamped(p, r.Value, r.Doubt) {
			break
		}
		if first = r; last == nil {
			last = r
		}
	}
	if last == nil {
		return turns
	}
	vain := run.NetSince(t.Adjuster.ID, first) - run.NetSince(t.Adjuster.ID, last)
	in, most := run.reach(t, 0)
	if direction == "in" {
		vain, most = -vain, -in
	}
	far := math.Min(turns+3*math.Max(0, vain), most)
	return math.Max(turns, math.Floor(far/t.step()+1e-9)*t.step())
}
