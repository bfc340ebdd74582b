package calc

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestFaultsNameTheFirstFieldInTheOrderOfTheInput(t *testing.T) {
	for _, c := range []struct{ calc, input, field string }{
		{"adjuster", `{"now":1,"min":3,"max":2,"pitch":1}`, "min"},
		{"adjuster", `{"now":1,"min":3,"max":2}`, "min"},
		{"adjuster", `{"now":1,"min":3,"pitch":1}`, "max"},
		{"adjuster", `{"now":1,"target":3,"max":4,"pitch":1}`, "max"},
		{"adjuster", `{"now":1,"minus":1,"pitch":1}`, "target"},
		{"adjuster", `{"now":1,"target":3,"pitch":0}`, "pitch"},
		{"adjuster", `{"now":1,"target":3,"pitch":"1/20 in","kind":"screw"}`, "kind"},
		{"adjuster", `{"now":1,"target":3,"pitch":1,"engaged":5,"engaged_min":9,"engaged_max":6}`, "engaged_min"},
		{"adjuster", `{"now":"5 lb","target":3,"pitch":1}`, "now"},
		{"adjuster", `{"target":3,"pitch":0,"zeal":1,"colour":2}`, "colour"},
		{"reading", `{"readings":[1,"x",2],"target":3}`, "readings[1]"},
		{"reading", `{"readings":[1],"target":1,"quantity":"temperature"}`, "quantity"},
		{"reading", `{"readings":[1]}`, "target"},
		{"reading", `{"readings":[1],"min":3,"max":1}`, "min"},
		{"reading", `{"readings":[null],"min":1}`, "readings[0]"},
		{"reading", `{"readings":[1e999],"min":1}`, "readings[0]"},
		{"reading", `{"readings":4,"min":1}`, "readings"},
		{"fraction", `{"length":5,"denominator":2.5}`, "denominator"},
		{"fraction", `{"length":5,"denominator":"16"}`, "denominator"},
		{"measure", `{"text":"5 mm","default_unit":"ell"}`, "default_unit"},
		{"measure", `{"text":"5 mm","quantity":"mass"}`, "quantity"},
		{"response", `{"before":1,"after":2,"turns":0,"expected_per_turn":2}`, "turns"},
		{"lost-motion", `{"pushed":1,"pulled":2,"limit":3,"stroke":0}`, "stroke"},
		{"window", `{"now":1,"loosest":2,"tightest":3,"step":-1}`, "step"},
		{"window", `[1]`, "input"},
		{"window", `{`, "input"},
		{"windlass", `{}`, "calc"},
	} {
		_, err := Run(c.calc, []byte(c.input))
		fault, ok := err.(*Fault)
		if assert.True(t, ok, "%s %s: %v", c.calc, c.input, err) {
			assert.Equal(t, c.field, fault.Field, "%s %s", c.calc, c.input)
		}
	}
}

func TestHugeNumbersNeverGiveAnAnswer(t *testing.T) {
	_, err := Run("lost-motion", []byte(`{"pushed":1e308,"pulled":-1e308,"limit":1}`))
	require.Error(t, err)
}

func TestAnswersAtTheEdges(t *testing.T) {
	for _, c := range []struct{ calc, input, want string }{
		// on the limit to the last bit is inside
		{"reading", `{"readings":[143.5],"target":143,"minus":0.5,"plus":0.5}`, `{"verdict":"in"}`},
		{"reading", `{"readings":["5 1/2 in"],"start":"1 in","max":114.3}`, `{"mean":114.3,"verdict":"in"}`},
		{"reading", `{"readings":[1,9],"min":0,"max":5}`, `{"verdict":"unsteady"}`},
		// the nearest setting lies outside a lopsided band: the next one inside wins
		{"adjuster", `{"now":9.7,"target":10,"minus":0,"plus":1,"pitch":1,"step":1}`, `{"turns":1,"after":10.7,"limited_by":null}`},
		{"adjuster", `{"now":9,"target":10,"minus":0.1,"plus":0.1,"pitch":0.7,"step":1}`, `{"limited_by":"step","after":9.7}`},
		{"adjuster", `{"now":9,"target":10,"pitch":1,"engaged":4,"engaged_min":6}`, `{"turns":0,"limited_by":"thread","thread_ok":false}`},
		{"window", `{"now":0,"loosest":0.1,"tightest":0,"step":1}`, `{"verdict":"no window","move":null}`},
		{"window", `{"now":0,"loosest":1,"tightest":2,"step":1}`, `{"verdict":"too loose","move":1}`},
		{"response", `{"before":0,"after":1.3,"turns":1,"expected_per_turn":1}`, `{"verdict":"as expected"}`},
	} {
		out, err := Run(c.calc, []byte(c.input))
		require.NoError(t, err, c.input)
		var want any
		require.NoError(t, json.Unmarshal([]byte(c.want), &want))
		assertAgrees(t, want, plain(t, out), c.input)
	}
}
