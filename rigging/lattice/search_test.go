package lattice

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// tryAll is the least turning by trying every setting, and the least strain of all.
func tryAll(axes []Axis, rows []Row, accept func([]float64) bool) (least, worst float64) {
	least, worst = math.Inf(1), math.Inf(1)
	x := make([]float64, len(axes))
	var at func(i int)
	at = func(i int) {
		if i == len(axes) {
			total, strain, hard := 0.0, 0.0, true
			for _, v := range x {
				total += math.Abs(v)
			}
			for _, r := range rows {
				p := r.At
				for j, v := range x {
					p += r.By[j] * v
				}
				if r.Hard {
					hard = hard && math.Abs(p) <= 1+slack
				} else {
					strain = max(strain, math.Abs(p))
				}
			}
			if hard && strain <= 1+slack && accept(x) {
				least = min(least, total)
			}
			worst = min(worst, strain)
			return
		}
		for k := axes[i].Low; k <= axes[i].High; k++ {
			x[i] = k * axes[i].Step
			at(i + 1)
		}
	}
	at(0)
	return least, worst
}

func anyRows(r *rand.Rand, n int, hard bool) (axes []Axis, rows []Row) {
	for range n {
		axes = append(axes, Axis{[]float64{0.25, 0.5, 1}[r.IntN(3)], float64(-r.IntN(4)), float64(r.IntN(4))})
	}
	for range 1 + r.IntN(5) {
		one := Row{At: r.NormFloat64() * 2, Hard: hard && r.IntN(3) == 0}
		for j := range n {
			if r.IntN(4) > 0 {
				one.By[j] = r.NormFloat64()
			}
		}
		rows = append(rows, one)
	}
	return axes, rows
}

// For one to five adjusters the search finds what trying all settings finds, with
// conditions that strain nothing and settings that are not accepted.
func TestFewestIsWhatTryingAllFinds(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 9))
	found, none, refused := 0, 0, 0
	for range 1500 {
		n := 1 + r.IntN(5)
		axes, rows := anyRows(r, n, true)
		accept := func([]float64) bool { return true }
		if r.IntN(3) == 0 {
			accept = func(x []float64) bool { return math.Mod(math.Abs(x[0]), 0.5) == 0 }
			refused++
		}
		least, _ := tryAll(axes, rows, accept)
		s := New(axes, rows)
		s.Accept = accept
		turns := s.Fewest(1)
		if math.IsInf(least, 0) {
			require.Nil(t, turns, "%v %v", axes, rows)
			none++
			continue
		}
		require.NotNil(t, turns, "%v %v", axes, rows)
		total := 0.0
		for _, v := range turns {
			total += math.Abs(v)
		}
		require.InDelta(t, least, total, 1e-6, "%v %v", axes, rows)
		found++
		if least > 0 {
			s.Below = least
			require.Nil(t, s.Fewest(1), "nothing beats the least")
		}
	}
	assert.Greater(t, found, 300)
	assert.Greater(t, none, 200)
	assert.Greater(t, refused, 200)
}

func TestLeastWorstIsWhatTryingAllFinds(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 9))
	for range 500 {
		axes, rows := anyRows(r, 1+r.IntN(4), false)
		_, worst := tryAll(axes, rows, func([]float64) bool { return true })
		require.InDelta(t, worst, New(axes, rows).LeastWorst(), 1e-6, "%v %v", axes, rows)
	}
}

// Many rows in few directions are put together, and what every setting meets is left out.
func TestFewerRowsSayTheSame(t *testing.T) {
	axes := []Axis{{1, -5, 5}, {1, -5, 5}}
	s := New(axes, nil)
	rows := []row{
		{at: 0, fixed: 1, by: [Most]float64{1, 1}},
		{at: 1, fixed: 4, by: [Most]float64{2, 2}},
		{at: -1, fixed: 3, by: [Most]float64{-1, -1}},
		{at: 0, fixed: 100, by: [Most]float64{1, 0}},
	}
	kept := s.fewer(append([]row(nil), rows...))
	require.Len(t, kept, 1)
	for x := -5.0; x <= 5; x++ {
		for y := -5.0; y <= 5; y++ {
			all := true
			for _, r := range rows {
				all = all && math.Abs(r.at+r.by[0]*x+r.by[1]*y) <= r.fixed+slack
			}
			k := kept[0]
			assert.Equal(t, all, math.Abs(k.at+k.by[0]*x+k.by[1]*y) <= k.fixed+slack, "%v %v", x, y)
		}
	}
}
