package shop

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"time"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// RunView is a run as a screen shows it.
type RunView struct {
	ID          string         `json:"id"`
	MachineID   string         `json:"machine_id"`
	Machine     string         `json:"machine"`
	Cable       string         `json:"cable"`
	MachineNote string         `json:"machine_note"`
	Unit        *workshop.Unit `json:"unit,omitempty"` // on file
	Gauges      []run.Gauge    `json:"gauges"`
	Doubts      []GaugeDoubt   `json:"doubts"`   // of gauges for the reading that is wanted
	Variants    []string       `json:"variants"` // of this cable, to choose from, before the serial was read
	Interrupted bool           `json:"interrupted"`
	View        run.View       `json:"view"`
}

// GaugeDoubt is why a gauge should not be taken for the next reading.
type GaugeDoubt struct {
	Gauge string `json:"gauge"`
	Says  string `json:"says"`
}

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
func (s *Shop) open(id string) (open, error) { return s.openSince(id, 0) }

// openSince does so unless the database was asked not longer ago than good.
func (s *Shop) openSince(id string, good time.Duration) (open, error) {
	o := open{live: s.kept.run(id)}
	o.live.Lock()
	var err error
	if o.folded && o.broken == "" && time.Since(o.asked) < good {
		o.machine, o.cable, err = s.cable(o.head)
	} else {
		err = s.load(&o, id)
	}
	if err != nil {
		o.live.Unlock()
	}
	if errors.Is(err, postgres.ErrNotFound) {
		s.kept.runs.Remove(id)
	}
	return o, err
}

func (s *Shop) load(o *open, id string) (err error) {
	o.asked = time.Now()
	if o.head, err = s.Store.RunHead(id); err != nil {
		return err
	}
	if o.machine, o.cable, err = s.cable(o.head); err != nil {
		return err
	}
	return s.catchUp(o.live, id, o.head)
}

// cable is the machine and the cable of a run as the card has them now. A card may be
// renamed at any time, so nothing of a run hangs on these names.
func (s *Shop) cable(head postgres.RunHead) (m workshop.Machine, c workshop.Cable, err error) {
	m, err = fresh(s.kept.machines, head.Machine, head.Floor, func() (workshop.Machine, error) { return s.Store.Machine(head.Machine) })
	if err != nil {
		return m, c, err
	}
	if one := m.Cable(head.Cable); one != nil {
		return m, *one, nil
	}
	return m, workshop.Cable{ID: head.Cable, Name: head.Cable}, nil // taken off the card behind our back
}

// catchUp folds what came since; all anew when what is kept does not lead there.
func (s *Shop) catchUp(l *live, id string, head postgres.RunHead) error {
	if l.folded && l.broken == "" && l.seq == head.Seq && l.hash == head.Hash && l.print == head.Print {
		return nil
	}
	if l.folded && l.broken == "" && l.seq < head.Seq {
		newer, print, err := s.Store.Events(id, l.seq)
		if err != nil {
			return err
		}
		if print^l.print == head.Print && follows(l, newer) == nil {
			l.print = head.Print
			return s.carry(l, newer...)
		}
	}
	events, print, err := s.Store.Events(id, 0)
	if err != nil {
		return err
	}
	l.folded, l.seq, l.hash, l.print, l.events, l.broken = true, 0, "", print, nil, ""
	if err := run.Verify(events); err != nil {
		l.broken = err.Error()
	} else if n := len(events); n != head.Seq || n > 0 && events[n-1].Hash != head.Hash {
		l.broken = fmt.Sprintf("run %s: it ended with event %d, and %d are there", id, head.Seq, n)
	}
	l.events = events
	return s.refold(l)
}

// follows tells whether events continue the chain of a run.
func follows(l *live, events []run.Event) error {
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
func (s *Shop) carry(l *live, events ...run.Event) error {
	l.events = append(l.events, events...)
	if !l.state.Carry(events...) {
		return s.refold(l)
	}
	l.seq, l.hash = l.state.Seq, l.state.LastHash
	return nil
}

// refold folds all events with the sheet they are pinned to.
func (s *Shop) refold(l *live) error {
	var pinned *sheet.Sheet
	hash, _ := run.Pinned(l.events)
	if hash != "" {
		one, err := s.kept.sheet(hash, s.Store.Sheet)
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
	l.sheet, l.state = hash, run.Fold(pinned, l.events)
	l.seq, l.hash = l.state.Seq, l.state.LastHash
	return nil
}

// heads are the sheets of the rig of a run's cable.
func (s *Shop) heads(o open) ([]sheet.Head, error) {
	return fresh(s.kept.heads, o.cable.Family+"\x00"+o.cable.Name, o.head.Sheets, func() ([]sheet.Head, error) {
		return s.Store.HeadsOf(o.cable.Family, o.cable.Name)
	})
}

// bench is what surrounds the run; the sheets are there when a serial is to be read.
func (s *Shop) bench(o open, identify bool) (b run.Bench, err error) {
	b = run.Bench{Family: o.cable.Family, Cable: o.cable.Name, Day: s.Now().Format(time.DateOnly)}
	if b.Gauges, err = fresh(s.kept.gauges, "", o.head.Floor, s.Store.Gauges); err != nil || !identify {
		return b, err
	}
	b.Sheets, err = s.heads(o)
	return b, err
}

// expected is the sheet that the serial on file leads to, nil when it leads to none.
func (s *Shop) expected(o open, heads []sheet.Head) (*sheet.Sheet, error) {
	u := o.machine.Unit
	if u == nil {
		return nil, nil
	}
	m, err := sheet.Resolve(heads, o.cable.Family, o.cable.Name, sheet.Unit{Serial: u.Serial, Hand: u.Hand, Variant: u.Variant})
	if err != nil || m.Sheet == nil {
		return nil, nil //nolint:nilerr // a card may hold a serial that no sheet knows
	}
	return s.kept.sheet(m.Sheet.Hash, s.Store.Sheet)
}

func (s *Shop) view(o open) (RunView, error) {
	st := o.state
	identify := st.Identity == nil || st.Identity.Sheet == ""
	b, err := s.bench(o, identify)
	if err != nil {
		return RunView{}, err
	}
	if st.Identity == nil {
		expected, err := s.expected(o, b.Sheets)
		if err != nil {
			return RunView{}, err
		}
		st = st.Expecting(expected)
	}
	v := RunView{ID: o.head.ID, MachineID: o.machine.ID, Machine: o.machine.Name, Cable: o.cable.Name, MachineNote: o.machine.Note,
		Unit: o.machine.Unit, Gauges: b.Gauges, Variants: []string{}, Interrupted: st.Interrupted(s.Now()), View: run.Show(st)}
	if o.broken != "" {
		v.View.Broken = "The chain of this run is broken: " + o.broken + ". What it says can not be trusted, and nothing can be added."
	}
	v.Doubts = doubts(b, v.View, st)
	for _, h := range b.Sheets {
		for _, name := range append([]string{h.Applies.Variant}, h.Applies.Members...) {
			if name != "" && !slices.Contains(v.Variants, name) {
				v.Variants = append(v.Variants, name)
			}
		}
	}
	return v, nil
}

// doubts finds the gauges that are too coarse for the band of the reading wanted,
// or whose calibration has run out.
func doubts(b run.Bench, v run.View, st run.State) []GaugeDoubt {
	out := []GaugeDoubt{}
	if v.Advice.Read == nil {
		return out
	}
	p := st.Sheet.Point(v.Advice.Read.Point)
	for _, g := range b.Gauges {
		switch {
		case g.Quantity != p.Quantity:
		case p.Target != nil && g.Coarse(p.Minus+p.Plus):
			out = append(out, GaugeDoubt{g.ID, fmt.Sprintf("%s is too coarse here: it tells to ± %s, the band is only %s wide", g.Name,
				quantity.Number(g.Doubt, 2), quantity.Number(p.Minus+p.Plus, 2))})
		case g.Overdue(b.Day):
			out = append(out, GaugeDoubt{g.ID, fmt.Sprintf("the calibration of %s ran out on %s: the reading will say so", g.Name, run.DayOf(g.Due))})
		}
	}
	return out
}

// Run is the view of a run.
func (s *Shop) Run(id string) (RunView, error) {
	o, err := s.open(id)
	if err != nil {
		return RunView{}, err
	}
	defer o.done()
	return s.view(o)
}

// Events are the events of a run after a number.
func (s *Shop) Events(id string, after int) ([]run.Event, error) {
	o, err := s.open(id)
	if err != nil {
		return nil, err
	}
	defer o.done()
	return append([]run.Event{}, o.events[min(after, len(o.events)):]...), nil
}

// OpenRun opens a run on a machine's cable. One whose sheets are all to be worked by
// hand is refused.
func (s *Shop) OpenRun(id, machine, cable string) (RunView, error) {
	m, err := s.Store.Machine(machine)
	if err != nil {
		return RunView{}, err
	}
	c := m.Cable(cable)
	if c == nil {
		return RunView{}, postgres.ErrNotFound
	}
	heads, err := s.Store.HeadsOf(c.Family, c.Name)
	if err != nil {
		return RunView{}, err
	}
	if len(heads) > 0 && !slices.ContainsFunc(heads, func(h sheet.Head) bool { return h.Led }) {
		return RunView{}, fault.At("cable", "no run can be led by the sheets of this cable yet: work by them by hand")
	}
	if err := s.Store.OpenRun(workshop.Job{ID: id, Machine: machine, Cable: cable, Opened: s.Now()}); err != nil {
		return RunView{}, err
	}
	return s.Run(id)
}

// Append admits an event after event number after. The error is a *fault.Fault, a
// *postgres.Conflict, a *postgres.Twin, a *Refusal or postgres.ErrNotFound. An event
// that is there already changes nothing.
func (s *Shop) Append(e run.Event, after int) (RunView, error) {
	e.Received = s.Now().UTC().Truncate(time.Millisecond)
	sent := e.Digest()
	o, err := s.openSince(e.Run, lately)
	if err != nil {
		return RunView{}, err
	}
	defer o.done()
	if after > o.state.Seq { // another server was first
		if err := s.load(&o, e.Run); err != nil {
			return RunView{}, err
		}
	}
	for range mostTries {
		err = s.add(&o, e, sent, after)
		if !errors.Is(err, postgres.ErrMoved) {
			break
		}
		if err := s.load(&o, e.Run); err != nil {
			return RunView{}, err
		}
	}
	if err != nil {
		return RunView{}, err
	}
	return s.view(o)
}

// mostTries is how often another process may come first before a sender is asked to
// try again.
const mostTries = 8

// add keeps one event on a run that is caught up.
func (s *Shop) add(o *open, e run.Event, sent string, after int) error {
	seq := o.state.Seq
	if after < 0 || after > seq {
		return fault.At("after", "the run has %d events: write the number of the last one you saw", seq)
	}
	if after < seq {
		if err := s.twin(e, sent); !errors.Is(err, postgres.ErrNotFound) {
			return err // nil when it is the same one
		}
		return &postgres.Conflict{Missed: o.events[after:]}
	}
	if o.broken != "" {
		return &Refusal{Status: 409, Field: "run", Message: "the chain of this run is broken: nothing can be added to it. Open a new run"}
	}
	b, err := s.bench(*o, e.Kind == run.KindIdentified)
	if err != nil {
		return err
	}
	if e, err = run.Admit(b, o.state, e); err != nil {
		return err
	}
	e.Seq = seq + 1
	e = e.Seal(o.hash)
	if err := s.carry(o.live, e); err != nil {
		return err
	}
	print, err := s.Store.Add(o.head, e, sent, o.sheet, run.Stand(o.state))
	if err != nil {
		o.live.folded = false // what was folded is not kept
		if errors.Is(err, postgres.ErrTaken) {
			return cmp.Or(s.twin(e, sent), s.load(o, e.Run))
		}
		return err
	}
	o.print ^= print
	o.head.Seq, o.head.Hash, o.head.Print = e.Seq, e.Hash, o.print
	return nil
}

// twin looks at the event that has the id already: nil when it is the same one sent
// again, ErrNotFound when there is none.
func (s *Shop) twin(e run.Event, sent string) error {
	there, was, err := s.Store.Event(e.ID)
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

// Understand says what a reading that was typed means, without keeping it.
func (s *Shop) Understand(id string, r run.Reading) (quantity.Quantity, error) {
	o, err := s.open(id)
	if err != nil {
		return quantity.Quantity{}, err
	}
	defer o.done()
	b, err := s.bench(o, false)
	if err != nil {
		return quantity.Quantity{}, err
	}
	r, err = run.Understand(b, o.state, r)
	return quantity.Quantity{Kind: r.Quantity, Value: r.Value}, err
}

// Which says which sheet a serial leads to, and how its neighbours differ.
func (s *Shop) Which(id string, u sheet.Unit) (m sheet.Match, source sheet.Source, err error) {
	o, err := s.open(id)
	if err != nil {
		return m, source, err
	}
	defer o.done()
	heads, err := s.heads(o)
	if err != nil {
		return m, source, err
	}
	if m, err = sheet.Resolve(heads, o.cable.Family, o.cable.Name, u); err != nil {
		return m, source, fault.At("serial", "%s", err)
	}
	if m.Sheet != nil {
		one, err := s.kept.sheet(m.Sheet.Hash, s.Store.Sheet)
		if err != nil {
			return m, source, err
		}
		source = one.Source
	}
	return m, source, nil
}

// Record is the paper of a run.
func (s *Shop) Record(id string) (run.Record, error) {
	o, err := s.open(id)
	if err != nil {
		return run.Record{}, err
	}
	defer o.done()
	head := run.Heading{Run: id, Machine: o.machine.Name, Note: o.machine.Note, Cable: o.cable.Name, Opened: o.head.Opened}
	return run.MakeRecord(head, o.state, o.events, o.broken), nil
}

// Rebuild works out anew what the floor shows of every run, and tells how many stood
// otherwise.
func (s *Shop) Rebuild() (runs, mended int, err error) {
	ids, err := s.Store.RunIDs()
	if err != nil {
		return 0, 0, err
	}
	for _, id := range ids {
		o, err := s.open(id)
		if err != nil {
			return runs, mended, err
		}
		changed, err := s.Store.SetStanding(id, o.sheet, run.Stand(o.state))
		o.done()
		if err != nil {
			return runs, mended, err
		}
		if runs++; changed {
			mended++
		}
	}
	return runs, mended, nil
}
