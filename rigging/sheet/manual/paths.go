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

func set(geometry map[string]any, path string, value any) map[string]any {
	return rig.With(geometry, path, value)
}

// round leaves what a manual would write.
func round(v float64) float64 { return math.Round(v*1000) / 1000 }
