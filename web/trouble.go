package web

import (
	"encoding/json"
	"io"
	"net/http"

	"github.com/labstack/echo/v5"

	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
	"brankel/rigging/workshop"
	"brankel/shop"
	"brankel/web/describe"
)

// OddsIn is whether the workshop's own numbers are taken.
type OddsIn struct {
	Take bool `json:"take"`
}

func (s *server) troubleRoutes() []route {
	get, post, del := http.MethodGet, http.MethodPost, http.MethodDelete
	return []route{
		on(post, "/api/v1/trouble", "trouble", "what could be wrong, and the next thing to look at; as brankel trouble").
			takes(trouble.Asked{}).gives(trouble.Answer{}).
			openTo(s.trouble).costs(s.gates.open),
		on(post, "/api/v1/trouble/ask", "askTrouble", "the same with the workshop's own numbers and files, of a sheet by its hash or of a run, "+
			"with the picture").takes(shop.TroubleAsked{}).gives(shop.TroubleView{}).
			by(s.askTrouble, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/trouble/begin", "beginTrouble", "what is known of a family, a sheet or the cable of a run: symptoms, causes, tests").
			asks("family", "sheet", "run", "machine", "cable").gives(shop.TroubleBegin{}).
			by(s.beginTrouble, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/trouble/match", "matchTrouble", "the symptoms that words may mean").
			asks("family", "sheet", "run", "machine", "cable", "text").gives([]trouble.Match{}).
			by(s.matchTrouble, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/trouble/whose", "whoseTrouble", "the mechanisms that words speak of, the likeliest first").
			asks("text").gives([]trouble.Whose{}).
			by(s.whoseTrouble, workshop.Read).costs(s.gates.reckons),
		on(get, "/api/v1/plate", "plate", "every mechanism with its picture and the words people have for it").gives([]shop.Mechanism{}).
			by(s.plate, workshop.Read),
		on(post, "/api/v1/trouble/words", "keepMeaning", "keep words as this workshop's own way of saying a symptom").
			asks("family", "sheet", "run", "machine", "cable").takes(shop.Meaning{}).gives(shop.Knowledge{}).
			by(s.keepMeaning, workshop.Work).costs(s.gates.reckons),
		on(get, "/api/v1/trouble/odds/{family}", "troubleOdds", "how usual causes are said to be, against the workshop's signed runs").
			gives(shop.TroubleOdds{}).
			by(s.troubleOdds, workshop.Read),
		on(post, "/api/v1/trouble/odds/{family}", "takeTroubleOdds", "take the workshop's own numbers, or go back").
			takes(OddsIn{}).gives(shop.TroubleOdds{}).
			by(s.takeTroubleOdds, workshop.Manage),
		on(get, "/api/v1/trouble/files", "troubleFiles", "the files of the workshop's own").gives([]shop.TroubleFile{}).
			by(s.troubleFiles, workshop.Read),
		on(post, "/api/v1/trouble/files/{name}", "keepTroubleFile", "keep a file of the open format brankel.trouble/1, when everything in it "+
			"holds").takes(trouble.Knowledge{}).gives(shop.Knowledge{}).
			by(s.keepTroubleFile, workshop.Manage).atLarge(),
		on(del, "/api/v1/trouble/files/{name}", "dropTroubleFile", "forget a file").gives([]shop.TroubleFile{}).
			by(s.dropTroubleFile, workshop.Manage),
		on(get, "/api/v1/trouble.schema.json", "troubleSchema", "the JSON Schema of such files").as("application/schema+json").
			openTo(s.troubleSchema),
	}
}

func (s *server) trouble(c *echo.Context) error {
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	out, err := trouble.Solve(raw, usual.Sheet)
	return answer(c, out, err)
}

func (s *server) askTrouble(c *echo.Context) error {
	var in shop.TroubleAsked
	if err := read(c, &in); err != nil {
		return err
	}
	of, err := s.shopOf(c, in.Run)
	if err != nil {
		return err
	}
	out, err := of.Trouble(c.Request().Context(), in)
	return answer(c, out, err)
}

// asked is what the address asks about.
func asked(c *echo.Context) shop.TroubleAsked {
	in := shop.TroubleAsked{Family: c.QueryParam("family"), Run: c.QueryParam("run"),
		Machine: c.QueryParam("machine"), Cable: c.QueryParam("cable")}
	if hash := c.QueryParam("sheet"); hash != "" {
		in.Sheet, _ = json.Marshal(hash) // a text
	}
	return in
}

func (s *server) beginTrouble(c *echo.Context) error {
	in := asked(c)
	of, err := s.shopOf(c, in.Run)
	if err != nil {
		return err
	}
	out, err := of.BeginTrouble(c.Request().Context(), in)
	return answer(c, out, err)
}

func (s *server) matchTrouble(c *echo.Context) error {
	in := asked(c)
	of, err := s.shopOf(c, in.Run)
	if err != nil {
		return err
	}
	out, err := of.MatchTrouble(c.Request().Context(), in, c.QueryParam("text"))
	return answer(c, out, err)
}

func (s *server) whoseTrouble(c *echo.Context) error {
	out, err := s.shop.WhoseTrouble(c.Request().Context(), c.QueryParam("text"))
	return answer(c, out, err)
}

func (s *server) plate(c *echo.Context) error {
	out, err := s.shop.Plate()
	return answer(c, out, err)
}

func (s *server) keepMeaning(c *echo.Context) error {
	var in shop.Meaning
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.KeepMeaning(c.Request().Context(), asked(c), in, account(c).Name)
	return answer(c, out, err)
}

func (s *server) troubleOdds(c *echo.Context) error {
	out, err := s.shop.Odds(c.Request().Context(), c.Param("family"))
	return answer(c, out, err)
}

func (s *server) takeTroubleOdds(c *echo.Context) error {
	var in OddsIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.TakeOdds(c.Request().Context(), c.Param("family"), in.Take, account(c).Name)
	return answer(c, out, err)
}

func (s *server) troubleFiles(c *echo.Context) error {
	out, err := s.shop.TroubleFiles(c.Request().Context())
	return answer(c, out, err)
}

func (s *server) keepTroubleFile(c *echo.Context) error {
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	out, err := s.shop.KeepKnowledge(c.Request().Context(), c.Param("name"), raw, account(c).Name)
	return answer(c, out, err)
}

func (s *server) dropTroubleFile(c *echo.Context) error {
	if err := s.shop.DropKnowledge(c.Request().Context(), c.Param("name")); err != nil {
		return err
	}
	return s.troubleFiles(c)
}

func (s *server) troubleSchema(c *echo.Context) error {
	return c.Blob(http.StatusOK, "application/schema+json", describe.Trouble())
}
