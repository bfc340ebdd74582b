package web_test

import (
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/workshop"
	"brankel/web"
)

var passwords = map[workshop.Role][2]string{
	workshop.Lead: {"Ines", "slack tide at nine"}, workshop.Mechanic: {"Tobin", "three turns to the eye"},
	workshop.Inspector: {"Maud", "fair to the flap"}, workshop.ReadOnly: {"Olle", "only looking today"},
}

// Every route of the published document, by everybody: what a role may not do is
// refused, and what it may do is not.
func TestEveryRouteRefusesWhatARoleMayNotDo(t *testing.T) {
	var doc struct {
		Paths map[string]map[string]struct{ OperationID string }
	}
	require.NoError(t, json.Unmarshal(web.OpenAPI(), &doc))
	anybody := []string{"session", "inDemo", "outOfDemo", "calcs", "calc", "rigAnswer", "rigSchema", "healthz", "readyz", "openapi", "sheetSchema", "join",
		"trouble", "troubleSchema", "sheetAsks", "sheetFrom", "calendarBy"}
	work := []string{"openRun", "benchRun", "append", "keepThin", "dropThin", "keepTable", "dropTable", "logMachine",
		"hand", "invite", "addPhoto", "addVoice", "keepMeaning", "plan", "logged"}
	manage := []string{"setTimes", "addPerson", "changePerson", "keepSheet", "newSheet", "checkSheet", "putMachine", "keepGauge",
		"takeTroubleOdds", "keepTroubleFile", "dropTroubleFile", "begin", "learn", "lookSheets", "takeSheets",
		"calendars", "newCalendar", "revokeCalendar", "setRule", "correct", "archiving", "makeArchive", "archive", "habitsOf", "composable", "compose", "handOut"}
	apprentices := []string{"practice", "beginPractice"}
	out := signedOut(t)
	devices := map[workshop.Role]client{}
	for role, who := range passwords {
		devices[role] = out.as(who[0], who[1])
	}
	guest := devices[workshop.Lead].guest("2026-11-avocet", "Bo")
	guests := []string{"run", "events", "append", "understand", "hear", "clicks", "streamRun", "hands", "hand", "addPhoto", "photo", "measure",
		"addVoice", "voice"}
	for path, methods := range doc.Paths {
		at := strings.NewReplacer("{run}", "2026-11-avocet", "{hash}", "none", "{name}", "window", "{id}", "nobody").Replace(path)
		for method, op := range methods {
			id := op.OperationID
			if contains([]string{"signOut", "signOutEverywhere", "signIn", "first", "ownSecrets"}, id) {
				continue // they end the session the others need, or refuse for reasons of their own
			}
			body := ""
			if method == "post" {
				body = `{}`
			}
			status := func(c client) int { return c.do(strings.ToUpper(method), at, body).Code }
			open := contains(anybody, id)
			if id == "endInvite" {
				continue // it ends what the guest came by
			}
			assert.Equal(t, !open && !contains(guests, id), status(guest) == 403, "%s, second hands", id)
			assert.Equal(t, !open && !contains(apprentices, id), status(out) == 401, "%s, signed out", id)
			for role, device := range devices {
				refused := status(device) == 403
				allowed := open || role != workshop.ReadOnly && !contains(manage, id) || role == workshop.Lead ||
					!contains(work, id) && !contains(manage, id)
				assert.Equal(t, !allowed, refused, "%s, %s", id, role)
			}
		}
	}
}

func contains(list []string, one string) bool {
	for _, x := range list {
		if x == one {
			return true
		}
	}
	return false
}

func TestSigningIn(t *testing.T) {
	c := signedOut(t)
	state := func(c client) (s web.Session) {
		require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/session", "").Body.Bytes(), &s))
		return s
	}
	assert.Equal(t, "out", state(c).State)
	assert.Empty(t, state(c).People, "a strange device is not told who works here")
	in := c.as("tobin", "three turns to the eye")
	assert.Equal(t, "Tobin", state(in).Person.Name)
	assert.Len(t, state(in).People, 5)

	cookie := c.do("POST", "/api/v1/session", `{"name":"Tobin","password":"three turns to the eye"}`).Header().Get("Set-Cookie")
	assert.Contains(t, cookie, "HttpOnly")
	assert.Contains(t, cookie, "SameSite")

	assert.Equal(
		t,
		"pin",
		c.problem(c.do("POST", "/api/v1/session", `{"name":"tobin","pin":"1357"}`), 401).Field,
		"a PIN alone opens no strange device",
	)
	w := in.do("POST", "/api/v1/session", `{"name":"maud","pin":"8642"}`)
	require.Equal(t, 200, w.Code)
	switched := in
	switched.cookie = w.Result().Cookies()[0].String()
	assert.Equal(t, "Maud", state(switched).Person.Name)
	assert.Equal(t, "out", state(in).State, "the token of before is worth nothing")

	again := c.as("Tobin", "three turns to the eye")
	require.Equal(t, 200, again.do("POST", "/api/v1/session/out-everywhere", `{}`).Code)
	assert.Equal(t, "out", state(again).State)
}

func TestGuessingIsSlowedDown(t *testing.T) {
	c := signedOut(t)
	for range 5 {
		c.problem(c.do("POST", "/api/v1/session", `{"name":"Tobin","password":"guess"}`), 401)
	}
	p := c.problem(c.do("POST", "/api/v1/session", `{"name":"Tobin","password":"three turns to the eye"}`), 429)
	assert.Contains(t, p.Detail, "wait")
	now := c.shop.Now()
	c.shop.Now = func() time.Time { return now.Add(61 * time.Second) }
	c.as("Tobin", "three turns to the eye")
	assert.Equal(t, 401, c.do("POST", "/api/v1/session", `{"name":"nobody","password":"three turns to the eye"}`).Code)
}

func TestAnIdleDeviceLocks(t *testing.T) {
	c := newClient(t)
	now := c.shop.Now()
	c.shop.Now = func() time.Time { return now.Add(14 * time.Minute) }
	require.Equal(t, 200, c.do("POST", "/api/v1/session/here", `{}`).Code)
	c.shop.Now = func() time.Time { return now.Add(28 * time.Minute) }
	require.Equal(t, 200, c.do("GET", "/api/v1/bays", "").Code, "touched 14 minutes ago")
	c.shop.Now = func() time.Time { return now.Add(30 * time.Minute) }
	c.problem(c.do("GET", "/api/v1/bays", ""), 401)
	c.problem(c.do("POST", "/api/v1/session/here", `{}`), 401)
	w := c.do("POST", "/api/v1/session", `{"name":"ines","pin":"2468"}`)
	require.Equal(t, 200, w.Code)
	c.cookie = w.Result().Cookies()[0].String()
	require.Equal(t, 200, c.do("GET", "/api/v1/bays", "").Code)
}

func TestTheFirstAccountIsTheLeads(t *testing.T) {
	c := signedOut(t)
	c.problem(c.do("POST", "/api/v1/first", `{"name":"Mallory","password":"let me in please"}`), 403)
}

func TestPeopleAreManaged(t *testing.T) {
	c := newClient(t)
	for _, one := range []struct{ body, field string }{
		{`{"name":"","role":"mechanic","password":"long enough here"}`, "name"},
		{`{"name":"Bo, Guest","role":"mechanic","password":"long enough here"}`, "name"},
		{`{"name":"Ro","role":"king","password":"long enough here"}`, "role"},
		{`{"name":"Ro","role":"mechanic","password":"short"}`, "password"},
		{`{"name":"Ro","role":"mechanic","password":"long enough here","pin":"12"}`, "pin"},
		{`{"name":"tobin","role":"mechanic","password":"long enough here"}`, "name"},
	} {
		assert.Equal(t, one.field, c.problem(c.do("POST", "/api/v1/people", one.body), 422).Field, one.body)
	}
	require.Equal(t, 200, c.do("POST", "/api/v1/people", `{"name":"Ro","role":"mechanic","password":"long enough here"}`).Code)
	ro := signedIn(c, "Ro", "long enough here")
	require.Equal(t, 200, ro.do("GET", "/api/v1/bays", "").Code)
	require.Equal(t, 200, c.do("POST", "/api/v1/people/Ro", `{"role":"read-only","sign_out":true}`).Code)
	assert.Equal(t, 401, ro.do("GET", "/api/v1/bays", "").Code)
	assert.Equal(t, "role", c.problem(c.do("POST", "/api/v1/people/ines", `{"role":"mechanic"}`), 422).Field, "a lead is left")

	assert.Equal(t, "now", c.problem(c.do("POST", "/api/v1/me", `{"now":"wrong","pin":"1111"}`), 403).Field)
	require.Equal(t, 200, c.do("POST", "/api/v1/me", `{"now":"slack tide at nine","password":"another tide at ten"}`).Code)
	signedIn(c, "Ines", "another tide at ten")
}

func signedIn(c client, name, password string) client {
	c.cookie = ""
	return c.as(name, password)
}

func TestAnEntryCarriesTheNameOfWhoMadeIt(t *testing.T) {
	c := newClient(t)
	run := "/api/v1/runs/" + c.open().ID + "/events"
	forged := strings.Replace(event(uuid.NewString(), 0, "note", `{"text":"x"}`), "Ines", "Tobin", 1)
	assert.Equal(t, "by", c.problem(c.do("POST", run, forged), 422).Field)
	require.Equal(t, 200, c.do("POST", run, event(uuid.NewString(), 0, "note", `{"text":"x"}`)).Code)

	const flight = "7d3c9f70-4f0e-4a52-9f5e-0a4b7a3a1c11"
	require.NoError(t, c.shop.Store.OpenRun(t.Context(), workshop.Job{ID: flight, Machine: "mail", Cable: "aileron", Opened: c.shop.Now()}))
	looked := event(uuid.NewString(), 0, "inspected", `{"item":"free","verdict":"right"}`)
	p := c.problem(c.do("POST", "/api/v1/runs/"+flight+"/events", looked), 403)
	assert.Contains(t, p.Detail, "inspector")
}
