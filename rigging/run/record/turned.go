package record

import (
	"slices"

	"brankel/rigging/sheet"
)

// Later tells whether a setting after this one does something.
func (st State) Later(one *sheet.Setting, does func(*sheet.Setting) bool) bool {
	after := false
	for i := range st.Sheet.Settings {
		other := &st.Sheet.Settings[i]
		if after && does(other) {
			return true
		}
		after = after || other.ID == one.ID
	}
	return false
}

// Touches tells whether a move may have changed a reading or an answer.
func (st State) Touches(m Moved, id string) bool {
	if s := st.Sheet.Setting(m.Setting); s != nil && (slices.Contains(s.Keeps, id) || slices.Contains(s.Supersedes, id)) {
		return false
	}
	if slices.Contains(st.Sheet.Reopened(m.Adjuster), id) || st.Sheet.InfluenceOf(m.Adjuster, id) != nil {
		return true
	}
	for i := range st.Sheet.Settings {
		one := &st.Sheet.Settings[i]
		if (one.ID == m.Setting || slices.Contains(one.Adjusters, m.Adjuster)) &&
			(slices.Contains(one.Points, id) || one.Then == id || slices.Contains(one.Checks, id)) {
			return true
		}
	}
	return false
}

// TouchedSince tells whether something was turned after the reading that may have changed it.
func (st State) TouchedSince(t *Taken) bool {
	if st.Outlived(t) {
		return true
	}
	for i := len(st.Moves) - 1; i >= 0 && st.Moves[i].Epoch > t.Epoch; i-- {
		if st.Touches(st.Moves[i], t.Point) {
			return true
		}
	}
	return false
}

// NetSince is how far an adjuster was turned after the reading, outward positive.
func (st State) NetSince(adjuster string, t *Taken) (net float64) {
	for i := len(st.Moves) - 1; i >= 0 && st.Moves[i].Epoch > t.Epoch; i-- {
		if m := st.Moves[i]; m.Adjuster == adjuster {
			net += m.Signed()
		}
	}
	return net
}

// MovedIn is the newest move of what the setting turns since as found, nil when there is none.
func (st State) MovedIn(one *sheet.Setting) *Moved {
	for i := len(st.Moves) - 1; i >= st.Repaired; i-- {
		m := &st.Moves[i]
		if one != nil && (m.Setting == one.ID || slices.Contains(one.Adjusters, m.Adjuster)) {
			return m
		}
	}
	return nil
}

// StoodAt is where an adjuster stood at an epoch, from where it was found, outward positive.
func (st State) StoodAt(adjuster string, epoch int) (net float64) {
	for _, m := range st.Moves[st.Repaired:] {
		if m.Adjuster == adjuster && m.Epoch <= epoch {
			net += m.Signed()
		}
	}
	return net
}

// NetTurns is how far the adjuster stands from as found, outward positive; after
// a repair, from where it was found then.
func (st State) NetTurns(adjuster string) (net float64) {
	for _, m := range st.Moves[st.Repaired:] {
		if m.Adjuster == adjuster {
			net += m.Signed()
		}
	}
	return net
}
