package web

import (
	"net/http"
	"strings"
	"unicode/utf8"

	"github.com/labstack/echo/v5"

	"brankel/rigging/fault"
)

// readable refuses what is no text in a path or a query, before anything is asked with it: a path like
// that leads nowhere, and a query is to be written otherwise.
func readable(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		if !plain(r.URL.Path) {
			return echo.NewHTTPError(http.StatusNotFound, "nothing is called so")
		}
		for name, values := range r.URL.Query() {
			if !plain(name) || !plain(strings.Join(values, "")) {
				return fault.At("query", "there are letters in it that are none: write it anew")
			}
		}
		return next(c)
	}
}

func plain(text string) bool { return utf8.ValidString(text) && !strings.ContainsRune(text, 0) }
