package rig

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/quantity"
)

// Cure is one figure of the geometry that would make a setting possible: the part that
// would bring it, its path in the rig, what it is and the nearest value that serves.
type Cure struct {
	Part, Path string
	From, To   float64
	Says, Unit string // what the figure is
}

// Words say the part and the figure it would bring.
func (c Cure) Words() string {
	number := func(v float64) string {
		digits := 1
		if math.Abs(v) < 10 {
			digits = 2
		}
		return quantity.Number(v, digits)
	}
	unit := c.Unit
	if unit != "" && unit != "°" {
		unit = " " + unit
	}
	return fmt.Sprintf("%s: %s %s%s instead of %s%s", c.Part, c.Says, number(c.To), unit, number(c.From), unit)
}

// figure is one number of the geometry that another part would change.
type figure struct {
	part, path string
	says, unit string
	value      float64
}

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
func figures(v reflect.Value, path string) (out []figure) {
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
			at := path + "." + name
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
			out = append(out, figure{part, at, f.Tag.Get("says"), unitOf(f.Tag.Get("input")), number.Float()})
		}
	}
	return out
}

// farOff are the changes that are tried, as parts of the figure.
var farOff = []float64{0.01, 0.03, 0.08, 0.2, 0.4, 0.8, 1.5}

// cures tries every figure alone, farther and farther from what it is, and then finds
// the nearest value that serves within a thousandth.
func (m *Model) cures(limits []Limit, ranges []Range) (out []Cure, err error) {
	for _, f := range figures(reflect.ValueOf(m.works.geometry).Elem(), "geometry") {
		size := math.Abs(f.value)
		if size < slack {
			size = 1
		}
		serves := func(by float64) bool {
			other, err := m.with(f.path, f.value+by*size)
			if err != nil {
				return false // no part is like this
			}
			s, err := other.newSearch(limits, ranges)
			if err != nil {
				return false
			}
			s.solve()
			return s.found
		}
		best := math.Inf(1)
		for _, way := range []float64{1, -1} {
			near := 0.0
			for _, far := range farOff {
				if far >= math.Abs(best) {
					break
				}
				if !serves(way * far) {
					near = far
					continue
				}
				for far-near > 1e-3*far {
					if middle := (near + far) / 2; serves(way * middle) {
						far = middle
					} else {
						near = middle
					}
				}
				if far < math.Abs(best) {
					best = way * far
				}
				break
			}
		}
		if !math.IsInf(best, 0) {
			out = append(out, Cure{f.part, f.path, f.value, f.value + best*size, f.says, f.unit})
		}
	}
	slices.SortStableFunc(out, func(a, b Cure) int { return cmp.Compare(a.change(), b.change()) })
	return out, nil
}

// change is how much of itself a figure changes.
func (c Cure) change() float64 { return math.Abs(c.To-c.From) / math.Max(math.Abs(c.From), 1e-9) }

// with is the same rig with one figure of its geometry otherwise.
func (m *Model) with(path string, value float64) (*Model, error) {
	r := m.rig
	raw, err := json.Marshal(r.Geometry)
	if err != nil {
		return nil, err
	}
	if r.Geometry, err = objectOf(raw); err != nil {
		return nil, err
	}
	var at any = r.Geometry
	steps := strings.FieldsFunc(strings.TrimPrefix(path, "geometry"), func(c rune) bool { return strings.ContainsRune(".[]", c) })
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
	other, err := r.Model()
	if err == nil {
		other.settings = slices.Clone(m.settings)
	}
	return other, err
}
