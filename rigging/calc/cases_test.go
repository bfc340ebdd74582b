package calc

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

// Every worked example: numbers within 1e-6, words exactly, errors by their field.
func TestWorkedExamples(t *testing.T) {
	for _, c := range All() {
		t.Run(c.Name, func(t *testing.T) {
			raw, err := os.ReadFile(filepath.Join("testdata", c.Name+".json"))
			require.NoError(t, err)
			var cases []struct {
				Calc   string
				Input  json.RawMessage
				Output map[string]any
				Error  *fault.Fault
			}
			require.NoError(t, json.Unmarshal(raw, &cases))
			require.NotEmpty(t, cases)
			for _, want := range cases {
				got := Case{Calc: want.Calc, Input: want.Input}
				got.Solve()
				if want.Error != nil {
					if assert.NotNil(t, got.Error, "%s", want.Input) {
						assert.Equal(t, want.Error.Field, got.Error.Field, "%s", want.Input)
						assert.NotEmpty(t, got.Error.Message)
					}
					continue
				}
				require.Nil(t, got.Error, "%s", want.Input)
				assertAgrees(t, want.Output, plain(t, got.Output), string(want.Input))
			}
		})
	}
}

func plain(t *testing.T, v any) (out any) {
	raw, err := json.Marshal(v)
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(raw, &out))
	return out
}

func assertAgrees(t *testing.T, want, got any, where string) {
	t.Helper()
	switch want := want.(type) {
	case map[string]any:
		got, ok := got.(map[string]any)
		if assert.True(t, ok, where) {
			for key := range want {
				assert.Contains(t, got, key, where)
				assertAgrees(t, want[key], got[key], where+" → "+key)
			}
		}
	case []any:
		got, ok := got.([]any)
		if assert.True(t, ok, where) && assert.Len(t, got, len(want), where) {
			for i := range want {
				assertAgrees(t, want[i], got[i], where)
			}
		}
	case float64:
		got, ok := got.(float64)
		assert.True(t, ok && math.Abs(got-want) <= 1e-6*math.Max(1, math.Abs(want)), "%s: want %v, got %v", where, want, got)
	default:
		assert.Equal(t, want, got, where)
	}
}
