package web

import (
	"errors"
	"io"
	"net/http"
	"os"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/shop"
)

// patience is how long a connection may stand still, reading or writing, before it is given up: a
// deadline moves on with every portion. How long the whole may take is the route's. A
// variable for the tests.
var patience = 15 * time.Second

// writeBy moves on the time until which an answer may be written; recorders in tests have none.
func writeBy(w http.ResponseWriter, in time.Duration) {
	_ = http.NewResponseController(w).SetWriteDeadline(time.Now().Add(in))
}

// unhurried lets a body take its time as long as it comes.
func unhurried(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		r.Body = &slowly{ReadCloser: r.Body, of: c}
		return next(c)
	}
}

// slowly is a body that may take its time as long as it comes.
type slowly struct {
	io.ReadCloser
	of *echo.Context
}

func (s *slowly) Read(p []byte) (int, error) {
	ctx := s.of.Request().Context()
	if ctx.Err() != nil {
		return 0, tooSlow
	}
	until := time.Now().Add(patience)
	if end, ok := ctx.Deadline(); ok && end.Before(until) {
		until = end
	}
	_ = http.NewResponseController(s.of.Response()).SetReadDeadline(until) // not of a recorder in a test
	n, err := s.ReadCloser.Read(p)
	if errors.Is(err, os.ErrDeadlineExceeded) {
		err = tooSlow
	}
	return n, err
}

var tooSlow = &shop.Refusal{Status: http.StatusRequestTimeout,
	Message: "this came too slowly to be taken: send it again where the network reaches better"}
