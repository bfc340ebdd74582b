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

	"brankel/rigging/practice"
)

func TestPracticeOnTheCommandLine(t *testing.T) {
	do := func(args ...string) (int, string) {
		var out bytes.Buffer
		code := command(t.Context(), append([]string{"practice"}, args...), strings.NewReader(""), &out, &out)
		return code, out.String()
	}
	code, out := do("list")
	require.Equal(t, 0, code, out)
	var list []practice.Open
	require.NoError(t, json.Unmarshal([]byte(out), &list))
	assert.GreaterOrEqual(t, len(list), 44)
	code, out = do("show", "loop-crossed")
	require.Equal(t, 0, code, out)
	assert.Contains(t, out, "It only wants its tension")
	for _, spoils := range []string{`"cause"`, `"causes"`, `"ends"`, `"trap"`, `"settings"`} {
		assert.NotContains(t, out, spoils, "what is hidden is not told")
	}
	code, out = do("show", "--hidden", "loop-crossed")
	require.Equal(t, 0, code, out)
	file := filepath.Join(t.TempDir(), "own.json")
	require.NoError(t, os.WriteFile(file, []byte(out), 0o600))

	points := map[string]float64{}
	for _, hand := range practice.Hands {
		code, out = do("play", "--hand", hand, "--seed", "7", file)
		require.Equal(t, 0, code, out)
		var p practice.Played
		require.NoError(t, json.Unmarshal([]byte(out), &p))
		points[hand] = p.Score.Points
		assert.NotEmpty(t, p.Debrief.Head)
	}
	assert.Equal(t, 100.0, points["careful"])
	assert.Less(t, points["hasty"], 100.0)
	assert.Less(t, points["novice"], 100.0)

	for _, bad := range [][]string{{"play", "nothing-of-it"}, {"play", "--hand", "gloved", "loop-crossed"}, {"show", "nothing-of-it"}} {
		code, out = do(bad...)
		assert.NotZero(t, code, out)
		assert.NotEmpty(t, out)
	}
}
