package record

import "brankel/rigging/fault"

// Marking is a paint mark on an adjuster and what it turns in, made where it stood. Name and Found are filled in here.
type Marking struct {
	Adjuster string `json:"adjuster"`
	Name     string `json:"name,omitempty"`
	Found    bool   `json:"found,omitempty"` // it had not been turned
}

func admitMarked(in Incoming, m Marking) (Marking, error) {
	if err := in.withSheet(); err != nil {
		return m, err
	}
	a := in.Sheet.Adjuster(m.Adjuster)
	if a == nil {
		return m, fault.At("body.adjuster", "the sheet has no such adjuster")
	}
	m.Name, m.Found = a.Name, !in.State.Turned(a.ID)
	return m, nil
}

func foldMarked(st *State, e Event, m Marking) { st.Marks[m.Adjuster] = e.Seq }

func saysMarked(m Marking) string {
	if m.Found {
		return m.Name + ": paint mark made as it was found"
	}
	return m.Name + ": paint mark made, after it was turned"
}

// Turned tells whether an adjuster was turned at all.
func (st State) Turned(adjuster string) bool {
	for _, m := range st.Moves {
		if m.Adjuster == adjuster {
			return true
		}
	}
	return false
}

// OffMark is how far an adjuster stands from the paint mark made on it last, in its turns, out positive; ok is false
// without one.
func (st State) OffMark(adjuster string) (turns float64, ok bool) {
	at, ok := st.Marks[adjuster]
	for _, m := range st.Moves {
		if ok && m.Adjuster == adjuster && m.Seq > at {
			turns += m.Signed()
		}
	}
	return turns, ok
}
