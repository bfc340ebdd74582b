package picture_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/run/tell"
)

// Where the words of a way of sliding point on a drawing, by what is drawn there: to its right, below it (y grows
// downward), or apart; written down from the drawings, not from the program.
var pointed = map[string][2]int{
	"to the right":           {1, 0},
	"to the left":            {-1, 0},
	"toward the throttle":    {-1, 0}, // the throttle lever stands at the left of the bracket
	"away from the throttle": {1, 0},
	"up the slot":            {0, -1},
	"down the slot":          {0, 1},
	"away from the roller":   {1, 0}, // the plate with its roller lies at the left of the switch
	"toward the roller":      {-1, 0},
	"released":               {1, 0}, // the cables go to the wheels at the right
	"let to take up":         {-1, 0},
	"off":                    {-1, 0}, // the wedge sits at the left of the drum
	"on":                     {1, 0},
	"shoes out":              {0, 0}, // both ways: see below
	"shoes in":               {0, 0},
}

// The arrow over whatever is slid points where its words say, on every sheet: a stop that goes to the left has no arrow
// to the right.
func TestArrowsOfWhatIsSlidPointAsTheirWordsSay(t *testing.T) {
	held := map[string]bool{}
	for _, s := range rigs(t) {
		as := s.For("")
		for k := range as.Adjusters {
			a := &as.Adjusters[k]
			if a.Works == "" || a.Out.Seen != "along" || len(a.Hooks) > 0 {
				continue
			}
			for _, way := range []struct {
				says string
				out  bool
			}{{a.Out.Says, true}, {a.In.Says, false}} {
				drawn, ok := tell.RigOf(as)
				require.True(t, ok)
				drawn.Adjusters = map[rig.Turned]picture.Adjuster{rig.Turned(a.Works): {Name: a.Name, Turn: "1", Seen: "along", Out: way.out}}
				scene, ok := picture.Draw(drawn)
				require.True(t, ok)
				to, known := pointed[way.says]
				require.True(t, known, "%s: where does %q point?", s.ID, way.says)
				var arrows [][]float64
				for _, one := range accented(scene) {
					if len(one.Points) == 4 && !one.Closed && one.Weight == 3 {
						arrows = append(arrows, one.Points)
					}
				}
				held[way.says] = true
				if !strings.HasPrefix(way.says, "shoes") {
					require.Len(t, arrows, 1, "%s: %s", s.ID, way.says)
					dx, dy := arrows[0][2]-arrows[0][0], arrows[0][3]-arrows[0][1]
					assert.Equal(t, to, [2]int{sign(dx), sign(dy)}, "%s: the %s goes %s", s.ID, a.Name, way.says)
					continue
				}
				require.Len(t, arrows, 2, "%s: %s", s.ID, way.says)
				left, right := arrows[0], arrows[1]
				assert.Equal(t, way.out, left[2] < left[0] && right[2] > right[0], "%s: %s", s.ID, way.says)
				assert.Equal(t, !way.out, left[2] > left[0] && right[2] < right[0], "%s: %s", s.ID, way.says)
			}
		}
	}
	for says := range pointed {
		assert.True(t, held[says], "no sheet slides anything %s", says)
	}
}

func sign(v float64) int {
	switch {
	case v > 0.01:
		return 1
	case v < -0.01:
		return -1
	}
	return 0
}
