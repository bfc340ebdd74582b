package run_test

import (
	"maps"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// right is a shift table of sheet 401 with every speed where it should be.
var right = map[string]string{"light-up": "28", "light-down": "18", "half-up": "48", "half-down": "35", "wide-up": "73", "wide-down": "56"}

func shifts(answer string, other map[string]string) record.Checked {
	c := record.Checked{Check: "road", Answer: answer}
	speeds := maps.Clone(right)
	maps.Copy(speeds, other)
	for id, text := range speeds {
		c.Figures = append(c.Figures, record.FigureRead{Figure: id, Text: text})
	}
	return c
}

func asks(check string) func(lead.Advice) bool {
	return func(a lead.Advice) bool { return a.Do == lead.DoCheck && a.Check.Check == check }
}

func TestAnAnswerAndItsFiguresAgree(t *testing.T) {
	f := follow(t, "401")
	f.until(asks("road"))
	for name, c := range map[string]struct {
		body     record.Checked
		at, says string
	}{
		"a figure is missing":    {shifts("as-the-table-says", map[string]string{"half-up": ""}), "figures.half-up", "24"},
		"one lies low":           {shifts("as-the-table-says", map[string]string{"light-up": "20"}), "figures.light-up", "that is “early”"},
		"none lies late":         {shifts("late", nil), "answer", "answer “as the table says”"},
		"early, and not late":    {shifts("late", map[string]string{"light-up": "20"}), "answer", "answer “early”"},
		"down lies over up":      {shifts("early", map[string]string{"light-up": "20", "light-down": "21"}), "figures.light-down", "swap them"},
		"light lies over half":   {shifts("late", map[string]string{"light-up": "60"}), "figures.light-up", "the first lies below the second"},
		"a word":                 {shifts("early", map[string]string{"light-up": "soon"}), "figures.light-up", "is not a number"},
		"another kind":           {shifts("early", map[string]string{"light-up": "20 mm"}), "figures.light-up", "write it in km/h"},
		"faster than it can":     {shifts("late", map[string]string{"wide-up": "800"}), "figures.wide-up", "up to 300 km/h"},
		"of another proof":       {shifts("early", map[string]string{"slope": "9"}), "figures", "nothing of that name"},
		"below nothing":          {shifts("early", map[string]string{"light-down": "-3"}), "figures.light-down", "below zero"},
		"longer than any figure": {shifts("early", map[string]string{"light-down": strings.Repeat("2", 4000)}), "figures.light-down", "too long"},
	} {
		err := f.try(record.KindCheck, c.body)
		var wrong *fault.Fault
		require.ErrorAs(t, err, &wrong, name)
		assert.Contains(t, wrong.Field, "body."+c.at, name)
		if name != "a figure is missing" {
			assert.Contains(t, wrong.Message, c.says, name)
		}
	}
	f.do(record.KindCheck, shifts("as-the-table-says", map[string]string{"light-up": "18 mph"}))
	given := f.state().Checks["road"]
	assert.True(t, given.Good)
	require.Len(t, given.Figures, 6)
	for _, one := range given.Figures {
		if one.Figure == "light-up" {
			assert.InDelta(t, 28.97, one.Value, 0.01, "miles are understood")
			assert.Equal(t, "2 to 3, up, light throttle", one.Called())
		}
	}
}

func TestASlopeTooFlatProvesNothing(t *testing.T) {
	f := follow(t, "501")
	f.until(asks("holds"))
	flat := record.Checked{Check: "holds", Answer: "holds", Figures: []record.FigureRead{{Figure: "slope", Text: "5 %"}}}
	require.ErrorContains(t, f.try(record.KindCheck, flat), "so it proves nothing")
	flat.Answer = "creeps"
	require.NoError(t, f.try(record.KindCheck, flat), "on a flat slope it creeps all the more on a steep one")
	steep := record.Checked{Check: "holds", Answer: "holds", Figures: []record.FigureRead{{Figure: "slope", Text: "16%"}}}
	require.NoError(t, f.try(record.KindCheck, steep), "sixteen in a hundred are nine degrees")
	assert.InDelta(t, 9.09, f.state().Checks["holds"].Figures[0].Value, 0.01)
}

func TestATableIsMadeAsFoundAndLaidBesideWhatItDoesInTheEnd(t *testing.T) {
	f := follow(t, "403")
	early := map[string]string{"light-up": "20", "light-down": "11", "half-up": "38", "half-down": "26", "wide-up": "60", "wide-down": "48"}
	var first record.Choice
	f.until(func(a lead.Advice) bool {
		for _, c := range a.Choices {
			if c.Choice == record.ChoiceFirst {
				first = c
			}
		}
		return first.Label != ""
	})
	assert.False(t, f.state().AnyMoved())
	f.do(record.KindDecided, record.Decided{About: first.About, Choice: first.Choice})
	a := f.until(asks("road"))
	assert.Contains(t, a.More, "As it came: this proves nothing, it is laid beside what it does in the end.")
	f.do(record.KindCheck, shifts("early", early))
	given := f.state().Checks["road"]
	assert.True(t, given.Found)
	assert.True(t, given.Void, "how it came proves nothing")
	assert.Nil(t, f.led().Advice().Cure, "and calls for no turn by itself")
	a = f.until(asks("road"))
	found := 0
	for _, one := range a.Check.Figures {
		if one.Found != "" {
			found++
		}
	}
	assert.Equal(t, 6, found, "each beside what it was")
	for _, c := range a.Choices {
		assert.NotEqual(t, record.ChoiceFirst, c.Choice, "once is enough")
	}
	f.do(record.KindCheck, shifts("as-the-table-says", map[string]string{"light-up": "26", "light-down": "16", "half-up": "45", "half-down": "33",
		"wide-up": "67", "wide-down": "52"}))
	f.until(func(a lead.Advice) bool { return f.state().Signed != nil })
	r := tell.MakeRecord(record.Heading{}, f.led(), f.events, "")
	require.Len(t, r.Tables, 1)
	table := r.Tables[0]
	assert.Equal(t, "km/h", table.Unit)
	assert.Equal(t, []string{"2 to 3, up", "3 to 2, down"}, table.Columns)
	require.Len(t, table.Rows, 3)
	assert.Equal(t, tell.ProofCell{Found: "20", Left: "26", Wants: "22 to 30"}, table.Rows[0].Cells[0])
	assert.Equal(t, "early", table.Found)
	assert.Equal(t, "as the table says", table.Left)
}

func TestWithoutATableNothingIsHeldAgainstIt(t *testing.T) {
	f := follow(t, "402")
	a := f.until(asks("road"))
	assert.NotContains(t, said(a), "table")
	f.do(record.KindCheck, record.Checked{Check: "road", Answer: "as-it-should"})
	assert.True(t, f.state().Checks["road"].Good, "no figure has to be read")
}

func TestFiguresAreTakenFromRunningWords(t *testing.T) {
	c := demoSheet(t, "401").Check("road")
	for said, want := range map[string]map[string]string{
		"light up 27, down 19":                            {"light-up": "27", "light-down": "19"},
		"at light throttle up 27 and down 19":             {"light-up": "27", "light-down": "19"},
		"half 46 35":                                      {"half-up": "46", "half-down": "35"},
		"down wide 55. Up half 46.5":                      {"wide-down": "55", "half-up": "46.5"},
		"27 19 46 35 71 55":                               right2("27", "19", "46", "35", "71", "55"),
		"light up 27 no light up 28":                      {"light-up": "28"},
		"the dog barked 3 times":                          {},
		"WIDE DOWN 55":                                    {"wide-down": "55"},
		"licht hoch 27":                                   {},
		"light up twenty seven":                           {},
		"light up 27 rattles":                             {"light-up": "27"},
		"light up 99999999999999999999999999999999999999": {},
	} {
		heard := record.Hear(c, said)
		got := map[string]string{}
		for _, f := range heard.Figures {
			got[f.Figure] = f.Text
		}
		assert.Equal(t, want, got, said)
	}
	assert.Equal(t, []string{"rattles"}, record.Hear(c, "light up 27 rattles").Aside, "what fits nothing is said")
	assert.Empty(t, record.Hear(&sheet.Check{}, "light up 27").Figures)
}

func right2(v ...string) map[string]string {
	out := map[string]string{}
	for i, id := range []string{"light-up", "light-down", "half-up", "half-down", "wide-up", "wide-down"} {
		out[id] = v[i]
	}
	return out
}

func TestWhatACraftForbidsIsSaidWithTheProof(t *testing.T) {
	f := follow(t, "501")
	a := f.until(asks("holds"))
	assert.Contains(t, a.More, "Not by drawing it while driving: it locks the wheels.")
	f = follow(t, "601")
	a = f.until(asks("wheel-drag.left"))
	assert.Contains(t, a.More, "Listen for it.")
	assert.Contains(t, a.More[0], "Not by turning a wheel backward")
}

func TestATrailerStopsGentlyThenHardThenGoesBack(t *testing.T) {
	f := follow(t, "601")
	var order []string
	f.until(func(a lead.Advice) bool {
		if a.Do == lead.DoCheck && a.Check.Loaded {
			order = append(order, a.Check.Check)
		}
		return f.state().Signed != nil
	})
	assert.Equal(t, []string{"gentle-stop", "road-stop", "reverse-at-once"}, order)
}
