package shop

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"path"
	"slices"
	"strings"
	"time"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/strict"
	"brankel/rigging/workshop"
)

// Import loads a folder of open-format files: workshop.json, sheets/*.json, trouble/*.json and
// runs/*.json, each when there. What is there already stays (see workshop.Merge); loading the same
// folder again changes nothing.
func (s *Shop) Import(ctx context.Context, files fs.FS) error {
	return s.ImportWith(ctx, files, false, nil)
}

// LookImport says what an import would change, and whether take would write over something that it
// leaves as it is.
func (s *Shop) LookImport(ctx context.Context, files fs.FS, take bool) (says []string, replaces bool, err error) {
	m, err := s.floorOf(ctx, files, take)
	if err != nil {
		return nil, false, err
	}
	says = m.Says
	for _, of := range []struct{ pattern, what string }{
		{"sheets/*.json", "sheets"}, {"trouble/*.json", "files on troubles"}, {"runs/*.json", "runs"},
	} {
		names, err := fs.Glob(files, of.pattern)
		if err != nil {
			return nil, false, err
		}
		if len(names) > 0 {
			says = append(says, fmt.Sprintf("%d %s: those that are not here yet", len(names), of.what))
		}
	}
	return says, m.Replaces, nil
}

// ImportWith imports; with take what the folder says of cards and gauges is written over what stands
// there. told is shown what will change before anything does, nil for nobody.
func (s *Shop) ImportWith(ctx context.Context, files fs.FS, take bool, told func(says []string, replaces bool)) error {
	says, replaces, err := s.LookImport(ctx, files, take)
	if err != nil {
		return err
	}
	if len(says) == 0 && !holds(files) {
		return fmt.Errorf("there is nothing to import: a folder holds workshop.json, sheets/*.json, trouble/*.json or runs/*.json")
	}
	if told != nil {
		told(says, replaces)
	}
	m, err := s.floorOf(ctx, files, take)
	if err != nil {
		return err
	}
	if err := s.Store.MergeFloor(ctx, m); err != nil {
		return err
	}
	s.memory.hub.tellAll(Floor)
	if err := s.importSheets(ctx, files); err != nil {
		return err
	}
	if err := s.importTrouble(ctx, files); err != nil {
		return err
	}
	names, _ := fs.Glob(files, "runs/*.json")
	for _, name := range names {
		if err := s.importRun(ctx, files, name); err != nil {
			return fmt.Errorf("%s: %w", path.Base(name), err)
		}
	}
	return nil
}

// holds tells whether a folder has anything of what is imported.
func holds(files fs.FS) bool {
	for _, pattern := range []string{"workshop.json", "sheets/*.json", "trouble/*.json", "runs/*.json"} {
		if names, _ := fs.Glob(files, pattern); len(names) > 0 {
			return true
		}
	}
	return false
}

// floorOf is what the workshop.json of a folder brings to the floor, nothing where there is none.
func (s *Shop) floorOf(ctx context.Context, files fs.FS, take bool) (m workshop.Merged, err error) {
	raw, err := fs.ReadFile(files, "workshop.json")
	if errors.Is(err, fs.ErrNotExist) {
		return m, nil
	}
	if err != nil {
		return m, err
	}
	var w workshop.Workshop
	if err := strict.Decode(raw, &w); err != nil {
		return m, fmt.Errorf("workshop.json: %w", err)
	}
	if w.Format != workshop.Format {
		return m, fmt.Errorf("workshop.json is not of the format %s", workshop.Format)
	}
	if err := w.Check(); err != nil {
		return m, fmt.Errorf("workshop.json:\n%w", err)
	}
	there, err := s.Store.Floor(ctx)
	if err != nil {
		return m, err
	}
	if there.Thin, err = s.Store.ThinThings(ctx); err != nil {
		return m, err
	}
	if there.Tables, err = s.Store.Tables(ctx); err != nil {
		return m, err
	}
	return workshop.Merge(there, w, take), nil
}

// importTrouble keeps the workshop's own files on troubles, each proved before it is kept.
func (s *Shop) importTrouble(ctx context.Context, files fs.FS) error {
	names, _ := fs.Glob(files, "trouble/*.json")
	for _, name := range names {
		raw, err := fs.ReadFile(files, name)
		if err != nil {
			return err
		}
		if _, err := s.KeepKnowledge(ctx, strings.TrimSuffix(path.Base(name), ".json"), raw, "import"); err != nil {
			return fmt.Errorf("%s:\n%w", path.Base(name), err)
		}
	}
	return nil
}

// importSheets lets in all sheets of the folder, or none: each is whole in itself, and
// no two claim the same unit.
func (s *Shop) importSheets(ctx context.Context, files fs.FS) error {
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
	return s.Store.SaveSheets(ctx, func(there *postgres.Store) error {
		heads, err := there.Heads(ctx)
		if err != nil {
			return err
		}
		return fit(heads, sheet.Heads(sheets)...)
	}, sheets...)
}

// fits tells whether a sheet claims units that another one claims already.
func fits(ctx context.Context, there *postgres.Store, one *sheet.Sheet) error {
	heads, err := there.HeadsOf(ctx, one.Family, one.Cable)
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
func (s *Shop) importRun(ctx context.Context, files fs.FS, name string) error {
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
	if _, err := s.Store.RunHead(ctx, f.ID); !errors.Is(err, postgres.ErrNotFound) {
		return err // there already, or the store does not answer
	}
	events, sheet, st, err := s.Admitted(ctx, f)
	if err != nil {
		return err
	}
	job := workshop.Job{ID: f.ID, Machine: f.Machine, Cable: f.Cable, Opened: f.Events[0].At}
	return s.Store.AddRun(ctx, job, events, sheet, st)
}

// Admitted are the events of a run file as they would have been admitted one after the other, sealed, with the hash of the
// sheet they are led by and where the run stands then. Nothing is kept.
func (s *Shop) Admitted(ctx context.Context, f workshop.RunFile) (events []record.Event, sheet string, st tell.Standing, err error) {
	m, err := s.Store.Machine(ctx, f.Machine)
	if err != nil {
		return nil, "", st, fmt.Errorf("its machine %q: %w", f.Machine, err)
	}
	c := m.Cable(f.Cable)
	if c == nil {
		return nil, "", st, fmt.Errorf("%s has no cable %q", m.Name, f.Cable)
	}
	zone, err := s.Store.Zone(ctx)
	if err != nil {
		return nil, "", st, err
	}
	l := &live{folded: true, zone: zone, state: record.Fold(nil, nil).In(zoneOf(zone))}
	b := record.Around{Family: c.Family, Cable: c.Name, Machine: m.ID, Called: record.Called{Machine: m.Name, Note: m.Note, Cable: c.Name, Owner: m.Owner}}
	if b.Called.Place, err = s.Store.WorkshopName(ctx); err != nil {
		return nil, "", st, err
	}
	if b.Sheets, err = s.Store.HeadsOf(ctx, c.Family, c.Name); err != nil {
		return nil, "", st, err
	}
	if b.Gauges, err = s.Store.Gauges(ctx); err != nil {
		return nil, "", st, err
	}
	for i, one := range f.Events {
		e := record.Event{ID: fmt.Sprintf("%s-%d", f.ID, i+1), Run: f.ID, Seq: i + 1, Kind: one.Kind, By: one.By, Body: one.Body}
		e.At = one.At.UTC().Truncate(time.Millisecond)
		e.Received = e.At // by the workshop that wrote it
		if e, err = l.led().Admit(b, e); err != nil {
			return nil, "", st, fmt.Errorf("event %d: %w", i+1, err)
		}
		if err := s.carry(ctx, l, e.Seal(l.hash)); err != nil {
			return nil, "", st, err
		}
	}
	return l.events, l.sheet, tell.Stand(l.led()), nil
}
