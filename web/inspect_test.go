package web_test

import (
	"encoding/json"
	"net/http"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/shop"
)

const waiting = "2026-11-survey-aileron"

// sends an event behind the newest, as somebody.
func (c client) sends(who, id, kind, body string) (int, string, shop.RunView) {
	c.t.Helper()
	var v shop.RunView
	require.NoError(c.t, json.Unmarshal(c.do("GET", "/api/v1/runs/"+id, "").Body.Bytes(), &v))
	w := c.do("POST", "/api/v1/runs/"+id+"/events", strings.Replace(event(uuid.NewString(), v.View.Seq, kind, body), "Ines", who, 1))
	if w.Code == http.StatusOK {
		var now shop.RunView
		require.NoError(c.t, json.Unmarshal(w.Body.Bytes(), &now))
		return w.Code, "", now
	}
	return w.Code, c.problem(w, w.Code).Detail, v
}

// The role is asked by the server, and so is whether somebody worked on it.
func TestOnlyAnInspectorWhoDidNoneOfTheWorkLooksAtIt(t *testing.T) {
	c := newClient(t)
	right := `{"item":"free","verdict":"right"}`
	code, says, _ := c.sends("Ines", waiting, "inspected", right)
	assert.Equal(t, 403, code)
	assert.Contains(t, says, "an inspector's")
	tobin := signedIn(c, "Tobin", "three turns to the eye")
	code, _, _ = tobin.sends("Tobin", waiting, "inspected", right)
	assert.Equal(t, 403, code)

	maud := signedIn(c, "Maud", "fair to the flap")
	code, _, v := maud.sends("Maud", waiting, "inspected", right)
	require.Equal(t, 200, code)
	assert.Equal(t, lead.DoInspect, v.View.Advice.Do)
	code, says, _ = maud.sends("Maud", waiting, "inspected", `{"item":"sense","verdict":"refused"}`)
	assert.Equal(t, 422, code)
	assert.Contains(t, says, "say why")
	code, _, v = maud.sends("Maud", waiting, "inspected", `{"item":"sense","verdict":"refused","note":"the left one falls"}`)
	require.Equal(t, 200, code)
	assert.Empty(t, v.View.Signed, "the signature is taken back")
	assert.NotEqual(t, lead.DoInspect, v.View.Advice.Do)
	code, says, _ = maud.sends("Maud", waiting, "inspected", right)
	assert.Equal(t, 422, code)
	assert.Contains(t, says, "signs first")
	assert.Contains(t, c.as("Ines", "slack tide at nine").do("GET", "/api/v1/runs/"+waiting+"/record", "").Body.String(), "the left one falls")
}

// Whatever comes in of the settings, it is a clear refusal with its place and never a 500.
func TestEventsOfSettingsThatSayNothingAreRefusedWithTheirPlace(t *testing.T) {
	c := newClient(t)
	for _, e := range []struct{ run, kind, body, says string }{
		{"2026-11-mail-aileron", "move", `{"adjuster":"crossover","turns":"1","way":"in","setting":"rods-tip.left"}`, "does not turn"},
		{"2026-11-mail-aileron", "move", `{"adjuster":"crossover","turns":"1","way":"in","setting":"nothing"}`, "does not turn"},
		{"2026-11-mail-aileron", "move", `{"adjuster":"crossover","way":"in","until":true}`, "write how far"},
		{"2026-11-mail-aileron", "move", `{"adjuster":"rod","turns":"1","way":"in"}`, "no such adjuster"},
		{"2026-11-mail-aileron", "stuck", `{"adjuster":"crossover","way":"sideways"}`, "choose in or out"},
		{"2026-11-mail-aileron", "chosen", `{"setting":"cables-tip","option":"soft"}`, "nothing is chosen"},
		{"2026-11-mail-aileron", "action", `{"action":"dance"}`, "done by hand"},
		{"2026-11-mail-aileron", "settled", `{"setting":"nothing","times":3}`, "no such thing"},
		{"2026-11-mail-aileron", "locked", `{"setting":"nothing","back_off":"0"}`, "no such adjuster to lock"},
		{"2026-11-mail-aileron", "decided", `{"about":"school","choice":"flap"}`, "no longer the question"},
		{"2026-11-mail-aileron", "inspected", `{"item":"free","verdict":"right"}`, "inspector"},
		{"2026-11-mail-aileron", "reading", `{"point":"fair-flap.left","text":"1"}`, "no such point"},
		{"2026-11-oyster-parking", "action", `{"action":"pull","setting":"nothing"}`, "no such thing"},
		{"2026-11-oyster-parking", "check", `{"check":"drag","answer":"silent"}`, "no such check"},
		{"2026-11-oyster-parking", "move", `{"adjuster":"star.right","turns":"0","way":"out","until":true,"setting":"shoes.right"}`, "from 0.01"},
		{"2026-11-oyster-parking", "action", `{"action":"pull","twice":true}`, "no such field"},
	} {
		code, says, _ := c.sends("Ines", e.run, e.kind, e.body)
		assert.Contains(t, []int{403, 422, 400}, code, e.body)
		assert.Contains(t, says, e.says, e.body)
	}
	_, _, v := c.sends("Ines", "2026-11-mail-aileron", "note", `{"text":"all of that changed nothing"}`)
	assert.Equal(t, lead.DoMove, v.View.Advice.Do)
	assert.Len(t, v.View.Advice.Plan, 3)
}
