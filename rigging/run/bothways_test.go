package run_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/bench"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// A follow cable that stands two turns long: its end in the cabin is turned alone. Where that has no thread left, the end in
// the wing helps, and its panel is opened for it.
func TestTheHandyEndOfAFollowCableTurnsAloneWhileItHasThread(t *testing.T) {
	for _, one := range []struct {
		panel string
		ends  map[string]bool
	}{
		{"13", map[string]bool{"follow-rod": true}},
		{"19½", map[string]bool{"follow-wing": true}},
	} {
		f := followSheet(t, leftLimits(t, "711"))
		f.reading = map[string]string{"angle-10": "12.2", "angle-20": "22.2", "angle-full": "40.2", "home": "2.3", "other-full": "40.2",
			"gap-up": "0.75", "gap-down": "0.75", "threads-panel": "13", "threads-wing": "12"}
		f.reading["threads-panel"] = strings.Replace(one.panel, "½", ".5", 1)
		a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove && a.Move.Setting == "follow" })
		turned := map[string]bool{}
		for _, turn := range a.Plan {
			turned[turn.Adjuster] = strings.HasPrefix(turn.Adjuster, "follow-")
			assert.Equal(t, "in", turn.Way, turn.Adjuster)
		}
		assert.Equal(t, one.ends, turned, "%s threads at the panel", one.panel)
		if one.ends["follow-wing"] {
			assert.Equal(t, "off", f.state().Ways["wing-panel"], "nothing in the wing is turned behind a closed panel")
		}
	}
}

// leftLimits is a sheet of flaps whose limits are left where they cut.
func leftLimits(t *testing.T, id string) *sheet.Sheet {
	flaps := demoSheet(t, id)
	for i := range flaps.Settings {
		flaps.Settings[i].Least = false
	}
	return flaps
}

// What the Bench says of a figure is what the run of it advises: the same turns, the same way, whichever way lengthens.
func TestTheBenchAndItsRunTurnTheSameWay(t *testing.T) {
	said := 0
	for _, now := range []string{"139.4", "145.1"} {
		for _, kind := range []string{"barrel", "turnbuckle", "clevis", "jam nuts"} {
			for _, lengthens := range []string{"out", "in"} {
				for _, toward := range []map[string]string{{}, {"@out": "the housing", "@in": "the eye"}} {
					values := bench.Values{"now": now, "target": "143", "minus": "0.5", "plus": "0.5", "pitch": "1", "step": "1/2", "kind": kind,
						"lengthens": lengthens}
					for k, v := range toward {
						values[k] = v
					}
					s, _ := bench.Find("adjuster")
					work := s.Work(values)
					require.NotNil(t, work.Answer, "%v", values)
					one, found, err := s.Sheet(values, bench.Job{Cable: "hatch cable", Craft: "boat", Source: "manual"})
					require.NoError(t, err)
					turn := firstTurn(t, one, found)
					assert.True(t, strings.HasPrefix(spell.Lower(work.Answer.Says), turn.Text+" "+turn.WaySays) ||
						strings.HasPrefix(spell.Lower(work.Answer.Says), turn.Text+" "+turn.Way),
						"%v: the Bench says %q, the run %s %s (%s)", values, work.Answer.Says, turn.Text, turn.WaySays, turn.Way)
					if len(toward) > 0 {
						assert.Contains(t, work.Answer.Says, turn.WaySays, "%v", values)
					}
					said++
				}
			}
		}
	}
	assert.Equal(t, 32, said)
}

// firstTurn follows a run of a sheet from the Bench to what is turned first.
func firstTurn(t *testing.T, one *sheet.Sheet, found map[string]string) lead.Turn {
	t.Helper()
	f := &follower{rigOf(t, record.Around{Family: one.Family, Cable: one.Cable}, one), one, found, map[string]string{}}
	a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove })
	require.NotNil(t, a.Move, fmt.Sprint(a))
	return *a.Move
}
