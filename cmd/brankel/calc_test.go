package main

import (
	"bytes"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestCalcOnTheCommandLine(t *testing.T) {
	do := func(in string, args ...string) (int, string) {
		var out bytes.Buffer
		code := command(t.Context(), append([]string{"calc"}, args...), strings.NewReader(in), &out, &out)
		return code, out.String()
	}
	code, out := do(`{"text":"5-1/2 in"}`, "measure")
	assert.Equal(t, 0, code)
	assert.Contains(t, out, `"value": 139.7`)

	code, out = do(`{"text":"7-9 lb"}`, "measure")
	assert.Equal(t, 2, code)
	assert.Contains(t, out, `"field": "text"`)

	code, out = do("", "--list")
	assert.Equal(t, 0, code)
	assert.Contains(t, out, "lost-motion")

	file := filepath.Join(t.TempDir(), "cases.json")
	require.NoError(
		t,
		os.WriteFile(
			file,
			[]byte(`[{"calc":"fraction","input":{"length":139.7}},{"calc":"fraction","input":{}},{"calc":"guess","input":{}}]`),
			0o600,
		),
	)
	code, out = do("", "--cases", file)
	assert.Equal(t, 0, code)
	assert.Contains(t, out, `"text": "5 1/2 in"`)
	assert.Contains(t, out, `"field": "length"`)
	assert.Contains(t, out, `"field": "calc"`)

	code, _ = do("")
	assert.Equal(t, 2, code)
}
