package picture_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/picture"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
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

func TestEveryFamilyHasAPictureOfItsOwn(t *testing.T) {
	seen := map[string]string{}
	for _, s := range rigs(t) {
		scene := run.Picture(s)
		require.NotNil(t, scene, s.ID)
		shapes := len(scene.Shapes)
		assert.Greater(t, shapes, 15, s.ID)
		assert.NotEmpty(t, scene.Says, s.ID)
		seen[s.Family] = s.ID
	}
	assert.Len(t, seen, 11)
	_, ok := picture.Draw(picture.Rig{Family: "sledge"})
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
		for _, scene := range []*picture.Scene{run.Picture(s), run.Picture(&long)} {
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
	rig := picture.Rig{
		Family:   "clutch",
		Geometry: map[string]any{"hooks": []any{map[string]any{"name": "upper"}}},
		Values:   map[string]float64{"bearing_free": 1},
		Readings: map[string]picture.Reading{"bearing_free": {Name: "bearing gap", Text: "1.0 mm", Tone: picture.Good}},
	}
	near, ok := picture.Draw(rig)
	require.True(t, ok)
	assert.Contains(t, near.Says, "1.0 mm, bearing gap, drawn 20 times", "a small gap is drawn larger and says so")
	assert.Empty(t, accented(near))

	rig.Values["bearing_free"] = 2.5
	rig.Adjusters = map[string]picture.Adjuster{"adjuster": {Name: "cable nut", Turn: "2 turns out", Seen: "clockwise", From: "the pedal"}}
	far, _ := picture.Draw(rig)
	assert.NotEqual(t, near.Shapes[len(near.Shapes)-1], far.Shapes[len(far.Shapes)-1])
	assert.NotEmpty(t, accented(far))
	assert.Contains(t, far.Says, "2 turns out, cable nut: clockwise, seen from the pedal")

	rig.Adjusters["adjuster"] = picture.Adjuster{Name: "cable nut", Turn: "2 turns out", Done: true}
	done, _ := picture.Draw(rig)
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
				run.Picture(s)
			}
		}
	}
}
