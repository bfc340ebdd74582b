package calc

import (
	"math"
	"reflect"
)

// slack is how far a value may lie over a limit and still count as on it;
// tie is the difference below which two settings are equally good.
const (
	slack = 1e-9
	tie   = 1e-6
)

// checker is an input with rules that concern more than one field.
type checker interface{ check(*faults) }

// valid applies the rules of the tags and of check to an input made in Go, and
// gives the first fault in the order of the fields.
func valid(in any) error {
	f := newFaults(in)
	validate(in, f)
	return f.first()
}

func validate(in any, f *faults) {
	validateStruct(reflect.ValueOf(in).Elem(), "", f)
	if c, ok := in.(checker); ok {
		c.check(f)
	}
}

func validateStruct(v reflect.Value, path string, f *faults) {
	for i, field := range fieldsOf(v.Type()) {
		validateValue(v.Field(i), field.rules, join(path, field.name), f)
	}
}

func validateValue(v reflect.Value, r rules, where string, f *faults) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			validateValue(v.Elem(), r, where, f)
		}
	case reflect.Struct:
		validateStruct(v, where, f)
	case reflect.Slice:
		for i := range v.Len() {
			validateValue(v.Index(i), r, item(where, i), f)
		}
	case reflect.String:
		if v.String() == "" && r.preset != nil {
			v.SetString(*r.preset)
		}
		f.addIf(v.String() != "" && !r.knows(v.String()), where, r.wanted(reflect.String))
	case reflect.Float64:
		n := v.Float()
		f.addIf(math.IsInf(n, 0), where, "this number is too large: write a finite one")
		f.addIf(r.above0 && n <= 0, where, "this must be above zero")
		f.addIf(r.atLeast0 && n < 0, where, "this must not be below zero")
		f.addIf(r.whole && n != math.Trunc(n) && !math.IsNaN(n), where, "write a whole number")
	}
}
