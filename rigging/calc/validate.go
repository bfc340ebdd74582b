package calc

import (
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"
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
	f := &faults{}
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
	t := v.Type()
	for i := range t.NumField() {
		where := join(path, jsonName(t.Field(i)))
		if !slices.Contains(f.order, where) {
			f.order = append(f.order, where)
		}
		validateValue(v.Field(i), rulesOf(t.Field(i)), where, f)
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
			validateValue(v.Index(i), r, fmt.Sprintf("%s[%d]", where, i), f)
		}
	case reflect.String:
		words := strings.Split(r["words"], "|")
		if v.String() == "" && r["default"] != "" {
			v.SetString(r["default"])
		}
		f.addIf(r["words"] != "" && v.String() != "" && !slices.Contains(words, v.String()), where, "write "+orList(words))
	case reflect.Float64:
		n := v.Float()
		f.addIf(math.IsInf(n, 0), where, "this number is too large: write a finite one")
		f.addIf(r.has("above0") && n <= 0, where, "this must be above zero")
		f.addIf(r.has("atleast0") && n < 0, where, "this must not be below zero")
		f.addIf(r.has("whole") && n != math.Trunc(n), where, "write a whole number")
	}
}
