package postgres

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"time"

	"gorm.io/gorm"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// Verified is what was found whole.
type Verified struct {
	Runs, Events, Sheets int
	Head                 string // of the ledger: written down elsewhere it proves that nothing was taken off its end
}

// Verify walks every chain: the ledger, the rows of runs and sheets that it names, and the events of
// each run, and works out again whatever else is kept of them. The error tells everything that does
// not fit. It looks at one moment of the database, so that what is written meanwhile counts as neither
// whole nor broken.
func (s *Store) Verify(ctx context.Context) (v Verified, err error) {
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		v, err = s.on(tx).verify(ctx)
		return err
	}, &sql.TxOptions{Isolation: sql.LevelRepeatableRead, ReadOnly: true})
	return v, err
}

func (s *Store) verify(ctx context.Context) (v Verified, err error) {
	var broken []error
	tell := func(format string, a ...any) { broken = append(broken, fmt.Errorf(format, a...)) }
	runs, sheets := map[string]*Noted{}, map[string]bool{}
	_, v.Head, err = s.verifyLedger(ctx, func(l ledgerRow) error {
		if l.Kind == ledgerSheet {
			sheets[l.Subject] = true
			return nil
		}
		if runs[l.Subject] == nil {
			runs[l.Subject] = new(Noted)
		}
		runs[l.Subject].add(l)
		return nil
	})
	if err != nil {
		tell("%w", err)
	}
	if err := s.verifySheets(ctx, sheets, &v, tell); err != nil {
		return v, err
	}
	if err := s.verifyRuns(ctx, runs, &v, tell); err != nil {
		return v, err
	}
	if err := s.verifyLoose(ctx, tell); err != nil {
		return v, err
	}
	if len(broken) > 0 {
		return v, fmt.Errorf("the chain is broken: %w", errors.Join(broken...))
	}
	return v, nil
}

func (s *Store) verifySheets(ctx context.Context, known map[string]bool, v *Verified, tell func(string, ...any)) error {
	rows, err := s.db.WithContext(ctx).Model(&sheetRow{}).Order("sheet_id, revision").Rows()
	if err != nil {
		return err
	}
	defer rows.Close()
	for rows.Next() {
		var row sheetRow
		if err := s.db.WithContext(ctx).ScanRows(rows, &row); err != nil {
			return err
		}
		v.Sheets++
		one, err := row.sheet()
		switch {
		case err != nil || one.Hash() != row.Hash || one.ID != row.SheetID || one.Revision != row.Revision:
			tell("sheet %s revision %d: its body was changed after it was kept", row.SheetID, row.Revision)
		case !known[row.Hash]:
			tell("sheet %s revision %d: it stands in no ledger", row.SheetID, row.Revision)
		case !row.follows(one):
			tell("sheet %s revision %d: what it is found by was changed after it was kept", row.SheetID, row.Revision)
		}
		delete(known, row.Hash)
	}
	if n := len(known); n > 0 {
		tell("%d sheets of the ledger are missing", n)
	}
	return rows.Err()
}

// follows tells whether the columns of a row are those that its sheet gives.
func (r sheetRow) follows(one *sheet.Sheet) bool {
	want := sheetToRow(one)
	want.Seal = r.Seal // of the other columns, which are compared
	return reflect.DeepEqual(r, want)
}

func (s *Store) verifyRuns(ctx context.Context, known map[string]*Noted, v *Verified, tell func(string, ...any)) error {
	ids, err := s.RunIDs(ctx)
	if err != nil {
		return err
	}
	for _, id := range ids {
		v.Runs++
		noted := known[id]
		if noted == nil {
			noted = new(Noted)
		}
		delete(known, id)
		if err := s.verifyRun(ctx, id, *noted, v, tell); err != nil {
			return err
		}
	}
	for _, id := range slices.Sorted(maps.Keys(known)) {
		tell("run %s: it was opened, and is gone", id)
	}
	return nil
}

func (s *Store) verifyRun(ctx context.Context, id string, noted Noted, v *Verified, tell func(string, ...any)) error {
	head, err := s.RunHead(ctx, id)
	if err != nil {
		return err
	}
	events, _, err := s.Events(ctx, id, 0)
	if err != nil {
		return err
	}
	v.Events += len(events)
	if err := record.Verify(events); err != nil {
		tell("%w", err)
		return nil
	}
	if n := len(events); head.Seq != n || n > 0 && head.Hash != events[n-1].Hash {
		tell("run %s: it ended with event %d, and %d are there", id, head.Seq, n)
	}
	if err := noted.Fits(head, events); err != nil {
		tell("%w", err)
	}
	broken, err := s.Beside(ctx, id, events)
	if err != nil {
		return err
	}
	for _, what := range broken {
		tell("run %s: %s", id, what)
	}
	stands, err := s.standsAs(ctx, id, events)
	if err != nil {
		return err
	}
	if !stands || !head.Whole {
		tell("run %s: what the floor shows of it was changed", id)
	}
	return nil
}

// standsAs tells whether the floor shows of a run what follows from its events.
func (s *Store) standsAs(ctx context.Context, id string, events []record.Event) (bool, error) {
	var row runRow
	if err := s.db.WithContext(ctx).Take(&row, "id = ?", id).Error; err != nil {
		return false, err
	}
	pinned := record.Carried(events)
	hash, _ := record.Pinned(events)
	if pinned == nil && hash != "" {
		one, err := s.Sheet(ctx, hash)
		if err != nil && !errors.Is(err, ErrNotFound) && !errors.Is(err, ErrChanged) { // told with the sheets
			return false, err
		}
		pinned = one
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return false, err
	}
	want := standingOf(hash, tell.Stand(lead.Of(record.Fold(pinned, events).In(zone))))
	if row.Touched != nil && want.Touched != nil && row.Touched.Equal(*want.Touched) {
		want.Touched = row.Touched
	}
	return reflect.DeepEqual(row.StandingRow, want), nil
}

func (s *Store) zone(ctx context.Context) (*time.Location, error) {
	name, err := s.Zone(ctx)
	if err != nil {
		return nil, err
	}
	return time.LoadLocation(name)
}

// verifyLoose looks for what belongs to no run.
func (s *Store) verifyLoose(ctx context.Context, tell func(string, ...any)) error {
	for _, table := range []string{"events", "photos", "voices"} {
		var ids []string
		err := s.db.WithContext(ctx).Table(table).Distinct("run_id").Where("NOT EXISTS (SELECT 1 FROM runs WHERE runs.id = run_id)").Limit(20).
			Pluck("run_id", &ids).Error
		if err != nil {
			return err
		}
		for _, id := range ids {
			tell("run %s: there are %s of it, and it is not there", id, table)
		}
	}
	return nil
}
