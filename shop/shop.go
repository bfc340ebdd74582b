// Package shop carries events between the store and the core: it finds the sheet
// of a run, has events admitted, and makes the views that screens and paper show.
package shop

import (
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

// Shop is one workshop on one store.
type Shop struct {
	Store *postgres.Store
	Now   func() time.Time
}

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
	Variants    []string       `json:"variants"` // of this cable, to choose from
	View        run.View       `json:"view"`
}

// GaugeDoubt is why a gauge should not be taken for the next reading.
type GaugeDoubt struct {
	Gauge string `json:"gauge"`
	Says  string `json:"says"`
}

// doubts finds the gauges that are too coarse for the band of the reading wanted,
// or whose calibration has run out.
func (o open) doubts(v run.View, st run.State) []GaugeDoubt {
	out := []GaugeDoubt{}
	if v.Advice.Read == nil {
		return out
	}
	p := st.Sheet.Point(v.Advice.Read.Point)
	for _, g := range o.bench.Gauges {
		switch {
		case g.Quantity != p.Quantity:
		case p.Target != nil && g.Coarse(p.Minus+p.Plus):
			out = append(
				out,
				GaugeDoubt{
					g.ID,
					fmt.Sprintf(
						"%s is too coarse here: it tells to ± %s, the band is only %s wide",
						g.Name,
						quantity.Number(g.Doubt, 2),
						quantity.Number(p.Minus+p.Plus, 2),
					),
				},
			)
		case g.Overdue(o.bench.Day):
			out = append(out, GaugeDoubt{g.ID, fmt.Sprintf("the calibration of %s ran out on %s: the reading will say so", g.Name, g.Due)})
		}
	}
	return out
}

// open is all that stands around one run.
type open struct {
	job     workshop.Job
	machine workshop.Machine
	cable   workshop.Cable
	bench   run.Bench
	events  []run.Event
	all     []*sheet.Sheet // with old revisions, for runs pinned to them
}

func (s *Shop) load(id string) (open, error) {
	var o open
	var err error
	if o.job, o.events, err = s.Store.Run(id); err != nil {
		return o, err
	}
	if o.machine, err = s.Store.Machine(o.job.Machine); err != nil {
		return o, err
	}
	c := o.machine.Cable(o.job.Cable)
	if c == nil {
		return o, postgres.ErrNotFound
	}
	o.cable = *c
	if o.all, err = s.Store.SheetsOf(c.Family, c.Name); err != nil {
		return o, err
	}
	o.bench = run.Bench{Family: c.Family, Cable: c.Name, Sheets: newest(o.all), Day: s.Now().Format(time.DateOnly)}
	o.bench.Gauges, err = s.Store.Gauges()
	return o, err
}

// newest keeps the newest revision of each sheet; all comes newest first.
func newest(all []*sheet.Sheet) (out []*sheet.Sheet) {
	seen := map[string]bool{}
	for _, one := range all {
		if !seen[one.ID] {
			out = append(out, one)
		}
		seen[one.ID] = true
	}
	return out
}

// state folds the events with the sheet they are pinned to; before that, with
// the sheet the serial on file points to, so that the fetch list can be shown.
func (o open) state(events []run.Event) run.State {
	return run.Fold(o.sheet(events), events)
}

func (o open) sheet(events []run.Event) *sheet.Sheet {
	pinned := run.Pinned(events)
	for _, one := range o.all {
		if one.Hash() == pinned {
			return one
		}
	}
	if pinned == "" && o.machine.Unit != nil && !identified(events) {
		u := o.machine.Unit
		if m, err := sheet.Resolve(o.bench.Sheets, o.bench.Family, o.bench.Cable, sheet.Unit{Serial: u.Serial, Hand: u.Hand,
			Variant: u.Variant}); err == nil {
			return m.Sheet
		}
	}
	return nil
}

func identified(events []run.Event) bool {
	for _, e := range events {
		if e.Kind == run.KindIdentified {
			return true
		}
	}
	return false
}

func (o open) view(events []run.Event) RunView {
	st := o.state(events)
	v := RunView{ID: o.job.ID, MachineID: o.machine.ID, Machine: o.machine.Name, Cable: o.cable.Name, MachineNote: o.machine.Note,
		Unit: o.machine.Unit, Gauges: o.bench.Gauges, Variants: []string{}, View: run.Show(st)}
	v.Doubts = o.doubts(v.View, st)
	for _, one := range o.bench.Sheets {
		for _, name := range append([]string{one.Applies.Variant}, one.Applies.Members...) {
			if name != "" && !slices.Contains(v.Variants, name) {
				v.Variants = append(v.Variants, name)
			}
		}
	}
	return v
}

// Run is the view of a run.
func (s *Shop) Run(id string) (RunView, error) {
	o, err := s.load(id)
	if err != nil {
		return RunView{}, err
	}
	return o.view(o.events), nil
}

// OpenRun opens a run on a machine's cable.
func (s *Shop) OpenRun(id, machine, cable string) (RunView, error) {
	m, err := s.Store.Machine(machine)
	if err != nil {
		return RunView{}, err
	}
	if m.Cable(cable) == nil {
		return RunView{}, postgres.ErrNotFound
	}
	if err := s.Store.OpenRun(workshop.Job{ID: id, Machine: machine, Cable: cable, Opened: s.Now()}); err != nil {
		return RunView{}, err
	}
	return s.Run(id)
}

// Append admits an event after event number after. The error is a *fault.Fault, a
// *postgres.Conflict, or postgres.ErrNotFound.
func (s *Shop) Append(e run.Event, after int) (RunView, error) {
	o, err := s.load(e.Run)
	if err != nil {
		return RunView{}, err
	}
	if e.At.After(s.Now().Add(24 * time.Hour)) {
		return RunView{}, fault.At("at", "this lies in the future: set the clock of the device")
	}
	events, err := s.Store.Append(e, after, func(events []run.Event) (run.Event, error) {
		return run.Admit(o.bench, o.state(events), e)
	})
	if err != nil {
		return RunView{}, err
	}
	return o.view(events), nil
}

// Understand says what a reading that was typed means, without keeping it.
func (s *Shop) Understand(id string, r run.Reading) (quantity.Quantity, error) {
	o, err := s.load(id)
	if err != nil {
		return quantity.Quantity{}, err
	}
	st := o.state(o.events)
	if r, err = run.Understand(o.bench, st, r); err != nil {
		return quantity.Quantity{}, err
	}
	return quantity.Quantity{Kind: st.Sheet.Point(r.Point).Quantity, Value: r.Value}, nil
}

// Which says which sheet a serial leads to, and how its neighbours differ.
func (s *Shop) Which(id string, u sheet.Unit) (sheet.Match, error) {
	o, err := s.load(id)
	if err != nil {
		return sheet.Match{}, err
	}
	m, err := sheet.Resolve(o.bench.Sheets, o.bench.Family, o.bench.Cable, u)
	if err != nil {
		return m, fault.At("serial", err.Error())
	}
	return m, nil
}

// Record is the paper of a run.
func (s *Shop) Record(id string) (run.Record, error) {
	o, err := s.load(id)
	if err != nil {
		return run.Record{}, err
	}
	head := run.Heading{Run: o.job.ID, Machine: o.machine.Name, Note: o.machine.Note, Cable: o.cable.Name, Opened: o.job.Opened}
	return run.MakeRecord(head, o.state(o.events), o.events), nil
}

// Verify walks the chain of every run and gives how many events stand.
func (s *Shop) Verify() (runs, events int, err error) {
	jobs, err := s.Store.Runs()
	if err != nil {
		return 0, 0, err
	}
	var broken []error
	for _, j := range jobs {
		_, list, err := s.Store.Run(j.ID)
		if err != nil {
			return 0, 0, err
		}
		if err := run.Verify(list); err != nil {
			broken = append(broken, err)
		}
		events += len(list)
	}
	if len(broken) > 0 {
		return len(jobs), events, fmt.Errorf("the chain is broken: %w", errors.Join(broken...))
	}
	return len(jobs), events, nil
}
