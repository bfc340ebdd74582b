package postgres

import (
	"context"
	"errors"
	"fmt"
	"time"

	"gorm.io/driver/postgres"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
)

// ErrNotFound is the error of a run, sheet or machine that is not there.
var ErrNotFound = errors.New("not found")

// Store is one PostgreSQL database.
type Store struct{ db *gorm.DB }

// Open connects to the database at url and brings its tables up to date.
func Open(ctx context.Context, url string) (*Store, error) {
	db, err := gorm.Open(postgres.Open(url), &gorm.Config{
		Logger: logger.Default.LogMode(logger.Silent), TranslateError: true,
		NowFunc: func() time.Time { return time.Now().UTC() },
	})
	if err != nil {
		return nil, fmt.Errorf("the database does not answer: %w", err)
	}
	pool, err := db.DB()
	if err != nil {
		return nil, err
	}
	pool.SetMaxOpenConns(10)
	pool.SetMaxIdleConns(4)
	s := &Store{db.WithContext(ctx)}
	return s, s.migrate()
}

// Close gives the connections back.
func (s *Store) Close() error {
	pool, err := s.db.DB()
	if err != nil {
		return err
	}
	return pool.Close()
}

// Ping tells whether the database answers.
func (s *Store) Ping(ctx context.Context) error {
	pool, err := s.db.DB()
	if err != nil {
		return err
	}
	return pool.PingContext(ctx)
}

// appendOnly makes the database itself refuse to rewrite what happened.
const appendOnly = `
CREATE OR REPLACE FUNCTION events_are_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'events are append-only: a correction is a new event that names the old one';
END $$;
CREATE OR REPLACE TRIGGER events_append_only BEFORE UPDATE OR DELETE ON events
  FOR EACH ROW EXECUTE FUNCTION events_are_append_only();
CREATE OR REPLACE TRIGGER events_never_emptied BEFORE TRUNCATE ON events
  FOR EACH STATEMENT EXECUTE FUNCTION events_are_append_only();`

func (s *Store) migrate() error {
	return s.db.Transaction(func(tx *gorm.DB) error {
		// one server at a time: two that start together would both create tables
		if err := tx.Exec("SELECT pg_advisory_xact_lock(7263)").Error; err != nil {
			return err
		}
		if err := tx.AutoMigrate(&sheetRow{}, &workshopRow{}, &personRow{}, &sessionRow{}, &gaugeRow{}, &thinRow{}, &tableRow{},
			&machineRow{}, &cableRow{}, &runRow{}, &eventRow{}); err != nil {
			return fmt.Errorf("the tables could not be brought up to date: %w", err)
		}
		return tx.Exec(appendOnly).Error
	})
}
