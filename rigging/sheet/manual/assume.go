package manual

import (
	"fmt"
	"slices"

	"brankel/rigging/sheet"
)

// assume marks every figure that was not given, one by one.
func (m *maker) assume() {
	s := m.s
	given := map[string]bool{}
	for _, one := range m.list {
		fig, is := m.is(one)
		if !is {
			continue
		}
		for _, id := range one.Points {
			i := slices.IndexFunc(s.Points, func(p sheet.Point) bool { return p.ID == id })
			if i >= 0 {
				given[fmt.Sprintf("points[%d].target", i)] = true
				given[fmt.Sprintf("points[%d].plus", i)] = !fig.Assumed
			}
		}
		for _, id := range one.Adjusters {
			i := slices.IndexFunc(s.Adjusters, func(a sheet.Adjuster) bool { return a.ID == id })
			given[fmt.Sprintf("adjusters[%d].%s", i, map[Kind]string{Step: "pitch", Torque: "lock.torque", Count: "threads"}[one.Kind])] = true
		}
		if i := slices.IndexFunc(s.Settings, func(set sheet.Setting) bool { return set.ID == one.Setting }); i >= 0 && one.Kind == Count {
			given[fmt.Sprintf("settings[%d].steps", i)] = true
		}
		if one.Kind == Chart {
			given["charts[0].points"] = len(fig.Pairs) > 1
		}
	}
	s.Assumed = nil
	for _, path := range s.Figures() {
		if path != "rig.geometry" && !given[path] {
			s.Assumed = append(s.Assumed, path)
		}
	}
	for i, set := range s.Settings {
		if path := fmt.Sprintf("settings[%d].steps", i); set.Steps > 0 && !given[path] {
			s.Assumed = append(s.Assumed, path)
		}
	}
	for i, p := range s.Points {
		if path := fmt.Sprintf("points[%d].plus", i); p.Target != nil && given[fmt.Sprintf("points[%d].target", i)] && !given[path] {
			s.Assumed = append(s.Assumed, path)
		}
	}
	for _, path := range numbers("", s.Rig.Geometry) {
		if !m.told[path] {
			s.Assumed = append(s.Assumed, "rig.geometry."+path)
		}
	}
}

// numbers are the paths of all numbers of a geometry, in order.
func numbers(path string, v any) (out []string) {
	join := func(key string) string {
		if path == "" {
			return key
		}
		return path + "." + key
	}
	switch in := v.(type) {
	case float64:
		return []string{path}
	case map[string]any:
		var keys []string
		for key := range in {
			keys = append(keys, key)
		}
		slices.Sort(keys)
		for _, key := range keys {
			out = append(out, numbers(join(key), in[key])...)
		}
	case []any:
		for i, one := range in {
			out = append(out, numbers(join(fmt.Sprint(i)), one)...)
		}
	}
	return out
}
