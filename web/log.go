package web

import (
	"io"
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
)

func (s *server) logRoutes() []route {
	get := http.MethodGet
	sentence := []string{"machine", "cable", "person", "cause", "from", "to", "moved", "signed"}
	return []route{
		on(get, "/api/v1/log", "log", "what was done, by machine, cable, person, cause and span; moved: by more than so many turns").asks(sentence...).
			gives(shop.Log{}).by(s.whatWasDone, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/log.csv", "logCSV", "the same as a table").asks(sentence...).as("text/csv").by(s.logCSV, workshop.Read).leaving(),
		on(get, "/api/v1/log.json", "logJSON", "the same as JSON").asks(sentence...).as("application/json").by(s.logJSON, workshop.Read).leaving(),
		on(get, "/api/v1/log.pdf", "logPDF", "the same on paper").asks(append(sentence, "paper")...).as("application/pdf").
			by(s.logPDF, workshop.Read).leaving(),
		on(get, "/api/v1/week.pdf", "weekPDF", "the week on paper").asks("paper").as("application/pdf").by(s.weekPDF, workshop.Read).leaving(),
		on(get, "/api/v1/week", "week", "what is open, what was signed in seven days, what was left out or done by request").
			gives(shop.Week{}).by(s.week, workshop.Read),
	}
}

func logAsk(c *echo.Context) shop.LogAsk {
	q := c.QueryParam
	return shop.LogAsk{Machine: q("machine"), Cable: q("cable"), Person: q("person"), Cause: q("cause"), From: q("from"), To: q("to"),
		Moved: q("moved"), Signed: q("signed") == "yes"}
}

func (s *server) whatWasDone(c *echo.Context) error {
	out, err := s.shop.WhatWasDone(c.Request().Context(), logAsk(c))
	return answer(c, out, err)
}

func (s *server) logCSV(c *echo.Context) error {
	return s.leave(c, taken, "log.csv", "text/csv; charset=utf-8", func(w io.Writer) error {
		return s.shop.LogCSV(c.Request().Context(), logAsk(c), w)
	})
}

func (s *server) logJSON(c *echo.Context) error {
	return s.leave(c, taken, "log.json", "application/json", func(w io.Writer) error {
		return s.shop.LogJSON(c.Request().Context(), logAsk(c), w)
	})
}

func (s *server) week(c *echo.Context) error {
	out, err := s.shop.Week(c.Request().Context())
	return answer(c, out, err)
}

func (s *server) logPDF(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	return s.leave(c, shown, "log.pdf", "application/pdf", func(w io.Writer) error {
		return s.shop.LogPDF(c.Request().Context(), logAsk(c), size, w)
	})
}

func (s *server) weekPDF(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	return s.leave(c, shown, "week.pdf", "application/pdf", func(w io.Writer) error {
		return s.shop.WeekPDF(c.Request().Context(), size, w)
	})
}
