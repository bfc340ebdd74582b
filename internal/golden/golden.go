// Package golden holds what a test writes against what it wrote when somebody last read it: with -update it is written
// anew, and what changed is in the diff.
package golden

import (
	"flag"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var update = flag.Bool("update", false, "write what is held as it is now")

// Same tells the lines of a text that are otherwise than in testdata/NAME.txt.
func Same(t testing.TB, name, text string) {
	t.Helper()
	file := filepath.Join("testdata", name+".txt")
	if *update {
		require.NoError(t, os.MkdirAll("testdata", 0o755))
		require.NoError(t, os.WriteFile(file, []byte(text), 0o644))
	}
	was, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, strings.Split(string(was), "\n"), strings.Split(text, "\n"), name)
}
