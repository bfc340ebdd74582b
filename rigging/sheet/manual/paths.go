package manual

import (
	"math"
	"strconv"
	"strings"

	"brankel/rigging/rig"
)

// paths writes out a path of the geometry: lever_ratio, hooks.0.ratio, planes.*.pitch for each of them, and several with +.
func paths(geometry map[string]any, group string) (out []string) {
	for _, one := range strings.Split(group, "+") {
		head, tail, every := strings.Cut(one, ".*.")
		if !every {
			out = append(out, one)
			continue
		}
		list, _ := rig.Look(geometry, head).([]any)
		for i := range list {
			out = append(out, head+"."+strconv.Itoa(i)+"."+tail)
		}
	}
	return out
}

// get is the number at a path, 0 for one that is left out.
func get(geometry map[string]any, path string) (float64, bool) {
	v, ok := rig.Look(geometry, path).(float64)
	return v, ok
}

// with is the geometry with something else at a path; the one it was made of stays as it is.
func with(v any, path string, value any) any {
	key, rest, deep := strings.Cut(path, ".")
	switch in := v.(type) {
	case map[string]any:
		out := make(map[string]any, len(in)+1)
		for k, one := range in {
			out[k] = one
		}
		if deep {
			out[key] = with(in[key], rest, value)
		} else {
			out[key] = value
		}
		return out
	case []any:
		i, err := strconv.Atoi(key)
		if err != nil || i < 0 || i >= len(in) {
			return v
		}
		out := append([]any(nil), in...)
		if deep {
			out[i] = with(in[i], rest, value)
		} else {
			out[i] = value
		}
		return out
	}
	return v
}

func set(geometry map[string]any, path string, value any) map[string]any {
	return with(geometry, path, value).(map[string]any)
}

// round leaves what a manual would write.
func round(v float64) float64 { return math.Round(v*1000) / 1000 }
