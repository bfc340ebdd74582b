// Package input reads what comes in for a calculation or a rig: the fields of a Go
// struct, with the rules its tags state, and every fault at its path.
package input

import (
	"cmp"
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"reflect"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/strict"
)

// Decode fills in (a pointer to a struct) from raw and tells every fault; false
// when raw is no object at all. What is missing or wrong is left NaN, so that
// later rules pass over it.
func Decode(raw []byte, in any, f *Faults) bool {
	value, err := strict.Value(raw)
	if err != nil {
		one := err.(*fault.Fault) // the only error it gives
		f.Add(cmp.Or(one.Field, "input"), one.Message+": write one object, such as {\"text\": \"5 1/2 in\"}")
		return false
	}
	object, ok := value.(map[string]any)
	if !ok {
		f.Add("input", "the input is one JSON object: write {\"name\": value, …}")
		return false
	}
	decodeStruct(object, reflect.ValueOf(in).Elem(), "", f)
	return true
}

// Object reads what strict.Value gave for an object into in, a pointer to a struct,
// and applies the rules of its tags and of its Check. The error is a *fault.Fault.
func Object(object map[string]any, in any) error {
	f := NewFaults(in)
	decodeStruct(object, reflect.ValueOf(in).Elem(), "", f)
	Validate(in, f)
	return f.First()
}

func decodeStruct(m map[string]any, v reflect.Value, path string, f *Faults) {
	fields := fieldsOf(v.Type())
	names := make([]string, len(fields))
	present := 0
	for i, field := range fields {
		names[i] = field.name
		raw, ok := m[field.name]
		if ok {
			present++
		}
		decodeField(raw, m, v.Field(i), field.rules, Join(path, field.name), f)
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
			fault.Fault{Field: Join(path, key), Message: fmt.Sprintf("there is no %q here: the names are %s", key, strings.Join(names, ", "))},
		)
	}
}

func decodeField(raw any, siblings map[string]any, v reflect.Value, r rules, where string, f *Faults) {
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

func decodeAbsent(v reflect.Value, r rules, where string, f *Faults) {
	switch {
	case v.Kind() == reflect.Pointer || (v.Kind() == reflect.Map || v.Kind() == reflect.Slice) && (r.mayLack || r.optional):
	case r.preset != nil && v.Kind() == reflect.Float64:
		v.SetFloat(r.number)
	case r.preset != nil && v.Kind() == reflect.Bool:
		v.SetBool(*r.preset == "true")
	case r.preset != nil && v.Kind() == reflect.Interface:
		v.Set(reflect.ValueOf(*r.preset))
	case r.preset != nil:
		v.SetString(*r.preset)
	default:
		if v.Kind() == reflect.Float64 {
			v.SetFloat(math.NaN())
		}
		if !r.optional {
			f.Add(where, "missing: "+r.wanted(v.Kind()))
		}
	}
}

func decodeValue(raw any, siblings map[string]any, v reflect.Value, r rules, where string, f *Faults) {
	switch v.Kind() {
	case reflect.Float64:
		v.SetFloat(number(raw, r, r.quantityAmong(siblings), where, f))
	case reflect.String:
		s, ok := raw.(string)
		switch {
		case !ok:
			f.Add(where, "this is no text: "+r.wanted(reflect.String))
		case !r.knows(s):
			f.Add(where, r.wanted(reflect.String))
		default:
			v.SetString(s)
		}
	case reflect.Bool:
		b, ok := raw.(bool)
		f.AddIf(!ok, where, r.wanted(reflect.Bool))
		v.SetBool(b)
	case reflect.Interface:
		decodeEither(raw, v, r, where, f)
	case reflect.Struct, reflect.Map:
		m, ok := raw.(map[string]any)
		switch {
		case !ok:
			f.Add(where, "this is no object: write {\"name\": value, …}")
		case v.Kind() == reflect.Map:
			decodeMap(m, v, r, where, f)
		default:
			decodeStruct(m, v, where, f)
		}
	case reflect.Slice:
		list, ok := raw.([]any)
		if !ok {
			f.Add(where, "this is no list: write [value, …]")
			return
		}
		if len(list) == 0 && !r.mayLack {
			f.Add(where, "missing: write a list with at least one entry")
		}
		if len(list) > mostItems {
			f.Add(where, tooMany(len(list)))
			return
		}
		v.Set(reflect.MakeSlice(v.Type(), len(list), len(list)))
		for i, one := range list {
			at := Item(where, i)
			if one == nil {
				decodeAbsent(v.Index(i), rules{}, at, f)
				continue
			}
			decodeValue(one, siblings, v.Index(i), r, at, f)
		}
	}
}

// mostItems is how many entries a list may have: what somebody measures has a tenth of it, and some
// sums grow with its square.
const mostItems = 1000

func tooMany(n int) string {
	return fmt.Sprintf("this has %d entries: write %d at most", n, mostItems)
}

// decodeMap reads an object whose names are free, such as the sides of an axle.
func decodeMap(m map[string]any, v reflect.Value, r rules, where string, f *Faults) {
	if v.Type() == reflect.TypeFor[map[string]any]() {
		v.Set(reflect.ValueOf(m)) // read later, by who knows what is in it
		return
	}
	if len(m) > mostItems {
		f.Add(where, tooMany(len(m)))
		return
	}
	v.Set(reflect.MakeMapWithSize(v.Type(), len(m)))
	for _, key := range slices.Sorted(maps.Keys(m)) {
		at, one := Join(where, key), reflect.New(v.Type().Elem()).Elem()
		if m[key] == nil {
			decodeAbsent(one, rules{}, at, f)
		} else {
			decodeValue(m[key], m, one, r, at, f)
		}
		v.SetMapIndex(reflect.ValueOf(key), one)
	}
}

// decodeEither reads a word of the list or a number.
func decodeEither(raw any, v reflect.Value, r rules, where string, f *Faults) {
	s, isText := raw.(string)
	switch {
	case isText && r.words != nil && r.knows(s):
		v.Set(reflect.ValueOf(s))
	case isText:
		f.Add(where, r.wanted(reflect.Interface))
	default:
		v.Set(reflect.ValueOf(number(raw, r, "", where, f)))
	}
}

// number reads a JSON number, or a text with a unit where the field is a
// quantity; NaN with a fault otherwise.
func number(raw any, r rules, kind quantity.Kind, where string, f *Faults) float64 {
	switch raw := raw.(type) {
	case float64:
		return raw
	case json.Number:
		if v, err := raw.Float64(); err == nil {
			return v
		}
		f.Add(where, "this number is too large: write a finite one")
	case string:
		if kind == "" || r.plain {
			f.Add(where, r.wanted(reflect.Float64)+": a plain number, without quotes")
			break
		}
		q, err := quantity.Parse(raw, kind.Unit(), kind)
		if err == nil {
			return q.Value
		}
		f.Add(where, err.Error())
	default:
		f.Add(where, "this is no number: "+r.wanted(reflect.Float64))
	}
	return math.NaN()
}
