package picture_test

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
)

// measured is what the picture of each family shows as large as it was read.
var measured = []struct {
	family string
	at     map[string]any
	of     []rig.Reading
}{
	{"engine-push-pull", nil, []rig.Reading{rig.Arm, rig.CushionIn, rig.CushionOut}},
	{"throttle-cruise", nil, []rig.Reading{rig.Cam, rig.PedalSlack, rig.CruiseSlack}},
	{"kickdown", nil, []rig.Reading{rig.IdleSlack, rig.Valve}},
	{"kickdown", map[string]any{"throttle": "full"}, []rig.Reading{rig.IdleSlack, rig.FullValve, rig.Draw}},
	{"clutch", nil, []rig.Reading{rig.BearingFree, rig.CableGap}},
	{"parking-brake", nil, []rig.Reading{rig.Notches, rig.CableSlack, "clearance.left", "clearance.right"}},
	{"gear-gate", nil, []rig.Reading{rig.GapLeft, rig.GapRight}},
	{"trailer-overrun", nil, []rig.Reading{rig.LeverAngle, rig.RodPlay}},
	{"outboard-shift", nil, []rig.Reading{rig.EyeToPin}},
	{"stern-drive-shift", nil, []rig.Reading{rig.UpperGap}},
	{"flap-follow-up", nil, []rig.Reading{rig.Angle, rig.Other, rig.GapUp, rig.GapDown}},
	{"flight-control-loop", nil, []rig.Reading{"flap_edge.left", "flap_edge.right"}},
}

// Gaps, strokes, slacks and angles are drawn as large as they were read, as many times larger as is said.
func TestEveryDimensionIsDrawnAsItWasRead(t *testing.T) {
	families := map[string]bool{}
	for _, one := range measured {
		families[one.family] = true
		for _, of := range one.of {
			exact, drawn := 0, map[float64]bool{} // the sizes where it was not drawn as read: the least and the most
			r := usualRig(t, one.family)
			var err error
			r.At, err = r.Model.At(one.at)
			require.NoError(t, err)
			r.Readings[of] = picture.Reading{Name: "it"}
			for k := 1; k <= 60; k++ {
				v := float64(k) / 2
				r.Values[of] = v
				scene, ok := picture.Draw(r)
				require.True(t, ok)
				i := slices.IndexFunc(scene.Drawn, func(d picture.Dimension) bool { return d.Of == of })
				require.GreaterOrEqual(t, i, 0, "%s does not draw %s", one.family, of)
				for _, d := range scene.Drawn {
					if d.Of != of {
						continue
					}
					if math.Abs(d.Drawn-v*d.Scale) < 0.01 {
						exact++
					} else {
						drawn[math.Round(d.Drawn*10)/10] = true
					}
				}
			}
			assert.GreaterOrEqual(t, exact, 3, "%s: %s", one.family, of)
			assert.LessOrEqual(t, len(drawn), 2, "%s: %s is drawn %v where it was read otherwise", one.family, of, drawn)
		}
	}
	assert.Len(t, families, len(rig.Families()))
}

// A gap says how many times larger it is drawn, and is drawn so: the arrows of its dimension stand that far apart.
func TestTheArrowsOfAGapStandAsFarApartAsItSays(t *testing.T) {
	r := usualRig(t, "gear-gate")
	r.Values[rig.GapLeft], r.Values[rig.GapRight] = 2, 1
	without, _ := picture.Draw(r)
	r.Readings[rig.GapLeft] = picture.Reading{Name: "left gap", Text: "2.0 mm"}
	scene, ok := picture.Draw(r)
	require.True(t, ok)
	assert.Contains(t, scene.Says, "2.0 mm, left gap, drawn 15 times")
	var upright []float64 // of the lines that were not there without the reading
	for _, s := range scene.Shapes {
		old := slices.ContainsFunc(without.Shapes, func(o picture.Shape) bool { return slices.Equal(o.Points, s.Points) })
		if !old && len(s.Points) == 4 && s.Points[0] == s.Points[2] {
			upright = append(upright, s.Points[0])
		}
	}
	require.Len(t, upright, 2)
	assert.InDelta(t, 2*15, math.Abs(upright[1]-upright[0]), 0.2)
}
