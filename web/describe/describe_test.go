package describe

import (
	"reflect"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestARuleThatIsNoneIsNotPassedOver(t *testing.T) {
	type sound struct {
		Name string `json:"name" jsonschema:"minLength=1"`
		Free string `json:"free"`
	}
	type slip struct {
		Size float64 `json:"size" jsonschema:"minimun=0"`
	}
	assert.NotPanics(t, func() { ruled(reflect.TypeFor[sound]()) })
	assert.PanicsWithValue(t, `describe.slip.Size: there is no rule "minimun"`, func() { reflector().Reflect(&slip{}) })
}
