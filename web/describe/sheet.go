package describe

import (
	"github.com/invopop/jsonschema"

	"brankel/rigging/sheet"
)

// Sheet is the published JSON Schema of the rig sheet: the Go types, with bounds on
// everything that can be long.
func Sheet() []byte {
	s := reflector().Reflect(&sheet.Sheet{})
	s.Title = "Brankel rig sheet"
	for name, def := range s.Definitions {
		for pair := def.Properties.Oldest(); pair != nil; pair = pair.Next() {
			bound(name, pair.Key, pair.Value)
		}
	}
	return indent(s)
}

// How long texts and lists of a sheet may be: twice and more the longest there are.
const (
	longestText = 300
	longestList = 100
)

func bound(of, field string, s *jsonschema.Schema) {
	switch {
	case of == "Sheet" && field == "id":
		s.Pattern = sheet.SheetID
	case field == "id":
		s.Pattern = sheet.PartID
	case of == "SheetChart" && field == "points":
		s.Items.MinItems, s.Items.MaxItems = of2, of2
		s.Items.Items.Minimum, s.Items.Items.Maximum = "-100000", "100000"
	}
	limit(s)
}

func limit(s *jsonschema.Schema) {
	for _, one := range s.AnyOf {
		limit(one)
	}
	switch {
	case s.Type == "array":
		if s.MaxItems == nil {
			s.MaxItems = ptr(longestList)
		}
		if s.Items != nil {
			limit(s.Items)
		}
	case s.Type == "object" && s.Properties == nil && s.Ref == "":
		s.MaxProperties = ptr(longestList)
		if s.AdditionalProperties != nil {
			limit(s.AdditionalProperties)
		}
	case s.Type == "string" && len(s.Enum) == 0 && s.Format == "" && s.Pattern == "":
		s.MaxLength = ptr(longestText)
	}
}

var of2 = ptr(2)

func ptr(n uint64) *uint64 { return &n }

func words(list []string) (out []any) {
	for _, w := range list {
		out = append(out, w)
	}
	return out
}
