package web_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/shop"
	"brankel/web"
)

// send posts an event behind number after and gives the answer.
func (c client) send(run string, after int, kind, body string) (int, web.Problem, shop.RunView) {
	c.t.Helper()
	w := c.do("POST", "/api/v1/runs/"+run+"/events", event(uuid.NewString(), after, kind, body))
	var v shop.RunView
	var p web.Problem
	if w.Code == 200 {
		require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &v))
	} else {
		require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &p))
	}
	return w.Code, p, v
}

// safe is a run in which everything is ready to be read; it gives its last event.
func (c client) safe() (id string, seq int) {
	c.t.Helper()
	id = c.open().ID
	for _, e := range [][2]string{
		{"complaint", `{"words":"stiff","shows":"yes"}`}, {"identified", `{"serial":"2207","hand":"standard"}`},
		{"set_up", `{"thing":"key","way":"pocket"}`}, {"set_up", `{"thing":"linkage-cover","way":"off"}`},
	} {
		code, p, _ := c.send(id, seq, e[0], e[1])
		require.Equal(c.t, 200, code, "%s: %s", e[0], p.Detail)
		seq++
	}
	return id, seq
}

const allSaid = `"states":["dogs-home","inner-pushed","stud-lowest"]`

// Each row is sent into a run that is ready to be read, as a sender who means ill, is
// clumsy or is in a hurry would.
func TestWhatIsSentIntoARunIsRefusedAtItsPlace(t *testing.T) {
	c := newClient(t)
	id, seq := c.safe()
	for _, one := range []struct{ kind, body, field, says string }{
		{"reading", `{"point":"barrel-to-eye","text":"143000000"}`, "body.text", "up to 20000.0 mm"},
		{"reading", `{"point":"barrel-to-eye","text":"-3"}`, "body.text", "below zero"},
		{"reading", `{"point":"barrel-to-eye","text":"1,234"}`, "body.text", "thousands or decimals"},
		{"reading", `{"point":"barrel-to-eye","text":"143","gauge":"pull-2"}`, "body.gauge", "gauge"},
		{"reading", `{"point":"nose","text":"143"}`, "body.point", "no such point"},
		{"reading", `{"point":"barrel-to-eye","text":"143","value":"x"}`, "body.value", "number"},
		{"move", `{"adjuster":"barrel","turns":"1e3","way":"out"}`, "body.turns", "exponent"},
		{"move", `{"adjuster":"barrel","turns":"5000","way":"out"}`, "body.turns", "no more than the thread has"},
		{"move", `{"adjuster":"","turns":"1","way":"out"}`, "body.adjuster", "no such adjuster"},
		{"locked", `{"adjuster":"barrel","back_off":"99","pin":true}`, "body.back_off", "the sheet wants"},
		{"check", `{"check":"neutral-free","answer":"perhaps"}`, "body.answer", "turns-free"},
		{"check", `{"check":"neutral-free","answer":"good","conditions":{"moon":"full"}}`, "body.conditions.moon", "condition"},
		{"decided", `{"about":"lost:inner-play","choice":"go-on","reason":"x"}`, "body.about", "no longer the question"},
		{"skipped", `{"step":"stands","reason":"in a hurry"}`, "body.step", "cannot be left out"},
		{"skipped", `{"step":"sign","reason":"in a hurry"}`, "body.step", "cannot be left out"},
		{"signed", `{"name":"Ines"}`, "body", "linkage cover: off"},
		{"corrected", `{"event":"` + uuid.NewString() + `","reason":"x"}`, "body.event", "only the last entry"},
		{"identified", `{"serial":"rusty","hand":"standard"}`, "body.serial", "as on the plate"},
		{"set_up", `{"thing":"anchor","way":"on"}`, "body.thing", "say what kind it is"},
		{"set_up", `{"thing":"anchor","kind":"rope","way":"on"}`, "body.kind", "choose key, power"},
		{"set_up", `{"thing":"linkage-cover","way":"ajar"}`, "body.way", "choose on or off"},
		{"set_up", `{"thing":"linkage-cover","way":"off"}`, "body.way", "stands so already"},
		{"set_up", `{"thing":"key","way":"running"}`, "body.way", "ashore without water"},
		{"set_up", `{"thing":"ground","way":"water"}`, "body.way", "by way of"},
		{"set_up", `{"thing":"key","way":"in","found":true}`, "body.found", "work was done since"},
		{"note", `{"text":"` + strings.Repeat("é", 2001) + `"}`, "body.text", "say it in 2000"},
		{"wish", `{}`, "kind", "no event"},
		{"", `{}`, "kind", "no event"},
		{"note", `[]`, "body", "where a group of fields is wanted"},
	} {
		code, p, _ := c.send(id, seq, one.kind, one.body)
		assert.Equal(t, 422, code, "%s %.60s", one.kind, one.body)
		assert.Equal(t, one.field, p.Field, "%s %.60s: %s", one.kind, one.body, p.Detail)
		assert.Contains(t, p.Detail, one.says, "%s %.60s", one.kind, one.body)
	}
	var v shop.RunView
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/runs/"+id, "").Body.Bytes(), &v))
	assert.Equal(t, seq, v.View.Seq, "nothing of it was kept")
}

func TestTheKeyPutBackIsAskedForBeforeTheNextTurn(t *testing.T) {
	c := newClient(t)
	id, seq := c.safe()
	for _, body := range []string{`{"point":"inner-home","text":"71"}`, `{"point":"inner-eased","text":"66"}`, `{"point":"stroke","text":"62"}`,
		`{"point":"barrel-to-eye","text":"139.4",` + allSaid + `}`, `{"point":"barrel-threads","text":"12½"}`} {
		code, p, _ := c.send(id, seq, "reading", body)
		require.Equal(t, 200, code, p.Detail)
		seq++
	}
	_, _, v := c.send(id, seq, "set_up", `{"thing":"key","way":"in"}`)
	seq++
	assert.Equal(t, lead.DoSetUp, v.View.Advice.Do)
	_, _, v = c.send(id, seq, "reading", `{"point":"barrel-to-eye","text":"139.4",`+allSaid+`}`)
	seq++
	assert.Contains(t, v.View.Readings[len(v.View.Readings)-1].Note, "not judged: key in, engine off")
	_, _, v = c.send(id, seq, "set_up", `{"thing":"key","way":"pocket"}`)
	assert.Equal(t, lead.DoMove, v.View.Advice.Do)
}

// Where nobody knows what a turn does, no run is led: not by the screen, nor by the server.
func TestNoRunBeginsOrGoesOnUnderASheetThatLeadsNone(t *testing.T) {
	c := newClient(t)
	for _, id := range []string{"301", "302", "303"} {
		raw, err := demo.Files.ReadFile("sheets/" + id + ".json")
		require.NoError(t, err)
		var s map[string]any
		require.NoError(t, json.Unmarshal(raw, &s))
		delete(s, "rig")
		delete(s, "nominal")
		s["revision"] = 9
		body, _ := json.Marshal(map[string]any{"sheet": s})
		require.Equal(t, 200, c.do("POST", "/api/v1/sheets", string(body)).Code)
	}

	var m shop.MachineView
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/machines/oyster", "").Body.Bytes(), &m))
	open := fmt.Sprintf(`{"id":%q,"machine":"oyster","cable":%q}`, uuid.NewString(), m.Lines[0].Cable.ID)
	p := c.problem(c.do("POST", "/api/v1/runs", open), 422)
	assert.Equal(t, "cable", p.Field)
	assert.Contains(t, p.Detail, "by hand")
	assert.False(t, m.Lines[0].Led)
}

// The card of a machine may be changed at any time; its runs, records and papers stand.
func TestARunStandsWhateverItsCableIsCalled(t *testing.T) {
	c := newClient(t)
	var m shop.MachineView
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/machines/avocet", "").Body.Bytes(), &m))
	m.Machine.Cables[0].Name, m.Machine.Cables[0].Family = "the long one", "gear-gate"
	card, _ := json.Marshal(m.Machine)
	require.Equal(t, 200, c.do("POST", "/api/v1/machines", string(card)).Code)
	for _, path := range []string{"/bays", "/machines/avocet", "/runs/2026-11-avocet", "/runs/2026-11-avocet/record",
		"/runs/2026-11-avocet/record.pdf", "/runs/2026-11-avocet/events"} {
		assert.Equal(t, 200, c.do("GET", "/api/v1"+path, "").Code, path)
	}
	assert.Contains(t, c.do("GET", "/api/v1/runs/2026-11-avocet", "").Body.String(), "sheet 114 r3 applies")
}

func TestABrokenChainIsToldOnEveryPaperAndTakesNothingMore(t *testing.T) {
	c := newClient(t)
	require.NoError(t, testdb.Exec(c.shop.Store, "ALTER TABLE events DISABLE TRIGGER USER"))
	require.NoError(t, testdb.Exec(c.shop.Store, `UPDATE events SET body = replace(body, 'Will not', 'Will') WHERE run_id = '2026-11-avocet'`))
	code, p, _ := c.send("2026-11-avocet", 21, "note", `{"text":"late"}`)
	assert.Equal(t, 409, code)
	assert.Equal(t, "run", p.Field)
	assert.Contains(t, c.do("GET", "/api/v1/runs/2026-11-avocet", "").Body.String(), `"broken":"The chain of this run is broken`)
	assert.Contains(t, c.do("GET", "/api/v1/runs/2026-11-avocet/record", "").Body.String(),
		`"broken":"run 2026-11-avocet: event 1 was changed`)
	assert.Equal(t, 200, c.do("GET", "/api/v1/runs/2026-11-avocet/record.pdf", "").Code)
	code, _, _ = c.send("2026-11-wigeon", -1, "note", `{"text":"x"}`)
	assert.Equal(t, 422, code, "another run is as it was")
}

// That somebody is here is written down at most every half minute, and still keeps the
// device open.
func TestBeingHereIsWrittenDownSeldom(t *testing.T) {
	c := newClient(t)
	now := c.shop.Now()
	writes := func(at time.Duration) bool {
		c.shop.Now = func() time.Time { return now.Add(at) }
		w := c.do("POST", "/api/v1/session/here", `{}`)
		require.Equal(t, http.StatusOK, w.Code, "after %s", at)
		return len(w.Result().Cookies()) > 0
	}
	for _, one := range []struct {
		at    time.Duration
		wrote bool
	}{{10 * time.Second, false}, {29 * time.Second, false}, {31 * time.Second, true}, {45 * time.Second, false}, {62 * time.Second, true}} {
		assert.Equal(t, one.wrote, writes(one.at), "after %s", one.at)
	}
	for at := time.Minute; at < 40*time.Minute; at += 14 * time.Minute {
		writes(at)
	}
}

func TestEventsAreGivenAfterANumber(t *testing.T) {
	c := newClient(t)
	for _, one := range []struct {
		after string
		n     int
	}{{"", 22}, {"?after=0", 22}, {"?after=21", 1}, {"?after=22", 0}, {"?after=9000", 0}} {
		var events []record.Event
		w := c.do("GET", "/api/v1/runs/2026-11-avocet/events"+one.after, "")
		require.Equal(t, 200, w.Code)
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &events))
		assert.Len(t, events, one.n, one.after)
	}
	assert.Equal(t, "after", c.problem(c.do("GET", "/api/v1/runs/2026-11-avocet/events?after=-1", ""), 422).Field)
	assert.Equal(t, "after", c.problem(c.do("GET", "/api/v1/runs/2026-11-avocet/events?after=x", ""), 422).Field)
}
