package web_test

import (
	"encoding/json"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/logged"
	"brankel/rigging/run/record"
	"brankel/shop"
)

// What one run has as a table comes into another as it went out, each line an event that says where it came from; one that is
// signed takes none.
func TestATableThatWentOutComesInAgain(t *testing.T) {
	c := newClient(t)
	table := c.do("GET", "/api/v1/runs/2026-03-teal/readings.csv", "").Body.String()
	run, seq := c.safe()
	look := func(in shop.LoggedIn, of string, status int) (out logged.Looked) {
		raw, err := json.Marshal(in)
		require.NoError(t, err)
		return asked[logged.Looked](t, c, "POST", "/api/v1/runs/"+of+"/logged", string(raw), status)
	}
	got := look(shop.LoggedIn{File: "teal.csv", Text: table}, run, 200)
	require.Empty(t, got.Wrong)
	require.Positive(t, got.Taken)
	assert.Equal(t, logged.Columns{Value: "value", Unit: "unit", Point: "point", Gauge: "gauge", At: "at", Points: got.Guess.Points}, got.Guess,
		"nothing is left to be said of a table of our own")
	for _, l := range got.Lines {
		if l.Body == nil {
			assert.NotEmpty(t, l.Wrong)
			continue
		}
		raw, _ := json.Marshal(map[string]any{"id": uuid.NewString(), "after": seq, "kind": "reading", "by": "Ines",
			"at": testdb.Now().Format(time.RFC3339), "body": l.Body})
		v := asked[shop.RunView](t, c, "POST", "/api/v1/runs/"+run+"/events", string(raw), 200)
		seq = v.View.Seq
	}
	again := look(shop.LoggedIn{File: "teal.csv", Text: table}, run, 200)
	assert.Zero(t, again.Taken, "brought twice, each reading is there once")
	assert.Equal(t, "it is on this run already", again.Lines[0].Wrong)
	theirs := asked[[]record.Event](t, c, "GET", "/api/v1/runs/2026-03-teal/events", "", 200)
	values := func(events []record.Event) (out []float64) {
		for _, e := range events {
			if e.Kind == record.KindReading {
				r := record.BodyOf[record.Reading](e)
				out = append(out, r.Value)
			}
		}
		return out
	}
	ours := asked[[]record.Event](t, c, "GET", "/api/v1/runs/"+run+"/events", "", 200)
	assert.InDeltaSlice(t, values(theirs), values(ours), 1e-9)
	assert.Contains(t, ours[len(ours)-1].Says(), "logged elsewhere: line ")
	assert.Contains(t, ours[len(ours)-1].Says(), "of teal.csv")
	assert.Equal(t, 409, c.do("POST", "/api/v1/runs/2026-03-teal/logged", `{"file": "x", "text": "a,b\n1,2"}`).Code, "it is signed")
	assert.Equal(t, 422, c.do("POST", "/api/v1/runs/"+run+"/logged", `{"file": "x", "text": ""}`).Code)
}
