package postgres

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"gorm.io/gorm"
)

// schemaRow is the number of the tables as they are, and the number by which what the floor shows of every run was worked out
// last.
type schemaRow struct {
	ID     int    `gorm:"primaryKey"` // there is one
	Number int    `gorm:"not null"`
	Shown  int    `gorm:"not null;default:0"`
	Layout string `gorm:"not null;default:''"` // the print of the layout as it was laid last
}

func (schemaRow) TableName() string { return "schema_number" }

// migration brings what stands in the tables of the number before to its own; columns that are new are there already, empty.
// There is no way back. Each has a test that carries a filled database over (migrate_test.go).
type migration struct {
	number int
	says   string
	does   func(tx *gorm.DB) error
}

// migrations are in order. Whoever changes a table adds one, with a filled database of the number before beside its test.
var migrations = []migration{
	{3, "seals over sheets, photos and voice notes", func(tx *gorm.DB) error {
		return tx.Exec("UPDATE sheets SET seal = print; UPDATE runs SET beside = " + besideOf("runs")).Error
	}},
	{4, "what wears stands beside each run", func(tx *gorm.DB) error {
		// what was changed by hand before fits neither digest, and stays seen
		return tx.Exec("UPDATE runs SET stood = " + StoodOf("runs") + " WHERE stood = " + stoodOfThree).Error
	}},
	{5, "whether the first move sufficed stands beside each run", func(tx *gorm.DB) error {
		if err := tx.Exec("DROP INDEX IF EXISTS runs_of_cable").Error; err != nil { // runs_newest needs no sorting
			return err
		}
		return tx.Exec("UPDATE runs SET stood = " + StoodOf("runs") + " WHERE stood = " + stoodOfFour).Error
	}},
}

// stoodOfThree is the digest of what the floor shows of a run as the tables of number 3 had it.
const stoodOfThree = `md5(concat_ws('|', runs.seq::text, runs.hash, runs.sheet, runs.sign, runs.part::text, runs.says, runs.signed::text,
  extract(epoch FROM runs.touched)::text, runs.due, runs.voids, md5(runs.resume), runs.cause))`

// stoodOfFour is the same of number 4.
const stoodOfFour = `md5(concat_ws('|', runs.seq::text, runs.hash, runs.sheet, runs.sign, runs.part::text, runs.says, runs.signed::text,
  extract(epoch FROM runs.touched)::text, runs.due, runs.voids, md5(runs.resume), runs.cause, md5(runs.seen), md5(runs.again), md5(runs.words),
  runs.moved::text, runs.signer, runs.askew))`

// schema is the number of the tables as this Brankel has them.
var schema = migrations[len(migrations)-1].number

// advisory is the lock that two servers which start together wait for.
const advisory = 7263

// migrate brings the tables up to date, in one transaction: whoever fails leaves them as they were. Tables that are so already are
// not touched: others may be writing to them, and whoever alters a table waits for them with all that come after.
func (s *Store) migrate(ctx context.Context, to layout) error {
	print := to.print()
	if is, err := s.laid(ctx, print); is || err != nil {
		return err
	}
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SELECT pg_advisory_xact_lock(?)", advisory).Error; err != nil {
			return err
		}
		was, err := fitting(tx)
		if err == nil && was > 0 && was < 3 {
			err = tx.Exec("ALTER TABLE sheets DROP COLUMN IF EXISTS seal").Error // it was another digest
		}
		if err != nil {
			return err
		}
		if err := to.lays(tx); err != nil {
			return err
		}
		for _, m := range migrations {
			if was == 0 || m.number <= was {
				continue
			}
			if err := m.does(tx); err != nil {
				return fmt.Errorf("the tables could not be brought to number %d, %s: %w", m.number, m.says, err)
			}
		}
		if was == 0 {
			return tx.Create(&schemaRow{ID: 1, Number: schema, Shown: schema, Layout: print}).Error
		}
		return tx.Model(&schemaRow{}).Where("id = 1").Updates(map[string]any{"number": schema, "layout": print}).Error
	})
}

// laid tells whether the tables are what a layout says, by its print.
func (s *Store) laid(ctx context.Context, print string) (bool, error) {
	db := s.db.WithContext(ctx)
	if !db.Migrator().HasColumn(&schemaRow{}, "layout") {
		return false, nil // or the database does not answer, which whoever asks next is told
	}
	var there schemaRow
	err := db.Limit(1).Find(&there).Error
	return there.Number == schema && there.Layout == print, err
}

// Behind tells whether what the floor shows of runs was worked out by tables of an earlier number.
func (s *Store) Behind(ctx context.Context) (bool, error) {
	var there schemaRow
	err := s.db.WithContext(ctx).Limit(1).Find(&there).Error
	return there.Shown < schema, err
}

// Shown notes that it was worked out anew.
func (s *Store) Shown(ctx context.Context) error {
	return s.db.WithContext(ctx).Model(&schemaRow{}).Where("id = 1").Update("shown", schema).Error
}

// fitting is the number of the tables as they are, 0 when there are none. It refuses a database that a newer Brankel wrote
// (an older one would add columns of its own and leave out what the newer one needs), and one that another program made.
func fitting(tx *gorm.DB) (was int, err error) {
	if !tx.Migrator().HasTable(&schemaRow{}) {
		tables, err := tx.Migrator().GetTables()
		if err != nil {
			return 0, err
		}
		if tx.Migrator().HasTable(&runRow{}) && tx.Migrator().HasTable(&eventRow{}) {
			return 0, errors.New("this database is of a Brankel from before its tables had a number, which was never released: export " +
				"its floor and sheets with that one (brankel export) and import them into a new database")
		}
		if len(tables) > 0 {
			return 0, fmt.Errorf("this database is another program's (it has the table %s) and was left alone: name an empty one",
				strings.Join(tables[:min(len(tables), 3)], ", "))
		}
		return 0, nil
	}
	var there schemaRow
	if err := tx.Select("number").Limit(1).Find(&there).Error; err != nil {
		return 0, err
	}
	if there.Number > schema {
		return 0, fmt.Errorf("this database was written by a newer Brankel (its tables have the number %d, this one knows %d): "+
			"start the newer one, or name another database", there.Number, schema)
	}
	return there.Number, nil
}
