package record

import (
	"slices"
	"strings"

	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Fastened is a lock on the record.
type Fastened struct {
	Locked
	By    string
	Epoch int
}

// Lockable is what is locked when a setting is done: its adjusters that no later one turns
// again, and what the setting itself has locked.
type Lockable struct {
	ID   string // of the adjuster, "" for the setting's own
	Name string
	Lock *sheet.Lock
}

// NutCalled is what is locked, so that it is told from whatever else has a nut of that name: by its adjuster where the
// nut is the adjuster itself, or one of several.
func (st State) NutCalled(l Lockable) string {
	nut := l.Lock.Nut
	same := 0
	for i := range st.Sheet.Adjusters {
		if a := &st.Sheet.Adjusters[i]; a.Lock != nil && a.Lock.Nut == nut {
			same++
		}
	}
	switch {
	case strings.Contains(strings.ToLower(l.Name), strings.ToLower(nut)):
		return l.Name
	case same > 1:
		return nut + " of the " + spell.Lower(l.Name)
	}
	return nut
}

// LocksOf are the locks that a setting ends with, in the order of its adjusters; none for no setting. Where some of its
// adjusters were turned, those that nobody touched are not among them: their nuts are as tight as they came, and the panel
// before them may be closed.
func (st State) LocksOf(one *sheet.Setting) (out []Lockable) {
	if one == nil {
		return nil
	}
	for _, id := range one.Adjusters {
		a := st.Sheet.Adjuster(id)
		if a == nil || a.Lock == nil || a.MeasureOnly || st.Later(one, func(o *sheet.Setting) bool { return slices.Contains(o.Adjusters, id) }) {
			continue
		}
		if st.MovedIn(one) != nil && st.asItCame(id) {
			continue
		}
		out = append(out, Lockable{id, a.Name, a.Lock})
	}
	if one.Lock != nil {
		out = append(out, Lockable{"", one.Title, one.Lock})
	}
	return out
}

// asItCame tells whether nobody laid a spanner on an adjuster: not turned, not locked, and no part came new or was repaired,
// for which anything may have been undone.
func (st State) asItCame(adjuster string) bool {
	_, locked := st.Locks[lockKey("", adjuster)]
	turned := slices.ContainsFunc(st.Moves, func(m Moved) bool { return m.Adjuster == adjuster })
	return !locked && !turned && st.Job.Job != sheet.JobNew && st.RepairedAt == 0
}

// lockKey is where a lock is kept: an adjuster's by its id, a setting's own apart.
func lockKey(setting, adjuster string) string {
	if adjuster == "" {
		return "setting:" + setting
	}
	return adjuster
}

// Fastened is the lock that holds now, nil when it is loose.
func (st State) Fastened(one *sheet.Setting, l Lockable) *Fastened {
	f, ok := st.Locks[lockKey(one.ID, l.ID)]
	if !ok {
		return nil
	}
	for i := len(st.Moves) - 1; i >= 0 && st.Moves[i].Epoch > f.Epoch; i-- {
		m := st.Moves[i]
		if m.Adjuster == l.ID || l.ID == "" && slices.Contains(one.Adjusters, m.Adjuster) {
			return nil
		}
	}
	return &f
}

// AllLocked tells whether all that a setting locks is locked, and since which epoch.
func (st State) AllLocked(one *sheet.Setting) (all bool, since int) {
	list := st.LocksOf(one)
	for _, l := range list {
		f := st.Fastened(one, l)
		if f == nil {
			return false, 0
		}
		since = max(since, f.Epoch)
	}
	return len(list) > 0, since
}
