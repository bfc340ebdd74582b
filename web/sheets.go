package web

import (
	"encoding/json"
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
	"brankel/shop"
	"brankel/web/describe"
)

// SheetIn is a sheet to be kept, in the open format; Confirmed are the paths of
// figures that were questioned and looked at again.
type SheetIn struct {
	Sheet     any      `json:"sheet"`
	Confirmed []string `json:"confirmed,omitempty"`
}

// SheetNew is where a draft comes from: one of the three.
type SheetNew struct {
	Family string `json:"family,omitempty"`
	CopyOf string `json:"copy_of,omitempty"` // hash
	Revise string `json:"revise,omitempty"`  // hash
}

func (s *server) sheetRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		{Operation: describe.Operation{Method: get, Path: "/api/v1/library", ID: "library", Summary: "every sheet on the axis of its numbers", Out: shop.Library{}}, handle: s.library, needs: workshop.Read},
		{Operation: describe.Operation{Method: get, Path: "/api/v1/sheets/{hash}/page", ID: "sheetPage", Summary: "a sheet as it is read", Out: shop.SheetPage{}}, handle: s.sheetPage, needs: workshop.Read},
		{Operation: describe.Operation{Method: post, Path: "/api/v1/sheets", ID: "keepSheet", Summary: "keep a sheet or a new revision; refused with every fault", In: SheetIn{}, Out: shop.SheetPage{}}, handle: s.keepSheet, needs: workshop.Manage, large: true},
		{Operation: describe.Operation{Method: post, Path: "/api/v1/drafts", ID: "newSheet", Summary: "a draft from a family, a similar sheet, or for the next revision", In: SheetNew{}, Out: sheet.Sheet{}}, handle: s.newSheet, needs: workshop.Manage},
		{Operation: describe.Operation{Method: post, Path: "/api/v1/drafts/check", ID: "checkSheet", Summary: "what is wrong with a draft, and how it looks", In: SheetIn{}, Out: shop.Draft{}}, handle: s.checkSheet, needs: workshop.Manage, large: true},
	}
}

func (s *server) library(c *echo.Context) error {
	out, err := s.shop.Library()
	return answer(c, out, err)
}

func (s *server) sheetPage(c *echo.Context) error {
	out, err := s.shop.SheetPage(c.Param("hash"))
	return answer(c, out, err)
}

// sheetIn reads the sheet's own bytes: it is checked by its schema, not by ours.
func sheetIn(c *echo.Context) (raw []byte, confirmed []string, err error) {
	var in struct {
		Sheet     json.RawMessage `json:"sheet"`
		Confirmed []string        `json:"confirmed"`
	}
	err = read(c, &in)
	return in.Sheet, in.Confirmed, err
}

func (s *server) keepSheet(c *echo.Context) error {
	raw, confirmed, err := sheetIn(c)
	if err != nil {
		return err
	}
	out, err := s.shop.KeepSheet(raw, confirmed)
	return answer(c, out, err)
}

func (s *server) checkSheet(c *echo.Context) error {
	raw, _, err := sheetIn(c)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, s.shop.Check(raw))
}

func (s *server) newSheet(c *echo.Context) error {
	var in SheetNew
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.NewSheet(in.Family, in.CopyOf, in.Revise)
	return answer(c, out, err)
}
