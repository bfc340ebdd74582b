package web_test

import (
	"compress/gzip"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/web"
)

// A script that was packed when it was built goes out so to whoever understands it; to others as it is, or packed by the way.
func TestAScriptGoesOutAsItWasPacked(t *testing.T) {
	plain := strings.Repeat("a script of some length; ", 2000)
	ui := fstest.MapFS{"index.html": {Data: []byte("page")}, "assets/a.js": {Data: []byte(plain)}, "assets/a.js.br": {Data: []byte("packed")},
		"assets/b.js": {Data: []byte(plain)}}
	h, err := web.New(testdb.Empty(t), ui, slog.New(slog.DiscardHandler), web.Options{})
	require.NoError(t, err)
	get := func(path, accepts string) *http.Response {
		r := httptest.NewRequest("GET", path, nil)
		r.Header.Set("Accept-Encoding", accepts)
		w := httptest.NewRecorder()
		h.ServeHTTP(w, r)
		return w.Result()
	}
	br := get("/assets/a.js", "gzip, deflate, br")
	body, err := io.ReadAll(br.Body)
	require.NoError(t, err)
	assert.Equal(t, "br", br.Header.Get("Content-Encoding"))
	assert.Contains(t, br.Header.Get("Content-Type"), "javascript")
	assert.Equal(t, "packed", string(body))
	for _, path := range []string{"/assets/a.js", "/assets/b.js"} {
		zipped := get(path, "gzip")
		require.Equal(t, "gzip", zipped.Header.Get("Content-Encoding"), path)
		in, err := gzip.NewReader(zipped.Body)
		require.NoError(t, err)
		body, err = io.ReadAll(in)
		require.NoError(t, err)
		assert.Equal(t, plain, string(body))
	}
	body, err = io.ReadAll(get("/assets/b.js", "identity").Body)
	require.NoError(t, err)
	assert.Equal(t, plain, string(body))
	assert.Equal(t, http.StatusNotFound, get("/assets/none.js", "br").StatusCode)
}
