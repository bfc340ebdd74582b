package whatif

import (
	"encoding/json"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/tell"
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
		assert.True(t, a.Inside, id)
		assert.NotNil(t, a.Picture, id)
		require.NotEmpty(t, a.Plots, id)
		for _, p := range a.Plots {
			for _, one := range p.Series {
				assert.NotEqual(t, "ghost", one.Look, "%s: nothing differs yet", id)
				assert.Len(t, one.Values, len(p.At))
			}
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
			a, err := Ask(Question{Sheet: s, School: school, Now: Stand{Settings: map[string]float64{k.Name: to}}})
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
			after, err := Ask(Question{Sheet: s, School: school, Now: Stand{Settings: settings}})
			require.NoError(t, err)
			for _, r := range after.Rules {
				p := as.Point(r.ID)
				if p.Stop == "" && !as.Superseded(r.ID) && len(p.States) == 0 {
					assert.Equal(t, "in", string(r.Verdict), "%s: after %v %s", id, a.Plan, r.Words)
				}
			}
		}
	}
	assert.Greater(t, led, 20)
	assert.Greater(t, planned, 10)
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
	a, err := Ask(Question{Sheet: s, Now: Stand{Faults: map[string]float64{"drag": 9}}})
	require.NoError(t, err)
	assert.False(t, a.Inside)
	require.NotNil(t, a.Against, "no free play is left to release with")
	assert.NotEmpty(t, a.Against.Windows)
	assert.NotEmpty(t, a.Against.Cures)
	assert.Contains(t, a.Differs, "release: clashes, before goes in clean")
	limit := func(a Answer) float64 {
		for _, one := range a.Plots[0].Series {
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
		"now.settings.nut":        {Sheet: s, Now: Stand{Settings: map[string]float64{"nut": 1}}},
		"now.settings.equaliser":  {Sheet: s, Now: Stand{Settings: map[string]float64{"equaliser": 1e300}}},
		"then.faults.rust":        {Sheet: s, Then: Stand{Faults: map[string]float64{"rust": 1}}},
		"now.faults.stretch":      {Sheet: s, Now: Stand{Faults: map[string]float64{"stretch": 1e6}}},
		"now.condition.wear.left": {Sheet: s, Now: Stand{Faults: map[string]float64{"wear.left": -1}}},
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
		if _, err := Ask(Question{Sheet: s, School: s.Manual(), Now: Stand{Settings: map[string]float64{"crossover": 2}}}); err != nil {
			b.Fatal(err)
		}
	}
}

// A part with another figure shows in what is read and felt; one that no rig can have is
// refused at its blank, with why.
func TestAnotherPartShows(t *testing.T) {
	changed, extremes := 0, 0
	for _, id := range families {
		s := demo(t, id)
		asked := Question{Sheet: s, School: s.Manual()}
		for _, k := range must(Ask(asked)).Parts {
			asked.Now = Stand{Figures: map[string]float64{k.Name: k.Value + 4*k.Step}}
			a, err := Ask(asked)
			require.NoError(t, err, "%s %s", id, k.Name)
			i := slices.IndexFunc(a.Parts, func(one Knob) bool { return one.Name == k.Name })
			assert.InDelta(t, k.Value+4*k.Step, a.Parts[i].Value, 1e-9)
			if len(a.Differs) > 0 {
				changed++
			}
			for _, far := range []float64{leastFigure, mostFigure} { // refused, or told in numbers that can be sent
				asked.Now.Figures[k.Name] = far
				if there, err := Ask(asked); err == nil {
					extremes++
					_, err := json.Marshal(there)
					require.NoError(t, err, "%s %s %g", id, k.Name, far)
				}
			}
			if !a.Inside && a.Against != nil {
				assert.NotEmpty(t, a.Against.Windows)
			}
		}
	}
	assert.Greater(t, changed, 12)
	assert.Greater(t, extremes, 12)
	s := demo(t, "401")
	asked := Question{Sheet: s, School: s.Manual()}
	first := must(Ask(asked)).Parts[0]
	for _, one := range []struct {
		name string
		to   float64
		says string
	}{
		{first.Name, -3, "a rig cannot be like this"},
		{first.Name, 1e9, "write up to"},
		{first.Name, 1e-300, "at least 0.001"},
		{"wheelbase", 3, "no part of this rig"},
	} {
		asked.Now.Figures = map[string]float64{one.name: one.to}
		_, err := Ask(asked)
		f, ok := err.(*fault.Fault)
		require.True(t, ok, one.name)
		assert.Equal(t, "now.figures."+one.name, f.Field)
		assert.Contains(t, f.Message, one.says)
	}
}

// The map tells at each pair of settings what asking there would tell, and the way to the
// nearest one inside is the least of all.
func TestTheMapTellsWhatAskingThereWould(t *testing.T) {
	cells, inside, led := 0, 0, 0
	for _, id := range families {
		s := demo(t, id)
		asked := Question{Sheet: s, School: s.Manual()}
		first := must(Ask(asked))
		if first.Map == nil {
			assert.Less(t, len(first.Adjusters), 3, id)
			continue
		}
		f := first.Map
		assert.Nil(t, f.Way, "as it should be all is inside: %s", id)
		for b := 0; b < len(f.Rows); b += 5 {
			for a := 0; a < len(f.Rows[b]); a += 5 {
				x, y := f.X.From+float64(a)*f.X.Step, f.Y.From+float64(b)*f.Y.Step
				asked.Now = Stand{Settings: map[string]float64{f.X.Name: x, f.Y.Name: y}}
				there := must(Ask(asked))
				cells++
				require.Equal(t, there.Map.Way == nil, f.Rows[b][a] == '#', "%s: %s %v, %s %v", id, f.X.Name, x, f.Y.Name, y)
				if there.Inside {
					inside++
					assert.Nil(t, there.Map.Way, "%s %v %v", id, x, y)
				}
				if w := there.Map.Way; w != nil {
					led++
					asked.Now.Settings = map[string]float64{f.X.Name: w.X, f.Y.Name: w.Y}
					assert.Nil(t, must(Ask(asked)).Map.Way, "%s: the way leads inside", id)
				}
			}
		}
	}
	s := demo(t, "721")
	for _, pair := range [][]string{{"crossover", "crossover"}, {"crossover", "mast"}, {"crossover"}} {
		_, err := Ask(Question{Sheet: s, School: s.Manual(), Map: pair})
		f, ok := err.(*fault.Fault)
		require.True(t, ok, "%v", pair)
		assert.Equal(t, "map", f.Field)
	}
	other := must(Ask(Question{Sheet: s, School: s.Manual(), Map: []string{"rod_left", "rod_right"}})).Map
	assert.Equal(t, "rod_right", other.Y.Name)
	assert.Greater(t, cells, 150)
	assert.Greater(t, led, 100)
	assert.Greater(t, inside, 3)
}

// Tension lies on a chart over the air: colder air asks for less, and the slack cable shows.
func TestTheAirMovesWhatLiesOnAChart(t *testing.T) {
	s := demo(t, "721")
	asked := Question{Sheet: s, School: s.Manual()}
	tension := func() tell.Rule {
		a := must(Ask(asked))
		i := slices.IndexFunc(a.Rules, func(r tell.Rule) bool { return r.ID == "tension" })
		require.GreaterOrEqual(t, i, 0)
		return a.Rules[i]
	}
	warm := tension()
	assert.InDelta(t, 150, warm.Min, 1e-9)
	assert.Equal(t, lead.In, warm.Verdict)
	asked.Now = Stand{Around: map[string]float64{"air": 0}}
	cold := tension()
	assert.InDelta(t, 110, cold.Min, 1e-9)
	assert.Equal(t, lead.In, cold.Verdict, cold.Words)
	asked.Now.Settings = map[string]float64{"crossover": 3}
	a := must(Ask(asked))
	assert.Contains(t, strings.Join(a.Differs, "; "), "tension")
	assert.Equal(t, lead.Out, tension().Verdict)
	asked.Now.Settings = map[string]float64{}
	for _, m := range a.Plan {
		asked.Now.Settings[m.Works] = m.To
	}
	require.NotEmpty(t, a.Plan)
	assert.Equal(t, lead.In, tension().Verdict, "the plan puts the tension right too")
	limits := 0
	for _, one := range a.Plots[0].Series {
		if one.Look == "limit" {
			limits++
			assert.Nil(t, one.Values[0], "the chart begins at −20")
		}
	}
	assert.Equal(t, 2, limits)
	for name, v := range map[string]float64{"air": 70, "tide": 3} {
		asked.Now = Stand{Around: map[string]float64{name: v}}
		_, err := Ask(asked)
		f, ok := err.(*fault.Fault)
		require.True(t, ok)
		assert.Equal(t, "now.around."+name, f.Field)
	}
}

// Whatever the control of a family does is seen to move, but for what is plotted over the air:
// shapes follow it, and its travel begins and ends where it says.
func TestThePictureFollowsTheControl(t *testing.T) {
	for _, id := range families {
		s := demo(t, id)
		a := must(Ask(Question{Sheet: s, School: s.Manual()}))
		for i, p := range a.Plots {
			if strings.HasPrefix(p.X, "air") {
				assert.Empty(t, p.Moving)
				continue
			}
			require.NotEmpty(t, p.Moving, "%s, plot %d", id, i)
			for _, m := range p.Moving {
				assert.Len(t, m.At, 13)
				for _, at := range m.At {
					assert.Len(t, at, len(a.Picture.Shapes[m.Shape].Points))
				}
				assert.NotEqual(t, m.At[0], m.At[12], "%s: from one end to the other", id)
			}
		}
	}
}

// What is asked for instead of what the sheet wants is judged, planned and mapped; where both
// cannot be, the windows and a part are named.
func TestSomethingElseIsAskedFor(t *testing.T) {
	s := demo(t, "301")
	asked := Question{Sheet: s, School: s.Manual()}
	before := must(Ask(asked))
	i := slices.IndexFunc(before.Asked, func(a Asked) bool { return a.ID == "pedal-free" })
	require.GreaterOrEqual(t, i, 0)
	asked.Want.Windows = map[string][]float64{"pedal-free": {*before.Asked[i].To + 6, *before.Asked[i].To + 10}}
	more := must(Ask(asked))
	assert.True(t, more.Asked[i].Other)
	assert.False(t, more.Inside)
	require.NotEmpty(t, more.Plan, "a little more free play is a few turns")
	asked.Now.Settings = map[string]float64{}
	for _, m := range more.Plan {
		asked.Now.Settings[m.Works] = m.To
	}
	assert.True(t, must(Ask(asked)).Inside)

	asked.Now.Settings = nil
	asked.Want.Windows = map[string][]float64{"pedal-free": {72, 78}}
	much := must(Ask(asked))
	require.NotNil(t, much.Against, "so much leaves no clean release")
	assert.Contains(t, strings.Join(much.Against.Windows, "; "), "free play")
	assert.Greater(t, len(much.Against.Windows), 1)
	assert.NotEmpty(t, much.Against.Cures)

	k := demo(t, "401")
	late := must(Ask(Question{Sheet: k, School: k.Manual(), Want: Want{Answers: map[string]string{"road": "late"}}}))
	assert.False(t, late.Inside, "it shifts right, and late is asked for")

	for _, one := range []struct {
		want  Want
		field string
	}{
		{Want{Windows: map[string][]float64{"keel": {1, 2}}}, "want.windows.keel"},
		{Want{Windows: map[string][]float64{"pedal-free": {2, 1}}}, "want.windows.pedal-free"},
		{Want{Windows: map[string][]float64{"pedal-free": {2}}}, "want.windows.pedal-free"},
		{Want{Answers: map[string]string{"release": "sings"}}, "want.answers.release"},
		{Want{Answers: map[string]string{"keel": "sings"}}, "want.answers.keel"},
	} {
		_, err := Ask(Question{Sheet: s, School: s.Manual(), Want: one.want})
		f, ok := err.(*fault.Fault)
		require.True(t, ok, one.field)
		assert.Equal(t, one.field, f.Field)
	}
	assert.Equal(t, 18.0, *s.Point("pedal-free").Target, "the sheet itself stays")

	exact := must(Ask(Question{Sheet: s, School: s.Manual(), Want: Want{Windows: map[string][]float64{"pedal-free": {20, 20}}}}))
	assert.False(t, exact.Inside, "no step lands there to the last digit")
	raw, err := json.Marshal(exact)
	require.NoError(t, err)
	assert.NotEmpty(t, raw)
	for _, r := range exact.Rules {
		assert.Greater(t, r.To, r.From, "a rule has room: %s", r.Name)
		assert.Positive(t, r.Tick)
	}
}
