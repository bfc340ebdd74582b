package input

import (
	"math"
	"reflect"
	"slices"
	"strings"
)

// checker is an input with rules that concern more than one field.
type checker interface{ Check(*Faults) }

// Valid applies the rules of the tags and of Check to an input made in Go, and
// gives the first fault in the order of the fields.
func Valid(in any) error {
	f := NewFaults(in)
	Validate(in, f)
	return f.First()
}

// Validate tells every fault of in, a pointer to a struct, by the rules of its tags and of its Check.
func Validate(in any, f *Faults) {
	validateStruct(reflect.ValueOf(in).Elem(), "", f)
	if c, ok := in.(checker); ok {
		c.Check(f)
	}
}

func validateStruct(v reflect.Value, path string, f *Faults) {
	for i, field := range fieldsOf(v.Type()) {
		validateValue(v.Field(i), field.rules, Join(path, field.name), f)
	}
}

func validateValue(v reflect.Value, r rules, where string, f *Faults) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			validateValue(v.Elem(), r, where, f)
		}
	case reflect.Struct:
		validateStruct(v, where, f)
	case reflect.Slice:
		for i := range v.Len() {
			validateValue(v.Index(i), r, Item(where, i), f)
		}
	case reflect.Map:
		if v.Type().Elem().Kind() != reflect.Float64 {
			return
		}
		for _, key := range sortedKeys(v) {
			validateValue(v.MapIndex(key), r, Join(where, key.String()), f)
		}
	case reflect.Interface:
		if n, ok := v.Interface().(float64); ok {
			validateValue(reflect.ValueOf(n), r, where, f)
		}
	case reflect.String:
		if v.String() == "" && r.preset != nil {
			v.SetString(*r.preset)
		}
		f.AddIf(v.String() != "" && !r.knows(v.String()), where, r.wanted(reflect.String))
	case reflect.Float64:
		n := v.Float()
		f.AddIf(math.IsInf(n, 0), where, "this number is too large: write a finite one")
		f.AddIf(r.above0 && n <= 0, where, "this must be above zero")
		f.AddIf(r.atLeast0 && n < 0, where, "this must not be below zero")
		f.AddIf(r.whole && n != math.Trunc(n) && !math.IsNaN(n), where, "write a whole number")
	}
}

func sortedKeys(m reflect.Value) []reflect.Value {
	keys := m.MapKeys()
	slices.SortFunc(keys, func(a, b reflect.Value) int { return strings.Compare(a.String(), b.String()) })
	return keys
}
