package fleet_test

import (
	"context"
	"encoding/json"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo/fleet"
	"brankel/internal/testdb"
	"brankel/shop"
)

func made(t *testing.T, a fleet.Asked) (*shop.Shop, fleet.Made) {
	s := testdb.Shop(t)
	told := 0
	m, err := fleet.Make(t.Context(), s, a, func(events int) { told = events })
	require.NoError(t, err)
	require.Equal(t, m.Events, told)
	return s, m
}

func TestAFleetIsWholeAndItsWearIsFound(t *testing.T) {
	s, m := made(t, fleet.Asked{Years: 5, Machines: 15, Seed: 4})
	assert.Equal(t, 15, m.Machines)
	assert.Equal(t, 15*5*11, m.Runs)
	assert.Greater(t, m.Events, 20*m.Runs, "whole runs")
	assert.Positive(t, m.Photos)
	v, err := s.Verify(t.Context())
	require.NoError(t, err, "every chain, photo and standing is as if it had been worked")
	assert.Equal(t, 42+m.Runs, v.Runs)

	inside, all := 0, 0
	for _, truth := range m.Truth {
		y, err := s.Years(t.Context(), truth.Machine)
		require.NoError(t, err)
		assert.GreaterOrEqual(t, y.Visits, 55)
		for _, l := range y.Lines {
			if l.Cable != truth.Cable || l.Room == nil || len(l.Visits) < 6 {
				continue
			}
			perTurn := (l.Wear.RunsOut.Usage.Median - l.Visits[len(l.Visits)-1].Usage) // usage for what is left
			if perTurn <= 0 || l.Turns == nil {
				continue
			}
			all++
			if r := *l.Turns / perTurn / truth.Turns; math.Abs(math.Log(r)) < math.Log(1.6) {
				inside++
			}
		}
	}
	require.GreaterOrEqual(t, all, 8, "lines were reached")
	t.Logf("%d of %d", inside, all)
	assert.GreaterOrEqual(t, 100*inside, 80*all, "%d of %d", inside, all)
	list, err := s.Due(t.Context())
	require.NoError(t, err)
	assert.Greater(t, len(list.Visits), 15)
}

func TestTheSameSeedMakesTheSameFleet(t *testing.T) {
	_, a := made(t, fleet.Asked{Years: 1, Machines: 6, Seed: 9})
	_, b := made(t, fleet.Asked{Years: 1, Machines: 6, Seed: 9})
	_, c := made(t, fleet.Asked{Years: 1, Machines: 6, Seed: 10})
	text := func(m fleet.Made) string {
		raw, err := json.Marshal(m)
		require.NoError(t, err)
		return string(raw)
	}
	assert.Equal(t, text(a), text(b))
	assert.NotEqual(t, text(a), strings.ReplaceAll(text(c), "fleet-10", "fleet-9"))
}

func TestWhatCanNotBeMadeIsRefused(t *testing.T) {
	s := testdb.Empty(t)
	for _, a := range []fleet.Asked{{Years: 0, Machines: 2}, {Years: 2, Machines: 0}, {Years: 51, Machines: 2}, {Years: 1, Machines: 5001}} {
		_, err := fleet.Make(context.Background(), s, a, func(int) {})
		assert.ErrorContains(t, err, "from 1 to 50 years")
	}
	_, err := fleet.Make(context.Background(), s, fleet.Asked{Years: 1, Machines: 1}, func(int) {})
	assert.ErrorContains(t, err, "load the demo first")
}
