package web

import (
	"context"
	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
)

// PersonIn is somebody new.
type PersonIn struct {
	Name     string        `json:"name"`
	Role     workshop.Role `json:"role"`
	Password string        `json:"password"`
	PIN      string        `json:"pin,omitempty"`
}

// FirstIn is the lead's account, made when there is none.
type FirstIn struct {
	Name     string `json:"name"`
	Password string `json:"password"`
	Zone     string `json:"zone,omitempty"` // whose days and times are told, by its IANA name; UTC where it is not said
}

// TimesIn sets whose days and times are told.
type TimesIn struct {
	Zone string `json:"zone"` // by its IANA name
}

// SecretsIn changes one's own password or PIN; the password of now proves who asks.
type SecretsIn struct {
	Now      string `json:"now"`
	Password string `json:"password,omitempty"`
	PIN      string `json:"pin,omitempty"`
}

// PersonChange is what the lead changes of somebody; what is left out stays.
type PersonChange struct {
	Role     workshop.Role `json:"role,omitempty"`
	Password string        `json:"password,omitempty"`
	PIN      string        `json:"pin,omitempty"`
	SignOut  bool          `json:"sign_out,omitempty"` // everywhere
}

// Member is somebody of the workshop, and what their role may do, in words.
type Member struct {
	workshop.Person
	May string `json:"may"`
}

func (s *server) people(c *echo.Context) error {
	people, err := s.shop.People(c.Request().Context())
	out := []Member{}
	for _, p := range people {
		out = append(out, Member{p, p.Role.Does()})
	}
	return answer(c, out, err)
}

func (s *server) addPerson(c *echo.Context) error {
	var in PersonIn
	if err := read(c, &in); err != nil {
		return err
	}
	if _, err := s.shop.AddPerson(c.Request().Context(), in.Name, in.Role, in.Password, in.PIN); err != nil {
		return err
	}
	return s.people(c)
}

func (s *server) changePerson(c *echo.Context) error {
	var in PersonChange
	if err := read(c, &in); err != nil {
		return err
	}
	if err := s.shop.ChangePerson(c.Request().Context(), account(c).Person, c.Param("id"), in.Role, in.Password, in.PIN, in.SignOut); err != nil {
		return err
	}
	return s.people(c)
}

func (s *server) first(c *echo.Context) error {
	var in FirstIn
	if err := read(c, &in); err != nil {
		return err
	}
	id, err := s.shop.First(c.Request().Context(), in.Name, in.Password, in.Zone)
	if err != nil {
		return err
	}
	a, err := s.shop.Account(c.Request().Context(), id)
	if err != nil {
		return err
	}
	return s.enter(c, a)
}

func (s *server) setTimes(c *echo.Context) error {
	var in TimesIn
	if err := read(c, &in); err != nil {
		return err
	}
	// not within the request: half of the runs with days of another zone would look changed by hand
	if err := s.shop.SetZone(context.WithoutCancel(c.Request().Context()), in.Zone); err != nil {
		return err
	}
	return s.session(c)
}

func (s *server) ownSecrets(c *echo.Context) error {
	var in SecretsIn
	if err := read(c, &in); err != nil {
		return err
	}
	me, err := s.shop.SignIn(c.Request().Context(), account(c).ID, in.Now, c.RealIP())
	if err != nil {
		if r, ok := err.(*shop.Refusal); ok && r.Status == 401 {
			return &shop.Refusal{Status: 403, Field: "now", Message: "this is not your password of now: write it again"}
		}
		return err
	}
	if err := s.shop.SetSecrets(c.Request().Context(), me.ID, in.Password, in.PIN); err != nil {
		return err
	}
	if me, err = s.shop.Account(c.Request().Context(), me.ID); err != nil {
		return err
	}
	return s.enter(c, me)
}
