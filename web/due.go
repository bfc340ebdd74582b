package web

import (
	"bytes"
	"io"
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
)

// PlanIn is the day on which a machine is to come in, "" to take it back.
type PlanIn struct {
	Machine string `json:"machine"`
	Day     string `json:"day"` // 2006-01-02
}

const ical = "text/calendar; charset=utf-8"

func (s *server) dueRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/due", "due", "what comes due, and the visits that would do it").gives(shop.DueList{}).by(s.due, workshop.Read),
		on(post, "/api/v1/due/plan", "plan", "the day on which a machine is to come in").takes(PlanIn{}).gives(shop.DueList{}).
			by(s.plan, workshop.Work),
		on(get, "/api/v1/due.ics", "dueCalendar", "what comes due, as iCalendar").as(ical).by(s.calendar, workshop.Read).
			costs(s.gates.reckons),
		on(get, "/api/v1/calendars", "calendars", "the secret addresses of the calendar that are open").gives([]shop.CalendarAddress{}).
			by(s.calendars, workshop.Manage),
		on(post, "/api/v1/calendars", "newCalendar", "a secret address for calendars to read by themselves; its secret is told once").
			gives(shop.CalendarAddress{}).by(s.newCalendar, workshop.Manage),
		on(post, "/api/v1/calendars/{id}/revoke", "revokeCalendar", "close a secret address").gives([]shop.CalendarAddress{}).
			by(s.revokeCalendar, workshop.Manage),
		on(get, "/api/v1/calendar/{secret}", "calendarBy", "the calendar, to whoever has a secret address").as(ical).openTo(s.calendarBy).
			slowly().costs(s.gates.reckons),
	}
}

func (s *server) due(c *echo.Context) error {
	out, err := s.shop.Due(c.Request().Context())
	return answer(c, out, err)
}

func (s *server) plan(c *echo.Context) error {
	var in PlanIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Plan(c.Request().Context(), in.Machine, in.Day, account(c).Name)
	return answer(c, out, err)
}

func (s *server) calendar(c *echo.Context) error {
	return sendCalendar(c, func(w io.Writer) error { return s.shop.Calendar(c.Request().Context(), w) })
}

func (s *server) calendarBy(c *echo.Context) error {
	return sendCalendar(c, func(w io.Writer) error { return s.shop.CalendarBy(c.Request().Context(), c.Param("secret"), w) })
}

func sendCalendar(c *echo.Context, write func(w io.Writer) error) error {
	var out bytes.Buffer
	if err := write(&out); err != nil {
		return err
	}
	c.Response().Header().Set("Content-Disposition", `attachment; filename="brankel-due.ics"`)
	return c.Blob(http.StatusOK, ical, out.Bytes())
}

func (s *server) calendars(c *echo.Context) error {
	out, err := s.shop.Calendars(c.Request().Context())
	return answer(c, out, err)
}

func (s *server) newCalendar(c *echo.Context) error {
	out, err := s.shop.NewCalendar(c.Request().Context(), account(c).Name)
	return answer(c, out, err)
}

func (s *server) revokeCalendar(c *echo.Context) error {
	out, err := s.shop.RevokeCalendar(c.Request().Context(), c.Param("id"))
	return answer(c, out, err)
}
