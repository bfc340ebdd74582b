package lattice

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
)

// What comes out solves what went in, for matrices as least squares make them.
func TestSolveLinear(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	for n := 1; n <= 6; n++ {
		for range 50 {
			a, b, want := make([][]float64, n), make([]float64, n), make([]float64, n)
			rows := make([][]float64, n+2)
			for k := range rows {
				rows[k] = make([]float64, n)
				for i := range rows[k] {
					rows[k][i] = r.Float64()*4 - 2
				}
			}
			for i := range n {
				want[i] = r.Float64()*20 - 10
			}
			for i := range n {
				a[i] = make([]float64, n)
				for j := range n {
					for k := range rows {
						a[i][j] += rows[k][i] * rows[k][j]
					}
				}
				a[i][i] += 0.1
				for j := range n {
					b[i] += a[i][j] * want[j]
				}
			}
			for i, x := range SolveLinear(a, b) {
				assert.InDelta(t, want[i], x, 1e-6)
			}
		}
	}
}
