package rig

import (
	"bytes"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The published schema takes every rig of the worked examples that is answered, and
// refuses a name that is not known and a rig of another family.
func TestSchemaTakesWhatIsAnswered(t *testing.T) {
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(Schema()))
	require.NoError(t, err)
	c := jsonschema.NewCompiler()
	require.NoError(t, c.AddResource("rig.json", doc))
	schema, err := c.Compile("rig.json")
	require.NoError(t, err)
	for _, family := range Families() {
		taken := 0
		for _, e := range examples(t, family) {
			if e.Error != nil {
				continue
			}
			require.NoError(t, schema.Validate(any(e.Rig)), "%v", e.Rig)
			taken++
			e.Rig["geometry"].(map[string]any)["colour"] = 1.0
			require.Error(t, schema.Validate(any(e.Rig)))
			delete(e.Rig["geometry"].(map[string]any), "colour")
			for _, other := range Families() {
				if e.Rig["family"] = other; other != family {
					require.Error(t, schema.Validate(any(e.Rig)), other)
				}
			}
		}
		assert.Greater(t, taken, 20)
	}
}
