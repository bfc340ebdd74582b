package web_test

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/shop"
)

// wire is a client over a real connection, as a screen is one.
type wire struct {
	b      *testing.B
	server *httptest.Server
	client
	prefers string
}

func newWire(b *testing.B) wire { return newWireOf(b, func(c client) http.Handler { return c.http }) }

func newWireOf(b *testing.B, serves func(client) http.Handler) wire {
	c := newClient(b)
	c.shop.Now = time.Now
	c.shop.Live(b.Context()) // as any server is
	c.http = serves(c)
	s := httptest.NewServer(c.http)
	b.Cleanup(s.Close)
	s.Client().Transport.(*http.Transport).MaxIdleConnsPerHost = 32
	return wire{b, s, c.as("Ines", "slack tide at nine"), ""}
}

func (w wire) call(method, path, body string) []byte {
	r, err := http.NewRequest(method, w.server.URL+path, bytes.NewReader([]byte(body)))
	require.NoError(w.b, err)
	r.Header.Set("Cookie", w.cookie)
	r.Header.Set("Content-Type", "application/json")
	if w.prefers != "" {
		r.Header.Set("Prefer", w.prefers)
	}
	answer, err := w.server.Client().Do(r)
	require.NoError(w.b, err)
	defer answer.Body.Close()
	raw, err := io.ReadAll(answer.Body)
	require.NoError(w.b, err)
	require.Equal(w.b, 200, answer.StatusCode, "%s", raw)
	return raw
}

func (w wire) open() string {
	id := uuid.NewString()
	w.call("POST", "/api/v1/runs", `{"id":"`+id+`","machine":"teal","cable":"lower"}`)
	return id
}

// post adds an event behind number after, and gives the answer.
func (w wire) post(run string, after int, kind, body string) []byte {
	raw, _ := json.Marshal(map[string]any{
		"id": uuid.NewString(), "after": after, "kind": kind, "by": "Ines", "at": time.Now().UTC().Format(time.RFC3339Nano),
		"body": json.RawMessage(body),
	})
	return w.call("POST", "/api/v1/runs/"+run+"/events", string(raw))
}

// safe is a run with its serial read and all made safe; it gives the number of events.
func (w wire) safe() (run string, seq int) {
	run = w.open()
	for _, e := range [][2]string{
		{"complaint", `{"words":"stiff","shows":"yes"}`}, {"identified", `{"serial":"2207","hand":"standard"}`},
		{"set_up", `{"thing":"key","way":"pocket"}`}, {"set_up", `{"thing":"linkage-cover","way":"off"}`},
	} {
		w.post(run, seq, e[0], e[1])
		seq++
	}
	return run, seq
}

const reading = `{"point":"barrel-to-eye","text":"139.4","states":["dogs-home","inner-pushed","stud-lowest"]}`

// bare is a connection of pgx alone, and a table to insert one row into: the least that
// keeping something costs.
type bare struct{ conn *pgx.Conn }

func newBare(b *testing.B, w wire, n int) []bare {
	require.NoError(b, testdb.Exec(w.shop.Store, "CREATE TABLE IF NOT EXISTS bare (id bigserial PRIMARY KEY, body text)"))
	var out []bare
	for range n {
		conn, err := pgx.Connect(context.Background(), testdb.URLOf(w.shop.Store))
		require.NoError(b, err)
		b.Cleanup(func() { conn.Close(context.Background()) })
		out = append(out, bare{conn})
	}
	return out
}

func (r bare) insert(b *testing.B) {
	_, err := r.conn.Exec(context.Background(), "INSERT INTO bare (body) VALUES ($1)", reading)
	require.NoError(b, err)
}

func median(list []time.Duration) time.Duration {
	slices.Sort(list)
	return list[len(list)/2]
}

func took(do func()) time.Duration {
	begin := time.Now()
	do()
	return time.Since(begin)
}

// BenchmarkPost posts readings from one client, each beside one bare committed insert.
func BenchmarkPost(b *testing.B) { newWire(b).posts() }

// BenchmarkPostLeast is BenchmarkPost answered with the least.
func BenchmarkPostLeast(b *testing.B) { wanting(b).posts() }

// BenchmarkPostSender is what of BenchmarkPostLeast is the sender's own and the connection's: each post is read whole and answered
// with what a true one was answered with, by a server that does nothing else.
func BenchmarkPostSender(b *testing.B) {
	var answer []byte
	w := newWireOf(b, func(c client) http.Handler {
		return http.HandlerFunc(func(out http.ResponseWriter, r *http.Request) {
			if answer == nil || r.Method != http.MethodPost || !strings.HasSuffix(r.URL.Path, "/events") {
				c.http.ServeHTTP(out, r)
				return
			}
			_, _ = io.Copy(io.Discard, r.Body)
			out.Header().Set("Content-Type", "application/json")
			_, _ = out.Write(answer)
		})
	})
	w.prefers = "return=minimal"
	one := newBare(b, w, 1)[0]
	run, seq := w.safe()
	kept := w.post(run, seq, "reading", reading)
	require.NotEmpty(b, kept)
	answer = kept
	var posts, inserts []time.Duration
	for b.Loop() {
		posts = append(posts, took(func() { w.post(run, seq, "reading", reading) }))
		inserts = append(inserts, took(func() { one.insert(b) }))
	}
	beside(b, posts, inserts)
}

// wanting is a client that wants the least of an answer.
func wanting(b *testing.B) wire {
	w := newWire(b)
	w.prefers = "return=minimal"
	return w
}

func (w wire) posts() {
	b := w.b
	one := newBare(b, w, 1)[0]
	run, seq := w.safe()
	var posts, inserts []time.Duration
	for b.Loop() {
		if seq > 300 {
			run, seq = w.safe()
		}
		posts = append(posts, took(func() { w.post(run, seq, "reading", reading) }))
		seq++
		inserts = append(inserts, took(func() { one.insert(b) }))
	}
	beside(b, posts, inserts)
}

// beside reports what a post takes, and how many bare inserts that is.
func beside(b *testing.B, posts, inserts []time.Duration) {
	b.ReportMetric(float64(median(posts).Microseconds()), "µs/post")
	b.ReportMetric(float64(median(inserts).Microseconds()), "µs/insert")
	b.ReportMetric(float64(median(posts))/float64(median(inserts)), "ratio")
}

// BenchmarkPostSixteen has sixteen clients post into runs of their own, then sixteen bare
// connections insert: how many a second.
func BenchmarkPostSixteen(b *testing.B) { newWire(b).sixteen(func(string) {}) }

// BenchmarkPostSixteenLeast is BenchmarkPostSixteen answered with the least.
func BenchmarkPostSixteenLeast(b *testing.B) { wanting(b).sixteen(func(string) {}) }

// sixteen measures it; opened is told of each run before.
func (w wire) sixteen(opened func(run string)) {
	const clients, each = 16, 40
	b := w.b
	bares := newBare(b, w, clients)
	runs := make([]string, clients)
	seqs := make([]int, clients)
	for i := range runs {
		runs[i], seqs[i] = w.safe()
		opened(runs[i])
	}
	all := func(do func(i int)) time.Duration {
		return took(func() {
			var wait sync.WaitGroup
			for i := range clients {
				wait.Go(func() { do(i) })
			}
			wait.Wait()
		})
	}
	var posts, inserts time.Duration
	rounds := 0
	for b.Loop() {
		posts += all(func(i int) {
			for range each {
				w.post(runs[i], seqs[i], "reading", reading)
				seqs[i]++
			}
		})
		inserts += all(func(i int) {
			for range each {
				bares[i].insert(b)
			}
		})
		rounds++
	}
	n := float64(clients * each * rounds)
	b.ReportMetric(n/posts.Seconds(), "posts/s")
	b.ReportMetric(n/inserts.Seconds(), "inserts/s")
	b.ReportMetric(inserts.Seconds()/posts.Seconds(), "ratio")
}

// BenchmarkPostLong posts into a run of 2,000 events beside one of 50.
func BenchmarkPostLong(b *testing.B) {
	w := newWire(b)
	fill := func(n int) (string, int) {
		run, seq := w.safe()
		for seq < n {
			w.post(run, seq, "reading", reading)
			seq++
		}
		return run, seq
	}
	short, shortSeq := fill(50)
	long, longSeq := fill(2000)
	var shorts, longs []time.Duration
	for b.Loop() {
		shorts = append(shorts, took(func() { w.post(short, shortSeq, "note", `{"text":"x"}`) }))
		longs = append(longs, took(func() { w.post(long, longSeq, "note", `{"text":"x"}`) }))
		shortSeq++
		longSeq++
	}
	b.ReportMetric(float64(median(longs).Microseconds()), "µs/2000")
	b.ReportMetric(float64(median(longs))/float64(median(shorts)), "ratio")
}

// BenchmarkPostManySheets posts with 1,000 sheets of the rig beside a shop with three.
func BenchmarkPostManySheets(b *testing.B) {
	few, many := newWire(b), newWire(b)
	require.NoError(b, many.shop.Import(b.Context(), thousand(b, 1000)))
	post := func(w wire) func() {
		run, seq := w.safe()
		return func() {
			if seq > 300 {
				run, seq = w.safe()
			}
			w.post(run, seq, "reading", reading)
			seq++
		}
	}
	one, other := post(few), post(many)
	var a, c []time.Duration
	for b.Loop() {
		a, c = append(a, took(one)), append(c, took(other))
	}
	b.ReportMetric(float64(median(c)), "ns/1000")
	b.ReportMetric(float64(median(c))/float64(median(a)), "ratio")
}

// BenchmarkFloor shows bays with 200 machines and 4,000 runs, and the library of 1,000
// sheets, each beside the demo's own.
func BenchmarkFloor(b *testing.B) {
	demo, large := newWire(b), newWire(b)
	require.NoError(b, large.shop.Import(b.Context(), thousand(b, 1000)))
	fill(b, large.shop, 200, 0)
	require.NoError(b, testdb.Exec(large.shop.Store, `INSERT INTO runs (id, machine, cable, opened, sign, part, says, signed, touched)
SELECT 'old' || i, 'm' || (1 + i % 200), 'lower', now() - i * interval '1 hour', 'signed', 1, 'signed 3 Mar', true,
	now() - i * interval '1 hour'
FROM generate_series(1, 4000) AS i; ANALYZE`))
	for _, path := range []string{"/api/v1/bays", "/api/v1/library"} {
		b.Run(path[len("/api/v1/"):], func(b *testing.B) {
			var small, big []time.Duration
			for b.Loop() {
				small = append(small, took(func() { demo.call("GET", path, "") }))
				big = append(big, took(func() { large.call("GET", path, "") }))
			}
			b.ReportMetric(float64(median(big).Microseconds()), "µs/large")
			b.ReportMetric(float64(median(small).Microseconds()), "µs/demo")
			b.ReportMetric(float64(median(big))/float64(median(small)), "ratio")
		})
	}
}

// BenchmarkImport takes in 1,000 sheets; the baseline only reads and checks each.
func BenchmarkImport(b *testing.B) {
	files := thousand(b, 1000)
	var imports, parses time.Duration
	n := 0
	for b.Loop() {
		s := shop.New(testdb.Store(b), time.Now)
		imports += took(func() { require.NoError(b, s.Import(b.Context(), files)) })
		parses += took(func() { parseAll(b, files) })
		n++
	}
	b.ReportMetric(imports.Seconds()/float64(n), "s/import")
	b.ReportMetric(parses.Seconds()/float64(n), "s/parse")
	b.ReportMetric(imports.Seconds()/parses.Seconds(), "ratio")
}
