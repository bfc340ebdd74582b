package picture_test

import (
	"math"
	"slices"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
)

// However many causes sit at one place, every mark stands by itself, inside the picture, on one half
// of it, and the first where it belongs.
func TestMarksStandBesideOneAnother(t *testing.T) {
	marked := 0
	for _, family := range rig.Families() {
		for name, across := range picture.Places(usualRig(t, family)) {
			r := usualRig(t, family)
			for i := range 6 {
				r.Marks = append(r.Marks, picture.Mark{At: name, Text: strconv.Itoa(i + 1), Sharp: i == 5})
			}
			s, ok := picture.Draw(r)
			require.True(t, ok)
			require.Len(t, s.Marks, 6)
			for i, m := range s.Marks {
				assert.True(t, m.X >= 0 && m.X <= picture.Width && m.Y >= 0 && m.Y <= picture.Height, "%s: %s lies outside", family, name)
				for _, o := range s.Marks[:i] {
					assert.Greater(t, math.Hypot(m.X-o.X, m.Y-o.Y), 41.0, "%s: two marks at %s lie on one another", family, name)
				}
			}
			assert.InDelta(t, across*picture.Width, s.Marks[0].X, 63.0, "%s: the mark of %s is not at %s", family, name, name)
			marked++
		}
	}
	require.Greater(t, marked, 50)
}

func TestAMarkOfAPlaceThatIsNotDrawnStandsAtTheWorks(t *testing.T) {
	r := usualRig(t, "clutch")
	r.Marks = []picture.Mark{{At: "nowhere", Text: "1"}, {At: "works", Text: "2"}}
	s, ok := picture.Draw(r)
	require.True(t, ok)
	assert.Greater(t, s.Marks[0].X, picture.Half)
	assert.False(t, slices.Contains(s.Marks[1:], s.Marks[0]))
}
