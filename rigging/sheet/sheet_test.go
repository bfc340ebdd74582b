package sheet

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func demo(t *testing.T) (out []*Sheet) {
	files, _ := filepath.Glob("../../demo/sheets/*.json")
	require.NotEmpty(t, files)
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		s, err := Parse(raw)
		require.NoError(t, err, f)
		assert.Equal(t, string(raw), string(s.JSON()), "export after import gives the same bytes")
		out = append(out, s)
	}
	return out
}

func TestResolveSaysWhichSheetAndWhy(t *testing.T) {
	all := demo(t)
	assert.Empty(t, Overlaps(all))
	for _, c := range []struct {
		unit       Unit
		sheet, why string
	}{
		{Unit{"2207", "standard", ""}, "114", "serial 2207 lies in 1850–2399, standard hand"},
		{Unit{"1850", "standard", ""}, "114", "1850"},
		{Unit{"2399", "standard", ""}, "114", "2399"},
		{Unit{"2400", "standard", ""}, "118", "2400"},
		{Unit{"1907", "standard", "pinned barrel"}, "121", "pinned barrel"},
		{Unit{"4102", "standard", ""}, "", "serial 4102 lies outside every range"},
		{Unit{"2207", "counter", ""}, "", "no sheet is for counter hand"},
		{Unit{"2600", "standard", "pinned barrel"}, "", "no sheet is for standard hand, pinned barrel"},
	} {
		m, err := Resolve(all, "stern-drive-shift", "lower drive cable", c.unit)
		require.NoError(t, err)
		assert.Contains(t, m.Why, c.why)
		if c.sheet == "" {
			assert.Nil(t, m.Sheet, "%+v", c.unit)
		} else if assert.NotNil(t, m.Sheet, "%+v", c.unit) {
			assert.Equal(t, c.sheet, m.Sheet.ID)
		}
	}
	m, _ := Resolve(all, "stern-drive-shift", "lower drive cable", Unit{"2207", "standard", ""})
	assert.Contains(t, m.Neighbours, Neighbour{"118", "2400–3150: 146.0 mm, 3.0 more than yours"})
	_, err := Resolve(all, "stern-drive-shift", "lower drive cable", Unit{"rusty", "standard", ""})
	assert.ErrorContains(t, err, "as on the plate")
}

func TestABadSheetIsRefusedWithEveryFault(t *testing.T) {
	raw, err := os.ReadFile("../../demo/sheets/114.json")
	require.NoError(t, err)
	faults := func(change func(m map[string]any)) Faults {
		var m map[string]any
		require.NoError(t, json.Unmarshal(raw, &m))
		change(m)
		changed, _ := json.Marshal(m)
		_, err := Parse(changed)
		require.Error(t, err)
		return err.(Faults)
	}
	at := func(m map[string]any, list string, i int) map[string]any { return m[list].([]any)[i].(map[string]any) }

	shape := faults(func(m map[string]any) {
		m["colour"] = "teal"
		m["craft"] = "sledge"
		at(m, "adjusters", 0)["pitch"] = 0
	})
	var paths []string
	for _, f := range shape {
		paths = append(paths, f.Path)
		assert.NotEmpty(t, f.Message)
	}
	assert.ElementsMatch(t, []string{"", "craft", "adjusters[0].pitch"}, paths)

	for path, change := range map[string]func(m map[string]any){
		"points[2].states[0]":        func(m map[string]any) { at(m, "points", 2)["states"] = []any{"dogs-hom"} },
		"points[3].id":               func(m map[string]any) { at(m, "points", 3)["id"] = "inner-home" },
		"influence[0].point":         func(m map[string]any) { at(m, "influence", 0)["point"] = "nowhere" },
		"adjusters[0]":               func(m map[string]any) { at(m, "influence", 0)["adjuster"] = "other" },
		"voids[0].reopens[0]":        func(m map[string]any) { at(m, "voids", 0)["reopens"] = []any{"gone"} },
		"adjusters[0].threads.min":   func(m map[string]any) { at(m, "adjusters", 0)["threads"].(map[string]any)["min"] = 30 },
		"adjusters[0].lock":          func(m map[string]any) { delete(at(m, "adjusters", 0), "lock") },
		"applies.from":               func(m map[string]any) { m["applies"].(map[string]any)["from"] = 9000 },
		"lost_motion[0].pulled":      func(m map[string]any) { at(m, "lost_motion", 0)["pulled"] = "gone" },
		"checks[0].position":         func(m map[string]any) { at(m, "checks", 0)["position"] = "sideways" },
		"adjusters[0].in.seen":       func(m map[string]any) { at(m, "adjusters", 0)["in"].(map[string]any)["seen"] = "anticlockwise" },
		"steps[1].kind":              func(m map[string]any) { at(m, "steps", 1)["kind"] = "complaint" },
		"adjusters[0].threads.point": func(m map[string]any) { at(m, "adjusters", 0)["threads"].(map[string]any)["point"] = "inner-home" },
		"adjusters[0].lock.back_off_min": func(m map[string]any) {
			at(m, "adjusters", 0)["lock"].(map[string]any)["back_off_min"] = 0.9
		},
	} {
		var got []string
		for _, f := range faults(change) {
			got = append(got, f.Path)
		}
		assert.Contains(t, got, path)
	}
}

func TestSheetsThatClaimTheSameSerialsAreFound(t *testing.T) {
	all := demo(t)
	all[1].Applies.From = 2300
	f := Overlaps(all)
	require.Len(t, f, 1)
	assert.Contains(t, f[0].Message, "2300–2399")
}
