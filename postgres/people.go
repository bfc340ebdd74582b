package postgres

import (
	"database/sql"
	"errors"
	"time"

	"github.com/alexedwards/scs/postgresstore"
	"github.com/alexedwards/scs/v2"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/workshop"
)

// Account is a person with what proves who they are.
type Account struct {
	workshop.Person
	Password string // argon2id hash, "" when none is set
	PIN      string // likewise
	Epoch    int    // sessions of an earlier one have ended
}

func (r personRow) account() Account {
	return Account{
		workshop.Person{ID: r.ID, Name: r.Name, Role: workshop.Role(r.Role), PIN: r.PIN != ""},
		r.Password,
		r.PIN,
		r.Epoch,
	}
}

// Sessions is where sessions are kept; expired ones are cleared away.
func (s *Store) Sessions() (scs.Store, error) {
	pool, err := s.db.DB()
	if err != nil {
		return nil, err
	}
	return postgresstore.NewWithCleanupInterval(pool, time.Hour), nil
}

// People lists everybody.
func (s *Store) People() ([]workshop.Person, error) {
	var rows []personRow
	err := s.db.Scopes(byPlace).Find(&rows).Error
	out := []workshop.Person{}
	for _, r := range rows {
		out = append(out, r.account().Person)
	}
	return out, err
}

// Account is the account of an id, or of a name in any case of letters;
// ErrNotFound when there is none.
func (s *Store) Account(idOrName string) (Account, error) {
	var r personRow
	err := row(s.db, `SELECT id, name, role, coalesce(password, ''), coalesce(pin, ''), epoch FROM people
		WHERE id = $1 OR lower(name) = lower($1) ORDER BY place LIMIT 1`, idOrName).
		Scan(&r.ID, &r.Name, &r.Role, &r.Password, &r.PIN, &r.Epoch)
	if errors.Is(err, sql.ErrNoRows) {
		return Account{}, ErrNotFound
	}
	return r.account(), err
}

// HasAccounts tells whether anybody can sign in.
func (s *Store) HasAccounts() (bool, error) {
	var n int64
	err := s.db.Model(&personRow{}).Where("password <> ''").Limit(1).Count(&n).Error
	return n > 0, err
}

// AddPerson keeps somebody new with their secrets (hashes, "" for none). With first set
// it does so only while nobody can sign in yet. ErrTaken when the name, in any case of
// letters, is there, or when somebody was first already.
func (s *Store) AddPerson(p workshop.Person, password, pin string, first bool) error {
	return s.db.Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil { // one after another
			return err
		}
		there := tx.Model(&personRow{}).Where("lower(name) = lower(?)", p.Name)
		if first {
			there = tx.Model(&personRow{}).Where("password <> ''")
		}
		var n int64
		if err := there.Count(&n).Error; err != nil {
			return err
		}
		if n > 0 {
			return ErrTaken
		}
		return tx.Create(&personRow{ID: p.ID, Place: 1000, Name: p.Name, Role: string(p.Role), Password: password, PIN: pin}).Error
	})
}

// PersonChange is what changes of somebody; "" and false leave it as it is. Password and
// PIN are hashes; a new password ends the sessions there were.
type PersonChange struct {
	Role          workshop.Role
	Password, PIN string
	SignOut       bool
}

// ChangePerson changes all of it at once, ErrNotFound when there is nobody.
func (s *Store) ChangePerson(id string, c PersonChange) error {
	set := map[string]any{}
	if c.Role != "" {
		set["role"] = string(c.Role)
	}
	if c.Password != "" {
		set["password"] = c.Password
	}
	if c.PIN != "" {
		set["pin"] = c.PIN
	}
	if c.SignOut || c.Password != "" {
		set["epoch"] = gorm.Expr("epoch + 1")
	}
	if len(set) == 0 {
		return nil
	}
	done := s.db.Model(&personRow{}).Where("id = ?", id).Updates(set)
	if done.Error == nil && done.RowsAffected == 0 {
		return ErrNotFound
	}
	return done.Error
}

// Attempt counts an attempt to sign in under a name before it is looked at, so that
// many at once are as many attempts. lock says how long so many wrong ones in a row
// lock the name. It gives how long the name is locked already: then nothing was counted.
func (s *Store) Attempt(name string, now time.Time, lock func(failures int) time.Duration) (wait time.Duration, err error) {
	err = s.db.Transaction(func(tx *gorm.DB) error {
		if err := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&attemptRow{Name: name, LockedUntil: now, Last: now}).Error; err != nil {
			return err
		}
		var row attemptRow
		if err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Take(&row, "name = ?", name).Error; err != nil {
			return err
		}
		if wait = row.LockedUntil.Sub(now); wait > 0 {
			return nil
		}
		n := row.Failures + 1
		return tx.Model(&row).Updates(map[string]any{"failures": n, "locked_until": now.Add(lock(n)), "last": now}).Error
	})
	return max(wait, 0), err
}

// Succeeded forgets the wrong attempts under a name, and those that are long past.
func (s *Store) Succeeded(name string, now time.Time) error {
	return s.db.Exec("DELETE FROM attempts WHERE name = ? OR last < ?", name, now.AddDate(0, 0, -2)).Error
}
