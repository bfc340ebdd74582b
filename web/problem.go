package web

import (
	"encoding/json"
	"errors"
	"io"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/labstack/echo/v5"

	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/strict"
	"brankel/shop"
)

// Problem is every error of the API (RFC 9457), with the JSON path of the field
// that is at fault and, after a conflict, what came in between.
type Problem struct {
	Type   string         `json:"type"`
	Title  string         `json:"title"`
	Status int            `json:"status"`
	Detail string         `json:"detail"`
	Field  string         `json:"field,omitempty"`
	Missed []record.Event `json:"missed,omitempty"`
	Clash  *Clash         `json:"clash,omitempty"`  // some of them speak of the same thing
	Run    *shop.RunView  `json:"run,omitempty"`    // as it stands with them
	Kept   *record.Event  `json:"kept,omitempty"`   // the entry that has the id already
	Sent   *record.Event  `json:"sent,omitempty"`   // the one that came under it
	Faults []fault.Fault  `json:"faults,omitempty"` // all that is wrong with a sheet
	Card   *CardNow       `json:"card,omitempty"`   // how it stands, where somebody else changed it
}

// Clash is both versions of the same thing: what was sent, and what others wrote of it meanwhile.
// Turned tells that they moved what was sent tells of: unless it was made after, it is of before.
type Clash struct {
	Mine   string  `json:"mine"`
	Theirs []Their `json:"theirs"`
	Turned bool    `json:"turned"`
}

// CardNow is a machine's card as somebody else left it, and where yours differs.
type CardNow struct {
	Version int      `json:"version"`
	Differs []string `json:"differs"`
}

// Their is what somebody else wrote.
type Their struct {
	ID   string    `json:"id"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
	Says string    `json:"says"`
}

func clashOf(c *shop.Conflict) *Clash {
	if len(c.Clashes) == 0 {
		return nil
	}
	out := &Clash{Mine: c.Mine, Theirs: []Their{}, Turned: c.Turned}
	for _, e := range c.Clashes {
		out.Theirs = append(out.Theirs, Their{e.ID, e.By, e.At, e.Says()})
	}
	return out
}

func problem(status int, detail, field string) Problem {
	return Problem{Type: "about:blank", Title: http.StatusText(status), Status: status, Detail: detail, Field: field}
}

// problemOf says what an error means to the person at the screen; what is not
// meant for them is logged and told as what it is, a fault of ours.
func problemOf(err error) Problem {
	var one *fault.Fault
	var conflict *shop.Conflict
	var status echo.HTTPStatusCoder
	var refusal *shop.Refusal
	var twin *shop.Twin
	var moved *shop.CardMoved
	var faults fault.List
	switch {
	case errors.As(err, &faults):
		p := problem(http.StatusUnprocessableEntity, faults[0].Message, faults[0].Field)
		p.Faults = faults
		return p
	case errors.As(err, &refusal):
		return problem(refusal.Status, refusal.Message, refusal.Field)
	case errors.As(err, &one):
		return problem(http.StatusUnprocessableEntity, one.Message, one.Field)
	case errors.As(err, &conflict):
		p := problem(
			http.StatusConflict,
			"somebody else wrote to this run in between: look at what came in, then send yours again",
			"after",
		)
		p.Missed, p.Clash = conflict.Missed, clashOf(conflict)
		return p
	case errors.As(err, &moved):
		p := problem(http.StatusConflict, "somebody else changed this card while you wrote: look at both, then say which stands", "version")
		p.Card = &CardNow{moved.Now.Version, moved.Differs}
		return p
	case errors.As(err, &twin):
		p := problem(http.StatusConflict, "another entry has this id already: look at both, then send yours under an id of its own", "id")
		p.Kept, p.Sent = &twin.Kept, &twin.Sent
		return p
	case errors.Is(err, shop.ErrChanged):
		return problem(http.StatusConflict, err.Error()+": it can not be trusted, and nothing is led by it. brankel verify tells more; keep the "+
			"sheet anew from a file that is right", "sheet")
	case errors.Is(err, shop.ErrNotFound):
		return problem(http.StatusNotFound, "there is nothing here under this name", "")
	case errors.Is(err, echo.ErrStatusRequestEntityTooLarge):
		return problem(http.StatusRequestEntityTooLarge, "this is too large to be one entry: send less at once", "")
	case errors.As(err, &status) && status.StatusCode() == http.StatusTooManyRequests:
		return problem(http.StatusTooManyRequests, "too many attempts at once: wait a moment, then try again", "")
	case errors.As(err, &status) && status.StatusCode() < 500:
		return problem(status.StatusCode(), strings.ToLower(http.StatusText(status.StatusCode())), "")
	case shop.Unkeepable(err):
		return problem(http.StatusUnprocessableEntity, "there are letters in this that can not be kept: write it anew without them", "")
	case isAway(err):
		return problem(http.StatusServiceUnavailable, "the workshop's store does not answer now: what you typed is still here, try "+
			"again in a moment", "")
	}
	return problem(http.StatusInternalServerError, "something went wrong here: what you typed is still there, try again; if it "+
		"stays so, tell the lead", "")
}

func (s *server) fail(c *echo.Context, err error) {
	if r, _ := echo.UnwrapResponse(c.Response()); r != nil && r.Committed {
		return
	}
	p := problemOf(err)
	if p.Status >= 500 {
		s.log.Error("request failed", "id", c.Response().Header().Get(requestID), "route", c.Path(), "error", err)
	}
	var conflict *conflictView
	if errors.As(err, &conflict) {
		p.Run = conflict.view
	}
	if wait := retryAfter(err, p.Status); wait > 0 {
		c.Response().Header().Set("Retry-After", strconv.Itoa(wait))
	}
	raw, _ := json.Marshal(p) // plain data
	_ = c.Blob(p.Status, "application/problem+json", raw)
}

// retryAfter is how many seconds to wait before the same is tried again, 0 when that
// would not help.
func retryAfter(err error, status int) int {
	var refusal *shop.Refusal
	switch {
	case errors.As(err, &refusal) && refusal.After > 0:
		return int(refusal.After.Seconds()) + 1
	case status == http.StatusServiceUnavailable || status == http.StatusTooManyRequests:
		return 2
	}
	return 0
}

// away is an error of the store that means it is not there.
type away struct{ error }

func (a *away) Unwrap() error { return a.error }

func isAway(err error) bool {
	var one *away
	return errors.As(err, &one) || shop.Away(err)
}

// conflictView carries the run as it stands along with a conflict.
type conflictView struct {
	error
	view *shop.RunView
}

func (c *conflictView) Unwrap() error { return c.error }

// read decodes a request body strictly into what in points to.
func read(c *echo.Context, in any) error {
	if ct := c.Request().Header.Get("Content-Type"); !strings.HasPrefix(ct, "application/json") {
		return echo.NewHTTPError(http.StatusUnsupportedMediaType, "send application/json")
	}
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	return strict.Decode(raw, in)
}
