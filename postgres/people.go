package postgres

import (
	"errors"
	"time"

	"github.com/alexedwards/scs/postgresstore"
	"github.com/alexedwards/scs/v2"
	"gorm.io/gorm"

	"brankel/rigging/workshop"
)

// Account is a person with what proves who they are.
type Account struct {
	workshop.Person
	Password    string // argon2id hash, "" when none is set
	PIN         string // likewise
	Epoch       int    // sessions of an earlier one have ended
	Failures    int    // wrong attempts in a row
	LockedUntil time.Time
}

func (r personRow) account() Account {
	return Account{
		workshop.Person{ID: r.ID, Name: r.Name, Role: workshop.Role(r.Role), PIN: r.PIN != ""},
		r.Password,
		r.PIN,
		r.Epoch,
		r.Failures,
		r.LockedUntil,
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
	var row personRow
	err := s.db.Where("id = ? OR lower(name) = lower(?)", idOrName, idOrName).Order("place").Take(&row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return Account{}, ErrNotFound
	}
	return row.account(), err
}

// HasAccounts tells whether anybody can sign in.
func (s *Store) HasAccounts() (bool, error) {
	var n int64
	err := s.db.Model(&personRow{}).Where("password <> ''").Limit(1).Count(&n).Error
	return n > 0, err
}

// AddPerson keeps somebody new; the name must not be there yet.
func (s *Store) AddPerson(p workshop.Person) error {
	return s.db.Create(&personRow{ID: p.ID, Place: 1000, Name: p.Name, Role: string(p.Role)}).Error
}

// SetRole changes what somebody may do.
func (s *Store) SetRole(id string, role workshop.Role) error {
	return s.setPerson(id, "role", string(role))
}

// SetPassword and SetPIN keep a hash and end the sessions there were.
func (s *Store) SetPassword(id, hash string) error {
	return s.db.Transaction(func(tx *gorm.DB) error {
		return tx.Model(&personRow{}).
			Where("id = ?", id).
			Updates(map[string]any{"password": hash, "epoch": gorm.Expr("epoch + 1"), "failures": 0, "locked_until": time.Time{}}).
			Error
	})
}

func (s *Store) SetPIN(id, hash string) error { return s.setPerson(id, "pin", hash) }

// SignOutEverywhere ends every session of a person.
func (s *Store) SignOutEverywhere(id string) error {
	return s.setPerson(id, "epoch", gorm.Expr("epoch + 1"))
}

// Attempted notes whether an attempt to sign in was right; wrong ones in a row
// lock the account until a time.
func (s *Store) Attempted(id string, failures int, until time.Time) error {
	return s.db.Model(&personRow{}).Where("id = ?", id).Updates(map[string]any{"failures": failures, "locked_until": until}).Error
}

func (s *Store) setPerson(id, column string, value any) error {
	done := s.db.Model(&personRow{}).Where("id = ?", id).Update(column, value)
	if done.Error == nil && done.RowsAffected == 0 {
		return ErrNotFound
	}
	return done.Error
}
