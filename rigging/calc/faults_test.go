package calc

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
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
		{"two-ends", `{"now":1,"target":2,"a":{"pitch":1,"step":1,"engaged":9.5,"engaged_min":9.2,"engaged_max":9.8},"b":{"pitch":0,
			"step":1,"engaged":8.2,"engaged_max":8.3}}`, "b.pitch"},
		{"two-ends", `{"now":1,"target":2,"a":{"pitch":1,"step":1,"engaged":3,"engaged_min":9.2,"engaged_max":9.8},"b":{"pitch":1,
			"step":1,"engaged":8,"engaged_max":9}}`, "a.engaged"},
		{"hunting", `{"coast":1,"differential":1,"tolerance":1,"operate_extend":1,"operate_retract":1,"pretravel_extend":1}`, "pretravel_extend"},
		{"hunting", `{"coast":1,"differential":1,"tolerance":1,"gap_extend":1,"gap_retract":1}`, "degrees_per_mm"},
		{"hunting", `{"coast":1,"differential":1,"tolerance":1}`, "operate_extend"},
		{"kickdown", `{"bottom":9,"kick":9.1,"slack":-9.1,"notch":1,"slack_max":1,"pull_at_full":8}`, "kick"},
		{"kickdown", `{"bottom":9,"kick":9,"slack":-9.1,"notch":1,"slack_max":1,"pull_at_full":8}`, "slack"},
		{"kickdown", `{"bottom":9,"kick":8,"slack":0,"notch":1,"slack_max":1,"pull_at_full":8,"radius":3}`, "radius"},
		{"kickdown", `{"bottom":9,"kick":8,"slack":0,"notch":1,"slack_max":1,"radius":3,"idle_angle":-91,"full_angle":91}`, "idle_angle"},
		{"kickdown", `{"bottom":9,"kick":8,"slack":0,"notch":1,"slack_max":1,"shape":"cam","radius":3,"idle_angle":-95,
			"full_angle":-95}`, "full_angle"},
		{"clutch", `{"pedal_ratio":4,"fork_ratio":2,"pedal_stroke":150,"release_travel":8,"bite_travel":9,"free_min":9,"free_max":8,
			"free_cable":1}`, "bite_travel"},
		{"clutch", `{"pedal_ratio":4,"fork_ratio":2,"pedal_stroke":150,"release_travel":8,"free_min":7,"free_max":8,"free_cable":1,
			"free_pedal":4}`, "free_pedal"},
		{"parking-brake", `{"mass":900}`, "grade"},
		{"parking-brake", `{"mass":1000,"hold_force":9806.65}`, "hold_force"},
		{"parking-brake", `{"imbalance_max":20}`, "left"},
		{"parking-brake", `{"cable_slack":2}`, "backoff_turns"},
		{"spring", `{"slack_force":1,"most_force":9,"travel":20,"space":20,"springs":[{"kind":"compression","rate":1,"free":30,
			"solid":9}]}`, "travel"},
		{"spring", `{"slack_force":1,"most_force":9,"travel":10,"space":20,"springs":[{"kind":"extension","rate":1,"free":10},
			{"kind":"compression","rate":1,"free":30}]}`, "springs[1].solid"},
		{"spring", `{"slack_force":1,"most_force":9,"travel":10,"space":20,"springs":[{"kind":"compression","rate":1,"free":30,
			"solid":9,"cut_to":6,"coils":10,"inactive":2}]}`, "springs[0].cut_to"},
		{"tension", `{"indicated":9,"meter":[[10,1],[20,2]],"target":5,"minus":1,"plus":1}`, "indicated"},
		{"tension", `{"tension":9,"chart":[[10,1],[20,2]],"minus":1,"plus":1}`, "temperature"},
		{"tension", `{"tension":9,"chart":[[10,1],[10,2]],"temperature":10,"minus":1,"plus":1}`, "chart"},
		{"tension", `{"indicated":9,"meter":[[10,1]],"tension":5,"target":5,"minus":1,"plus":1}`, "meter"},
		{"tension", `{"tension":9,"minus":1,"plus":1}`, "chart"},
		{"coupled", `{"adjusters":[{"id":"a","step":1,"min":0,"max":1}],"readings":[{"id":"r","now":1,"min":2,"max":2}],
			"influence":[[1,2]]}`, "readings[0].min"},
		{"coupled", `{"adjusters":[{"id":"a","step":1,"min":0,"max":1}],"readings":[{"id":"r","now":1,"min":2,"max":3}],
			"influence":[[1,2]]}`, "influence[0]"},
		{"coupled", `{"adjusters":[{"id":"a","step":1e-9,"min":-9,"max":9}],"readings":[{"id":"r","now":1,"min":2,"max":3}],
			"influence":[[1]]}`, "adjusters[0].step"},
		{"conduit", `{"segments":[{"bend":30}],"core":2,"bore":1}`, "segments[0].radius"},
		{"cable-order", `{"path":[],"stock":[1]}`, "path"},
		{"trend", `{"points":[[1,2],[1,3],[2,3]],"limit":3,"limit_is":"low"}`, "points"},
		{"follow-up", `{"pairs":[{"commanded":0,"surface":0,"moving":"extending"},{"commanded":5,"surface":5,"moving":"extending"},
			{"commanded":9,"surface":9,"moving":"extending"},{"commanded":12,"surface":12,"moving":"extending"}],"tolerance":1}`, "pairs"},
		{"slot-pin", `{"gain":1,"slot_angle":90.1,"slot_left":2}`, "slot_angle"},
		{"window", `[1]`, "input"},
		{"window", `{`, "input"},
		{"windlass", `{}`, "calc"},
	} {
		_, err := Run(c.calc, []byte(c.input))
		fault, ok := err.(*fault.Fault)
		if assert.True(t, ok, "%s %s: %v", c.calc, c.input, err) {
			assert.Equal(t, c.field, fault.Field, "%s %s", c.calc, c.input)
		}
	}
}

func TestHugeNumbersNeverGiveAnAnswer(t *testing.T) {
	_, err := Run("lost-motion", []byte(`{"pushed":1e308,"pulled":-1e308,"limit":1}`))
	require.Error(t, err)
}

// Lists from outside are bounded: what a body of a few hundred kB may ask for is little.
func TestListsAreBounded(t *testing.T) {
	points := strings.Repeat("[1,2],", 1000) + "[1,2]"
	for name, body := range map[string]string{
		"trend":   `{"points":[` + points + `],"limit":3,"limit_is":"low"}`,
		"reading": `{"readings":[` + strings.Repeat("1,", 1000) + `1],"quantity":"length","uncertainty":0.1}`,
	} {
		_, err := Run(name, []byte(body))
		require.ErrorContains(t, err, "1001 entries: write 1000 at most", name)
	}
}
