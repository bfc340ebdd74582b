package shop

import (
	"context"
	"errors"
	"strings"

	"brankel/postgres"
	"brankel/rigging/bench"
	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// FromBench is a worked sentence that a run is made of. Machine is optional; Careful says
// that the caution for this kind of machine was read and is so.
type FromBench struct {
	ID      string       `json:"id"`
	Machine string       `json:"machine,omitempty"`
	Careful bool         `json:"careful"`
	Values  bench.Values `json:"values"`
	bench.Job
}

// benchMachine is what a run without a machine stands under.
var benchMachine = workshop.Machine{Name: "At the Bench"}

// offCard is the cable of a run that no card has.
func offCard(id string) workshop.Cable {
	return workshop.Cable{ID: id, Name: strings.TrimPrefix(id, workshop.BenchCable), Family: bench.BenchFamily}
}

// RunFromBench opens a run of one setting on the figures of a sentence, with what was
// measured there as found. The same id again opens it.
func (s *Shop) RunFromBench(ctx context.Context, name string, in FromBench, by string) (RunView, error) {
	sentence, ok := bench.Find(name)
	if !ok {
		return RunView{}, postgres.ErrNotFound
	}
	if in.Machine != "" {
		m, err := s.Store.Machine(ctx, in.Machine)
		if errors.Is(err, postgres.ErrNotFound) {
			return RunView{}, fault.At("machine", "there is no such machine on the floor: choose one, or none")
		} else if err != nil {
			return RunView{}, err
		}
		in.Craft = m.Craft
	}
	if bench.Caution(in.Craft) == "" {
		return RunView{}, fault.At("craft", "choose what it is on: %s", strings.Join(in.Craft.Words(), ", "))
	}
	one, found, err := sentence.Sheet(in.Values, in.Job)
	if err != nil {
		return RunView{}, err
	}
	if !in.Careful {
		return RunView{}, fault.At("careful", "make it safe first, then say so: %s", bench.Caution(in.Craft))
	}
	events, err := s.benchEvents(in.ID, by, one, found)
	if err != nil {
		return RunView{}, err
	}
	job := workshop.Job{ID: in.ID, Machine: in.Machine, Cable: workshop.BenchCable + one.Cable, Opened: events[0].At}
	zone, err := s.zone(ctx)
	if err != nil {
		return RunView{}, err
	}
	if err := s.Store.AddRun(ctx, job, events, one.Hash(), tell.Stand(lead.Of(record.Fold(one, events).In(zone)))); err != nil {
		return RunView{}, err
	}
	return s.Run(ctx, in.ID)
}

// benchEvents are the first entries of the run: its figures, what is left out, what is so,
// and what was measured.
func (s *Shop) benchEvents(id, by string, one *sheet.Sheet, found map[string]string) (events []record.Event, err error) {
	begun := s.begins(id, by, one, record.Around{Family: one.Family, Cable: one.Cable})
	log := begun.log
	if err := log(record.KindFigures, record.Figures{Sheet: one}); err != nil {
		return nil, err
	}
	if err := log(record.KindSkipped, record.Skipped{Step: "complaint", Reason: "worked out at the Bench"}); err != nil {
		return nil, err
	}
	for i := range one.Things { // it was said to stand so, before anything was measured
		if any := one.Points[0].Needs[one.Things[i].ID]; len(any) > 0 {
			if err := log(record.KindSetUp, record.SetUp{Thing: one.Things[i].ID, Way: any[0]}); err != nil {
				return nil, err
			}
		}
	}
	for _, p := range one.Points {
		if text, ok := found[p.ID]; ok {
			if err := log(record.KindReading, record.Reading{Point: p.ID, Text: text}); err != nil {
				return nil, err
			}
		}
	}
	return begun.events, nil
}

// OwnSheet is a draft of the figures that a run from the Bench brought along.
func (s *Shop) OwnSheet(ctx context.Context, id string) (*sheet.Sheet, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return nil, err
	}
	defer o.done()
	own := record.Carried(o.events)
	if own == nil {
		return nil, fault.At("run", "this run is led by a sheet of the library: copy that one")
	}
	own.ID = ""
	return own, nil
}
