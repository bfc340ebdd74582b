package web_test

import (
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"github.com/klauspost/compress/gzip"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/web"
)

// What is large comes packed to who takes it so, and is the same; what is small, what is refused and what nobody wanted packed comes
// as it is.
func TestWhatIsLargeComesPacked(t *testing.T) {
	c := newClient(t)
	s := httptest.NewServer(c.http)
	defer s.Close()
	asks := func(path, takes string) (*http.Response, string) {
		r, err := http.NewRequest("GET", s.URL+path, http.NoBody)
		require.NoError(t, err)
		r.Header.Set("Cookie", c.cookie)
		r.Header.Set("Accept-Encoding", takes) // set by hand, the client unpacks nothing
		answer, err := http.DefaultClient.Do(r)
		require.NoError(t, err)
		defer answer.Body.Close()
		body := io.Reader(answer.Body)
		if answer.Header.Get("Content-Encoding") == "gzip" {
			body, err = gzip.NewReader(answer.Body)
			require.NoError(t, err)
		}
		raw, err := io.ReadAll(body)
		require.NoError(t, err)
		return answer, string(raw)
	}
	packed, large := asks("/api/v1/openapi.json", "gzip")
	assert.Equal(t, "gzip", packed.Header.Get("Content-Encoding"))
	_, plain := asks("/api/v1/openapi.json", "identity")
	assert.Equal(t, plain, large)
	assert.Greater(t, len(large), 50_000)
	small, text := asks("/healthz", "gzip")
	assert.Empty(t, small.Header.Get("Content-Encoding"))
	assert.NotEmpty(t, text)
	for path, status := range map[string]int{"/api/v1/runs/none": 404, "/api/v1/runs/2026-11-avocet/events?after=x": 422} {
		refused, body := asks(path, "gzip")
		assert.Equal(t, status, refused.StatusCode, path)
		var problem web.Problem
		require.NoError(t, json.Unmarshal([]byte(body), &problem), "%s: %q", path, body)
		assert.True(t, strings.HasPrefix(refused.Header.Get("Content-Type"), "application/problem+json"), path)
	}
}
