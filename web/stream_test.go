package web_test

import (
	"bufio"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strconv"
	"strings"
	"sync/atomic"
	"testing"
	"testing/fstest"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/run/record"
	"brankel/shop"
	"brankel/web"
)

// stream is one that is read: what came, by its kind.
type stream struct {
	t    testing.TB
	body io.ReadCloser
	said chan [2]string
}

// follow reads a stream from a server that listens.
func (c client) follow(url, path string, header ...string) *stream {
	c.t.Helper()
	r, err := http.NewRequestWithContext(c.t.Context(), "GET", url+path, http.NoBody)
	require.NoError(c.t, err)
	r.Header.Set("Cookie", c.cookie)
	for i := 0; i+1 < len(header); i += 2 {
		r.Header.Set(header[i], header[i+1])
	}
	res, err := http.DefaultClient.Do(r)
	require.NoError(c.t, err)
	require.Equal(c.t, 200, res.StatusCode, path)
	require.Equal(c.t, "text/event-stream", res.Header.Get("Content-Type"))
	s := &stream{c.t, res.Body, make(chan [2]string, 1000)}
	c.t.Cleanup(s.close)
	go func() {
		defer close(s.said)
		lines, kind := bufio.NewScanner(res.Body), ""
		lines.Buffer(nil, 1<<20)
		for lines.Scan() {
			if text, ok := strings.CutPrefix(lines.Text(), "event: "); ok {
				kind = text
			} else if data, ok := strings.CutPrefix(lines.Text(), "data: "); ok {
				s.said <- [2]string{kind, data}
			}
		}
	}()
	return s
}

func (s *stream) close() { _ = s.body.Close() }

// next is the next of a kind that comes.
func (s *stream) next(kind string) string {
	s.t.Helper()
	for {
		select {
		case one, open := <-s.said:
			require.True(s.t, open, "the stream ended before a %s came", kind)
			if one[0] == kind {
				return one[1]
			}
		case <-time.After(10 * time.Second):
			require.Fail(s.t, "nothing came", kind)
		}
	}
}

func (s *stream) entry() (e record.Event) {
	s.t.Helper()
	require.NoError(s.t, json.Unmarshal([]byte(s.next("entry")), &e))
	return e
}

// listening is the server of a client, on a port.
func listening(t testing.TB, h http.Handler) string {
	server := httptest.NewServer(h)
	t.Cleanup(func() {
		server.CloseClientConnections()
		server.Close()
	})
	return server.URL
}

func TestAStreamGivesEachEntryOnceInOrderAndCatchesUp(t *testing.T) {
	c := newClient(t)
	id := c.open().ID
	url := listening(t, c.http)
	_, _, _ = c.send(id, 0, "note", `{"text":"before"}`)
	first := c.follow(url, "/api/v1/runs/"+id+"/stream?after=0")
	assert.Equal(t, 1, first.entry().Seq, "what was there already")
	for n := 1; n < 6; n++ {
		code, p, _ := c.send(id, n, "note", `{"text":"`+strconv.Itoa(n)+`"}`)
		require.Equal(t, 200, code, p.Detail)
	}
	for n := 2; n <= 6; n++ {
		assert.Equal(t, n, first.entry().Seq)
	}
	away := c.follow(url, "/api/v1/runs/"+id+"/stream", "Last-Event-ID", "4")
	assert.Equal(t, 5, away.entry().Seq, "what a browser missed while it was away, and nothing twice")
	assert.Equal(t, 6, away.entry().Seq)

	bays := c.follow(url, "/api/v1/stream")
	bays.next("floor")
	c.says(id, uuid.NewString(), shop.Reader, "", 6)
	assert.Contains(t, first.next("hands"), `"name":"Ines"`)
	_, _, _ = c.send(id, 6, "note", `{"text":"seen on the floor"}`)
	bays.next("floor")

	for _, after := range []string{"x", "-1"} {
		assert.Equal(t, 422, c.do("GET", "/api/v1/runs/"+id+"/stream?after="+after, "").Code)
	}
	assert.Equal(t, 404, c.do("GET", "/api/v1/runs/none/stream", "").Code)
	assert.Equal(t, 401, c.other().do("GET", "/api/v1/runs/"+id+"/stream", "").Code)
}

// Two servers on one database show the same run.
func TestWhatOneServerWritesTheOtherShows(t *testing.T) {
	c := newClient(t)
	c.shop.Live(t.Context())
	store, err := postgres.Open(t.Context(), testdb.URLOf(c.shop.Store))
	require.NoError(t, err)
	t.Cleanup(func() { store.Close() })
	other := shop.New(store, c.shop.Now)
	other.Live(t.Context())
	h, err := web.New(other, fstest.MapFS{}, slog.New(slog.DiscardHandler), web.Options{})
	require.NoError(t, err)
	id := c.open().ID
	there := client{t, h, other, c.cookie}.follow(listening(t, h), "/api/v1/runs/"+id+"/stream?after=0")
	there.next("hands")
	for n := range 20 {
		code, p, _ := c.send(id, n, "note", `{"text":"here"}`)
		require.Equal(t, 200, code, p.Detail)
	}
	for n := 1; n <= 20; n++ {
		assert.Equal(t, n, there.entry().Seq)
	}
	c.says(id, uuid.NewString(), shop.Caller, shop.Holds, 20)
	assert.Contains(t, there.next("hands"), `"says":"holds"`)
}

// A hundred that read nothing of what they are sent do not hold up who writes, and streams are
// bounded.
func TestSlowReadersHoldUpNobodyAndStreamsAreBounded(t *testing.T) {
	c := newClient(t)
	id := c.open().ID
	url := listening(t, c.http)
	var mine []*stream
	for range 12 {
		mine = append(mine, c.follow(url, "/api/v1/runs/"+id+"/stream?after=0"))
	}
	w := c.do("GET", "/api/v1/runs/"+id+"/stream", "")
	assert.Equal(t, 429, w.Code)
	assert.Contains(t, w.Body.String(), "close one")
	assert.NotEmpty(t, w.Header().Get("Retry-After"))
	mine[0].close()
	require.Eventually(t, func() bool { return c.do("GET", "/api/v1/runs/"+id+"/stream", "").Code == 200 }, 5*time.Second, 20*time.Millisecond)

	watches := make([]*shop.Watch, 100)
	for i := range watches {
		watches[i] = c.shop.WatchRun(id) // and never looked at
	}
	for n := range 50 {
		code, p, _ := c.send(id, n, "note", `{"text":"on"}`)
		require.Equal(t, 200, code, p.Detail)
	}
	for _, one := range watches {
		assert.Len(t, one.News, 1, "one wake-up waits, however many came")
		one.Close()
	}
	for n := 1; n <= 50; n++ {
		require.Equal(t, n, mine[5].entry().Seq)
	}
}

// Who is signed out, or a guest whose code was taken back, is read to no longer.
func TestAStreamEndsWithTheSession(t *testing.T) {
	t.Cleanup(web.BeatEvery(time.Hour)) // it is told at once, not with the next beat
	c := newClient(t)
	now := c.shop.Now
	var later atomic.Int64 // the server reads it while it streams
	c.shop.Now = func() time.Time { return now().Add(time.Duration(later.Load())) }
	id := c.open().ID
	url := listening(t, c.http)
	bo := c.guest(id, "Bo").follow(url, "/api/v1/runs/"+id+"/stream?after=0")
	bo.next("hands")
	tobin := c.other().as("Tobin", "three turns to the eye")
	follows := tobin.follow(url, "/api/v1/stream")
	require.Equal(t, 200, c.do("POST", "/api/v1/runs/"+id+"/invite/end", `{}`).Code)
	bo.next("out")
	require.Equal(t, 200, tobin.do("POST", "/api/v1/session/out", `{}`).Code)
	follows.next("out")

	ro := c.guest(id, "Ro").follow(url, "/api/v1/runs/"+id+"/stream?after=0")
	ro.next("hands")
	later.Store(int64(9 * time.Hour))
	ro.next("out") // it ran out
}

// One link under many names fills no more than one person may hold, and the rest still follow.
func TestStreamsAreBoundedByLink(t *testing.T) {
	c := newClient(t)
	id := c.open().ID
	url := listening(t, c.http)
	for n := range 12 {
		c.guest(id, fmt.Sprintf("Bo %d", n)).follow(url, "/api/v1/runs/"+id+"/stream?after=0")
	}
	w := c.guest(id, "One More").do("GET", "/api/v1/runs/"+id+"/stream", "")
	assert.Equal(t, 429, w.Code)
	assert.Contains(t, w.Body.String(), "by your link")
	c.follow(url, "/api/v1/runs/"+id+"/stream?after=0").next("hands")
}
