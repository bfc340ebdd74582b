package web

import (
	"github.com/labstack/echo/v5"

	"brankel/rigging/clicks"
	"brankel/shop"
)

func (s *server) logged(c *echo.Context) error {
	var in shop.LoggedIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Logged(c.Request().Context(), c.Param("run"), in)
	return answer(c, out, err)
}

func (s *server) clicks(c *echo.Context) error {
	var in clicks.Heard
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := clicks.Of(in)
	return answer(c, out, err)
}
