package bench

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/calc"
)

// written is an input of a calculation as it would stand in the blanks.
func written(v any, path string, out Values) {
	switch v := v.(type) {
	case map[string]any:
		for k, item := range v {
			at := k
			if path != "" {
				at = path + "." + k
			}
			written(item, at, out)
		}
	case []any:
		if len(v) == 0 {
			return
		}
		switch v[0].(type) {
		case map[string]any:
			for i, item := range v {
				written(item, path+"."+strconv.Itoa(i), out)
			}
		case []any:
			var lines []string
			for i, row := range v {
				var cells []string
				for j, cell := range row.([]any) {
					out[fmt.Sprintf("%s.%d.%d", path, i, j)] = text(cell)
					cells = append(cells, text(cell))
				}
				lines = append(lines, strings.Join(cells, "; "))
			}
			if path != "influence" { // a table is one blank
				for key := range out {
					if strings.HasPrefix(key, path+".") {
						delete(out, key)
					}
				}
				out[path] = strings.Join(lines, "\n")
			}
		default:
			var parts []string
			for _, item := range v {
				parts = append(parts, text(item))
			}
			out[path] = strings.Join(parts, "; ")
		}
	default:
		out[path] = text(v)
	}
}

func text(v any) string {
	if n, ok := v.(float64); ok {
		return strconv.FormatFloat(n, 'f', -1, 64)
	}
	return fmt.Sprint(v)
}

// Every worked example, written into the blanks of its sentence, is answered in
// whole words: no verdict is left without its sentence.
func TestEveryWorkedExampleIsAnsweredInWords(t *testing.T) {
	for _, c := range calc.All() {
		raw, err := os.ReadFile(filepath.Join("../calc/testdata", c.Name+".json"))
		require.NoError(t, err)
		var cases []struct {
			Input  map[string]any
			Output map[string]any
		}
		require.NoError(t, json.Unmarshal(raw, &cases))
		answered := 0
		for _, one := range cases {
			values := Values{}
			written(one.Input, "", values)
			if one.Output == nil || empty(values) {
				continue
			}
			w := work(t, c.Name, values)
			if !assert.NotNil(t, w.Answer, "%s %v: %s %v", c.Name, values, w.Says, w.Echoes) {
				continue
			}
			answered++
			for _, s := range append([]string{w.Answer.Says}, w.Answer.Also...) {
				assert.Regexp(t, `^[A-Za-z0-9½¼¾⅛⅜⅝⅞−-].*\.$`, s, c.Name)
				assert.NotRegexp(t, `%!|NaN|Inf|nil|  |: \.`, s, c.Name)
			}
			for _, r := range w.Answer.Drawing.Rules {
				assert.True(
					t,
					r.From < r.To && r.Tick > 0 && (r.To-r.From)/r.Tick < 200,
					"%s: a ruler from %v to %v by %v",
					c.Name,
					r.From,
					r.To,
					r.Tick,
				)
			}
		}
		assert.Greater(t, answered, 2, c.Name)
	}
}
