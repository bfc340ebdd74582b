package web_test

import (
	"bufio"
	"bytes"
	"context"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"slices"
	"strconv"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/require"

	"brankel/gauge"
	"brankel/web"
)

const (
	gaugesOpen   = 50
	everyGauge   = time.Second / 20
	gaugesFor    = 2 * time.Second // one turn of the benchmark
	firstReading = 100
)

// BenchmarkGauges has fifty gauges say twenty readings a second each, with fifty runs open, and takes the time from the line of a
// gauge until the stream of a run shows it, beside one bare write of a socket until it is read.
func BenchmarkGauges(b *testing.B) {
	b.Cleanup(web.MostOfOne(2 * gaugesOpen))
	var port *gauge.Port
	w := newWireOf(b, func(c client) http.Handler {
		port = &gauge.Port{Now: time.Now, Today: func() string { return "2026-11-24" }, Moved: c.shop.GaugesMoved}
		h, err := web.New(c.shop, fstest.MapFS{}, slog.New(slog.NewTextHandler(io.Discard, nil)), web.Options{Gauges: port})
		require.NoError(b, err)
		return h
	})
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(b, err)
	ctx, end := context.WithCancel(b.Context())
	defer end()
	go func() { _ = port.Listen(ctx, l) }()
	go port.Tell(ctx)

	said := make([]sayings, gaugesOpen)
	var shown sync.Map // by gauge, what the stream of its run showed last
	var mu sync.Mutex
	var waits []time.Duration
	for i := range gaugesOpen {
		conn, err := net.Dial("tcp", l.Addr().String())
		require.NoError(b, err)
		b.Cleanup(func() { conn.Close() })
		_, err = fmt.Fprintf(conn, "gauge 1 number=G%d kind=length unit=mm doubt=0.02\n", i)
		require.NoError(b, err)
		said[i] = sayings{conn: conn, at: map[int]time.Time{}}
		w.showing(w.open(), fmt.Sprintf(`"number":"G%d"`, i), func(n int) {
			if last, was := shown.Swap(i, n); was && last == n {
				return
			}
			now := time.Now()
			if at, is := said[i].when(n); is {
				mu.Lock()
				waits = append(waits, now.Sub(at))
				mu.Unlock()
			}
		})
	}
	var bare []time.Duration
	near, far := pipe(b)
	next := firstReading
	for b.Loop() {
		for until := time.Now().Add(gaugesFor); time.Now().Before(until); next++ {
			turn := time.Now()
			for i := range said { // spread over the twentieth of a second, as fifty hands are
				said[i].say(b, next)
				if i%10 == 0 {
					time.Sleep(everyGauge / 6)
				}
			}
			bare = append(bare, across(b, near, far))
			time.Sleep(time.Until(turn.Add(everyGauge)))
		}
	}
	mu.Lock()
	defer mu.Unlock()
	require.Greater(b, len(waits), gaugesOpen, "readings were shown")
	slices.Sort(waits)
	p95 := waits[len(waits)*95/100]
	b.ReportMetric(float64(median(waits).Microseconds())/1000, "ms/shown")
	b.ReportMetric(float64(p95.Microseconds())/1000, "ms/shown-p95")
	b.ReportMetric(float64(len(waits))/float64(gaugesOpen*(next-firstReading)), "share-shown")
	b.ReportMetric(float64(p95)/float64(median(bare)), "ratio")
}

// sayings are the lines that one gauge said, and when.
type sayings struct {
	conn net.Conn
	mu   sync.Mutex
	at   map[int]time.Time
}

func (s *sayings) say(b *testing.B, n int) {
	s.mu.Lock()
	s.at[n] = time.Now()
	s.mu.Unlock()
	_, err := fmt.Fprintf(s.conn, "reading %d\n", n)
	require.NoError(b, err)
}

func (s *sayings) when(n int) (time.Time, bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	at, is := s.at[n]
	return at, is
}

// showing follows a run, and tells each whole number that one gauge shows there.
func (w wire) showing(run, number string, came func(n int)) {
	r, err := http.NewRequestWithContext(w.b.Context(), "GET", w.server.URL+"/api/v1/runs/"+run+"/stream?after=0", http.NoBody)
	require.NoError(w.b, err)
	r.Header.Set("Cookie", w.cookie)
	answer, err := (&http.Client{Transport: &http.Transport{}}).Do(r)
	require.NoError(w.b, err)
	w.b.Cleanup(func() { answer.Body.Close() })
	go func() {
		lines := bufio.NewScanner(answer.Body)
		lines.Buffer(nil, 1<<20)
		for lines.Scan() {
			_, rest, is := bytes.Cut(lines.Bytes(), []byte(number))
			if !is {
				continue
			}
			_, rest, _ = bytes.Cut(rest, []byte(`"text":"`))
			text, _, _ := bytes.Cut(rest, []byte(`"`))
			if n, err := strconv.Atoi(string(text)); err == nil {
				came(n)
			}
		}
	}()
}

// pipe is a bare connection over loopback.
func pipe(b *testing.B) (near, far net.Conn) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(b, err)
	defer l.Close()
	near, err = net.Dial("tcp", l.Addr().String())
	require.NoError(b, err)
	far, err = l.Accept()
	require.NoError(b, err)
	b.Cleanup(func() { near.Close(); far.Close() })
	return near, far
}

// across is how long one line takes over it.
func across(b *testing.B, near, far net.Conn) time.Duration {
	line := []byte("reading 12.34\n")
	return took(func() {
		_, err := near.Write(line)
		require.NoError(b, err)
		_, err = io.ReadFull(far, make([]byte, len(line)))
		require.NoError(b, err)
	})
}
