package web_test

import (
	"bytes"
	"encoding/json"
	"log/slog"
	"net/http"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/prometheus/client_golang/prometheus"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/web"
)

// watching is a server whose log and metrics are kept.
func watching(t *testing.T, ending <-chan struct{}) (client, *bytes.Buffer, *prometheus.Registry) {
	var log bytes.Buffer
	in := prometheus.NewRegistry()
	s := testdb.Shop(t)
	h, err := web.New(s, fstest.MapFS{}, slog.New(slog.NewJSONHandler(&log, nil)), web.Options{Metrics: in, Ending: ending})
	require.NoError(t, err)
	return client{t, h, s, ""}, &log, in
}

func TestEachRequestHasAnIdThatItsLineInTheLogHasAndNoSecretGetsThere(t *testing.T) {
	out, log, _ := watching(t, nil)
	c := out.as("Ines", "slack tide at nine")
	w := c.do("POST", "/api/v1/calendars", `{"name":"wall"}`)
	require.Equal(t, 200, w.Code, w.Body)
	w = c.do("GET", "/api/v1/calendar/a-secret-link.ics?token=another-secret", "", "X-Request-Id", "from-the-proxy.7")
	assert.Equal(t, "from-the-proxy.7", w.Header().Get("X-Request-Id"))
	id := c.open().ID
	_, _, _ = c.send(id, 0, "note", `{"text":"what is written in a run"}`)
	for _, odd := range []string{strings.Repeat("x", 65), "a b", `"}{`} {
		given := c.do("GET", "/healthz", "", "X-Request-Id", odd).Header().Get("X-Request-Id")
		assert.Regexp(t, `^[0-9a-f-]{36}$`, given)
	}
	c.do("GET", "/api/v1/runs/none", "")

	lines := strings.Split(strings.TrimSpace(log.String()), "\n")
	var at []string
	for _, line := range lines {
		var one struct{ ID, Route, By, Run string }
		require.NoError(t, json.Unmarshal([]byte(line), &one), line)
		assert.NotEmpty(t, one.ID, line)
		at = append(at, one.Route)
		if one.Run == id {
			assert.Equal(t, "ines", one.By)
		}
	}
	assert.Contains(t, at, "/api/v1/runs/:run/events")
	for _, secret := range []string{"slack tide", "a-secret-link", "another-secret", "what is written", c.cookie, strings.TrimPrefix(c.cookie, "brankel=")} {
		assert.NotContains(t, log.String(), secret)
	}
}

func TestWhatHappensIsCountedByRouteAndNotByWhatSomebodyWrote(t *testing.T) {
	out, _, in := watching(t, nil)
	c := out.as("Ines", "slack tide at nine")
	id := c.open().ID
	_, _, _ = c.send(id, 0, "note", `{"text":"x"}`)
	_, _, _ = c.send(id, 1, "note", `{"text":"y"}`)
	for _, odd := range []string{"FOO", "BAR", "BAZ"} {
		c.do(odd, "/api/v1/bays/"+odd, "")
	}
	told, err := in.Gather()
	require.NoError(t, err)
	counted, routes := map[string]float64{}, map[string]bool{}
	for _, f := range told {
		for _, m := range f.GetMetric() {
			counted[f.GetName()] += m.GetCounter().GetValue() + float64(m.GetHistogram().GetSampleCount())
			for _, l := range m.GetLabel() {
				routes[l.GetValue()] = true
			}
		}
	}
	assert.Equal(t, 2., counted["brankel_events_total"])
	assert.Greater(t, counted["brankel_request_seconds"], 5.)
	assert.Contains(t, counted, "brankel_streams")
	assert.Contains(t, counted, "brankel_runs_folded_total")
	assert.Contains(t, counted, "go_sql_open_connections")
	assert.True(t, routes["/api/v1/runs/:run/events"])
	assert.False(t, routes["FOO"] || routes["/api/v1/bays/FOO"], "whoever asks can not fill the memory with names")
}

func TestAServerThatIsAboutToEndTakesNoNewWork(t *testing.T) {
	ending := make(chan struct{})
	c, _, _ := watching(t, ending)
	assert.Equal(t, 200, c.do("GET", "/readyz", "").Code)
	close(ending)
	w := c.do("GET", "/readyz", "")
	assert.Equal(t, http.StatusServiceUnavailable, w.Code)
	assert.NotEmpty(t, w.Header().Get("Retry-After"))
	assert.Equal(t, 200, c.do("GET", "/healthz", "").Code, "what came before is answered still")
}
