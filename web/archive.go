package web

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
)

func (s *server) archiveRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/archive", "archiving", "how far the archive is that this server makes").gives(shop.Archiving{}).
			by(s.archiving, workshop.Manage),
		on(post, "/api/v1/archive", "makeArchive", "begin to make the archive of the whole workshop").gives(shop.Archiving{}).
			by(s.makeArchive, workshop.Manage),
		on(get, "/api/v1/archive.tar", "archive", "the archive that was made").as("application/x-tar").by(s.archive, workshop.Manage).leaving(),
	}
}

func (s *server) archiving(c *echo.Context) error { return answer(c, s.shop.Archiving(), nil) }

func (s *server) makeArchive(c *echo.Context) error {
	return answer(c, s.shop.MakeArchive(c.Request().Context(), func(err error) { s.log.Error("the archive was not made", "error", err) }), nil)
}

func (s *server) archive(c *echo.Context) error {
	r, name, made, ok := s.shop.MadeArchive(c.Request().Context())
	if !ok {
		return &shop.Refusal{Status: http.StatusNotFound, Message: "no archive is ready here: make one, and take it within the hour"}
	}
	c.Response().Header().Set("Content-Disposition", taken+`; filename="`+name+`"`)
	c.Response().Header().Set("Content-Type", "application/x-tar")
	http.ServeContent(portions{c.Response()}, c.Request(), name, made, r)
	return nil
}
