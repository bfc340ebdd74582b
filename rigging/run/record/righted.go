package record

import (
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/run/spell"
)

// Righted says what a logged turn truly did: it went the other way, or it did not turn at all. The turn stays on the
// record as it was logged, and counts as it was. All after Turns is filled in here.
type Righted struct {
	Move  string `json:"move"`            // the entry of the turn
	Way   string `json:"way,omitempty"`   // it truly went; "" as logged
	Turns string `json:"turns,omitempty"` // it truly turned; "" as logged, 0 where it did not turn

	Adjuster string  `json:"adjuster,omitempty"`
	Seq      int     `json:"seq,omitempty"` // of the turn
	Was      string  `json:"was,omitempty"` // it, in the words of its entry
	Value    float64 `json:"value"`
	Name     string  `json:"name,omitempty"`
	Says     string  `json:"says,omitempty"` // the way in words
	Unit     string  `json:"unit,omitempty"`
}

func admitRighted(in Incoming, r Righted) (Righted, error) {
	if err := fault.First(in.withSheet(), short(r.Turns, "turns", longestName)); err != nil {
		return r, err
	}
	i := slices.IndexFunc(in.Moves[in.Repaired:], func(m Moved) bool { return m.Event == r.Move })
	if i < 0 {
		return r, fault.At("body.move", "name a turn of this run that counts still: one that was struck out, or is from before a repair, does not")
	}
	m := in.Moves[in.Repaired+i]
	a := in.Sheet.Adjuster(m.Adjuster)
	switch {
	case a == nil || m.Turns == "" && !m.Until:
		return r, fault.At("body.move", "nothing was turned there")
	case r.Way == "":
		r.Way = m.Way
	}
	if err := oneOf(r.Way, "way", "in", "out"); err != nil {
		return r, err
	}
	r.Value = m.Value
	if r.Turns != "" {
		var err error
		if r.Value, err = Turned(r.Turns, "turns"); err != nil {
			return r, err
		}
		if r.Value > mostTurns {
			return r, fault.At("body.turns", "write the turns made, from 0 to %d", mostTurns)
		}
	}
	if r.Way == m.Way && r.Value == m.Value {
		return r, fault.At("body.way", "that is what stands there: write what it truly did")
	}
	r.Adjuster, r.Seq, r.Was = m.Adjuster, m.Seq, SaysMove(m.Move)
	r.Name, r.Says, r.Unit = a.Name, spell.Way(a, r.Way).Says, spell.Notch(a)
	return r, nil
}

// foldRighted has the turn count as it was. What was read and answered since stands: it tells of the rig as it is.
func foldRighted(st *State, _ Event, r Righted) {
	i := slices.IndexFunc(st.Moves, func(m Moved) bool { return m.Event == r.Move })
	if i < 0 {
		return // it was struck out
	}
	st.Moves = slices.Clone(st.Moves) // other states share them
	m := &st.Moves[i]
	m.Way, m.Value, m.Says, m.Until = r.Way, r.Value, r.Says, false
	delete(st.Decisions, AboutResponse.Of(""))
	for id, about := range st.Decisions {
		if id.Question == AboutReach && about.Choice != ChoiceRepair {
			delete(st.Decisions, id)
		}
	}
}

func saysRighted(r Righted) string {
	did := "it turned " + spell.Counted(r.Unit, r.Value) + " " + r.Says
	if r.Value == 0 {
		did = "it did not turn"
	}
	return "put right, " + r.Was + ": " + did
}
