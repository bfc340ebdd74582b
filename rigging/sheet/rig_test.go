package sheet

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

// read is a demo sheet as plain JSON, to change one thing of it.
func read(t testing.TB, id string) map[string]any {
	raw, err := os.ReadFile(filepath.Join("../../demo/sheets", id+".json"))
	require.NoError(t, err)
	var m map[string]any
	require.NoError(t, json.Unmarshal(raw, &m))
	return m
}

func parsed(t testing.TB, m map[string]any) (*Sheet, fault.List) {
	raw, err := json.Marshal(m)
	require.NoError(t, err)
	s, err := Parse(raw)
	if err == nil {
		return s, nil
	}
	return nil, err.(fault.List)
}

// Every demo sheet stands on a rig that shows what it asks, by every school; but for the
// outboard's throttle, whose geometry nobody knows.
func TestDemoSheetsAreTrueOfTheirRigs(t *testing.T) {
	families := map[string]int{}
	for _, s := range demo(t) {
		if s.ID == "204" {
			assert.Nil(t, s.Rig)
			continue
		}
		require.NotNil(t, s.Rig, s.ID)
		proofs := s.Proofs()
		assert.Greater(t, len(proofs), 3, s.ID)
		for _, p := range proofs {
			assert.True(t, p.Met, "%s: %+v", s.ID, p)
		}
		families[s.Family]++
		for i := range s.Adjusters {
			if a := &s.Adjusters[i]; a.Works != "" && !a.MeasureOnly && len(a.Hooks) == 0 {
				_, told := s.RangeOf(a, s.schools()[0])
				assert.True(t, told, "%s: %s can be set to anything", s.ID, a.Name)
			}
		}
	}
	assert.Len(t, families, len(Families()))
}

// A sheet that contradicts its rig is refused at the place, with both figures.
func TestASheetThatContradictsItsRigIsRefused(t *testing.T) {
	for _, c := range []struct {
		sheet, path string
		to          any
		field       string
		says        []string
	}{
		{"114", "points.2.target", 144.0, "points[2].target", []string{"144 ± 0.5 mm", "143 mm"}},
		{"114", "rig.geometry.need_push", 33.0, "checks[1].proves", []string{"locks", "ratchets"}},
		{"114", "adjusters.0.threads.max", 12.0, "adjusters[0].threads", []string{"0 turns", "1 to 7"}},
		{"114", "rig.geometry.pitch", 2.0, "influence[0].per_turn", []string{"1", "2"}},
		{"114", "rig.geometry.throw", -1.0, "rig.geometry.throw", []string{"above zero"}},
		{"114", "adjusters.0.works", "lowest", "adjusters[0].works", []string{"lowest", "lower, upper"}},
		{"114", "points.2.measures", "length", "points[2].measures", []string{"barrel_to_eye"}},
		{"114", "points.2.at", map[string]any{"last": "shove"}, "points[2].at.last", []string{"push"}},
		{"114", "checks.0.proves", "neutrality", "checks[0].proves", []string{"neutral"}},
		{"114", "checks.0.answers.1.sense", []any{"free"}, "checks[0].answers[1].sense[0]", []string{"another answer"}},
		{"114", "checks.0.answers.1.sense", []any{}, "checks[0].answers", []string{"drags"}},
		{"114", "checks.0.wanted", "loose", "checks[0].wanted", []string{"free, drags"}},
		{"114", "states.0.made", map[string]any{"at": map[string]any{"dogs": true}}, "states[0].made.at.dogs", nil},
		{"114", "rig.condition", map[string]any{"play": 2.0}, "rig.condition", []string{"worn"}},
		{"201", "rig.family", "stern-drive-shift", "rig.family", []string{"stern-drive-shift", "outboard-shift"}},
		{"201", "rig.settings", map[string]any{"helm_end": 9.0}, "adjusters[1].threads", []string{"9 turns"}},
		{"136", "rig.settings.upper", 0.0, "points[2].target", []string{"4 mm"}},
		{"136", "settings.2.steps", 3.0, "points[2].target", []string{"0 ± 0.5", "-1 mm"}},
		{"301", "nominal.fork.adjuster", 9.0, "points[1].target", []string{"by the school fork"}},
		{"301", "nominal.fork.adjuster", 99.0, "adjusters[0].range", []string{"99"}},
		{"301", "nominal.fork.nut", 1.0, "nominal.fork.nut", nil},
		{"301", "nominal.heel", map[string]any{}, "nominal.heel", nil},
		{"501", "adjusters.0.works", "star.{side}", "adjusters[0].works", []string{"star.{side}", "star.left"}},
		{"602", "rig.geometry.clearance", 0.1, "checks[5].proves", []string{"silent", "whisper"}},
		{"721", "charts.0.points", []any{[]any{-20.0, 40.0}, []any{40.0, 215.0}}, "points[1].chart", []string{"20 to 60 N at -20"}},
		{"721", "charts.0.at", "wind", "charts[0].at.wind", nil},
		{"136", "settings.1.after", []any{"slot"}, "settings[1].after[0]", []string{"after this one"}},
		{"136", "settings.1.after", []any{"upper"}, "settings[1].after[0]", []string{"itself"}},
		{"136", "settings.2.steps", 0.0, "settings[2].steps", nil},
		{"136", "settings.2.stride", 2.0, "settings[2].stride", []string{"felt"}},
		{"501", "settings.0.until.answer", "hums", "settings[0].until.answer", nil},
		{"501", "settings.0.places", []any{"rear"}, "settings[0].places[0]", nil},
	} {
		m := read(t, c.sheet)
		if c.sheet == "114" {
			m["influence"] = []any{map[string]any{"adjuster": "barrel", "point": "barrel-to-eye", "per_turn": 1.0}}
		}
		require.True(t, put(m, strings.Split(c.path, "."), c.to), c.path)
		_, faults := parsed(t, m)
		found := false
		for _, f := range faults {
			if f.Field != c.field {
				continue
			}
			found = true
			for _, says := range c.says {
				assert.Contains(t, f.Message, says, "%s %s", c.sheet, c.path)
			}
		}
		assert.True(t, found, "%s %s = %v: %v", c.sheet, c.path, c.to, faults)
	}
}

// What a turn does follows from the rig, in its states and schools; what is written
// stands only where there is no rig.
func TestInfluencesFollowFromTheRig(t *testing.T) {
	for _, c := range []struct {
		sheet, adjuster, point string
		per                    float64
	}{
		{"118", "barrel", "barrel-to-eye", 1.25},
		{"118", "barrel", "barrel-threads", -1},
		{"204", "connector", "eye-to-pin", 0.8},
		{"301", "nut", "pedal-free", 5.6},
		{"511", "stop", "gap-right", -0.5},
		{"601", "backplate", "coupler", 2},
		{"721", "crossover", "tension", -20.589},
		{"721", "direct-left", "fair-tip", 1.1885},
	} {
		s, faults := parsed(t, read(t, c.sheet))
		require.Empty(t, faults)
		in := s.influence(c.adjuster, c.point)
		if assert.NotNil(t, in, "%s: %s moves %s", c.sheet, c.adjuster, c.point) {
			assert.InDelta(t, c.per, in.PerTurn, 1e-3, "%s: %s moves %s", c.sheet, c.adjuster, c.point)
		}
	}
	s, _ := parsed(t, read(t, "721"))
	assert.Nil(t, s.influence("crossover", "travel-up"), "a cable moves no stop")
}

// Whoever writes a sheet chooses from what its rig has.
func TestRigNamesForWhoWrites(t *testing.T) {
	s, _ := parsed(t, read(t, "721"))
	n := s.RigNames()
	all := []string{"direct_{place}", "direct_left", "direct_right", "crossover", "rod_{place}", "rod_left", "rod_right"}
	assert.Equal(t, all, n.Adjusters)
	assert.Contains(t, n.Readings, "flap_edge.{place}")
	assert.Contains(t, n.Senses, "hands_off")
	assert.Equal(t, []string{"holds", "rolls left", "rolls right"}, n.Words["hands_off"])
	s.Rig.Geometry["lead"] = -1.0
	assert.Empty(t, s.RigNames().Readings, "a rig that is not whole yet")
}

// BenchmarkAgainstItsRig holds the sheet with the most to prove against its rig, beside
// all that is done to take it in.
func BenchmarkAgainstItsRig(b *testing.B) {
	m := read(b, "721")
	s, faults := parsed(b, m)
	require.Empty(b, faults)
	raw := s.JSON()
	b.Run("against its rig", func(b *testing.B) {
		for b.Loop() {
			if f := s.rigFaults(); len(f) > 0 {
				b.Fatal(f)
			}
		}
	})
	b.Run("taken in", func(b *testing.B) {
		for b.Loop() {
			if _, err := Parse(raw); err != nil {
				b.Fatal(err)
			}
		}
	})
}
