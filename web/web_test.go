package web_test

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/shop"
	"brankel/web"
	"brankel/web/describe"
)

// client is a device on which somebody is signed in, or nobody.
type client struct {
	t      testing.TB
	http   http.Handler
	shop   *shop.Shop
	cookie string
}

// newClient is a device on which Ines, the lead, is signed in.
func newClient(t testing.TB) client { return signedOut(t).as("Ines", "slack tide at nine") }

func signedOut(t testing.TB) client {
	ui := fstest.MapFS{
		"index.html":    {Data: []byte(`<meta name="csp-nonce" content="__nonce__">`)},
		"assets/a.js":   {Data: []byte(`1`)},
		"secret.txt":    {Data: []byte(`not an asset`)},
		"assets/b.json": {Data: []byte(`{}`)},
	}
	s := testdb.Shop(t)
	o := web.Options{URL: func() (string, string) { return "http://192.168.1.20:8787", "" }}
	h, err := web.New(s, ui, slog.New(slog.NewTextHandler(io.Discard, nil)), o)
	require.NoError(t, err)
	return client{t, h, s, ""}
}

// as is the same device after somebody signed in.
func (c client) as(name, password string) client {
	c.t.Helper()
	raw, _ := json.Marshal(web.SignIn{Name: name, Password: password})
	w := c.do("POST", "/api/v1/session", string(raw))
	require.Equal(c.t, 200, w.Code, w.Body.String())
	c.cookie = w.Result().Cookies()[0].String()
	return c
}

func (c client) do(method, path, body string, header ...string) *httptest.ResponseRecorder {
	r := httptest.NewRequest(method, path, strings.NewReader(body))
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	if c.cookie != "" {
		r.Header.Set("Cookie", c.cookie)
	}
	for i := 0; i+1 < len(header); i += 2 {
		r.Header.Set(header[i], header[i+1])
	}
	if strings.HasSuffix(path, "/stream") { // goes on for as long as it is read
		ctx, cancel := context.WithTimeout(r.Context(), 200*time.Millisecond)
		defer cancel()
		r = r.WithContext(ctx)
	}
	w := httptest.NewRecorder()
	c.http.ServeHTTP(w, r)
	if w.Code < 300 && strings.HasPrefix(w.Header().Get("Content-Type"), "application/json") {
		assert.NotContains(c.t, w.Body.String(), `":null`, "the document says that it is there: a screen would fall on it")
	}
	return w
}

// problem checks the form of an error and gives it.
func (c client) problem(w *httptest.ResponseRecorder, status int) web.Problem {
	c.t.Helper()
	require.Equal(c.t, status, w.Code, w.Body.String())
	require.Equal(c.t, "application/problem+json", w.Header().Get("Content-Type"))
	var p web.Problem
	require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &p))
	require.NotEmpty(c.t, p.Detail)
	require.Equal(c.t, status, p.Status)
	return p
}

func (c client) open() shop.RunView {
	w := c.do("POST", "/api/v1/runs", `{"id":"`+uuid.NewString()+`","machine":"teal","cable":"lower"}`)
	require.Equal(c.t, 200, w.Code, w.Body.String())
	var v shop.RunView
	require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &v))
	return v
}

func event(id string, after int, kind, body string) string {
	raw, _ := json.Marshal(
		map[string]any{"id": id, "after": after, "kind": kind, "by": "Ines", "at": "2026-11-24T09:00:00Z", "body": json.RawMessage(body)},
	)
	return string(raw)
}

func TestAConflictCarriesWhatWasMissedAndTheRunAsItStands(t *testing.T) {
	c := newClient(t)
	path := "/api/v1/runs/" + c.open().ID + "/events"
	first := event(uuid.NewString(), 0, "note", `{"text":"first"}`)
	require.Equal(t, 200, c.do("POST", path, first).Code)
	require.Equal(t, 200, c.do("POST", path, first).Code, "sent twice, stored once")
	p := c.problem(c.do("POST", path, event(uuid.NewString(), 0, "note", `{"text":"late"}`)), 409)
	require.Len(t, p.Missed, 1)
	require.NotNil(t, p.Run)
	assert.Equal(t, 1, p.Run.View.Seq)
}

func TestErrorsNameTheirField(t *testing.T) {
	c := newClient(t)
	run := "/api/v1/runs/" + c.open().ID
	for _, one := range []struct{ path, body, field string }{
		{run + "/events", event(uuid.NewString(), 0, "complaint", `{"words":"","shows":"yes"}`), "body.words"},
		{run + "/events", event("no-uuid", 0, "note", `{"text":"x"}`), "id"},
		{run + "/events", event(uuid.NewString(), 0, "note", `{"text":"x","colour":1}`), "body.colour"},
		{run + "/events", event(uuid.NewString(), 5, "note", `{"text":"x"}`), "after"},
		{run + "/events", `{"id":"` + uuid.NewString() + `","mood":"good"}`, "mood"},
		{run + "/events", `{"after":"one"}`, "after"},
		{run + "/understand", `{"point":"barrel-to-eye","text":"7-9","value":0}`, "kind"},
		{"/api/v1/calc/measure", `{"text":"7-9 lb"}`, "text"},
		{"/api/v1/calc/adjuster", `{"now":1,"target":3,"pitch":0}`, "pitch"},
		{"/api/v1/calc/nothing", `{}`, "calc"},
		{"/api/v1/rig/answer", `{}`, "rig"},
		{"/api/v1/rig/answer", `{"rig":{"format":"brankel.rig/1","family":"windlass","geometry":{}}}`, "rig.family"},
		{"/api/v1/runs", `{"id":"x","machine":"teal","cable":"lower"}`, "id"},
	} {
		assert.Equal(t, one.field, c.problem(c.do("POST", one.path, one.body), 422).Field, "%s %s", one.path, one.body)
	}
	assert.Equal(t, "serial", c.problem(c.do("GET", run+"/which?serial=rusty&hand=standard", ""), 422).Field)
	c.problem(c.do("GET", "/api/v1/runs/nowhere", ""), 404)
	c.problem(c.do("GET", "/api/v1/nowhere", ""), 404)
	c.problem(c.do("POST", "/api/v1/runs", `{"id":"`+uuid.NewString()+`","machine":"ark","cable":"lower"}`), 404)
	c.problem(c.do("POST", "/api/v1/runs", `{}`, "Content-Type", "text/plain"), 415)
	c.problem(c.do("POST", "/api/v1/calc/measure", `{"text":"`+strings.Repeat("9", 300<<10)+`"}`), 413)
	assert.Equal(t, 403, c.do("POST", "/api/v1/runs", `{}`, "Sec-Fetch-Site", "cross-site").Code)
}

func TestEveryAnswerIsGuarded(t *testing.T) {
	c := newClient(t)
	page := c.do("GET", "/run/anything", "")
	for name, value := range map[string]string{
		"X-Content-Type-Options": "nosniff", "X-Frame-Options": "DENY", "Referrer-Policy": "same-origin",
		"Cross-Origin-Opener-Policy": "same-origin", "Cross-Origin-Resource-Policy": "same-origin", "Cache-Control": "no-store",
		"Permissions-Policy": "camera=(), microphone=(self), geolocation=()"} {
		assert.Equal(t, value, page.Header().Get(name))
	}
	policy := page.Header().Get("Content-Security-Policy")
	for _, part := range []string{"default-src 'none'", "script-src 'self'", "connect-src 'self'", "base-uri 'none'", "form-action 'none'",
		"frame-ancestors 'none'"} {
		assert.Contains(t, policy, part)
	}
	assert.NotContains(t, policy, "unsafe")
	assert.NotContains(t, policy, "unsafe")
	_, rest, found := strings.Cut(policy, "'nonce-")
	require.True(t, found)
	nonce, _, _ := strings.Cut(rest, "'")
	assert.Contains(t, page.Body.String(), `content="`+nonce+`"`)
	assert.NotContains(t, c.do("GET", "/", "").Header().Get("Content-Security-Policy"), nonce, "a new nonce for each page")
	assert.Equal(t, "nosniff", page.Header().Get("X-Content-Type-Options"))
	assert.Contains(t, c.do("GET", "/assets/a.js", "").Header().Get("Cache-Control"), "immutable")
	assert.Equal(t, 404, c.do("GET", "/assets/../secret.txt", "").Code)
	assert.Equal(t, "ok", c.do("GET", "/healthz", "").Body.String())
}

func TestTheRecordPrints(t *testing.T) {
	c := newClient(t)
	w := c.do("GET", "/api/v1/runs/2026-11-avocet/record.pdf", "")
	require.Equal(t, 200, w.Code)
	assert.True(t, bytes.HasPrefix(w.Body.Bytes(), []byte("%PDF-")))
	again := c.do("GET", "/api/v1/runs/2026-11-avocet/record.pdf", "")
	assert.Equal(t, w.Body.Bytes(), again.Body.Bytes(), "the same record gives the same paper")
	w = c.do("GET", "/api/v1/runs/2026-11-avocet/record", "")
	for _, part := range []string{"Will not come out of reverse", "145.2 mm, calliper 3", "2 turns toward the eye",
		"Locking moved it by −0.1 mm", "on the water", "Tobin, 20 Nov 2026 09:10 WET"} {
		assert.Contains(t, w.Body.String(), part)
	}
}

// The committed documents are those of the Go types: after a change, run
// scripts/generate.
func TestPublishedDocumentsAreCurrent(t *testing.T) {
	committed, err := os.ReadFile("../ui/api/openapi.json")
	require.NoError(t, err)
	assert.Equal(t, string(web.OpenAPI()), string(committed))
	assert.Equal(t, string(describe.Sheet()), string(sheet.Schema()))
	committed, err = os.ReadFile("../ui/api/rig.schema.json")
	require.NoError(t, err)
	assert.Equal(t, string(rig.Schema()), string(committed))
	for name, of := range map[string]func() []byte{"openapi": web.OpenAPI, "rig": rig.Schema, "trouble": describe.Trouble} {
		assert.Same(t, &of()[0], &of()[0], "%s is not made anew for everybody who asks", name)
	}
}

// A device whose clock is off is told, in either direction; what was kept for a day is taken.
func TestTheClockOfADevice(t *testing.T) {
	c := newClient(t)
	id := c.open().ID
	for at, says := range map[string]string{
		"2026-11-25T12:00:00Z": "lies in the future: set the clock",
		"2026-10-01T12:00:00Z": "days back: set the clock",
		"yesterday":            "such as 2026-11-24T09:30:00Z",
	} {
		e := strings.Replace(event(uuid.NewString(), 0, "note", `{"text":"x"}`), "2026-11-24T09:00:00Z", at, 1)
		w := c.do("POST", "/api/v1/runs/"+id+"/events", e)
		assert.Equal(t, 422, w.Code, at)
		assert.Contains(t, w.Body.String(), says)
	}
	late := strings.Replace(event(uuid.NewString(), 0, "note", `{"text":"x"}`), "2026-11-24T09:00:00Z", "2026-11-23T09:00:00Z", 1)
	assert.Equal(t, 200, c.do("POST", "/api/v1/runs/"+id+"/events", late).Code)
	r, err := c.shop.Record(t.Context(), id)
	require.NoError(t, err)
	assert.NotNil(t, r.Lines[0].Received, "and the record says when it came")
}
