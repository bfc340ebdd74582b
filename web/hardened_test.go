package web_test

import (
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/http/httptest"
	"net/url"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"testing/fstest"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/shop"
	"brankel/web"
)

func TestHeadAnswersAsGetWithoutABody(t *testing.T) {
	c := newClient(t)
	for _, path := range []string{"/", "/healthz", "/api/v1/bays", "/api/v1/runs/2026-11-avocet/record.pdf", "/assets/a.js",
		"/api/v1/nowhere", "/run/x"} {
		get, head := c.do("GET", path, ""), c.do("HEAD", path, "")
		assert.Equal(t, get.Code, head.Code, path)
		assert.Equal(t, get.Header().Get("Content-Type"), head.Header().Get("Content-Type"), path)
		assert.Empty(t, head.Body.Bytes(), path)
	}
}

func TestBodiesAreReadToTheLastSign(t *testing.T) {
	c := newClient(t)
	run := "/api/v1/runs/" + c.open().ID + "/events"
	good := event(uuid.NewString(), 0, "note", `{"text":"x"}`)
	for _, one := range []struct{ body, field string }{
		{good + "{}", ""},
		{strings.Replace(good, `"kind"`, `"after":0,"kind"`, 1), "after"},
		{event(uuid.NewString(), 0, "note", `{"text":"a\u0000b"}`), "body.text"},
		{event(uuid.NewString(), 0, "note", `{"text":"a","text":"b"}`), "body.text"},
		{strings.Replace(good, "2026-11-24T09", "0000-11-24T09", 1), "at"},
		{strings.Replace(good, "2026-11-24T09", "1999-11-24T09", 1), "at"},
		{strings.Replace(good, "2026-11-24T09:00:00Z", "soon", 1), "at"},
	} {
		assert.Equal(t, one.field, c.problem(c.do("POST", run, one.body), 422).Field, one.body)
	}
	assert.Equal(t, "text", c.problem(c.do("POST", "/api/v1/calc/measure", `{"text":"1 mm","text":"2 mm"}`), 422).Field)
}

func TestTheSameIDWithOtherContentBringsBoth(t *testing.T) {
	c := newClient(t)
	run := "/api/v1/runs/" + c.open().ID + "/events"
	id := uuid.NewString()
	require.Equal(t, 200, c.do("POST", run, event(id, 0, "note", `{"text":"first"}`)).Code)
	require.Equal(t, 200, c.do("POST", run, event(id, 0, "note", `{"text":"first"}`)).Code)
	p := c.problem(c.do("POST", run, event(id, 0, "note", `{"text":"second"}`)), 409)
	assert.Contains(t, string(p.Kept.Body), "first")
	assert.Contains(t, string(p.Sent.Body), "second")
}

func TestASignatureIsOfWhoIsSignedInWhateverNameCame(t *testing.T) {
	c := newClient(t)
	p := c.problem(c.do("POST", "/api/v1/runs/"+c.open().ID+"/events", event(uuid.NewString(), 0, "signed", `{"name":"Maud"}`)), 422)
	assert.NotContains(t, p.Detail, "Maud")
}

func TestNamesHoldPercentSignsAndPapersAnyLetter(t *testing.T) {
	c := newClient(t)
	for _, name := range []string{"card 5%", "100%25 wool", "a%2Fb", "5% card, new"} {
		raw, _ := json.Marshal(web.ThinIn{Name: name, Thickness: "0.3"})
		require.Equal(t, 200, c.do("POST", "/api/v1/thin-things", string(raw)).Code, name)
		require.Equal(t, 200, c.do("DELETE", "/api/v1/thin-things/"+url.PathEscape(name), "").Code, name)
	}
	run := c.open()
	words := `{"words":"Élan 🛶 Бот 小船 \u202e تجربة","shows":"yes"}`
	require.Equal(t, 200, c.do("POST", "/api/v1/runs/"+run.ID+"/events", event(uuid.NewString(), 0, "complaint", words)).Code)
	pdf := c.do("GET", "/api/v1/runs/"+run.ID+"/record.pdf", "")
	assert.Equal(t, 200, pdf.Code)
}

func TestASearchOfManyWordsIsCut(t *testing.T) {
	c := newClient(t)
	w := c.do("GET", "/api/v1/search?find="+url.QueryEscape(strings.Repeat("launch ", 20_000)), "")
	require.Equal(t, 200, w.Code)
	assert.Contains(t, w.Body.String(), "Launch Teal")
	assert.Equal(t, 422, c.do("GET", "/api/v1/search?find="+url.QueryEscape("te\x00al"), "").Code)
}

func TestTheSameMachineSentAtOnceIsStoredOnce(t *testing.T) {
	c := newClient(t)
	var wait sync.WaitGroup
	codes := make(chan int, 8)
	for range cap(codes) {
		wait.Go(func() {
			codes <- c.do("POST", "/api/v1/machines", `{"id":"","name":"Dory","craft":"boat","note":"","cables":[]}`).Code
		})
	}
	wait.Wait()
	close(codes)
	n := map[int]int{}
	for code := range codes {
		n[code]++
	}
	assert.Equal(t, map[int]int{200: 1, 422: 7}, n)
}

func TestAMistypedMeterReadingIsCorrectedByOneThatNamesIt(t *testing.T) {
	c := newClient(t)
	log := func(body string) (v shop.MachineView) {
		w := c.do("POST", "/api/v1/machines/ferry/log", body)
		require.Equal(t, 200, w.Code, w.Body.String())
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
		return v
	}
	v := log(`{"kind":"meter","on":"2026-11-20","name":"trip","value":100}`)
	v = log(`{"kind":"meter","on":"2026-11-21","name":"trip","value":10500}`)
	m := v.Machine.Meters[len(v.Machine.Meters)-1]
	wrong := m.Readings[1].ID
	require.NotEmpty(t, wrong)
	p := c.problem(c.do("POST", "/api/v1/machines/ferry/log", `{"kind":"meter","on":"2026-11-22","name":"trip","value":160}`), 422)
	assert.Equal(t, "value", p.Field)
	v = log(`{"kind":"meter","on":"2026-11-21","name":"trip","value":150,"id":"` + wrong + `"}`)
	m = v.Machine.Meters[len(v.Machine.Meters)-1]
	assert.True(t, m.Readings[1].Struck, "the slip stays on the card, struck out")
	assert.Equal(t, 150.0, m.Readings[2].Value)
	log(`{"kind":"meter","on":"2026-11-22","name":"trip","value":160}`)
	assert.Equal(t, "id", c.problem(c.do("POST", "/api/v1/machines/ferry/log",
		`{"kind":"meter","on":"2026-11-22","name":"trip","value":160,"id":"nothing"}`), 422).Field)
}

func TestFiguresOfACardHaveSizes(t *testing.T) {
	c := newClient(t)
	for _, one := range []struct{ path, body, field string }{
		{"/api/v1/machines/ferry/log", `{"kind":"meter","on":"2026-11-20","name":"km","value":1e300}`, "value"},
		{"/api/v1/machines/ferry/log", `{"kind":"defect","on":"2026-11-20","says":"` + strings.Repeat("x", 5000) + `"}`, "says"},
		{"/api/v1/machines/ferry/log", `{"kind":"defect","on":"0000-11-20","says":"x"}`, "on"},
		{"/api/v1/machines", `{"id":"","name":"` + strings.Repeat("x", 300) + `","craft":"boat","note":"","cables":[]}`, "name"},
		{"/api/v1/thin-things", `{"name":"x","thickness":"1e9 mm"}`, "thickness"},
		{"/api/v1/gauges", `{"id":"","name":"t","quantity":"length","kind":"tape","resolution":1e300,"doubt":1e300}`, "resolution"},
	} {
		assert.Equal(t, one.field, c.problem(c.do("POST", one.path, one.body), 422).Field, "%s %.80s", one.path, one.body)
	}
}

func TestBehindATrustedProxyTheForwardedAddressCounts(t *testing.T) {
	s := testdb.Shop(t)
	_, trusted, _ := net.ParseCIDR("192.0.2.1/32") // where httptest's requests come from
	serve := func(o web.Options) http.Handler {
		h, err := web.New(s, fstest.MapFS{}, slog.New(slog.NewTextHandler(io.Discard, nil)), o)
		require.NoError(t, err)
		return h
	}
	try := func(h http.Handler, from string) *httptest.ResponseRecorder {
		c := client{t, h, s, ""}
		return c.do("POST", "/api/v1/session", `{"name":"nobody `+from+`","password":"guess"}`, "X-Forwarded-For", from)
	}
	limited := func(h http.Handler, from func(i int) string) int64 { // all together: on a slow machine one after the other is no hurry
		var n atomic.Int64
		var all sync.WaitGroup
		for i := range 40 {
			all.Go(func() {
				if w := try(h, from(i)); w.Code == 429 && strings.Contains(w.Body.String(), "at once") {
					n.Add(1)
				}
			})
		}
		all.Wait()
		return n.Load()
	}
	each := func(i int) string { return "203.0.113." + string(rune('0'+i%10)) + string(rune('0'+i/10)) }
	assert.Zero(t, limited(serve(web.Options{Proxies: []*net.IPNet{trusted}}), each), "forty people, each of their own address")
	assert.Positive(t, limited(serve(web.Options{}), each), "nobody is trusted: it is one address that asks")

	body := `{"name":"Tobin","password":"three turns to the eye"}`
	secure := client{t, serve(web.Options{Proxies: []*net.IPNet{trusted}}), s, ""}.do("POST", "/api/v1/session", body)
	assert.Contains(t, secure.Header().Get("Set-Cookie"), "Secure")
	plain := client{t, serve(web.Options{}), s, ""}.do("POST", "/api/v1/session", body)
	assert.NotContains(t, plain.Header().Get("Set-Cookie"), "Secure")
}

// behind is a store reached through a door that cut shuts.
func behind(t *testing.T) (cut func(), s *postgres.Store) {
	real, err := url.Parse(testdb.URL(t))
	require.NoError(t, err)
	front, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	shut := make(chan struct{})
	go func() {
		for {
			c, err := front.Accept()
			if err != nil {
				return
			}
			back, err := net.Dial("tcp", real.Host)
			if err != nil {
				return
			}
			go func() { <-shut; back.Close(); c.Close() }()
			go func() { _, _ = io.Copy(back, c) }()
			go func() { _, _ = io.Copy(c, back) }()
		}
	}()
	u := *real
	u.Host = front.Addr().String()
	s, err = postgres.Open(context.Background(), u.String())
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return func() { front.Close(); close(shut) }, s
}

func TestAStoreThatIsAwayIsToldOnEveryRouteInTime(t *testing.T) {
	cut, store := behind(t)
	s := shop.New(store, func() time.Time { return time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC) })
	_, err := s.First(t.Context(), "Ines", "slack tide at nine", "")
	require.NoError(t, err)
	h, err := web.New(s, fstest.MapFS{}, slog.New(slog.NewTextHandler(io.Discard, nil)), web.Options{})
	require.NoError(t, err)
	c := client{t, h, s, ""}.as("Ines", "slack tide at nine")
	cut()
	var doc struct {
		Paths map[string]map[string]struct{ OperationID string }
	}
	require.NoError(t, json.Unmarshal(web.OpenAPI(), &doc))
	open := []string{"calcs", "calc", "rigAnswer", "rigSchema", "openapi", "sheetSchema", "trouble", "troubleSchema", "sheetAsks", "sheetFrom"}
	asked := 0
	for path, methods := range doc.Paths {
		at := strings.NewReplacer("{run}", "x", "{hash}", "x", "{name}", "window", "{id}", "x").Replace(path)
		for method, op := range methods {
			if contains(open, op.OperationID) {
				continue
			}
			body := ""
			if method == "post" {
				body = `{}`
			}
			w := c.do(strings.ToUpper(method), at, body)
			if w.Code == 429 {
				continue // the limit of attempts comes first
			}
			asked++
			c.problem(w, 503)
			assert.NotEmpty(t, w.Header().Get("Retry-After"), op.OperationID)
		}
	}
	assert.Greater(t, asked, 25)
}

// What is no text in a path or a query is said as what it is, whatever it stands for.
func TestBytesThatAreNoLetters(t *testing.T) {
	c := newClient(t)
	id := c.open().ID
	for _, odd := range []string{"%00", "%ff", "a%00b", "%c3%28"} {
		for _, path := range []string{"/api/v1/runs/" + odd, "/api/v1/machines/" + odd, "/api/v1/sheets/" + odd,
			"/api/v1/sheets/" + odd + "/page",
			"/api/v1/runs/" + id + "/photos/" + odd, "/api/v1/trouble/odds/" + odd, "/record/" + odd} {
			assert.Equal(t, 404, c.do("GET", path, "").Code, path)
		}
		for _, path := range []string{"/api/v1/search?find=" + odd, "/api/v1/bench?find=" + odd, "/api/v1/runs/" + id + "/which?serial=" + odd,
			"/api/v1/sheets?after=" + odd, "/api/v1/trouble/match?family=clutch&text=" + odd} {
			assert.Equal(t, 422, c.do("GET", path, "").Code, path)
		}
	}
	for path, body := range map[string]string{
		"/api/v1/machines":               `{"id":"","name":"Do\u0000ry","craft":"boat","note":"","cables":[]}`,
		"/api/v1/runs/" + id + "/events": event(uuid.NewString(), 0, "note", `{"text":"a\u0000b"}`),
		"/api/v1/machines/teal/log":      `{"kind":"defect","on":"2026-11-20","says":"a\u0000b"}`,
		"/api/v1/thin-things":            `{"name":"a\u0000","thickness":"1"}`,
		"/api/v1/hands/join":             `{"code":"123456","name":"a\u0000"}`,
	} {
		code := c.do("POST", path, body).Code
		assert.True(t, code >= 400 && code < 500, "%s: %d", path, code)
	}
}
