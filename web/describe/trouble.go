package describe

import (
	"sync"

	"github.com/invopop/jsonschema"

	"brankel/rigging/rig"
	"brankel/rigging/trouble"
)

// Trouble is the published JSON Schema of what is known of a family's troubles. It is read only.
func Trouble() []byte { return troubleSchema() }

var troubleSchema = sync.OnceValue(func() []byte {
	s := reflector().Reflect(&trouble.Knowledge{})
	s.Title = "Brankel trouble"
	for _, def := range s.Definitions {
		for pair := def.Properties.Oldest(); pair != nil; pair = pair.Next() {
			boundTrouble(pair.Key, pair.Value)
		}
	}
	return indent(s)
})

func boundTrouble(field string, s *jsonschema.Schema) {
	switch field {
	case "format":
		s.Enum = words([]string{trouble.Format})
	case "family":
		s.Enum = words(rig.Families())
	case "kind":
		s.Enum = words(trouble.Kinds)
	case "do":
		s.Enum = words(trouble.Ends)
	case "by", "to":
		s.Items.Minimum, s.Items.Maximum = "-1000", "1000"
	}
	limit(s)
}
