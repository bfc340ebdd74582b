package web_test

import (
	"encoding/json"
	"log/slog"
	"net/http"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/shop"
	"brankel/web"
)

// showing is a server that only shows what another one writes, on the same database.
func showing(t *testing.T, c client) client {
	store, err := postgres.OpenToShow(t.Context(), testdb.URLOf(c.shop.Store), "")
	require.NoError(t, err)
	t.Cleanup(func() { store.Close() })
	s := shop.New(store, c.shop.Now)
	s.Live(t.Context())
	h, err := web.New(s, fstest.MapFS{}, slog.New(slog.DiscardHandler), web.Options{})
	require.NoError(t, err)
	return client{t, h, s, c.cookie}
}

func TestAServerThatOnlyShowsAnswersWhatIsReadAndRefusesTheRest(t *testing.T) {
	wall := showing(t, newClient(t))
	shown := 0
	operations(t, func(method, path, id string) {
		at := strings.NewReplacer("{run}", "2026-11-avocet", "{hash}", "none", "{name}", "window", "{id}", "teal", "{cable}", "lower").Replace(path)
		if method == http.MethodGet {
			w := wall.do("GET", at, "")
			assert.Less(t, w.Code, 500, "%s: %s", id, w.Body)
			if w.Code == 200 {
				shown++
			}
			return
		}
		if w := wall.do(method, at, "{}"); id != "here" {
			assert.Equal(t, 403, w.Code, id)
			assert.Contains(t, w.Body.String(), "only shows", id)
		}
	})
	assert.Greater(t, shown, 30)
}

func TestAWallNeverLocksAndOffersNothingToDo(t *testing.T) {
	c := newClient(t)
	wall := showing(t, c)
	now := c.shop.Now()
	wall.shop.Now = func() time.Time { return now.Add(5 * time.Hour) }
	var s web.Session
	require.NoError(t, json.Unmarshal(wall.do("GET", "/api/v1/session", "").Body.Bytes(), &s))
	assert.Equal(t, "in", s.State)
	assert.False(t, s.Work || s.Manage)
	assert.Equal(t, 200, wall.do("GET", "/api/v1/bays", "").Code)
	assert.Equal(t, 200, wall.do("POST", "/api/v1/session/here", "{}").Code, "a hand on the screen is no fault")
}

// What is written elsewhere is told on a wall, though a standby is told nothing.
func TestAWallFollowsWhatIsWritten(t *testing.T) {
	c := newClient(t)
	wall := showing(t, c)
	id := c.open().ID
	there := wall.follow(listening(t, wall.http), "/api/v1/runs/"+id+"/stream?after=0")
	there.next("hands")
	for n := range 3 {
		code, p, _ := c.send(id, n, "note", `{"text":"here"}`)
		require.Equal(t, 200, code, p.Detail)
		assert.Equal(t, n+1, there.entry().Seq)
	}
}
