package web

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
)

func (s *server) machineRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/search", "search", "machines and sheets that hold every word").asks("find").gives([]Hit{}).
			by(s.search, workshop.Read),
		on(get, "/api/v1/machines/{id}", "machine", "a machine's card").gives(shop.MachineView{}).
			by(s.machine, workshop.Read),
		on(get, "/api/v1/machines/{id}/years", "years", "what the visits to a machine say together: what wears, and when it runs out").
			gives(shop.Years{}).by(s.years, workshop.Read),
		on(post, "/api/v1/machines", "putMachine", "a new machine, or a changed card").takes(workshop.Machine{}).gives(shop.MachineView{}).
			by(s.putMachine, workshop.Manage),
		on(post, "/api/v1/machines/{id}/log", "logMachine", "an entry on a machine's card").takes(workshop.Entry{}).gives(shop.MachineView{}).
			by(s.logMachine, workshop.Work),
	}
}

func (s *server) machine(c *echo.Context) error {
	out, err := s.shop.MachineView(c.Request().Context(), c.Param("id"))
	return answer(c, out, err)
}

func (s *server) years(c *echo.Context) error {
	out, err := s.shop.Years(c.Request().Context(), c.Param("id"))
	return answer(c, out, err)
}

func (s *server) putMachine(c *echo.Context) error {
	var in workshop.Machine
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.PutMachine(c.Request().Context(), in)
	return answer(c, out, err)
}

func (s *server) logMachine(c *echo.Context) error {
	var in workshop.Entry
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Log(c.Request().Context(), c.Param("id"), in, account(c).Name)
	return answer(c, out, err)
}
