package web_test

import (
	"encoding/json"
	"mime"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/web"
)

// operations calls do with every operation of the published document.
func operations(t *testing.T, do func(method, path, id string)) {
	var doc struct {
		Paths map[string]map[string]struct{ OperationID string }
	}
	require.NoError(t, json.Unmarshal(web.OpenAPI(), &doc))
	for path, methods := range doc.Paths {
		for method, op := range methods {
			do(strings.ToUpper(method), path, op.OperationID)
		}
	}
}

// A page of somebody else that is open in the same browser sends what it likes, with the cookie where the browser lets it.
func TestNoOtherPageActsForWhoIsSignedIn(t *testing.T) {
	c := newClient(t)
	url := testdb.URLOf(c.shop.Store)
	before := rows(t, url, "public")
	tried := 0
	operations(t, func(method, path, id string) {
		if method == http.MethodGet {
			return
		}
		at := strings.NewReplacer("{run}", "2026-11-avocet", "{id}", "teal", "{cable}", "lower", "{hash}", "none", "{name}", "window").Replace(path)
		for _, header := range [][2]string{{"Sec-Fetch-Site", "cross-site"}, {"Sec-Fetch-Site", "same-site"}, {"Origin", "https://elsewhere.example"}} {
			for _, kind := range []string{"text/plain", "application/x-www-form-urlencoded", "application/json"} {
				w := c.do(method, at, "{}", header[0], header[1], "Content-Type", kind)
				assert.Equal(t, 403, w.Code, "%s from another page (%s)", id, header)
				tried++
			}
		}
	})
	assert.Greater(t, tried, 300)
	assert.Equal(t, before, rows(t, url, "public"))
	assert.Equal(t, 200, c.do("GET", "/api/v1/bays", "").Code, "nor is anybody signed out by it")
}

// script is what somebody would plant who wants it run in the browser of whoever looks.
const script = `"><img src=x onerror=alert(1)><script>alert(2)</script>`

// Whatever somebody wrote stays a text: no answer in which it stands is of a kind that a browser runs, nor may it guess another.
func TestTextsStayTextsWhereverTheyAreShown(t *testing.T) {
	c := newClient(t)
	said, err := json.Marshal(script)
	require.NoError(t, err)
	require.NoError(t, testdb.Exec(c.shop.Store, `UPDATE machines SET note = '`+script+`', name = 'Launch '||'`+script+`' WHERE id = 'teal';
		UPDATE versions SET floor = floor + 1`))
	run := c.open().ID
	for i, e := range [][2]string{{"complaint", `{"words":` + string(said) + `,"shows":"yes"}`}, {"note", `{"text":` + string(said) + `}`}} {
		code, p, _ := c.send(run, i, e[0], e[1])
		require.Equal(t, 200, code, p.Detail)
	}
	shown := map[string]int{}
	operations(t, func(method, path, id string) {
		if method != http.MethodGet || strings.HasSuffix(path, "stream") {
			return
		}
		at := strings.NewReplacer("{run}", run, "{id}", "teal", "{cable}", "lower", "{hash}", "none", "{name}", "window").Replace(path)
		w := c.do("GET", at, "")
		assert.Equal(t, "nosniff", w.Header().Get("X-Content-Type-Options"), id)
		body := w.Body.String()
		if !strings.Contains(body, "onerror=alert") {
			return
		}
		kind, _, err := mime.ParseMediaType(w.Header().Get("Content-Type"))
		require.NoError(t, err, id)
		shown[kind]++
		plain := []string{"application/json", "application/problem+json", "text/csv", "text/calendar", "application/pdf", "application/zip"}
		assert.Contains(t, plain, kind, id)
	})
	assert.Greater(t, shown["application/json"], 5)
	assert.Positive(t, shown["text/csv"], "the table of a run names its machine")
	for _, page := range []string{"/", "/run/" + run, "/machine/teal", "/" + script} {
		w := c.do("GET", strings.ReplaceAll(page, " ", "%20"), "")
		assert.NotContains(t, w.Body.String(), "onerror", page)
		assert.NotContains(t, w.Header().Get("Content-Security-Policy"), "unsafe")
	}
}
