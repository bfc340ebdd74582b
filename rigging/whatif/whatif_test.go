package whatif

import (
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
)

func demo(t testing.TB, id string) *sheet.Sheet {
	raw, err := os.ReadFile("../../demo/sheets/" + id + ".json")
	require.NoError(t, err)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	return s
}

var families = []string{"701", "411", "401", "301", "501", "601", "201", "136", "511", "711", "721"}

func TestAsItShouldBeAllIsInside(t *testing.T) {
	for _, id := range families {
		s := demo(t, id)
		a, err := Ask(Question{Sheet: s, School: s.Manual()})
		require.NoError(t, err, id)
		assert.NotEmpty(t, a.Adjusters, id)
		assert.NotNil(t, a.Picture, id)
		require.NotNil(t, a.Plot, id)
		for _, one := range a.Plot.Series {
			assert.NotEqual(t, "ghost", one.Look, "%s: nothing differs yet", id)
			assert.Len(t, one.Values, len(a.Plot.At))
		}
		assert.Empty(t, a.Differs, id)
		for _, one := range a.Senses {
			assert.True(t, one.Good, "%s %s: %s", id, one.Name, one.Says)
		}
	}
}

// One adjuster away from its place shows, in words; the plan leads back inside.
func TestAStepShowsAndThePlanLeadsBack(t *testing.T) {
	led, planned := 0, 0
	for _, id := range families {
		s := demo(t, id)
		school := s.Manual()
		as := s.For(school)
		for _, k := range must(Ask(Question{Sheet: s, School: school})).Adjusters {
			to := k.Value + 6*k.Step
			if to > k.Max {
				to = k.Value - 6*k.Step
			}
			if k.Unit == "place" || to < k.Min {
				continue
			}
			a, err := Ask(Question{Sheet: s, School: school, Now: State{Settings: map[string]float64{k.Name: to}}})
			require.NoError(t, err, "%s %s", id, k.Name)
			if len(a.Differs) > 0 {
				led++
			}
			if a.Inside || len(a.Plan) == 0 {
				continue
			}
			planned++
			settings := map[string]float64{k.Name: to}
			for _, m := range a.Plan {
				settings[m.Works] = m.To
				assert.NotEmpty(t, m.Says)
			}
			after, err := Ask(Question{Sheet: s, School: school, Now: State{Settings: settings}})
			require.NoError(t, err)
			for _, r := range after.Rules {
				p := as.Point(r.ID)
				if p.Stop == "" && !superseded(as, r.ID) && len(p.States) == 0 {
					assert.Equal(t, "in", string(r.Verdict), "%s: after %v %s", id, a.Plan, r.Words)
				}
			}
		}
	}
	assert.Greater(t, led, 20)
	assert.Greater(t, planned, 10)
}

func superseded(s *sheet.Sheet, point string) bool {
	for _, one := range s.Settings {
		for _, id := range one.Supersedes {
			if id == point {
				return true
			}
		}
	}
	return false
}

func must(a Answer, err error) Answer {
	if err != nil {
		panic(err)
	}
	return a
}

// A wrong part has no setting: the windows are named, and the part.
func TestWhyNot(t *testing.T) {
	s := demo(t, "301")
	a, err := Ask(Question{Sheet: s, Now: State{Faults: map[string]float64{"drag": 9}}})
	require.NoError(t, err)
	assert.False(t, a.Inside)
	require.NotNil(t, a.Against, "no free play is left to release with")
	assert.NotEmpty(t, a.Against.Windows)
	assert.NotEmpty(t, a.Against.Cures)
	assert.Contains(t, a.Differs, "release: clashes, before goes in clean")
	limit := func(a Answer) float64 {
		for _, one := range a.Plot.Series {
			if one.Name == "released above" {
				return *one.Values[0]
			}
		}
		return 0
	}
	assert.InDelta(t, 9, limit(a)-limit(must(Ask(Question{Sheet: s}))), 1e-9, "the drag is what the bearing must go further")
}

func TestWhatCannotBeIsToldAtItsPlace(t *testing.T) {
	s := demo(t, "501")
	for field, q := range map[string]Question{
		"sheet":                   {},
		"now.settings.nut":        {Sheet: s, Now: State{Settings: map[string]float64{"nut": 1}}},
		"now.settings.equaliser":  {Sheet: s, Now: State{Settings: map[string]float64{"equaliser": 1e300}}},
		"then.faults.rust":        {Sheet: s, Then: State{Faults: map[string]float64{"rust": 1}}},
		"now.faults.stretch":      {Sheet: s, Now: State{Faults: map[string]float64{"stretch": 1e6}}},
		"now.condition.wear.left": {Sheet: s, Now: State{Faults: map[string]float64{"wear.left": -1}}},
	} {
		_, err := Ask(q)
		var f *fault.Fault
		require.ErrorAs(t, err, &f, field)
		assert.Equal(t, field, f.Field)
	}
}

func BenchmarkAsk(b *testing.B) {
	s := demo(b, "721")
	for b.Loop() {
		if _, err := Ask(Question{Sheet: s, School: s.Manual(), Now: State{Settings: map[string]float64{"crossover": 2}}}); err != nil {
			b.Fatal(err)
		}
	}
}
