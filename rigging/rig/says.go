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
