package postgres

import (
	"cmp"
	"context"
	"errors"
	"time"

	"gorm.io/gorm"

	"brankel/rigging/workshop"
)

// practiceSchema is where exercises are worked: the same tables as those of the floor, in a schema of their own, so that
// nothing of them is ever found by whoever asks for a record, a history or what is due.
const practiceSchema = "practice"

// tryRow is an exercise at which somebody is, or was: its run has the same id.
type tryRow struct {
	Run      string    `gorm:"primaryKey"`
	Person   string    `gorm:"not null;index"` // their account, "" for somebody without
	Exercise string    `gorm:"not null"`       // its id
	File     string    `gorm:"not null"`       // in its open format, as it was then
	Seed     int64     `gorm:"not null"`
	Opened   time.Time `gorm:"not null;index"`
	Ended    bool      `gorm:"not null;default:false"`
	Cause    string    `gorm:"not null;default:''"` // that was named when it was ended
	Marks    string    `gorm:"not null;default:''"` // JSON of what was scored
}

func (tryRow) TableName() string { return "tries" }

// actRow is one thing somebody did in an exercise, after event number After of its run.
type actRow struct {
	Run   string    `gorm:"primaryKey"`
	N     int       `gorm:"primaryKey"`
	After int       `gorm:"not null"`
	At    time.Time `gorm:"not null"`
	Act   string    `gorm:"not null"` // JSON
}

func (actRow) TableName() string { return "acts" }

// setRow is an exercise that a lead composed, and for whom; "" for everybody.
type setRow struct {
	ID     string    `gorm:"primaryKey"`
	File   string    `gorm:"not null"`
	By     string    `gorm:"not null"`
	Person string    `gorm:"not null;default:'';index"`
	Made   time.Time `gorm:"not null"`
}

func (setRow) TableName() string { return "set_exercises" }

// Try is an exercise at which somebody is, or was.
type Try struct {
	Run, Person, Exercise, File string
	Seed                        uint64
	Opened                      time.Time
	Ended                       bool
	Cause, Marks                string
}

// Acted is one act of a try, as it is kept.
type Acted struct {
	N, After int
	Act      string
}

// SetExercise is an exercise that was composed.
type SetExercise struct {
	ID, File, By, Person string
	Made                 time.Time
}

// mostPractice is how many connections practice takes: it never keeps the floor waiting.
const mostPractice = 6

// Practice is the store of exercises on the same database. It is asked for once, and closed with this store.
func (s *Store) Practice(ctx context.Context) (*Store, error) {
	ctx = context.WithoutCancel(ctx) // it outlives whoever asks first
	schema := s.beside(practiceSchema)
	if err := makeSchema(ctx, s.config, schema); err != nil {
		return nil, err
	}
	out, err := open(ctx, s.config.Copy(), schema, practiceLayout)
	if err != nil {
		return nil, err
	}
	if pool, err := out.pool(); err == nil {
		pool.SetMaxOpenConns(cmp.Or(s.practice, mostPractice))
	}
	s.practises.Store(out)
	return out, nil
}

// AddTry keeps that somebody began, with the machine that the exercise is on: it is there for this try alone.
func (s *Store) AddTry(ctx context.Context, t Try, on workshop.Machine) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Create(machineToRow(0, on)).Error; err != nil {
			return err
		}
		return tx.Create(&tryRow{Run: t.Run, Person: t.Person, Exercise: t.Exercise, File: t.File, Seed: int64(t.Seed), Opened: t.Opened.UTC()}).Error
	})
}

// Try is that of a run, ErrNotFound where there is none.
func (s *Store) Try(ctx context.Context, run string) (Try, error) {
	var row tryRow
	err := s.db.WithContext(ctx).Take(&row, "run = ?", run).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		err = ErrNotFound
	}
	return row.try(), err
}

func (r tryRow) try() Try {
	return Try{r.Run, r.Person, r.Exercise, r.File, uint64(r.Seed), r.Opened.UTC(), r.Ended, r.Cause, r.Marks}
}

// mostTries is how many tries of somebody are told.
const mostTries = 60

// TriesOf are the newest tries of somebody, the newest first.
func (s *Store) TriesOf(ctx context.Context, person string) (out []Try, err error) {
	var rows []tryRow
	err = s.db.WithContext(ctx).Where("person = ?", person).Order("opened DESC, run").Limit(mostTries).Find(&rows).Error
	for _, r := range rows {
		out = append(out, r.try())
	}
	return out, err
}

// CountTries is how many tries there are of somebody.
func (s *Store) CountTries(ctx context.Context, person string) (n int64, err error) {
	err = s.db.WithContext(ctx).Model(&tryRow{}).Where("person = ?", person).Count(&n).Error
	return n, err
}

// EndTry keeps how a try ended; one that ended before stays as it was.
func (s *Store) EndTry(ctx context.Context, run, cause, marks string) error {
	return s.db.WithContext(ctx).Model(&tryRow{}).Where("run = ? AND NOT ended", run).
		Updates(map[string]any{"ended": true, "cause": cause, "marks": marks}).Error
}

// AddAct keeps an act; ErrTaken where another server was first.
func (s *Store) AddAct(ctx context.Context, run string, a Acted, at time.Time) error {
	err := s.db.WithContext(ctx).Create(&actRow{Run: run, N: a.N, After: a.After, At: at.UTC(), Act: a.Act}).Error
	if unique(err) {
		return ErrTaken
	}
	return err
}

// Acts are those of a try after a number, in their order.
func (s *Store) Acts(ctx context.Context, run string, after int) (out []Acted, err error) {
	err = s.db.WithContext(ctx).Model(&actRow{}).Select("n", "after", "act").Where("run = ? AND n > ?", run, after).Order("n").Scan(&out).Error
	return out, err
}

// ForgetTries does away with tries and all that was done in them: those of somebody, or of nobody before a time.
func (s *Store) ForgetTries(ctx context.Context, person string, before time.Time) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		var gone []string
		if err := tx.Model(&tryRow{}).Where("person = ? AND opened < ?", person, before.UTC()).Pluck("run", &gone).Error; err != nil || len(gone) == 0 {
			return err
		}
		for _, one := range []string{"DELETE FROM acts WHERE run IN ?", "DELETE FROM events WHERE run_id IN ?", "DELETE FROM photos WHERE run_id IN ?",
			"DELETE FROM voices WHERE run_id IN ?", "DELETE FROM ledger WHERE subject IN ?", "DELETE FROM runs WHERE id IN ?",
			"DELETE FROM machines WHERE id IN ?", "DELETE FROM tries WHERE run IN ?"} {
			if err := tx.Exec(one, gone).Error; err != nil {
				return err
			}
		}
		return nil
	})
}

// KeepSet keeps an exercise that was composed, in the place of one of the same id.
func (s *Store) KeepSet(ctx context.Context, e SetExercise) error {
	return s.db.WithContext(ctx).Save(&setRow{e.ID, e.File, e.By, e.Person, e.Made.UTC()}).Error
}

// Sets are the exercises that were composed, the newest first.
func (s *Store) Sets(ctx context.Context) (out []SetExercise, err error) {
	err = s.db.WithContext(ctx).Model(&setRow{}).Order("made DESC, id").Limit(mostTries).Scan(&out).Error
	return out, err
}
