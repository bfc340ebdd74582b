package picture_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
)

func rigs(t testing.TB) (out []*sheet.Sheet) {
	files, err := filepath.Glob("../../demo/sheets/*.json")
	require.NoError(t, err)
	for _, f := range files {
		raw, err := os.ReadFile(f)
		require.NoError(t, err)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		if s.Rig != nil {
			out = append(out, s)
		}
	}
	return out
}

// usualRig is a family's rig in usual proportions, all of it right.
func usualRig(t testing.TB, family string) picture.Rig {
	t.Helper()
	raw, ok := usual.Sheet(family)
	require.True(t, ok, family)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	r, ok := tell.RigOf(s.For(s.Manual()))
	require.True(t, ok, family)
	return r
}

func TestEveryFamilyHasAPictureOfItsOwn(t *testing.T) {
	seen := map[string]string{}
	for _, s := range rigs(t) {
		scene := tell.Picture(s)
		require.NotNil(t, scene, s.ID)
		shapes := len(scene.Shapes)
		assert.Greater(t, shapes, 15, s.ID)
		assert.NotEmpty(t, scene.Says, s.ID)
		seen[s.Family] = s.ID
	}
	assert.Len(t, seen, 11)
	_, ok := picture.Draw(picture.Rig{})
	assert.False(t, ok, "what has none is drawn as a line")
}

// No text meets another or leaves the picture, at any width and however long the names are.
func TestTextsStandFree(t *testing.T) {
	placed := 0
	for _, s := range rigs(t) {
		long := *s
		long.Points = append([]sheet.Point{}, s.Points...)
		for i := range long.Points {
			long.Points[i].Name += strings.Repeat(" of the long name", i%4)
		}
		long.WorkOut()
		for _, scene := range []*picture.Scene{tell.Picture(s), tell.Picture(&long)} {
			for name, texts := range map[string][]picture.Text{"whole": scene.Whole, "middle": scene.Middle, "halves": scene.Halves} {
				for i, a := range texts {
					placed++
					w := picture.Wide(a.Text, a.Bold) * a.Size
					assert.GreaterOrEqual(t, a.X, 0.0, "%s %s %s", s.ID, name, a.Text)
					assert.LessOrEqual(t, a.X+w, picture.Width, "%s %s %s", s.ID, name, a.Text)
					if name == "halves" {
						assert.Equal(t, a.X < picture.Half, a.X+w < picture.Half, "%s %s: it is cut in two", s.ID, a.Text)
					}
					for _, b := range texts[:i] {
						apart := a.X >= b.X+picture.Wide(b.Text, b.Bold)*b.Size || b.X >= a.X+w || a.Y-a.Size*0.8 >= b.Y+b.Size*0.25 ||
							b.Y-b.Size*0.8 >= a.Y+a.Size*0.25
						assert.True(t, apart, "%s %s: %q meets %q", s.ID, name, a.Text, b.Text)
					}
				}
			}
		}
	}
	assert.Greater(t, placed, 1000)
}

// What was read moves what is drawn, and only what is turned now is in the accent.
func TestThePictureFollowsTheFigures(t *testing.T) {
	drawn := usualRig(t, "clutch")
	drawn.Values[rig.BearingFree] = 1
	drawn.Readings[rig.BearingFree] = picture.Reading{Name: "bearing gap", Text: "1.0 mm", Tone: picture.Good}
	near, ok := picture.Draw(drawn)
	require.True(t, ok)
	assert.Contains(t, near.Says, "1.0 mm, bearing gap, drawn 20 times", "a small gap is drawn larger and says so")
	assert.Empty(t, accented(near))

	drawn.Values[rig.BearingFree] = 2.5
	drawn.Adjusters[rig.SetAdjuster] = picture.Adjuster{Name: "cable nut", Turn: "2 turns out", Seen: "clockwise", From: "the pedal"}
	far, _ := picture.Draw(drawn)
	assert.NotEqual(t, near.Shapes[len(near.Shapes)-1], far.Shapes[len(far.Shapes)-1])
	assert.NotEmpty(t, accented(far))
	assert.Contains(t, far.Says, "2 turns out, cable nut: clockwise, seen from the pedal")

	drawn.Adjusters[rig.SetAdjuster] = picture.Adjuster{Name: "cable nut", Turn: "2 turns out", Done: true}
	done, _ := picture.Draw(drawn)
	assert.Empty(t, accented(done), "once it is turned nothing is left in the accent")
	assert.Contains(t, done.Says, "✓ cable nut: turned")
}

func accented(s picture.Scene) (out []picture.Shape) {
	for _, one := range s.Shapes {
		if one.Tone == picture.Now {
			out = append(out, one)
		}
	}
	return out
}

func BenchmarkPicture(b *testing.B) {
	for _, s := range rigs(b) {
		if s.ID == "721" {
			for b.Loop() {
				tell.Picture(s)
			}
		}
	}
}
