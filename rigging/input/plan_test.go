package input

import (
	"reflect"
	"testing"

	"github.com/stretchr/testify/assert"
)

// A rule that there is none of is told when the program starts, however deep it stands; those that there are pass.
func TestAnUnknownRulePanicsAtStart(t *testing.T) {
	type deep struct {
		Length float64 `json:"length" input:"length,above1"`
	}
	type holds struct {
		Parts []*deep `json:"parts"`
	}
	assert.PanicsWithValue(t, `input: there is no rule "above1" in the tag "length,above1"`, func() { Plan(reflect.TypeFor[holds]()) })
	type fine struct {
		Length *float64 `json:"length" input:"length,above0,optional"`
		Word   string   `json:"word" input:"words=a|b,default=a"`
		Bare   string   `json:"bare"`
	}
	assert.NotPanics(t, func() { Plan(reflect.TypeFor[fine]()) })
}
