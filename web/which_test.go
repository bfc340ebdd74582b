package web_test

import (
	"encoding/json"
	"io"
	"log/slog"
	"net/url"
	"slices"
	"testing"
	"testing/fstest"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/shop"
	"brankel/web"
)

func TestASerialIsTriedBeforeItIsWrittenDown(t *testing.T) {
	c := newClient(t)
	id := c.open().ID
	for _, one := range []struct{ serial, hand, variant, sheet, why string }{
		{"2207", "standard", "", "114 r3", "serial 2207 lies in 1850–2399, standard hand"},
		{" 2207 ", "standard", "", "114 r3", "2207"},
		{"2611", "standard", "", "118", "2611"},
		{"1907", "standard", "pinned barrel", "121", "pinned barrel"},
		{"4102", "standard", "", "", "serial 4102 lies outside every range"},
		{"2207", "counter", "", "", "no sheet is for counter hand"},
	} {
		q := url.Values{"serial": {one.serial}, "hand": {one.hand}, "variant": {one.variant}}
		w := c.do("GET", "/api/v1/runs/"+id+"/which?"+q.Encode(), "")
		require.Equal(t, 200, w.Code, w.Body.String())
		var out web.Which
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &out))
		assert.Contains(t, out.Sheet, one.sheet, "%+v", one)
		assert.Equal(t, one.sheet == "", out.Sheet == "", "%+v", one)
		assert.Contains(t, out.Why, one.why, "%+v", one)
		assert.Equal(t, one.sheet != "", out.Source != "", "whoever reads it is told where the figures are from: %+v", one)
	}
	w := c.do("GET", "/api/v1/runs/"+id, "")
	var v shop.RunView
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
	assert.Zero(t, v.View.Seq, "nothing was written")
}

func TestWhatAReadingMeansIsSaidBeforeItIsKept(t *testing.T) {
	c := newClient(t)
	id, seq := c.safe()
	for body, says := range map[string]string{
		`{"point":"barrel-to-eye","text":"5 1/2 in"}`:                     "139.7 mm",
		`{"point":"barrel-to-eye","text":"139,7"}`:                        "139.7 mm",
		`{"point":"barrel-to-eye","start":"100 mm","end":"239.7 mm"}`:     "139.7 mm",
		`{"point":"barrel-threads","text":"12½"}`:                         "12.5",
		`{"point":"barrel-to-eye","text":"13 cm","states":["dogs-home"]}`: "130.0 mm",
	} {
		w := c.do("POST", "/api/v1/runs/"+id+"/understand", body)
		require.Equal(t, 200, w.Code, "%s: %s", body, w.Body.String())
		var m web.Meaning
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &m))
		assert.Contains(t, m.Says, says, body)
	}
	for body, field := range map[string]string{
		`{"point":"barrel-to-eye","text":"4 kg"}`:               "body.text",
		`{"point":"nose","text":"4 mm"}`:                        "body.point",
		`{"point":"barrel-to-eye","start":"6 in","end":"5 in"}`: "body.end",
	} {
		assert.Equal(t, field, c.problem(c.do("POST", "/api/v1/runs/"+id+"/understand", body), 422).Field, body)
	}
	code, _, v := c.send(id, seq, "note", `{"text":"still here"}`)
	require.Equal(t, 200, code)
	assert.Equal(t, seq+1, v.View.Seq, "nothing of it was kept")
}

func TestSigningOutEndsThisDeviceAndOutEverywhereAllOfThem(t *testing.T) {
	c := newClient(t)
	other := signedIn(c, "Ines", "slack tide at nine")
	require.Equal(t, 200, c.do("POST", "/api/v1/session/out", `{}`).Code)
	c.problem(c.do("GET", "/api/v1/bays", ""), 401)
	require.Equal(t, 200, other.do("GET", "/api/v1/bays", "").Code, "the other one stays")
	third := signedIn(c, "Ines", "slack tide at nine")
	require.Equal(t, 200, third.do("POST", "/api/v1/session/out-everywhere", `{}`).Code)
	for _, one := range []client{c, other, third} {
		one.problem(one.do("GET", "/api/v1/bays", ""), 401)
	}
}

func TestAnEmptyWorkshopBeginsWithTheLeadsAccount(t *testing.T) {
	s := shop.New(testdb.Store(t), testdb.Shop(t).Now)
	h, err := web.New(s, fstest.MapFS{"index.html": {}}, slog.New(slog.NewTextHandler(io.Discard, nil)), web.Options{})
	require.NoError(t, err)
	c := client{t, h, s, ""}
	assert.Equal(t, "password", c.problem(c.do("POST", "/api/v1/first", `{"name":"Ro","password":"short"}`), 422).Field)
	w := c.do("POST", "/api/v1/first", `{"name":"Ro","password":"long enough here"}`)
	require.Equal(t, 200, w.Code, w.Body.String())
	c.cookie = w.Result().Cookies()[0].String()
	var people []struct{ Name, Role string }
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/people", "").Body.Bytes(), &people))
	require.Len(t, people, 1)
	assert.Equal(t, "lead", people[0].Role)
	c.problem(c.do("POST", "/api/v1/first", `{"name":"Mallory","password":"let me in please"}`), 403)
}

func TestAGaugeKeptIsThereToBeChosen(t *testing.T) {
	c := newClient(t)
	tape := `{"name":"tape 2","kind":"tape","shows":"1 mm","tells":"0.5 mm","due":"2027-01-01"}`
	w := c.do("POST", "/api/v1/gauges", tape)
	require.Equal(t, 200, w.Code, w.Body.String())
	assert.Contains(t, w.Body.String(), `"tape 2"`)
	assert.Contains(t, c.do("GET", "/api/v1/gauges", "").Body.String(), `"tape 2"`)
	assert.Equal(t, "kind", c.problem(c.do("POST", "/api/v1/gauges", `{"name":"thumb","kind":"thumb","shows":"1"}`), 422).Field)
	code, p, _ := c.send(c.open().ID, 0, "reading", `{"point":"barrel-to-eye","text":"140 mm","gauge":"`+uuid.NewString()+`"}`)
	assert.Equal(t, 422, code, p.Detail)
}

func TestAUnitThatTheLogTookOutIsAskedAfter(t *testing.T) {
	c := newClient(t)
	w := c.do("POST", "/api/v1/runs", `{"id":"`+uuid.NewString()+`","machine":"avocet","cable":"lower"}`)
	var v shop.RunView
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v), w.Body.String())
	_, _, v = c.send(v.ID, 0, "complaint", `{"words":"stiff","shows":"yes"}`)
	w = c.do("GET", "/api/v1/runs/"+v.ID+"/which?serial=1122&hand=standard", "")
	assert.Contains(t, w.Body.String(), `"took_out":{"on":"2023-03-30"`)
	code, p, _ := c.send(v.ID, v.View.Seq, "identified", `{"serial":"1122","hand":"standard"}`)
	assert.Equal(t, 422, code)
	assert.Contains(t, p.Detail, "took 1122 out on 30 Mar 2023, and Ostley Q2, 2310 went in")
	code, p, was := c.send(v.ID, v.View.Seq, "identified", `{"serial":"1122","hand":"standard","sure":true}`)
	require.Equal(t, 200, code, p.Detail)
	assert.Contains(t, c.do("GET", "/api/v1/runs/"+v.ID+"/record", "").Body.String(), "though the log took it out on 30 Mar 2023")
	code, p, now := c.send(v.ID, was.View.Seq, "identified", `{"serial":"2310","hand":"standard"}`)
	require.Equal(t, 200, code, p.Detail)
	assert.Contains(t, now.View.Applies, "2310", "what went in is read without a question")
}

func TestACableUnderAnotherNameIsOffered(t *testing.T) {
	c := newClient(t)
	w := c.do("POST", "/api/v1/machines", `{"id":"","name":"Dory Stint","craft":"boat","note":"",
		"unit":{"serial":"2207","hand":"standard"},"cables":[{"id":"","name":"bottom shift cable","family":"stern-drive-shift"}]}`)
	require.Equal(t, 200, w.Code, w.Body.String())
	var m shop.MachineView
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &m))
	w = c.do("POST", "/api/v1/runs", `{"id":"`+uuid.NewString()+`","machine":"`+m.Machine.ID+`","cable":"`+m.Machine.Cables[0].ID+`"}`)
	require.Equal(t, 200, w.Code, w.Body.String())
	var v shop.RunView
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
	_, _, v = c.send(v.ID, 0, "complaint", `{"words":"stiff","shows":"yes"}`)
	asked := func(cable string) (out web.Which) {
		w := c.do("GET", "/api/v1/runs/"+v.ID+"/which?serial=2207&hand=standard&cable="+url.QueryEscape(cable), "")
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &out), w.Body.String())
		return out
	}
	none := asked("")
	assert.Empty(t, none.Sheet, "nothing is taken for it unasked")
	require.NotEmpty(t, none.Elsewhere)
	at := slices.IndexFunc(none.Elsewhere, func(e web.Elsewhere) bool { return e.Cable == "lower drive cable" })
	require.GreaterOrEqual(t, at, 0, "%v", none.Elsewhere)
	assert.Equal(t, "114 r3", asked("lower drive cable").Sheet)
	code, p, now := c.send(v.ID, v.View.Seq, "identified", `{"serial":"2207","hand":"standard","cable":"lower drive cable"}`)
	require.Equal(t, 200, code, p.Detail)
	assert.Contains(t, now.View.Applies, "sheet 114 r3 applies")
}

// The two questions of a page of figures are open to whoever comes by, like every sum, and tell faults by their place.
func TestAPageOfFiguresIsAskedAndAnswered(t *testing.T) {
	c := signedOut(t)
	w := c.do("POST", "/api/v1/sheets/asks", `{"family":"clutch","school":"fork"}`)
	require.Equal(t, 200, w.Code, w.Body.String())
	assert.Contains(t, w.Body.String(), `"id":"fork-gap"`)
	assert.NotContains(t, w.Body.String(), `"id":"free-play"`)
	w = c.do("POST", "/api/v1/sheets/from", `{"family":"clutch","figures":{"free-play":18}}`)
	require.Equal(t, 200, w.Code, w.Body.String())
	assert.Contains(t, w.Body.String(), `"format":"brankel.rig-sheet/1"`)
	p := c.problem(c.do("POST", "/api/v1/sheets/from", `{"family":"clutch","figures":{"free-play":"much","pitch":25}}`), 422)
	require.Len(t, p.Faults, 2)
	assert.Equal(t, "figures.free-play", p.Faults[0].Field)
	assert.Equal(t, "school", c.problem(c.do("POST", "/api/v1/sheets/asks", `{"family":"outboard-shift","school":"guess"}`), 422).Field)
}
