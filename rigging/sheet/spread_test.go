package sheet

import (
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func sheetOf(t *testing.T, id string) *Sheet {
	s, faults := parsed(t, read(t, id))
	require.Empty(t, faults)
	return s
}

func TestWhatStandsAtEachPlaceStandsThereByItself(t *testing.T) {
	s := sheetOf(t, "501").For("shoes")
	left, right := s.Adjuster("star.left"), s.Adjuster("star.right")
	require.NotNil(t, left)
	require.NotNil(t, right)
	assert.Equal(t, "star wheel, left", left.Name)
	assert.Equal(t, "star.left", left.Works)
	assert.Nil(t, s.Adjuster("star"), "there is none in general")
	drag := s.Check("drag.left")
	require.NotNil(t, drag)
	assert.Equal(t, "drag.left", drag.Proves)
	for _, a := range drag.Answers {
		if a.Cure != nil {
			assert.Equal(t, "star.left", a.Cure.Adjuster, "each wheel is cured at its own star")
		}
	}
	shoes := s.Setting("shoes.right")
	require.NotNil(t, shoes)
	assert.Equal(t, []string{"star.right"}, shoes.Adjusters)
	assert.Equal(t, "drag.right", shoes.Until.Check)
	assert.Contains(t, shoes.Title, ": right")
	assert.Equal(t, []string{"shoes.left", "shoes.right"}, s.Setting("cable").After, "it stands on both")
	assert.Equal(t, []string{"notches", "drag.left", "holds", "holds-back", "creep"}, s.Reopened("star.left"), "a wheel voids its own drag")
	assert.Contains(t, s.Reopened("equaliser"), "drag.right")
	assert.Contains(t, s.Reopened("equaliser"), "drag.left")
}

func TestWhatOtherSchoolsReadIsLeftOut(t *testing.T) {
	s := sheetOf(t, "721")
	flap, tip := s.For("flap"), s.For("tip")
	assert.NotNil(t, flap.Point("fair-flap.left"))
	assert.Nil(t, flap.Point("fair-tip.left"))
	assert.Equal(t, []string{"rods-flap.left", "rods-flap.right"}, flap.Setting("cables-flap").After)
	assert.NotContains(t, flap.Reopened("direct-left"), "fair-tip.left")
	assert.InDelta(t, -1, tip.Rig.Settings["rod_left"], 1e-9, "where the tip's school ends")
	assert.Zero(t, flap.Rig.Settings["rod_left"])
	assert.Equal(t, "tip", s.Manual())
	assert.Same(t, tip, s.For(""), "the manual's unless another is named")
	step := &Step{Kind: "setting", Setting: "cables"}
	require.Len(t, flap.Of(step), 1)
	assert.Equal(t, "cables-flap", flap.Of(step)[0].ID, "a step names what stands for it by each school")
	step.Setting = "rods"
	assert.Len(t, flap.Of(step), 2, "at both places")
	air := flap.Check("in-flight")
	for _, a := range air.Answers {
		assert.Nil(t, a.Cure, "which rod is for the mechanic to say")
	}
}

func TestASheetWithoutSchoolsAndPlacesIsWorkedAsItIs(t *testing.T) {
	s := sheetOf(t, "114")
	assert.Same(t, s, s.For(""))
	assert.Nil(t, (*Sheet)(nil).For("x"))
}

func TestTheInfluenceOfEachPlaceIsItsOwn(t *testing.T) {
	s := sheetOf(t, "722").For("")
	require.NotNil(t, s.InfluenceOf("direct-left", "fair.left"))
	own := s.InfluenceOf("direct-left", "fair.left").PerTurn
	across := s.InfluenceOf("direct-left", "fair.right").PerTurn
	assert.Greater(t, own, 0.0, "a longer direct cable lets its aileron rise")
	assert.Less(t, across*own, 0.0, "and draws the other down")
	assert.Nil(t, s.InfluenceOf("rod.left", "fair.right"))
}

func TestASheetIsWrittenOutOnceForAllWhoAsk(t *testing.T) {
	s := sheetOf(t, "721")
	all := make([]*Sheet, 8)
	var wait sync.WaitGroup
	for i := range all {
		wait.Go(func() { all[i] = s.For("flap") })
	}
	wait.Wait()
	for _, one := range all {
		assert.Same(t, all[0], one)
	}
}

func TestSettingStepsNameEachSettingOnce(t *testing.T) {
	for _, c := range []struct {
		name   string
		change func(steps []any) []any
		want   string
	}{
		{"none for one of them", func(s []any) []any { return append(s[:4:4], s[5:]...) }, "no step is about settings[0]"},
		{"twice", func(s []any) []any { s[5].(map[string]any)["setting"] = s[4].(map[string]any)["setting"]; return s }, "already"},
		{"nothing of the kind", func(s []any) []any { s[4].(map[string]any)["setting"] = "nose"; return s }, `there is no "nose"`},
		{"on another kind of step", func(s []any) []any { s[0].(map[string]any)["setting"] = "free-play"; return s }, "leave it out"},
	} {
		m := read(t, "302")
		m["steps"] = c.change(m["steps"].([]any))
		_, faults := parsed(t, m)
		require.NotEmpty(t, faults, c.name)
		assert.Contains(t, faults.Error(), c.want, c.name)
	}
	m := read(t, "302")
	var steps []any
	for _, s := range m["steps"].([]any) {
		if s.(map[string]any)["kind"] != "setting" {
			steps = append(steps, s)
		}
	}
	m["steps"] = steps
	_, faults := parsed(t, m)
	assert.Contains(t, faults.Error(), "write a step of kind setting for each")
}

func TestWhatASecondInspectorLooksAtIsWrittenWithItsStep(t *testing.T) {
	m := read(t, "722")
	delete(m, "inspection")
	_, faults := parsed(t, m)
	assert.Contains(t, faults.Error(), "write what the second inspector looks at")
	m = read(t, "722")
	steps := m["steps"].([]any)
	m["steps"] = steps[:len(steps)-1]
	_, faults = parsed(t, m)
	assert.Contains(t, faults.Error(), "add a step of kind inspect")
	m = read(t, "722")
	steps = m["steps"].([]any)
	n := len(steps)
	steps[n-1], steps[n-2] = steps[n-2], steps[n-1]
	_, faults = parsed(t, m)
	assert.Contains(t, faults.Error(), "sign comes before inspect")
}

func TestAChartIsReadBetweenItsPlacesAndNeverBeyond(t *testing.T) {
	c := &Chart{Points: [][]float64{{-20, 95}, {0, 130}, {20, 170}}}
	for at, want := range map[float64]float64{-20: 95, -10: 112.5, 0: 130, 15: 160, 20: 170} {
		v, ok := c.Value(at)
		require.True(t, ok)
		assert.InDelta(t, want, v, 1e-9)
	}
	for _, at := range []float64{-20.1, 20.1} {
		_, ok := c.Value(at)
		assert.False(t, ok, "%g", at)
	}
}

func TestOptionsAreRankedByWhatTheRigIsRightWith(t *testing.T) {
	s := sheetOf(t, "701").For("spring")
	ranked := s.Ranked(s.Setting("spring"), nil)
	require.Len(t, ranked, 3)
	assert.Equal(t, "middle", ranked[0].ID)
	soft := ranked[0].Fitted(s.Rig.Geometry, nil)["spring"].(map[string]any)
	assert.InDelta(t, 8, soft["at_in"], 1e-9)
	assert.NotEqual(t, soft["toward"], nil, "what the part does not name stays")
	s = sheetOf(t, "303").For("")
	assert.InDelta(t, s.Rig.Settings["hook"], *s.Ranked(s.Setting("hook"), nil)[0].Setting, 1e-9)
}

func TestWhatReadsTheSameWhereverItIsTurnedIsKnown(t *testing.T) {
	s := sheetOf(t, "301").For("force")
	require.NotEmpty(t, s.Flat("pedal-force"), "beyond its reach the spring alone is felt")
	assert.InDelta(t, 80, s.Flat("pedal-force")[0], 60)
	assert.Empty(t, sheetOf(t, "114").Flat("barrel-to-eye"), "a thread moves all along")
}
