package web_test

import (
	"encoding/json"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/run/tell"
	"brankel/rigging/trouble"
	"brankel/shop"
)

func decoded[T any](t *testing.T, raw []byte) (v T) {
	t.Helper()
	require.NoError(t, json.Unmarshal(raw, &v))
	return v
}

// The open route says what the command line says; that of the workshop knows its runs.
func TestTroubleOverTheWire(t *testing.T) {
	c := signedOut(t)
	const q = `{"family":"outboard-shift","said":["clatters astern"],"answers":[{"test":"eye","answer":"high"}]}`
	w := c.do("POST", "/api/v1/trouble", q)
	require.Equal(t, 200, w.Code, w.Body.String())
	open := decoded[trouble.Answer](t, w.Body.Bytes())
	assert.Equal(t, "set-long", open.Causes[0].ID)
	cmd := exec.Command("go", "run", "../cmd/brankel", "trouble")
	cmd.Stdin = strings.NewReader(q)
	said, err := cmd.Output()
	require.NoError(t, err)
	assert.Equal(t, open, decoded[trouble.Answer](t, said), "the command line says the same")

	for body, field := range map[string]string{
		`{"family":"outboard-shift"}`:                           "said",
		`{"family":"sofa","said":["x"]}`:                        "family",
		`{"said":["x"]}`:                                        "family",
		`{"family":"clutch","sheet":{},"said":["x"]}`:           "sheet",
		`{"family":"clutch","said":["clashes"],"colour":"red"}`: "colour",
	} {
		w := c.do("POST", "/api/v1/trouble", body)
		assert.Equal(t, 422, w.Code, body)
		assert.Contains(t, w.Body.String(), `"field":"`+field, body)
	}
}

// A run that failed a check leads to its trouble with everything known; the path stands on its record,
// and only what the model says of it.
func TestARunLeadsToItsTroubleAndBack(t *testing.T) {
	c := newClient(t)
	w := c.do("GET", "/api/v1/trouble/begin?run=2026-11-wigeon", "")
	require.Equal(t, 200, w.Code, w.Body.String())
	begin := decoded[shop.TroubleBegin](t, w.Body.Bytes())
	assert.Equal(t, "stern-drive-shift", begin.Family)
	require.NotNil(t, begin.Picture)
	assert.NotEmpty(t, begin.List.Symptoms)

	body := `{"run":"2026-11-wigeon","said":["ratchets-forward"],"answers":[{"test":"barrel","answer":"low"}]}`
	w = c.do("POST", "/api/v1/trouble/ask", body)
	require.Equal(t, 200, w.Code, w.Body.String())
	v := decoded[shop.TroubleView](t, w.Body.Bytes())
	assert.Equal(t, "lower-short", v.Causes[0].ID)
	require.NotEmpty(t, v.Picture.Marks)
	assert.Equal(t, "1", v.Picture.Marks[len(v.Picture.Marks)-min(len(v.Causes), 6)].Text)

	seq := decoded[shop.RunView](t, c.do("GET", "/api/v1/runs/2026-11-wigeon", "").Body.Bytes()).View.Seq
	asked := `{"said":["ratchets-forward"],"answers":[{"test":"barrel","answer":"low"}]}`
	code, said, _ := c.send("2026-11-wigeon", seq, "trouble", `{"asked":`+asked+`,"cause":"purple"}`)
	assert.Equal(t, 422, code)
	assert.Contains(t, said.Detail, "none of the causes")
	code, said, _ = c.send("2026-11-wigeon", seq, "trouble", `{"asked":{"said":["ratchets-forward"],"colour":1}}`)
	assert.Equal(t, 422, code)
	assert.Contains(t, said.Field, "body.asked.colour")
	code, said, view := c.send("2026-11-wigeon", seq, "trouble", `{"asked":`+asked+`,"cause":"lower-short","leads":"run","says":"made up"}`)
	require.Equal(t, 200, code, said)
	require.NotNil(t, view.View.Trouble)
	assert.Equal(t, "lower cable set too short", view.View.Trouble.Says, "what came along as words counts nothing")
	record := decoded[tell.Record](t, c.do("GET", "/api/v1/runs/2026-11-wigeon/record", "").Body.Bytes())
	last := record.Lines[len(record.Lines)-1].Says
	assert.Contains(t, last, "looked for the trouble: it ratchets in forward; Barrel to eye, pushed, dogs home: short")
	assert.Contains(t, last, "taken to be lower cable set too short, into the setting")
}

// What the signed runs of the workshop were proves a word wrong, and its own numbers may be taken.
func TestTheWorkshopsOwnNumbers(t *testing.T) {
	c := newClient(t)
	odds := func(method, path, body string) shop.TroubleOdds {
		w := c.do(method, path, body)
		require.Equal(t, 200, w.Code, w.Body.String())
		return decoded[shop.TroubleOdds](t, w.Body.Bytes())
	}
	const path = "/api/v1/trouble/odds/stern-drive-shift"
	first := odds("GET", path, "")
	assert.Zero(t, first.Runs)
	p := c.problem(c.do("POST", path, `{"take":true}`), 422)
	assert.Contains(t, p.Detail, "nothing to count")

	require.NoError(t, testdb.Exec(c.shop.Store, `INSERT INTO runs (id, machine, cable, opened, cause)
		SELECT 'counted-' || n, 'teal', 'lower', now(), 'slot-high' FROM generate_series(1, 12) n`))
	counted := odds("GET", path, "")
	assert.Equal(t, 12, counted.Runs)
	wrong := map[string]string{}
	for _, l := range counted.Lines {
		if l.Wrong != "" {
			wrong[l.Cause] = l.Wrong
		}
	}
	assert.Equal(t, map[string]string{"slot-high": "more usual here than said"}, wrong)

	rank := func() string {
		w := c.do("POST", "/api/v1/trouble/ask", `{"family":"stern-drive-shift","said":["dies"]}`)
		require.Equal(t, 200, w.Code, w.Body.String())
		return decoded[shop.TroubleView](t, w.Body.Bytes()).Causes[0].ID
	}
	assert.NotEqual(t, "slot-high", rank())
	assert.True(t, odds("POST", path, `{"take":true}`).Taken)
	assert.Equal(t, "slot-high", rank(), "the workshop's own count now counts")
	assert.False(t, odds("POST", path, `{"take":false}`).Taken)
	assert.NotEqual(t, "slot-high", rank())
}

// A file of the workshop's own counts from when it is kept; one that does not hold is not kept.
func TestAFileOfTheWorkshopsOwnIsKept(t *testing.T) {
	c := newClient(t)
	file := func(under string) string {
		return `{"format":"brankel.trouble/1","family":"outboard-shift","symptoms":[],"whens":[],
		 "tests":[{"id":"weed","asks":"Weed at the propeller",
		 "look":true,"answers":[{"id":"clear","says":"clear"},{"id":"weed","says":"weed"}],"cost":{"minutes":1,"hands":1}}],
		 "causes":[{"id":"weed","says":"weed about the shaft","place":"works","kind":"outside","usual":4,"shows":{"weed":"weed"},
		 "change":[{"geometry":"need_reverse","by":[1.12,1.2]}],"under":["` + under + `"],"end":{"do":"leave","why":"Clear it."}}]}`
	}
	const ask = `{"family":"outboard-shift","said":["ratchets-reverse"],"answers":[{"test":"weed","answer":"weed"}]}`
	require.Equal(t, 422, c.do("POST", "/api/v1/trouble/ask", ask).Code, "it is not known yet")
	p := c.problem(c.do("POST", "/api/v1/trouble/files/weed", file("ratchets-forward")), 422)
	require.Len(t, p.Faults, 1)
	assert.Contains(t, p.Faults[0].Message, `does not show "ratchets-forward"`)
	require.Equal(t, 200, c.do("POST", "/api/v1/trouble/files/weed", file("ratchets-reverse")).Code)
	w := c.do("POST", "/api/v1/trouble/ask", ask)
	require.Equal(t, 200, w.Code, w.Body.String())
	assert.Equal(t, "weed", decoded[shop.TroubleView](t, w.Body.Bytes()).Causes[0].ID)
	require.Equal(t, 200, c.do("DELETE", "/api/v1/trouble/files/weed", "").Code)
	require.Equal(t, 422, c.do("POST", "/api/v1/trouble/ask", ask).Code)
	require.Equal(t, 404, c.do("DELETE", "/api/v1/trouble/files/weed", "").Code)
}

// Words that nobody knew get a meaning by a tap: from then on they mean it here, as a file that whoever leads can forget.
func TestWordsGetAMeaning(t *testing.T) {
	c := newClient(t)
	about := `"family":"outboard-shift","said":["it kicks like a mule"]`
	var v struct{ Known, Aside []string }
	ask := func() {
		v.Known, v.Aside = nil, nil
		w := c.do("POST", "/api/v1/trouble/ask", "{"+about+"}")
		require.Equal(t, 200, w.Code, w.Body)
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
	}
	ask()
	assert.Equal(t, []string{"it kicks like a mule"}, v.Aside)
	for body, says := range map[string]string{
		`{"symptom":"purple","words":"it kicks like a mule"}`: "there is no symptom",
		`{"symptom":"hard-in","words":"it is the"}`:           "say nothing by themselves",
	} {
		w := c.do("POST", "/api/v1/trouble/words?family=outboard-shift", body)
		assert.Equal(t, 422, w.Code)
		assert.Contains(t, w.Body.String(), says)
	}
	w := c.do("POST", "/api/v1/trouble/words?family=outboard-shift", `{"symptom":"hard-in","words":"it  kicks like a mule"}`)
	require.Equal(t, 200, w.Code, w.Body)
	ask()
	assert.Equal(t, []string{"it bangs into gear"}, v.Known)
	assert.Empty(t, v.Aside)
	var files []struct{ Name string }
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/trouble/files", "").Body.Bytes(), &files))
	require.Len(t, files, 1)
	require.Equal(t, 200, c.do("DELETE", "/api/v1/trouble/files/"+files[0].Name, "").Code)
	ask()
	assert.NotEmpty(t, v.Aside)
}
