package tell

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/rigging/sheet"
)

func TestTicksStandAtRoundFigures(t *testing.T) {
	for _, c := range []struct {
		from, to, step float64
		tick           float64
	}{
		{139.4, 144.2, 0.5, 0.5}, {139.4, 144.2, 0.47, 0.5}, {0, 14, 0.235, 0.25}, {0, 900, 1, 20}, {-1, 1, 0.003, 0.05}, {5, 8, 0, 0.25},
	} {
		r := Rule{From: c.from, To: c.to}
		r.scale(c.step)
		assert.InDelta(t, c.tick, r.Tick, 1e-9, "%+v", c)
		assert.InDelta(t, 0, math.Remainder(r.From, r.Tick), 1e-9)
		assert.True(t, r.From <= c.from+1e-9 && r.To >= c.to-1e-9)
	}
}

// Whatever the figures of a draft are, it is drawn with few ticks and as JSON.
func TestAnyDraftIsDrawnWithFewTicks(t *testing.T) {
	drawn := 0
	rapid.Check(t, func(rt *rapid.T) {
		size := rapid.Float64Range(0, 1e9)
		target, per := rapid.Float64Range(-1e9, 1e9).Draw(rt, "target"), rapid.Float64().Draw(rt, "per")
		s := &sheet.Sheet{
			Adjusters:  []sheet.Adjuster{{ID: "a", Name: "nut", Kind: "barrel", Step: size.Draw(rt, "step")}},
			Points:     []sheet.Point{{ID: "p", Name: "length", Quantity: "length", Target: &target, Plus: size.Draw(rt, "plus")}},
			Influence:  []sheet.Influence{{Adjuster: "a", Point: "p", PerTurn: per}},
			LostMotion: []sheet.LostMotion{{ID: "l", Limit: size.Draw(rt, "limit")}},
		}
		s.WorkOut()
		for _, r := range Draw(s).Rules {
			_, err := json.Marshal(r)
			require.NoError(rt, err)
			assert.LessOrEqual(rt, (r.To-r.From)/r.Tick, float64(mostTicks)+1)
			drawn++
		}
	})
	assert.Positive(t, drawn)
}
