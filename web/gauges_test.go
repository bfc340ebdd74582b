package web_test

import (
	"encoding/json"
	"io"
	"log/slog"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/gauge"
	"brankel/internal/testdb"
	"brankel/rigging/practice"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/web"
)

// What a gauge shows is told to who is signed in; a reading that it told carries its number, and says so on the record.
func TestAReadingThatAGaugeToldSaysSo(t *testing.T) {
	c := newClient(t)
	p := &gauge.Port{Now: time.Now, Today: func() string { return "2026-11-24" }, Moved: c.shop.GaugesMoved}
	h, err := web.New(c.shop, fstest.MapFS{}, slog.New(slog.NewTextHandler(io.Discard, nil)), web.Options{Gauges: p})
	require.NoError(t, err)
	c.http = h
	in, out := io.Pipe()
	done := make(chan error, 1)
	go func() { done <- p.Read(in, func(string) error { return nil }, func() {}) }()
	_, err = out.Write([]byte("gauge 1 number=C3 kind=length unit=mm doubt=0.02\nreading 139.4\n"))
	require.NoError(t, err)
	require.Eventually(t, func() bool {
		live := asked[[]gauge.Live](t, c, "GET", "/api/v1/gauges/live", "", 200)
		return len(live) == 1 && live[0].Text == "139.4"
	}, 10*time.Second, 10*time.Millisecond)
	nobody := c
	nobody.cookie = ""
	assert.Equal(t, 401, nobody.do("GET", "/api/v1/gauges/live", "").Code)
	require.NoError(t, out.Close())
	<-done

	run, seq := c.safe()
	send := func(source string) string {
		body := `{"point":"barrel-to-eye","text":"139.4","states":["dogs-home","inner-pushed","stud-lowest"],"source":` + source + `}`
		raw, _ := json.Marshal(map[string]any{"id": uuid.NewString(), "after": seq, "kind": "reading", "by": "Ines",
			"at": testdb.Now().Format(time.RFC3339), "body": json.RawMessage(body)})
		return c.do("POST", "/api/v1/runs/"+run+"/events", string(raw)).Body.String()
	}
	assert.Contains(t, send(`{"number":"","spread":0}`), "say the number")
	assert.Contains(t, send(`{"number":"C3","spread":-1}`), "how far it strayed")
	assert.Contains(t, send(`{"number":"`+strings.Repeat("x", 500)+`","spread":0}`), "source.number")
	require.Contains(t, send(`{"number":"C3","spread":0.012,"calibrated":"2026-05-01"}`), `"view"`)
	events := asked[[]record.Event](t, c, "GET", "/api/v1/runs/"+run+"/events", "", 200)
	assert.Contains(t, events[len(events)-1].Says(), "told by gauge C3, spread 0.012, calibrated")
}

// A gauge that follows an exercise is told what is held to its rig, as the hands hold it, and no more of it.
func TestAGaugeFollowsAnExercise(t *testing.T) {
	c := newClient(t)
	p := &gauge.Port{Now: time.Now, Today: func() string { return "2026-11-24" }, Moved: c.shop.GaugesMoved}
	h, err := web.New(c.shop, fstest.MapFS{}, slog.New(slog.NewTextHandler(io.Discard, nil)), web.Options{Gauges: p})
	require.NoError(t, err)
	c.http = h
	v := begun(t, c, practice.All()[0].ID)
	in, out := io.Pipe()
	defer out.Close()
	told := make(chan string, 20)
	go func() { _ = p.Read(in, func(says string) error { told <- says; return nil }, func() {}) }()
	next := func() string {
		select {
		case says := <-told:
			return says
		case <-time.After(20 * time.Second):
			return "it was told nothing"
		}
	}
	more, held := true, 0
	for n := 0; more && n < 60 && held < 2; n++ {
		read := v.View.Advice.Read
		if held == 0 && read != nil {
			_, err = out.Write([]byte("gauge 1 number=S1 kind=" + read.Quantity + " unit=" + quantity.Kind(read.Quantity).Unit() +
				" doubt=0.02 follows=" + v.ID + "\n"))
			require.NoError(t, err)
			require.Equal(t, "ok", next())
			require.Equal(t, "shows nothing", next())
			one := acted(t, c, v.ID, practice.Act{Point: read.Point})
			require.True(t, one.Done)
			assert.Equal(t, "shows "+one.Reading.Text, next())
			acted(t, c, v.ID, practice.Act{Control: v.Practice.Controls[0].At})
			assert.Equal(t, "shows nothing", next(), "what moves it takes it off")
			held++
		}
		if v, more = follows(t, c, "Ines", v); held > 0 && read != nil {
			held++
		}
	}
	require.Equal(t, 2, held, "a reading was asked for, held and taken")
	assert.Nil(t, v.Practice.Held, "it is written, and the gauge is put down")
	last := ""
	require.Eventually(t, func() bool {
		select {
		case last = <-told:
		default:
		}
		return last == "shows nothing"
	}, 20*time.Second, time.Millisecond)
}
