package sheet_test

import (
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet"
)

// Whatever a machine's steps move: where all is right its sheet shows the same, and a turn does as much more. Every threaded
// adjuster of every demo sheet with a rig has a step that can be learnt.
func TestASheetThatLearntAnswersAsFarAsItLearnt(t *testing.T) {
	files, err := filepath.Glob("../../demo/sheets/*.json")
	require.NoError(t, err)
	families, answers := map[string]bool{}, 0
	for _, file := range files {
		raw, err := os.ReadFile(file)
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		if s.Rig == nil {
			continue
		}
		paths := map[string]float64{}
		for i := range s.Adjusters {
			a := &s.Adjusters[i]
			path, was, ok := s.StepOf(a)
			assert.Equal(t, a.Works != "" && len(a.Hooks) == 0 && !unlearnt[a.Works], ok, "%s: %s", s.ID, a.Works)
			if ok {
				paths[path] = was
			}
		}
		for path, was := range paths {
			const more = 1.1 // so little that nothing passes its end within a turn
			knows := s.Knowing(map[string]float64{path: was * more})
			require.Same(t, knows, s.Knowing(map[string]float64{path: was * more}), "it is worked out once")
			for reading, v := range s.Nominals() {
				assert.InDelta(t, v, knows.Nominals()[reading], 1e-6*max(1, math.Abs(v)), "%s: %s after %s", s.ID, reading, path)
			}
			for _, in := range s.Influences() {
				of, _, _ := s.StepOf(s.Adjuster(in.Adjuster))
				now := knows.InfluenceOf(in.Adjuster, in.Point)
				if !assert.NotNil(t, now, "%s: %s on %s", s.ID, in.Adjuster, in.Point) {
					continue
				}
				want := in.PerTurn
				if cut := s.Family == "flap-follow-up" && (strings.HasSuffix(in.Point, "full") || in.Point == "home"); cut {
					continue // the limit cuts within the turn
				}
				if of == path && !s.Counts(in.Point) {
					want *= more
					families[s.Family] = true
					answers++
				}
				assert.InDelta(t, want, now.PerTurn, 0.02*math.Abs(want), "%s: %s on %s after %s", s.ID, in.Adjuster, in.Point, path)
			}
		}
	}
	assert.Len(t, families, 11)
	assert.Greater(t, answers, 100)
}

// unlearnt are adjusters that slide or swing: no step of them is a number of the rig.
var unlearnt = map[string]bool{"slot": true, "switch_cam": true, "tensioner": true}

// What runs taught stands with the runs that agree; three of them make it measured, and then it is assumed no more.
func TestThreeRunsMakeAFigureMeasured(t *testing.T) {
	raw, err := os.ReadFile("usual/clutch.json")
	require.NoError(t, err)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	s.Assumed = []string{"adjusters[0].pitch", "points[0].target", "rig.geometry.per_step"}
	once := s.Teach([]sheet.Learnt{{Path: "per_step", Value: 1, Runs: []string{"a"}}})
	assert.Equal(t, s.Assumed, once.Assumed)
	assert.True(t, once.AssumesStep("per_step"))
	assert.InDelta(t, 1.0, once.Adjusters[0].Pitch, 1e-9)
	thrice := once.Teach([]sheet.Learnt{{Path: "per_step", Value: 1.02, Runs: []string{"a", "b", "c"}}})
	assert.Equal(t, []string{"points[0].target"}, thrice.Assumed)
	assert.False(t, thrice.AssumesStep("per_step"), "a fourth run teaches nothing new")
	require.Len(t, thrice.Measured(), 1)
	assert.Equal(t, "1.02 mm, measured in 3 runs", thrice.Measured()[0].Value)
	again, err := sheet.Parse(thrice.JSON())
	require.NoError(t, err)
	assert.Equal(t, thrice.Hash(), again.Hash())
	again.Rig.Geometry["per_step"] = 1.25
	assert.Empty(t, again.Measured(), "whoever writes another figure by hand knows better")
}
