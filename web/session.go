package web

import (
	"context"
	"errors"
	"net/http"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
)

// Session is who is at the bench. State is first (there are no accounts yet), out,
// locked (idle for too long: a PIN or password opens it again), in, or guest (second hands at
// one run, by its code).
type Session struct {
	State  string            `json:"state"`
	Run    string            `json:"run,omitempty"` // of a guest
	Person *workshop.Person  `json:"person,omitempty"`
	People []workshop.Person `json:"people"` // who may switch in by PIN on this device
	Manage bool              `json:"manage"`
	Work   bool              `json:"work"`
	Shows  bool              `json:"shows"` // this server only shows: nothing can be entered at it
	Times  string            `json:"times"` // the zone whose days and times are told
	Demo   Demo              `json:"demo"`
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
		on(post, "/api/v1/times", "setTimes", "whose days and times are told").takes(TimesIn{}).gives(Session{}).
			by(s.setTimes, workshop.Manage),
		on(post, "/api/v1/me", "ownSecrets", "one's own password or PIN").takes(SecretsIn{}).gives(Session{}).
			by(s.ownSecrets, workshop.Read).slowly(),
		on(get, "/api/v1/people", "people", "who may do what").gives([]Member{}).
			by(s.people, workshop.Read),
		on(post, "/api/v1/people", "addPerson", "somebody new").takes(PersonIn{}).gives([]Member{}).
			by(s.addPerson, workshop.Manage),
		on(post, "/api/v1/people/{id}", "changePerson", "change somebody's role or secrets, or sign them out").
			takes(PersonChange{}).gives([]Member{}).
			by(s.changePerson, workshop.Manage),
	}
}

// keys of what a session holds
const (
	keyPerson = "person"
	keyEpoch  = "epoch"
	keySeen   = "seen" // when somebody last touched the device, Unix seconds

	// of a guest
	keyRun   = "run"
	keyGuest = "guest"
	keyToken = "token" // of the invitation they came by
)

func newSessions(s *shop.Shop, cookie string, secure bool) (*scs.SessionManager, error) {
	kept, err := s.Sessions()
	if err != nil {
		return nil, err
	}
	m := scs.New()
	m.Store = kept
	m.Lifetime = 7 * 24 * time.Hour
	m.Cookie.Name = cookie
	m.Cookie.SameSite = http.SameSiteLaxMode
	m.Cookie.HttpOnly = true
	m.Cookie.Secure = secure
	return m, nil
}

// actor is who asks: somebody with an account, a guest at one run, or nobody (ID and guest are
// empty).
type actor struct {
	shop.Account
	locked bool
	guest  shop.Guest
}

// actor is who the session of ctx belongs to.
func (s *server) actor(ctx context.Context) (who actor, err error) {
	id := s.sessions.GetString(ctx, keyPerson)
	if id == "" {
		return s.guestOf(ctx)
	}
	who.Account, err = s.shop.Account(ctx, id)
	if errors.Is(err, shop.ErrNotFound) || err == nil && who.Epoch != s.sessions.GetInt(ctx, keyEpoch) {
		return actor{}, nil // gone, or signed out everywhere
	}
	seen := time.Unix(s.sessions.GetInt64(ctx, keySeen), 0)
	who.locked = s.shop.Now().Sub(seen).Abs() > s.idle && !s.shop.Shows() // a wall is touched by nobody
	return who, err
}

// guestOf is the guest of a session, as long as the code they came by is good.
func (s *server) guestOf(ctx context.Context) (who actor, err error) {
	g := shop.Guest{
		Run:   s.sessions.GetString(ctx, keyRun),
		Name:  s.sessions.GetString(ctx, keyGuest),
		Token: s.sessions.GetString(ctx, keyToken),
	}
	if g.Run == "" {
		return who, nil
	}
	if still, err := s.shop.StillGuest(ctx, g); err != nil || !still {
		return who, err
	}
	who.guest, who.Person = g, workshop.Person{Name: g.Name, Role: workshop.Guest}
	return who, nil
}

const accountKey = "account"

// guard lets through who may do what the route needs; "" needs nobody.
func (s *server) guard(r route) echo.HandlerFunc {
	handle := costing(r.gate, r.handle)
	if s.shop.Shows() && r.Method != http.MethodGet && r.ID != "here" {
		handle = func(*echo.Context) error { return shop.OnlyShows() }
	}
	if r.needs == "" {
		return handle
	}
	return func(c *echo.Context) error {
		who, err := s.actor(c.Request().Context())
		switch {
		case err != nil:
			return err
		case who.ID == "" && who.guest.Run == "" && r.apprentices && practises(c):
			c.Set(accountKey, apprentice)
			if err := s.toPractice(c, r, apprentice); err != nil {
				return err
			}
			return handle(c)
		case who.ID == "" && who.guest.Run == "":
			return &shop.Refusal{Status: 401, Field: "session", Message: "sign in first"}
		case who.guest.Run != "" && !(r.guests && c.Param("run") == who.guest.Run):
			return &shop.Refusal{Status: 403, Field: "session", Message: "you are here as second hands for one run: sign in for anything else"}
		case who.locked:
			return &shop.Refusal{Status: 401, Field: "session", Message: "nobody was here for a while: write your PIN or password"}
		case !who.Role.May(r.needs) && !(r.apprentices && shop.IsPractice(c.Param("run"))):
			return &shop.Refusal{Status: 403, Field: "session", Message: "you are signed in as " + string(who.Role) + ", who may not " +
				"" + string(r.needs) + ": ask the lead"}
		}
		if c.Request().Method != http.MethodGet && who.ID != "" && !s.shop.Shows() {
			s.seen(c)
		}
		c.Set(accountKey, who.Account)
		if err := s.toPractice(c, r, who.Account); err != nil {
			return err
		}
		return handle(c)
	}
}

// seenEvery is how often it is written down that somebody is here.
const seenEvery = 30 * time.Second

// seen notes that somebody touched the device, so seldom that it costs nothing.
func (s *server) seen(c *echo.Context) {
	ctx, now := c.Request().Context(), s.shop.Now()
	if now.Sub(time.Unix(s.sessions.GetInt64(ctx, keySeen), 0)) >= seenEvery {
		s.sessions.Put(ctx, keySeen, now.Unix())
	}
}

// account is who the guard let through.
func account(c *echo.Context) shop.Account {
	a, _ := c.Get(accountKey).(shop.Account)
	return a
}

func (s *server) session(c *echo.Context) error {
	a, err := s.actor(c.Request().Context())
	if err != nil {
		return err
	}
	out := Session{State: "in", People: []workshop.Person{}, Shows: s.shop.Shows(), Demo: s.demo()}
	if out.Times, err = s.shop.Times(c.Request().Context()); err != nil {
		return err
	}
	if a.guest.Run != "" {
		out.State, out.Run, out.Person, out.Work = "guest", a.guest.Run, &a.Person, true
		return answer(c, out, nil)
	}
	if a.ID == "" {
		some, err := s.shop.HasAccounts(c.Request().Context())
		out.State = map[bool]string{true: "out", false: "first"}[some]
		return answer(c, out, err)
	}
	if a.locked {
		out.State = "locked"
	}
	out.Person, out.Manage, out.Work = &a.Person, s.may(a, workshop.Manage), s.may(a, workshop.Work)
	people, err := s.shop.People(c.Request().Context())
	for _, p := range people {
		if p.PIN {
			out.People = append(out.People, p)
		}
	}
	return answer(c, out, err)
}

// may tells whether somebody may do something here.
func (s *server) may(who actor, does workshop.Action) bool {
	return who.Role.May(does) && !s.shop.Shows()
}

func (s *server) signIn(c *echo.Context) error {
	var in SignIn
	if err := read(c, &in); err != nil {
		return err
	}
	var a shop.Account
	var err error
	if in.PIN != "" {
		known, err2 := s.actor(c.Request().Context())
		if err2 != nil {
			return err2
		}
		if known.ID == "" {
			return &shop.Refusal{Status: 401, Field: "pin", Message: "a PIN opens only a device where somebody is signed in: write your " +
				"name and password"}
		}
		a, err = s.shop.Switch(c.Request().Context(), in.Name, in.PIN, c.RealIP())
	} else {
		a, err = s.shop.SignIn(c.Request().Context(), in.Name, in.Password, c.RealIP())
	}
	if err != nil {
		return err
	}
	return s.enter(c, a)
}

// enter begins a session under a new token, so that one from before is worth nothing.
func (s *server) enter(c *echo.Context, a shop.Account) error {
	if err := s.admit(c, a); err != nil {
		return err
	}
	return s.session(c)
}

func (s *server) admit(c *echo.Context, a shop.Account) error {
	ctx := c.Request().Context()
	if err := s.sessions.RenewToken(ctx); err != nil {
		return err
	}
	s.sessions.Remove(ctx, keyRun)
	s.sessions.Put(ctx, keyPerson, a.ID)
	s.sessions.Put(ctx, keyEpoch, a.Epoch)
	s.sessions.Put(ctx, keySeen, s.shop.Now().Unix())
	return nil
}

func (s *server) signOut(c *echo.Context) error {
	if err := s.sessions.Destroy(c.Request().Context()); err != nil {
		return err
	}
	s.shop.Came()
	return c.JSON(http.StatusOK, Session{State: "out", People: []workshop.Person{}, Demo: s.demo()})
}

func (s *server) signOutEverywhere(c *echo.Context) error {
	if err := s.shop.SignOut(c.Request().Context(), account(c).ID); err != nil {
		return err
	}
	return s.signOut(c)
}
