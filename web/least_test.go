package web_test

import (
	"encoding/json"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/run/record"
	"brankel/shop"
)

// Whoever wants the least is told what the entry became and what is to be done now, the same as whoever asks for the run; sent
// again it is the same entry, and what is refused is refused as it is to anybody.
func TestTheLeastOfAnAnswerIsWhatTheEntryBecame(t *testing.T) {
	c := newClient(t)
	run := uuid.NewString()
	asked[shop.RunView](t, c, "POST", "/api/v1/runs", `{"id":"`+run+`","machine":"teal","cable":"lower"}`, 200)
	post := func(id string, after int, kind, body, prefer string) *httptest.ResponseRecorder {
		raw, err := json.Marshal(map[string]any{"id": id, "after": after, "kind": kind, "by": "Ines",
			"at": testdb.Now().Format(time.RFC3339), "body": json.RawMessage(body)})
		require.NoError(t, err)
		r := httptest.NewRequest("POST", "/api/v1/runs/"+run+"/events", strings.NewReader(string(raw)))
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set("Cookie", c.cookie)
		r.Header.Set("Prefer", prefer)
		w := httptest.NewRecorder()
		c.http.ServeHTTP(w, r)
		return w
	}
	for seq, e := range [][2]string{
		{"complaint", `{"words":"stiff","shows":"yes"}`}, {"identified", `{"serial":"2207","hand":"standard"}`},
		{"set_up", `{"thing":"key","way":"pocket"}`}, {"set_up", `{"thing":"linkage-cover","way":"off"}`}, {"reading", reading},
	} {
		id := uuid.NewString()
		w := post(id, seq, e[0], e[1], "respond-async, Return=Minimal")
		require.Equal(t, 200, w.Code, w.Body)
		assert.Equal(t, "return=minimal", w.Header().Get("Preference-Applied"))
		var kept shop.Kept
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &kept))
		whole := asked[shop.RunView](t, c, "GET", "/api/v1/runs/"+run, "", 200)
		events := asked[[]record.Event](t, c, "GET", "/api/v1/runs/"+run+"/events", "", 200)
		last := events[len(events)-1]
		assert.Equal(t, shop.Kept{ID: id, Seq: seq + 1, Hash: last.Hash, Says: last.Says(), Last: seq + 1, Advice: kept.Advice}, kept)
		want, _ := json.Marshal(whole.View.Advice)
		got, _ := json.Marshal(kept.Advice)
		assert.JSONEq(t, string(want), string(got), e[0])
		again := post(id, seq, e[0], e[1], "return=minimal")
		assert.JSONEq(t, w.Body.String(), again.Body.String(), "sent again it is the same")
		assert.Less(t, w.Body.Len(), 4_000)
	}
	w := post(uuid.NewString(), 5, "note", `{"text":"x"}`, "")
	assert.Empty(t, w.Header().Get("Preference-Applied"))
	assert.Contains(t, w.Body.String(), `"view"`)
	refused := post(uuid.NewString(), 6, "reading", `{"point":"nowhere","text":"1"}`, "return=minimal")
	assert.Equal(t, 422, refused.Code)
	assert.Contains(t, refused.Body.String(), "no such point")
}
