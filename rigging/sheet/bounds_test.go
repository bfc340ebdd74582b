package sheet

import (
	"encoding/json"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/rigging/fault"
)

// Each row changes one thing of a good sheet, and the fault is at its place.
func TestASheetIsKeptWithinBounds(t *testing.T) {
	raw, err := os.ReadFile("../../demo/sheets/114.json")
	require.NoError(t, err)
	many := make([]any, 200)
	for i := range many {
		many[i] = map[string]any{"id": fmt.Sprint("c", i), "says": "look"}
	}
	for _, c := range []struct {
		path  string
		to    any
		field string
	}{
		{"id", "../../evil", "id"},
		{"id", "", "id"},
		{"id", strings.Repeat("9", 60), "id"},
		{"cable", strings.Repeat("é", 301), "cable"},
		{"cable", "lower\x00drive", "cable"},
		{"setup", many, "setup"},
		{"setup.1.id", "key", "setup[1].id"},
		{"setup.1.id", "a/b", "setup[1].id"},
		{"states.1.id", "dogs-home", "states[1].id"},
		{"line.positions.1.id", "forward", "line.positions[1].id"},
		{"steps.3.id", "stands", "steps[3].id"},
		{"points.2.target", 1.7e308, "points[2].target"},
		{"points.2.target", 30000, "points[2].target"},
		{"points.2.plus", 1e300, "points[2].plus"},
		{"influence.0.per_turn", 5e-324, "influence[0].per_turn"},
		{"influence.0.per_turn", 500, "influence[0].per_turn"},
		{"influence.0.per_turn", 1e100, "influence[0].per_turn"},
		{"adjusters.0.pitch", 1e9, "adjusters[0].pitch"},
		{"adjusters.0.step", 0.001, "adjusters[0].step"},
		{"adjusters.0.threads.min", 20, "adjusters[0].threads.min"},
		{"lost_motion.0.limit", 900, "lost_motion[0].limit"},
		{"line.bends", 1e12, "line.bends"},
		{"recheck.days", 1e9, "recheck.days"},
	} {
		var m any
		require.NoError(t, json.Unmarshal(raw, &m))
		m.(map[string]any)["influence"] = []any{map[string]any{"adjuster": "barrel", "point": "barrel-to-eye", "per_turn": 1.0}}
		require.True(t, put(m, strings.Split(c.path, "."), c.to), c.path)
		changed, _ := json.Marshal(m)
		_, err := Parse(changed)
		var l fault.List
		if assert.ErrorAs(t, err, &l, "%s = %.40v", c.path, c.to) {
			var fields []string
			for _, f := range l {
				fields = append(fields, f.Field)
			}
			assert.Contains(t, fields, c.field, "%s = %.40v", c.path, c.to)
		}
	}
	for _, text := range []string{string(raw) + "{}", strings.Replace(string(raw), `"revision"`, `"id": "2", "revision"`, 1)} {
		_, err := Parse([]byte(text))
		assert.Error(t, err, "more behind it, or a key twice")
	}
}

func put(v any, path []string, to any) bool {
	switch v := v.(type) {
	case map[string]any:
		if len(path) == 1 {
			v[path[0]] = to
			return true
		}
		return put(v[path[0]], path[1:], to)
	case []any:
		var i int
		_, err := fmt.Sscan(path[0], &i)
		return err == nil && i < len(v) && put(v[i], path[1:], to)
	}
	return false
}

func TestStepsStandInAnOrderThatCanBeWalked(t *testing.T) {
	for _, c := range []struct {
		order string
		field string
		says  string
	}{
		{"complaint identify stands worn found set settle lock restore functions again sign loaded", "steps[11].kind", "signature comes last"},
		{"complaint identify worn found set settle lock stands restore functions again loaded sign", "steps[2].kind", "stands comes before worn"},
		{"complaint identify stands worn found settle lock restore functions again loaded sign", "steps", "set: something is set here"},
		{"complaint identify worn found set settle lock restore functions again loaded sign", "steps", "add a step of kind stands"},
		{"complaint stands identify worn found set settle lock restore functions again loaded sign", "steps[1].kind", "identify comes before stands"},
	} {
		s := *demo(t)[0]
		s.Steps = nil
		for _, kind := range strings.Fields(c.order) {
			s.Steps = append(s.Steps, Step{ID: kind, Kind: StepKind(kind), Title: kind})
		}
		found := false
		for _, f := range s.stepFaults() {
			found = found || f.Field == c.field && strings.Contains(f.Message, c.says)
		}
		assert.True(t, found, "%s: %v", c.order, s.stepFaults())
	}
}

// The sweep finds the pairs that comparing each with each finds.
func TestOverlapsAreThoseOfEveryPair(t *testing.T) {
	overlapping := 0
	rapid.Check(t, func(rt *rapid.T) {
		var heads []Head
		for i := range rapid.IntRange(0, 12).Draw(rt, "sheets") {
			e := Effectivity{Unit: "drive", Hand: rapid.SampledFrom([]string{"standard", "counter", "either"}).Draw(rt, "hand")}
			from := rapid.IntRange(0, 30).Draw(rt, "from")
			if rapid.Bool().Draw(rt, "after") {
				e.After = fmt.Sprint(from)
			} else {
				e.From = fmt.Sprint(from)
			}
			if rapid.IntRange(0, 3).Draw(rt, "open") > 0 {
				e.To = fmt.Sprint(from + rapid.IntRange(1, 6).Draw(rt, "long"))
			}
			heads = append(heads, Head{ID: fmt.Sprint(i), Family: "f", Cable: rapid.SampledFrom([]string{"a", "b"}).Draw(rt, "cable"), Applies: e})
		}
		var want []string
		for i, x := range heads {
			for _, y := range heads[:i] {
				hands := x.Applies.Hand == y.Applies.Hand || x.Applies.Hand == "either" || y.Applies.Hand == "either"
				both := false
				for n := range 50 {
					both = both || x.Applies.reach().holds(Serial{Number: n}) && y.Applies.reach().holds(Serial{Number: n})
				}
				if x.Cable == y.Cable && hands && both {
					want = append(want, y.ID+"/"+x.ID)
				}
			}
		}
		var got []string
		for _, o := range Overlaps(heads) {
			got = append(got, o.Sheets[0]+"/"+o.Sheets[1])
		}
		require.Equal(rt, want, got)
		overlapping += len(got)
	})
	assert.Positive(t, overlapping)
}

// A travel of a surface is read with the control on the side that gives it.
func TestAPositionIsThatOfItsOwnSideOrTheOther(t *testing.T) {
	raw, err := os.ReadFile("../../demo/sheets/721.json")
	require.NoError(t, err)
	s, err := Parse(raw)
	require.NoError(t, err)
	spread := s.For(s.Manual())
	for point, position := range map[string]string{
		"travel-up.left": "left", "travel-up.right": "right", "travel-down.left": "right", "travel-down.right": "left",
	} {
		require.NotNil(t, spread.Point(point), point)
		assert.Equal(t, position, spread.Point(point).Position, point)
	}
	_, err = Parse([]byte(strings.Replace(string(raw), `"position": "{other}"`, `"position": "{middle}"`, 1)))
	require.Error(t, err)
	assert.Contains(t, err.Error(), `the control has no position "{middle}"`)
}
