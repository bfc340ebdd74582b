package calc

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/input"
)

// examples are the worked examples of a calculation that have an answer.
func examples(t testing.TB, name string) (out []map[string]any) {
	raw, err := os.ReadFile(filepath.Join("testdata", name+".json"))
	require.NoError(t, err)
	var cases []struct {
		Input map[string]any
		Error *fault.Fault
	}
	require.NoError(t, json.Unmarshal(raw, &cases))
	for _, c := range cases {
		if c.Error == nil {
			out = append(out, c.Input)
		}
	}
	return out
}

// places are the JSON paths of an input, outermost first.
func places(v any, path string) (out []string) {
	switch v := v.(type) {
	case map[string]any:
		for key, item := range v {
			at := input.Join(path, key)
			out = append(append(out, at), places(item, at)...)
		}
	case []any:
		for i, item := range v {
			at := fmt.Sprintf("%s[%d]", path, i)
			out = append(append(out, at), places(item, at)...)
		}
	}
	return out
}

var steps = regexp.MustCompile(`[^.\[\]]+`)

// with is a copy of in with what stands at path replaced, or left out for nil.
func with(t testing.TB, in map[string]any, path string, value any) []byte {
	raw, err := json.Marshal(in)
	require.NoError(t, err)
	var v any
	require.NoError(t, json.Unmarshal(raw, &v))
	root := v
	parts := steps.FindAllString(path, -1)
	for i, part := range parts {
		last := i == len(parts)-1
		switch at := v.(type) {
		case map[string]any:
			if last && value == nil {
				delete(at, part)
			} else if last {
				at[part] = value
			}
			v = at[part]
		case []any:
			var n int
			_, err := fmt.Sscan(part, &n)
			require.NoError(t, err)
			if last {
				at[n] = value
			}
			v = at[n]
		}
	}
	out, err := json.Marshal(root)
	require.NoError(t, err)
	return out
}

// Every field of every calculation, with what a slip would put there: an answer is
// finite, and a refusal names the field and says what to write.
func TestEveryFieldOfEveryCalculationSurvivesASlip(t *testing.T) {
	above0 := regexp.MustCompile(
		`(^|\.)(pitch|rate|free|run|stiffness|per_turn|per_click|pedal_ratio|fork_ratio|expander_ratio|stroke|` +
			`pedal_stroke|notch|travel_per_notch|lift_per_turn|mass|radius|tolerance|bottom|core|space|measured|degrees_per_mm)$`,
	)
	atLeast0 := regexp.MustCompile(`(^|\.)(minus|plus|uncertainty|slack_max|preload_max|lash)$`)
	text := regexp.MustCompile(`(^|\.)(text|id|default_unit)$`)
	table := regexp.MustCompile(`^(meter|chart|points)\[`)
	for _, c := range All() {
		t.Run(c.Name, func(t *testing.T) {
			for _, in := range firstOf(examples(t, c.Name), 5) {
				for _, at := range places(in, "") {
					refused := func(value any, why string) {
						raw := with(t, in, at, value)
						_, err := Run(c.Name, raw)
						fault, ok := err.(*fault.Fault)
						if assert.True(t, ok, "%s: %s: %s", at, why, raw) {
							assert.Equal(t, at, fault.Field, "%s: %s", why, raw)
							assert.Greater(t, len(fault.Message), 8, "%s: %s", why, raw)
						}
					}
					refused(true, "wrong type")
					number := !text.MatchString(at) && !isCompound(t, in, at) && !isWord(t, in, at)
					if number {
						refused("12 zorkmid", "unknown unit")
						refused(json.RawMessage("1e999"), "infinite")
					}
					if above0.MatchString(at) {
						refused(0, "zero")
						refused(-1, "negative")
					}
					if atLeast0.MatchString(at) {
						refused(-1, "negative")
					}
					if table.MatchString(at) && number {
						refused("5", "text in a table")
					}
					for _, value := range []any{nil, 0, -1, 1e-300, 1e300} {
						out, err := Run(c.Name, with(t, in, at, value))
						if fault, ok := err.(*fault.Fault); ok {
							assert.NotEmpty(t, fault.Field)
							assert.NotEmpty(t, fault.Message)
							continue
						}
						_, err = json.Marshal(out)
						assert.NoError(t, err, "%s = %v", at, value)
					}
				}
				raw := with(t, in, "zeal", 1)
				_, err := Run(c.Name, raw)
				require.IsType(t, new(fault.Fault), err)
				assert.Equal(t, "zeal", err.(*fault.Fault).Field)
			}
		})
	}
}

func at(t testing.TB, in map[string]any, path string) (v any) {
	require.NoError(t, json.Unmarshal(with(t, in, "none", 1), &v))
	for _, part := range steps.FindAllString(path, -1) {
		switch m := v.(type) {
		case map[string]any:
			v = m[part]
		case []any:
			var n int
			_, err := fmt.Sscan(part, &n)
			require.NoError(t, err)
			v = m[n]
		}
	}
	return v
}

func isCompound(t testing.TB, in map[string]any, path string) bool {
	switch at(t, in, path).(type) {
	case map[string]any, []any:
		return true
	}
	return false
}

// a word of a list, not a quantity written with its unit
func isWord(t testing.TB, in map[string]any, path string) bool {
	s, ok := at(t, in, path).(string)
	return ok && !strings.ContainsAny(s, "0123456789½¼¾")
}

func TestAWrongQuantityIsToldWithTheUnitWanted(t *testing.T) {
	for _, c := range []struct{ calc, field, input, says string }{
		{"adjuster", "pitch", `{"now":1,"target":3,"pitch":"2 lb"}`, "length"},
		{"tension", "temperature", `{"tension":5,"chart":[[0,1],[1,2]],"temperature":"12 mm","minus":1,"plus":1}`, "°C"},
		{"tension", "stiffness", `{"tension":5,"target":6,"minus":1,"plus":1,"stiffness":"9 mm","run":1,"per_turn":1}`, "in N"},
		{"spring", "springs[0].rate", `{"slack_force":1,"most_force":2,"travel":1,"space":9,"springs":[{"kind":"extension",
			"rate":"1 N","free":5}]}`, "N/mm"},
		{"follow-up", "pairs[1].surface", `{"pairs":[{"commanded":1,"surface":1,"moving":"extending"},{"commanded":1,"surface":"1 mm",
			"moving":"extending"},{"commanded":9,"surface":9,"moving":"extending"},{"commanded":9,"surface":9,"moving":"retracting"}],
			"tolerance":1}`, "deg"},
		{"kickdown", "bottom", `{"bottom":"5 rpm"}`, "mm"},
	} {
		_, err := Run(c.calc, []byte(c.input))
		fault, ok := err.(*fault.Fault)
		if assert.True(t, ok, c.input) {
			assert.Equal(t, c.field, fault.Field, c.input)
			assert.Contains(t, fault.Message, c.says)
		}
	}
}

func firstOf[T any](list []T, n int) []T { return list[:min(n, len(list))] }
