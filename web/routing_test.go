package web_test

import (
	"encoding/json"
	"net/http"
	"net/url"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/shop"
	"brankel/web"
)

func TestAPathIsWorkedOutAndItsSlipPrinted(t *testing.T) {
	c := newClient(t)
	draft := `{"run":"2026-11-dunlin","order":{"stock":"3500"},` +
		`"pieces":[{"length":"3 m"},{"bend":true,"angle":"90","radius":"150","toward":"down"}]}`
	w := c.do("POST", "/api/v1/route", draft)
	require.Equal(t, http.StatusOK, w.Code, w.Body.String())
	var v shop.RouteView
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &v))
	assert.Contains(t, v.About, "Dunlin")
	require.NotNil(t, v.Stock)
	assert.Equal(t, 3500.0, *v.Stock)

	slip := func(draft, paper string) (int, string) {
		w := c.do("GET", "/api/v1/route.pdf?paper="+paper+"&draft="+url.QueryEscape(draft), "")
		return w.Code, w.Body.String()
	}
	for _, size := range []string{"A4", "Letter"} {
		code, body := slip(draft, size)
		assert.Equal(t, http.StatusOK, code)
		assert.True(t, strings.HasPrefix(body, "%PDF-"))
	}
	for _, one := range []struct{ draft, field string }{
		{`{"pieces":[{"length":"far"}]}`, "pieces[0].length"},
		{`{"pieces":[]}`, "draft.pieces"},
		{`{"pieces":[],"glue":1}`, "draft.glue"},
		{`nonsense`, "draft"},
	} {
		code, body := slip(one.draft, "A4")
		var p web.Problem
		require.NoError(t, json.Unmarshal([]byte(body), &p), body)
		assert.Equal(t, http.StatusUnprocessableEntity, code)
		assert.Equal(t, one.field, strings.TrimSuffix(p.Field, "."), body)
	}
	code, _ := slip(draft, "napkin")
	assert.Equal(t, http.StatusUnprocessableEntity, code)
	assert.Equal(t, http.StatusNotFound, c.do("POST", "/api/v1/route", `{"run":"none","pieces":[]}`).Code)
}
