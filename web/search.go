package web

import (
	"github.com/labstack/echo/v5"
)

// Hit is something found, and where it is.
type Hit struct {
	Title string `json:"title"`
	Says  string `json:"says"`
	To    string `json:"to"` // path of its screen
}

func (s *server) search(c *echo.Context) error {
	hits, err := s.shop.Search(c.Request().Context(), c.QueryParam("find"))
	out := []Hit{}
	for _, h := range hits {
		out = append(out, Hit{h.Title, h.Says, map[string]string{"machine": "/machine/", "sheet": "/sheets/", "run": "/record/"}[h.Kind] + h.ID})
	}
	return answer(c, out, err)
}
