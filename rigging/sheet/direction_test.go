package sheet_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet"
)

// What a way of turning is called, and what that does by where the part sits, written before any sheet was looked at:
// the reading of the rig that it moves, and whether it grows.
var landmarks = []struct {
	family, works, says, reading string
	grows                        bool
}{
	{"gear-gate", "stop", "to the right", "gap.left", true}, // the stop leaves the left of the lever
	{"gear-gate", "stop", "to the left", "gap.right", true},
	{"gear-gate", "screw.", "longer", "reach.", true},
	{"gear-gate", "screw.", "shorter", "reach.", false},
	{"kickdown", "slider", "toward the throttle", "idle_slack", true}, // the sleeve sits on the outer
	{"kickdown", "slider", "away from the throttle", "idle_slack", false},
	{"throttle-cruise", "pedal_nuts", "toward the cam", "pedal_slack", true},
	{"throttle-cruise", "pedal_nuts", "away from the cam", "pedal_slack", false},
	{"throttle-cruise", "cruise_nuts", "toward the cam", "cruise_slack", true},
	{"throttle-cruise", "cruise_nuts", "away from the cam", "cruise_slack", false},
	{"stern-drive-shift", "lower", "away from the eye", "barrel_to_eye", true},
	{"stern-drive-shift", "lower", "toward the eye", "barrel_to_eye", false},
	{"stern-drive-shift", "lower", "away from the eye", "threads", false}, // off its thread
	{"parking-brake", "equaliser", "up the thread", "notches", false},     // taken up: the lever rises less
	{"flap-follow-up", "switch_up", "gap wider", "gap_up", true},
	{"flap-follow-up", "switch_down", "gap wider", "gap_down", true},
	{"flap-follow-up", "switch_up", "gap closer", "gap_up", false},
	{"flap-follow-up", "switch_down", "gap closer", "gap_down", false},
	{"flight-control-loop", "direct_left", "in", "tension", true}, // barrels in: the cable is shorter
	{"flight-control-loop", "crossover", "in", "tension", true},
	{"flight-control-loop", "crossover", "out", "tension", false},
}

// The words for a way of turning agree with the model, on every sheet there is: "toward the throttle" gives slack where
// the sleeve sits on the outer, "to the right" opens the left gap.
func TestWordsOfTurningAgreeWithTheModel(t *testing.T) {
	held, sheets := map[int]int{}, 0
	for _, dir := range []string{"../../demo/sheets", "usual"} {
		files, err := filepath.Glob(filepath.Join(dir, "*.json"))
		require.NoError(t, err)
		for _, file := range files {
			raw, err := os.ReadFile(file)
			require.NoError(t, err)
			s, err := sheet.Parse(raw)
			require.NoError(t, err, file)
			if s.Rig == nil {
				continue
			}
			sheets++
			m, err := s.Rig.Model()
			require.NoError(t, err)
			at, err := m.At(nil)
			require.NoError(t, err)
			as := s.For("")
			for i, l := range landmarks {
				for k := range as.Adjusters {
					a := &as.Adjusters[k]
					if s.Family != l.family || !strings.HasPrefix(a.Works, l.works) {
						continue
					}
					for way, says := range map[float64]string{1: a.Out.Says, -1: a.In.Says} {
						reading := l.reading
						if strings.HasSuffix(l.works, ".") {
							reading += strings.TrimPrefix(a.Works, l.works)
						}
						if says != l.says {
							continue
						}
						by, err := m.Influence(a.Works, reading, at)
						require.NoError(t, err, "%s: %s", file, reading)
						if by == 0 {
							continue // nothing moves there just now
						}
						held[i]++
						assert.Equal(t, l.grows, by*way > 0, "%s: the %s turned %s: %s", file, a.Name, says, reading)
					}
				}
			}
		}
	}
	assert.Greater(t, sheets, 30)
	for i, l := range landmarks {
		assert.Positive(t, held[i], "no sheet turns anything %s, as %s", l.says, l.works)
	}
}

// What is counted in clicks and notches is turned in whole ones, and no word of a sheet says that it turns what slides.
func TestClicksAndNotchesAreWhole(t *testing.T) {
	files, err := filepath.Glob("../../demo/sheets/*.json")
	require.NoError(t, err)
	counted := 0
	for _, file := range files {
		raw, err := os.ReadFile(file)
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		for _, a := range s.Adjusters {
			if a.Notch != "click" && a.Notch != "notch" && a.Notch != "hook" {
				continue
			}
			counted++
			assert.Equal(t, 1.0, a.LeastTurn(), "%s: %s", file, a.Name)
		}
	}
	assert.Greater(t, counted, 8)
}
