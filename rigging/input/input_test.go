package input

import (
	"encoding/json"
	"reflect"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/strict"
)

// trolley has a field of every sort that can be read.
type trolley struct {
	Name   string             `json:"name" says:"what it is called"`
	Load   float64            `json:"load" input:"plain,force,above0" says:"its load"`
	Width  float64            `json:"width" input:"length,atleast0,default=12"`
	Wheels float64            `json:"wheels" input:"plain,whole,default=4"`
	Braked bool               `json:"braked" input:"default=true"`
	At     any                `json:"at" input:"plain,length,words=home|away,default=home"`
	Kind   string             `json:"kind" input:"words=flat|box,default=flat"`
	Tyres  map[string]float64 `json:"tyres" input:"plain,atleast0,optional"`
	Marks  []string           `json:"marks" input:"empty,optional"`
	Shelf  *struct {
		Height float64 `json:"height" input:"plain,length,above0" says:"its height"`
	} `json:"shelf"`
}

// Check tells what no single field shows.
func (t trolley) Check(f *Faults) {
	f.AddIf(t.Shelf != nil && t.Shelf.Height > t.Width, "shelf.height", "the shelf is higher than the trolley is wide")
}

func take(t *testing.T, text string) (trolley, error) {
	value, err := strict.Value([]byte(text))
	require.NoError(t, err)
	var in trolley
	err = Object(value.(map[string]any), &in)
	return in, err
}

func TestWhatIsLeftOutStandsAsItsTagSays(t *testing.T) {
	in, err := take(t, `{"name":"a","load":5,"braked":null}`)
	require.NoError(t, err)
	assert.Equal(t, trolley{Name: "a", Load: 5, Width: 12, Wheels: 4, Braked: true, At: "home", Kind: "flat"}, in)
	in, err = take(t, `{"name":"a","load":5,"width":"1/2 in","at":3.5,"braked":false,"tyres":{"left":2},"marks":[],"shelf":{"height":1}}`)
	require.NoError(t, err)
	assert.InDelta(t, 12.7, in.Width, 1e-9, "a text with its unit")
	assert.InDelta(t, 3.5, in.At, 1e-9)
	assert.False(t, in.Braked)
	assert.InDelta(t, 2, in.Tyres["left"], 1e-9)
	assert.InDelta(t, 1, in.Shelf.Height, 1e-9)
}

func TestEveryFaultNamesItsFieldAndWhatToWrite(t *testing.T) {
	for _, c := range []struct{ text, field, says string }{
		{`{"load":5}`, "name", "write a text"},
		{`{"name":"a"}`, "load", "missing: write a force in N"},
		{`{"name":"a","load":"5 N"}`, "load", "a plain number"},
		{`{"name":"a","load":0}`, "load", "above zero"},
		{`{"name":"a","load":1e999}`, "load", "finite"},
		{`{"name":"a","load":5,"width":-1}`, "width", "below zero"},
		{`{"name":"a","load":5,"width":[]}`, "width", "no number"},
		{`{"name":"a","load":5,"wheels":2.5}`, "wheels", "whole"},
		{`{"name":"a","load":5,"braked":"yes"}`, "braked", "true or false"},
		{`{"name":"a","load":5,"at":"there"}`, "at", "home or away, or a number"},
		{`{"name":"a","load":5,"at":true}`, "at", "no number"},
		{`{"name":"a","load":5,"kind":"cart"}`, "kind", "flat or box"},
		{`{"name":"a","load":5,"tyres":[1]}`, "tyres", "no object"},
		{`{"name":"a","load":5,"tyres":{"b":1,"a":-1}}`, "tyres.a", "below zero"},
		{`{"name":"a","load":5,"tyres":{"a":null}}`, "tyres.a", "missing"},
		{`{"name":"a","load":5,"marks":[1]}`, "marks[0]", "no text"},
		{`{"name":"a","load":5,"marks":"x"}`, "marks", "no list"},
		{`{"name":"a","load":5,"shelf":{}}`, "shelf.height", "missing"},
		{`{"name":"a","load":5,"shelf":{"height":20}}`, "shelf.height", "higher than"},
		{`{"name":"a","load":5,"colour":1}`, "colour", "the names are"},
		{`{"load":0,"shelf":{"colour":1}}`, "shelf.colour", "there is no"},
	} {
		_, err := take(t, c.text)
		var f *fault.Fault
		if assert.ErrorAs(t, err, &f, c.text) {
			assert.Equal(t, c.field, f.Field, c.text)
			assert.Contains(t, f.Message, c.says, c.text)
		}
	}
}

// The schema says what the reader does: what it needs, within what bounds, and what it
// is called at the bench, in the order it is written.
func TestSchemaSaysWhatIsRead(t *testing.T) {
	raw, err := json.Marshal(Schema(reflect.TypeFor[trolley]()))
	require.NoError(t, err)
	assert.JSONEq(t, `{
		"type": "object", "additionalProperties": false, "required": ["name", "load"],
		"order": ["name", "load", "width", "wheels", "braked", "at", "kind", "tyres", "marks", "shelf"],
		"properties": {
			"name": {"type": "string", "title": "what it is called"},
			"load": {"type": "number", "exclusiveMinimum": 0, "unit": "N", "title": "its load"},
			"width": {"type": "number", "minimum": 0, "default": 12, "unit": "mm"},
			"wheels": {"type": "integer", "default": 4},
			"braked": {"type": "boolean"},
			"at": {"anyOf": [{"type": "string", "enum": ["home", "away"], "default": "home"}, {"type": "number"}], "unit": "mm"},
			"kind": {"type": "string", "enum": ["flat", "box"], "default": "flat"},
			"tyres": {"type": "object", "additionalProperties": {"type": "number", "minimum": 0}},
			"marks": {"type": "array", "items": {"type": "string"}},
			"shelf": {"type": "object", "additionalProperties": false, "required": ["height"], "order": ["height"],
				"properties": {"height": {"type": "number", "exclusiveMinimum": 0, "unit": "mm", "title": "its height"}}}
		}
	}`, string(raw))
}
