package web_test

import (
	"bufio"
	"bytes"
	"image"
	"image/jpeg"
	"net/http"
	"runtime"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
	"brankel/web"
)

// readers opens so many streams of a run and reads them; came is told of each entry that one had.
func (w wire) readers(id string, n int, came func(reader int)) {
	t := &http.Transport{MaxConnsPerHost: 0}
	w.b.Cleanup(t.CloseIdleConnections)
	var ready sync.WaitGroup
	for i := range n {
		r, err := http.NewRequestWithContext(w.b.Context(), "GET", w.server.URL+"/api/v1/runs/"+id+"/stream?after=0", http.NoBody)
		require.NoError(w.b, err)
		r.Header.Set("Cookie", w.cookie)
		ready.Add(1)
		go func() {
			once := sync.OnceFunc(ready.Done)
			defer once()
			answer, err := (&http.Client{Transport: t}).Do(r)
			if err != nil {
				return
			}
			defer answer.Body.Close()
			lines := bufio.NewScanner(answer.Body)
			for lines.Scan() {
				once()
				if strings.HasPrefix(lines.Text(), "event: entry") {
					came(i)
				}
			}
		}()
	}
	ready.Wait()
}

const streamsOpen = 200

// following is a wire on which one person may hold all streams.
func following(b *testing.B) wire {
	b.Cleanup(web.MostOfOne(2 * streamsOpen))
	return newWire(b)
}

// BenchmarkSeen posts a note into a run that 200 streams follow, and takes the time until the last
// but ten of them had it (p95), beside one bare committed insert.
func BenchmarkSeen(b *testing.B) {
	w := following(b)
	one := newBare(b, w, 1)[0]
	id := w.open()
	var mu sync.Mutex
	var arrived chan time.Time
	n := 0
	w.readers(id, streamsOpen, func(int) {
		mu.Lock()
		defer mu.Unlock()
		if n++; n == streamsOpen*95/100 {
			arrived <- time.Now()
		}
	})
	var seen, inserts []time.Duration
	seq := 0
	for b.Loop() {
		mu.Lock()
		n, arrived = 0, make(chan time.Time, 1)
		mu.Unlock()
		begin := time.Now()
		w.post(id, seq, "note", `{"text":"x"}`)
		seen = append(seen, (<-arrived).Sub(begin))
		seq++
		inserts = append(inserts, took(func() { one.insert(b) }))
		time.Sleep(20 * time.Millisecond) // the rest of them
	}
	b.ReportMetric(float64(median(seen).Microseconds())/1000, "ms/seen")
	b.ReportMetric(float64(seen[len(seen)*95/100].Microseconds())/1000, "ms/seen-p95")
	b.ReportMetric(float64(median(seen))/float64(median(inserts)), "ratio")
}

// BenchmarkPostSixteenFollowed is BenchmarkPostSixteen with 200 streams open on those runs.
func BenchmarkPostSixteenFollowed(b *testing.B) {
	w := following(b)
	w.sixteen(func(id string) { w.readers(id, streamsOpen/16, func(int) {}) })
}

// BenchmarkStreamMemory is what 200 open streams hold, server and reader together.
func BenchmarkStreamMemory(b *testing.B) {
	w := following(b)
	id := w.open()
	heap := func() uint64 {
		runtime.GC()
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		return m.HeapInuse + m.StackInuse
	}
	before := heap()
	w.readers(id, streamsOpen, func(int) {})
	after := heap()
	for b.Loop() {
		w.post(id, seqOf(b, w, id), "note", `{"text":"x"}`)
	}
	b.ReportMetric(float64(after-before)/streamsOpen/1024, "kB/stream")
	b.ReportMetric(float64(after)/float64(before), "ratio")
}

func seqOf(b *testing.B, w wire, id string) int {
	events, err := w.shop.Events(b.Context(), id, 0)
	require.NoError(b, err)
	return len(events)
}

// BenchmarkRecordPDF prints a run of 300 events with 12 photos, beside the same without photos.
func BenchmarkRecordPDF(b *testing.B) {
	w := newWire(b)
	fill := func(photos int) string {
		id, seq := w.safe()
		for n := range photos {
			kept, err := w.shop.AddPhoto(b.Context(), id, photoOf(b, n))
			require.NoError(b, err)
			w.post(id, seq, string(record.KindPhoto), `{"sha256":"`+kept.SHA256+`","stage":""}`)
			seq++
		}
		for ; seq < 300; seq++ {
			w.post(id, seq, "reading", reading)
		}
		return id
	}
	with, without := fill(12), fill(0)
	var long, short []time.Duration
	for b.Loop() {
		long = append(long, took(func() { w.call("GET", "/api/v1/runs/"+with+"/record.pdf", "") }))
		short = append(short, took(func() { w.call("GET", "/api/v1/runs/"+without+"/record.pdf", "") }))
	}
	b.ReportMetric(float64(median(long).Milliseconds()), "ms/photos")
	b.ReportMetric(float64(median(short).Milliseconds()), "ms/none")
	b.ReportMetric(float64(median(long))/float64(median(short)), "ratio")
}

// photoOf is a photo as a phone takes them, another one for each number.
func photoOf(b testing.TB, n int) []byte {
	img := image.NewNRGBA(image.Rect(0, 0, 1600, 1200))
	for i := range img.Pix {
		img.Pix[i] = uint8((i*7 + n*31 + i/6400) & 0xff)
		if i%4 == 3 {
			img.Pix[i] = 255
		}
	}
	var out bytes.Buffer
	require.NoError(b, jpeg.Encode(&out, img, nil))
	return out.Bytes()
}
