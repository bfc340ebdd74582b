package postgres

import (
	"cmp"
	"context"
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
func (s *Store) People(ctx context.Context) ([]workshop.Person, error) {
	var rows []personRow
	err := s.db.WithContext(ctx).Scopes(byPlace).Find(&rows).Error
	out := []workshop.Person{}
	for _, r := range rows {
		out = append(out, r.account().Person)
	}
	return out, err
}

// Account is the account of an id, or of a name in any case of letters;
// ErrNotFound when there is none.
func (s *Store) Account(ctx context.Context, idOrName string) (Account, error) {
	var r personRow
	err := row(s.db.WithContext(ctx), `SELECT id, name, role, coalesce(password, ''), coalesce(pin, ''), epoch FROM people
		WHERE id = $1 OR lower(name) = lower($1) ORDER BY place LIMIT 1`, idOrName).
		Scan(&r.ID, &r.Name, &r.Role, &r.Password, &r.PIN, &r.Epoch)
	if errors.Is(err, sql.ErrNoRows) {
		return Account{}, ErrNotFound
	}
	return r.account(), err
}

// HasAccounts tells whether anybody can sign in.
func (s *Store) HasAccounts(ctx context.Context) (bool, error) {
	var n int64
	err := s.db.WithContext(ctx).Model(&personRow{}).Where("password <> ''").Limit(1).Count(&n).Error
	return n > 0, err
}

// AddPerson keeps somebody new with their secrets (hashes, "" for none). ErrTaken when the name, in any
// case of letters, is there.
func (s *Store) AddPerson(ctx context.Context, p workshop.Person, password, pin string) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil { // one after another
			return err
		}
		if there, err := someone(tx, "lower(name) = lower(?)", p.Name); err != nil || there {
			return cmp.Or(err, error(ErrTaken))
		}
		return tx.Create(&personRow{ID: p.ID, Place: 1000, Name: p.Name, Role: string(p.Role), Password: password, PIN: pin}).Error
	})
}

// FirstPerson keeps the first who can sign in. Somebody of the name who came with a file and has no
// password yet is the one. ErrTaken when somebody can sign in already.
func (s *Store) FirstPerson(ctx context.Context, p workshop.Person, password string) (id string, err error) {
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil { // one after another
			return err
		}
		if there, err := someone(tx, "password <> ''"); err != nil || there {
			return cmp.Or(err, error(ErrTaken))
		}
		var row personRow
		err := tx.Order("place, id").Limit(1).Find(&row, "lower(name) = lower(?)", p.Name).Error
		if err != nil {
			return err
		}
		if id = row.ID; id != "" {
			return tx.Model(&row).Updates(map[string]any{"role": string(p.Role), "password": password}).Error
		}
		id = p.ID
		return tx.Create(&personRow{ID: p.ID, Place: 1000, Name: p.Name, Role: string(p.Role), Password: password}).Error
	})
	return id, err
}

func someone(tx *gorm.DB, where string, args ...any) (bool, error) {
	var n int64
	err := tx.Model(&personRow{}).Where(where, args...).Limit(1).Count(&n).Error
	return n > 0, err
}

// PersonChange is what changes of somebody; "" and false leave it as it is. Password and
// PIN are hashes; a new password ends the sessions there were.
type PersonChange struct {
	Role          workshop.Role
	Password, PIN string
	SignOut       bool
}

// ErrLastLead is the error of a change after which no lead could sign in any more.
var ErrLastLead = errors.New("no lead would be left")

// ChangePerson changes all of it at once, ErrNotFound when there is nobody, ErrLastLead when no lead
// would be left who can sign in.
func (s *Store) ChangePerson(ctx context.Context, id string, c PersonChange) error {
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
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if c.Role != "" { // two who take it from each other wait for one another
			if err := changed(tx, "floor"); err != nil {
				return err
			}
		}
		before, err := someone(tx, leadsShop)
		if err != nil {
			return err
		}
		done := tx.Model(&personRow{}).Where("id = ?", id).Updates(set)
		if done.Error == nil && done.RowsAffected == 0 {
			return ErrNotFound
		}
		if done.Error != nil || !before {
			return done.Error
		}
		if left, err := someone(tx, leadsShop); err != nil || !left {
			return cmp.Or(err, error(ErrLastLead))
		}
		return nil
	})
}

// leadsShop is somebody who may change everything, and can sign in.
const leadsShop = "role = 'lead' AND password <> ''"

// Attempt is an attempt to get in, counted under a name. Lock says how long so many wrong ones in a row
// lock it; after Rest without any they begin anew.
type Attempt struct {
	Name string
	At   time.Time
	Lock func(failures int) time.Duration
	Rest time.Duration
}

// Attempt counts an attempt before it is looked at, so that many at once are as many. It gives how long
// the name is locked already: then nothing was counted.
func (s *Store) Attempt(ctx context.Context, a Attempt) (wait time.Duration, err error) {
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		there := attemptRow{Name: a.Name, LockedUntil: a.At, Last: a.At}
		if err := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&there).Error; err != nil {
			return err
		}
		var row attemptRow
		if err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Take(&row, "name = ?", a.Name).Error; err != nil {
			return err
		}
		if row.Last.After(a.At) { // the clock went back: what is locked is so from now on, not until it comes to where it was
			row.Last, row.LockedUntil = a.At, a.At.Add(a.Lock(row.Failures))
			if err := tx.Model(&row).Updates(map[string]any{"locked_until": row.LockedUntil, "last": row.Last}).Error; err != nil {
				return err
			}
		}
		if wait = row.LockedUntil.Sub(a.At); wait > 0 {
			return nil
		}
		n := row.Failures + 1
		if a.At.Sub(row.Last) > a.Rest {
			n = 1
		}
		return tx.Model(&row).Updates(map[string]any{"failures": n, "locked_until": a.At.Add(a.Lock(n)), "last": a.At}).Error
	})
	return max(wait, 0), err
}

// Uncount takes back one attempt that was right.
func (s *Store) Uncount(ctx context.Context, name string) error {
	return s.db.WithContext(ctx).Exec("UPDATE attempts SET failures = greatest(failures - 1, 0), locked_until = last WHERE name = ?", name).Error
}

// Succeeded forgets the wrong attempts under a name, and those that are long past.
func (s *Store) Succeeded(ctx context.Context, name string, now time.Time) error {
	return s.db.WithContext(ctx).Exec("DELETE FROM attempts WHERE name = ? OR last < ?", name, now.AddDate(0, 0, -2)).Error
}
