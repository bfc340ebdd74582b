package main

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet"
)

func TestSheetsOfFiguresOnTheCommandLine(t *testing.T) {
	do := func(in string, args ...string) (int, string) {
		var out bytes.Buffer
		code := command(t.Context(), append([]string{"sheet"}, args...), strings.NewReader(in), &out, &out)
		return code, out.String()
	}
	code, out := do("", "asks", "clutch", "--school", "force")
	assert.Equal(t, 0, code)
	assert.Contains(t, out, `"id": "force"`)
	code, out = do("", "asks", "windlass")
	assert.Equal(t, 2, code)
	assert.Contains(t, out, `"field": "family"`)

	code, out = do(`{"family":"outboard-shift","figures":{"eye-to-pin":{"target":0,"minus":0.5,"plus":0.5},"threads":8}}`, "from")
	require.Equal(t, 0, code, out)
	s, err := sheet.Parse([]byte(out))
	require.NoError(t, err, "the sheet alone, in the open format")
	assert.Equal(t, 8.0, s.Adjuster("connector").Threads.Min)

	code, out = do(`{"family":"outboard-shift","figures":{"threads":"eight"}}`, "from")
	assert.Equal(t, 2, code)
	var told struct {
		Error  struct{ Field string }
		Faults []struct{ Field string }
	}
	require.NoError(t, json.Unmarshal([]byte(out), &told))
	assert.Equal(t, "figures.eye-to-pin", told.Error.Field)
	assert.Len(t, told.Faults, 2)
	code, out = do("", "of")
	assert.Equal(t, 2, code)
	assert.Contains(t, out, "| from")
}
