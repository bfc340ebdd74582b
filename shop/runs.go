package shop

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
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
	Gauges      []record.Gauge `json:"gauges"`
	Doubts      []GaugeDoubt   `json:"doubts"`   // of gauges for the reading that is wanted
	Handed      bool           `json:"handed"`   // the hand of rotation decides on the sheet
	Variants    []string       `json:"variants"` // of this cable, to choose from, before the serial was read
	Tests       []string       `json:"tests"`    // what a complaint about such a cable is usually measured by
	Interrupted bool           `json:"interrupted"`
	Practice    *Practised     `json:"practice,omitempty"` // it is an exercise, and on no record
	View        tell.View      `json:"view"`
}

// GaugeDoubt is why a gauge should not be taken for the next reading.
type GaugeDoubt struct {
	Gauge string `json:"gauge"`
	Says  string `json:"says"`
}

// heads are the sheets of the rig of a run's cable.
func (s *Shop) heads(ctx context.Context, o open) ([]sheet.Head, error) {
	if s.only != nil {
		return s.only(ctx, o.head.ID)
	}
	return fresh(s.memory.heads, o.cable.Family+"\x00"+o.cable.Name, o.head.Sheets, func() ([]sheet.Head, error) {
		return s.headsFor(ctx, o.cable)
	})
}

// headsFor are the sheets of a cable; all of its family where none has its name, since they may call it otherwise.
func (s *Shop) headsFor(ctx context.Context, c workshop.Cable) ([]sheet.Head, error) {
	heads, err := s.Store.HeadsOf(ctx, c.Family, c.Name)
	if err == nil && len(heads) == 0 {
		heads, err = s.Store.HeadsOf(ctx, c.Family, "")
	}
	return heads, err
}

// around is what surrounds the run; the sheets are there when a serial is to be read.
func (s *Shop) around(ctx context.Context, o open, identify bool) (b record.Around, err error) {
	b = record.Around{Family: o.cable.Family, Cable: o.cable.Name, Day: s.today(zoneOf(o.zone)), Opened: o.head.Opened,
		Machine: o.machine.ID, Swaps: o.machine.Swapped()}
	if b.Called, err = s.called(ctx, o); err != nil {
		return b, err
	}
	if b.Gauges, err = fresh(s.memory.gauges, "", o.head.Floor, func() ([]record.Gauge, error) { return s.Store.Gauges(ctx) }); err != nil || !identify {
		return b, err
	}
	b.Sheets, err = s.heads(ctx, o)
	return b, err
}

// expected is the sheet that the serial on file leads to, nil when it leads to none.
func (s *Shop) expected(ctx context.Context, o open, heads []sheet.Head) (*sheet.Sheet, error) {
	u := o.machine.Unit
	if u == nil || record.TookOut(o.machine.Swapped(), u.Serial) != nil {
		u = &workshop.Unit{} // a sheet may be for every number
	}
	m, err := sheet.Resolve(heads, o.cable.Family, o.cable.Name, sheet.Unit{Serial: u.Serial, Hand: u.Hand, Variant: u.Variant, Machine: o.machine.ID})
	if err != nil || m.Sheet == nil {
		return nil, nil //nolint:nilerr // a card may hold a serial that no sheet knows
	}
	return s.knownSheet(ctx, m.Sheet.Hash)
}

func (s *Shop) view(ctx context.Context, o open) (RunView, error) {
	led := o.led()
	identify := led.Identity == nil || led.Identity.Sheet == ""
	b, err := s.around(ctx, o, identify)
	why := o.broken
	if errors.Is(err, postgres.ErrChanged) { // no sheet of them leads anything
		why, err = cmp.Or(why, err.Error()), nil
	}
	if err != nil {
		return RunView{}, err
	}
	if led.Identity == nil {
		expected, err := s.expected(ctx, o, b.Sheets)
		if err != nil {
			return RunView{}, err
		}
		led = lead.Of(o.state.Expecting(expected))
	}
	onFile := o.machine.Unit
	if onFile != nil && record.TookOut(o.machine.Swapped(), onFile.Serial) != nil {
		onFile = nil // what went is not offered for what is in
	}
	v := RunView{ID: o.head.ID, MachineID: o.machine.ID, Machine: o.machine.Name, Cable: o.cable.Name, MachineNote: o.machine.Note,
		Unit: onFile, Gauges: b.Gauges, Variants: []string{}, Tests: sheet.TestsOf(o.cable.Family), Interrupted: led.Interrupted(s.Now()), View: tell.Show(led)}
	if why != "" {
		v.View.Broken = "The chain of this run is broken: " + why + ". What it says can not be trusted, and nothing can be added."
	}
	v.Doubts = doubts(b, v.View, led.State)
	for _, h := range b.Sheets {
		v.Handed = v.Handed || h.Applies.Hand != "either"
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
func doubts(b record.Around, v tell.View, st record.State) []GaugeDoubt {
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
			said := fmt.Sprintf("the calibration of %s ran out on %s: the reading will say so", g.Name, record.DayOf(g.Due))
			out = append(out, GaugeDoubt{g.ID, said})
		}
	}
	return out
}

// Run is the view of a run.
func (s *Shop) Run(ctx context.Context, id string) (RunView, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return RunView{}, err
	}
	defer o.done()
	return s.view(ctx, o)
}

// Events are the events of a run after a number.
func (s *Shop) Events(ctx context.Context, id string, after int) ([]record.Event, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return nil, err
	}
	defer o.done()
	return append([]record.Event{}, o.events[min(after, len(o.events)):]...), nil
}

// OpenRun opens a run on a machine's cable. One whose sheets are all to be worked by
// hand is refused.
func (s *Shop) OpenRun(ctx context.Context, id, machine, cable string) (RunView, error) {
	m, err := s.Store.Machine(ctx, machine)
	if err != nil {
		return RunView{}, err
	}
	c := m.Cable(cable)
	if c == nil {
		return RunView{}, postgres.ErrNotFound
	}
	heads, err := s.Store.HeadsOf(ctx, c.Family, c.Name)
	if err != nil {
		return RunView{}, err
	}
	if len(heads) > 0 && !slices.ContainsFunc(heads, func(h sheet.Head) bool { return h.Led }) {
		return RunView{}, fault.At("cable", "no run can be led by the sheets of this cable yet: work by them by hand")
	}
	if err := s.Store.OpenRun(ctx, workshop.Job{ID: id, Machine: machine, Cable: cable, Opened: s.Now()}); err != nil {
		return RunView{}, err
	}
	s.memory.hub.tellAll(Floor)
	return s.Run(ctx, id)
}

// Understand says what a reading that was typed means, without keeping it.
func (s *Shop) Understand(ctx context.Context, id string, r record.Reading) (record.Reading, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return r, err
	}
	defer o.done()
	b, err := s.around(ctx, o, false)
	if err != nil {
		return r, err
	}
	return record.Understand(b, o.state, r)
}

// Hear takes the figures of a proof from running words, without keeping them. The error is a *fault.Fault on the check.
func (s *Shop) Hear(ctx context.Context, id, check, text string) (record.Heard, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return record.Heard{}, err
	}
	defer o.done()
	if o.state.Sheet == nil || o.state.Sheet.Check(check) == nil {
		return record.Heard{}, fault.At("check", "the sheet has no such check")
	}
	return record.Hear(o.state.Sheet.Check(check), text), nil
}

// Which is where a serial leads.
type Which struct {
	sheet.Match
	Source    string          // where its figures come from, in words
	Elsewhere []*sheet.Head   // for that unit under another name of the cable, where none has its name
	TookOut   *record.Swapped // the log has it that this unit went
}

// Which says which sheet a serial leads to, and how its neighbours differ. The cable is what its sheets call it, "" for its
// name on the card.
func (s *Shop) Which(ctx context.Context, id, cable string, u sheet.Unit) (w Which, err error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return w, err
	}
	defer o.done()
	heads, err := s.heads(ctx, o)
	if err != nil {
		return w, err
	}
	u.Machine = o.machine.ID
	if w.Match, err = sheet.Resolve(heads, o.cable.Family, cmp.Or(cable, o.cable.Name), u); err != nil {
		return w, fault.At("serial", "%s", err)
	}
	w.TookOut = record.TookOut(o.machine.Swapped(), u.Serial)
	if w.Sheet == nil {
		w.Elsewhere = sheet.Elsewhere(heads, o.cable.Family, o.cable.Name, u)
		return w, nil
	}
	one, err := s.knownSheet(ctx, w.Sheet.Hash)
	if err == nil {
		w.Source = record.SourceSays(one)
	}
	return w, err
}

// Record is the paper of a run.
func (s *Shop) Record(ctx context.Context, id string) (tell.Record, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return tell.Record{}, err
	}
	defer o.done()
	h, err := s.heading(ctx, o)
	return tell.MakeRecord(h, o.led(), o.events, o.broken), err
}

// called is what a run is done on, as the card has it now.
func (s *Shop) called(ctx context.Context, o open) (record.Called, error) {
	place, err := fresh(s.memory.name, "", o.head.Floor, func() (string, error) { return s.Store.WorkshopName(ctx) })
	return record.Called{Machine: o.machine.Name, Note: o.machine.Note, Cable: o.cable.Name, Owner: o.machine.Owner, Place: place}, err
}

func (s *Shop) heading(ctx context.Context, o open) (record.Heading, error) {
	called, err := s.called(ctx, o)
	return record.Heading{Run: o.head.ID, Called: called, Opened: o.head.Opened}, err
}

// Order is what to order, ErrNotFound where the run argues for no repair.
func (s *Shop) Order(ctx context.Context, id string) (record.Heading, tell.Order, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return record.Heading{}, tell.Order{}, err
	}
	defer o.done()
	order := tell.Show(o.led()).Order
	if order == nil || o.broken != "" {
		return record.Heading{}, tell.Order{}, postgres.ErrNotFound
	}
	h, err := s.heading(ctx, o)
	h.Opened = record.Local(o.state.Zone, h.Opened)
	return o.state.Headed(h), *order, err
}

// Rebuild works out anew what the floor shows of every run, and tells how many stood
// otherwise.
func (s *Shop) Rebuild(ctx context.Context) (runs, mended int, err error) {
	ids, err := s.Store.RunIDs(ctx)
	if err != nil {
		return 0, 0, err
	}
	for _, id := range ids {
		o, err := s.open(ctx, id)
		if err != nil {
			return runs, mended, err
		}
		changed, err := s.Store.SetStanding(ctx, id, o.sheet, tell.Stand(o.led()))
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

// CatchUp works out anew what the floor shows where an earlier Brankel worked it out.
func (s *Shop) CatchUp(ctx context.Context) error {
	behind, err := s.Store.Behind(ctx)
	if err != nil || !behind {
		return err
	}
	if _, _, err := s.Rebuild(ctx); err != nil {
		return fmt.Errorf("the runs could not be carried over: %w", err)
	}
	return s.Store.Shown(ctx)
}
