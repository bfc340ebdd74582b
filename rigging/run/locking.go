package run

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Fastened is a lock on the record.
type Fastened struct {
	Locked
	By    string
	Epoch int
}

// lockable is what is locked when a setting is done: its adjusters that no later one turns
// again, and what the setting itself has locked.
type lockable struct {
	id   string // of the adjuster, "" for the setting's own
	name string
	lock *sheet.Lock
}

// called is what is locked, so that it is told from whatever else has a nut of that name: by its adjuster where the
// nut is the adjuster itself, or one of several.
func (st State) called(l lockable) string {
	nut := l.lock.Nut
	same := 0
	for i := range st.Sheet.Adjusters {
		if a := &st.Sheet.Adjusters[i]; a.Lock != nil && a.Lock.Nut == nut {
			same++
		}
	}
	switch {
	case strings.Contains(strings.ToLower(l.name), strings.ToLower(nut)):
		return l.name
	case same > 1:
		return nut + " of the " + lower(l.name)
	}
	return nut
}

func (st State) locks(one *sheet.Setting) (out []lockable) {
	if one == nil {
		return nil
	}
	for _, id := range one.Adjusters {
		a := st.Sheet.Adjuster(id)
		if a == nil || a.Lock == nil || a.MeasureOnly || st.later(one, func(o *sheet.Setting) bool { return slices.Contains(o.Adjusters, id) }) {
			continue
		}
		out = append(out, lockable{id, a.Name, a.Lock})
	}
	if one.Lock != nil {
		out = append(out, lockable{"", one.Title, one.Lock})
	}
	return out
}

// lockKey is where a lock is kept: an adjuster's by its id, a setting's own apart.
func lockKey(setting, adjuster string) string {
	if adjuster == "" {
		return "setting:" + setting
	}
	return adjuster
}

// fastened is the lock that holds now, nil when it is loose.
func (st State) fastened(one *sheet.Setting, l lockable) *Fastened {
	f, ok := st.Locks[lockKey(one.ID, l.id)]
	if !ok {
		return nil
	}
	for i := len(st.Moves) - 1; i >= 0 && st.Moves[i].Epoch > f.Epoch; i-- {
		m := st.Moves[i]
		if m.Adjuster == l.id || l.id == "" && slices.Contains(one.Adjusters, m.Adjuster) {
			return nil
		}
	}
	return &f
}

// locked tells whether all that a setting locks is locked, and since which epoch.
func (st State) locked(one *sheet.Setting) (all bool, since int) {
	list := st.locks(one)
	for _, l := range list {
		f := st.fastened(one, l)
		if f == nil {
			return false, 0
		}
		since = max(since, f.Epoch)
	}
	return len(list) > 0, since
}

// lockNext asks for the first that is loose, nil when nothing is.
func (st State) lockNext(s *Setting) *Advice {
	for _, l := range st.locks(s.Of) {
		if st.fastened(s.Of, l) != nil {
			continue
		}
		say := upper(l.lock.Says) + "."
		if len(st.locks(s.Of)) > 1 && l.id != "" {
			say = upper(l.name) + ": " + l.lock.Says + "."
		}
		a := Advice{Do: DoLock, Say: []Piece{plain(say)}, Lock: &LockAsk{
			Setting:  s.Of.ID,
			Adjuster: l.id,
			BackOff:  quantity.Turns(l.lock.BackOffMin),
			Least:    quantity.Turns(l.lock.BackOffMin),
			Most:     quantity.Turns(l.lock.BackOffMax),
			Nut:      l.lock.Nut,
			Pin:      l.lock.Pin,
		}}
		if l.lock.BackOffMax > 0 {
			a.More = append(a.More, fmt.Sprintf("Back the %s off between %s and %s of a turn.",
				l.lock.Nut, quantity.Turns(l.lock.BackOffMin), quantity.Turns(l.lock.BackOffMax)))
		}
		for i, one := range l.lock.Order {
			a.More = append(a.More, fmt.Sprintf("%d. %s", i+1, upper(one)))
		}
		if l.lock.Torque != nil {
			a.More = append(a.More, quantity.Number(*l.lock.Torque, 1)+" Nm.")
		}
		if l.lock.Witness != "" {
			a.More = append(a.More, upper(l.lock.Witness)+".")
		}
		return &a
	}
	return nil
}
