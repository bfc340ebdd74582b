package shop

import (
	"cmp"
	"context"
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
	"brankel/rigging/run/record"
	"brankel/rigging/workshop"
)

// Refusal is why somebody is not let in or may not do something; Status is the
// HTTP status that says so: 401, 403, 409 or 429, and After how long to wait.
type Refusal struct {
	Status  int
	Field   string
	Message string
	After   time.Duration
}

func (r *Refusal) Error() string { return r.Message }

// OnlyShows is why nothing is entered at a server that only shows.
func OnlyShows() error {
	return &Refusal{Status: 403, Field: "server", Message: "this server only shows what stands: sign in and enter at the one that takes entries"}
}

// nobody is a hash that belongs to no account: one that is not there takes as long
// to refuse as one that is. It is written down because making it takes 64 MB.
const nobody = "$argon2id$v=19$m=65536,t=1,p=2$cWlD8U6h005VtN6oxmYPuA$Dsyi6sfGbSkDlARWa4JtSQu/XIET+9kYbltpEZvwnts"

// SignIn lets somebody in by name and password, from an address.
func (s *Shop) SignIn(ctx context.Context, name, password, from string) (postgres.Account, error) {
	return s.prove(ctx, strings.TrimSpace(name), password, "password", from, func(a postgres.Account) string { return a.Password })
}

// Switch lets somebody in by PIN, on a device where a colleague is signed in.
func (s *Shop) Switch(ctx context.Context, person, pin, from string) (postgres.Account, error) {
	return s.prove(ctx, person, pin, "pin", from, func(a postgres.Account) string { return a.PIN })
}

// prove counts the attempt before it looks. A name that is not known is counted, locked and refused
// like one that is.
func (s *Shop) prove(ctx context.Context, name, secret, field, from string, hash func(postgres.Account) string) (postgres.Account, error) {
	a, err := s.Store.Account(ctx, name)
	if err != nil && !errors.Is(err, postgres.ErrNotFound) {
		return a, err
	}
	known := err == nil
	counted := guess{field, cmp.Or(a.ID, strings.ToLower(name)), from}
	wait, err := s.try(ctx, counted)
	if err != nil {
		return a, err
	}
	if wait > 0 {
		return a, &Refusal{Status: 429, Field: field, After: wait,
			Message: fmt.Sprintf("too many wrong attempts: wait %s, or ask the lead for a new password", roughly(wait))}
	}
	against := hash(a)
	if against == "" {
		against = nobody
	}
	right, err := s.compare(secret, against)
	if err != nil {
		return a, err
	}
	if !known || hash(a) == "" || !right {
		what := map[string]string{
			"password": "this name and password do not belong together: write both again",
			"pin":      "this is not the PIN of this name: try again, or sign in by password",
		}
		return postgres.Account{}, &Refusal{Status: 401, Field: field, Message: what[field]}
	}
	return a, s.right(ctx, counted)
}

// compare works on two at once at the most: each takes 64 MB for a moment.
func (s *Shop) compare(secret, hash string) (bool, error) {
	s.memory.hashing <- struct{}{}
	defer func() { <-s.memory.hashing }()
	return argon2id.ComparePasswordAndHash(secret, hash)
}

// shortName bounds what is counted under: nobody's name is longer.
func shortName(s string) string {
	if r := []rune(s); len(r) > longestName {
		s = string(r[:longestName])
	}
	return strings.ReplaceAll(s, "\x00", "")
}

func roughly(d time.Duration) string {
	if d < 90*time.Second {
		return fmt.Sprintf("%d seconds", int(d.Seconds())+1)
	}
	return fmt.Sprintf("%d minutes", int(d.Minutes())+1)
}

// AddPerson keeps somebody new with a password of their own.
func (s *Shop) AddPerson(ctx context.Context, name string, role workshop.Role, password, pin string) (workshop.Person, error) {
	name, err := personName(name)
	if err != nil {
		return workshop.Person{}, err
	}
	if err := s.apart(ctx, name); err != nil {
		return workshop.Person{}, err
	}
	if !role.Valid() {
		return workshop.Person{}, fault.At("role", "write mechanic, inspector, lead or read-only")
	}
	if err := checkPassword(password); err != nil {
		return workshop.Person{}, err
	}
	hashed, pinHash, err := s.secrets(password, pin)
	if err != nil {
		return workshop.Person{}, err
	}
	p := workshop.Person{ID: uuid.NewString(), Name: name, Role: role}
	err = s.Store.AddPerson(ctx, p, hashed, pinHash)
	if errors.Is(err, postgres.ErrTaken) {
		return p, fault.At("name", "%s is there already: write a name that tells the two apart", name)
	}
	return p, err
}

// personName is the name of somebody of the workshop, as it may be.
func personName(name string) (string, error) {
	name, err := checkName(name)
	if err == nil && strings.HasSuffix(strings.ToLower(name), guestMark) {
		err = fault.At("name", "nobody of the workshop is called so: guests are marked with it on the record")
	}
	return name, err
}

// apart refuses a name that cannot be told from that of somebody else by eye.
func (s *Shop) apart(ctx context.Context, name string) error {
	people, err := s.Store.People(ctx)
	if err != nil {
		return err
	}
	for _, p := range people {
		if !strings.EqualFold(p.Name, name) && alike(p.Name, name) {
			return fault.At("name", "this looks like %s, who is there already: write a name that tells the two apart", p.Name)
		}
	}
	return nil
}

var noMoreFirst = &Refusal{Status: 403, Field: "name", Message: "there are accounts already: sign in, or ask the lead for one"}

// First makes the lead's account, once, when nobody can sign in yet. Somebody of the name who came with
// a file is that lead.
func (s *Shop) First(ctx context.Context, name, password, zone string) (id string, err error) {
	some, err := s.Store.HasAccounts(ctx)
	if err != nil {
		return "", err
	}
	if some {
		return "", noMoreFirst
	}
	if name, err = personName(name); err != nil {
		return "", err
	}
	if err := checkPassword(password); err != nil {
		return "", err
	}
	if zone != "" {
		if err := checkZone(zone); err != nil {
			return "", err
		}
	}
	hashed, err := s.hash(password)
	if err != nil {
		return "", err
	}
	id, err = s.Store.FirstPerson(ctx, workshop.Person{ID: uuid.NewString(), Name: name, Role: workshop.Lead}, hashed)
	if errors.Is(err, postgres.ErrTaken) {
		return "", noMoreFirst
	}
	if err == nil && zone != "" {
		err = s.SetZone(ctx, zone)
	}
	return id, err
}

// secrets checks both before either is worked on, and gives their hashes, "" for "".
func (s *Shop) secrets(password, pin string) (passwordHash, pinHash string, err error) {
	if password != "" {
		if err := checkPassword(password); err != nil {
			return "", "", err
		}
	}
	if pin != "" {
		if err := checkPIN(pin); err != nil {
			return "", "", err
		}
	}
	if passwordHash, err = s.hash(password); err != nil {
		return "", "", err
	}
	pinHash, err = s.hash(pin)
	return passwordHash, pinHash, err
}

func (s *Shop) hash(secret string) (string, error) {
	if secret == "" {
		return "", nil
	}
	s.memory.hashing <- struct{}{}
	defer func() { <-s.memory.hashing }()
	return argon2id.CreateHash(secret, argon2id.DefaultParams)
}

// SetSecrets sets a password, a PIN or both, or neither when one of them will not do;
// "" leaves one as it is.
func (s *Shop) SetSecrets(ctx context.Context, id, password, pin string) error {
	hashed, pinHash, err := s.secrets(password, pin)
	if err != nil {
		return err
	}
	defer s.Came()
	return s.Store.ChangePerson(ctx, id, postgres.PersonChange{Password: hashed, PIN: pinHash})
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

// MayAppend tells why somebody may not add this event to a run: a second inspection is an
// inspector's.
func (s *Shop) MayAppend(who workshop.Person, e record.Event) error {
	if who.Role == workshop.Guest && !record.ByGuest(e.Kind) {
		return &Refusal{Status: 403, Field: "kind", Message: "second hands read, turn and lock: for this, somebody of the workshop signs in"}
	}
	if e.Kind == record.KindInspected && !who.Role.May(workshop.Inspect) {
		return &Refusal{Status: 403, Field: "by", Message: "a second inspection is an inspector's: ask one to sign in and look at it"}
	}
	return nil
}

// Accounts sets the passwords and PINs of a list, for the demo, and gives what to
// tell whoever starts it.
func (s *Shop) Accounts(ctx context.Context, raw []byte) (lines []string, err error) {
	var list []struct{ Person, Password, PIN string }
	if err := json.Unmarshal(raw, &list); err != nil {
		return nil, err
	}
	for _, one := range list {
		a, err := s.Store.Account(ctx, one.Person)
		if err != nil {
			return nil, err
		}
		if err := s.SetSecrets(ctx, a.ID, one.Password, one.PIN); err != nil {
			return nil, err
		}
		lines = append(lines, fmt.Sprintf("%-6s %-10s password %q, PIN %s", a.Name, a.Role, one.Password, one.PIN))
	}
	return lines, nil
}

// ChangePerson is what a lead changes of somebody, all of it or nothing; "" leaves it as
// it is. The last lead stays one, or nobody could change anything any more.
func (s *Shop) ChangePerson(ctx context.Context, by workshop.Person, id string, role workshop.Role, password, pin string, signOut bool) error {
	a, err := s.Store.Account(ctx, id)
	if err != nil {
		return err
	}
	c := postgres.PersonChange{SignOut: signOut}
	if role != "" && role != a.Role {
		if !role.Valid() {
			return fault.At("role", "write mechanic, inspector, lead or read-only")
		}
		if a.ID == by.ID {
			return fault.At("role", "another lead changes your role, so that one is left")
		}
		c.Role = role
	}
	if c.Password, c.PIN, err = s.secrets(password, pin); err != nil {
		return err
	}
	err = s.Store.ChangePerson(ctx, a.ID, c)
	s.Came()
	if errors.Is(err, postgres.ErrLastLead) {
		return &Refusal{Status: 409, Field: "role", Message: "no lead would be left who can sign in: make somebody else one first"}
	}
	return err
}
