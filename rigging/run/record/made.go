package record

import (
	"slices"
	"time"
)

// An entry says how things stood when it was made, not when it came in: one that was kept without a
// network, or written on a second device before it heard of a turn, tells of before that turn.

// seen is the number of the last event that the maker of e had seen.
func (e Event) seen() int { return e.Seq - 1 - e.Behind }

// MadeBefore tells whether e was made before w, which came in first: its maker had not heard of w, or it
// is dated earlier.
func (e Event) MadeBefore(w Event) bool { return w.Seq > e.seen() || w.At.After(e.At) }

// changed is what was done up to now, as far as it bears on what comes: the number of the last event
// that changed how things stand, and the latest time of any.
type changed struct {
	seq int
	at  time.Time
}

// by takes in an event that came in.
func (c *changed) by(e Event) {
	if !e.changes() {
		return
	}
	c.seq = max(c.seq, e.Seq)
	if e.At.After(c.at) {
		c.at = e.At
	}
}

// after tells whether something was changed that e may belong before.
func (c changed) after(e Event) bool {
	return kinds[e.Kind].observes && (c.seq > e.seen() || c.at.After(e.At))
}

// Late are the events, by id, that were made before something that had come in when they came.
func Late(events []Event) map[string]bool {
	struck, out := StruckOut(events), map[string]bool{}
	var done changed
	for _, e := range events {
		if done.after(e) {
			out[e.ID] = true
		}
		if !struck[e.ID] {
			done.by(e)
		}
	}
	return out
}

// asMade puts events that tell how things stood before the first work that was done after them.
// Everything else stays in the order in which it came in. The events are in the order of their
// numbers, each once.
func asMade(events []Event) []Event {
	var done changed
	var out []Event // nil while nothing had to be moved
	for i, e := range events {
		if done.after(e) {
			if out == nil {
				out = slices.Clone(events[:i])
			}
			at := slices.IndexFunc(out, func(w Event) bool { return w.Seq < e.Seq && w.changes() && e.MadeBefore(w) })
			if at < 0 {
				at = len(out)
			}
			out = slices.Insert(out, at, e)
		} else if out != nil {
			out = append(out, e)
		}
		done.by(e)
	}
	if out == nil {
		return events
	}
	return out
}

// AfterHeard is when an event was made whose maker says how far they had heard of the run: not before
// what they had heard of, as long as the two times lie no farther apart than clocks and networks are
// wrong by. chain are the events up to where it is to stand.
func AfterHeard(e Event, chain []Event) time.Time {
	at := e.At
	for _, w := range chain[:max(0, len(chain)-e.Behind)] {
		if w.changes() && w.At.After(at) && w.At.Sub(e.At) <= clockAhead {
			at = w.At
		}
	}
	return at
}
