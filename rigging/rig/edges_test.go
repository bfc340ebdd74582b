package rig

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A figure at its bound is a figure still; a hair beyond it is refused.
func TestFiguresAtTheirBoundsAreTaken(t *testing.T) {
	kickdown := func(more string) string {
		return rigOf("kickdown", `{"bottom":27,"kick":11,"notch":0.9,"datum":5,`+more+`}`, ``)
	}
	lever := func(more string) string {
		return kickdown(`"pedal_reach":0.9,"radius":20,` + more)
	}
	for _, one := range []struct{ at, beyond string }{
		{lever(`"idle_angle":-90,"full_angle":40`), lever(`"idle_angle":-90.01,"full_angle":40`)},
		{lever(`"idle_angle":-30,"full_angle":90`), lever(`"idle_angle":-30,"full_angle":90.01`)},
		{lever(`"idle_angle":10,"full_angle":10.01`), lever(`"idle_angle":10,"full_angle":10`)},
		{kickdown(`"pull_at_full":24,"pedal_reach":1`), kickdown(`"pull_at_full":24,"pedal_reach":1.01`)},
		{kickdown(`"pull_at_full":24,"pedal_reach":0.9,"road":{"throttle":1,"low":7,"high":13}`),
			kickdown(`"pull_at_full":24,"pedal_reach":0.9,"road":{"throttle":1.01,"low":7,"high":13}`)},
	} {
		_, err := Solve([]byte(`{"rig":` + one.at + `}`))
		assert.NoError(t, err, one.at)
		_, err = Solve([]byte(`{"rig":` + one.beyond + `}`))
		assert.ErrorContains(t, err, "rig.geometry.", one.beyond)
	}
}

// A lever that leans closes the gap on one side by what it opens on the other, and none below nothing.
func TestALeanOpensOneGapAndClosesTheOther(t *testing.T) {
	leaned := 0
	for _, e := range examples(t, "gear-gate") {
		if e.Error != nil || e.Output.Readings["gap.left"] == 0 || e.Output.Readings["gap.right"] == 0 {
			continue // a lever that rests on a stop says nothing of how far it is pressed into it
		}
		m, _ := e.model(t)
		all, err := m.Sweeps(7) // −3, −2 … 3 mm
		require.NoError(t, err)
		for i, v := range []float64{-3, -2, -1, 0, 1, 2, 3} {
			assert.InDelta(t, math.Max(0, e.Output.Readings["gap.left"]+v), all[0].Curves[0].Values[i], 1e-9)
			assert.InDelta(t, math.Max(0, e.Output.Readings["gap.right"]-v), all[0].Curves[1].Values[i], 1e-9)
			leaned++
		}
	}
	assert.Positive(t, leaned)
}

// Where an adjuster has an end, what a turn outward adds is what the turn from inside took.
func TestInfluenceAtAnEndIsThatOfTheWayThereIs(t *testing.T) {
	ends, runs := 0, 0
	for _, family := range Families() {
		for _, e := range examples(t, family) {
			if e.Error != nil {
				continue
			}
			m, at := e.model(t)
			for _, a := range m.Adjusters() {
				if a.Places > 0 {
					continue
				}
				for _, name := range m.Readings() {
					by, err := m.Influence(a.Name, name, at)
					require.NoError(t, err)
					read := func(turns float64) float64 {
						answer, err := m.Set(map[string]float64{a.Name: m.Setting(a.Name) + turns}).Answer(at)
						require.NoError(t, err)
						return answer.Readings[name]
					}
					out, in := read(1)-read(0), read(0)-read(-1)
					if math.Abs(out) > slack {
						runs++
						assert.InDelta(t, out, by, 1e-9, "%s %s", a.Name, name)
						continue
					}
					if math.Abs(in) > slack {
						ends++
					}
					assert.InDelta(t, in, by, 1e-9, "%s %s", a.Name, name)
				}
			}
		}
	}
	assert.Positive(t, runs)
	assert.Positive(t, ends)
}

// A cure is the nearest figure that serves, to a thousandth of its change: itself it does, a hundredth nearer it
// does not; and the one that changes least of itself comes first.
func TestACureIsTheNearestFigureThatServes(t *testing.T) {
	cured, ranked := 0, 0
	for _, family := range Families() {
		r := rand.New(rand.NewPCG(3, uint64(len(family))))
		for round, cases := 0, examples(t, family); round < 40; round++ {
			e := cases[round%len(cases)]
			if e.Error != nil {
				continue
			}
			m, at := e.model(t)
			limits, ranges := asked(t, r, m, at)
			plan, err := m.Possible(limits, ranges)
			require.NoError(t, err)
			last := 0.0
			for _, c := range plan.Cures {
				serves := func(to float64) bool {
					other, err := m.with(c.Path[len("geometry."):], to)
					if err != nil {
						return false
					}
					s, err := other.newSearch(limits, ranges)
					require.NoError(t, err)
					s.solve()
					return s.found
				}
				cured++
				assert.True(t, serves(c.To), c.Words())
				assert.False(t, serves(c.From+0.98*(c.To-c.From)), "nearer serves too: %s", c.Words())
				if last > 0 {
					ranked++
				}
				assert.GreaterOrEqual(t, c.change(), last)
				last = c.change()
			}
		}
	}
	assert.Greater(t, cured, 20)
	assert.Positive(t, ranked)
}
