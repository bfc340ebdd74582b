package lead

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/calc"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// A length that lacks 1 mm, between two ends of 1 mm a turn that keep 6 to 14 threads in: the handy end turns alone as long
// as it leaves a thread to spare, then the other helps.
func TestTwoEndsShareWhatOneCannotSpare(t *testing.T) {
	ends := func(a, b float64) []*Turned {
		threads := &sheet.Threads{Min: 6, Max: 14}
		return []*Turned{{Adjuster: &sheet.Adjuster{ID: "a", Threads: threads}, Threads: &a},
			{Adjuster: &sheet.Adjuster{ID: "b", Threads: threads}, Threads: &b}}
	}
	ask := func(a, b float64) calc.CoupledInput {
		return calc.CoupledInput{Readings: []calc.CoupledReading{{Now: 142, Min: 142.9, Max: 143.1}}, Influence: [][]float64{{1, 1}},
			Adjusters: []calc.CoupledAdjuster{{Step: 0.5, Min: a - 14, Max: a - 6}, {Step: 0.5, Min: b - 14, Max: b - 6}}}
	}
	for _, one := range []struct {
		a, b  float64
		moves []float64
	}{
		{10, 10, []float64{1, 0}},
		{8, 10, []float64{1, 0}},  // one thread is left: enough
		{7, 10, []float64{-1, 2}}, // none would be left: eight in at either
	} {
		out, ok := bothEnds(ask(one.a, one.b), ends(one.a, one.b), nil)
		assert.True(t, ok)
		assert.Equal(t, one.moves, out.Moves, "%v", one)
		assert.InDelta(t, 143, out.Predicted[0], 1e-9)
	}
	turned := []record.Moved{{Move: record.Move{Adjuster: "a", Way: "out", Value: 2}}, {Move: record.Move{Adjuster: "c", Way: "out", Value: 9}}}
	out, ok := bothEnds(ask(10, 10), ends(8, 10), turned)
	assert.True(t, ok)
	assert.Equal(t, []float64{1, 0}, out.Moves, "eight threads in, and two turned out of ten: ten before the turn that is asked for")

	_, ok = bothEnds(ask(10, 10), ends(10, 10)[:1], nil)
	assert.False(t, ok, "one end alone is no matter of two")
	two := ask(10, 10)
	two.Readings = append(two.Readings, two.Readings[0])
	_, ok = bothEnds(two, ends(10, 10), nil)
	assert.False(t, ok, "two readings are set otherwise")
	uncounted := ends(10, 10)
	uncounted[1].Threads = nil
	_, ok = bothEnds(ask(10, 10), uncounted, nil)
	assert.False(t, ok, "threads that nobody counted are not spent")
	away := ask(10, 10)
	away.Influence = [][]float64{{1, -1}}
	_, ok = bothEnds(away, ends(10, 10), nil)
	assert.False(t, ok, "ends that work against each other are no two ends of one length")
}
