package sheet

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
)

// Difference is one place where two sheets say different things; "" is nothing.
type Difference struct {
	Path string `json:"path"`
	Was  string `json:"was"`
	Now  string `json:"now"`
}

// Differences lists what changed from one sheet to another, place by place.
func Differences(from, to *Sheet) []Difference {
	a, b := flatten(from), flatten(to)
	out := []Difference{}
	all := maps.Clone(a)
	maps.Copy(all, b)
	for _, path := range slices.Sorted(maps.Keys(all)) {
		if path != "revision" && a[path] != b[path] {
			out = append(out, Difference{path, a[path], b[path]})
		}
	}
	return out
}

// flatten is the leaves of the sheet by their JSON path.
func flatten(s *Sheet) map[string]string {
	var v any
	_ = json.Unmarshal(s.JSON(), &v) // its own output
	out := map[string]string{}
	var walk func(v any, path string)
	walk = func(v any, path string) {
		switch v := v.(type) {
		case map[string]any:
			for k, item := range v {
				at := k
				if path != "" {
					at = path + "." + k
				}
				walk(item, at)
			}
		case []any:
			for i, item := range v {
				walk(item, fmt.Sprintf("%s[%d]", path, i))
			}
		default:
			out[path] = fmt.Sprint(v)
		}
	}
	walk(v, "")
	return out
}
