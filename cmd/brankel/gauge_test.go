package main

import (
	"bytes"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/gauge"
)

// The stand-in says lines that the port reads: of a value, of a trace, with what goes wrong; what it cannot be is told.
func TestTheStandinOnTheCommandLine(t *testing.T) {
	do := func(args ...string) (int, string) {
		var out bytes.Buffer
		code := command(t.Context(), append([]string{"gauge"}, args...), strings.NewReader(""), &out, &out)
		return code, out.String()
	}
	code, out := do("--number", "C3", "--value", "12.34", "--rate", "50", "--for", "300ms")
	require.Equal(t, 0, code, out)
	lines := strings.Split(strings.TrimSpace(out), "\n")
	require.Greater(t, len(lines), 4)
	for _, line := range lines {
		_, err := gauge.Parse(line)
		require.NoError(t, err, line)
	}
	assert.Contains(t, lines[0], `number="C3"`)
	assert.Equal(t, "reading 12.34", lines[1])
	assert.Equal(t, "bye", lines[len(lines)-1])

	trace := filepath.Join(t.TempDir(), "trace.csv")
	require.NoError(t, os.WriteFile(trace, []byte("0,5\n"), 0o600))
	code, out = do("--trace", trace, "--rate", "50", "--for", "200ms")
	require.Equal(t, 0, code, out)
	assert.Contains(t, out, "reading 5")

	for flags, want := range map[string]string{
		"--kind weight":         "write one of",
		"--unit N":              "a unit of its kind",
		"--rate 0":              "lines a second",
		"--play well":           "write one of",
		"--trace " + os.DevNull: "it is empty",
	} {
		code, out := do(append(strings.Fields(flags), "--for", "100ms")...)
		assert.Equal(t, 2, code, flags)
		assert.Contains(t, out, want, flags)
	}
}
