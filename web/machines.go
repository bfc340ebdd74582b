package web

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/workshop"
	"brankel/shop"
	"brankel/web/describe"
)

func (s *server) machineRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		{Operation: describe.Operation{Method: get, Path: "/api/v1/search", ID: "search", Summary: "machines and sheets that hold every word", Query: []string{"find"}, Out: []Hit{}}, handle: s.search, needs: workshop.Read},
		{Operation: describe.Operation{Method: get, Path: "/api/v1/machines/{id}", ID: "machine", Summary: "a machine's card", Out: shop.MachineView{}}, handle: s.machine, needs: workshop.Read},
		{Operation: describe.Operation{Method: post, Path: "/api/v1/machines", ID: "putMachine", Summary: "a new machine, or a changed card", In: workshop.Machine{}, Out: shop.MachineView{}}, handle: s.putMachine, needs: workshop.Manage},
		{Operation: describe.Operation{Method: post, Path: "/api/v1/machines/{id}/log", ID: "logMachine", Summary: "an entry on a machine's card", In: workshop.Entry{}, Out: shop.MachineView{}}, handle: s.logMachine, needs: workshop.Work},
	}
}

func (s *server) machine(c *echo.Context) error {
	out, err := s.shop.MachineView(c.Param("id"))
	return answer(c, out, err)
}

func (s *server) putMachine(c *echo.Context) error {
	var in workshop.Machine
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.PutMachine(in)
	return answer(c, out, err)
}

func (s *server) logMachine(c *echo.Context) error {
	var in workshop.Entry
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Log(c.Param("id"), in, account(c).Name)
	return answer(c, out, err)
}
