package web

import (
	"errors"
	"net/http"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/gate"
	"brankel/shop"
)

// How many requests are answered at once, and how many of them may come from one address: more would only wait for one another until
// none is answered in time. Variables for the tests.
var mostAtOnce, mostOfAddress = 256, 192

// crowded turns away at once whoever comes to a full house. Streams, which only wait, are counted by themselves.
func (s *server) crowded(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		place, err := s.gates.crowd.Queue(c.RealIP())
		switch {
		case errors.Is(err, gate.ErrOwn):
			return &shop.Refusal{Status: http.StatusTooManyRequests, Field: "server", After: time.Second, Message: "more is asked from this " +
				"address at once than one may ask: what was typed is still here, wait a moment and ask again"}
		case err != nil:
			return &shop.Refusal{Status: http.StatusServiceUnavailable, Field: "server", After: time.Second, Message: "more is asked at once " +
				"than this server carries: what was typed is still here, wait a moment and ask again"}
		}
		defer place.Leave()
		if err := place.Enter(c.Request().Context()); err != nil {
			return err
		}
		return next(c)
	}
}
