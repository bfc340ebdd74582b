package rig

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const twoHooks = `{"pedal_stroke":140,"hooks":[{"name":"upper","ratio":4},{"name":"lower","ratio":3.5,"slack":2}],"fork_ratio":3,
	"release_travel":8,"bite_travel":6,"per_step":1,"spring_force":80,"slope":2}`

func parsed(t testing.TB, family, geometry, more string) *Model {
	t.Helper()
	m, err := Parse([]byte(rigOf(family, geometry, more)))
	require.NoError(t, err)
	return m
}

// What other parts would change is listed in the units of a book, each at the path by which it is changed.
func TestFiguresOfPartsAreListedAndChanged(t *testing.T) {
	m := parsed(t, "clutch", twoHooks, "")
	got := map[string]string{}
	for _, f := range m.Figures() {
		got[f.Path] = f.Unit
	}
	assert.Equal(t, map[string]string{"pedal_stroke": "mm", "hooks[0].ratio": "", "hooks[1].ratio": "", "fork_ratio": "", "spring_force": "N"}, got)
	other, err := m.with("hooks[1].ratio", 5)
	require.NoError(t, err)
	was, is := m.Figures(), other.Figures()
	require.Len(t, is, len(was))
	for i := range is {
		if is[i].Path == "hooks[1].ratio" {
			assert.InDelta(t, 5, is[i].Value, 0)
			continue
		}
		assert.Equal(t, was[i], is[i], "nothing else is changed")
	}
	lever := parsed(t, "kickdown", `{"bottom":30,"kick":28,"radius":40,"idle_angle":-20,"full_angle":30,"notch":1}`, "")
	var paths []string
	for _, f := range lever.Figures() {
		paths = append(paths, f.Path)
	}
	assert.Equal(t, []string{"radius"}, paths, "a figure that is not given is none")
	push := parsed(t, "engine-push-pull", `{"knob_stroke":70,"arm_stroke":64,"pitch":1,"arm_friction":4,"knob_hold":6,
		"spring":{"toward":"in","at_in":6,"at_out":9}}`, "")
	units := map[string]string{}
	for _, f := range push.Figures() {
		units[f.Path] = f.Unit
	}
	assert.Equal(t, map[string]string{"arm_stroke": "mm", "spring.at_in": "N", "spring.at_out": "N"}, units)
}

// A place in a list is a whole number of it.
func TestAPlaceIsOneOfItsList(t *testing.T) {
	for _, one := range []struct {
		set  string
		good bool
	}{{"0", true}, {"1", true}, {"2", false}, {"-1", false}, {"0.5", false}} {
		_, err := Parse([]byte(rigOf("clutch", twoHooks, `"settings":{"hook":`+one.set+`}`)))
		if one.good {
			assert.NoError(t, err, one.set)
		} else {
			assert.ErrorContains(t, err, "write a whole number from 0 to 1", one.set)
		}
	}
}

func TestAPedalReachesAPartOfTheThrottle(t *testing.T) {
	geometry := func(reach string) string {
		return rigOf("kickdown", `{"bottom":30,"kick":28,"pull_at_full":34,"notch":1,"pedal_reach":`+reach+`}`, "")
	}
	_, err := Parse([]byte(geometry("1")))
	require.NoError(t, err)
	_, err = Parse([]byte(geometry("1.01")))
	assert.ErrorContains(t, err, "at most 1")
}

// A field says at every pair of settings what asking there says, through where both stand, and has few.
func TestAFieldAgreesWithAsking(t *testing.T) {
	m, limits, _ := fourAdjusters(t, 60)
	now, err := m.Answer(limits[0].At)
	require.NoError(t, err)
	tension := now.Readings[string(Tension)]
	limits = []Limit{{Name: "tension", Reading: string(Tension), Min: tension * 0.7, Max: tension * 1.3, At: limits[0].At}}
	_, err = m.Field(limits, Range{"crossover", -1, 1, 0.5}, Range{"crossover", -1, 1, 0.5})
	require.ErrorContains(t, err, "two adjusters")
	_, err = m.Field(limits, Range{"crossover", -1, 1, 0.5}, Range{"barrel", -1, 1, 0.5})
	require.ErrorContains(t, err, "two adjusters")
	_, err = m.Field(limits, Range{"crossover", -1, 1, 0}, Range{"direct_left", -1, 1, 0.5})
	require.ErrorContains(t, err, "least step")
	f, err := m.Field(limits, Range{"crossover", -3, 3, 0.25}, Range{"direct_left", -30, 30, 0.5})
	require.NoError(t, err)
	assert.LessOrEqual(t, len(f.Met), mostField)
	assert.InDelta(t, 1.5, f.Y.Step, 1e-9, "a hundred and twenty steps are laid three together")
	gauges, err := m.gauges(limits)
	require.NoError(t, err)
	met := map[bool]int{}
	for b, row := range f.Met {
		for a, in := range row {
			set := map[string]float64{"crossover": f.X.Min + float64(a)*f.X.Step, "direct_left": f.Y.Min + float64(b)*f.Y.Step}
			other := m.Set(set)
			all := true
			for _, g := range gauges {
				all = all && g.good(&spot{e: other.stands(other.settings, nil)})
			}
			require.Equal(t, all, in, "%v", set)
			met[in]++
		}
	}
	assert.Greater(t, met[true], 3)
	assert.Greater(t, met[false], 3)
	through := func(r Range, now float64) bool {
		steps := (now - r.Min) / r.Step
		return steps > -1e-9 && steps-float64(int(steps+0.5)) < 1e-9
	}
	assert.True(t, through(f.X, m.Setting("crossover")) && through(f.Y, m.Setting("direct_left")))
}
