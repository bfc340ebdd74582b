package web_test

import (
	"database/sql"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/practice"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/shop"
	"brankel/web"
)

// asked is an answer read as what it is.
func asked[T any](t *testing.T, c client, method, path, body string, status int) (out T) {
	t.Helper()
	w := c.do(method, path, body)
	require.Equal(t, status, w.Code, "%s %s: %s", method, path, w.Body.String())
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &out))
	return out
}

// begun is an exercise somebody began.
func begun(t *testing.T, c client, id string) shop.RunView {
	return asked[shop.RunView](t, c, "POST", "/api/v1/practice", fmt.Sprintf(`{"exercise": %q, "seed": 7}`, id), 200)
}

// entered adds an entry to a run.
func entered(t *testing.T, c client, by string, v shop.RunView, kind record.Kind, body any) (shop.RunView, string) {
	t.Helper()
	raw, err := json.Marshal(map[string]any{"id": uuid.NewString(), "after": v.View.Seq, "kind": kind, "by": by,
		"at": testdb.Now().Format("2006-01-02T15:04:05Z"), "body": body})
	require.NoError(t, err)
	w := c.do("POST", "/api/v1/runs/"+v.ID+"/events", string(raw))
	if w.Code != 200 {
		return v, w.Body.String()
	}
	var out shop.RunView
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &out))
	return out, ""
}

// acted does one thing at an exercise.
func acted(t *testing.T, c client, run string, a practice.Act) practice.Told {
	t.Helper()
	raw, err := json.Marshal(a)
	require.NoError(t, err)
	return asked[practice.Told](t, c, "POST", "/api/v1/practice/"+run+"/do", string(raw), 200)
}

// follows does one thing that the advice asks for, as a careful hand would at the rig. False where there is nothing more.
func follows(t *testing.T, c client, by string, v shop.RunView) (shop.RunView, bool) {
	t.Helper()
	a := v.View.Advice
	kind, body := record.KindNote, any(nil)
	switch a.Do {
	case "complaint":
		kind, body = record.KindComplaint, record.Complaint{Words: "as it is told", Shows: record.ShowsYes}
	case "identify":
		kind, body = record.KindIdentified, record.Identified{Serial: v.Unit.Serial, Hand: v.Unit.Hand, Variant: v.Unit.Variant}
	case "set-up":
		kind, body = record.KindSetUp, record.SetUp{Thing: a.Stop.Changes[0].Thing, Way: a.Stop.Changes[0].Way}
	case "read":
		for _, s := range a.Read.States {
			acted(t, c, v.ID, practice.Act{State: s.ID})
		}
		told := acted(t, c, v.ID, practice.Act{Point: a.Read.Point})
		meant := asked[web.Meaning](t, c, "POST", "/api/v1/runs/"+v.ID+"/understand",
			fmt.Sprintf(`{"point": %q, "text": %q, "side": %q, "unit": %q}`, a.Read.Point, told.Reading.Text, told.Reading.Side, told.Reading.Unit), 200)
		assert.NotEmpty(t, meant.Says, "what is written is understood as it is typed")
		require.True(t, told.Done, told.Says)
		in := record.Reading{Point: a.Read.Point, Text: told.Reading.Text, Side: told.Reading.Side, Unit: told.Reading.Unit, Gauge: told.Reading.Gauge}
		for _, s := range a.Read.States {
			in.States = append(in.States, s.ID)
		}
		kind, body = record.KindReading, in
	case "check":
		told := acted(t, c, v.ID, practice.Act{Look: a.Check.Check})
		require.True(t, told.Done, told.Says)
		i := slices.IndexFunc(a.Check.Answers, func(one lead.AskAnswer) bool {
			return strings.EqualFold(strings.TrimRight(told.Says, "."), strings.TrimRight(one.Says, "."))
		})
		require.GreaterOrEqual(t, i, 0, "%s is among the answers", told.Says)
		kind, body = record.KindCheck, record.Checked{Check: a.Check.Check, Answer: a.Check.Answers[i].ID, Figures: told.Figures}
	case "move":
		kind, body = record.KindMove, record.Move{Adjuster: a.Move.Adjuster, Setting: a.Move.Setting, Turns: a.Move.TurnsSay,
			Way: a.Move.Way, Until: a.Move.Until}
	case "settle":
		kind, body = record.KindSettled, a.Settle
	case "action":
		kind, body = record.KindAction, a.Action
	case "choose":
		kind, body = record.KindChosen, record.Choosing{Setting: a.Choose.Setting, Option: a.Choose.Options[0].ID}
	case "lock":
		kind, body = record.KindLocked, record.Locked{Setting: a.Lock.Setting, Adjuster: a.Lock.Adjuster, BackOff: a.Lock.BackOff, Pin: true}
	case "again":
		kind, body = record.KindRetried, record.Retried{Outcome: record.Cured}
	case "sign":
		kind, body = record.KindSigned, record.Signed{Cause: record.AdjustmentOnly}
	default:
		return v, false
	}
	out, refused := entered(t, c, by, v, kind, body)
	require.Empty(t, refused, "%s %+v", kind, body)
	return out, true
}

// counted is how many rows every table of the floor has.
func counted(t *testing.T, c client) map[string]int64 {
	out := map[string]int64{}
	db, err := sql.Open("pgx", testdb.URLOf(c.shop.Store))
	require.NoError(t, err)
	defer db.Close()
	for _, table := range []string{"runs", "events", "machines", "cables", "sheets", "ledger", "photos", "gauges", "plans"} {
		var n int64
		require.NoError(t, db.QueryRowContext(t.Context(), "SELECT count(*) FROM public."+table).Scan(&n))
		require.Positive(t, n+1)
		out[table] = n
	}
	return out
}

// What each reading truly was is told in the debrief, and the bench lies on the rig as it truly stands: both hidden until it is over.
func TestTheDebriefTellsWhatReadingsWereAndTheBenchLiesOnTheTrueRig(t *testing.T) {
	c := newClient(t)
	v := begun(t, c, "stern-short")
	for v.View.Advice.Do != lead.DoMove { // as found is read by then
		var more bool
		v, more = follows(t, c, "Ines", v)
		require.True(t, more)
	}
	ask := func() shop.WhatIfView {
		return asked[shop.WhatIfView](t, c, "POST", "/api/v1/whatif", `{"run": "`+v.ID+`"}`, 200)
	}
	assert.NotContains(t, ask().About, "truly")
	end := asked[shop.Debriefed](t, c, "POST", "/api/v1/practice/"+v.ID+"/end", `{}`, 200)
	so := ""
	for _, stop := range end.Debrief.You {
		so += strings.Join(stop.So, "; ")
	}
	assert.Contains(t, so, "was truly "+end.Debrief.Truths[0].Is+", outside")
	bench := ask()
	assert.Equal(t, "the rig as it truly stands", bench.About)
	assert.False(t, bench.Inside)
	assert.NotEmpty(t, bench.Plan, "what it would have taken")
}

// An exercise is worked on the same routes as any run, from the complaint to the signature, ends in a debrief, and the floor
// knows nothing of it: every table has as many rows as before, and it is found nowhere.
func TestAnExerciseIsWorkedAsARunAndMixesWithNothing(t *testing.T) {
	c := newClient(t)
	before := counted(t, c)
	bays := c.do("GET", "/api/v1/bays", "").Body.String()
	v := begun(t, c, "stern-short")
	require.True(t, shop.IsPractice(v.ID))
	require.NotNil(t, v.Practice)
	assert.Equal(t, uint64(7), v.Practice.Seed)
	for range 200 {
		var more bool
		if v, more = follows(t, c, "Ines", v); !more {
			break
		}
	}
	assert.NotEmpty(t, v.View.Signed, "it was led to its signature: %+v", v.View.Advice)
	end := asked[shop.Debriefed](t, c, "POST", "/api/v1/practice/"+v.ID+"/end", `{}`, 200)
	assert.Equal(t, end.Score.Of, end.Score.Points, "%+v", end.Score)
	assert.NotNil(t, end.Picture)
	assert.NotEmpty(t, end.Debrief.Hidden)
	require.NotEmpty(t, end.Habits)
	assert.Equal(t, []bool{true}, end.Habits[0].Kept)

	first := asked[shop.StepOf](t, c, "GET", "/api/v1/practice/"+v.ID+"/step?at=1", "", 200)
	last := asked[shop.StepOf](t, c, "GET", fmt.Sprintf("/api/v1/practice/%s/step?at=%d", v.ID, v.View.Seq), "", 200)
	assert.False(t, first.Truths[0].Inside, "as it was found")
	assert.True(t, last.Truths[0].Inside, "as it was left")
	assert.NotEqual(t, first.Picture, last.Picture)
	assert.Equal(t, end.Debrief.Truths, last.Truths)
	assert.Equal(t, 422, c.do("GET", "/api/v1/practice/"+v.ID+"/step?at=999", "").Code)

	assert.Equal(t, before, counted(t, c), "nothing of it lies on the floor")
	assert.Equal(t, bays, c.do("GET", "/api/v1/bays", "").Body.String())
	for _, path := range []string{"/api/v1/search?find=practice", "/api/v1/log", "/api/v1/week", "/api/v1/due"} {
		assert.NotContains(t, c.do("GET", path, "").Body.String(), v.ID, path)
	}
	for _, path := range []string{"/record", "/record.pdf", "/readings.csv", "/chain.json", "/order.pdf", "/lessons"} {
		w := c.do("GET", "/api/v1/runs/"+v.ID+path, "")
		assert.Equal(t, 409, w.Code, path)
		assert.Contains(t, w.Body.String(), "on no record", path)
	}
	assert.Contains(t, c.do("POST", "/api/v1/practice/"+v.ID+"/do", `{"look": "key"}`).Body.String(), "over")
	_, refused := entered(t, c, "Ines", v, record.KindNote, record.Note{Text: "late"})
	assert.Contains(t, refused, "over")
}

// What is hidden never leaves the server before the debrief: no answer, event or list has a word of it.
func TestNothingHiddenLeavesBeforeTheDebrief(t *testing.T) {
	c := newClient(t)
	seen := []string{c.do("GET", "/api/v1/practice", "").Body.String()}
	e, err := practice.Find("stern-short")
	require.NoError(t, err)
	v := begun(t, c, e.ID)
	run := "/api/v1/runs/" + v.ID
	for range 60 {
		seen = append(seen, c.do("GET", run, "").Body.String(), c.do("GET", run+"/events", "").Body.String())
		w := c.do("POST", "/api/v1/practice/"+v.ID+"/do", `{"look": "ground"}`)
		seen = append(seen, w.Body.String(), c.do("GET", "/api/v1/practice", "").Body.String(),
			c.do("GET", "/api/v1/practice/"+v.ID+"/debrief", "").Body.String(), c.do("GET", "/api/v1/practice/"+v.ID+"/step?at=1", "").Body.String())
		var more bool
		if v.View.Advice.Do == "sign" {
			break
		}
		if v, more = follows(t, c, "Ines", v); !more {
			break
		}
	}
	require.Greater(t, len(seen), 60)
	for _, secret := range []string{e.Learns, e.Trap, e.Would, `"condition"`, `"causes":[{"cause"`, `"settings":{`, `"found":{`, `"looks"`, `"trap"`} {
		for i, text := range seen {
			at := strings.Index(text, secret)
			require.Negative(t, at, "answer %d has %s", i, secret)
		}
	}
	assert.Equal(t, 409, c.do("GET", "/api/v1/practice/"+v.ID+"/debrief", "").Code)
}

// Of others' exercises nobody knows that they are there; a lead may look, and does nothing at them; whoever is not signed in
// has the first grade, and nothing of it stays.
func TestAnExerciseIsItsOwners(t *testing.T) {
	lead := newClient(t)
	c := lead
	c.cookie = ""
	mechanic := c.as("Tobin", "three turns to the eye")
	v := begun(t, mechanic, "stern-jumps-astern")
	assert.Equal(t, 200, lead.do("GET", "/api/v1/runs/"+v.ID, "").Code)
	assert.Equal(t, 404, lead.do("POST", "/api/v1/practice/"+v.ID+"/do", `{"look": "key"}`).Code)
	assert.Equal(t, 404, lead.do("POST", "/api/v1/practice/"+v.ID+"/end", `{}`).Code)
	nobody := c
	assert.Equal(t, 404, nobody.do("GET", "/api/v1/runs/"+v.ID, "").Code)
	assert.Equal(t, 401, nobody.do("POST", "/api/v1/practice", `{"exercise": "stern-jumps-astern"}`).Code)
	assert.Equal(t, 401, nobody.do("GET", "/api/v1/runs/"+uuid.NewString(), "").Code)
	assert.Equal(t, 401, nobody.do("GET", "/api/v1/bays", "").Code)
	offer := asked[shop.Offer](t, nobody, "GET", "/api/v1/practice", "", 200)
	for _, one := range offer.Exercises {
		assert.Equal(t, 1, one.Grade)
	}
	mine := begun(t, nobody, "stern-short")
	mine, _ = follows(t, nobody, "apprentice", mine)
	assert.Equal(t, 1, mine.View.Seq)
	_, refused := entered(t, nobody, "Ines", mine, record.KindNote, record.Note{Text: "as somebody else"})
	assert.Contains(t, refused, "signed in as apprentice")
	assert.Equal(t, 404, mechanic.do("GET", "/api/v1/runs/"+mine.ID, "").Code)

	p, err := lead.shop.Practice(t.Context())
	require.NoError(t, err)
	require.NoError(t, p.Forget(t.Context(), "tobin"))
	assert.Equal(t, 404, mechanic.do("GET", "/api/v1/runs/"+v.ID, "").Code, "it is gone")
}

func TestWhatCannotBePractisedIsToldWhatToWrite(t *testing.T) {
	c := newClient(t)
	for body, want := range map[string]string{
		`{"exercise": "moon"}`:                        "the list names them",
		`{"seed": -1}`:                                "whole number",
		`{"family": "bicycle"}`:                       "choose another",
		`{"exercise": "stern-short", "seed": 1e9}`:    "whole number",
		`{"exercise": "stern-short", "hand": "left"}`: "no such field",
	} {
		w := c.do("POST", "/api/v1/practice", body)
		assert.Equal(t, 422, w.Code, body)
		assert.Contains(t, w.Body.String(), want, body)
	}
	v := begun(t, c, "stern-short")
	run := "/api/v1/practice/" + v.ID
	assert.Equal(t, 422, c.do("POST", run+"/do", `{"look": "key", "point": "x"}`).Code)
	assert.Equal(t, 422, c.do("POST", run+"/end", `{"cause": "gremlins"}`).Code)
	assert.Equal(t, 422, c.do("POST", run+"/again", `{"from": 99}`).Code)
	assert.Equal(t, 404, c.do("POST", "/api/v1/practice/"+uuid.NewString()+"/do", `{"look": "key"}`).Code, "of a run that is none")
	assert.Equal(t, 404, c.do("GET", "/api/v1/practice/practice-"+uuid.NewString()+"/debrief", "").Code)
}

// What was done is worked through again by a server that knows nothing of it yet, and goes on; from where two parted it is begun
// again with what went before.
func TestAnExerciseGoesOnAndBeginsAgainWhereTheyParted(t *testing.T) {
	c := newClient(t)
	v := begun(t, c, "stern-short")
	for range 12 {
		v, _ = follows(t, c, "Ines", v)
	}
	minutes := v.Practice.Minutes
	require.Positive(t, minutes)
	require.NoError(t, func() error { _, err := c.shop.Practice(t.Context()); return err }())
	p, err := shop.New(c.shop.Store, testdb.Now).Practice(t.Context())
	require.NoError(t, err)
	again, err := p.Run(t.Context(), v.ID)
	require.NoError(t, err)
	assert.InDelta(t, minutes, again.Practice.Minutes, 1e-9)
	assert.Equal(t, v.View.Seq, again.View.Seq)

	next := asked[shop.RunView](t, c, "POST", "/api/v1/practice/"+v.ID+"/again", `{"from": 6}`, 200)
	assert.NotEqual(t, v.ID, next.ID)
	assert.Equal(t, 5, next.View.Seq)
	assert.Equal(t, uint64(7), next.Practice.Seed)
}

// What would have hurt somebody fails the exercise it was tried in, and not the one that begins again behind it.
func TestWhoBeginsAgainBeginsWithoutTheDanger(t *testing.T) {
	c := newClient(t)
	v := begun(t, c, "stern-short")
	for v.View.Advice.Do != lead.DoRead { // hands are in by then
		v, _ = follows(t, c, "Ines", v)
	}
	told := acted(t, c, v.ID, practice.Act{SetUp: &practice.Putting{Thing: "key", Way: "running"}})
	require.NotEmpty(t, told.Danger, "%+v", told)
	v, _ = follows(t, c, "Ines", v)
	next := asked[shop.RunView](t, c, "POST", "/api/v1/practice/"+v.ID+"/again", fmt.Sprintf(`{"from": %d}`, v.View.Seq), 200)
	failed := func(run string) string {
		return asked[shop.Debriefed](t, c, "POST", "/api/v1/practice/"+run+"/end", `{}`, 200).Score.Failed
	}
	assert.NotEmpty(t, failed(v.ID))
	assert.Empty(t, failed(next.ID))
}

// A lead makes an exercise of a sheet of the workshop, tries it, and hands it to one person: nobody else is offered it, and what
// cannot be is told at its blank.
func TestALeadComposesAnExerciseAndHandsItOut(t *testing.T) {
	lead := newClient(t)
	one := lead
	one.cookie = ""
	tobin, maud := one.as("Tobin", "three turns to the eye"), one.as("Maud", "fair to the flap")
	hash := ""
	for _, s := range asked[[]struct{ Hash, Family string }](t, lead, "GET", "/api/v1/sheets", "", 200) {
		if s.Family == "outboard-shift" && lead.do("GET", "/api/v1/practice/faults?sheet="+s.Hash, "").Code == 200 {
			hash = s.Hash
		}
	}
	require.NotEmpty(t, hash)
	can := asked[shop.Composable](t, lead, "GET", "/api/v1/practice/faults?sheet="+hash, "", 200)
	require.NotEmpty(t, can.Faults)
	require.NotNil(t, can.Picture)
	require.Len(t, can.Picture.Marks, len(can.Places), "each place has its mark on the picture")
	for i, p := range can.Places {
		assert.Equal(t, p.Mark, can.Picture.Marks[i].Text)
		assert.NotEmpty(t, p.Name)
	}
	for _, f := range can.Faults {
		assert.True(t, slices.ContainsFunc(can.Places, func(p shop.FaultPlace) bool { return p.ID == f.Place }), f.ID)
	}
	write := func(cause string, size float64, title string) string {
		raw, err := json.Marshal(shop.Composed{Sheet: hash, Title: title, Complaint: "It does not go astern.", Learns: "Look at both ends.",
			Would: "It jumps out under load.", Grade: 2, Causes: []practice.Put{{Cause: cause, Size: size}}})
		require.NoError(t, err)
		return string(raw)
	}
	assert.Contains(t, lead.do("POST", "/api/v1/practice/sets", write("gremlins", 0.5, "x")).Body.String(), `"causes[0]`)
	assert.Contains(t, lead.do("POST", "/api/v1/practice/sets", write("set-short", 0.5, " ")).Body.String(), `"title"`)
	assert.Contains(t, lead.do("POST", "/api/v1/practice/sets", write("set-short", 7, "x")).Body.String(), "from 0 to 1")
	made := asked[practice.Open](t, lead, "POST", "/api/v1/practice/sets", write("set-short", 0.5, "No astern"), 200)
	offers := func(c client) bool {
		return slices.ContainsFunc(asked[shop.Offer](t, c, "GET", "/api/v1/practice", "", 200).Exercises,
			func(e shop.Offered) bool { return e.ID == made.ID })
	}
	assert.True(t, offers(lead))
	assert.False(t, offers(tobin), "it is to be tried first")
	v := begun(t, lead, made.ID)
	for range 200 {
		var more bool
		if v, more = follows(t, lead, "Ines", v); !more {
			break
		}
	}
	end := asked[shop.Debriefed](t, lead, "POST", "/api/v1/practice/"+v.ID+"/end", `{}`, 200)
	assert.Greater(t, end.Score.Points, 90.0, "%+v", end.Score)
	assert.Equal(t, 403, tobin.do("POST", "/api/v1/practice/sets/"+made.ID+"/hand", `{}`).Code)
	assert.Equal(t, 422, lead.do("POST", "/api/v1/practice/sets/"+made.ID+"/hand", `{"person": "nemo"}`).Code)
	asked[shop.Offer](t, lead, "POST", "/api/v1/practice/sets/"+made.ID+"/hand", `{"person": "tobin"}`, 200)
	assert.True(t, offers(tobin))
	assert.False(t, offers(maud))
	assert.Equal(t, 422, maud.do("POST", "/api/v1/practice", fmt.Sprintf(`{"exercise": %q}`, made.ID)).Code, "it is another one's")
}
