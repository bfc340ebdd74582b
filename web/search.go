package web

import (
	"net/url"

	"github.com/labstack/echo/v5"

	"brankel/shop"
)

// opens is where what is found of each kind stands.
var opens = map[string]string{"machine": "/machine/", "sheet": "/sheets/", "run": "/record/", "person": "/log?person="}

// Hit is something found, and where it is.
type Hit struct {
	Title string `json:"title"`
	Says  string `json:"says"`
	To    string `json:"to"` // path of its screen

	Lines []shop.Drawn `json:"lines,omitempty"` // its cables, drawn small
}

func (s *server) search(c *echo.Context) error {
	hits, err := s.shop.Search(c.Request().Context(), c.QueryParam("find"))
	out := []Hit{}
	for _, h := range hits {
		out = append(out, Hit{h.Title, h.Says, opens[h.Kind] + url.QueryEscape(h.ID), h.Lines})
	}
	return answer(c, out, err)
}
