package manual_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/manual"
	"brankel/rigging/sheet/usual"
)

// from makes a sheet of a question as JSON has it.
func from(t *testing.T, question string) *sheet.Sheet {
	t.Helper()
	s, err := manual.From([]byte(question))
	require.NoError(t, err, question)
	return s
}

// ways are all families with each of their schools, "" the manual's.
func ways(t *testing.T) (out [][2]string) {
	for _, family := range rig.Families() {
		raw, _ := usual.Sheet(family)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		out = append(out, [2]string{family, ""})
		for _, one := range s.Schools {
			if !one.Manual {
				out = append(out, [2]string{family, one.ID})
			}
		}
	}
	return out
}

func TestEveryFamilyAsksFewFiguresThatItsRigKnows(t *testing.T) {
	targets := 0
	for _, w := range ways(t) {
		asked, err := manual.Asks(w[0], w[1])
		require.NoError(t, err)
		required := 0
		raw, _ := usual.Sheet(w[0])
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		m, err := s.Rig.Model()
		require.NoError(t, err)
		for _, a := range asked.Asks {
			if a.Required {
				required++
			}
			if a.Kind == manual.Target {
				targets++
				assert.NotNil(t, a.Minus, "%s %s", w, a.ID)
				name := a.Measures
				if len(s.Places) > 0 {
					name = strings.ReplaceAll(name, "{place}", s.Places[0].ID)
				}
				assert.Contains(t, m.Readings(), name, "%s %s", w, a.ID)
				_, err := m.At(a.At)
				assert.NoError(t, err, "%s %s", w, a.ID)
			}
		}
		assert.LessOrEqual(t, required, 5, w)
		assert.Positive(t, required, w)
		assert.LessOrEqual(t, len(asked.Asks), 9, w)
	}
	assert.Greater(t, targets, 30)
}

// The usual figures of a family, and nothing else, give a sheet that leads.
func TestTheUsualFiguresGiveTheUsualRig(t *testing.T) {
	for _, w := range ways(t) {
		asked, err := manual.Asks(w[0], w[1])
		require.NoError(t, err)
		figures := map[string]any{}
		for _, a := range asked.Asks {
			if !a.Required {
				continue
			}
			figures[a.ID] = a.Usual
			if a.Kind == manual.Target {
				figures[a.ID] = map[string]any{"target": a.Usual, "minus": *a.Minus, "plus": *a.Plus}
			}
		}
		raw, err := json.Marshal(map[string]any{"family": w[0], "school": w[1], "figures": figures})
		require.NoError(t, err)
		s := from(t, string(raw))
		assert.True(t, s.Led(), w)
		assert.NotRegexp(t, "Oxbury|Kestrin|Brindle|Ostley|Sedge|Holm|Wren", string(s.JSON()), "%s: no make of somebody else's", w)
		for _, p := range s.Proofs() {
			assert.True(t, p.Met, "%s: %+v", w, p)
		}
		assert.LessOrEqual(t, len(s.Schools), 1, "the windows of others would contradict its rig")
		assert.True(t, slices.ContainsFunc(s.Assumed, func(path string) bool { return strings.HasPrefix(path, "rig.geometry.") }))
	}
}

func TestWhatIsGivenIsMetAndTheRestIsAssumed(t *testing.T) {
	s := from(t, `{"family":"clutch","cable":"clutch, short","source":{"title":"Ramp book","section":"12"},
		"figures":{"free-play":{"from":26,"to":30},"pitch":1.5,"torque":"unknown"}}`)
	p := s.Point("pedal-free")
	require.NotNil(t, p.Target)
	assert.InDelta(t, 28, s.Shows(p, nil)[0], 0.01)
	assert.Equal(t, []float64{28, 2, 2}, []float64{*p.Target, p.Minus, p.Plus})
	assert.Equal(t, 1.5, s.Adjuster("nut").Pitch)
	assert.Equal(t, 1.5, s.Rig.Geometry["per_step"])
	assert.Equal(t, "clutch, short", s.Cable)
	assert.Equal(t, "Ramp book", s.Source.Title)
	assert.NotContains(t, s.Assumed, "rig.geometry.per_step")
	assert.Contains(t, s.Assumed, "rig.geometry.fork_ratio")
	assert.Contains(t, s.Assumed, "adjusters[0].lock.torque")
	assert.Nil(t, s.Point("bite-height").Target, "what was not given gates nothing")
	assert.Nil(t, s.Point("fork-gap"), "nor does another school")

	one := from(t, `{"family":"flight-control-loop","figures":{"tension":[[15,200]]}}`)
	assert.Greater(t, len(one.Charts[0].Points), 2, "one pair is enough: the slope is the usual one")
	v, ok := one.Charts[0].Value(15)
	assert.True(t, ok)
	assert.InDelta(t, 200, v, 0.1)
	assert.Contains(t, one.Assumed, "charts[0].points")

	brake := from(t, `{"family":"parking-brake","figures":{"notches":6,"back-off":{"from":4,"to":5},"drag":"whisper"}}`)
	assert.Equal(t, "whisper", brake.Check("drag").Wanted)
	assert.Equal(t, 4.0, brake.Setting("shoes").BackOff.Min)
}

func TestWhatCannotBeIsToldWithBothFigures(t *testing.T) {
	for _, one := range []struct{ question, field, says string }{
		{`{"family":"clutch","figures":{}}`, "figures.free-play", "nothing can be set without it"},
		{`{"family":"clutch","figures":{"free-play":"unknown"}}`, "figures.free-play", "nothing can be set without it"},
		{`{"family":"clutch","figures":{"free-play":18,"colour":2}}`, "figures.colour", "no such figure is asked"},
		{`{"family":"clutch","figures":{"free-play":{"target":18,"minus":40,"plus":40}}}`, "figures.free-play", "wider than the figure"},
		{`{"family":"clutch","figures":{"free-play":0.7}}`, "figures.free-play", "write 17.78 mm if inches are meant"},
		{`{"family":"clutch","figures":{"free-play":{"from":24,"to":18}}}`, "figures.free-play", "swap 24 and 18"},
		{`{"family":"clutch","figures":{"free-play":{"most":18,"least":3}}}`, "figures.free-play", "write a number in mm"},
		{`{"family":"clutch","figures":{"free-play":1e300}}`, "figures.free-play", "no manual has such a figure"},
		{`{"family":"clutch","figures":{"free-play":[[1,2]]}}`, "figures.free-play", "write a number in mm"},
		{`{"family":"clutch","figures":{"free-play":18,"pitch":25}}`, "figures.pitch", "25 threads to the inch"},
		{`{"family":"parking-brake","figures":{"notches":5,"back-off":60}}`, "figures.back-off", "far from the usual 7"},
		{`{"family":"flight-control-loop","figures":{"tension":[[20,170],[30]]}}`, "figures.tension", "half a pair"},
		{`{"family":"gear-gate","figures":{"gap-left":1,"gap-right":4}}`, "figures.gap-left", "cannot both be"},
		{`{"family":"clutch","figures":{` + many(30) + `}}`, "figures", "20 figures at the most"},
		{`{"family":"windlass","figures":{}}`, "family", "there is no family"},
		{`{"family":"clutch","school":"guess","figures":{}}`, "school", "write pedal or fork or force"},
	} {
		_, err := manual.From([]byte(one.question))
		var list fault.List
		switch e := err.(type) {
		case fault.List:
			list = e
		case *fault.Fault:
			list = fault.List{*e}
		}
		i := slices.IndexFunc(list, func(f fault.Fault) bool { return f.Field == one.field })
		if assert.GreaterOrEqual(t, i, 0, "%s: %v", one.question, err) {
			assert.Contains(t, list[i].Message, one.says, one.question)
		}
	}
}

// many are figures that nobody asks for.
func many(n int) string {
	var out []string
	for i := range n {
		out = append(out, fmt.Sprintf(`"f%d":1`, i))
	}
	return strings.Join(out, ",")
}

func BenchmarkASheetOfFigures(b *testing.B) {
	raw := []byte(`{"family":"parking-brake","figures":{"notches":{"from":5,"to":7},"back-off":{"from":8,"to":10},"slope":20}}`)
	for b.Loop() {
		if _, err := manual.From(raw); err != nil {
			b.Fatal(err)
		}
	}
}

// What was given and what is assumed are told in words, each figure once.
func TestWhatIsGivenAndWhatIsAssumedIsToldOneByOne(t *testing.T) {
	for _, w := range ways(t) {
		asked, err := manual.Asks(w[0], w[1])
		require.NoError(t, err)
		figures := map[string]any{}
		for _, a := range asked.Asks {
			if a.Required || a.Kind == manual.Step {
				figures[a.ID] = a.Usual
			}
		}
		raw, err := json.Marshal(map[string]any{"family": w[0], "school": w[1], "figures": figures})
		require.NoError(t, err)
		given, assumed := from(t, string(raw)).ByWhom()
		require.NotEmpty(t, given, w)
		require.NotEmpty(t, assumed, w)
		for _, one := range append(given, assumed...) {
			assert.NotRegexp(t, `[\[_]`, one.Name, "%s: a figure has a name and no path", w)
		}
		assert.Less(t, len(assumed), 45, w)
	}
	given, assumed := from(t, `{"family":"clutch","figures":{"free-play":{"from":26,"to":30},"pitch":1.5}}`).ByWhom()
	assert.Contains(t, given, sheet.Said{Name: "free play at the pedal", Value: "26 to 30 mm"})
	assert.Contains(t, given, sheet.Said{Name: "cable nut: a turn", Value: "1.5 mm"})
	assert.Contains(t, assumed, sheet.Said{Name: "cable nut: its lock", Value: "12 Nm"})
}
