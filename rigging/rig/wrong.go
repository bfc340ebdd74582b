package rig

import (
	"reflect"
	"slices"
	"strings"
)

// Fault is one thing that may be worn or wrong in a family: a number, or one for each name of
// a list of the geometry (Each is that list). Unit is "" where there is none.
type Fault struct {
	Name string
	Says string
	Unit string
	Each bool
}

// Faults lists the numbers of a family's condition, in its order; nil where there is no such
// family.
func Faults(name string) (out []Fault) {
	i := slices.IndexFunc(families, func(f family) bool { return f.name == name })
	if i < 0 {
		return nil
	}
	t := reflect.TypeOf(families[i].condition)
	for k := range t.NumField() {
		f := t.Field(k)
		field, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		one := Fault{Name: field, Says: f.Tag.Get("says"), Unit: unitOf(f.Tag.Get("input"))}
		switch f.Type.Kind() {
		case reflect.Float64:
			out = append(out, one)
		case reflect.Map:
			one.Each, one.Unit = true, "mm"
			out = append(out, one)
		}
	}
	return out
}
