package input

import (
	"reflect"
	"strings"

	"brankel/rigging/quantity"
)

// Schema is the JSON Schema (2020-12) of what is read into a type: what the tags of its
// fields ask, and what the tag says calls them at the bench.
func Schema(t reflect.Type) map[string]any { return schemaOf(t, rules{}) }

func schemaOf(t reflect.Type, r rules) map[string]any {
	switch t.Kind() {
	case reflect.Pointer:
		return schemaOf(t.Elem(), r)
	case reflect.Bool:
		return map[string]any{"type": "boolean"}
	case reflect.String:
		return textSchema(r)
	case reflect.Interface:
		return map[string]any{"anyOf": []any{textSchema(r), numberSchema(r)}}
	case reflect.Slice:
		out := map[string]any{"type": "array", "items": schemaOf(t.Elem(), rules{})}
		if !r.mayLack {
			out["minItems"] = 1
		}
		return out
	case reflect.Map:
		if t.Elem().Kind() != reflect.Float64 {
			return map[string]any{"type": "object"}
		}
		return map[string]any{"type": "object", "additionalProperties": schemaOf(t.Elem(), r)}
	case reflect.Struct:
		return structSchema(t)
	}
	return numberSchema(r)
}

func structSchema(t reflect.Type) map[string]any {
	properties, required, order := map[string]any{}, []any{}, []any{}
	for i, f := range fieldsOf(t) {
		typ := t.Field(i).Type
		one := schemaOf(typ, f.rules)
		if says := t.Field(i).Tag.Get("says"); says != "" {
			one["title"] = says
		}
		if f.kind != "" && f.kind != quantity.Count {
			one["unit"] = f.kind.Unit()
		}
		properties[f.name] = one
		order = append(order, f.name) // properties have none of their own
		if typ.Kind() != reflect.Pointer && f.preset == nil && !f.optional {
			required = append(required, f.name)
		}
	}
	return map[string]any{
		"type":                 "object",
		"properties":           properties,
		"order":                order,
		"required":             required,
		"additionalProperties": false,
	}
}

func textSchema(r rules) map[string]any {
	out := map[string]any{"type": "string"}
	if r.words != nil {
		out["enum"] = r.words
	}
	if r.preset != nil {
		out["default"] = *r.preset
	}
	return out
}

func numberSchema(r rules) map[string]any {
	out := map[string]any{"type": "number"}
	switch {
	case r.above0:
		out["exclusiveMinimum"] = 0
	case r.atLeast0:
		out["minimum"] = 0
	}
	if r.whole {
		out["type"] = "integer"
	}
	if r.preset != nil && !strings.ContainsAny(*r.preset, "abcdefghijklmnopqrstuvwxyz") {
		out["default"] = r.number
	}
	return out
}
