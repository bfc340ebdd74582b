// Package strict reads JSON that comes from outside and passes over nothing: what is
// unknown, said twice, left over or not text is refused with its place.
package strict

import (
	"bytes"
	"encoding/json"
	"errors"
	"io"
	"strconv"
	"strings"

	"brankel/rigging/fault"
)

// deepest is how many lists and objects may stand in one another.
const deepest = 40

// Decode reads exactly one JSON value into what into points to. Keys that into does
// not have, keys said twice, anything behind the value and the character NUL are
// faults; the error is a *fault.Fault.
func Decode(raw []byte, into any) error {
	if err := Check(raw); err != nil {
		return err
	}
	d := json.NewDecoder(bytes.NewReader(raw))
	d.DisallowUnknownFields()
	err := d.Decode(into)
	var wrong *json.UnmarshalTypeError
	switch {
	case err == nil:
		return nil
	case errors.As(err, &wrong):
		return fault.At(wrong.Field, "this is a %s where a %s is wanted", wrong.Value, plainly(wrong.Type.String()))
	}
	if name, ok := strings.CutPrefix(err.Error(), "json: unknown field "); ok {
		return fault.At(strings.Trim(name, `"`), "there is no such field")
	}
	return fault.At("", "this cannot be read: %s", err)
}

// plainly says a Go type as it is called at the bench.
func plainly(goType string) string {
	switch strings.TrimPrefix(goType, "*") {
	case "float64":
		return "number"
	case "int":
		return "whole number"
	case "bool":
		return "true or false"
	case "time.Time":
		return "time such as 2026-11-24T09:30:00Z"
	case "string":
		return "text"
	}
	if strings.HasPrefix(goType, "[]") {
		return "list"
	}
	return "group of fields"
}

// Check walks the value without keeping it.
func Check(raw []byte) error {
	_, err := Value(raw)
	return err
}

// Value reads exactly one JSON value as the standard library reads it into any, numbers
// as json.Number. The error is a *fault.Fault, as of Decode.
func Value(raw []byte) (any, error) {
	d := json.NewDecoder(bytes.NewReader(raw))
	d.UseNumber()
	keys, depth := count(raw)
	var v any
	odd := depth > deepest || bytes.IndexByte(raw, 0) >= 0 || bytes.Contains(raw, []byte(`\u0000`))
	if !odd && d.Decode(&v) == nil && !d.More() && keysIn(v) == keys {
		if _, err := d.Token(); err == io.EOF {
			return v, nil
		}
	}
	return walk(raw) // something is wrong: find its place
}

// count is how many keys the text has, and how deep it is nested, whatever it is.
func count(raw []byte) (keys, depth int) {
	quoted, now := false, 0
	for i := 0; i < len(raw); i++ {
		switch c := raw[i]; {
		case quoted && c == '\\':
			i++
		case c == '"':
			quoted = !quoted
		case quoted:
		case c == ':':
			keys++
		case c == '{' || c == '[':
			now++
			depth = max(depth, now)
		case c == '}' || c == ']':
			now--
		}
	}
	return keys, depth
}

// keysIn is how many keys a value has: fewer than its text where one stands there twice.
func keysIn(v any) (n int) {
	switch v := v.(type) {
	case map[string]any:
		n = len(v)
		for _, item := range v {
			n += keysIn(item)
		}
	case []any:
		for _, item := range v {
			n += keysIn(item)
		}
	}
	return n
}

// walk reads the value piece by piece, which takes three times as long.
func walk(raw []byte) (any, error) {
	d := json.NewDecoder(bytes.NewReader(raw))
	d.UseNumber()
	v, err := value(d, 0)
	if err != nil {
		return nil, err
	}
	if _, err := d.Token(); err != io.EOF {
		return nil, fault.At("", "there is more behind the JSON value: send one value")
	}
	return v, nil
}

// value reads one value. The path of a fault is put together on the way back, step by
// step, so that what is good pays nothing for it.
func value(d *json.Decoder, depth int) (any, error) {
	token, err := d.Token()
	if err != nil {
		return nil, noJSON(err)
	}
	switch t := token.(type) {
	case string:
		return t, text(t)
	case json.Delim:
		if depth++; depth > deepest {
			return nil, fault.At("", "this is nested too deep")
		}
		if t == '{' {
			return object(d, depth)
		}
		return list(d, depth)
	}
	return token, nil
}

func noJSON(err error) error { return fault.At("", "this is no JSON: %s", err) }

func text(s string) error {
	if strings.IndexByte(s, 0) >= 0 {
		return fault.At("", "there is a character here that is no text: write it anew")
	}
	return nil
}

func object(d *json.Decoder, depth int) (any, error) {
	out := map[string]any{}
	for d.More() {
		token, err := d.Token()
		if err != nil {
			return nil, noJSON(err)
		}
		key, _ := token.(string) // the decoder gives texts for keys
		if err := text(key); err != nil {
			return nil, err
		}
		if _, twice := out[key]; twice {
			return nil, fault.At(key, "this stands here twice: keep one of the two")
		}
		if out[key], err = value(d, depth); err != nil {
			return nil, fault.Below(key, err)
		}
	}
	return out, closing(d)
}

func list(d *json.Decoder, depth int) (any, error) {
	out := []any{}
	for i := 0; d.More(); i++ {
		v, err := value(d, depth)
		if err != nil {
			return nil, fault.Below("["+strconv.Itoa(i)+"]", err)
		}
		out = append(out, v)
	}
	return out, closing(d)
}

func closing(d *json.Decoder) error {
	if _, err := d.Token(); err != nil {
		return noJSON(err)
	}
	return nil
}
