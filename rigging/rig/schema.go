package rig

import (
	"encoding/json"
	"maps"
	"reflect"
	"sync"

	"brankel/rigging/input"
)

// Schema is the published JSON Schema (2020-12) of the format: one alternative a family. It is read only.
func Schema() []byte { return schema() }

var schema = sync.OnceValue(func() []byte {
	var kinds []any
	places := map[string]any{}
	for _, f := range families {
		both := input.Schema(reflect.TypeOf(f.condition))
		for key, one := range input.Schema(reflect.TypeFor[condition]())["properties"].(map[string]any) {
			both["properties"].(map[string]any)[key] = one
		}
		places[f.name] = input.Schema(reflect.TypeOf(f.newAt()))
		kinds = append(kinds, map[string]any{"title": f.name, "properties": map[string]any{
			"family":    map[string]any{"const": f.name},
			"geometry":  input.Schema(reflect.TypeOf(f.geometry)),
			"condition": both,
		}})
	}
	all := map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema",
		"title":   "Brankel rig",
		"description": "Lengths in mm, angles in degrees, forces in N, temperatures in °C; settings in turns, clicks, notches or mm, " +
			"outward positive.",
		"oneOf": kinds,
		"$defs": map[string]any{"at": places}, // where the control of each may stand when it is asked
	}
	maps.Copy(all, input.Schema(reflect.TypeFor[Rig]()))
	raw, err := json.MarshalIndent(all, "", "  ")
	if err != nil {
		panic(err) // plain data
	}
	return append(raw, '\n')
})
