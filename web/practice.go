package web

import (
	"cmp"
	"net/http"
	"strconv"

	"github.com/labstack/echo/v5"

	"brankel/rigging/fault"
	"brankel/rigging/practice"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// apprentice is whoever practises without an account.
var apprentice = shop.Account{Person: workshop.Person{Name: "apprentice", Role: workshop.Guest}}

// Done is what came of an act, and the run as it stands after it.
type Done struct {
	practice.Told
	Practice *shop.Practised `json:"practice"`
}

// HabitsOf are somebody's habits, for a lead.
type HabitsOf struct {
	Habits []shop.Habit `json:"habits"`
}

func (s *server) practiceRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/practice", "practice", "what may be practised, and what one made of it so far").gives(shop.Offer{}).
			by(s.practice, workshop.Read).toApprentices(),
		on(post, "/api/v1/practice", "beginPractice", "begin an exercise, by its name or any of a family and grade; its run is one like any "+
			"other, and on no record").takes(shop.PracticeIn{}).gives(shop.RunView{}).
			by(s.beginPractice, workshop.Read).toApprentices().costs(s.gates.reckons),
		on(post, "/api/v1/practice/{run}/do", "doPractice", "do one thing at an exercise: what hands, eyes, ears and gauges tell of it").
			takes(practice.Act{}).gives(Done{}).
			by(s.doPractice, workshop.Read).toApprentices(),
		on(post, "/api/v1/practice/{run}/inspect", "inspectPractice", "have the second pair of eyes of the room look at what was signed").
			gives(shop.RunView{}).
			by(s.inspectPractice, workshop.Read).toApprentices(),
		on(post, "/api/v1/practice/{run}/end", "endPractice", "end an exercise: its score, and what it hid").takes(shop.PracticeEnd{}).
			gives(shop.Debriefed{}).
			by(s.endPractice, workshop.Read).toApprentices().costs(s.gates.reckons),
		on(get, "/api/v1/practice/{run}/debrief", "debrief", "what an exercise hid that is over, beside what was made of it").
			gives(shop.Debriefed{}).
			by(s.debrief, workshop.Read).toApprentices().costs(s.gates.reckons),
		on(get, "/api/v1/practice/{run}/step", "practiceStep", "the rig of an exercise that is over, as it truly stood after an entry").
			asks("at").gives(shop.StepOf{}).
			by(s.practiceStep, workshop.Read).toApprentices().costs(s.gates.reckons),
		on(post, "/api/v1/practice/{run}/again", "againPractice", "the same rig again, with all that was done before an entry").
			takes(shop.PracticeAgain{}).gives(shop.RunView{}).
			by(s.againPractice, workshop.Read).toApprentices().costs(s.gates.reckons),
		on(post, "/api/v1/practice/forget", "forgetPractice", "forget all that one practised").gives(shop.Offer{}).
			by(s.forgetPractice, workshop.Read),
		on(get, "/api/v1/practice/habits/{id}", "habitsOf", "what somebody is to work on, for a lead").gives(HabitsOf{}).
			by(s.habitsOf, workshop.Manage),
		on(get, "/api/v1/practice/faults", "composable", "the faults that can be put into the rig of a sheet").asks("sheet").
			gives(shop.Composable{}).
			by(s.composable, workshop.Manage).costs(s.gates.reckons),
		on(post, "/api/v1/practice/sets", "compose", "make an exercise of a sheet; it is for who made it until it is handed out").
			takes(shop.Composed{}).gives(practice.Open{}).
			by(s.compose, workshop.Manage).upTo(bodyLimit).costs(s.gates.reckons),
		on(post, "/api/v1/practice/sets/{id}/hand", "handOut", "hand an exercise to somebody, or to everybody").takes(shop.HandOut{}).
			gives(shop.Offer{}).
			by(s.handOut, workshop.Manage),
	}
}

const practiceKey = "practice"

// practises tells whether a request is about no run, or about one that is an exercise.
func practises(c *echo.Context) bool { run := c.Param("run"); return run == "" || shop.IsPractice(run) }

// toPractice lets whose an exercise is to its run, and a lead to look.
func (s *server) toPractice(c *echo.Context, r route, who shop.Account) error {
	run := c.Param("run")
	if !shop.IsPractice(run) {
		return nil
	}
	if r.real {
		return &shop.Refusal{Status: 409, Field: "run", Message: "this is an exercise: it is on no record, and nothing is learnt of it about a machine"}
	}
	p, err := s.shop.Practice(c.Request().Context())
	if err != nil {
		return err
	}
	owner, err := p.Owner(c.Request().Context(), run)
	if err != nil {
		return err
	}
	if owner != who.ID && !(r.Method == http.MethodGet && who.Role.May(workshop.Manage)) {
		return shop.ErrNotFound // of others not even that it is there
	}
	c.Set(practiceKey, p)
	return nil
}

// of is the shop that has the run of a request.
func (s *server) of(c *echo.Context) *shop.Shop {
	if p, is := c.Get(practiceKey).(*shop.Practice); is {
		return p.Shop
	}
	return s.shop
}

// shopOf is the shop that has a run which a request asks about: an exercise is that of whose it is.
func (s *server) shopOf(c *echo.Context, run string) (*shop.Shop, error) {
	if !shop.IsPractice(run) {
		return s.shop, nil
	}
	ctx := c.Request().Context()
	p, err := s.shop.Practice(ctx)
	if err != nil {
		return nil, err
	}
	who, err := s.actor(ctx)
	if err != nil {
		return nil, err
	}
	if owner, err := p.Owner(ctx, run); err != nil || owner != who.ID || who.guest.Run != "" {
		return nil, cmp.Or(err, shop.ErrNotFound)
	}
	return p.Shop, nil
}

func (s *server) practice(c *echo.Context) error {
	p, err := s.shop.Practice(c.Request().Context())
	if err != nil {
		return err
	}
	out, err := p.Offer(c.Request().Context(), account(c).Person)
	return answer(c, out, err)
}

func (s *server) beginPractice(c *echo.Context) error {
	var in shop.PracticeIn
	if err := read(c, &in); err != nil {
		return err
	}
	p, err := s.shop.Practice(c.Request().Context())
	if err != nil {
		return err
	}
	out, err := p.Begin(c.Request().Context(), account(c).Person, in)
	return answer(c, out, err)
}

// room is that of a request whose run is an exercise, ErrNotFound where it is none.
func room(c *echo.Context) (*shop.Practice, error) {
	if p, is := c.Get(practiceKey).(*shop.Practice); is {
		return p, nil
	}
	return nil, shop.ErrNotFound
}

func (s *server) doPractice(c *echo.Context) error {
	var in practice.Act
	if err := read(c, &in); err != nil {
		return err
	}
	p, err := room(c)
	if err != nil {
		return err
	}
	told, beside, err := p.Do(c.Request().Context(), c.Param("run"), in)
	s.followed(c.Param("run"), beside)
	return answer(c, Done{told, beside}, err)
}

func (s *server) inspectPractice(c *echo.Context) error {
	p, err := room(c)
	if err != nil {
		return err
	}
	out, err := p.Inspect(c.Request().Context(), c.Param("run"))
	return answer(c, out, err)
}

func (s *server) endPractice(c *echo.Context) error {
	var in shop.PracticeEnd
	if err := read(c, &in); err != nil {
		return err
	}
	p, err := room(c)
	if err != nil {
		return err
	}
	out, err := p.End(c.Request().Context(), c.Param("run"), in)
	if err == nil {
		s.followed(c.Param("run"), &shop.Practised{}) // nothing is held to it any more
	}
	return answer(c, out, err)
}

func (s *server) debrief(c *echo.Context) error {
	p, err := room(c)
	if err != nil {
		return err
	}
	out, err := p.Debrief(c.Request().Context(), c.Param("run"))
	return answer(c, out, err)
}

func (s *server) practiceStep(c *echo.Context) error {
	p, err := room(c)
	if err != nil {
		return err
	}
	at, err := strconv.Atoi(c.QueryParam("at"))
	if err != nil {
		return fault.At("at", "write the number of an entry")
	}
	out, err := p.Step(c.Request().Context(), c.Param("run"), at)
	return answer(c, out, err)
}

func (s *server) againPractice(c *echo.Context) error {
	var in shop.PracticeAgain
	if err := read(c, &in); err != nil {
		return err
	}
	p, err := room(c)
	if err != nil {
		return err
	}
	out, err := p.Again(c.Request().Context(), account(c).Person, c.Param("run"), in)
	return answer(c, out, err)
}

func (s *server) composable(c *echo.Context) error {
	out, err := s.shop.Composable(c.Request().Context(), c.QueryParam("sheet"))
	return answer(c, out, err)
}

func (s *server) compose(c *echo.Context) error {
	var in shop.Composed
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Compose(c.Request().Context(), account(c).Person, in)
	return answer(c, out, err)
}

func (s *server) handOut(c *echo.Context) error {
	var in shop.HandOut
	if err := read(c, &in); err != nil {
		return err
	}
	if err := s.shop.HandOut(c.Request().Context(), c.Param("id"), in); err != nil {
		return err
	}
	return s.practice(c)
}

func (s *server) forgetPractice(c *echo.Context) error {
	p, err := s.shop.Practice(c.Request().Context())
	if err != nil {
		return err
	}
	if err := p.Forget(c.Request().Context(), account(c).ID); err != nil {
		return err
	}
	out, err := p.Offer(c.Request().Context(), account(c).Person)
	return answer(c, out, err)
}

func (s *server) habitsOf(c *echo.Context) error {
	p, err := s.shop.Practice(c.Request().Context())
	if err != nil {
		return err
	}
	out, err := p.Habits(c.Request().Context(), c.Param("id"))
	return answer(c, HabitsOf{out}, err)
}
