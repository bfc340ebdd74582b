package rig

import (
	"reflect"
	"strconv"
	"strings"
)

// Look is what stands at a path of a geometry as JSON has it, hooks.0.ratio; nil for nothing.
func Look(geometry any, path string) any {
	v := geometry
	for _, key := range strings.Split(path, ".") {
		switch in := v.(type) {
		case map[string]any:
			v = in[key]
		case []any:
			i, err := strconv.Atoi(key)
			if err != nil || i < 0 || i >= len(in) {
				return nil
			}
			v = in[i]
		default:
			return nil
		}
	}
	return v
}

// With is a geometry with something else at a path, as Look reads it; the one it was made of stays as it is.
func With(geometry map[string]any, path string, value any) map[string]any {
	return with(geometry, path, value).(map[string]any)
}

// with is a value with something else at a path.
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

// Says is what a number of the geometry is called and its unit, by its path: hooks.0.ratio. ok is false where the family has
// no such number, or no word for it.
func (m *Model) Says(path string) (says, unit string, ok bool) {
	v := reflect.ValueOf(m.works.geometry).Elem()
	var f reflect.StructField
	for _, key := range strings.Split(path, ".") {
		for v.Kind() == reflect.Pointer && !v.IsNil() {
			v = v.Elem()
		}
		switch v.Kind() {
		case reflect.Slice:
			i, err := strconv.Atoi(key)
			if err != nil || i < 0 || i >= v.Len() {
				return "", "", false
			}
			v = v.Index(i)
		case reflect.Struct:
			there := false
			for i := range v.NumField() {
				name, _, _ := strings.Cut(v.Type().Field(i).Tag.Get("json"), ",")
				if name == key {
					f, v, there = v.Type().Field(i), v.Field(i), true
					break
				}
			}
			if !there {
				return "", "", false
			}
		default:
			return "", "", false
		}
	}
	return f.Tag.Get("says"), unitOf(f.Tag.Get("input")), f.Tag.Get("says") != ""
}
