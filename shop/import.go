package shop

import (
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"path"
	"slices"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// Import loads a folder of open-format files: workshop.json, sheets/*.json and
// runs/*.json, each when there. Loading the same folder again changes nothing.
func (s *Shop) Import(files fs.FS) error {
	if raw, err := fs.ReadFile(files, "workshop.json"); err == nil {
		var w workshop.Workshop
		if err := json.Unmarshal(raw, &w); err != nil || w.Format != workshop.Format {
			return fmt.Errorf("workshop.json is not of the format %s: %w", workshop.Format, err)
		}
		if err := s.Store.SaveFloor(w); err != nil {
			return err
		}
	}
	if err := s.importSheets(files); err != nil {
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

func (s *Shop) importSheets(files fs.FS) error {
	names, _ := fs.Glob(files, "sheets/*.json")
	for _, name := range names {
		raw, err := fs.ReadFile(files, name)
		if err != nil {
			return err
		}
		one, err := sheet.Parse(raw)
		if err != nil {
			return fmt.Errorf("%s:\n%w", path.Base(name), err)
		}
		if err := s.fits(one); err != nil {
			return fmt.Errorf("%s:\n%w", path.Base(name), err)
		}
		if err := s.Store.SaveSheet(one); err != nil {
			return err
		}
	}
	return nil
}

// fits tells whether a sheet claims units that another one claims already.
func (s *Shop) fits(one *sheet.Sheet) error {
	others, err := s.Store.HeadsOf(one.Family, one.Cable)
	if err != nil {
		return err
	}
	same := slices.DeleteFunc(others, func(o sheet.Head) bool { return o.ID == one.ID })
	var faults fault.List
	for _, o := range sheet.Overlaps(append(same, one.Head())) {
		faults = append(faults, *o.Fault())
	}
	if len(faults) > 0 {
		return faults
	}
	return nil
}

func (s *Shop) importRun(files fs.FS, name string) error {
	raw, err := fs.ReadFile(files, name)
	if err != nil {
		return err
	}
	var f workshop.RunFile
	if err := json.Unmarshal(raw, &f); err != nil || f.Format != workshop.RunFormat || len(f.Events) == 0 {
		return fmt.Errorf("not of the format %s: %w", workshop.RunFormat, err)
	}
	if _, _, err := s.Store.Run(f.ID); !errors.Is(err, postgres.ErrNotFound) {
		return err // there already, or the store does not answer
	}
	if err := s.Store.OpenRun(workshop.Job{ID: f.ID, Machine: f.Machine, Cable: f.Cable, Opened: f.Events[0].At}); err != nil {
		return err
	}
	for i, e := range f.Events {
		event := run.Event{ID: fmt.Sprintf("%s-%d", f.ID, i+1), Run: f.ID, Kind: e.Kind, By: e.By, At: e.At, Body: e.Body}
		if _, err := s.Append(event, i); err != nil {
			return fmt.Errorf("event %d: %w", i+1, err)
		}
	}
	return nil
}
