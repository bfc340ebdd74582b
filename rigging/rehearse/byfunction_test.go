package rehearse

import (
	"encoding/json"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/rig"
	"brankel/rigging/sheet/manual"
)

// With no figure at all what can be felt is set by it, on rigs that are not the usual one, from anywhere: what is signed is
// felt as it should be. A flight control is not set so.
func TestWithoutAnyFigureRigsAreSetByFunction(t *testing.T) {
	whole, set, stopped := 0, 0, 0
	for _, family := range rig.Families() {
		raw, err := json.Marshal(map[string]any{"family": family, "school": manual.ByFunction, "figures": map[string]any{}})
		require.NoError(t, err)
		s, err := manual.From(raw)
		if slices.Contains([]string{"flap-follow-up", "flight-control-loop", "stern-drive-shift"}, family) {
			assert.ErrorContains(t, err, "from its manual", family)
			continue
		}
		require.NoError(t, err, family)
		of := [3]int{}
		for seed := 0; of[0] < max(2, rigs()/2) && seed < 300; seed++ {
			r := rand.New(rand.NewPCG(uint64(seed), 5))
			b := benched(t, r, family, "", 0.2)
			if b == nil {
				continue
			}
			of[0]++
			q := asked(r, way{Sheet: s}, uint64(seed))
			q.Condition, q.Rig = map[string]any{}, &rig.Rig{Format: rig.Format, Family: family, Geometry: b.rig.Geometry}
			out, err := Rehearse(q)
			require.NoError(t, err)
			if out.Outcome != "signed" {
				of[2]++
				t.Logf("     %s, seed %d: %s", family, seed, out.Why)
				continue
			}
			require.Empty(t, unmet(t, way{Sheet: s}, q, out, true, 1), "%s, seed %d", family, seed)
			of[1]++
		}
		t.Logf("| %s | %d | %d | %d |", family, of[0], of[1], of[2])
		whole, set, stopped = whole+of[0], set+of[1], stopped+of[2]
	}
	assert.Greater(t, whole, 15)
	assert.GreaterOrEqual(t, float64(set), 0.85*float64(whole), "%d stopped", stopped)
}
