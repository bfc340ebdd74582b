package calc

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// Each limit met exactly, and missed by more than the slack of 1e-9.
func TestAnswersAtTheEdges(t *testing.T) {
	for _, c := range []struct{ calc, input, want string }{
		{"reading", `{"readings":["5 1/2 in"],"start":"1 in","max":114.3}`, `{"mean":114.3,"verdict":"in"}`},
		{"reading", `{"readings":[1,9],"min":0,"max":5}`, `{"verdict":"unsteady"}`},
		{"reading", `{"readings":[1,3],"uncertainty":1,"min":0,"max":8}`, `{"verdict":"in","gauge":"fit"}`},
		{"reading", `{"readings":[1,3.00001],"uncertainty":1,"min":0,"max":8}`, `{"verdict":"unsteady"}`},
		// the nearest setting lies outside a lopsided band: the next one inside wins
		{"adjuster", `{"now":9.7,"target":10,"minus":0,"plus":1,"pitch":1,"step":1}`, `{"turns":1,"after":10.7,"limited_by":null}`},
		{"adjuster", `{"now":9,"target":10,"minus":0.1,"plus":0.1,"pitch":0.7,"step":1}`, `{"limited_by":"step","after":9.7}`},
		{"adjuster", `{"now":9,"target":10,"pitch":1,"engaged":4,"engaged_min":6}`, `{"turns":0,"limited_by":"thread","thread_ok":false}`},
		{"window", `{"now":0,"loosest":0.1,"tightest":0,"step":1}`, `{"verdict":"no window","move":null}`},
		{"window", `{"now":0,"loosest":1,"tightest":2,"step":1}`, `{"verdict":"too loose","move":1}`},
		{"window", `{"now":0,"loosest":0.4,"tightest":0.6,"step":1}`, `{"verdict":"step too coarse","move":null}`},
		{"response", `{"before":0,"after":1.3,"turns":1,"expected_per_turn":1}`, `{"verdict":"as expected"}`},
		{"hunting", `{"coast":2,"differential":0.5,"tolerance":0.4,"lash":1,"operate_extend":1.5,"operate_retract":1}`,
			`{"hunts":false,"margin":0,"operate_min":null,"within":false}`},
		{"hunting", `{"coast":2,"differential":0.5,"tolerance":3,"operate_extend":1,"operate_retract":1}`, `{"hunts":true,"swing":3}`},
		{"kickdown", `{"bottom":20,"kick":18,"slack":2,"notch":1,"slack_max":2,"pull_at_full":20}`,
			`{"now":{"verdict":"in","kickdown_at":1,"valve_full":18},"notches":0}`},
		{"kickdown", `{"bottom":20,"kick":18,"slack":2,"notch":1,"slack_max":2,"pull_at_full":20,"aim":"soft"}`,
			`{"notches":0,"window_low":0,"window_high":2}`},
		{"kickdown", `{"bottom":20,"kick":18,"slack":-1,"notch":1,"slack_max":2,"pull_at_full":20}`,
			`{"now":{"verdict":"too tight"},"notches":-2}`},
		{"kickdown", `{"bottom":20,"kick":18,"slack":0,"notch":1,"slack_max":2,"radius":10,"idle_angle":-90,"full_angle":90}`,
			`{"pull_full":20,"now":{"verdict":"in","throttle_reached":1}}`},
		{"clutch", `{"pedal_ratio":5,"fork_ratio":2,"pedal_stroke":150,"release_travel":13,"free_min":10,"free_max":20,
			"bearing_clearance_min":2,"free_pedal":20}`, `{"possible":true,"window_low":20,"now":{"release_margin":0,"verdict":"in"}}`},
		{"clutch", `{"pedal_ratio":5,"fork_ratio":2,"pedal_stroke":150,"release_travel":13.1,"free_min":10,"free_max":20,
			"bearing_clearance_min":2,"per_click":1,"free_pedal":20}`, `{"possible":false,"clicks":null,"after":null,
			"now":{"verdict":"will not release"}}`},
		{"parking-brake", `{"backoff_turns":1,"lift_per_turn":1,"expander_ratio":4,"travel_per_notch":1,"notch_min":4,"notch_max":4}`,
			`{"notches":4,"verdict":"in"}`},
		{"parking-brake", `{"backoff_turns":1,"lift_per_turn":1.000001,"expander_ratio":4,"travel_per_notch":1,"notch_min":4,
			"notch_max":4}`, `{"notches":5,"verdict":"loose"}`},
		{"spring", `{"slack_force":8,"most_force":30,"travel":20,"space":31,"springs":[{"kind":"compression","rate":1,"free":41,
			"solid":10}]}`, `{"springs":[{"force_at_rest":10,"force_at_full":30,"ok":true,"why":[]}],"best":0}`},
		{"spring", `{"slack_force":0,"most_force":30,"travel":20,"space":31,"springs":[{"kind":"extension","rate":1,"free":31,
			"initial":5}]}`, `{"springs":[{"force_at_rest":0,"force_at_full":25,"ok":true}]}`},
		{"tension", `{"indicated":20,"meter":[[10,100],[20,200]],"target":180,"minus":20,"plus":20}`,
			`{"tension":200,"verdict":"in","side":"in"}`},
		{"tension", `{"tension":80,"target":100,"minus":5,"plus":5,"stiffness":100000,"run":1000,"per_turn":1,"step":0.25}`,
			`{"turns":0.25,"after":105,"verdict_after":"in"}`},
		{"coupled", `{"adjusters":[{"id":"a","step":1,"min":-3,"max":3}],"readings":[{"id":"r","now":0,"min":2,"max":4}],
			"influence":[[1]],"guard":1}`, `{"moves":[2],"worst":1,"all_in":true}`},
		{"trend", `{"points":[[0,3],[1,2],[2,1]],"limit":1,"limit_is":"low"}`, `{"already":true,"reaches_limit_at":null,"doubt":null}`},
		{"bracket", `{"tries":[]}`, `{"state":"searching","next":0,"loose_end":null}`},
		{"bracket", `{"tries":[{"at":-1,"felt":"too loose"},{"at":2,"felt":"good"},{"at":2,"felt":"too tight"}]}`,
			`{"state":"contradiction","next":null}`},
		{"slot-pin", `{"gain":3,"slot_angle":90,"slot_left":3}`, `{"shift":3,"reachable":true}`},
		{"cable-order", `{"path":[{"length":990}],"end_a":10,"stock":[1200,1000]}`, `{"needed":1000,"order":1000,"spare":0}`},
		{"conduit", `{"segments":[{"bend":-90,"radius":50}],"core":2,"bore":2,"min_radius":50}`, `{"bend":90,"lost_motion":0,"tight_bends":[]}`},
	} {
		out, err := Run(c.calc, []byte(c.input))
		require.NoError(t, err, c.input)
		var want any
		require.NoError(t, json.Unmarshal([]byte(c.want), &want))
		assertAgrees(t, want, plain(t, out), c.input)
	}
}

func TestLimitsAreInclusiveWithinABillionth(t *testing.T) {
	for _, c := range []struct{ calc, input, verdict, beyond string }{
		{"reading", `{"readings":[%v],"target":143,"minus":0.5,"plus":0.5}`, "in", "out"},
		{"window", `{"now":0,"loosest":-143.5,"tightest":-%v,"step":1000}`, "step too coarse", "no window"},
		{"lost-motion", `{"pushed":%v,"pulled":0,"limit":143.5}`, "in", "out"},
		{"centre-stop", `{"gap_left":1,"gap_right":1,"play_left":%v,"play_right":0,"play_limit":143.5}`, "in", "out"},
		{"tension", `{"tension":%v,"target":143,"minus":1,"plus":0.5}`, "in", "out"},
		{"follow-up", `{"pairs":[{"commanded":0,"surface":0,"moving":"extending"},{"commanded":0,"surface":0,"moving":"retracting"},
			{"commanded":9,"surface":9,"moving":"retracting"},{"commanded":0,"surface":%v,"moving":"extending"}],"tolerance":143.5}`, "in", "out"},
	} {
		for _, edge := range []struct {
			at   float64
			want string
		}{{143.5, c.verdict}, {143.5 + 9e-10, c.verdict}, {143.5 + 2e-9, c.beyond}} {
			input := fmt.Sprintf(strings.ReplaceAll(c.input, "%v", "%.12f"), edge.at)
			out, err := Run(c.calc, []byte(input))
			require.NoError(t, err, input)
			require.Equal(t, edge.want, plain(t, out).(map[string]any)["verdict"], input)
		}
	}
}
