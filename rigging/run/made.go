package run

import (
	"slices"
	"time"
)

// An entry says how things stood when it was made, not when it came in: one that was kept without a
// network, or written on a second device before it heard of a turn, tells of before that turn.

// tells are the kinds of event that say how things stand, or that something was done to them as they
// stood; works those that change how they stand.
var (
	tells = []Kind{KindReading, KindCheck, KindSettled, KindLocked, KindAction, KindRetried}
	works = []Kind{KindMove, KindStuck, KindSettled, KindLocked, KindAction, KindChosen}
)

func worksOn(e Event) bool {
	return slices.Contains(works, e.Kind) ||
		e.Kind == KindDecided && slices.Contains([]Decision{ChoiceRepaired, ChoiceAfresh}, bodyOf[Decided](e).Choice)
}

// seen is the number of the last event that the maker of e had seen.
func (e Event) seen() int { return e.Seq - 1 - e.Behind }

// before tells whether e was made before w, which came in first: its maker had not heard of w, or it
// is dated earlier.
func (e Event) before(w Event) bool { return w.Seq > e.seen() || w.At.After(e.At) }

// since is what was done up to now, as far as it bears on what comes: the number of the last work
// and the latest time of any.
type since struct {
	seq int
	at  time.Time
}

func (s *since) worked(e Event) {
	s.seq = max(s.seq, e.Seq)
	if e.At.After(s.at) {
		s.at = e.At
	}
}

// late tells whether e may belong before something that was done.
func (s since) late(e Event) bool {
	return slices.Contains(tells, e.Kind) && (s.seq > e.seen() || s.at.After(e.At))
}

// asMade puts events that tell how things stood before the first work that was done after them.
// Everything else stays in the order in which it came in. The events are in the order of their
// numbers, each once.
func asMade(events []Event) []Event {
	var done since
	var out []Event // nil while nothing had to be moved
	for i, e := range events {
		if done.late(e) {
			if out == nil {
				out = slices.Clone(events[:i])
			}
			at := slices.IndexFunc(out, func(w Event) bool { return w.Seq < e.Seq && worksOn(w) && e.before(w) })
			if at < 0 {
				at = len(out)
			}
			out = slices.Insert(out, at, e)
		} else if out != nil {
			out = append(out, e)
		}
		if worksOn(e) {
			done.worked(e)
		}
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
		if worksOn(w) && w.At.After(at) && w.At.Sub(e.At) <= clockAhead {
			at = w.At
		}
	}
	return at
}
