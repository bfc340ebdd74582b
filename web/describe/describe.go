// Package describe writes JSON Schemas and the OpenAPI document from Go types.
package describe

import (
	"bytes"
	"encoding"
	"encoding/json"
	"fmt"
	"path"
	"reflect"
	"slices"
	"strings"

	"github.com/invopop/jsonschema"

	"brankel/rigging/setup"
)

func reflector() *jsonschema.Reflector {
	return &jsonschema.Reflector{Anonymous: true, Namer: name, Mapper: closed}
}

// closed writes a type that lists its words as that list, so that what is closed in Go is closed for whoever reads the
// document, and one that is written as a text as a string.
func closed(t reflect.Type) *jsonschema.Schema {
	if t.Kind() == reflect.Struct && t.PkgPath() != "time" && t.Implements(reflect.TypeFor[encoding.TextMarshaler]()) {
		return &jsonschema.Schema{Type: "string"}
	}
	if t.Kind() == reflect.Struct {
		ruled(t)
	}
	if t == reflect.TypeFor[setup.AnyOf]() {
		one := &jsonschema.Schema{Type: "string"}
		return &jsonschema.Schema{AnyOf: []*jsonschema.Schema{one, {Type: "array", Items: one}}}
	}
	if t.Kind() != reflect.String {
		return nil
	}
	if of, ok := reflect.Zero(t).Interface().(interface{ Words() []string }); ok {
		return &jsonschema.Schema{Type: "string", Enum: words(of.Words())}
	}
	return nil
}

// rules are those that tags of fields may hold: whatever else stands there would be passed over in silence.
var rules = []string{"enum", "exclusiveMinimum", "format", "maximum", "maxItems", "minimum", "minItems", "minLength"}

// ruled panics where a field of a type has a rule that is none: as input.Plan does with rules of its own.
func ruled(t reflect.Type) {
	for i := range t.NumField() {
		tag := t.Field(i).Tag.Get("jsonschema")
		for _, rule := range strings.Split(tag, ",") {
			if key, _, _ := strings.Cut(rule, "="); tag != "" && !slices.Contains(rules, key) {
				panic(fmt.Sprintf("%s.%s: there is no rule %q", t, t.Field(i).Name, key))
			}
		}
	}
}

// name keeps types of the same name in different packages apart: RunLine, SheetLine. The parts of a run are one
// package to whoever reads the document, and share their names.
func name(t reflect.Type) string {
	pkg := t.PkgPath()
	if in, _ := path.Split(pkg); path.Base(in) == "run" {
		pkg = path.Clean(in)
	}
	pkg = path.Base(pkg)
	n := t.Name()
	if pkg == "web" || pkg == "." || strings.EqualFold(pkg, n) {
		return n
	}
	return strings.ToUpper(pkg[:1]) + pkg[1:] + n
}

func indent(v any) []byte {
	var b bytes.Buffer
	e := json.NewEncoder(&b)
	e.SetEscapeHTML(false)
	e.SetIndent("", "  ")
	if err := e.Encode(v); err != nil {
		panic(fmt.Sprint("schema: ", err)) // the types are known at build time
	}
	return b.Bytes()
}

// Operation is one route as the document shows it. In and Out are values of the
// Go types, nil for none; Type is the media type of what comes back, JSON when "".
type Operation struct {
	Method, Path, ID, Summary string
	In, Out                   any
	Type                      string
	Query                     []string
	Least                     any // what comes back to "Prefer: return=minimal", nil where that is the same
}

// minimal asks for the least that an answer may be (RFC 7240).
const minimal = "return=minimal"

type object = map[string]any

// OpenAPI is the document of the operations. problem is the Go type of every error.
func OpenAPI(ops []Operation, problem any) []byte {
	schemas, paths := object{}, object{}
	for _, op := range ops {
		item, _ := paths[op.Path].(object)
		if item == nil {
			item = object{}
			paths[op.Path] = item
		}
		item[strings.ToLower(op.Method)] = operation(op, problem, schemas)
	}
	return indent(object{
		"openapi":    "3.1.0",
		"info":       object{"title": "Brankel", "version": "1", "license": object{"name": "MIT", "identifier": "MIT"}},
		"paths":      paths,
		"components": object{"schemas": schemas},
	})
}

func operation(op Operation, problem any, schemas object) object {
	ok := object{"description": "as asked"}
	switch {
	case op.Type != "":
		ok["content"] = object{op.Type: object{}}
	case op.Out != nil:
		ok["content"] = object{"application/json": object{"schema": reference(op.Out, schemas)}}
	}
	out := object{"operationId": op.ID, "summary": op.Summary, "responses": object{
		"200": ok,
		"default": object{
			"description": "what was wrong",
			"content":     object{"application/problem+json": object{"schema": reference(problem, schemas)}},
		},
	}}
	if op.In != nil {
		out["requestBody"] = object{"required": true, "content": object{"application/json": object{"schema": reference(op.In, schemas)}}}
	}
	if op.Least != nil {
		reference(op.Least, schemas)
	}
	if params := parameters(op); len(params) > 0 {
		out["parameters"] = params
	}
	return out
}

func parameters(op Operation) (params []object) {
	text := object{"type": "string"}
	for _, part := range strings.Split(op.Path, "/") {
		if strings.HasPrefix(part, "{") {
			params = append(params, object{"name": strings.Trim(part, "{}"), "in": "path", "required": true, "schema": text})
		}
	}
	if op.Least != nil {
		params = append(params, object{"name": "Prefer", "in": "header", "schema": object{"type": "string", "enum": []string{minimal}},
			"description": "answers with " + name(reflect.TypeOf(op.Least)) + " instead"})
	}
	for _, q := range op.Query {
		params = append(params, object{"name": q, "in": "query", "schema": text})
	}
	return params
}

// reference adds the type's schemas to the document and points to it.
func reference(v any, schemas object) any {
	raw, err := json.Marshal(reflector().Reflect(v))
	if err != nil {
		panic(fmt.Sprint("schema: ", err))
	}
	raw = bytes.ReplaceAll(raw, []byte(`"#/$defs/`), []byte(`"#/components/schemas/`))
	var doc object
	if err := json.Unmarshal(raw, &doc); err != nil {
		panic(fmt.Sprint("schema: ", err))
	}
	defs, _ := doc["$defs"].(object)
	for k, d := range defs {
		schemas[k] = d
	}
	delete(doc, "$defs")
	delete(doc, "$schema")
	return doc
}
