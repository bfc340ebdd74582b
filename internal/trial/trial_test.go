package trial

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
)

// Every cause of every family, put into its rig at many sizes, with symptoms and answers by the model
// through gauges and imperfect words: what is claimed of the ranking. scripts/trouble-table prints
// the same with hundreds of seeds.
func TestTheTrueCauseIsFound(t *testing.T) {
	seeds := 24
	if testing.Short() {
		seeds = 4
	}
	sum := Result{}
	for _, f := range rig.Families() {
		t.Run(f, func(t *testing.T) {
			r, err := Try(bench(t, f), seeds)
			require.NoError(t, err)
			require.Equal(t, r.Causes*seeds, r.Runs, "every cause was put in")
			require.Greater(t, r.Named, 9*r.Runs/10)
			assert.Zero(t, r.Contradicted, "no cause is named that the model contradicts")
			assert.Empty(t, r.Pairs, "every two causes are told apart by some test")
			assert.Greater(t, r.Rate(r.First[2]), 0.87, "first after two tests: %v", r.Missed)
			assert.Less(t, r.Rate(r.First[0]), r.Rate(r.First[2])-0.2, "tests tell more than words alone")
			sum.Add(r)
		})
	}
	assert.Greater(t, sum.Rate(sum.First[2]), 0.90, "first after two tests")
	assert.Greater(t, sum.Rate(sum.Two[2]), 0.97, "first or second after two tests")
	assert.LessOrEqual(t, sum.Cost, sum.All/2, "half of asking all tests, the cheapest first")
}

func bench(t *testing.T, family string) *trouble.Finder {
	raw, ok := usual.Sheet(family)
	require.True(t, ok)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	b, err := trouble.On(s, nil)
	require.NoError(t, err)
	return b
}
