package postgres

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"sync/atomic"
	"time"

	"github.com/jackc/pgx/v5"
	"gorm.io/gorm"
)

// ErrNotFound is the error of a run, sheet or machine that is not there.
var ErrNotFound = errors.New("not found")

// Store is one PostgreSQL database.
type Store struct {
	db     *gorm.DB
	config *pgx.ConnConfig // for a connection of one's own, which may be silent for long

	shows    bool   // nothing is written: it may be a standby
	schema   string // in which the tables are, "" for the database's own
	practice int    // the most connections of exercises, mostPractice when 0

	practises atomic.Pointer[Store] // of exercises, once it is open: it is closed with this one
}

// patience is how long the database may take to say anything: a dead one is told as
// such instead of being waited for.
const patience = 8 * time.Second

// on is the same store within a transaction.
func (s *Store) on(tx *gorm.DB) *Store { return &Store{db: tx, config: s.config} }

// row asks for one row over GORM's own connection, as it is written: no statement is
// built, nothing is reflected upon.
func row(db *gorm.DB, query string, args ...any) *sql.Row {
	return db.Statement.ConnPool.QueryRowContext(db.Statement.Context, query, args...)
}

// statement is one with its arguments by name, written with numbers once: it is asked for with every event.
type statement struct {
	query string
	names []string // by their numbers, from 1
}

var argument = regexp.MustCompile(`@\w+`)

// named is a statement whose arguments are written @so.
func named(query string) (s statement) {
	s.query = argument.ReplaceAllStringFunc(query, func(name string) string {
		at := slices.Index(s.names, name[1:])
		if at < 0 {
			at, s.names = len(s.names), append(s.names, name[1:])
		}
		return fmt.Sprintf("$%d", at+1)
	})
	return s
}

// row asks for one row, with the arguments of those names.
func (s statement) row(db *gorm.DB, args map[string]any) *sql.Row {
	return row(db, s.query, s.values(args)...)
}

// exec does what is written, and tells how many rows it touched.
func (s statement) exec(db *gorm.DB, args map[string]any) (int64, error) {
	done, err := db.Statement.ConnPool.ExecContext(db.Statement.Context, s.query, s.values(args)...)
	if err != nil {
		return 0, err
	}
	return done.RowsAffected()
}

func (s statement) values(args map[string]any) (out []any) {
	for _, name := range s.names {
		out = append(out, args[name])
	}
	return out
}

func (s *Store) pool() (*sql.DB, error) { return s.db.DB() }

// Close gives the connections back.
func (s *Store) Close() (err error) {
	if p := s.practises.Load(); p != nil {
		err = p.Close()
	}
	pool, err2 := s.pool()
	if err2 != nil {
		return errors.Join(err, err2)
	}
	return errors.Join(err, pool.Close())
}

// Ping tells whether the database answers.
func (s *Store) Ping(ctx context.Context) error {
	pool, err := s.pool()
	if err != nil {
		return err
	}
	return pool.PingContext(ctx)
}

// ErrStandby is why nothing can be written: the database is one that follows another.
var ErrStandby = errors.New("the database is a standby")

// Ready tells whether the database takes what has to be written.
func (s *Store) Ready(ctx context.Context) error {
	var standby bool
	err := row(s.db.WithContext(ctx), "SELECT pg_is_in_recovery()").Scan(&standby)
	if err == nil && standby && !s.shows {
		err = ErrStandby
	}
	return err
}

// Pool are its connections.
func (s *Store) Pool() (*sql.DB, error) { return s.pool() }

// Connections bounds them: those of practice come to a third of it besides. Some that lie idle are closed after a minute.
func (s *Store) Connections(most int) error {
	pool, err := s.pool()
	if err != nil {
		return err
	}
	pool.SetMaxOpenConns(most)
	pool.SetMaxIdleConns(max(1, most/4))
	pool.SetConnMaxIdleTime(time.Minute)
	s.practice = max(1, most/3)
	return nil
}

// appendOnly makes the database itself refuse to rewrite what happened. print is a short digest of a
// row that the database makes anew whenever the row is changed: whoever keeps beside it what it was at
// first sees, without reading it all again, that nothing was changed since.
const appendOnly = `
ALTER TABLE events ADD COLUMN IF NOT EXISTS print bigint GENERATED ALWAYS AS (hashtextextended(
  id || '|' || run_id || '|' || seq::text || '|' || kind || '|' || by || '|' || body || '|' || prev || '|' || hash || '|' ||
  behind::text || '|' || extract(epoch FROM at AT TIME ZONE 'UTC')::text || '|' ||
  extract(epoch FROM received AT TIME ZONE 'UTC')::text, 0)) STORED;
CREATE UNIQUE INDEX IF NOT EXISTS events_in_order ON events (run_id, seq) INCLUDE (print);
CREATE UNIQUE INDEX IF NOT EXISTS machines_name ON machines (lower(name));
ALTER TABLE photos ADD COLUMN IF NOT EXISTS print bigint GENERATED ALWAYS AS (hashtextextended(
  run_id || '|' || sha256 || '|' || width::text || '|' || height::text || '|' || md5(jpeg) || '|' || md5(small), 0)) STORED;
ALTER TABLE voices ADD COLUMN IF NOT EXISTS print bigint GENERATED ALWAYS AS (hashtextextended(
  run_id || '|' || sha256 || '|' || type || '|' || md5(sound), 0)) STORED;
ALTER TABLE sheets ADD COLUMN IF NOT EXISTS print bigint GENERATED ALWAYS AS (hashtextextended(
  hash || '|' || sheet_id || '|' || revision::text || '|' || family || '|' || cable || '|' || craft || '|' || applies || '|' ||
  title || '|' || assumed::text || '|' || words || '|' || led::text || '|' ||
  coalesce(figure::text, '') || '|' || figure_of || '|' || md5(body), 0)) STORED;
CREATE INDEX IF NOT EXISTS photos_of_run ON photos (run_id) INCLUDE (print);
CREATE INDEX IF NOT EXISTS voices_of_run ON voices (run_id) INCLUDE (print);
CREATE INDEX IF NOT EXISTS runs_to_note ON runs (id) WHERE seq > noted;
CREATE INDEX IF NOT EXISTS runs_unsigned ON runs (opened) WHERE sign <> 'signed';
CREATE INDEX IF NOT EXISTS runs_in_time ON runs (touched DESC, id);
CREATE INDEX IF NOT EXISTS runs_by_words ON runs USING gin (to_tsvector('english', words));
DO $$ BEGIN
  CREATE EXTENSION IF NOT EXISTS pg_trgm WITH SCHEMA public; -- who may not make it searches without forgiving slips
EXCEPTION WHEN OTHERS THEN NULL; END $$;
DO $$ BEGIN
  IF EXISTS (SELECT 1 FROM pg_opclass WHERE opcname = 'gin_trgm_ops' AND pg_opclass_is_visible(oid)) THEN
    CREATE INDEX IF NOT EXISTS runs_by_slips ON runs USING gin (words gin_trgm_ops);
  END IF;
END $$;
INSERT INTO versions (id) VALUES (1) ON CONFLICT DO NOTHING;
CREATE OR REPLACE FUNCTION events_are_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'events are append-only: a correction is a new event that names the old one';
END $$;
CREATE OR REPLACE TRIGGER events_append_only BEFORE UPDATE OR DELETE ON events
  FOR EACH ROW EXECUTE FUNCTION events_are_append_only();
CREATE OR REPLACE TRIGGER events_never_emptied BEFORE TRUNCATE ON events
  FOR EACH STATEMENT EXECUTE FUNCTION events_are_append_only();
CREATE OR REPLACE TRIGGER ledger_append_only BEFORE UPDATE OR DELETE ON ledger
  FOR EACH ROW EXECUTE FUNCTION events_are_append_only();
CREATE OR REPLACE TRIGGER ledger_never_emptied BEFORE TRUNCATE ON ledger
  FOR EACH STATEMENT EXECUTE FUNCTION events_are_append_only();`

// changed notes within tx that the floor or the library ("sheets") is another one now.
func changed(tx *gorm.DB, what string) error {
	return tx.Exec("UPDATE versions SET " + what + " = " + what + " + 1").Error
}

// FloorVersion counts the changes of the floor.
func (s *Store) FloorVersion(ctx context.Context) (version int, err error) {
	err = row(s.db.WithContext(ctx), "SELECT floor FROM versions WHERE id = 1").Scan(&version)
	return version, err
}
