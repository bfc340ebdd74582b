package picture

import (
	"math"
	"slices"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// However many causes sit at one place, every mark stands by itself, inside the picture, on one half
// of it, and the first where it belongs.
func TestMarksStandBesideOneAnother(t *testing.T) {
	marked := 0
	for family := range families {
		places := Places(Rig{Family: family})
		for name, across := range places {
			r := Rig{Family: family}
			for i := range 6 {
				r.Marks = append(r.Marks, Mark{At: name, Text: strconv.Itoa(i + 1), Sharp: i == 5})
			}
			s, ok := Draw(r)
			require.True(t, ok)
			require.Len(t, s.Marks, 6)
			for i, m := range s.Marks {
				assert.True(t, m.X >= 0 && m.X <= Width && m.Y >= 0 && m.Y <= Height, "%s: %s lies outside", family, name)
				for _, o := range s.Marks[:i] {
					assert.Greater(t, math.Hypot(m.X-o.X, m.Y-o.Y), 2*markRoom-1, "%s: two marks at %s lie on one another", family, name)
				}
			}
			assert.InDelta(t, across*Width, s.Marks[0].X, 3*markRoom, "%s: the mark of %s is not at %s", family, name, name)
			marked++
		}
	}
	require.Greater(t, marked, 50)
}

func TestAMarkOfAPlaceThatIsNotDrawnStandsAtTheWorks(t *testing.T) {
	s, ok := Draw(Rig{Family: "clutch", Marks: []Mark{{At: "nowhere", Text: "1"}, {At: "works", Text: "2"}}})
	require.True(t, ok)
	assert.Greater(t, s.Marks[0].X, Half)
	assert.False(t, slices.Contains(s.Marks[1:], s.Marks[0]))
}
