package web_test

import (
	"encoding/json"
	"net/http"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet"
	"brankel/shop"
	"brankel/web"
)

func TestWhatIfAnswersASheetAndARun(t *testing.T) {
	c := newClient(t)
	ask := func(body string) (v shop.WhatIfView) {
		w := c.do("POST", "/api/v1/whatif", body)
		require.Equal(t, http.StatusOK, w.Code, w.Body.String())
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
		return v
	}
	v := ask(`{"run": "2026-11-mail-aileron"}`)
	assert.Equal(t, "the rig that fits the last readings", v.About)
	assert.False(t, v.Inside)
	assert.NotEmpty(t, v.Plan)
	assert.Empty(t, v.Differs, "it is compared with how it stands")

	right := ask(`{"sheet": "` + v.Sheet + `"}`)
	assert.True(t, right.Inside)
	for _, f := range sheet.Families() {
		usual := ask(`{"family": "` + f.ID + `"}`)
		assert.True(t, usual.Inside, f.ID)
		assert.Equal(t, f.Name, usual.Title)
	}
	other := ask(`{"sheet": "` + v.Sheet + `", "now": {"settings": {"crossover": 9}}}`)
	assert.NotEmpty(t, other.Differs)

	for body, status := range map[string]int{
		`{"sheet": "` + v.Sheet + `", "now": {"settings": {"nut": 1}}}`: http.StatusUnprocessableEntity,
		`{"sheet": "none"}`:  http.StatusNotFound,
		`{"run": "none"}`:    http.StatusNotFound,
		`{"family": "sled"}`: http.StatusUnprocessableEntity,
		`{"rig": "none"}`:    http.StatusBadRequest,
	} {
		w := c.do("POST", "/api/v1/whatif", body)
		assert.GreaterOrEqual(t, w.Code, 400, body)
		assert.Less(t, w.Code, 500, body)
		if status != http.StatusBadRequest {
			assert.Equal(t, status, w.Code, "%s: %s", body, w.Body)
		}
	}
}

func TestRecordsAndSlipsArePrintedOnEitherPaper(t *testing.T) {
	c := newClient(t)
	for _, size := range []string{"", "?paper=A4", "?paper=Letter"} {
		for _, of := range []string{"2026-11-avocet/record.pdf", "2026-11-dunlin/order.pdf"} {
			w := c.do("GET", "/api/v1/runs/"+of+size, "")
			assert.Equal(t, http.StatusOK, w.Code, of+size)
			assert.True(t, strings.HasPrefix(w.Body.String(), "%PDF-"), of)
		}
	}
	assert.Equal(t, http.StatusUnprocessableEntity, c.do("GET", "/api/v1/runs/2026-11-avocet/record.pdf?paper=napkin", "").Code)
	assert.Equal(t, http.StatusNotFound, c.do("GET", "/api/v1/runs/2026-11-avocet/order.pdf", "").Code, "nothing is to be ordered there")
}

func TestARunFromTheBenchIsOpenedByWhoIsSignedIn(t *testing.T) {
	c := newClient(t)
	body := func(id string) string {
		return `{"id":"` + id + `","cable":"hatch cable","craft":"boat","source":"manual","careful":true,` +
			`"values":{"now":"139.4","target":"143","minus":"0.5","plus":"0.5","pitch":"1","step":"1/2"}}`
	}
	id := uuid.NewString()
	w := c.do("POST", "/api/v1/bench/adjuster/run", body(id))
	require.Equal(t, http.StatusOK, w.Code, w.Body.String())
	var events []struct{ Kind, By string }
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/runs/"+id+"/events", "").Body.Bytes(), &events))
	require.NotEmpty(t, events)
	assert.Equal(t, "figures", events[0].Kind)
	assert.Equal(t, "Ines", events[0].By)
	var p web.Problem
	w = c.do("POST", "/api/v1/bench/adjuster/run", body("7"))
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
	assert.Equal(t, "id", p.Field)
	w = c.do("POST", "/api/v1/runs/"+id+"/events", event(uuid.NewString(), len(events), "figures", `{"sheet":null}`))
	assert.Equal(t, http.StatusUnprocessableEntity, w.Code, "figures come with the opening, and never later")

	// nor may a run just opened on a cable be led by figures that somebody sends
	var all []struct{ Body json.RawMessage }
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/runs/"+id+"/events", "").Body.Bytes(), &all))
	fresh := c.open().ID
	w = c.do("POST", "/api/v1/runs/"+fresh+"/events", event(uuid.NewString(), 0, "figures", string(all[0].Body)))
	assert.Equal(t, http.StatusUnprocessableEntity, w.Code, w.Body.String())
	assert.Equal(t, http.StatusNotFound, c.do("POST", "/api/v1/bench/sledge/run", body(uuid.NewString())).Code)
}
