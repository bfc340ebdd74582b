package record

import (
	"fmt"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
)

// Stuck is an adjuster that does not turn as it is asked to: seized, or free and at the end of what it has.
type Stuck struct {
	Adjuster string `json:"adjuster"`
	Way      string `json:"way,omitempty"`     // that it will not go; "" for neither
	End      bool   `json:"end,omitempty"`     // it is free and goes no further that way
	Showing  string `json:"showing,omitempty"` // how many threads or notches show there, as counted; "" where nobody did
	Note     string `json:"note,omitempty"`

	// filled in here
	Value float64 `json:"value,omitempty"` // of Showing
	Name  string  `json:"name,omitempty"`
	Says  string  `json:"says,omitempty"` // the way in words
	Unit  string  `json:"unit,omitempty"` // of Showing: thread, notch, click
}

// Halted is an adjuster that does not turn, on the record: how often in a row it would not, and when it was said last.
type Halted struct {
	Stuck
	Times int
	Epoch int
}

func admitStuck(in Incoming, s Stuck) (Stuck, error) {
	if err := in.withSheet(); err != nil {
		return s, err
	}
	a := in.Sheet.Adjuster(s.Adjuster)
	switch {
	case a == nil:
		return s, fault.At("body.adjuster", "the sheet has no such adjuster")
	case s.End && s.Way == "":
		return s, fault.At("body.way", "say which way it goes no further: in or out")
	case !s.End && s.Showing != "":
		return s, fault.At("body.showing", "threads are counted of what is at its end: say so, or leave them out")
	}
	s.Name, s.Unit = a.Name, spell.Notch(a)
	if s.Unit == "" {
		s.Unit = "thread"
	}
	if s.Way != "" {
		if err := oneOf(s.Way, "way", "in", "out"); err != nil {
			return s, err
		}
		s.Says = spell.Way(a, s.Way).Says
	}
	if err := short(s.Showing, "showing", longestName); err != nil {
		return s, err
	}
	if s.Showing != "" {
		q, err := quantity.Parse(s.Showing, "turns", quantity.Count)
		if err != nil || q.Value < 0 || q.Value > mostTurns {
			return s, fault.At("body.showing", "write how many show there, from 0 to %d", mostTurns)
		}
		s.Value = q.Value
	}
	return s, short(s.Note, "note", longestText)
}

func foldStuck(st *State, _ Event, s Stuck) {
	st.Epoch++
	h := Halted{s, 1, st.Epoch}
	if s.End {
		st.Ends[s.Adjuster+" "+s.Way] = h
		return
	}
	if was, again := st.Stuck[s.Adjuster]; again {
		h.Times += was.Times
		if was.Way != s.Way {
			h.Way = "" // neither way
		}
	}
	st.Stuck[s.Adjuster] = h
}

func saysStuck(s Stuck) string {
	name := s.Name
	if name == "" {
		name = "adjuster"
	}
	says := "the " + name + " would not turn"
	if s.End {
		says = "the " + name + " is at its end"
	}
	if s.Says != "" {
		says += ", " + s.Says
	}
	if s.Showing != "" {
		says += ": " + spell.Counted(s.Unit, s.Value) + " showing"
	}
	if s.Note != "" {
		says += fmt.Sprintf(" (%s)", s.Note)
	}
	return says
}

// WontTurn tells whether an adjuster would not turn that way.
func (st State) WontTurn(adjuster, way string) bool {
	s, ok := st.Stuck[adjuster]
	return ok && (s.Way == "" || s.Way == way)
}

// EndOf is the end of an adjuster that was come upon that way, and how far it was turned back from it since, in its own
// steps; known is false where nobody came upon one.
func (st State) EndOf(adjuster, way string) (end Halted, room float64, known bool) {
	end, known = st.Ends[adjuster+" "+way]
	if !known {
		return end, 0, false
	}
	for i := len(st.Moves) - 1; i >= st.Repaired && st.Moves[i].Epoch > end.Epoch; i-- {
		if m := st.Moves[i]; m.Adjuster != adjuster {
			continue
		} else if m.Way == way {
			room -= m.Value
		} else {
			room += m.Value
		}
	}
	return end, max(0, room), true
}
