package calc

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/strict"
)

// decode fills in (a pointer to a struct) from raw and tells every fault; false
// when raw is no object at all. What is missing or wrong is left NaN, so that
// later rules pass over it.
func decode(raw []byte, in any, f *faults) bool {
	object, err := strict.Value(raw)
	if err != nil {
		one := err.(*fault.Fault) // the only error it gives
		f.add(cmp.Or(one.Field, "input"), one.Message+": write one object, such as {\"text\": \"5 1/2 in\"}")
		return false
	}
	m, ok := object.(map[string]any)
	if !ok {
		f.add("input", "the input is one JSON object: write {\"name\": value, …}")
		return false
	}
	decodeStruct(m, reflect.ValueOf(in).Elem(), "", f)
	return true
}

func decodeStruct(m map[string]any, v reflect.Value, path string, f *faults) {
	fields := fieldsOf(v.Type())
	names := make([]string, len(fields))
	present := 0
	for i, field := range fields {
		names[i] = field.name
		raw, ok := m[field.name]
		if ok {
			present++
		}
		decodeField(raw, m, v.Field(i), field.rules, join(path, field.name), f)
	}
	if present == len(m) {
		return
	}
	var strange []string
	for key := range m {
		if !slices.Contains(names, key) {
			strange = append(strange, key)
		}
	}
	slices.Sort(strange)
	for _, key := range strange {
		f.unknown = append(
			f.unknown,
			fault.Fault{Field: join(path, key), Message: fmt.Sprintf("there is no %q here: the names are %s", key, strings.Join(names, ", "))},
		)
	}
}

func decodeField(raw any, siblings map[string]any, v reflect.Value, r rules, where string, f *faults) {
	if raw == nil {
		decodeAbsent(v, r, where, f)
		return
	}
	if v.Kind() == reflect.Pointer {
		v.Set(reflect.New(v.Type().Elem()))
		v = v.Elem()
	}
	decodeValue(raw, siblings, v, r, where, f)
}

func decodeAbsent(v reflect.Value, r rules, where string, f *faults) {
	switch {
	case v.Kind() == reflect.Pointer || v.Kind() == reflect.Slice && (r.mayLack || r.optional):
	case r.preset != nil && v.Kind() == reflect.Float64:
		v.SetFloat(r.number)
	case r.preset != nil:
		v.SetString(*r.preset)
	default:
		if v.Kind() == reflect.Float64 {
			v.SetFloat(math.NaN())
		}
		if !r.optional {
			f.add(where, "missing: "+r.wanted(v.Kind()))
		}
	}
}

func decodeValue(raw any, siblings map[string]any, v reflect.Value, r rules, where string, f *faults) {
	switch v.Kind() {
	case reflect.Float64:
		v.SetFloat(number(raw, r, r.quantityAmong(siblings), where, f))
	case reflect.String:
		s, ok := raw.(string)
		switch {
		case !ok:
			f.add(where, "this is no text: "+r.wanted(reflect.String))
		case !r.knows(s):
			f.add(where, r.wanted(reflect.String))
		default:
			v.SetString(s)
		}
	case reflect.Struct:
		m, ok := raw.(map[string]any)
		if !ok {
			f.add(where, "this is no object: write {\"name\": value, …}")
			return
		}
		decodeStruct(m, v, where, f)
	case reflect.Slice:
		list, ok := raw.([]any)
		if !ok {
			f.add(where, "this is no list: write [value, …]")
			return
		}
		if len(list) == 0 && !r.mayLack {
			f.add(where, "missing: write a list with at least one entry")
		}
		v.Set(reflect.MakeSlice(v.Type(), len(list), len(list)))
		for i, one := range list {
			at := item(where, i)
			if one == nil {
				decodeAbsent(v.Index(i), rules{}, at, f)
				continue
			}
			decodeValue(one, siblings, v.Index(i), r, at, f)
		}
	}
}

// number reads a JSON number, or a text with a unit where the field is a
// quantity; NaN with a fault otherwise.
func number(raw any, r rules, kind quantity.Kind, where string, f *faults) float64 {
	switch raw := raw.(type) {
	case json.Number:
		if v, err := raw.Float64(); err == nil {
			return v
		}
		f.add(where, "this number is too large: write a finite one")
	case string:
		if kind == "" {
			f.add(where, "write a plain number here, without quotes")
			break
		}
		q, err := quantity.Parse(raw, kind.Unit(), kind)
		if err == nil {
			return q.Value
		}
		f.add(where, err.Error())
	default:
		f.add(where, "this is no number: "+r.wanted(reflect.Float64))
	}
	return math.NaN()
}
