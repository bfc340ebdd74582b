package web

import (
	"errors"
	"net/http"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/labstack/echo/v5"

	"brankel/postgres"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// Session is who is at the bench. State is first (there are no accounts yet), out,
// locked (idle for too long: a PIN or password opens it again) or in.
type Session struct {
	State  string            `json:"state"`
	Person *workshop.Person  `json:"person,omitempty"`
	People []workshop.Person `json:"people"` // who may switch in by PIN on this device
	Manage bool              `json:"manage"`
	Work   bool              `json:"work"`
}

// SignIn is a name and a password, or a person of this device and a PIN.
type SignIn struct {
	Name     string `json:"name"`
	Password string `json:"password,omitempty"`
	PIN      string `json:"pin,omitempty"`
}

func (s *server) sessionRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/session", "session", "who is at the bench").gives(Session{}).
			by(s.session, ""),
		on(post, "/api/v1/session", "signIn", "sign in by name and password, or switch by PIN").takes(SignIn{}).gives(Session{}).
			by(s.signIn, "").slowly(),
		on(post, "/api/v1/session/here", "here", "somebody touches the device").gives(Session{}).
			by(s.session, workshop.Read),
		on(post, "/api/v1/session/out", "signOut", "sign out on this device").gives(Session{}).
			by(s.signOut, ""),
		on(post, "/api/v1/session/out-everywhere", "signOutEverywhere", "end every session of one's own").gives(Session{}).
			by(s.signOutEverywhere, workshop.Read),
		on(post, "/api/v1/first", "first", "the lead's account, when there is none").takes(FirstIn{}).gives(Session{}).
			by(s.first, "").slowly(),
		on(post, "/api/v1/me", "ownSecrets", "one's own password or PIN").takes(SecretsIn{}).gives(Session{}).
			by(s.ownSecrets, workshop.Read).slowly(),
		on(get, "/api/v1/people", "people", "who may do what").gives([]workshop.Person{}).
			by(s.people, workshop.Read),
		on(post, "/api/v1/people", "addPerson", "somebody new").takes(PersonIn{}).gives([]workshop.Person{}).
			by(s.addPerson, workshop.Manage),
		on(post, "/api/v1/people/{id}", "changePerson", "change somebody's role or secrets, or sign them out").
			takes(PersonChange{}).gives([]workshop.Person{}).
			by(s.changePerson, workshop.Manage),
	}
}

// keys of what a session holds
const (
	keyPerson = "person"
	keyEpoch  = "epoch"
	keySeen   = "seen" // when somebody last touched the device, Unix seconds
)

func newSessions(store *postgres.Store, secure bool) (*scs.SessionManager, error) {
	kept, err := store.Sessions()
	if err != nil {
		return nil, err
	}
	m := scs.New()
	m.Store = kept
	m.Lifetime = 7 * 24 * time.Hour
	m.Cookie.Name = "brankel"
	m.Cookie.SameSite = http.SameSiteLaxMode
	m.Cookie.HttpOnly = true
	m.Cookie.Secure = secure
	return m, nil
}

// whoever is the account of the session and whether it is locked; the account's ID
// is "" when nobody is signed in.
func (s *server) whoever(c *echo.Context) (a postgres.Account, locked bool, err error) {
	ctx := c.Request().Context()
	id := s.sessions.GetString(ctx, keyPerson)
	if id == "" {
		return a, false, nil
	}
	if a, err = s.in(c).Store.Account(id); errors.Is(err, postgres.ErrNotFound) || err == nil && a.Epoch != s.sessions.GetInt(ctx, keyEpoch) {
		return postgres.Account{}, false, nil // gone, or signed out everywhere
	}
	seen := time.Unix(s.sessions.GetInt64(ctx, keySeen), 0)
	return a, s.in(c).Now().Sub(seen) > s.idle, err
}

const accountKey = "account"

// guard lets through who may do what the route needs; "" needs nobody.
func (s *server) guard(needs workshop.Action, next echo.HandlerFunc) echo.HandlerFunc {
	if needs == "" {
		return next
	}
	return func(c *echo.Context) error {
		a, locked, err := s.whoever(c)
		switch {
		case err != nil:
			return err
		case a.ID == "":
			return &shop.Refusal{Status: 401, Field: "session", Message: "sign in first"}
		case locked:
			return &shop.Refusal{Status: 401, Field: "session", Message: "nobody was here for a while: write your PIN or password"}
		case !a.Role.May(needs):
			return &shop.Refusal{Status: 403, Field: "session", Message: "you are signed in as " + string(a.Role) + ", who may not " +
				"" + string(needs) + ": ask the lead"}
		}
		if c.Request().Method != http.MethodGet {
			s.seen(c)
		}
		c.Set(accountKey, a)
		return next(c)
	}
}

// seenEvery is how often it is written down that somebody is here.
const seenEvery = 30 * time.Second

// seen notes that somebody touched the device, so seldom that it costs nothing.
func (s *server) seen(c *echo.Context) {
	ctx, now := c.Request().Context(), s.in(c).Now()
	if now.Sub(time.Unix(s.sessions.GetInt64(ctx, keySeen), 0)) >= seenEvery {
		s.sessions.Put(ctx, keySeen, now.Unix())
	}
}

// account is who the guard let through.
func account(c *echo.Context) postgres.Account {
	a, _ := c.Get(accountKey).(postgres.Account)
	return a
}

func (s *server) session(c *echo.Context) error {
	a, locked, err := s.whoever(c)
	if err != nil {
		return err
	}
	out := Session{State: "in", People: []workshop.Person{}}
	if a.ID == "" {
		some, err := s.in(c).Store.HasAccounts()
		out.State = map[bool]string{true: "out", false: "first"}[some]
		return answer(c, out, err)
	}
	if locked {
		out.State = "locked"
	}
	out.Person, out.Manage, out.Work = &a.Person, a.Role.May(workshop.Manage), a.Role.May(workshop.Work)
	people, err := s.in(c).Store.People()
	for _, p := range people {
		if p.PIN {
			out.People = append(out.People, p)
		}
	}
	return answer(c, out, err)
}

func (s *server) signIn(c *echo.Context) error {
	var in SignIn
	if err := read(c, &in); err != nil {
		return err
	}
	var a postgres.Account
	var err error
	if in.PIN != "" {
		known, _, err2 := s.whoever(c)
		if err2 != nil {
			return err2
		}
		if known.ID == "" {
			return &shop.Refusal{Status: 401, Field: "pin", Message: "a PIN opens only a device where somebody is signed in: write your " +
				"name and password"}
		}
		a, err = s.in(c).Switch(in.Name, in.PIN)
	} else {
		a, err = s.in(c).SignIn(in.Name, in.Password)
	}
	if err != nil {
		return err
	}
	return s.enter(c, a)
}

// enter begins a session under a new token, so that one from before is worth nothing.
func (s *server) enter(c *echo.Context, a postgres.Account) error {
	ctx := c.Request().Context()
	if err := s.sessions.RenewToken(ctx); err != nil {
		return err
	}
	s.sessions.Put(ctx, keyPerson, a.ID)
	s.sessions.Put(ctx, keyEpoch, a.Epoch)
	s.sessions.Put(ctx, keySeen, s.in(c).Now().Unix())
	return s.session(c)
}

func (s *server) signOut(c *echo.Context) error {
	if err := s.sessions.Destroy(c.Request().Context()); err != nil {
		return err
	}
	return c.JSON(http.StatusOK, Session{State: "out", People: []workshop.Person{}})
}

func (s *server) signOutEverywhere(c *echo.Context) error {
	if err := s.in(c).Store.ChangePerson(account(c).ID, postgres.PersonChange{SignOut: true}); err != nil {
		return err
	}
	return s.signOut(c)
}
