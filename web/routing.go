package web

import (
	"io"
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/paper"
	"brankel/rigging/fault"
	"brankel/rigging/routing"
	"brankel/rigging/strict"
	"brankel/rigging/workshop"
	"brankel/shop"
)

func (s *server) pathRoutes() []route {
	return []route{
		on(http.MethodPost, "/api/v1/route", "route", "a cable's path laid out: what its bends cost, what it passes, the length to "+
			"order; nothing is kept").takes(routing.Draft{}).gives(shop.RouteView{}).
			by(s.path, workshop.Read).costs(s.gates.reckons),
		on(http.MethodGet, "/api/v1/route.pdf", "routePDF", "the order slip of a path, A4 or Letter; draft is the JSON that was "+
			"posted").asks("draft", "paper").as("application/pdf").
			by(s.pathPDF, workshop.Read).leaving(),
	}
}

func (s *server) path(c *echo.Context) error {
	var in routing.Draft
	if err := read(c, &in); err != nil {
		return err
	}
	v, _, err := s.shop.Route(c.Request().Context(), in)
	return answer(c, v, err)
}

func (s *server) pathPDF(c *echo.Context) error {
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	var in routing.Draft
	if err := strict.Decode([]byte(c.QueryParam("draft")), &in); err != nil {
		return fault.Below("draft", err)
	}
	v, h, err := s.shop.Route(c.Request().Context(), in)
	if err != nil {
		return err
	}
	if len(v.Faults) > 0 {
		return &v.Faults[0]
	}
	if !v.Ready {
		return fault.At("draft.pieces", "lay out the path first: at least one piece with its length")
	}
	return s.leave(c, shown, "order-"+h.Run+".pdf", "application/pdf", func(w io.Writer) error { return paper.Routing(h, v.View, size, w) })
}
