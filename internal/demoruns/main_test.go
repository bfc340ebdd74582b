package main

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/rigging/run/record"
	"brankel/rigging/workshop"
)

// The runs of the demo are those of its sheets and of the advice as it is: after a change,
// run scripts/demo-runs.
func TestTheRehearsedRunsAreCurrent(t *testing.T) {
	raw, err := demo.Files.ReadFile("workshop.json")
	require.NoError(t, err)
	floor := new(workshop.Workshop)
	require.NoError(t, json.Unmarshal(raw, floor))
	dir, sheets := t.TempDir(), library()
	kinds, machines := map[record.Kind]int{}, map[string]bool{}
	for _, w := range works {
		require.NoError(t, w.write(floor, sheets, dir))
		made, err := os.ReadFile(filepath.Join(dir, w.id+".json"))
		require.NoError(t, err)
		kept, err := demo.Files.ReadFile("runs/" + w.id + ".json")
		require.NoError(t, err)
		assert.Equal(t, string(kept), string(made), w.id)
		var f workshop.RunFile
		require.NoError(t, json.Unmarshal(made, &f))
		machines[w.machine] = true
		for _, e := range f.Events {
			kinds[e.Kind]++
		}
	}
	assert.GreaterOrEqual(t, len(machines), 8)
	for _, kind := range []record.Kind{record.KindMove, record.KindLocked, record.KindSigned, record.KindInspected, record.KindStuck} {
		assert.Positive(t, kinds[kind], kind)
	}
}
