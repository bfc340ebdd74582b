package sheet

import (
	"bytes"
	_ "embed"
	"encoding/json"
	"sync"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"brankel/rigging/fault"
	"brankel/rigging/strict"
)

//go:generate go run brankel/cmd/brankel schema -o schema.json
//go:embed schema.json
var schemaJSON []byte

// Schema is the published JSON Schema (2020-12) of the format.
func Schema() []byte { return schemaJSON }

var compiled = sync.OnceValue(func() *jsonschema.Schema {
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(schemaJSON))
	if err != nil {
		panic(err)
	}
	c := jsonschema.NewCompiler()
	if err := c.AddResource("rig-sheet.json", doc); err != nil {
		panic(err)
	}
	return c.MustCompile("rig-sheet.json")
})

// Parse reads a sheet in the open format. A bad one is refused with every
// fault (fault.List), each with its path and what to write; unknown keys are faults.
func Parse(raw []byte) (*Sheet, error) {
	doc, err := strict.Value(raw) // as the schema wants it too: numbers as json.Number
	if err != nil {
		return nil, fault.List{*err.(*fault.Fault)}
	}
	if err := compiled().Validate(doc); err != nil {
		return nil, shapeFaults(err.(*jsonschema.ValidationError))
	}
	var s Sheet
	if err := json.Unmarshal(raw, &s); err != nil {
		return nil, fault.List{*fault.At("", "%s", err)}
	}
	s.WorkOut()
	if f := s.Faults(); len(f) > 0 {
		return nil, f
	}
	return &s, nil
}
