package rig

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/fault"
)

func TestRefusalsNameTheirPlace(t *testing.T) {
	planes := make([]string, 1000)
	for i := range planes {
		planes[i] = fmt.Sprintf(`{"name":"p%d","side":1,"screw":1,"pitch":1,"need":1,"over":1}`, i)
	}
	gate := `{"gap_left":1,"gap_right":1,"per_turn":1,"lever_ratio":1,"hang_at":0.5,"planes":[%s]}`
	brake := `{"sides":["left","right"],"clearance":1,"per_click":1,"whisper":0.1,"lock_at":0.1,"shoe_ratio":4,%s"stiffness":20,` +
		`"pull":300,"lever_step":4,"lever_notches":12,"gain":9,"mass":1200,"slope":18}`
	brakes := func(more string) string { return fmt.Sprintf(brake, more) }
	for _, one := range []struct{ rig, field string }{
		{`[]`, "rig"},
		{`null`, "rig"},
		{`{"format":"brankel.rig/2","family":"clutch","geometry":{}}`, "rig.format"},
		{`{"format":"brankel.rig/1","family":"clutch"}`, "rig.geometry"},
		{`{"format":"brankel.rig/1","family":"windlass","geometry":{}}`, "rig.family"},
		{rigOf("clutch", `{"hooks":"upper"}`, ``), "rig.geometry.pedal_stroke"},
		{rigOf("gear-gate", fmt.Sprintf(gate, strings.Join(planes, ",")), ``), "rig.geometry.planes"},
		{rigOf("gear-gate", fmt.Sprintf(gate, strings.Replace(planes[0], `"side":1`, `"side":0`, 1)), ``), "rig.geometry.planes[0].side"},
		{rigOf("gear-gate", fmt.Sprintf(gate, planes[0]+","+planes[0]), ``), "rig.geometry.planes[1].name"},
		{rigOf("gear-gate", fmt.Sprintf(gate, strings.Replace(planes[0], `"p0"`, `" "`, 1)), ``), "rig.geometry.planes[0].name"},
		{rigOf("gear-gate", fmt.Sprintf(gate, planes[0]), `"settings":{"stop":1e999}`), "rig.settings.stop"},
		{rigOf("gear-gate", fmt.Sprintf(gate, planes[0]), `"settings":{"stop":"1 turn"}`), "rig.settings.stop"},
		{rigOf("gear-gate", fmt.Sprintf(gate, planes[0]), `"condition":{"slips":{"stop":1.2}}`), "rig.condition.slips.stop"},
		{rigOf("gear-gate", fmt.Sprintf(gate, planes[0]), `"condition":{"seized":["stop","stop"]}`), "rig.condition.seized[1]"},
		{rigOf("gear-gate", fmt.Sprintf(gate, planes[0]), `"condition":{"lock_drift":{"screw.p1":1}}`), "rig.condition.lock_drift.screw.p1"},
		{rigOf("parking-brake", brakes(``), ``), "rig.geometry.per_turn"},
		{rigOf("parking-brake", brakes(`"auto":"yes",`), ``), "rig.geometry.auto"},
		{rigOf("parking-brake", brakes(`"auto":true,`), `"settings":{"equaliser":1}`), "rig.settings.equaliser"},
		{rigOf("parking-brake", brakes(`"auto":true,`), `"condition":{"wear":{"near":1}}`), "rig.condition.wear.near"},
		{rigOf("parking-brake", brakes(`"per_turn":1e308,`), `"settings":{"equaliser":1e308}`), "rig.geometry"},
		{`{"format":"brankel.rig/1","family":"clutch","geometry":{"hooks":[{"name":"a","ratio":4}],"pedal_stroke":120,"fork_ratio":2,` +
			`"release_travel":9,"bite_travel":5,"per_step":1},"settings":{"hook":1}}`, "rig.settings.hook"},
		{`{"format":"brankel.rig/1","family":"clutch","geometry":{"hooks":[{"name":"a","ratio":4}],"pedal_stroke":120,"fork_ratio":2,` +
			`"release_travel":9,"bite_travel":5,"per_step":1},"condition":{"slips":{"hook":1}}}`, "rig.condition.slips.hook"},
	} {
		_, err := Solve([]byte(`{"rig":` + one.rig + `}`))
		var f *fault.Fault
		if assert.ErrorAs(t, err, &f, one.rig) {
			assert.Equal(t, one.field, f.Field, "%.300s", one.rig)
			assert.NotEmpty(t, f.Message)
		}
	}
	_, err := Solve([]byte(`{"rig":{},"At":{}}`))
	assert.ErrorContains(t, err, "At: ")
}

func rigOf(family, geometry, more string) string {
	if more != "" {
		more = "," + more
	}
	return fmt.Sprintf(`{"format":"brankel.rig/1","family":%q,"geometry":%s%s}`, family, geometry, more)
}

// Whatever comes in, there is an answer in finite numbers or a fault with its path.
func FuzzSolve(f *testing.F) {
	for _, family := range Families() {
		for i, e := range examples(f, family) {
			if i < 4 {
				raw, _ := json.Marshal(map[string]any{"rig": e.Rig, "at": e.At})
				f.Add(raw)
			}
		}
	}
	f.Fuzz(func(t *testing.T, raw []byte) {
		answer, err := Solve(raw)
		var wrong *fault.Fault
		if err != nil {
			if !errors.As(err, &wrong) || wrong.Message == "" {
				t.Fatalf("%T without words: %v", err, err)
			}
			return
		}
		if _, err := json.Marshal(answer); err != nil {
			t.Fatal(err)
		}
	})
}
