package web_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/workshop"
	"brankel/shop"
	"brankel/web"
)

// other is another device, on which nobody is signed in.
func (c client) other() client { return client{c.t, c.http, c.shop, ""} }

func (c client) invite(run string) (v web.InviteView) {
	c.t.Helper()
	w := c.do("POST", "/api/v1/runs/"+run+"/invite", `{}`)
	require.Equal(c.t, 200, w.Code, w.Body.String())
	require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &v))
	return v
}

// join sends what a phone at the other end sends, and gives the answer with the device.
func (c client) join(body string) (int, web.Problem, client) {
	c.t.Helper()
	w := c.other().do("POST", "/api/v1/hands/join", body)
	p := web.Problem{}
	if w.Code != 200 {
		require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &p))
		return w.Code, p, client{}
	}
	return w.Code, p, client{c.t, c.http, c.shop, w.Result().Cookies()[0].String()}
}

// guest is a phone that came to a run by its code.
func (c client) guest(run, name string) client {
	c.t.Helper()
	code, p, device := c.join(fmt.Sprintf(`{"code":%q,"name":%q}`, c.invite(run).Code, name))
	require.Equal(c.t, 200, code, p.Detail)
	return device
}

func (c client) says(run, device, place, says string, seq int) (h shop.Hands) {
	c.t.Helper()
	w := c.do("POST", "/api/v1/runs/"+run+"/hands", fmt.Sprintf(`{"device":%q,"place":%q,"says":%q,"seq":%d}`, device, place, says, seq))
	require.Equal(c.t, 200, w.Code, w.Body.String())
	require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &h))
	return h
}

// asGuest posts an event in the name of a guest.
func (c client) asGuest(run string, after int, kind, body string) (int, web.Problem) {
	w := c.do("POST", "/api/v1/runs/"+run+"/events", strings.Replace(event(uuid.NewString(), after, kind, body), `"Ines"`, `"Bo, guest"`, 1))
	var p web.Problem
	_ = json.Unmarshal(w.Body.Bytes(), &p)
	return w.Code, p
}

func TestSecondHandsComeInByTheCodeOfOneRunAndDoNothingElse(t *testing.T) {
	c := newClient(t)
	id, seq := c.safe()
	v := c.invite(id)
	assert.Regexp(t, `^\d{6}$`, v.Code)
	assert.Contains(t, v.Link, "http://192.168.1.20:8787/hands#", "as it was configured, whatever Host was sent")
	assert.Greater(t, v.QR.Size, 20)
	assert.Equal(t, v.Code, c.invite(id).Code, "asked again it is the same")

	bo := c.guest(id, "  Bo ")
	var s web.Session
	require.NoError(t, json.Unmarshal(bo.do("GET", "/api/v1/session", "").Body.Bytes(), &s))
	assert.Equal(t, "guest", s.State)
	assert.Equal(t, id, s.Run)
	assert.Equal(t, "Bo, guest", s.Person.Name)

	code, p := bo.asGuest(id, seq, "reading", `{"point":"inner-home","text":"143"}`)
	require.Equal(t, 200, code, p.Detail)
	code, p = bo.asGuest(id, seq+1, "corrected", `{"event":"x","reason":"y"}`)
	assert.Equal(t, 403, code)
	assert.Contains(t, p.Detail, "somebody of the workshop signs in")
	w := bo.do("POST", "/api/v1/runs/"+id+"/events", event(uuid.NewString(), seq+1, "note", `{"text":"I am Ines"}`))
	assert.Equal(t, 422, w.Code, "no entry in another name")
	assert.Equal(t, 403, bo.do("GET", "/api/v1/runs/2026-11-avocet", "").Code, "another run")
	assert.Equal(t, 403, bo.do("GET", "/api/v1/bays", "").Code)
	assert.Equal(t, 403, bo.do("POST", "/api/v1/runs/"+id+"/invite", `{}`).Code)

	events, err := c.shop.Events(t.Context(), id, seq)
	require.NoError(t, err)
	require.Len(t, events, 1)
	assert.Equal(t, "Bo, guest", events[0].By)

	require.Equal(t, 200, c.do("POST", "/api/v1/runs/"+id+"/invite/end", `{}`).Code)
	assert.Equal(t, 401, bo.do("GET", "/api/v1/runs/"+id, "").Code, "the code was taken back")
	code, _, _ = c.join(fmt.Sprintf(`{"code":%q,"name":"Bo"}`, v.Code))
	assert.Equal(t, 401, code)
	assert.NotEqual(t, v.Code, c.invite(id).Code, "a new one is another one")
}

func TestCodesThatAreWrongOldOrGuessed(t *testing.T) {
	c := newClient(t)
	id, _ := c.safe()
	v := c.invite(id)
	token := v.Link[strings.Index(v.Link, "#")+1:]
	for _, one := range []struct{ body, field, says string }{
		{`{"code":"12","name":"Bo"}`, "code", "6 figures"},
		{`{"code":"abcdef","name":"Bo"}`, "code", "6 figures"},
		{`{"token":"` + token + `","name":""}`, "name", "write your name"},
		{`{"token":"` + token + `","name":"Ines"}`, "name", "sign in"},
		{`{"token":"` + token + `","name":"a, guest"}`, "name", "write your name"},
		{`{"token":"` + token + `","name":"` + strings.Repeat("o", 31) + `"}`, "name", "30 letters"},
	} {
		code, p, _ := c.join(one.body)
		assert.Equal(t, 422, code, one.body)
		assert.Equal(t, one.field, p.Field)
		assert.Contains(t, p.Detail, one.says)
	}
	_, first, _ := c.join(`{"code":"000000","name":"Tobin"}`)
	_, second, _ := c.join(`{"code":"000000","name":"Nobody"}`)
	assert.Equal(t, first.Detail, second.Detail, "without a code nobody learns who has an account")
	wrong := "000000"
	if v.Code == wrong {
		wrong = "000001"
	}
	var p web.Problem
	code := 0
	for n := 0; n < 8 && code != 429; n++ {
		code, p, _ = c.join(fmt.Sprintf(`{"code":%q,"name":"Bo"}`, wrong))
	}
	require.Equal(t, 429, code, "guesses are bounded")
	assert.Contains(t, p.Detail, "wait")
	code, _, _ = c.join(fmt.Sprintf(`{"code":%q,"name":"Bo"}`, v.Code))
	assert.Equal(t, 429, code, "the right one too, until the wait is over")
	code, _, _ = c.join(fmt.Sprintf(`{"token":%q,"name":"Bo"}`, token))
	assert.Equal(t, 429, code, "and the link from the same place")

	c = newClient(t)
	id, _ = c.safe()
	v = c.invite(id)
	bo := c.guest(id, "Bo")
	c.shop.Now = func() time.Time { return time.Date(2026, 11, 24, 15, 0, 0, 0, time.UTC) }
	assert.Equal(t, 401, bo.do("GET", "/api/v1/runs/"+id, "").Code, "it ran out")
}

// Who held is written down when the device of whoever held said so, and not otherwise.
func TestWhoHeldWhileItWasReadStandsOnTheRecord(t *testing.T) {
	c := newClient(t)
	id, seq := c.safe()
	for _, inner := range []string{`"inner-home","text":"120"`, `"inner-eased","text":"120"`} {
		code, p, _ := c.send(id, seq, "reading", `{"point":`+inner+`}`)
		require.Equal(t, 200, code, p.Detail)
		seq++
	}
	tobin := c.other().as("Tobin", "three turns to the eye")
	device := uuid.NewString()
	here := tobin.says(id, device, shop.Caller, shop.Holds, seq)
	require.Len(t, here.Here, 1)
	assert.Equal(t, "Tobin", here.Here[0].Name)
	reading := func(more string) string { return `{"point":"barrel-to-eye","text":"142.9",` + allSaid + more + `}` }
	now := c.shop.Now()
	said := func(after int, more string) string {
		e := strings.Replace(event(uuid.NewString(), after, "reading", reading(more)), "2026-11-24T09:00:00Z", now.Format(time.RFC3339), 1)
		w := c.do("POST", "/api/v1/runs/"+id+"/events", e)
		require.Equal(t, 200, w.Code, w.Body.String())
		events, err := c.shop.Events(t.Context(), id, after)
		require.NoError(t, err)
		return events[0].Says()
	}
	assert.Contains(t, said(seq, `,"alone":"yes"`), "alone: lash the helm lever in forward")
	assert.Contains(t, said(seq+1, `,"held_by":"Tobin"`), "Tobin held")
	assert.NotContains(t, said(seq+2, `,"held_by":"Maud"`), "Maud", "she is not there")
	assert.NotContains(t, said(seq+3, ``), "alone")
	tobin.says(id, device, shop.Caller, "released", seq+4)
	assert.NotContains(t, said(seq+4, `,"held_by":"Tobin"`), "Tobin", "he let go")
	c.shop.Now = func() time.Time { return now.Add(20 * time.Second) }
	var h shop.Hands
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/runs/"+id+"/hands", "").Body.Bytes(), &h))
	assert.True(t, h.Here[0].Away, "nothing was heard of him for too long")
	for _, bad := range []string{`{"device":"x","place":"reader"}`, `{"device":"` + device + `","place":"roof"}`,
		`{"device":"` + device + `","place":"","says":"shouts"}`, `{"device":"` + device + `","place":"","seq":-1}`} {
		assert.Equal(t, 422, c.do("POST", "/api/v1/runs/"+id+"/hands", bad).Code, bad)
	}
	olle := c.other().as(passwords[workshop.ReadOnly][0], passwords[workshop.ReadOnly][1])
	assert.Equal(t, 403, olle.do("POST", "/api/v1/runs/"+id+"/hands", `{}`).Code, "who only looks holds nothing")
}
