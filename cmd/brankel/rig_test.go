package main

import (
	"bytes"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestRigOnTheCommandLine(t *testing.T) {
	do := func(in string, args ...string) (int, string) {
		var out bytes.Buffer
		code := command(t.Context(), append([]string{"rig"}, args...), strings.NewReader(in), &out, &out)
		return code, out.String()
	}
	outboard := `{"rig":{"format":"brankel.rig/1","family":"outboard-shift","geometry":{"throw":40,"need_forward":37,"need_reverse":36,` +
		`"neutral_free":2,"pitch":0.8,"helm_threads":14,"engine_threads":16,"least_threads":9}},"at":{"control":"forward"}}`
	code, out := do(outboard, "answer")
	assert.Equal(t, 0, code)
	assert.Contains(t, out, `"arm": 40`)
	assert.Contains(t, out, `"forward": "locks"`)

	code, out = do(strings.Replace(outboard, "forward\"}", "astern\"}", 1), "answer")
	assert.Equal(t, 2, code)
	assert.Contains(t, out, `"field": "at.control"`)

	code, out = do("", "answer", "--cases", "../../rigging/rig/testdata/clutch.json")
	assert.Equal(t, 0, code)
	assert.Contains(t, out, `"bite_height": 37.68`)
	assert.Contains(t, out, `"field": "rig.geometry.hooks[1].name"`)

	code, out = do("", "ask")
	assert.Equal(t, 2, code)
	assert.Contains(t, out, "rig answer")
}
