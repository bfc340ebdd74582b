package web

import (
	"context"
	"net"
	"net/http"
	"strconv"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/rigging/closed"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// Visits is how a demo workshop beside one's own floor is entered from there.
type Visits interface {
	// Enter makes the workshop where it is not there yet, and a ticket that opens its door once.
	Enter(ctx context.Context) (ticket string, at Place, err error)
}

// Visited is that workshop from within.
type Visited interface {
	// Admit takes a ticket, and tells which account it is for; false where it opens nothing (any more).
	Admit(ticket string) (visitor, account string, ok bool)
	// Leave says that a visitor is gone: with the last of them all of it goes.
	Leave(visitor string)
	// Home is the floor they came from.
	Home() Place
}

// Place is where a server is found by those who found the other one: at URL, or where that is "" at Port of the same host.
type Place struct {
	URL  string `json:"url"`
	Port int    `json:"port"`
}

// PlaceOf is where one listens, unless its address is set.
func PlaceOf(set string, listens net.Addr) Place {
	p := Place{URL: set}
	if listens != nil {
		if _, port, err := net.SplitHostPort(listens.String()); err == nil {
			p.Port, _ = strconv.Atoi(port) // a listener's port is a number
		}
	}
	return p
}

// Door is where the demo workshop is entered, with what opens it once.
type Door struct {
	Ticket string `json:"ticket"`
	At     Place  `json:"at"`
}

// Ticket is what opens the demo workshop.
type Ticket struct {
	Ticket string `json:"ticket"`
}

// Gone is where somebody is who left it.
type Gone struct {
	Home Place `json:"home"`
}

// Demo is what a server has to do with a demo workshop.
type Demo string

// A floor with one beside it, that workshop itself, or neither.
const (
	DemoNone   Demo = ""
	DemoBeside Demo = "beside"
	DemoHere   Demo = "here"
)

// Words lists them.
func (Demo) Words() []string { return closed.Words(DemoNone, DemoBeside, DemoHere) }

func (s *server) demo() Demo {
	switch {
	case s.visited != nil:
		return DemoHere
	case s.visits != nil:
		return DemoBeside
	}
	return DemoNone
}

func (s *server) visitRoutes() []route {
	post := http.MethodPost
	return []route{
		on(post, "/api/v1/demo", "enterDemo", "the door of the demo workshop beside this floor").gives(Door{}).
			by(s.enterDemo, workshop.Read).slowly().within(visitLongest),
		on(post, "/api/v1/demo/in", "inDemo", "enter the demo workshop by a ticket").takes(Ticket{}).gives(Gone{}).
			by(s.inDemo, "").slowly(),
		on(post, "/api/v1/demo/out", "outOfDemo", "leave the demo workshop").gives(Gone{}).
			by(s.outOfDemo, ""),
	}
}

// visitLongest is how long the way into the demo may take: its workshop is made then.
const visitLongest = time.Minute

const keyVisitor = "visitor"

func (s *server) enterDemo(c *echo.Context) error {
	if s.visits == nil {
		return &shop.Refusal{Status: 404, Field: "demo", Message: "there is no demo workshop beside this floor"}
	}
	ticket, at, err := s.visits.Enter(c.Request().Context())
	if err != nil {
		s.log.Error("the demo workshop could not be made", "error", err)
		return &shop.Refusal{Status: 503, Field: "demo", Message: "the demo workshop could not be made: " + err.Error()}
	}
	return answer(c, Door{ticket, at}, nil)
}

var notHere = &shop.Refusal{Status: 404, Field: "demo", Message: "this is no demo workshop: it is entered from one’s own floor"}

func (s *server) inDemo(c *echo.Context) error {
	var in Ticket
	if err := read(c, &in); err != nil {
		return err
	}
	if s.visited == nil {
		return notHere
	}
	visitor, id, ok := s.visited.Admit(in.Ticket)
	if !ok {
		return &shop.Refusal{Status: 403, Field: "ticket", Message: "this ticket was used or is too old: go in again from your own floor"}
	}
	a, err := s.shop.Account(c.Request().Context(), id)
	if err != nil {
		return err
	}
	if err := s.admit(c, a); err != nil {
		return err
	}
	s.sessions.Put(c.Request().Context(), keyVisitor, visitor)
	return answer(c, Gone{s.visited.Home()}, nil)
}

func (s *server) outOfDemo(c *echo.Context) error {
	if s.visited == nil {
		return notHere
	}
	ctx := c.Request().Context()
	visitor := s.sessions.GetString(ctx, keyVisitor)
	if err := s.sessions.Destroy(ctx); err != nil {
		return err
	}
	err := answer(c, Gone{s.visited.Home()}, nil)
	s.visited.Leave(visitor)
	return err
}
