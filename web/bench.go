package web

import (
	"net/http"
	"strings"

	"github.com/google/uuid"
	"github.com/labstack/echo/v5"

	"brankel/rigging/bench"
	"brankel/rigging/fault"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// BenchIn is what is written into the blanks of a sentence, by path; the rows of
// a list are numbered: springs.0.rate.
type BenchIn struct {
	Values map[string]string `json:"values"`
}

// ThinIn is a flat thing to be kept as a feeler.
type ThinIn struct {
	Name      string `json:"name"`
	Thickness string `json:"thickness"` // as written, in mm without a unit
}

// TableIn is a table to be kept, as pasted: a pair of numbers a line.
type TableIn struct {
	Name string `json:"name"`
	Text string `json:"text"`
}

func (s *server) benchRoutes() []route {
	get, post, del := http.MethodGet, http.MethodPost, http.MethodDelete
	return []route{
		on(get, "/api/v1/bench", "bench", "the calculations as sentences, and those that answer a question").asks("find").gives(shop.BenchView{}).
			by(s.bench, workshop.Read),
		on(post, "/api/v1/bench/{name}", "benchWork", "a sentence worked out, or what is missing or to be written "+
			"otherwise").takes(BenchIn{}).gives(bench.Worked{}).
			by(s.benchWork, workshop.Read).costs(s.gates.reckons),
		on(post, "/api/v1/bench/{name}/run", "benchRun", "a run of one setting on the figures of a sentence; the same id twice opens "+
			"one").takes(shop.FromBench{}).gives(shop.RunView{}).
			by(s.benchRun, workshop.Work).costs(s.gates.reckons),
		on(post, "/api/v1/thin-things", "keepThin", "keep a flat thing as a feeler").takes(ThinIn{}).gives(shop.BenchView{}).
			by(s.keepThin, workshop.Work),
		on(del, "/api/v1/thin-things/{name}", "dropThin", "forget a feeler").gives(shop.BenchView{}).
			by(s.dropThin, workshop.Work),
		on(post, "/api/v1/tables", "keepTable", "keep the table of a gauge or a chart").takes(TableIn{}).gives(shop.BenchView{}).
			by(s.keepTable, workshop.Work),
		on(del, "/api/v1/tables/{name}", "dropTable", "forget a table").gives(shop.BenchView{}).
			by(s.dropTable, workshop.Work),
		on(get, "/api/v1/gauges", "gauges", "the gauges of the workshop").gives([]shop.GaugeCard{}).
			by(s.gauges, workshop.Read),
		on(post, "/api/v1/gauges", "keepGauge", "keep a gauge").takes(shop.GaugeIn{}).gives([]shop.GaugeCard{}).
			by(s.keepGauge, workshop.Manage),
	}
}

func (s *server) gauges(c *echo.Context) error {
	out, err := s.shop.Gauges(c.Request().Context())
	return answer(c, out, err)
}

func (s *server) keepGauge(c *echo.Context) error {
	var in shop.GaugeIn
	if err := read(c, &in); err != nil {
		return err
	}
	if err := s.shop.KeepGauge(c.Request().Context(), in); err != nil {
		return err
	}
	return s.gauges(c)
}

func (s *server) bench(c *echo.Context) error {
	out, err := s.shop.Bench(c.Request().Context(), c.QueryParam("find"))
	return answer(c, out, err)
}

func (s *server) benchWork(c *echo.Context) error {
	var in BenchIn
	if err := read(c, &in); err != nil {
		return err
	}
	sentence, ok := bench.Find(c.Param("name"))
	if !ok {
		return shop.ErrNotFound
	}
	return c.JSON(http.StatusOK, sentence.Work(in.Values))
}

func (s *server) benchRun(c *echo.Context) error {
	var in shop.FromBench
	if err := read(c, &in); err != nil {
		return err
	}
	if uuid.Validate(in.ID) != nil {
		return fault.At("id", "make an id of the form of a UUID")
	}
	out, err := s.shop.RunFromBench(c.Request().Context(), c.Param("name"), in, account(c).Person.Name)
	return answer(c, out, err)
}

// kept answers with the bench as it is after something was kept or forgotten.
func (s *server) kept(c *echo.Context, err error) error {
	if err != nil {
		return err
	}
	return s.bench(c)
}

// nameOf is the name at the end of the path, decoded once: a name may hold percent signs
// and commas, but no slash.
func nameOf(c *echo.Context) string {
	at := c.Request().URL.Path
	return at[strings.LastIndex(at, "/")+1:]
}

func (s *server) keepThin(c *echo.Context) error {
	var in ThinIn
	if err := read(c, &in); err != nil {
		return err
	}
	return s.kept(c, s.shop.KeepThin(c.Request().Context(), in.Name, in.Thickness))
}

func (s *server) dropThin(c *echo.Context) error {
	return s.kept(c, s.shop.DropThin(c.Request().Context(), nameOf(c)))
}

func (s *server) keepTable(c *echo.Context) error {
	var in TableIn
	if err := read(c, &in); err != nil {
		return err
	}
	return s.kept(c, s.shop.KeepTable(c.Request().Context(), in.Name, in.Text))
}

func (s *server) dropTable(c *echo.Context) error {
	return s.kept(c, s.shop.DropTable(c.Request().Context(), nameOf(c)))
}
