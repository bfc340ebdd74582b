package sheet

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// shows is what gauges would show of every point of a sheet, at settings of its rig.
func shows(t testing.TB, s *Sheet, settings map[string]float64) map[string]float64 {
	t.Helper()
	at := *s
	r := *s.Rig
	r.Settings = settings
	at.Rig = &r
	out := map[string]float64{}
	for _, p := range s.Points {
		if p.Measures == "" {
			continue
		}
		m, where, err := at.Model("", p.States, p.Needs, p.At)
		require.NoError(t, err)
		answer, err := m.Answer(where)
		require.NoError(t, err)
		out[p.ID] = answer.Readings[p.Measures]
	}
	return out
}

func free(string, string) bool { return false }

func TestARigIsFittedToWhatWasRead(t *testing.T) {
	rnd := rand.New(rand.NewPCG(17, 1))
	fitted, sheets, near, read := 0, 0, 0, 0
	for _, whole := range demo(t) {
		if whole.Rig == nil {
			continue
		}
		s := whole.For(whole.Manual())
		sheets++
		for range 20 {
			settings := map[string]float64{}
			for k, v := range s.Rig.Settings {
				settings[k] = v
			}
			for _, a := range s.Adjusters {
				if a.Works != "" && len(a.Hooks) == 0 {
					settings[a.Works] += math.Round(rnd.Float64()*6 - 3)
				}
			}
			was := shows(t, s, settings)
			f, ok := s.Fit(was)
			if !ok {
				continue
			}
			fitted++
			again := shows(t, s, f.Settings)
			for _, p := range s.Points {
				if p.Measures == "" {
					continue
				}
				width := math.Max(p.Minus+p.Plus, 1)
				assert.InDelta(t, was[p.ID], again[p.ID]+f.Rest[p.ID], 1e-6, "%s %s: what is left over is told", s.ID, p.ID)
				read++
				if math.Abs(was[p.ID]-again[p.ID]) < 0.1*width {
					near++
				}
			}
		}
	}
	assert.Greater(t, fitted, 15*sheets)
	assert.Greater(t, float64(near), 0.97*float64(read), "%d of %d", near, read)
}

func TestNoSettingNamesTheWindowsAndThePart(t *testing.T) {
	for _, whole := range demo(t) {
		if whole.Family != "clutch" {
			continue
		}
		s := whole.For(whole.Manual())
		was := shows(t, s, s.Rig.Settings)
		f, ok := s.Fit(was)
		require.True(t, ok)
		assert.Nil(t, s.Against(f, free), "as it should be there is a setting")

		seized := func(string, string) bool { return true }
		assert.NotNil(t, s.Against(Fitted{Settings: map[string]float64{"adjuster": -40}}, seized), "and none where nothing turns")

		r := *s.Rig
		r.Geometry = Option{Geometry: map[string]float64{"release_travel": 3 * s.Rig.Geometry["release_travel"].(float64)}}.Fitted(r.Geometry, nil)
		s.Rig = &r
		against := s.Against(f, free)
		require.NotNil(t, against, "the release needs more than the pedal gives")
		assert.NotEmpty(t, against.Windows)
		require.NotEmpty(t, against.Cures)
		assert.Contains(t, against.Cures[0], " instead of ")
		return
	}
	t.Fatal("no clutch in the demo")
}
