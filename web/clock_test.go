package web_test

import (
	"encoding/json"
	"net/http/httptest"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
)

// noted sends a note as a screen does, whose clock is right.
func (c client) noted(run string, after int, right time.Time) *httptest.ResponseRecorder {
	at := right.Format(time.RFC3339Nano)
	raw, _ := json.Marshal(map[string]any{"id": uuid.NewString(), "after": after, "seen": after, "kind": "note", "by": "Ines", "at": at,
		"clock": at, "body": map[string]string{"text": "on"}})
	return c.do("POST", "/api/v1/runs/"+run+"/events", string(raw))
}

// The clock of the server goes an hour back and a day ahead, and is put right. While it is wrong entries wait and are told why; those
// it took stand in their order, and the chain is whole.
func TestAServerWhoseClockIsWrongTakesNothingUnderAFalseTimeAndGoesOnOnceItIsRight(t *testing.T) {
	c := newClient(t)
	right := c.shop.Now()
	goes := func(by time.Duration) { c.shop.Now = func() time.Time { return right.Add(by) } }
	id := c.open().ID
	require.Equal(t, 200, c.noted(id, 0, right).Code)
	for _, off := range []time.Duration{-time.Hour, 24 * time.Hour} {
		goes(off)
		in := c.other().as("Ines", "slack tide at nine") // whoever was signed in is asked who they are: nobody knows how long they were away
		c.problem(c.do("GET", "/api/v1/bays", ""), 401)
		p := c.problem(in.noted(id, 1, right), 422)
		assert.Contains(t, p.Detail, "set the one that is wrong")
		assert.Equal(t, "at", p.Field)
	}
	goes(2 * time.Minute) // what clocks are apart by is no fault
	require.Equal(t, 200, c.noted(id, 1, right).Code)
	goes(0)
	require.Equal(t, 200, c.noted(id, 2, right).Code)

	var events []record.Event
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/runs/"+id+"/events", "").Body.Bytes(), &events))
	require.Len(t, events, 3)
	require.NoError(t, record.Verify(events))
	for _, e := range events {
		assert.Less(t, e.At.Sub(right).Abs(), 3*time.Minute)
	}
}

// Whoever was locked out for guessing stays so for as long as they would have been, and no longer.
func TestAClockThatGoesBackKeepsNobodyOutUntilItComesRound(t *testing.T) {
	c := signedOut(t)
	right := c.shop.Now()
	guess := func(at time.Time, password string) int {
		c.shop.Now = func() time.Time { return at }
		return c.do("POST", "/api/v1/session", `{"name":"Tobin","password":"`+password+`"}`).Code
	}
	for range 5 {
		require.Equal(t, 401, guess(right.Add(24*time.Hour), "a wrong guess"))
	}
	assert.Equal(t, 429, guess(right, "three turns to the eye"))
	assert.Equal(t, 429, guess(right.Add(30*time.Second), "three turns to the eye"))
	assert.Equal(t, 200, guess(right.Add(2*time.Minute), "three turns to the eye"))
}

// A device that nobody touches locks, also where the clock of the server goes back.
func TestAClockThatGoesBackUnlocksNoDevice(t *testing.T) {
	c := newClient(t)
	right := c.shop.Now()
	c.shop.Now = func() time.Time { return right.Add(24 * time.Hour) }
	ahead := c.as("Ines", "slack tide at nine")
	c.shop.Now = func() time.Time { return right }
	ahead.problem(ahead.do("GET", "/api/v1/bays", ""), 401)
}
