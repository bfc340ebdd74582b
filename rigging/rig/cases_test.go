package rig

import (
	"encoding/json"
	"math"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

// example is one worked example of a family.
type example struct {
	Rig    map[string]any
	At     map[string]any
	Output *Answer
	Error  *fault.Fault
}

func examples(t testing.TB, family string) (out []example) {
	raw, err := os.ReadFile(filepath.Join("testdata", family+".json"))
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(raw, &out))
	require.NotEmpty(t, out)
	return out
}

// Every worked example: numbers within 1e-6, words exactly, errors by their field, and
// nothing that the example does not have.
func TestWorkedExamples(t *testing.T) {
	for _, family := range Families() {
		t.Run(family, func(t *testing.T) {
			raw, err := os.ReadFile(filepath.Join("testdata", family+".json"))
			require.NoError(t, err)
			got, err := Cases(raw)
			require.NoError(t, err)
			for i, want := range examples(t, family) {
				if want.Error != nil {
					if assert.NotNil(t, got[i].Error, "%d: %s", i, got[i].Rig) {
						assert.Equal(t, want.Error.Field, got[i].Error.Field, "%d: %s", i, got[i].Rig)
						assert.NotEmpty(t, got[i].Error.Message)
					}
					continue
				}
				require.Nil(t, got[i].Error, "%d: %s", i, got[i].Rig)
				assert.Equal(t, want.Output.Senses, got[i].Output.Senses, "%d: %s at %s", i, got[i].Rig, got[i].At)
				assert.Len(t, got[i].Output.Readings, len(want.Output.Readings))
				for name, v := range want.Output.Readings {
					had, there := got[i].Output.Readings[name]
					near := there && math.Abs(had-v) <= 1e-6*math.Max(1, math.Abs(v))
					assert.True(t, near, "%d %s: %s at %s: want %v, got %v", i, name, got[i].Rig, got[i].At, v, had)
				}
			}
		})
	}
}
