package web

import (
	"encoding/json"
	"errors"
	"io"
	"math"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/labstack/echo/v5"

	"brankel/paper"
	"brankel/rigging/calc"
	"brankel/rigging/clicks"
	"brankel/rigging/fault"
	"brankel/rigging/logged"
	"brankel/rigging/quantity"
	"brankel/rigging/rig"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
	"brankel/shop"
	"brankel/web/describe"
)

// RunIn opens a run. The id is made where the run is opened. After is a signed run that failed under load since: then it
// goes on where that one left off, on its machine and cable.
type RunIn struct {
	ID      string `json:"id"`
	Machine string `json:"machine,omitempty"`
	Cable   string `json:"cable,omitempty"`
	After   string `json:"after,omitempty"`
}

// LearnIn says which figure of the rig is taken over, by its path.
type LearnIn struct {
	Path string `json:"path"`
}

// EventIn is an event that comes in, meant to follow event number After. Seen is the number of the
// last event that its maker had heard of when it was made, After where it is left out: an entry that
// was kept, or written on a second device meanwhile, says so, and tells of how things stood then. Clock
// is what the clock of the device says as it sends; where it is there, a small error of that clock is
// put right.
type EventIn struct {
	ID    string      `json:"id"`
	After int         `json:"after"`
	Seen  *int        `json:"seen,omitempty"`
	Kind  record.Kind `json:"kind"`
	By    string      `json:"by"` // the name of who is signed in
	At    string      `json:"at" jsonschema:"format=date-time"`
	Clock string      `json:"clock,omitempty" jsonschema:"format=date-time"`
	Body  any         `json:"body"`
}

// Dictated is what was said of a proof, in running words.
type Dictated struct {
	Check string `json:"check"`
	Text  string `json:"text"`
}

// Meaning is what a typed reading means.
type Meaning struct {
	Value float64 `json:"value"`
	Says  string  `json:"says"` // in the canonical unit
	Also  string  `json:"also"` // in the other system
}

// Which is the sheet a serial leads to, or none, and why.
type Which struct {
	Sheet      string            `json:"sheet"` // "" when none applies
	Why        string            `json:"why"`
	Led        bool              `json:"led"` // a run can be led by it
	Source     string            `json:"source"`
	Neighbours []sheet.Neighbour `json:"neighbours"`
	Choices    []sheet.Neighbour `json:"choices"`   // when several fit
	Elsewhere  []Elsewhere       `json:"elsewhere"` // under another name of the cable, where no sheet has its own
	// TookOut is the swap in which the log of the machine has it that this unit went.
	TookOut *record.Swapped `json:"took_out,omitempty"`
}

// Elsewhere is a sheet that calls the cable otherwise.
type Elsewhere struct {
	Cable string `json:"cable"`
	Sheet string `json:"sheet"`
	Says  string `json:"says"`
}

// CalcName is a calculation and the question it answers.
type CalcName struct {
	Name    string `json:"name"`
	Purpose string `json:"purpose"`
}

// RigQuestion is a rig of the format brankel.rig/1 and where its control stands.
type RigQuestion struct {
	Rig rig.Rig        `json:"rig"`
	At  map[string]any `json:"at,omitempty"`
}

// SheetLine is a sheet in a list.
type SheetLine struct {
	Hash     string            `json:"hash"`
	ID       string            `json:"id"`
	Revision int               `json:"revision"`
	Family   string            `json:"family"`
	Cable    string            `json:"cable"`
	Applies  sheet.Effectivity `json:"applies"`
}

func (s *server) routes() []route {
	get, post := http.MethodGet, http.MethodPost
	return slices.Concat(s.sessionRoutes(), s.visitRoutes(), s.benchRoutes(), s.sheetRoutes(), s.machineRoutes(), s.dueRoutes(), s.ruleRoutes(), s.practiceRoutes(), s.gaugeRoutes(), s.logRoutes(), s.archiveRoutes(), s.pathRoutes(), s.streamRoutes(),
		s.handRoutes(), s.paperRoutes(), s.troubleRoutes(), []route{
			on(get, "/api/v1/bays", "bays", "the machines on the floor").gives(shop.Bays{}).
				by(s.bays, workshop.Read),
			on(post, "/api/v1/runs", "openRun", "open a run; the same id twice opens one").takes(RunIn{}).gives(shop.RunView{}).
				by(s.openRun, workshop.Work),
			on(get, "/api/v1/runs/{run}", "run", "a run as it stands").gives(shop.RunView{}).
				by(s.run, workshop.Read).toGuests().toApprentices(),
			on(get, "/api/v1/runs/{run}/events", "events", "the events of a run, after a number").asks("after").gives([]record.Event{}).
				by(s.events, workshop.Read).toGuests().toApprentices(),
			on(post, "/api/v1/runs/{run}/events", "append", "add an event; 409 with those missed when others came "+
				"first").takes(EventIn{}).gives(shop.RunView{}).least(shop.Kept{}).
				by(s.appendEvent, workshop.Work).toGuests().toApprentices(),
			on(get, "/api/v1/runs/{run}/lessons", "lessons", "what a signed run teaches of its sheet").gives([]shop.Lesson{}).
				by(s.lessons, workshop.Read).costs(s.gates.reckons).ofWork(),
			on(post, "/api/v1/runs/{run}/learn", "learn", "keep what a run teaches as the next revision of its sheet").takes(LearnIn{}).
				gives(shop.SheetPage{}).by(s.learn, workshop.Manage).costs(s.gates.reckons).ofWork(),
			on(post, "/api/v1/runs/{run}/understand", "understand", "what does this reading mean? nothing is "+
				"kept").takes(record.Reading{}).gives(Meaning{}).
				by(s.understand, workshop.Read).toGuests().toApprentices(),
			on(post, "/api/v1/runs/{run}/logged", "logged", "what do these readings, logged elsewhere as CSV, make on this run? nothing is "+
				"kept: each line that is taken is an event").takes(shop.LoggedIn{}).gives(logged.Looked{}).
				by(s.logged, workshop.Work).upTo(2 * logged.MostBytes).ofWork().costs(s.gates.reckons),
			on(post, "/api/v1/runs/{run}/hear", "hear", "which figures of a proof were dictated? nothing is kept").
				takes(Dictated{}).gives(record.Heard{}).
				by(s.hear, workshop.Read).toGuests().toApprentices(),
			on(post, "/api/v1/runs/{run}/clicks", "clicks", "how many clicks did a microphone hear? nothing is kept").
				takes(clicks.Heard{}).gives(clicks.Count{}).
				by(s.clicks, workshop.Read).toGuests().upTo(128 << 10),
			on(get, "/api/v1/runs/{run}/which", "which", "which sheet does this serial lead to?").asks("serial", "hand", "variant", "cable").gives(Which{}).
				by(s.which, workshop.Read).toApprentices(),
			on(get, "/api/v1/runs/{run}/record", "record", "the record").gives(tell.Record{}).
				by(s.record, workshop.Read).ofWork(),
			on(get, "/api/v1/runs/{run}/order.pdf", "orderPDF", "what to order, where the run argues for a "+
				"repair").asks("paper").as("application/pdf").
				by(s.orderPDF, workshop.Read).leaving().ofWork(),
			on(post, "/api/v1/whatif", "whatIf", "what a rig would show, set and worn otherwise: of a sheet, of a run as it was "+
				"read last, or of a family in its usual proportions").takes(shop.WhatIf{}).gives(shop.WhatIfView{}).
				by(s.whatIf, workshop.Read).costs(s.gates.reckons),
			on(get, "/api/v1/calc", "calcs", "the calculations").gives([]CalcName{}).
				openTo(s.calcs),
			on(post, "/api/v1/calc/{name}", "calc", "one calculation; its fields are those of brankel "+
				"calc").takes(map[string]any{}).gives(map[string]any{}).
				openTo(s.calc).costs(s.gates.open),
			on(post, "/api/v1/rig/answer", "rigAnswer", "what a rig shows, as it is set and worn, where its control stands").
				takes(RigQuestion{}).gives(rig.Answer{}).
				openTo(s.rigAnswer).costs(s.gates.open),
			on(get, "/api/v1/rig.schema.json", "rigSchema", "the JSON Schema of the rig").as("application/schema+json").
				openTo(s.rigSchema),
			on(get, "/api/v1/sheets", "sheets", "the newest revision of each rig sheet, a page after a number").asks("after").gives([]SheetLine{}).
				by(s.sheets, workshop.Read),
			on(get, "/api/v1/sheets/{hash}", "sheet", "one sheet in the open format").gives(sheet.Sheet{}).
				by(s.sheet, workshop.Read),
			on(get, "/api/v1/rig-sheet.schema.json", "sheetSchema", "the JSON Schema of the rig sheet").as("application/schema+json").
				openTo(s.schema),
			on(get, "/api/v1/openapi.json", "openapi", "this document").as("application/json").
				openTo(s.openapi),
			on(get, "/healthz", "healthz", "200 when the database answers").as("text/plain").
				openTo(s.health),
			on(get, "/readyz", "readyz", "200 while work can be brought here: the database takes it, and this server is not about to end").
				as("text/plain").openTo(s.ready),
		})
}

// OpenAPI is the document of the API, made from the Go types. It is read only.
func OpenAPI() []byte {
	document.once.Do(func() {
		var ops []describe.Operation
		for _, r := range (&server{}).routes() {
			ops = append(ops, r.Operation)
		}
		document.is = describe.OpenAPI(ops, Problem{})
	})
	return document.is
}

// document is made once: it takes a good part of a second of a core, and anybody may ask for it. It is made when it is asked for
// first, since the routes lead to it themselves.
var document struct {
	once sync.Once
	is   []byte
}

func (s *server) health(c *echo.Context) error {
	if err := s.shop.Answers(c.Request().Context()); err != nil {
		return &away{err}
	}
	return c.String(http.StatusOK, "ok")
}

func answer[T any](c *echo.Context, out T, err error) error {
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, out)
}

func (s *server) lessons(c *echo.Context) error {
	out, err := s.shop.Lessons(c.Request().Context(), c.Param("run"))
	return answer(c, out, err)
}

func (s *server) learn(c *echo.Context) error {
	var in LearnIn
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.shop.Learn(c.Request().Context(), c.Param("run"), in.Path)
	return answer(c, out, err)
}

func (s *server) bays(c *echo.Context) error {
	out, err := s.shop.Bays(c.Request().Context())
	return answer(c, out, err)
}

func (s *server) openRun(c *echo.Context) error {
	var in RunIn
	if err := read(c, &in); err != nil {
		return err
	}
	if uuid.Validate(in.ID) != nil {
		return fault.At("id", "make an id of the form of a UUID")
	}
	if in.After != "" {
		out, err := s.shop.NextRun(c.Request().Context(), in.ID, in.After, account(c).Person.Name)
		return answer(c, out, err)
	}
	out, err := s.shop.OpenRun(c.Request().Context(), in.ID, in.Machine, in.Cable)
	return answer(c, out, err)
}

func (s *server) run(c *echo.Context) error {
	if p, err := room(c); err == nil {
		out, err := p.Run(c.Request().Context(), c.Param("run"))
		return answer(c, out, err)
	}
	out, err := s.shop.Run(c.Request().Context(), c.Param("run"))
	return answer(c, out, err)
}

func (s *server) events(c *echo.Context) error {
	after, err := strconv.Atoi(c.QueryParamOr("after", "0"))
	if err != nil || after < 0 {
		return fault.At("after", "write the number of the last event you have, or 0")
	}
	events, err := s.of(c).Events(c.Request().Context(), c.Param("run"), after)
	return answer(c, events, err)
}

func (s *server) appendEvent(c *echo.Context) error {
	var in EventIn
	if err := read(c, &in); err != nil {
		return err
	}
	if uuid.Validate(in.ID) != nil {
		return fault.At("id", "make an id of the form of a UUID")
	}
	at, err := time.Parse(time.RFC3339Nano, in.At)
	if err != nil {
		return fault.At("at", "write when it happened, such as 2026-11-24T09:30:00Z")
	}
	who := account(c).Person
	if in.By != who.Name {
		return fault.At("by", "you are signed in as "+who.Name+": an entry carries the name of who made it")
	}
	body, err := json.Marshal(in.Body)
	if err != nil {
		return err
	}
	e := record.Event{ID: in.ID, Run: c.Param("run"), Kind: in.Kind, By: in.By, At: at.UTC().Truncate(time.Millisecond), Body: body}
	if in.Seen != nil {
		if *in.Seen < 0 || *in.Seen > in.After {
			return fault.At("seen", "write the number of the last event its maker had seen, at most that of after")
		}
		e.Behind = in.After - *in.Seen
	}
	from := shop.Device{Heard: in.Seen != nil}
	if in.Clock != "" {
		if from.Clock, err = time.Parse(time.RFC3339Nano, in.Clock); err != nil {
			return fault.At("clock", "write what the clock of the device says, such as 2026-11-24T09:30:00Z, or leave it out")
		}
	}
	add, may := s.shop.AppendFrom, s.shop.MayAppend
	if p, err := room(c); err == nil {
		add, may = p.Append, p.MayAppend
	}
	if err := may(who, e); err != nil {
		return err
	}
	var out any
	if least(c) {
		out, err = s.shop.AppendKept(c.Request().Context(), from, e, in.After)
	} else {
		var v shop.RunView
		v, err = add(c.Request().Context(), from, e, in.After)
		s.followed(e.Run, v.Practice)
		out = v
	}
	if err == nil {
		s.watched.events.WithLabelValues(string(e.Kind)).Inc()
	}
	var conflict *shop.Conflict
	if errors.As(err, &conflict) {
		view, err2 := s.of(c).Run(c.Request().Context(), e.Run)
		if err2 != nil {
			return err2 // half of what happened would be taken for a refusal: it is sent again
		}
		return &conflictView{err, &view}
	}
	return answer(c, out, err)
}

func (s *server) hear(c *echo.Context) error {
	var in Dictated
	if err := read(c, &in); err != nil {
		return err
	}
	out, err := s.of(c).Hear(c.Request().Context(), c.Param("run"), in.Check, in.Text)
	return answer(c, out, err)
}

func (s *server) understand(c *echo.Context) error {
	var in record.Reading
	if err := read(c, &in); err != nil {
		return err
	}
	r, err := s.of(c).Understand(c.Request().Context(), c.Param("run"), in)
	also := quantity.Quantity{Kind: r.Quantity, Value: math.Abs(r.Value)}.Also()
	return answer(c, Meaning{r.Value, r.Shown(), also}, err)
}

func (s *server) which(c *echo.Context) error {
	u := sheet.Unit{Serial: c.QueryParam("serial"), Hand: c.QueryParam("hand"), Variant: c.QueryParam("variant")}
	m, err := s.of(c).Which(c.Request().Context(), c.Param("run"), c.QueryParam("cable"), u)
	out := Which{Why: m.Why, Neighbours: m.Neighbours, Choices: append([]sheet.Neighbour{}, m.Told()...), Elsewhere: []Elsewhere{},
		TookOut: m.TookOut}
	for _, one := range m.Elsewhere {
		out.Elsewhere = append(out.Elsewhere, Elsewhere{one.Cable, one.Name(), one.Applies.Words()})
	}
	if m.Sheet != nil {
		out.Sheet, out.Led, out.Source = m.Sheet.Name(), m.Sheet.Led, m.Source
	}
	if out.Neighbours == nil {
		out.Neighbours = []sheet.Neighbour{}
	}
	return answer(c, out, err)
}

func (s *server) record(c *echo.Context) error {
	out, err := s.shop.Record(c.Request().Context(), c.Param("run"))
	return answer(c, out, err)
}

func (s *server) orderPDF(c *echo.Context) error {
	h, o, err := s.shop.Order(c.Request().Context(), c.Param("run"))
	if err != nil {
		return err
	}
	size, err := paperSize(c)
	if err != nil {
		return err
	}
	return s.leave(c, shown, "order-"+h.Run+".pdf", "application/pdf", func(w io.Writer) error { return paper.Order(h, o, size, w) })
}

// paperSize is the size asked for, the usual one where none is.
func paperSize(c *echo.Context) (string, error) {
	size := c.QueryParamOr("paper", paper.Sizes[0])
	if !slices.Contains(paper.Sizes, size) {
		return "", fault.At("paper", "choose %s", strings.Join(paper.Sizes, " or "))
	}
	return size, nil
}

func (s *server) whatIf(c *echo.Context) error {
	var in shop.WhatIf
	if err := read(c, &in); err != nil {
		return err
	}
	of, err := s.shopOf(c, in.Run)
	if err != nil {
		return err
	}
	out, err := of.WhatIf(c.Request().Context(), in)
	return answer(c, out, err)
}

func (s *server) calcs(c *echo.Context) error {
	out := []CalcName{}
	for _, one := range calc.All() {
		out = append(out, CalcName{one.Name, one.Purpose})
	}
	return c.JSON(http.StatusOK, out)
}

func (s *server) calc(c *echo.Context) error {
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	out, err := calc.Run(c.Param("name"), raw)
	return answer(c, out, err)
}

func (s *server) rigAnswer(c *echo.Context) error {
	raw, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	out, err := rig.Solve(raw)
	return answer(c, out, err)
}

func (s *server) rigSchema(c *echo.Context) error {
	return c.Blob(http.StatusOK, "application/schema+json", rig.Schema())
}

func (s *server) sheets(c *echo.Context) error {
	heads, err := s.shop.SheetsAfter(c.Request().Context(), c.QueryParam("after"))
	out := []SheetLine{}
	for _, one := range heads {
		out = append(out, SheetLine{one.Hash, one.ID, one.Revision, one.Family, one.Cable, one.Applies})
	}
	return answer(c, out, err)
}

func (s *server) sheet(c *echo.Context) error {
	one, err := s.shop.SheetOf(c.Request().Context(), c.Param("hash"))
	if err != nil {
		return err
	}
	return c.Blob(http.StatusOK, "application/json", one.JSON())
}

func (s *server) schema(c *echo.Context) error {
	return c.Blob(http.StatusOK, "application/schema+json", sheet.Schema())
}

func (s *server) openapi(c *echo.Context) error {
	return c.Blob(http.StatusOK, "application/json", OpenAPI())
}
