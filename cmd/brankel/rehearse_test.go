package main

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestRehearseOnTheCommandLine(t *testing.T) {
	do := func(in string, args ...string) (int, string) {
		var out bytes.Buffer
		code := command(t.Context(), append([]string{"rehearse"}, args...), strings.NewReader(in), &out, &out)
		return code, out.String()
	}
	code, out := do(`{"sheet":"114","settings":{"lower":-3.5},"seed":4}`)
	assert.Equal(t, 0, code, out)
	assert.Contains(t, out, `"outcome": "signed"`)
	assert.Contains(t, out, `"turns": 3.5`)
	assert.Contains(t, out, `"lower": 0`)

	raw, err := os.ReadFile("../../demo/sheets/118.json")
	require.NoError(t, err)
	code, out = do(`{"sheet":` + string(raw) + `,"settings":{"lower":3},"condition":{"seized":["lower"]}}`)
	assert.Equal(t, 0, code, out)
	assert.Contains(t, out, `"outcome": "stopped"`)

	// a sheet without a rig is played by a hand that answers well; a true rig of its own is what the hand works on
	code, out = do(`{"sheet":"204","job":"new"}`)
	assert.Equal(t, 0, code, out)
	assert.Contains(t, out, `"outcome": "signed"`)
	assert.Contains(t, out, `"kind": "part"`)
	var s struct {
		Rig struct {
			Geometry map[string]any `json:"geometry"`
		} `json:"rig"`
	}
	require.NoError(t, json.Unmarshal(raw, &s))
	s.Rig.Geometry["barrel"] = s.Rig.Geometry["barrel"].(float64) + 3 // this machine's is longer than the sheet's
	geometry, err := json.Marshal(s.Rig.Geometry)
	require.NoError(t, err)
	code, out = do(`{"sheet":"118","rig":{"geometry":` + string(geometry) + `}}`)
	assert.Equal(t, 0, code, out)
	assert.Contains(t, out, `"outcome": "signed"`)
	assert.Contains(t, out, `"lower": -2.5`, "it is led to this machine's own setting")

	for _, c := range []struct{ in, field string }{
		{`{}`, "sheet"},
		{`{"sheet":"999"}`, "sheet"},
		{`{"sheet":"114","job":"paint"}`, "job"},
		{`{"sheet":"114","rig":{"geometry":{"barrel":"long"}}}`, "rig.geometry"},
		{`{"sheet":"114","rig":{"family":"clutch","geometry":{}}}`, "rig.family"},
		{`{"sheet":"114","settings":{"lowest":1}}`, "settings.lowest"},
		{`{"sheet":"114","condition":{"slips":{"lower":2}}}`, "condition.slips.lower"},
		{`{"sheet":"114","hand":"clumsy"}`, "hand"},
		{`{"sheet":"114","seed":-1}`, "seed"},
		{`{"sheet":"114","school":"old"}`, "school"},
		{`{"sheet":"114","at":{"last":"shove"}}`, "at.last"},
		{`{"sheet":"114","colour":1}`, "colour"},
		{`{"sheet":{"id":"x"}}`, "sheet."},
		{`[`, ""},
	} {
		code, out = do(c.in)
		assert.Equal(t, 2, code, c.in)
		assert.Contains(t, out, `"field": "`+c.field, c.in)
	}

	file := filepath.Join(t.TempDir(), "cases.json")
	require.NoError(t, os.WriteFile(file, []byte(`[{"sheet":"201","settings":{"engine_end":2},"seed":1},{"sheet":"nowhere"}]`), 0o600))
	code, out = do("", "--cases", file)
	assert.Equal(t, 0, code)
	assert.Contains(t, out, `"signed"`)
	assert.Contains(t, out, `"field": "sheet"`)
}
