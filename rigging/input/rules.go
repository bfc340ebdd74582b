package input

import (
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"

	"brankel/rigging/quantity"
)

// rules is what the tag of a field asks, such as `input:"length,above0"`: the kind
// of quantity (then a text with a unit is read too), "of=field" for the kind that
// another field names, "plain" when only the number will do, and above0, atleast0, whole,
// optional, default=V and words=a|b. A slice that may be empty says empty. A
// pointer is optional and nil when absent; other fields without default or
// optional are required. Nested structs and slices are walked with their JSON path.
type rules struct {
	kind                                       quantity.Kind // "" for a plain number
	of                                         string
	words                                      []string
	preset                                     *string
	number                                     float64 // of preset
	above0, atLeast0, whole, optional, mayLack bool
	plain                                      bool // no text, although there is a unit
}

// field is one field of an input struct.
type field struct {
	name string
	rules
}

// Plan reads the tags of a type and of all that it holds, so that one with a rule that there is none of panics when the
// program starts and not when somebody uses it.
func Plan(t reflect.Type) {
	switch t.Kind() {
	case reflect.Pointer, reflect.Slice, reflect.Array, reflect.Map:
		Plan(t.Elem())
	case reflect.Struct:
		if _, known := plans.Load(t); known {
			return
		}
		fieldsOf(t)
		for i := range t.NumField() {
			Plan(t.Field(i).Type)
		}
	}
}

var plans sync.Map // of reflect.Type to []field: a tag is read once

func fieldsOf(t reflect.Type) []field {
	if known, ok := plans.Load(t); ok {
		return known.([]field)
	}
	out := make([]field, t.NumField())
	for i := range out {
		name, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		out[i] = field{name, parseRules(t.Field(i).Tag.Get("input"))}
	}
	plans.Store(t, out)
	return out
}

func parseRules(tag string) (r rules) {
	for _, part := range strings.Split(tag, ",") {
		name, value, _ := strings.Cut(part, "=")
		switch name {
		case "above0":
			r.above0 = true
		case "atleast0":
			r.atLeast0 = true
		case "whole":
			r.whole = true
		case "plain":
			r.plain = true
		case "optional":
			r.optional = true
		case "empty":
			r.mayLack = true
		case "of":
			r.of = value
		case "words":
			r.words = strings.Split(value, "|")
		case "default":
			r.preset = &value
			r.number, _ = strconv.ParseFloat(value, 64)
		case "":
		default:
			if r.kind = quantity.Kind(name); !r.kind.Valid() {
				panic("input: there is no rule " + strconv.Quote(name) + " in the tag " + strconv.Quote(tag))
			}
		}
	}
	return r
}

// quantityAmong is the kind of the field, given what stands beside it.
func (r rules) quantityAmong(siblings map[string]any) quantity.Kind {
	if r.of == "" {
		return r.kind
	}
	if s, ok := siblings[r.of].(string); ok && quantity.Kind(s).Valid() {
		return quantity.Kind(s)
	}
	return quantity.Length
}

func (r rules) knows(word string) bool { return r.words == nil || slices.Contains(r.words, word) }

// wanted says what to write.
func (r rules) wanted(kind reflect.Kind) string {
	switch {
	case r.words != nil && kind == reflect.Interface:
		return "write " + orList(r.words) + ", or a number"
	case r.words != nil:
		return "write " + orList(r.words)
	case kind == reflect.Bool:
		return "write true or false"
	case kind == reflect.Slice:
		return "write a list with at least one entry"
	case kind == reflect.Struct || kind == reflect.Map:
		return "write an object"
	case kind == reflect.String:
		return "write a text"
	case r.plain && r.kind != "" && r.kind != quantity.Count:
		return "write a " + string(r.kind) + " in " + r.kind.Unit()
	case r.kind != "" && r.kind != quantity.Count:
		return "write a " + string(r.kind) + ", a number in " + r.kind.Unit() + " or a text with its unit"
	}
	return "write a number"
}

func orList(words []string) string {
	if len(words) == 1 {
		return words[0]
	}
	return strings.Join(words[:len(words)-1], ", ") + " or " + words[len(words)-1]
}

// Join is the path of a field of what stands at path.
func Join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

// Item is the path of the i-th entry of a list.
func Item(path string, i int) string { return path + "[" + strconv.Itoa(i) + "]" }
