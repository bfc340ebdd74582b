package rig

import (
	"encoding/json"
	"reflect"
	"slices"
	"strconv"
	"strings"
)

// Figure is one number of the geometry that another part would change: Path leads to it within
// the geometry, hooks[0].ratio.
type Figure struct {
	Part, Path string
	Says, Unit string
	Value      float64
}

// Figures lists what a family names as parts one can change, in its order.
func (m *Model) Figures() []Figure { return figures(reflect.ValueOf(m.works.geometry).Elem(), "") }

// unitOf is the unit of a figure by the rules of its tag.
func unitOf(rules string) string {
	for _, one := range [][2]string{{"rate", "N/mm"}, {"length", "mm"}, {"angle", "°"}, {"force", "N"}} {
		if slices.Contains(strings.Split(rules, ","), one[0]) {
			return one[1]
		}
	}
	return ""
}

// figures lists what a family names as parts one can change.
func figures(v reflect.Value, path string) (out []Figure) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			return figures(v.Elem(), path)
		}
	case reflect.Slice:
		for i := range v.Len() {
			out = append(out, figures(v.Index(i), path+"["+strconv.Itoa(i)+"]")...)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			f := v.Type().Field(i)
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			at := strings.TrimPrefix(path+"."+name, ".")
			part := f.Tag.Get("part")
			if part == "" {
				out = append(out, figures(v.Field(i), at)...)
				continue
			}
			number := v.Field(i)
			if number.Kind() == reflect.Pointer {
				if number.IsNil() {
					continue
				}
				number = number.Elem()
			}
			out = append(out, Figure{part, at, f.Tag.Get("says"), unitOf(f.Tag.Get("input")), number.Float()})
		}
	}
	return out
}

// with is the same rig with one figure of its geometry otherwise.
func (m *Model) with(path string, value float64) (*Model, error) {
	r, err := m.rig.With(path, value)
	if err != nil {
		return nil, err
	}
	other, err := r.Model()
	if err == nil {
		other.settings = slices.Clone(m.settings)
	}
	return other, err
}

// With is the rig with one figure of its geometry otherwise, by its path as Figures gives it.
// The error is of a geometry that is no JSON; whether a rig can be like this Model tells.
func (r Rig) With(path string, value float64) (Rig, error) {
	raw, err := json.Marshal(r.Geometry)
	if err != nil {
		return r, err
	}
	if r.Geometry, err = objectOf(raw); err != nil {
		return r, err
	}
	var at any = r.Geometry
	steps := strings.FieldsFunc(strings.TrimPrefix(path, "geometry."), func(c rune) bool { return strings.ContainsRune(".[]", c) })
	for i, step := range steps {
		last := i == len(steps)-1
		switch here := at.(type) {
		case map[string]any:
			if last {
				here[step] = value
			}
			at = here[step]
		case []any:
			k, _ := strconv.Atoi(step)
			at = here[k]
		}
	}
	return r, nil
}
