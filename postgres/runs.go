package postgres

import (
	"errors"
	"fmt"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
)

// Conflict is the error of an event that was meant to follow another one than
// the last: Missed are the events its sender had not seen.
type Conflict struct{ Missed []run.Event }

func (c *Conflict) Error() string {
	return fmt.Sprintf("%d events came in between", len(c.Missed))
}

// OpenRun opens a run; opening it twice under the same id changes nothing.
func (s *Store) OpenRun(j workshop.Job) error {
	row := runRow{j.ID, j.Machine, j.Cable, j.Opened}
	return s.db.Clauses(clause.OnConflict{DoNothing: true}).Create(&row).Error
}

func (r runRow) job() workshop.Job {
	return workshop.Job{ID: r.ID, Machine: r.Machine, Cable: r.Cable, Opened: r.Opened.UTC()}
}

// Run is a run with all its events in order, ErrNotFound when there is none.
func (s *Store) Run(id string) (workshop.Job, []run.Event, error) {
	return load(s.db, id)
}

func load(db *gorm.DB, id string) (workshop.Job, []run.Event, error) {
	var row runRow
	err := db.Take(&row, "id = ?", id).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return workshop.Job{}, nil, ErrNotFound
	}
	if err != nil {
		return workshop.Job{}, nil, err
	}
	var rows []eventRow
	err = db.Where("run_id = ?", id).Order("seq").Find(&rows).Error
	events := make([]run.Event, len(rows))
	for i, r := range rows {
		events[i] = r.event()
	}
	return row.job(), events, err
}

// Runs lists every run, the newest first.
func (s *Store) Runs() ([]workshop.Job, error) {
	var rows []runRow
	err := s.db.Order("opened DESC, id").Find(&rows).Error
	var out []workshop.Job
	for _, r := range rows {
		out = append(out, r.job())
	}
	return out, err
}

// Append adds e after event number after of its run and gives all its events.
// admit sees the events so far and gives the event as it is kept. An event whose
// id is there already is not added again; a *Conflict tells what came in between.
func (s *Store) Append(e run.Event, after int, admit func([]run.Event) (run.Event, error)) (events []run.Event, err error) {
	err = s.db.Transaction(func(tx *gorm.DB) error {
		// the run's row is the lock: events of one run are written one after another
		if err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Take(&runRow{}, "id = ?", e.Run).Error; err != nil {
			if errors.Is(err, gorm.ErrRecordNotFound) {
				return ErrNotFound
			}
			return err
		}
		var twin eventRow
		if err := tx.Limit(1).Find(&twin, "id = ?", e.ID).Error; err != nil {
			return err
		}
		if twin.ID != "" && twin.RunID != e.Run {
			return fault.At("id", "this id belongs to an event of another run: make a new one")
		}
		if _, events, err = load(tx, e.Run); err != nil || twin.ID != "" {
			return err
		}
		if after < 0 || after > len(events) {
			return fault.At("after", "the run has %d events: write the number of the last one you saw", len(events))
		}
		if after < len(events) {
			return &Conflict{events[after:]}
		}
		if e, err = admit(events); err != nil {
			return err
		}
		e.Seq = len(events) + 1
		prev := ""
		if len(events) > 0 {
			prev = events[len(events)-1].Hash
		}
		e = e.Seal(prev)
		row := rowOf(e)
		events = append(events, e)
		return tx.Create(&row).Error
	})
	return events, err
}
