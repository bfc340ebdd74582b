package rig

import (
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// sworn is what a mechanic would swear by: after the change this reading never goes the
// other way, and sometimes goes this way.
type sworn struct {
	family, says string
	change       func(r *rand.Rand, rig map[string]any)
	reading      string
	falls        bool // else it rises
}

func set(adjuster string, by float64) func(*rand.Rand, map[string]any) {
	return func(r *rand.Rand, rig map[string]any) {
		settings := inside(rig, "settings")
		had, _ := settings[adjuster].(float64)
		settings[adjuster] = had + by*(0.25+r.Float64())
	}
}

func wear(path string, by float64) func(*rand.Rand, map[string]any) {
	return func(r *rand.Rand, rig map[string]any) {
		at, name := inside(rig, "condition"), path
		if group, one, deeper := strings.Cut(path, "."); deeper {
			at, name = inside(at, group), one
		}
		had, _ := at[name].(float64)
		at[name] = had + by*(0.25+r.Float64())
	}
}

func inside(m map[string]any, key string) map[string]any {
	if _, there := m[key].(map[string]any); !there {
		m[key] = map[string]any{}
	}
	return m[key].(map[string]any)
}

func TestWhatAMechanicSwearsBy(t *testing.T) {
	for _, one := range []sworn{
		{"flight-control-loop", "tightening a direct cable lowers its aileron", set("direct_left", -1), "flap_edge.left", true},
		{"flight-control-loop", "tightening a direct cable lifts the other", set("direct_left", -1), "flap_edge.right", false},
		{"flight-control-loop", "tightening the crossover lifts both", set("crossover", -1), "flap_edge.left", false},
		{"flight-control-loop", "tightening any cable tightens all", set("crossover", -1), "tension", false},
		{"kickdown", "more slack never brings the valve farther", set("slider", 1), "full_valve", true},
		{"kickdown", "more slack never takes throttle", set("slider", 1), "throttle_reached", false},
		{"kickdown", "a housing that is not home gives slack", wear("unseated", 2), "idle_slack", false},
		{"clutch", "wear takes free play", wear("wear", 1), "pedal_free", true},
		{"clutch", "free play costs release", set("adjuster", 1), "release_margin", true},
		{"clutch", "free play lowers the bite", set("adjuster", 1), "bite_height", true},
		{"parking-brake", "wear lets the lever come up higher", wear("wear.left", 0.5), "notches", false},
		{"parking-brake", "a stretched cable never brakes more", wear("stretch", 40), "brake_force", true},
		{"parking-brake", "a click out brings the shoe nearer", set("star.left", 1), "clearance.left", true},
		{"trailer-overrun", "backing a wheel off runs the coupler farther", set("wheel.left", 1), "coupler_travel", false},
		{"trailer-overrun", "a rod that is not back hides play", wear("rod_forward", 1), "rod_play", true},
		{"outboard-shift", "a turn out at the helm takes a thread there", set("helm_end", 1), "helm_threads", true},
		{"outboard-shift", "a turn out at either end moves the eye", set("engine_end", 1), "eye_to_pin", false},
		{"stern-drive-shift", "a turn out makes the cable longer", set("lower", 1), "barrel_to_eye", false},
		{"stern-drive-shift", "a worn upper cable has less stroke", wear("lash", 1), "stroke", true},
		{"gear-gate", "the stop takes from one gap what it gives the other", set("stop", 0.5), "gap.right", true},
		{"flap-follow-up", "a longer follow-up rod lowers the surface", set("follow_rod", 1), "angle", false},
		{"flap-follow-up", "a wider down gap stops it sooner", set("switch_down", 1), "angle.20", true},
		{"throttle-cruise", "slack at the pedal costs throttle", set("pedal_nuts", 1), "cam_full", true},
		{"throttle-cruise", "a tight cruise cable holds the cam open", set("cruise_nuts", -1), "cam_rest", false},
		{"engine-push-pull", "a turn out takes from the far cushion", set("rod_end", 1), "cushion_out", true},
	} {
		t.Run(one.family+": "+one.says, func(t *testing.T) {
			r := rand.New(rand.NewPCG(1, 2))
			moved := 0
			for range 8 {
				for _, e := range examples(t, one.family) {
					if e.Error != nil {
						continue
					}
					m, at := e.model(t)
					if m.reading(one.reading) < 0 {
						continue
					}
					before, err := m.Answer(at)
					require.NoError(t, err)
					one.change(r, e.Rig)
					changed, err := read(e.Rig)
					if err != nil {
						continue // this one has no such adjuster or side
					}
					after, err := changed.Answer(at)
					require.NoError(t, err)
					by := after.Readings[one.reading] - before.Readings[one.reading]
					if one.falls {
						by = -by
					}
					require.GreaterOrEqual(t, by, -1e-9, "%v", e.Rig)
					if by > 1e-9 {
						moved++
					}
				}
			}
			assert.Greater(t, moved, 30, "it should have moved sometimes")
		})
	}
}

// Turning there and back restores everything that is shown.
func TestThereAndBackIsAsItWas(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	for _, family := range Families() {
		elsewhere := 0
		for _, e := range examples(t, family) {
			if e.Error != nil {
				continue
			}
			m, at := e.model(t)
			before, err := m.Answer(at)
			require.NoError(t, err)
			there, back := map[string]float64{}, map[string]float64{}
			for _, a := range m.Adjusters() {
				if a.Places == 0 {
					back[a.Name] = m.Setting(a.Name)
					there[a.Name] = back[a.Name] + float64(r.IntN(9)-4)/4
				}
			}
			moved, err := m.Set(there).Answer(at)
			require.NoError(t, err)
			if !assert.ObjectsAreEqual(before, moved) {
				elsewhere++
			}
			again, err := m.Set(there).Set(back).Answer(at)
			require.NoError(t, err)
			require.Equal(t, before, again)
		}
		assert.Greater(t, elsewhere, 5, family)
	}
}

// The ends of a window are where stepping through all settings first meets something wrong.
func TestWindowAgreesWithSteppingThrough(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 6))
	ended := 0
	for _, family := range Families() {
		for _, e := range examples(t, family) {
			if e.Error != nil {
				continue
			}
			m, at := e.model(t)
			limits, _ := asked(t, r, m, at)
			name := m.Adjusters()[0].Name
			now := m.Setting(name)
			step := 0.25
			w, err := m.Window(limits, Range{name, now - 3, now + 5, step})
			require.NoError(t, err)
			gauges, err := m.gauges(limits)
			require.NoError(t, err)
			good := func(k int, setting float64) bool {
				other := m.Set(map[string]float64{name: setting})
				s := spot{e: other.stands(other.settings, nil)}
				return gauges[k].good(&s)
			}
			for _, way := range []struct {
				end  End
				by   float64
				most int
			}{{w.In, -step, 12}, {w.Out, step, 20}} {
				n, wrong := 0, -1
				for ; n < way.most && wrong < 0; n++ {
					for k := range limits {
						if good(k, now) && !good(k, now+float64(n+1)*way.by) {
							wrong = k
							n--
							break
						}
					}
				}
				require.Equal(t, End{n, wrong}, way.end, "%s %v", family, e.Rig)
				if wrong >= 0 {
					ended++
				}
			}
		}
	}
	assert.Greater(t, ended, 100)
}

// A clutch whose windows contradict each other: the figure that would open them serves,
// and half of the change does not.
func TestCuresServe(t *testing.T) {
	geometry := `{"pedal_stroke":140,"hooks":[{"name":"upper","ratio":4}],"fork_ratio":2,"release_travel":14,"bite_travel":9,"datum":4,` +
		`"per_step":1,"spring_force":90}`
	m, err := Parse([]byte(`{"format":"brankel.rig/1","family":"clutch","geometry":` + geometry + `}`))
	require.NoError(t, err)
	at, err := m.At(nil)
	require.NoError(t, err)
	limits := []Limit{
		{Reading: "pedal_free", Min: 30, Max: 45, At: at},
		{Sense: "release", Wanted: []string{"clean"}, At: at},
		{Reading: "cable_gap", Min: 0, Max: 40, At: at},
	}
	ranges := []Range{{"adjuster", -8, 8, 0.5}}
	p, err := m.Possible(limits, ranges)
	require.NoError(t, err)
	require.False(t, p.Possible)
	assert.Equal(t, []int{0, 1}, p.Contradict)
	require.NotEmpty(t, p.Cures)
	assert.Equal(t, "geometry.pedal_stroke", p.Cures[0].Path, "the smallest change first")
	for _, c := range p.Cures {
		for _, try := range []struct {
			to     float64
			serves bool
		}{{c.To, true}, {(c.From + c.To) / 2, false}} {
			other, err := m.with(c.Path, try.to)
			require.NoError(t, err)
			s, err := other.newSearch(limits, ranges)
			require.NoError(t, err)
			s.solve()
			assert.Equal(t, try.serves, s.found, "%s at %v", c.Path, try.to)
		}
	}
}

// What is asked wrongly is told at its place.
func TestQuestionsThatCannotBeAsked(t *testing.T) {
	m, limits, ranges := fourAdjusters(t, 60)
	for _, one := range []struct {
		limit Limit
		r     Range
		field string
	}{
		{Limit{Reading: "tenson", Max: 1, At: limits[0].At}, ranges[0], "limits[0].reading"},
		{Limit{Sense: "feel", At: limits[0].At}, ranges[0], "limits[0].sense"},
		{Limit{Sense: "sense", Wanted: []string{"left"}, At: limits[0].At}, ranges[0], "limits[0].wanted"},
		{Limit{Reading: "tension", Min: 2, Max: 1, At: limits[0].At}, ranges[0], "limits[0].min"},
		{Limit{Reading: "tension", Min: 1, Max: 2}, ranges[0], "limits[0].at"},
		{limits[0], Range{"barrel", 0, 1, 1}, "ranges[0].adjuster"},
		{limits[0], Range{"crossover", 0, 1, 0}, "ranges[0].step"},
		{limits[0], Range{"crossover", 0, 1, 1e-9}, "ranges[0].step"},
	} {
		_, err := m.Possible([]Limit{one.limit}, []Range{one.r})
		assert.ErrorContains(t, err, one.field)
	}
}
