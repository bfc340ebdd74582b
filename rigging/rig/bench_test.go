package rig

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
)

// One answer of each family, the rig read before.
func BenchmarkAnswer(b *testing.B) {
	for _, family := range Families() {
		b.Run(family, func(b *testing.B) {
			for _, e := range examples(b, family) {
				if e.Error != nil {
					continue
				}
				m, at := e.model(b)
				for b.Loop() {
					if _, err := m.Answer(at); err != nil {
						b.Fatal(err)
					}
				}
				return
			}
		})
	}
}

// fourAdjusters is an aileron loop with three turnbuckles and a rod, ten turns either
// way in quarters, and what its sheet asks. Hot and cold tension may be asked for at
// once, which no setting meets when the band is narrow.
func fourAdjusters(t testing.TB, band float64) (*Model, []Limit, []Range) {
	m, err := Parse([]byte(`{"format":"brankel.rig/1","family":"flight-control-loop","geometry":{"direct_rate":44,"cross_rate":31,
		"lead":1.6,"direct_left":-9.3,"direct_right":7.7,"crossover":2.2,"thermal_direct":0.05,"thermal_cross":0.07,"deg_per_mm":1.07,
		"rod_left":3.4,"rod_right":0,"rod_pitch":0.98,"stop_up":17,"stop_down":11,"hold_tol":0.3}}`))
	require.NoError(t, err)
	cold, err := m.At(map[string]any{"air": 0.0})
	require.NoError(t, err)
	hot, err := m.At(map[string]any{"air": 40.0})
	require.NoError(t, err)
	limits := []Limit{
		{Reading: "tension", Min: 120 - band, Max: 120 + band, At: cold},
		{Reading: "tension", Min: 190 - band, Max: 190 + band, At: hot},
		{Reading: "flap_edge.left", Min: -0.4, Max: 0.4, At: cold},
		{Reading: "flap_edge.right", Min: -0.4, Max: 0.4, At: cold},
		{Reading: "travel_up.left", Min: 17, Max: 20, At: cold},
		{Sense: "hands_off", Wanted: []string{"holds"}, At: cold},
	}
	var ranges []Range
	for _, name := range []string{"direct_left", "direct_right", "crossover", "rod_left"} {
		ranges = append(ranges, Range{name, -10, 10, 0.25})
	}
	return m, limits, ranges
}

func BenchmarkPossible(b *testing.B) {
	for _, one := range []struct {
		name  string
		band  float64
		found bool
	}{{"found", 60, true}, {"none", 1, false}} {
		b.Run(one.name, func(b *testing.B) {
			m, limits, ranges := fourAdjusters(b, one.band)
			for b.Loop() {
				s, err := m.newSearch(limits, ranges)
				require.NoError(b, err)
				s.solve()
				if s.found != one.found {
					b.Fatal("what the sheet asks should be", one.name)
				}
			}
		})
	}
}

// The whole of it where there is no setting: what contradicts, and which part would do.
func BenchmarkPossibleCures(b *testing.B) {
	m, limits, ranges := fourAdjusters(b, 1)
	for b.Loop() {
		if _, err := m.Possible(limits, ranges); err != nil {
			b.Fatal(err)
		}
	}
}

// All 43 million settings tried, for the ratio to BenchmarkPossible.
func BenchmarkPossibleTryingAll(b *testing.B) {
	m, limits, ranges := fourAdjusters(b, 60)
	gauges, err := m.gauges(limits)
	require.NoError(b, err)
	for b.Loop() {
		least, s := math.Inf(1), spot{e: make([]float64, 5)}
		for n := range 81 * 81 * 81 * 81 {
			total := 0.0
			for i := range ranges {
				turn := float64(n%81)*0.25 - 10
				n /= 81
				s.e[i] = turn
				total += math.Abs(turn)
			}
			if total >= least {
				continue
			}
			good := true
			for k := 0; good && k < len(gauges); k++ {
				good = gauges[k].good(&s)
			}
			if good {
				least = total
			}
		}
		p, err := m.Possible(limits, ranges)
		if err != nil || math.Abs(p.Turns-least) > slack {
			b.Fatal(p.Turns, least, err)
		}
	}
}
