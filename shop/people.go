package shop

import (
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"regexp"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"
	"github.com/google/uuid"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
)

// Refusal is why somebody is not let in or may not do something; Status is the
// HTTP status that says so: 401, 403 or 429.
type Refusal struct {
	Status  int
	Field   string
	Message string
}

func (r *Refusal) Error() string { return r.Message }

// Five wrong attempts in a row lock an account for a minute, each one more for
// twice as long, up to an hour.
const freeAttempts = 5

func lockFor(failures int) time.Duration {
	if failures < freeAttempts {
		return 0
	}
	return min(time.Minute<<min(failures-freeAttempts, 10), time.Hour)
}

// nobody is a hash that belongs to no account: one that is not there takes as long
// to refuse as one that is. It is written down because making it takes 64 MB.
const nobody = "$argon2id$v=19$m=65536,t=1,p=2$cWlD8U6h005VtN6oxmYPuA$Dsyi6sfGbSkDlARWa4JtSQu/XIET+9kYbltpEZvwnts"

// SignIn lets somebody in by name and password.
func (s *Shop) SignIn(name, password string) (postgres.Account, error) {
	return s.prove(strings.TrimSpace(name), password, "password", func(a postgres.Account) string { return a.Password })
}

// Switch lets somebody in by PIN, on a device where a colleague is signed in.
func (s *Shop) Switch(person, pin string) (postgres.Account, error) {
	return s.prove(person, pin, "pin", func(a postgres.Account) string { return a.PIN })
}

func (s *Shop) prove(name, secret, field string, hash func(postgres.Account) string) (postgres.Account, error) {
	a, err := s.Store.Account(name)
	if err != nil && !errors.Is(err, postgres.ErrNotFound) {
		return a, err
	}
	if wait := a.LockedUntil.Sub(s.Now()); wait > 0 {
		return a, &Refusal{429, field, fmt.Sprintf("too many wrong attempts: wait %s, or ask the lead for a new password", roughly(wait))}
	}
	against := hash(a)
	if against == "" {
		against = nobody
	}
	right, err2 := argon2id.ComparePasswordAndHash(secret, against)
	if err2 != nil {
		return a, err2
	}
	if err != nil || hash(a) == "" || !right {
		if err == nil {
			a.Failures++
			if err := s.Store.Attempted(a.ID, a.Failures, s.Now().Add(lockFor(a.Failures))); err != nil {
				return a, err
			}
		}
		what := map[string]string{
			"password": "this name and password do not belong together: write both again",
			"pin":      "this is not the PIN of this name: try again, or sign in by password",
		}
		return postgres.Account{}, &Refusal{401, field, what[field]}
	}
	if a.Failures > 0 {
		return a, s.Store.Attempted(a.ID, 0, time.Time{})
	}
	return a, nil
}

func roughly(d time.Duration) string {
	if d < 90*time.Second {
		return fmt.Sprintf("%d seconds", int(d.Seconds())+1)
	}
	return fmt.Sprintf("%d minutes", int(d.Minutes())+1)
}

// AddPerson keeps somebody new with a password of their own.
func (s *Shop) AddPerson(name string, role workshop.Role, password, pin string) (workshop.Person, error) {
	name, err := checkName(name)
	if err != nil {
		return workshop.Person{}, err
	}
	if !role.Valid() {
		return workshop.Person{}, fault.At("role", "write mechanic, inspector, lead or read-only")
	}
	if err := checkPassword(password); err != nil {
		return workshop.Person{}, err
	}
	if pin != "" {
		if err := checkPIN(pin); err != nil {
			return workshop.Person{}, err
		}
	}
	if _, err := s.Store.Account(name); !errors.Is(err, postgres.ErrNotFound) {
		return workshop.Person{}, cmp.Or(
			err,
			error(fault.At("name", name+" is there already: write a name that tells the two apart")),
		)
	}
	p := workshop.Person{ID: uuid.NewString(), Name: name, Role: role}
	if err := s.Store.AddPerson(p); err != nil {
		return p, err
	}
	return p, s.SetSecrets(p.ID, password, pin)
}

// First makes the lead's account, once, when nobody can sign in yet.
func (s *Shop) First(name, password string) (workshop.Person, error) {
	some, err := s.Store.HasAccounts()
	if err != nil {
		return workshop.Person{}, err
	}
	if some {
		return workshop.Person{}, &Refusal{403, "name", "there are accounts already: sign in, or ask the lead for one"}
	}
	return s.AddPerson(name, workshop.Lead, password, "")
}

// SetSecrets sets a password, a PIN or both; "" leaves one as it is.
func (s *Shop) SetSecrets(id, password, pin string) error {
	for _, one := range []struct {
		secret string
		check  func(string) error
		keep   func(id, hash string) error
	}{{password, checkPassword, s.Store.SetPassword}, {pin, checkPIN, s.Store.SetPIN}} {
		if one.secret == "" {
			continue
		}
		if err := one.check(one.secret); err != nil {
			return err
		}
		hash, err := argon2id.CreateHash(one.secret, argon2id.DefaultParams)
		if err != nil {
			return err
		}
		if err := one.keep(id, hash); err != nil {
			return err
		}
	}
	return nil
}

func checkPassword(p string) error {
	if n := utf8.RuneCountInString(p); n < 10 || len(p) > 200 {
		return fault.At("password", "write a password of at least 10 letters: three words are easy to keep")
	}
	return nil
}

var pinForm = regexp.MustCompile(`^\d{4,8}$`)

func checkPIN(p string) error {
	if !pinForm.MatchString(p) {
		return fault.At("pin", "write a PIN of 4 to 8 figures")
	}
	return nil
}

// MayAppend tells why somebody may not add this event to a run: an aircraft is
// signed for by an inspector.
func (s *Shop) MayAppend(who workshop.Person, e run.Event) error {
	if e.Kind != run.KindSigned {
		return nil
	}
	o, err := s.load(e.Run)
	if err != nil {
		return err
	}
	if o.machine.Craft == "aircraft" && !who.Role.May(workshop.Inspect) {
		return &Refusal{403, "by", "an aircraft is signed for by an inspector: ask one to look at it and sign"}
	}
	return nil
}

// Accounts sets the passwords and PINs of a list, for the demo, and gives what to
// tell whoever starts it.
func (s *Shop) Accounts(raw []byte) (lines []string, err error) {
	var list []struct{ Person, Password, PIN string }
	if err := json.Unmarshal(raw, &list); err != nil {
		return nil, err
	}
	for _, one := range list {
		a, err := s.Store.Account(one.Person)
		if err != nil {
			return nil, err
		}
		if err := s.SetSecrets(a.ID, one.Password, one.PIN); err != nil {
			return nil, err
		}
		lines = append(lines, fmt.Sprintf("%-6s %-10s password %q, PIN %s", a.Name, a.Role, one.Password, one.PIN))
	}
	return lines, nil
}

// ChangePerson is what a lead changes of somebody; "" leaves it as it is. The last
// lead stays one, or nobody could change anything any more.
func (s *Shop) ChangePerson(by workshop.Person, id string, role workshop.Role, password, pin string, signOut bool) error {
	a, err := s.Store.Account(id)
	if err != nil {
		return err
	}
	if role != "" && role != a.Role {
		if !role.Valid() {
			return fault.At("role", "write mechanic, inspector, lead or read-only")
		}
		if a.ID == by.ID {
			return fault.At("role", "another lead changes your role, so that one is left")
		}
		if err := s.Store.SetRole(a.ID, role); err != nil {
			return err
		}
	}
	if err := s.SetSecrets(a.ID, password, pin); err != nil {
		return err
	}
	if signOut {
		return s.Store.SignOutEverywhere(a.ID)
	}
	return nil
}
