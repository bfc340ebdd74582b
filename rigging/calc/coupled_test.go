package calc

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
)

// bruteForce is every setting of in, with what Coupled promises about the best.
func bruteForce(in CoupledInput) CoupledOutput {
	var all []CoupledOutput
	moves := make([]float64, len(in.Adjusters))
	var each func(i int)
	each = func(i int) {
		if i == len(moves) {
			all = append(all, in.result(append([]float64(nil), moves...)))
			return
		}
		low, high := in.Adjusters[i].steps()
		for k := low; k <= high; k++ {
			moves[i] = k * in.Adjusters[i].Step
			each(i + 1)
		}
	}
	each(0)
	// the least of one number, then of the other among its equals
	least := func(list []CoupledOutput, of func(CoupledOutput) float64) (out []CoupledOutput) {
		best := math.Inf(1)
		for _, o := range list {
			best = math.Min(best, of(o))
		}
		for _, o := range list {
			if of(o) <= best+tie {
				out = append(out, o)
			}
		}
		return out
	}
	worst := func(o CoupledOutput) float64 { return o.Worst }
	turns := func(o CoupledOutput) float64 { return o.TotalTurns }
	if in.Aim == "fewest" {
		for _, limit := range []float64{or(in.Guard, 0.8), 1} {
			var within []CoupledOutput
			for _, o := range all {
				if o.Worst <= limit+slack {
					within = append(within, o)
				}
			}
			if within != nil {
				return least(least(within, turns), worst)[0]
			}
		}
	}
	return least(least(all, worst), turns)[0]
}

// randomCoupled is a rig whose readings a hidden setting would put right, give or
// take; adjusters small enough for brute force when reach is.
func randomCoupled(r *rand.Rand, adjusters, readings int, reach float64) CoupledInput {
	in := CoupledInput{Aim: []string{"fewest", "centre"}[r.IntN(2)]}
	round := func(v float64) float64 { return math.Round(v*20) / 20 }
	hidden := make([]float64, adjusters)
	for j := range adjusters {
		in.Adjusters = append(
			in.Adjusters,
			CoupledAdjuster{ID: fmt.Sprint("a", j), Step: []float64{0.25, 0.5}[r.IntN(2)], Min: -reach, Max: reach},
		)
		hidden[j] = (r.Float64()*2 - 1) * reach
	}
	for i := range readings {
		row, now := make([]float64, adjusters), 10+10*r.Float64()
		middle := now + r.NormFloat64()*0.5
		for j := range row {
			if r.IntN(4) > 0 {
				row[j] = round(r.NormFloat64() * 2)
			}
			middle += row[j] * hidden[j]
		}
		half := 0.3 + 2*r.Float64()
		in.Influence = append(in.Influence, row)
		in.Readings = append(
			in.Readings,
			CoupledReading{ID: fmt.Sprint("r", i), Now: round(now), Min: round(middle - half), Max: round(middle + half)},
		)
	}
	return in
}

func TestCoupledAgreesWithBruteForce(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 11))
	for i := range 600 {
		adjusters := 1 + i%4
		in := randomCoupled(r, adjusters, 1+r.IntN(6), []float64{20, 5, 2.5, 1}[adjusters-1])
		got, err := Coupled(in)
		require.NoError(t, err)
		want := bruteForce(in)
		where := fmt.Sprintf("%d: %+v\ngot  %+v\nwant %+v", i, in, got, want)
		require.InDelta(t, want.Worst, got.Worst, 3e-6, where)
		require.InDelta(t, want.TotalTurns, got.TotalTurns, 3e-6, where)
		for j, m := range got.Moves {
			require.True(t, m >= in.Adjusters[j].Min && m <= in.Adjusters[j].Max && math.Mod(m, in.Adjusters[j].Step) == 0, where)
		}
	}
}

// the case of the benchmark: four adjusters × ±10 turns in quarters × 8 readings
func largeCoupled(aim string) CoupledInput {
	in := randomCoupled(rand.New(rand.NewPCG(3, 5)), 4, 8, 10)
	in.Aim = aim
	for i := range in.Adjusters {
		in.Adjusters[i].Step = 0.25
	}
	return in
}

func BenchmarkCoupled(b *testing.B) {
	for _, aim := range []string{"fewest", "centre"} {
		b.Run(aim, func(b *testing.B) {
			in := largeCoupled(aim)
			for b.Loop() {
				if _, err := Coupled(in); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// BenchmarkCoupledBruteForce tries all 43 million settings, in a loop as tight as
// can be written, for the ratio to BenchmarkCoupled.
func BenchmarkCoupledBruteForce(b *testing.B) {
	in := largeCoupled("centre")
	at, by := make([]float64, len(in.Readings)), make([][4]float64, len(in.Readings))
	for i, r := range in.Readings {
		half := (r.Max - r.Min) / 2
		at[i] = (r.Now - (r.Min+r.Max)/2) / half
		for j, v := range in.Influence[i] {
			by[i][j] = v * in.Adjusters[j].Step / half
		}
	}
	var low, high [4]float64
	for i, a := range in.Adjusters {
		low[i], high[i] = a.steps()
	}
	for b.Loop() {
		least := math.Inf(1)
		var p [3][8]float64
		for x0 := low[0]; x0 <= high[0]; x0++ {
			for i := range at {
				p[0][i] = at[i] + by[i][0]*x0
			}
			for x1 := low[1]; x1 <= high[1]; x1++ {
				for i := range at {
					p[1][i] = p[0][i] + by[i][1]*x1
				}
				for x2 := low[2]; x2 <= high[2]; x2++ {
					for i := range at {
						p[2][i] = p[1][i] + by[i][2]*x2
					}
					for x3 := low[3]; x3 <= high[3]; x3++ {
						worst := 0.0
						for i := range at {
							worst = max(worst, math.Abs(p[2][i]+by[i][3]*x3))
						}
						least = min(least, worst)
					}
				}
			}
		}
		if math.Abs(least-in.search().LeastWorst()) > tie {
			b.Fatal("the search does not find what brute force finds")
		}
	}
}
