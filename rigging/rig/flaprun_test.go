package rig

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// By hand: the switch opens at 19 (20 less a gap of 1), then the surface slows over a coast of 2, for which it takes as
// long as the motor for 4.
func TestAFlapRunsUntilItsSwitchAndCoasts(t *testing.T) {
	r := flapRun{wanted: 20, gapUp: 1, gapDown: 1, coastUp: 2, coastDown: 2, limitUp: 0, limitDown: 40, end: 45}
	for _, one := range []struct{ at, far, is float64 }{
		{0, 0, 0}, {0, 5, 5}, {0, 19, 19}, {0, 20, 19.875}, {0, 21, 20.5}, {0, 23, 21}, {0, 100, 21},
		{19, 10, 19}, {21, 10, 21}, // inside both gaps nothing runs
		{40, 5, 35}, {40, 19, 21}, {40, 100, 19},
	} {
		assert.InDelta(t, one.is, r.after(one.at, one.far), 1e-9, "%v", one)
	}
	limited := flapRun{wanted: 50, gapDown: 1, gapUp: 1, limitDown: 40, end: 45}
	assert.InDelta(t, 40, limited.after(0, 100), 1e-9, "the limit opens first, and nothing coasts")
	still := flapRun{wanted: 20}
	assert.InDelta(t, 0, still.after(0, 100), 1e-9, "a limit at home opens at once")
	track := flapRun{wanted: 44, limitDown: 60, coastDown: 5, coastUp: 0, gapUp: 10, gapDown: 1, end: 45}
	assert.InDelta(t, 45, track.after(0, 1000), 1e-9, "it ends at the end of its track")
	hunts := flapRun{wanted: 20, gapUp: 0.2, gapDown: 0.2, coastUp: 2, coastDown: 2, limitDown: 40, end: 45}
	seen := map[bool]int{}
	for far := 30.0; far < 60; far += 0.5 {
		at := hunts.after(0, far)
		assert.Less(t, math.Abs(at-20), 2.0)
		seen[at > 20]++
	}
	assert.Greater(t, min(seen[true], seen[false]), 5, "with gaps less than its coast it goes to and fro")
}
