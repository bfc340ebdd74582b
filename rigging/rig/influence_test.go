package rig

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What a turn does is told outward, and inward where outward shows nothing yet; a name
// that is not there is told with those that are.
func TestInfluenceOfATurn(t *testing.T) {
	m, limits, _ := fourAdjusters(t, 60)
	at := limits[0].At
	for _, c := range []struct {
		adjuster, reading string
		per               float64
		says              string
	}{
		{"rod_left", "flap_edge.left", 0.98, ""},
		{"rod_left", "flap_edge.right", 0, ""},
		{"crossover", "bellcrank.left", -1.6 * 31 / 106, ""},
		{"rod_left", "travel_down.left", -0.98, ""},
		{"barrel", "tension", 0, "adjuster: there is no adjuster \"barrel\" here: write direct_left"},
		{"crossover", "tenson", 0, "reading: there is no reading \"tenson\": write tension"},
	} {
		slack := m.Set(map[string]float64{"direct_left": -5, "direct_right": -5, "crossover": -5}) // so that all are tight
		per, err := slack.Influence(c.adjuster, c.reading, at)
		if c.says != "" {
			assert.ErrorContains(t, err, c.says)
			continue
		}
		require.NoError(t, err)
		assert.InDelta(t, c.per, per, 1e-9, "%s on %s", c.adjuster, c.reading)
	}
	loose := m.Set(map[string]float64{"direct_left": 9, "direct_right": 9, "crossover": 9})
	per, err := loose.Influence("crossover", "tension", at)
	require.NoError(t, err)
	assert.Zero(t, per, "a slack cable does not answer either way")
}

// A window tells what is wrong as it stands, and that the range ends before anything else goes wrong.
func TestWindowTellsWhatIsWrongAlready(t *testing.T) {
	m, limits, _ := fourAdjusters(t, 60)
	w, err := m.Window(limits, Range{"rod_left", -0.5, 0.5, 0.25})
	require.NoError(t, err)
	assert.NotEmpty(t, w.Wrong)
	assert.Equal(t, End{2, -1}, w.In, "two quarters, then the range ends")
	_, err = m.Window(limits, Range{"rod_left", -1, 1, 0})
	assert.ErrorContains(t, err, "step")
	_, err = m.Window(limits, Range{"hook", -1, 1, 1})
	assert.ErrorContains(t, err, "adjuster")
}
