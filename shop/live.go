package shop

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"time"

	"brankel/postgres"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// open is all that stands around one run. Its live run is locked until done is called.
type open struct {
	*live
	machine workshop.Machine
	cable   workshop.Cable
}

func (o open) done() { o.live.Unlock() }

// lately is how long what the database said of a run is good enough to add to it: the
// statement that adds looks itself whether the run still ends where it did.
const lately = 100 * time.Millisecond

// open brings a run up to where the database says it stands.
func (s *Shop) open(ctx context.Context, id string) (open, error) { return s.openSince(ctx, id, 0) }

// openSince does so unless the database was asked not longer ago than good.
func (s *Shop) openSince(ctx context.Context, id string, good time.Duration) (open, error) {
	o := open{live: s.memory.run(id)}
	o.live.Lock()
	var err error
	if o.folded && o.broken == "" && time.Since(o.asked) < good {
		o.machine, o.cable, err = s.cable(ctx, o.head)
	} else {
		err = s.load(ctx, &o, id)
	}
	if err != nil {
		o.live.Unlock()
	}
	if errors.Is(err, postgres.ErrNotFound) {
		s.memory.runs.Remove(id)
	}
	return o, err
}

// load reads a run anew. Head and events are two questions: what looks broken between
// them may be an event that came just then, so it counts only while the head stands still.
func (s *Shop) load(ctx context.Context, o *open, id string) error {
	before := -1
	for range mostTries {
		if err := s.look(ctx, o, id); err != nil {
			return err
		}
		if o.broken == "" || o.head.Seq == before {
			return nil
		}
		before = o.head.Seq
	}
	return nil
}

func (s *Shop) look(ctx context.Context, o *open, id string) (err error) {
	o.asked = time.Now()
	if o.head, err = s.Store.RunHead(ctx, id); err != nil {
		return err
	}
	if o.machine, o.cable, err = s.cable(ctx, o.head); err != nil {
		return err
	}
	if err := s.catchUp(ctx, o.live, id, o.head); err != nil {
		return err
	}
	if o.zone != o.head.Zone || o.state.Zone == nil {
		o.zone = o.head.Zone
		o.set(o.state.In(zoneOf(o.zone)))
	}
	return s.fit(ctx, o.live, o.head)
}

// fit looks whether the events of a run are those that the ledger knows, and whether what is kept of
// it besides is as it was: once for each way the database says it stands.
func (s *Shop) fit(ctx context.Context, l *live, head postgres.RunHead) error {
	if l.broken != "" || l.fitted == stood(head) {
		return nil
	}
	noted, err := s.Store.Noted(ctx, head.ID)
	if err != nil {
		return err
	}
	if err := noted.Fits(head, l.events); err != nil {
		l.broken = err.Error()
		return nil
	}
	if !head.Whole {
		l.broken = fmt.Sprintf("run %s: what is kept of it was changed by hand", head.ID)
		return nil
	}
	if l.fitted.Beside != head.Beside || l.fitted.ID == "" {
		broken, err := s.Store.Beside(ctx, head.ID, l.events)
		if err != nil {
			return err
		}
		if len(broken) > 0 {
			l.broken = fmt.Sprintf("run %s: %s", head.ID, broken[0])
			return nil
		}
	}
	l.fitted = stood(head)
	return nil
}

// stood is how the database says a run stands, without what is not its own.
func stood(head postgres.RunHead) postgres.RunHead {
	head.Floor, head.Sheets = 0, 0
	return head
}

// cable is the machine and the cable of a run as the card has them now. A card may be
// renamed at any time, so nothing of a run hangs on these names.
func (s *Shop) cable(ctx context.Context, head postgres.RunHead) (m workshop.Machine, c workshop.Cable, err error) {
	if head.Machine == "" {
		return benchMachine, offCard(head.Cable), nil
	}
	m, err = fresh(s.memory.machines, head.Machine, head.Floor, func() (workshop.Machine, error) { return s.Store.Machine(ctx, head.Machine) })
	if err != nil {
		return m, c, err
	}
	if one := m.Cable(head.Cable); one != nil {
		return m, *one, nil
	}
	return m, offCard(head.Cable), nil
}

// catchUp folds what came since; all anew when what is kept does not lead there.
func (s *Shop) catchUp(ctx context.Context, l *live, id string, head postgres.RunHead) error {
	if l.folded && l.broken == "" && l.seq == head.Seq && l.hash == head.Hash && l.print == head.Print {
		s.memory.carried.Add(1)
		return nil
	}
	if l.folded && l.broken == "" && l.seq < head.Seq {
		newer, print, err := s.Store.Events(ctx, id, l.seq)
		if err != nil {
			return err
		}
		if print^l.print == head.Print && follows(l, newer) == nil {
			l.print = head.Print
			s.memory.carried.Add(1)
			return s.carry(ctx, l, newer...)
		}
	}
	s.memory.anew.Add(1)
	events, print, err := s.Store.Events(ctx, id, 0)
	if err != nil {
		return err
	}
	l.folded, l.seq, l.hash, l.print, l.events, l.broken = true, 0, "", print, nil, ""
	if err := record.Verify(events); err != nil {
		l.broken = err.Error()
	} else if n := len(events); n != head.Seq || n > 0 && events[n-1].Hash != head.Hash {
		l.broken = fmt.Sprintf("run %s: it ended with event %d, and %d are there", id, head.Seq, n)
	}
	l.events = events
	return s.refold(ctx, l)
}

// follows tells whether events continue the chain of a run.
func follows(l *live, events []record.Event) error {
	seq, hash := l.seq, l.hash
	for _, e := range events {
		if err := e.Link(seq, hash); err != nil {
			return err
		}
		seq, hash = e.Seq, e.Hash
	}
	return nil
}

// carry adds events to what is folded.
func (s *Shop) carry(ctx context.Context, l *live, events ...record.Event) error {
	l.events = append(l.events, events...)
	if !l.state.Carry(events...) {
		return s.refold(ctx, l)
	}
	l.worked = nil
	l.seq, l.hash = l.state.Seq, l.state.LastHash
	return nil
}

// refold folds all events with the sheet they are pinned to.
func (s *Shop) refold(ctx context.Context, l *live) error {
	var pinned *sheet.Sheet
	hash, _ := record.Pinned(l.events)
	if own := record.Carried(l.events); own != nil {
		pinned = own
	} else if hash != "" {
		one, err := s.knownSheet(ctx, hash)
		switch {
		case errors.Is(err, postgres.ErrNotFound): // the view says so
		case errors.Is(err, postgres.ErrChanged):
			l.broken = "the sheet of this run was changed after it was kept"
		case err != nil:
			l.folded = false
			return err
		}
		pinned = one
	}
	l.sheet = hash
	l.set(record.Fold(pinned, l.events).In(zoneOf(l.zone)))
	l.seq, l.hash = l.state.Seq, l.state.LastHash
	return nil
}

// set has the run stand otherwise.
func (l *live) set(st record.State) { l.state, l.worked = st, nil }

// led is how the run is led, worked out once for each way it stands.
func (l *live) led() *lead.Lead {
	if l.worked == nil {
		l.worked = lead.Of(l.state)
	}
	return l.worked
}

// live is a run as it was last folded. Whoever uses it holds the lock.
type live struct {
	sync.Mutex
	folded bool // what follows is what the database said when it was last asked
	asked  time.Time
	head   postgres.RunHead
	seq    int
	hash   string
	print  int64 // digest of all events, as the database gives it
	events []record.Event
	state  record.State
	worked *lead.Lead       // out of the state; nil until it is asked for
	sheet  string           // hash of the sheet the state is folded with
	zone   string           // whose days and times the state tells
	fitted postgres.RunHead // how the database said it stood when that was last looked at
	broken string           // why the chain can not be trusted, "" when it is whole
}
