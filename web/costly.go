package web

import (
	"context"
	"errors"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/gate"
	"brankel/shop"
)

// gates are the queues of what costs much: how many work at once, how many wait, and how many of
// them one person or address may have. Each is of its own, so that none holds up the rest.
type gates struct {
	open    *gate.Gate // computations for anybody who comes by
	reckons *gate.Gate // computations for the workshop
	photos  *gate.Gate // each may take 350 MB for a moment
	leaves  *gate.Gate // papers and files that are made to leave the house
	crowd   *gate.Gate // everything that is asked
}

func newGates() gates {
	return gates{open: gate.New(1, 6, 3), reckons: gate.New(2, 24, 8), photos: gate.New(1, 6, 2), leaves: gate.New(1, 8, 3),
		crowd: gate.New(mostAtOnce, 0, mostOfAddress)}
}

// whoWaits is under what the places of a queue are counted: the account, the invitation, or the
// address.
func whoWaits(c *echo.Context) string {
	switch a := account(c); {
	case a.ID != "":
		return "account " + a.ID
	case a.Name == apprentice.Name:
		return "address " + c.RealIP()
	case a.Name != "":
		return "guest of " + c.Param("run")
	}
	return "address " + c.RealIP()
}

// queued gives a place in a queue, or the refusal that says to come again.
func queued(c *echo.Context, g *gate.Gate) (*gate.Place, error) {
	p, err := g.Queue(whoWaits(c))
	return p, busy(err)
}

// busy says why there is no place, or that the turn never came.
func busy(err error) error {
	switch {
	case errors.Is(err, gate.ErrOwn):
		return &shop.Refusal{Status: 429, After: 2 * time.Second,
			Message: "what you asked for before is still being worked on: wait for it, then ask again"}
	case errors.Is(err, gate.ErrFull), errors.Is(err, context.DeadlineExceeded):
		return &shop.Refusal{Status: 503, Message: "others are before you just now: try again in a moment", After: 4 * time.Second}
	}
	return err
}

// costing serves a route when its turn comes.
func costing(g *gate.Gate, next echo.HandlerFunc) echo.HandlerFunc {
	if g == nil {
		return next
	}
	return func(c *echo.Context) error {
		leave, err := g.Enter(c.Request().Context(), whoWaits(c))
		if err != nil {
			return busy(err)
		}
		defer leave()
		return next(c)
	}
}
