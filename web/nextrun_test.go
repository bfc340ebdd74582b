package web_test

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/shop"
)

// A proof on the water that fails after the signature is an open fault on the floor until the next run is opened; that one
// begins where the last left off: the cure first, then only what it voids.
func TestALateProofThatFailsOpensTheNextRun(t *testing.T) {
	c := newClient(t)
	next := func(after string) (int, shop.RunView, string) {
		w := c.do("POST", "/api/v1/runs", `{"id":"`+uuid.NewString()+`","after":"`+after+`"}`)
		var v shop.RunView
		if w.Code == 200 {
			require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
		}
		return w.Code, v, w.Body.String()
	}
	code, _, said := next("2026-11-avocet")
	assert.Equal(t, 422, code)
	assert.Contains(t, said, "nothing failed in that run since it was signed")

	var now shop.RunView
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/runs/2026-11-avocet", "").Body.Bytes(), &now))
	w := &work{c, "2026-11-avocet", now.View.Seq, now}
	w.stands("linkage-cover off", "linkage-cover on")
	w.stands("ground afloat", "key running", "ground water")
	w.takes("check", `{"check":"on-the-water","answer":"jumps-out-of-reverse"}`)
	require.True(t, w.now.View.Advice.Next)
	assert.Contains(t, c.do("GET", "/api/v1/bays", "").Body.String(), "open fault: on the water: jumps out of reverse")

	c.shop.Now = func() time.Time { return time.Date(2026, 11, 24, 8, 59, 0, 0, time.UTC) }
	c = c.as("Ines", "slack tide at nine") // a clock that goes back locks
	code, v, said := next(w.id)
	require.Equal(t, 200, code, said)
	assert.Equal(t, "Launch Avocet", v.Machine)
	twice := c.do("POST", "/api/v1/runs", `{"id":"`+v.ID+`","after":"`+w.id+`"}`)
	require.Equal(t, 200, twice.Code, twice.Body.String())
	assert.Contains(t, twice.Body.String(), fmt.Sprintf(`"seq":%d`, v.View.Seq), "the same id twice opens one")
	n := &work{c, v.ID, v.View.Seq, v}
	require.Equal(t, lead.DoSetUp, v.View.Advice.Do, "what stands under way is brought to where hands may be in")
	for range 8 {
		if n.now.View.Advice.Do != lead.DoSetUp {
			break
		}
		ch := n.now.View.Advice.Stop.Changes[0]
		n.stands(ch.Thing + " " + ch.Way)
	}
	require.Equal(t, lead.DoCheck, n.now.View.Advice.Do)
	require.NotNil(t, n.now.View.Advice.Cure, "the cure is the first move")
	assert.Equal(t, "½", n.now.View.Advice.Cure.TurnsSay)
	n.takes("move", `{"adjuster":"barrel","turns":"½","way":"in"}`)
	n.takes("settled", `{"point":"barrel-to-eye","times":3}`)
	n.takes("reading", `{"point":"barrel-to-eye","text":"142.6",`+allSaid+`}`)
	n.takes("locked", `{"adjuster":"barrel","back_off":"¼","pin":true}`)
	n.takes("reading", `{"point":"barrel-to-eye","text":"142.6",`+allSaid+`}`)
	for _, r := range n.now.View.Readings {
		if r.Name == "inner, pushed home" {
			assert.Equal(t, "70.4 mm", r.Text, "what was not voided is not read again")
		}
	}
	require.Equal(t, lead.DoCheck, n.now.View.Advice.Do, "what the cure voids is proved again")
	assert.Equal(t, "neutral-free", n.now.View.Advice.Check.Check)
	n.refuses("reading", `{"point":"inner-home","text":"70","carried":"2026-11-avocet"}`, "carried over")
	assert.NotContains(t, c.do("GET", "/api/v1/bays", "").Body.String(), "open fault")
}
