package shop

import (
	"errors"
	"fmt"
	"io/fs"
	"path"
	"slices"
	"strings"
	"time"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
	"brankel/rigging/strict"
	"brankel/rigging/workshop"
)

// Import loads a folder of open-format files: workshop.json, sheets/*.json and
// runs/*.json, each when there. Loading the same folder again changes nothing.
func (s *Shop) Import(files fs.FS) error {
	if raw, err := fs.ReadFile(files, "workshop.json"); err == nil {
		var w workshop.Workshop
		if err := strict.Decode(raw, &w); err != nil {
			return fmt.Errorf("workshop.json: %w", err)
		}
		if w.Format != workshop.Format {
			return fmt.Errorf("workshop.json is not of the format %s", workshop.Format)
		}
		if err := s.Store.SaveFloor(w); err != nil {
			return err
		}
	}
	if err := s.importSheets(files); err != nil {
		return err
	}
	if err := s.importTrouble(files); err != nil {
		return err
	}
	names, _ := fs.Glob(files, "runs/*.json")
	for _, name := range names {
		if err := s.importRun(files, name); err != nil {
			return fmt.Errorf("%s: %w", path.Base(name), err)
		}
	}
	return nil
}

// importTrouble keeps the workshop's own files on troubles, each proved before it is kept.
func (s *Shop) importTrouble(files fs.FS) error {
	names, _ := fs.Glob(files, "trouble/*.json")
	for _, name := range names {
		raw, err := fs.ReadFile(files, name)
		if err != nil {
			return err
		}
		if _, err := s.KeepKnowledge(strings.TrimSuffix(path.Base(name), ".json"), raw, "import"); err != nil {
			return fmt.Errorf("%s:\n%w", path.Base(name), err)
		}
	}
	return nil
}

// importSheets lets in all sheets of the folder, or none: each is whole in itself, and
// no two claim the same unit.
func (s *Shop) importSheets(files fs.FS) error {
	names, _ := fs.Glob(files, "sheets/*.json")
	if len(names) == 0 {
		return nil
	}
	var sheets []*sheet.Sheet
	for _, name := range names {
		raw, err := fs.ReadFile(files, name)
		if err != nil {
			return err
		}
		one, err := sheet.Parse(raw)
		if err != nil {
			return fmt.Errorf("%s:\n%w", path.Base(name), err)
		}
		sheets = append(sheets, one)
	}
	heads, err := s.Store.Heads()
	if err != nil {
		return err
	}
	if err := fit(heads, sheet.Heads(sheets)...); err != nil {
		return err
	}
	return s.Store.SaveSheets(sheets...)
}

// fits tells whether a sheet claims units that another one claims already.
func (s *Shop) fits(one *sheet.Sheet) error {
	heads, err := s.Store.HeadsOf(one.Family, one.Cable)
	if err != nil {
		return err
	}
	return fit(heads, one.Head())
}

// fit tells every unit that the newcomers claim of others; a revision takes the place of
// the sheet of its number.
func fit(heads []sheet.Head, newcomers ...sheet.Head) error {
	fresh := map[string]bool{}
	for _, h := range newcomers {
		fresh[h.ID] = true
	}
	all := slices.DeleteFunc(slices.Clone(heads), func(h sheet.Head) bool { return fresh[h.ID] })
	var faults fault.List
	for _, o := range sheet.Overlaps(append(all, newcomers...)) {
		if fresh[o.Sheets[0]] || fresh[o.Sheets[1]] {
			faults = append(faults, *o.Fault())
		}
	}
	return faults.OrNil()
}

// importRun has every event of a run admitted and keeps them all, or none.
func (s *Shop) importRun(files fs.FS, name string) error {
	raw, err := fs.ReadFile(files, name)
	if err != nil {
		return err
	}
	var f workshop.RunFile
	if err := strict.Decode(raw, &f); err != nil {
		return err
	}
	if f.Format != workshop.RunFormat || len(f.Events) == 0 {
		return fmt.Errorf("not of the format %s", workshop.RunFormat)
	}
	if _, err := s.Store.RunHead(f.ID); !errors.Is(err, postgres.ErrNotFound) {
		return err // there already, or the store does not answer
	}
	m, err := s.Store.Machine(f.Machine)
	if err != nil {
		return fmt.Errorf("its machine %q: %w", f.Machine, err)
	}
	c := m.Cable(f.Cable)
	if c == nil {
		return fmt.Errorf("%s has no cable %q", m.Name, f.Cable)
	}
	l := &live{folded: true, state: run.Fold(nil, nil)}
	b := run.Bench{Family: c.Family, Cable: c.Name, Called: run.Called{Machine: m.Name, Note: m.Note, Cable: c.Name, Owner: m.Owner}}
	if b.Called.Place, err = s.Store.WorkshopName(); err != nil {
		return err
	}
	if b.Sheets, err = s.Store.HeadsOf(c.Family, c.Name); err != nil {
		return err
	}
	if b.Gauges, err = s.Store.Gauges(); err != nil {
		return err
	}
	for i, one := range f.Events {
		e := run.Event{ID: fmt.Sprintf("%s-%d", f.ID, i+1), Run: f.ID, Seq: i + 1, Kind: one.Kind, By: one.By, Body: one.Body}
		e.At = one.At.UTC().Truncate(time.Millisecond)
		e.Received = e.At // by the workshop that wrote it
		if e, err = run.Admit(b, l.state, e); err != nil {
			return fmt.Errorf("event %d: %w", i+1, err)
		}
		if err := s.carry(l, e.Seal(l.hash)); err != nil {
			return err
		}
	}
	job := workshop.Job{ID: f.ID, Machine: f.Machine, Cable: f.Cable, Opened: f.Events[0].At}
	return s.Store.AddRun(job, l.events, l.sheet, run.Stand(l.state))
}
