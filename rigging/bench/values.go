package bench

import (
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/input"
	"brankel/rigging/quantity"
)

// Values are the texts in the blanks by path; the rows of a list are numbered:
// springs.0.rate.
type Values map[string]string

var numbered = regexp.MustCompile(`\.(\d+)(\.|$)`)

// rowPath is the path of the blank that a value belongs to: springs[].rate.
func rowPath(key string) string { return numbered.ReplaceAllString(key, "[]$2") }

// blankOf is the blank a key is written in.
func (s Sentence) blankOf(key string) *Blank {
	path := rowPath(key)
	if rest, ok := strings.CutPrefix(key, "influence."); ok && strings.Contains(rest, ".") {
		path = "influence[]"
	}
	blanks := s.blanks()
	i := slices.IndexFunc(blanks, func(b *Blank) bool { return b.Path == path })
	if i < 0 {
		return nil
	}
	return blanks[i]
}

// build makes the input of the calculation from what is written, with an echo for
// every blank. What cannot be read is left out and told.
func (s Sentence) build(values Values) (input map[string]any, echoes map[string]Echo, say words) {
	input, echoes, say = map[string]any{}, map[string]Echo{}, words{}
	for _, key := range slices.Sorted(maps.Keys(values)) {
		text := values[key]
		b := s.blankOf(key)
		switch {
		case strings.TrimSpace(text) == "":
		case b == nil:
			echoes[key] = Echo{Fault: "there is no such blank in this sentence"}
		case strings.HasPrefix(key, "@"):
			say[key] = strings.TrimSpace(text)
		default:
			v, e := b.read(text, kindOf(b.field, values))
			if v != nil {
				put(input, strings.Split(key, "."), v)
			}
			if e != (Echo{}) {
				echoes[key] = e
			}
		}
	}
	return input, echoes, say
}

func kindOf(f input.Field, values Values) quantity.Kind {
	if f.Of == "" {
		return f.Kind
	}
	if k := quantity.Kind(values[f.Of]); k.Valid() {
		return k
	}
	return quantity.Length
}

// most rows of a list that anybody writes by hand.
const mostRows = 60

// put sets the value at a path of names and numbers, making what is missing.
func put(at map[string]any, path []string, v any) {
	if len(path) == 1 {
		at[path[0]] = v
		return
	}
	i, err := strconv.Atoi(path[1])
	if err != nil {
		next, _ := at[path[0]].(map[string]any)
		if next == nil {
			next = map[string]any{}
			at[path[0]] = next
		}
		put(next, path[1:], v)
		return
	}
	list, _ := at[path[0]].([]any)
	for len(list) <= i && len(list) < mostRows {
		list = append(list, nil)
	}
	at[path[0]] = list
	switch {
	case i >= len(list):
	case len(path) == 2:
		list[i] = v
	default:
		row, _ := list[i].(map[string]any)
		if j, err := strconv.Atoi(path[2]); err == nil { // a row of numbers
			cells, _ := list[i].([]any)
			for len(cells) <= j && len(cells) < mostRows {
				cells = append(cells, nil)
			}
			if j < len(cells) {
				cells[j] = v
			}
			list[i] = cells
			return
		}
		if row == nil {
			row = map[string]any{}
			list[i] = row
		}
		put(row, path[2:], v)
	}
}

// keyOf is the key of a fault's field: springs[2].rate is springs.2.rate.
func keyOf(field string) string {
	return strings.NewReplacer("[", ".", "]", "").Replace(field)
}
