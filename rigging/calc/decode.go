package calc

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"reflect"
	"slices"
	"sort"
	"strconv"
	"strings"

	"brankel/rigging/quantity"
)

// Fields of an input carry a tag `calc:"length,above0"`: the kind of quantity
// (then a text with a unit is read too), "of=field" for the kind another field
// names, "plain" for numbers only, and the rules above0, atleast0, whole, optional,
// default=V and words=a|b. A slice that may be empty says empty. A pointer is
// optional and nil when absent; other fields without default or optional are
// required. Nested structs and slices are walked with their JSON path.
type rules map[string]string

func rulesOf(f reflect.StructField) rules {
	r := rules{}
	for _, part := range strings.Split(f.Tag.Get("calc"), ",") {
		name, value, _ := strings.Cut(part, "=")
		r[name] = value
	}
	return r
}

func (r rules) has(name string) bool { _, ok := r[name]; return ok }

// kind is the quantity of the field, "" for a plain number.
func (r rules) kind(siblings map[string]any) quantity.Kind {
	if of := r["of"]; of != "" {
		if s, ok := siblings[of].(string); ok && quantity.Kind(s).Valid() {
			return quantity.Kind(s)
		}
		return quantity.Length
	}
	for _, k := range quantity.Kinds {
		if r.has(string(k)) {
			return k
		}
	}
	return ""
}

func jsonName(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name
}

func join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

// decode fills in (a pointer to a struct) from raw and tells every fault. What
// is missing or wrong is left NaN, so that later rules pass over it.
func decode(raw []byte, in any, f *faults) {
	d := json.NewDecoder(bytes.NewReader(raw))
	d.UseNumber()
	var object any
	if err := d.Decode(&object); err != nil || d.More() {
		f.add("input", "this is no JSON: write one object, such as {\"text\": \"5 1/2 in\"}")
		return
	}
	m, ok := object.(map[string]any)
	if !ok {
		f.add("input", "the input is one JSON object: write {\"name\": value, …}")
		return
	}
	decodeStruct(m, reflect.ValueOf(in).Elem(), "", f)
}

func decodeStruct(m map[string]any, v reflect.Value, path string, f *faults) {
	t := v.Type()
	known := map[string]bool{}
	for i := range t.NumField() {
		name := jsonName(t.Field(i))
		known[name] = true
		f.order = append(f.order, join(path, name))
	}
	var strange []string
	for key := range m {
		if !known[key] {
			strange = append(strange, key)
		}
	}
	sort.Strings(strange)
	for _, key := range strange {
		f.unknown = append(f.unknown, Fault{join(path, key), fmt.Sprintf("there is no %q here: the names are %s", key, strings.Join(names(t), ", "))})
	}
	for i := range t.NumField() {
		field := t.Field(i)
		decodeField(m, v.Field(i), rulesOf(field), jsonName(field), path, f)
	}
}

func names(t reflect.Type) (out []string) {
	for i := range t.NumField() {
		out = append(out, jsonName(t.Field(i)))
	}
	return out
}

func decodeField(m map[string]any, v reflect.Value, r rules, name, path string, f *faults) {
	raw, where := m[name], join(path, name)
	if raw == nil {
		decodeAbsent(v, r, where, f)
		return
	}
	if v.Kind() == reflect.Pointer {
		v.Set(reflect.New(v.Type().Elem()))
		v = v.Elem()
	}
	decodeValue(raw, m, v, r, where, f)
}

func decodeAbsent(v reflect.Value, r rules, where string, f *faults) {
	value, hasDefault := r["default"]
	switch {
	case v.Kind() == reflect.Pointer || v.Kind() == reflect.Slice && (r.has("empty") || r.has("optional")):
	case hasDefault && v.Kind() == reflect.Float64:
		n, _ := strconv.ParseFloat(value, 64)
		v.SetFloat(n)
	case hasDefault:
		v.SetString(value)
	default:
		if v.Kind() == reflect.Float64 {
			v.SetFloat(math.NaN())
		}
		if !r.has("optional") {
			f.add(where, "missing: "+wanted(r, v))
		}
	}
}

func wanted(r rules, v reflect.Value) string {
	switch {
	case r["words"] != "":
		return "write " + orList(strings.Split(r["words"], "|"))
	case v.Kind() == reflect.Slice:
		return "write a list with at least one entry"
	case v.Kind() == reflect.Struct:
		return "write an object"
	case v.Kind() == reflect.String:
		return "write a text"
	}
	if k := r.kind(nil); k != "" && k != quantity.Count {
		return "write a " + string(k) + ", a number in " + k.Unit() + " or a text with its unit"
	}
	return "write a number"
}

func orList(words []string) string {
	if len(words) == 1 {
		return words[0]
	}
	return strings.Join(words[:len(words)-1], ", ") + " or " + words[len(words)-1]
}

func decodeValue(raw any, siblings map[string]any, v reflect.Value, r rules, where string, f *faults) {
	switch v.Kind() {
	case reflect.Float64:
		v.SetFloat(number(raw, r, r.kind(siblings), where, f))
	case reflect.String:
		s, ok := raw.(string)
		words := strings.Split(r["words"], "|")
		switch {
		case !ok:
			f.add(where, "this is no text: "+wanted(r, v))
		case r["words"] != "" && !slices.Contains(words, s):
			f.add(where, "write "+orList(words))
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
		if len(list) == 0 && !r.has("empty") {
			f.add(where, "missing: write a list with at least one entry")
		}
		v.Set(reflect.MakeSlice(v.Type(), len(list), len(list)))
		for i, item := range list {
			at := fmt.Sprintf("%s[%d]", where, i)
			f.order = append(f.order, at)
			if item == nil {
				decodeAbsent(v.Index(i), rules{}, at, f)
				continue
			}
			decodeValue(item, siblings, v.Index(i), r, at, f)
		}
	}
}

// number reads a JSON number, or a text with a unit where the field is a
// quantity; NaN with a fault otherwise.
func number(raw any, r rules, kind quantity.Kind, where string, f *faults) float64 {
	var n float64
	switch raw := raw.(type) {
	case json.Number:
		v, err := raw.Float64()
		if err != nil {
			f.add(where, "this number is too large: write a finite one")
			return math.NaN()
		}
		n = v
	case string:
		if kind == "" {
			f.add(where, "write a plain number here, without quotes")
			return math.NaN()
		}
		q, err := quantity.Parse(raw, kind.Unit(), kind)
		if err != nil {
			f.add(where, err.Error())
			return math.NaN()
		}
		n = q.Value
	default:
		f.add(where, "this is no number: "+wanted(r, reflect.ValueOf(0.0)))
		return math.NaN()
	}
	return n
}
