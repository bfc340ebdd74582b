package web

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
)

// ruleRoutes are what the workshop says of a sheet: its own rules, and what its runs showed its figures to be.
func (s *server) ruleRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/sheets/{hash}/rules", "rules", "when things are done again, by a sheet and by the workshop").gives([]shop.Rule{}).
			by(s.rules, workshop.Read),
		on(post, "/api/v1/sheets/{hash}/rules", "setRule", "a rule of the workshop for all revisions of a sheet; later than the sheet only "+
			"with a reason").takes(shop.RuleIn{}).gives([]shop.Rule{}).by(s.setRule, workshop.Manage),
		on(get, "/api/v1/second-moves", "secondMoves", "the sheets whose first advice needed a second move, the most often first").
			gives([]shop.SecondMoves{}).by(s.secondMoves, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/sheets/{hash}/corrections", "corrections", "what the runs of a sheet say against its figures").
			gives(shop.Corrections{}).by(s.corrections, workshop.Read).costs(s.gates.reckons),
		on(post, "/api/v1/sheets/{hash}/correct", "correct", "keep what its runs say of a step as the next revision of a sheet").takes(LearnIn{}).
			gives(shop.SheetPage{}).by(s.correct, workshop.Manage).costs(s.gates.reckons),
	}
}

func (s *server) rules(c *echo.Context) error {
	out, err := s.shop.Rules(c.Request().Context(), c.Param("hash"))
	return answer(c, out, err)
}

func (s *server) setRule(c *echo.Context) error {
	var in shop.RuleIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.SetRule(c.Request().Context(), c.Param("hash"), in, account(c).Name)
	return answer(c, out, err)
}

func (s *server) secondMoves(c *echo.Context) error {
	out, err := s.shop.SecondMoves(c.Request().Context())
	return answer(c, out, err)
}

func (s *server) corrections(c *echo.Context) error {
	out, err := s.shop.Corrections(c.Request().Context(), c.Param("hash"))
	return answer(c, out, err)
}

func (s *server) correct(c *echo.Context) error {
	var in LearnIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Correct(c.Request().Context(), c.Param("hash"), in.Path)
	return answer(c, out, err)
}
