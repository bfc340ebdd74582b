package shop

import (
	"cmp"
	"context"
	"errors"
	"strings"
	"time"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// Append admits an event after event number after. The error is a *fault.Fault, a
// *postgres.Conflict, a *postgres.Twin, a *Refusal or postgres.ErrNotFound. An event
// that is there already changes nothing. e.Behind is how many of the events up to after its maker
// had not heard of when it was made.
func (s *Shop) Append(ctx context.Context, e record.Event, after int) (RunView, error) {
	return s.AppendFrom(ctx, Device{}, e, after)
}

// Device is what a device says as it sends an event: its clock, zero where it does not say, and that
// e.Behind is what it knows and not what is supposed.
type Device struct {
	Clock time.Time
	Heard bool
}

// AppendFrom does so for an event from a device.
func (s *Shop) AppendFrom(ctx context.Context, from Device, e record.Event, after int) (v RunView, err error) {
	err = s.append(ctx, from, e, after, func(o open) error {
		v, err = s.view(ctx, o)
		return err
	})
	return v, err
}

// Kept is what an event became that was added, and what is to be done now: the least that whoever sends one has to know.
type Kept struct {
	ID     string      `json:"id"`
	Seq    int         `json:"seq"`
	Hash   string      `json:"hash"`
	Says   string      `json:"says"`
	Last   int         `json:"last"` // the number of the last event of the run
	Advice lead.Advice `json:"advice"`
}

// AppendKept does as AppendFrom, and tells what the event became without showing the run.
func (s *Shop) AppendKept(ctx context.Context, from Device, e record.Event, after int) (k Kept, err error) {
	err = s.append(ctx, from, e, after, func(o open) error {
		led := o.led()
		k.Last, k.Advice = led.Seq, led.Advice()
		if led.Identity == nil || led.Sheet == nil || o.broken != "" { // what is asked then hangs on more than the run
			v, err := s.view(ctx, o)
			if err != nil {
				return err
			}
			k.Advice = v.View.Advice
		}
		for i := len(o.events) - 1; i >= 0; i-- {
			if kept := o.events[i]; kept.ID == e.ID {
				k.ID, k.Seq, k.Hash, k.Says = kept.ID, kept.Seq, kept.Hash, kept.Says()
				break
			}
		}
		return nil
	})
	return k, err
}

// append adds an event, and has the run as it stands then told.
func (s *Shop) append(ctx context.Context, from Device, e record.Event, after int, tell func(open) error) error {
	e.Received = s.Now().UTC().Truncate(time.Millisecond)
	sent := e.Digest()
	o, err := s.openSince(ctx, e.Run, lately)
	if err != nil {
		return err
	}
	defer o.done()
	if after > o.state.Seq { // another server was first
		if err := s.load(ctx, &o, e.Run); err != nil {
			return err
		}
	}
	for range mostTries {
		err = s.add(ctx, &o, from, e, sent, after)
		if !errors.Is(err, postgres.ErrMoved) {
			break
		}
		if err := s.load(ctx, &o, e.Run); err != nil {
			return err
		}
	}
	if err != nil {
		return err
	}
	s.memory.hub.know(e.Run, o.events)
	s.memory.hub.tellAll(e.Run, Floor)
	return tell(o)
}

// mostTries is how often another process may come first before a sender is asked to
// try again.
const mostTries = 8

// add keeps one event on a run that is caught up.
func (s *Shop) add(ctx context.Context, o *open, from Device, e record.Event, sent string, after int) error {
	seq := o.state.Seq
	if after < 0 || after > seq {
		return fault.At("after", "the run has %d events: write the number of the last one you saw", seq)
	}
	if after < seq {
		if err := s.twin(ctx, e, sent); !errors.Is(err, postgres.ErrNotFound) {
			return err // nil when it is the same one
		}
	}
	if o.broken != "" {
		return &Refusal{Status: 409, Field: "run", Message: "the chain of this run is broken: nothing can be added to it. Open a new run"}
	}
	if after < seq {
		return s.conflict(ctx, o, e, after)
	}
	e, err := from.dated(e, o.events)
	if err != nil {
		return err
	}
	b, err := s.around(ctx, *o, e.Kind == record.KindIdentified)
	if err != nil {
		return err
	}
	if e.Kind == record.KindIdentified && o.machine.ID != "" {
		if b.Knows, err = s.knowsOf(ctx, o.machine.ID, o.cable.ID); err != nil {
			return err
		}
	}
	b.Guest = strings.HasSuffix(strings.ToLower(e.By), guestMark)
	if err := s.helped(ctx, &b, e); err != nil {
		return err
	}
	if err := s.named(ctx, &b, o, e); err != nil {
		return err
	}
	if e, err = o.led().Admit(b, e); err != nil {
		return err
	}
	e.Seq = seq + 1
	e = e.Seal(o.hash)
	if err := s.carry(ctx, o.live, e); err != nil {
		return err
	}
	print, err := s.Store.Add(ctx, o.head, e, sent, o.sheet, tell.Stand(o.led()))
	if err != nil {
		o.live.folded = false // what was folded is not kept
		if errors.Is(err, postgres.ErrTaken) {
			return cmp.Or(s.twin(ctx, e, sent), s.load(ctx, o, e.Run))
		}
		return err
	}
	o.print ^= print
	fits := o.fitted == stood(o.head)
	o.head.Seq, o.head.Hash, o.head.Print = e.Seq, e.Hash, o.print
	if fits { // what was written by one's own statement fits
		o.fitted = stood(o.head)
	}
	return nil
}

// dated is an event with the time at which it was made, as far as its device lets that be known.
func (d Device) dated(e record.Event, chain []record.Event) (_ record.Event, err error) {
	if !d.Clock.IsZero() {
		if e.At, err = record.SetRight(e.At, d.Clock, e.Received); err != nil {
			return e, err
		}
	}
	if d.Heard {
		e.At = record.AfterHeard(e, chain)
	}
	return e, nil
}

// conflict is what e's sender had not seen: a whole chain has as many events as their numbers say.
func (s *Shop) conflict(ctx context.Context, o *open, e record.Event, after int) error {
	c := &postgres.Conflict{Missed: o.events[after:]}
	if c.Clashes, c.Turned = o.state.Clashes(e, c.Missed); len(c.Clashes) > 0 {
		c.Mine = e.Says()
		if b, err := s.around(ctx, *o, e.Kind == record.KindIdentified); err == nil {
			if filled, err := o.led().Admit(b, e); err == nil { // with the names of what it speaks of
				c.Mine = filled.Says()
			}
		}
	}
	return c
}

// helped finds out whether whoever is said to have held the control does so.
func (s *Shop) helped(ctx context.Context, b *record.Around, e record.Event) error {
	name := record.HeldBy(e)
	if name == "" || e.Received.Sub(e.At) > lateToHold {
		return nil
	}
	holds, err := s.holding(ctx, e.Run, name, e.By)
	if holds {
		b.Holding = name
	}
	return err
}

// lateToHold is how old an entry may be for who holds now to have held then.
const lateToHold = 10 * time.Second

// twin looks at the event that has the id already: nil when it is the same one sent
// again, ErrNotFound when there is none.
func (s *Shop) twin(ctx context.Context, e record.Event, sent string) error {
	there, was, err := s.Store.Event(ctx, e.ID)
	switch {
	case err != nil:
		return err
	case there.Run != e.Run:
		return fault.At("id", "this id belongs to an event of another run: make a new one")
	case was != sent:
		return &postgres.Twin{Kept: there, Sent: e}
	}
	return nil
}
