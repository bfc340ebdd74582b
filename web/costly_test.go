package web_test

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/run/record"
	"brankel/web"
)

// dear is a sum that takes long: four adjusters and forty readings that pull every way.
func dear() string {
	r := rand.New(rand.NewPCG(1, 5))
	in := map[string]any{"aim": "centre"}
	var adjusters, readings []map[string]any
	var influence [][]float64
	for i := range 4 {
		adjusters = append(adjusters, map[string]any{"id": fmt.Sprint("a", i), "step": 0.01, "min": -0.88, "max": 0.88})
	}
	for i := range 40 {
		readings = append(readings, map[string]any{"id": fmt.Sprint("r", i), "now": r.Float64()*4 - 2, "min": -1, "max": 1})
		influence = append(influence, []float64{r.Float64() - 0.5, r.Float64() - 0.5, r.Float64() - 0.5, r.Float64() - 0.5})
	}
	in["adjusters"], in["readings"], in["influence"] = adjusters, readings, influence
	raw, _ := json.Marshal(in)
	return string(raw)
}

// Whoever asks for much at once waits, or is told when to come again; the shop works on meanwhile.
func TestComputationsForAnybodyWaitInAQueueOfTheirOwn(t *testing.T) {
	t.Cleanup(web.Longest(10 * time.Minute)) // a busy machine is slow, and nobody here is turned away for that
	c := newClient(t)
	anybody := signedOut(t)
	anybody.http = c.http
	body := dear()
	codes := make(chan int, 10)
	var all sync.WaitGroup
	begun := make(chan struct{})
	for range cap(codes) {
		all.Go(func() {
			<-begun
			w := anybody.do("POST", "/api/v1/calc/coupled", body)
			if w.Code != 200 && w.Code != 422 {
				assert.NotEmpty(t, w.Header().Get("Retry-After"))
			}
			codes <- w.Code
		})
	}
	close(begun)
	for range 5 {
		assert.Equal(t, 200, c.do("GET", "/api/v1/bays", "").Code)
	}
	all.Wait()
	turned := 0
	for range cap(codes) {
		if code := <-codes; code == 429 || code == 503 {
			turned++
		}
	}
	assert.GreaterOrEqual(t, turned, 7, "of one address three wait")
	assert.Contains(t, []int{200, 422}, anybody.do("POST", "/api/v1/calc/coupled", body).Code, "and then there is room again")
}

// What can not be made whole is no 200, and what is whole says how long it is.
func TestAFileThatCanNotBeMadeIsNo200(t *testing.T) {
	c := newClient(t)
	const id = "2026-03-teal"
	w := c.do("GET", "/api/v1/runs/"+id+"/chain.json", "")
	require.Equal(t, 200, w.Code)
	assert.Equal(t, fmt.Sprint(w.Body.Len()), w.Header().Get("Content-Length"))
	kept, err := c.shop.AddPhoto(t.Context(), id, photoOf(t, 1))
	require.NoError(t, err)
	v, err := c.shop.Run(t.Context(), id)
	require.NoError(t, err)
	code, p, _ := c.send(id, v.View.Seq, "photo", `{"sha256":"`+kept.SHA256+`","stage":""}`)
	require.Equal(t, 200, code, p.Detail)
	require.Equal(t, 200, c.do("GET", "/api/v1/runs/"+id+"/chain.json", "").Code)
	require.NoError(t, testdb.Exec(c.shop.Store, `ALTER TABLE photos DISABLE TRIGGER USER; DELETE FROM photos`))
	for _, path := range []string{"runs/" + id + "/chain.json", "runs/" + id + "/record.pdf", "machines/teal/bundle.zip"} {
		assert.NotEqual(t, 200, c.do("GET", "/api/v1/"+path, "").Code, path)
	}
}

// A photo that stops on its way is answered, not left hanging.
func TestASlowUploadIsAnswered(t *testing.T) {
	t.Cleanup(web.Patience(200 * time.Millisecond))
	c := newClient(t)
	id := c.open().ID
	at := strings.TrimPrefix(listening(t, c.http), "http://")
	conn, err := net.Dial("tcp", at)
	require.NoError(t, err)
	defer conn.Close()
	_, err = fmt.Fprintf(conn, "POST /api/v1/runs/%s/photos HTTP/1.1\r\nHost: %s\r\nCookie: %s\r\nContent-Length: 100000\r\n\r\nhalf",
		id, at, c.cookie)
	require.NoError(t, err)
	require.NoError(t, conn.SetReadDeadline(time.Now().Add(30*time.Second)))
	res, err := http.ReadResponse(bufio.NewReader(conn), nil)
	require.NoError(t, err)
	defer res.Body.Close()
	assert.Equal(t, 408, res.StatusCode)
	raw, _ := io.ReadAll(res.Body)
	assert.Contains(t, string(raw), "too slowly")
	require.Equal(t, 200, c.do("POST", "/api/v1/runs/"+id+"/photos", string(photoOf(t, 2))).Code, "and its place in the queue is free")
}

// An entry says what its maker had heard of, and when the clock of its device is out.
func TestWhatItsMakerHadSeenComesWithAnEntry(t *testing.T) {
	c := newClient(t)
	id, seq := c.safe()
	send := func(more string) (int, web.Problem) {
		e := event(uuid.NewString(), seq, "note", `{"text":"on"}`)
		w := c.do("POST", "/api/v1/runs/"+id+"/events", strings.Replace(e, `"kind"`, more+`"kind"`, 1))
		var p web.Problem
		_ = json.Unmarshal(w.Body.Bytes(), &p)
		return w.Code, p
	}
	code, p := send(fmt.Sprintf(`"seen":%d,`, seq+1))
	assert.Equal(t, [2]any{422, "seen"}, [2]any{code, p.Field})
	code, p = send(`"clock":"noon",`)
	assert.Equal(t, [2]any{422, "clock"}, [2]any{code, p.Field})
	code, p = send(`"clock":"2026-11-24T13:00:00Z",`)
	assert.Equal(t, [2]any{422, "at"}, [2]any{code, p.Field})
	assert.Contains(t, p.Detail, "60 minutes ahead of the server’s")
	code, p = send(fmt.Sprintf(`"seen":%d,"clock":"2026-11-24T12:01:00Z",`, seq-2))
	require.Equal(t, 200, code, p.Detail)
	events, err := c.shop.Events(t.Context(), id, seq)
	require.NoError(t, err)
	assert.Equal(t, 2, events[0].Behind)
	assert.Equal(t, time.Date(2026, 11, 24, 8, 59, 0, 0, time.UTC), events[0].At, "a minute ahead is put right")
	require.NoError(t, record.Verify(append(must(c.shop.Events(t.Context(), id, 0)), []record.Event{}...)))
	var all bytes.Buffer
	require.NoError(t, c.shop.Chain(t.Context(), id, &all))
	assert.Contains(t, all.String(), `"behind": 2`, "it leaves the house with the entry")
}

func must[T any](v T, err error) T {
	if err != nil {
		panic(err)
	}
	return v
}
