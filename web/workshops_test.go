package web_test

import (
	"encoding/json"
	"fmt"
	"log/slog"
	"net/http"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/shop"
	"brankel/web"
)

// atHost asks under the host name of a workshop.
type atHost struct {
	http.Handler
	host string
}

func (h atHost) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	r.Host = h.host
	h.Handler.ServeHTTP(w, r)
}

// rows counts what stands in every table of a schema that its shop is asked for.
func rows(t *testing.T, url, schema string) (out string) {
	require.NoError(t, testdb.RowsAt(url, fmt.Sprintf(`SELECT string_agg(table_name || ' ' ||
		(xpath('/row/c/text()', query_to_xml('SELECT count(*) AS c FROM %[1]s.' || table_name, false, true, '')))[1]::text, ', ' ORDER BY table_name)
		FROM information_schema.tables WHERE table_schema = '%[1]s' AND table_name NOT IN ('sessions', 'attempts', 'foreseen')`, schema), &out))
	return out
}

// Three workshops on one database, behind one set of servers: the demo workshop, and two that begin empty.
func TestNoWorkshopSeesAnythingOfAnother(t *testing.T) {
	url := testdb.URL(t)
	handlers, shops := map[string]http.Handler{}, map[string]*shop.Shop{}
	for _, name := range []string{"teal", "pearl", "coral"} {
		store, err := postgres.OpenIn(t.Context(), url, name)
		require.NoError(t, err)
		t.Cleanup(func() { store.Close() })
		s := shop.New(store, testdb.Now)
		s.Live(t.Context())
		if handlers[name+".example"], err = web.New(s, fstest.MapFS{}, slog.New(slog.DiscardHandler), web.Options{}); err != nil {
			t.Fatal(err)
		}
		shops[name] = s
	}
	require.NoError(t, shops["teal"].Import(t.Context(), demo.Files))
	_, err := shops["teal"].Accounts(t.Context(), demo.Accounts)
	require.NoError(t, err)
	all := web.Hosts(handlers)
	at := func(name string) client { return client{t, atHost{all, name + ".example:8787"}, shops[name], ""} }
	teal := at("teal").as("Ines", "slack tide at nine")
	leads := map[string]client{}
	for _, name := range []string{"pearl", "coral"} {
		w := at(name).do("POST", "/api/v1/first", `{"name":"Anker","password":"anchors of `+name+`"}`)
		require.Equal(t, 200, w.Code, w.Body)
		leads[name] = at(name).as("Anker", "anchors of "+name)
	}

	// what stands in the first, by the ids that a guesser would have
	ids := strings.NewReplacer("{run}", "2026-11-avocet", "{machine}", "teal", "{cable}", "lower", "{hash}", "none", "{name}", "window", "{id}", "teal")
	before := rows(t, url, "teal")
	require.Contains(t, before, "events 1") // some hundreds
	shown, asked := 0, 0
	operations(t, func(method, path, id string) {
		if contains([]string{"signOut", "signOutEverywhere"}, id) {
			return
		}
		body := ""
		if method != http.MethodGet {
			body = "{}"
		}
		if method == http.MethodGet && teal.do("GET", ids.Replace(path), "").Code == 200 {
			shown++ // there is something to be seen
		}
		for name, lead := range leads {
			w := lead.do(method, ids.Replace(path), body)
			asked++
			for _, theirs := range []string{"Avocet", "avocet-", "Ines", "Tobin", "Launch Teal"} {
				assert.NotContains(t, w.Body.String(), theirs, "%s %s of the first, by the lead of %s", method, id, name)
			}
			stranger := lead // the same cookie, where it is of nobody
			stranger.http = atHost{all, "teal.example"}
			if w := stranger.do(method, ids.Replace(path), body); method == http.MethodGet {
				assert.NotContains(t, w.Body.String(), "Avocet", "%s, by the cookie of %s", id, name)
			}
		}
	})
	assert.Greater(t, shown, 30)
	assert.Greater(t, asked, 200)
	assert.Equal(t, before, rows(t, url, "teal"), "nothing of what they did is there")

	// an entry here wakes nobody there, and the machine of one is none of the other's
	id := uuid.NewString()
	require.Equal(t, 200, teal.do("POST", "/api/v1/runs", `{"id":"`+id+`","machine":"teal","cable":"lower"}`).Code)
	assert.Equal(t, 404, leads["pearl"].do("GET", "/api/v1/runs/"+id, "").Code)
	w := teal.do("POST", "/api/v1/practice", `{"grade":1}`)
	require.Equal(t, 200, w.Code, w.Body)
	var tried shop.RunView
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &tried))
	assert.Equal(t, 200, teal.do("GET", "/api/v1/runs/"+tried.ID, "").Code)
	assert.Equal(t, 404, leads["pearl"].do("GET", "/api/v1/runs/"+tried.ID, "").Code, "nor an exercise")
	assert.Contains(t, teal.do("GET", "/api/v1/log?find=clases+reverse", "").Body.String(), "2026-11-oyster-clutch", "slips are forgiven here too")

	w = client{t, atHost{all, "elsewhere.example"}, nil, ""}.do("GET", "/", "")
	assert.Equal(t, 421, w.Code)
	assert.NotContains(t, w.Body.String(), "teal")
	assert.Equal(t, 200, client{t, atHost{all, "10.0.0.7"}, nil, ""}.do("GET", "/healthz", "").Code)
}

func TestASchemaThatIsNoWorkshopsIsRefused(t *testing.T) {
	for _, name := range []string{"public", "pg_catalog", "Teal", "teal_practice", "teal; DROP TABLE runs", "1teal", "téal"} {
		_, err := postgres.OpenIn(t.Context(), "postgres://nobody@127.0.0.1:1/none", name)
		assert.ErrorContains(t, err, "no name for the schema", name)
	}
}
