package web_test

import (
	"encoding/json"
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/bench"
	"brankel/shop"
)

func TestASentenceIsWorkedOverTheAPI(t *testing.T) {
	c := newClient(t)
	w := c.do("POST", "/api/v1/bench/window", `{"values":{"now":"3","loosest":"5","tightest":"9","step":"1"}}`)
	require.Equal(t, 200, w.Code)
	var worked bench.Worked
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &worked))
	assert.Equal(t, "Too loose: go 4 steps tighter, to 7.", worked.Answer.Says)
	c.problem(c.do("POST", "/api/v1/bench/windlass", `{"values":{}}`), 404)
	assert.Equal(t, "values", c.problem(c.do("POST", "/api/v1/bench/window", `{"values":7}`), 422).Field)
}

func TestNamesWithSpacesAndCommasAreKeptAndForgotten(t *testing.T) {
	c := newClient(t)
	view := func(method, path, body string) (v shop.BenchView) {
		w := c.do(method, path, body)
		require.Equal(t, 200, w.Code, w.Body.String())
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
		return v
	}
	has := func(v shop.BenchView) bool {
		for _, one := range v.Thin {
			if one.Name == "ferry token, brass 50%" {
				return one.Thickness == 1.524
			}
		}
		return false
	}
	assert.True(t, has(view(http.MethodPost, "/api/v1/thin-things", `{"name":"ferry token,  brass 50%","thickness":"60 thou"}`)))
	assert.False(t, has(view(http.MethodDelete, "/api/v1/thin-things/ferry%20token%2C%20brass%2050%25", "")))
	c.problem(c.do(http.MethodDelete, "/api/v1/thin-things/ferry%20token%2C%20brass%2050%25", ""), 404)
	assert.Equal(t, "thickness", c.problem(c.do("POST", "/api/v1/thin-things", `{"name":"x","thickness":"7-9"}`), 422).Field)
	assert.Equal(t, "text", c.problem(c.do("POST", "/api/v1/tables", `{"name":"x","text":"1; 2\n1; 3"}`), 422).Field)
}

func TestAQuestionIsFoundOverTheAPI(t *testing.T) {
	c := newClient(t)
	var v shop.BenchView
	require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/bench?find=cable+too+short+at+one+end", "").Body.Bytes(), &v))
	assert.Equal(t, "two-ends", v.Found[0])
	assert.Len(t, v.Sentences, 23)
}

func TestSheetsArePagedByTheirNumber(t *testing.T) {
	c := newClient(t)
	fill(t, c.shop, 1, 500)
	after, seen := "", map[string]bool{}
	for range 10 {
		var page []struct{ ID string }
		require.NoError(t, json.Unmarshal(c.do("GET", "/api/v1/sheets?after="+after, "").Body.Bytes(), &page))
		if len(page) == 0 {
			break
		}
		for _, one := range page {
			assert.False(t, seen[one.ID], one.ID)
			seen[one.ID] = true
			after = one.ID
		}
	}
	assert.Len(t, seen, 530)
}
