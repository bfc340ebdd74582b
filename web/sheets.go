package web

import (
	"encoding/json"
	"io"
	"net/http"
	"time"

	"github.com/google/uuid"
	"github.com/labstack/echo/v5"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/manual"
	"brankel/rigging/workshop"
	"brankel/shop"
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
	Run    string `json:"run,omitempty"`     // one from the Bench, for its figures
}

// AsksIn is a family whose manual is asked, and by which school; "" is the manual's own.
type AsksIn struct {
	Family string `json:"family"`
	School string `json:"school,omitempty"`
}

// FromIn is what the manual says: a figure of each ask by its id, "unknown" where it does not say.
type FromIn struct {
	Family  string         `json:"family"`
	School  string         `json:"school,omitempty"`
	Cable   string         `json:"cable,omitempty"`
	Source  any            `json:"source,omitempty"` // a title, or title, section, revision and date
	Figures map[string]any `json:"figures"`
}

func (s *server) sheetAsks(c *echo.Context) error {
	var in AsksIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := manual.Asks(in.Family, in.School)
	return answer(c, out, err)
}

func (s *server) sheetFrom(c *echo.Context) error {
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	out, err := manual.From(raw)
	return answer(c, out, err)
}

func (s *server) hour(c *echo.Context) error {
	var in shop.HourIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Hour(in)
	return answer(c, out, err)
}

func (s *server) foundGood(c *echo.Context) error {
	out, err := s.shop.FoundGood(c.Request().Context(), c.QueryParam("family"), c.QueryParam("school"))
	return answer(c, out, err)
}

// PasteIn is a text with the figures of a manual.
type PasteIn struct {
	Family string `json:"family"`
	School string `json:"school,omitempty"`
	Text   string `json:"text"`
}

func (s *server) pasteFigures(c *echo.Context) error {
	var in PasteIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := manual.Paste(in.Family, in.School, in.Text)
	return answer(c, out, err)
}

func (s *server) begin(c *echo.Context) error {
	var in shop.Beginning
	if err := read(c, &in); err != nil {
		return err
	}
	if uuid.Validate(in.ID) != nil {
		return fault.At("id", "make an id of the form of a UUID")
	}
	out, err := s.shop.Begin(c.Request().Context(), in)
	return answer(c, out, err)
}

func (s *server) sheetRoutes() []route {
	get, post := http.MethodGet, http.MethodPost
	return []route{
		on(get, "/api/v1/library", "library", "the sheets that words may mean on the axis of their numbers, every one for none").
			asks("find").gives(shop.Library{}).
			by(s.library, workshop.Read),
		on(post, "/api/v1/sheets/asks", "sheetAsks", "which figures of its manual a family asks for").
			takes(AsksIn{}).gives(manual.Asked{}).
			openTo(s.sheetAsks).costs(s.gates.open),
		on(post, "/api/v1/sheets/from", "sheetFrom", "a sheet made of the figures of a manual; nothing is kept").
			takes(FromIn{}).gives(sheet.Sheet{}).
			openTo(s.sheetFrom).costs(s.gates.open),
		on(post, "/api/v1/hour", "hour", "a page of figures as it is written: what is asked, what was understood, "+
			"its mechanism; nothing is kept").
			takes(shop.HourIn{}).gives(shop.Hour{}).
			by(s.hour, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/hour/found", "foundGood", "what this shop left the readings of a family at, and it was good").asks("family", "school").
			gives([]shop.FoundGood{}).
			by(s.foundGood, workshop.Read).costs(s.gates.reckons),
		on(post, "/api/v1/hour/paste", "pasteFigures", "the figures of a pasted text or table, each for its blank; nothing is kept").
			takes(PasteIn{}).gives(manual.Read{}).
			by(s.pasteFigures, workshop.Read).costs(s.gates.reckons),
		on(post, "/api/v1/hour/begin", "begin", "one's own machine, set by the figures of its manual: "+
			"its sheet, its card, a run").
			takes(shop.Beginning{}).gives(shop.RunView{}).
			by(s.begin, workshop.Manage).costs(s.gates.reckons),
		on(get, "/api/v1/sheets/{hash}/page", "sheetPage", "a sheet as it is read").gives(shop.SheetPage{}).
			by(s.sheetPage, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/sheets/{hash}/uses", "sheetUses", "the cables on the floor that may be worked by a sheet").gives([]shop.SheetUse{}).
			by(s.sheetUses, workshop.Read),
		on(post, "/api/v1/sheets", "keepSheet", "keep a sheet or a new revision; refused with every "+
			"fault").takes(SheetIn{}).gives(shop.SheetPage{}).
			by(s.keepSheet, workshop.Manage).atLarge(),
		on(get, "/api/v1/sheets.json", "sendSheets", "the newest revision of every sheet as one file for another shop").as("application/json").
			by(s.sendSheets, workshop.Read).leaving(),
		on(post, "/api/v1/sheets/arriving", "lookSheets", "what the sheets of a file would become here; nothing is kept").
			takes(ArrivingIn{}).gives(shop.Arriving{}).
			by(s.lookSheets, workshop.Manage).upTo(fileLimit).within(fileLongest).costs(s.gates.reckons),
		on(post, "/api/v1/sheets/arrived", "takeSheets", "keep sheets of a file, all that are named or none").
			takes(TakingIn{}).gives(shop.Arriving{}).
			by(s.takeSheets, workshop.Manage).upTo(fileLimit).within(fileLongest).costs(s.gates.reckons),
		on(post, "/api/v1/drafts", "newSheet", "a draft from a family, a similar sheet, or for the next "+
			"revision").takes(SheetNew{}).gives(sheet.Sheet{}).
			by(s.newSheet, workshop.Manage).costs(s.gates.reckons),
		on(post, "/api/v1/drafts/check", "checkSheet", "what is wrong with a draft, and how it looks").takes(SheetIn{}).gives(shop.Draft{}).
			by(s.checkSheet, workshop.Manage).costs(s.gates.reckons).atLarge(),
	}
}

// A file of sheets: how large it may be, and how long it may be looked at.
const (
	fileLimit   = 24 << 20
	fileLongest = time.Minute
)

// ArrivingIn is a file of sheets, or one of one sheet.
type ArrivingIn struct {
	File any `json:"file"`
}

// TakingIn says which of its sheets are taken.
type TakingIn struct {
	File any           `json:"file"`
	Take []shop.Taking `json:"take"`
}

func (s *server) sendSheets(c *echo.Context) error {
	ctx := c.Request().Context()
	return s.leave(c, taken, "sheets.json", "application/json", func(w io.Writer) error { return s.shop.SendSheets(ctx, w) })
}

func (s *server) lookSheets(c *echo.Context) error {
	var in struct {
		File json.RawMessage `json:"file"`
	}
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.LookSheets(c.Request().Context(), in.File)
	return answer(c, out, err)
}

func (s *server) takeSheets(c *echo.Context) error {
	var in struct {
		File json.RawMessage `json:"file"`
		Take []shop.Taking   `json:"take"`
	}
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.TakeSheets(c.Request().Context(), in.File, in.Take)
	return answer(c, out, err)
}

func (s *server) library(c *echo.Context) error {
	out, err := s.shop.Library(c.Request().Context(), c.QueryParam("find"))
	return answer(c, out, err)
}

func (s *server) sheetPage(c *echo.Context) error {
	out, err := s.shop.SheetPage(c.Request().Context(), c.Param("hash"))
	return answer(c, out, err)
}

func (s *server) sheetUses(c *echo.Context) error {
	out, err := s.shop.SheetUses(c.Request().Context(), c.Param("hash"))
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
	out, err := s.shop.KeepSheet(c.Request().Context(), raw, confirmed)
	return answer(c, out, err)
}

func (s *server) checkSheet(c *echo.Context) error {
	raw, _, err := sheetIn(c)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, s.shop.Check(c.Request().Context(), raw))
}

func (s *server) newSheet(c *echo.Context) error {
	var in SheetNew
	if err := read(c, &in); err != nil {
		return err
	}
	if in.Run != "" {
		out, err := s.shop.OwnSheet(c.Request().Context(), in.Run)
		return answer(c, out, err)
	}
	out, err := s.shop.NewSheet(c.Request().Context(), in.Family, in.CopyOf, in.Revise)
	return answer(c, out, err)
}
