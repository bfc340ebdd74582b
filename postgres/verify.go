package postgres

import (
	"errors"
	"fmt"
	"maps"
	"slices"

	"brankel/rigging/run"
)

// Verified is what was found whole.
type Verified struct {
	Runs, Events, Sheets int
	Head                 string // of the ledger: written down elsewhere it proves that nothing was taken off its end
}

// Verify walks every chain: the ledger, the rows of runs and sheets that it names, and
// the events of each run. The error tells everything that does not fit.
func (s *Store) Verify() (v Verified, err error) {
	var broken []error
	tell := func(format string, a ...any) { broken = append(broken, fmt.Errorf(format, a...)) }
	runs, sheets := map[string]string{}, map[string]bool{}
	signed := map[string][]string{}
	_, v.Head, err = s.verifyLedger(func(l ledgerRow) error {
		switch l.Kind {
		case ledgerOpened:
			runs[l.Subject] = l.Says
		case ledgerSigned:
			signed[l.Subject] = append(signed[l.Subject], l.Says)
		case ledgerSheet:
			sheets[l.Subject] = true
		}
		return nil
	})
	if err != nil {
		tell("%w", err)
	}
	if err := s.verifySheets(sheets, &v, tell); err != nil {
		return v, err
	}
	if err := s.verifyRuns(runs, signed, &v, tell); err != nil {
		return v, err
	}
	if len(broken) > 0 {
		return v, fmt.Errorf("the chain is broken: %w", errors.Join(broken...))
	}
	return v, nil
}

func (s *Store) verifySheets(known map[string]bool, v *Verified, tell func(string, ...any)) error {
	rows, err := s.db.Model(&sheetRow{}).Order("sheet_id, revision").Rows()
	if err != nil {
		return err
	}
	defer rows.Close()
	for rows.Next() {
		var row sheetRow
		if err := s.db.ScanRows(rows, &row); err != nil {
			return err
		}
		v.Sheets++
		one, err := row.sheet()
		switch {
		case err != nil || one.Hash() != row.Hash || one.ID != row.SheetID || one.Revision != row.Revision:
			tell("sheet %s revision %d: its body was changed after it was kept", row.SheetID, row.Revision)
		case !known[row.Hash]:
			tell("sheet %s revision %d: it stands in no ledger", row.SheetID, row.Revision)
		}
		delete(known, row.Hash)
	}
	if n := len(known); n > 0 {
		tell("%d sheets of the ledger are missing", n)
	}
	return rows.Err()
}

func (s *Store) verifyRuns(known map[string]string, signed map[string][]string, v *Verified, tell func(string, ...any)) error {
	var rows []runRow
	if err := s.db.Order("opened, id").Find(&rows).Error; err != nil {
		return err
	}
	for _, row := range rows {
		v.Runs++
		switch says, ok := known[row.ID]; {
		case !ok:
			tell("run %s: it stands in no ledger", row.ID)
		case says != opened(row):
			tell("run %s: its row was changed after it was opened", row.ID)
		}
		delete(known, row.ID)
		events, _, err := s.Events(row.ID, 0)
		if err != nil {
			return err
		}
		v.Events += len(events)
		if err := run.Verify(events); err != nil {
			tell("%w", err)
			continue
		}
		if err := s.verifyBeside(row.ID, events, tell); err != nil {
			return err
		}
		if err := matches(row, events, signed[row.ID]); err != nil {
			tell("%w", err)
		}
	}
	for _, id := range slices.Sorted(maps.Keys(known)) {
		tell("run %s: it was opened, and is gone", id)
	}
	return nil
}

// matches tells whether the row of a run and the ledger end where its events do.
func matches(row runRow, events []run.Event, signed []string) error {
	seq, hash, hashes := 0, "", map[string]bool{}
	for _, e := range events {
		seq, hash = e.Seq, e.Hash
		hashes[e.Hash] = true
	}
	if row.Seq != seq || row.Hash != hash {
		return fmt.Errorf("run %s: it ended with event %d, and %d are there", row.ID, row.Seq, seq)
	}
	for _, h := range signed {
		if !hashes[h] {
			return fmt.Errorf("run %s: the event that signed it is gone", row.ID)
		}
	}
	return nil
}
