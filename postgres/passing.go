package postgres

import (
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"strings"

	"github.com/jackc/pgx/v5/pgconn"
	"gorm.io/gorm"
)

// passing is how the name of a database begins that is there for a while only; the number of the database it stands
// beside follows.
const passing = "brankel_passing_"

// passingLock is what servers wait for that make or drop one; not that of the ledger, for whoever signs does not wait for a demo.
const passingLock = 7265

// alone does something while no other server on this database makes or drops what passes: one that is just made has
// nobody connected to it yet.
func (s *Store) alone(ctx context.Context, do func(prefix string) error) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		var own string
		err := tx.Raw("SELECT oid::text FROM pg_database, pg_advisory_xact_lock(?) WHERE datname = current_database()", passingLock).Scan(&own).Error
		if err != nil {
			return err
		}
		return do(passing + own + "_")
	})
}

// Passing makes a database beside this one, on the same server, for a while: what is kept in it is mixed with nothing
// here. Whoever asked for it drops it.
func (s *Store) Passing(ctx context.Context) (out *Store, err error) {
	err = s.alone(ctx, func(prefix string) error {
		config := s.config.Copy()
		config.Database = prefix + strings.ToLower(rand.Text())
		if err := s.db.WithContext(ctx).Exec("CREATE DATABASE " + config.Database).Error; err != nil {
			var said *pgconn.PgError
			if errors.As(err, &said) && said.Code == "42501" {
				return fmt.Errorf("the database's user may not make another database: give it CREATEDB, or start with ./start, "+
					"whose own may: %w", err)
			}
			return err
		}
		if out, err = open(ctx, config, "", floorLayout); err != nil {
			return errors.Join(err, s.dropPassing(ctx, config.Database))
		}
		return nil
	})
	return out, err
}

// Drop closes a passing database of this server and does away with it.
func (s *Store) Drop(ctx context.Context, gone *Store) error {
	if !strings.HasPrefix(gone.config.Database, passing) {
		return fmt.Errorf("%s is no database for a while: it stays", gone.config.Database)
	}
	return errors.Join(gone.Close(), s.dropPassing(ctx, gone.config.Database))
}

func (s *Store) dropPassing(ctx context.Context, name string) error {
	return s.db.WithContext(ctx).Exec("DROP DATABASE IF EXISTS " + name + " WITH (FORCE)").Error
}

// DropLeft does away with the passing databases of this one that nobody is connected to: those of servers that were killed.
func (s *Store) DropLeft(ctx context.Context) error {
	return s.alone(ctx, func(prefix string) error {
		var names []string
		err := s.db.WithContext(ctx).Raw(`SELECT datname FROM pg_database d WHERE starts_with(datname, ?) AND NOT EXISTS
			(SELECT FROM pg_stat_activity a WHERE a.datname = d.datname)`, prefix).Scan(&names).Error
		for _, name := range names {
			err = errors.Join(err, s.dropPassing(ctx, name))
		}
		return err
	})
}
