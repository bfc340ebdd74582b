package run_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
)

// What is measured in a photo lies within its doubt of what is true, wherever the taps fell within
// theirs: in 95 of 100 at least.
func TestALengthInAPhotoLiesWithinItsDoubt(t *testing.T) {
	within, all := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		const w, h = 1600, 1200
		tap := func(x, y float64) record.Pixel {
			off := rapid.Float64Range(-1, 1)
			return record.Pixel{X: x + off.Draw(t, "x")*w/400, Y: y + off.Draw(t, "y")*w/400}
		}
		pixels := rapid.Float64Range(2, 20).Draw(t, "pixels a mm")
		known := rapid.Float64Range(100/pixels, 600/pixels).Draw(t, "known")
		actual := rapid.Float64Range(100/pixels, 600/pixels).Draw(t, "true")
		m, err := record.MeasureIn(record.Measured{
			Scale: [2]record.Pixel{tap(50, 50), tap(50+known*pixels, 50)},
			Of:    [2]record.Pixel{tap(80, 100), tap(80, 100+actual*pixels)},
			Text:  spell.Figure("length", known),
		}, w, h)
		require.NoError(t, err)
		all++
		if math.Abs(m.Length-actual) <= 2*m.Doubt+0.05*actual/known {
			within++
		}
		assert.Less(t, m.Doubt, m.Length/2)
	})
	assert.Greater(t, float64(within), 0.95*float64(all))
	require.Greater(t, all, 50)
}

func TestWhatCannotBeMeasuredInAPhoto(t *testing.T) {
	ok := record.Measured{Scale: [2]record.Pixel{{X: 10, Y: 10}, {X: 400, Y: 10}}, Of: [2]record.Pixel{{X: 10, Y: 50}, {X: 10, Y: 350}}, Text: "40 mm"}
	m, err := record.MeasureIn(ok, 800, 400)
	require.NoError(t, err)
	assert.InDelta(t, 30.77, m.Length, 0.01)
	assert.InDelta(t, 0.37, m.Doubt, 0.02)
	corner := ok
	corner.Scale = [2]record.Pixel{{X: 0, Y: 0}, {X: 800, Y: 400}}
	_, err = record.MeasureIn(corner, 800, 400)
	require.NoError(t, err, "a corner is inside")
	inch := ok
	inch.Text = "1/2 in"
	m, err = record.MeasureIn(inch, 800, 400)
	require.NoError(t, err)
	assert.InDelta(t, 12.7, m.Known, 1e-9)
	for says, change := range map[string]func(*record.Measured){
		"say it in 80":     func(m *record.Measured) { m.Text = strings.Repeat("2", 5000) },
		"inside the photo": func(m *record.Measured) { m.Of[1].Y = 401 },
		"tap inside":       func(m *record.Measured) { m.Scale[0].X = math.NaN() },
		"it is 800 by 400": func(m *record.Measured) { m.Scale[0].Y = -1 },
		"too close":        func(m *record.Measured) { m.Scale[1] = record.Pixel{X: 12, Y: 10} },
		"close together":   func(m *record.Measured) { m.Of[1] = m.Of[0] },
		"how long":         func(m *record.Measured) { m.Text = "0" },
		"number":           func(m *record.Measured) { m.Text = "a hand" },
	} {
		bad := ok
		change(&bad)
		_, err := record.MeasureIn(bad, 800, 400)
		assert.ErrorContains(t, err, says)
	}
}

func TestPhotosThatBelongTogetherStandTogether(t *testing.T) {
	of := func(id, stage, point string) record.Event {
		return record.Event{ID: id, Kind: record.KindPhoto, Body: []byte(`{"sha256":"` + id + `","stage":"` + stage + `","point":"` + point + `"}`)}
	}
	list := record.Photos([]record.Event{
		of("a", "as found", "eye"), of("b", "", ""), of("c", "released", "eye"), of("d", "as left", "eye"), of("e", "as left", "gap"),
		of("f", "applied", "eye"), of("g", "", ""), {ID: "x", Kind: record.KindCorrected, Body: []byte(`{"event":"g"}`)},
	})
	var order []string
	for _, p := range list {
		order = append(order, p.SHA256)
	}
	assert.Equal(t, []string{"a", "d", "b", "c", "f", "e"}, order, "and what was struck out is not shown")
}
