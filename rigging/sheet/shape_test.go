package sheet

import (
	"encoding/json"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

// What the schema finds is told to whoever writes the sheet, not in its own terms.
func TestTheShapeOfASheetIsToldInWords(t *testing.T) {
	raw, err := os.ReadFile("../../demo/sheets/114.json")
	require.NoError(t, err)
	for _, c := range []struct {
		change      func(m map[string]any)
		path, words string
	}{
		{func(m map[string]any) { delete(m, "points") }, "points", "missing"},
		{func(m map[string]any) { m["points"] = []any{} }, "points", "write 1 at least"},
		{func(m map[string]any) { m["revision"] = "three" }, "revision", "write a whole number, not a text"},
		{func(m map[string]any) { m["revision"] = 0 }, "revision", "write 1 or more"},
		{func(m map[string]any) { m["craft"] = "sledge" }, "craft", "choose one of: car, trailer, boat, aircraft"},
		{func(m map[string]any) { m["line"].(map[string]any)["anchor"] = "" }, "line.anchor", "to be written"},
		{func(m map[string]any) { m["points"].([]any)[0].(map[string]any)["colour"] = 1 }, "points[0].colour", "no such field"},
		{func(m map[string]any) { m["lost_motion"].([]any)[0].(map[string]any)["limit"] = 0 }, "lost_motion[0].limit", "write more than 0"},
		{func(m map[string]any) {
			m["line"].(map[string]any)["positions"].([]any)[0].(map[string]any)["at"] = 200
		}, "line.positions[0].at", "write 180 or less"},
	} {
		var m map[string]any
		require.NoError(t, json.Unmarshal(raw, &m))
		c.change(m)
		changed, _ := json.Marshal(m)
		_, err := Parse(changed)
		faults, ok := err.(fault.List)
		if assert.True(t, ok, c.path) && assert.Len(t, faults, 1, c.path) {
			assert.Equal(t, c.path, faults[0].Field)
			assert.Contains(t, faults[0].Message, c.words)
		}
	}
	_, err = Parse([]byte("PK\x03\x04"))
	assert.ErrorContains(t, err, "no JSON")
}
