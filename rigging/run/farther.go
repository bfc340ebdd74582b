package run

import (
	"math"

	"brankel/rigging/sheet"
)

// inVain is said with a move that goes farther than the sums say.
const inVain = "It read the same before and after the last turns: it has not begun to move. So go farther this time, then read."

// farther is how far a setting's one adjuster is turned next, in its own unit, where the sums
// say so many turns: three times what was turned from one reading that says only "at most"
// to the next on top, or it would be walked to turn by turn.
func (st State) farther(s *Setting, p *sheet.Point, turns float64, direction string) float64 {
	t := s.Turned[0]
	var first, last *Taken
	of := st.byPoint[p.ID]
	for i := len(of) - 1; i >= 0; i-- {
		r := &st.Readings[of[i]]
		if !r.Judged() || r.Stage == First {
			continue
		}
		if !st.clamped(p, r.Value, r.Doubt) {
			break
		}
		if first = r; last == nil {
			last = r
		}
	}
	if last == nil {
		return turns
	}
	vain := st.netSince(t.Adjuster.ID, first) - st.netSince(t.Adjuster.ID, last)
	in, most := t.reach(0)
	if direction == "in" {
		vain, most = -vain, -in
	}
	far := math.Min(turns+3*math.Max(0, vain), most)
	return math.Max(turns, math.Floor(far/t.step()+1e-9)*t.step())
}
