package rehearse

import (
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet"
)

// A nut that moves the surface by half a degree at each locking, in a window of less: set so that it comes in by being locked,
// and not round and round.
func TestWhatLockingMovesIsGivenRoom(t *testing.T) {
	for id, rod := range map[string]float64{"711": 3, "712": 2} {
		raw, err := os.ReadFile("../../demo/sheets/" + id + ".json")
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		out, err := Rehearse(Question{Sheet: s, Seed: 181, Gauges: gauges,
			Settings: map[string]float64{"follow_rod": rod, "follow_wing": 4.5 - rod, "limit_down": 6, "limit_up": 4.75, "other_rod": -5,
				"switch_down": 2.75, "switch_up": -1},
			Condition: map[string]any{"lock_drift": map[string]any{"follow_rod": 0.45458276220906146}}})
		require.NoError(t, err)
		assert.Equal(t, "signed", out.Outcome, "%s: %s", id, out.Why)
		assert.Less(t, out.Moves, 25, id)
	}
}
