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

// Check walks the value without reading it into anything.
func Check(raw []byte) error {
	d := json.NewDecoder(bytes.NewReader(raw))
	d.UseNumber()
	if err := value(d, "", 0); err != nil {
		return err
	}
	if _, err := d.Token(); err != io.EOF {
		return fault.At("", "there is more behind the JSON value: send one value")
	}
	return nil
}

func value(d *json.Decoder, path string, depth int) error {
	token, err := d.Token()
	if err != nil {
		return fault.At(path, "this is no JSON: %s", err)
	}
	switch t := token.(type) {
	case string:
		return text(t, path)
	case json.Delim:
		if depth++; depth > deepest {
			return fault.At(path, "this is nested too deep")
		}
		if t == '{' {
			return object(d, path, depth)
		}
		return list(d, path, depth)
	}
	return nil
}

func text(s, path string) error {
	if strings.ContainsRune(s, 0) {
		return fault.At(path, "there is a character here that is no text: write it anew")
	}
	return nil
}

func object(d *json.Decoder, path string, depth int) error {
	seen := map[string]bool{}
	for d.More() {
		token, err := d.Token()
		if err != nil {
			return fault.At(path, "this is no JSON: %s", err)
		}
		key, _ := token.(string) // the decoder gives texts for keys
		at := strings.TrimPrefix(path+"."+key, ".")
		if seen[key] {
			return fault.At(at, "this stands here twice: keep one of the two")
		}
		seen[key] = true
		if err := text(key, path); err != nil {
			return err
		}
		if err := value(d, at, depth); err != nil {
			return err
		}
	}
	return closing(d, path)
}

func list(d *json.Decoder, path string, depth int) error {
	for i := 0; d.More(); i++ {
		if err := value(d, path+"["+strconv.Itoa(i)+"]", depth); err != nil {
			return err
		}
	}
	return closing(d, path)
}

func closing(d *json.Decoder, path string) error {
	if _, err := d.Token(); err != nil {
		return fault.At(path, "this is no JSON: %s", err)
	}
	return nil
}
