package web

import (
	"strings"

	"github.com/labstack/echo/v5"

	"brankel/shop"
)

// least tells whether whoever asks wants the least that an answer may be (RFC 7240), and tells that it is so. An exercise is answered
// whole: what its hands hold is beside its run.
func least(c *echo.Context) bool {
	for _, one := range strings.FieldsFunc(strings.Join(c.Request().Header.Values("Prefer"), ","), func(r rune) bool { return r == ',' || r == ';' }) {
		if strings.EqualFold(strings.ReplaceAll(one, " ", ""), "return=minimal") && !shop.IsPractice(c.Param("run")) {
			c.Response().Header().Set("Preference-Applied", "return=minimal")
			return true
		}
	}
	return false
}
