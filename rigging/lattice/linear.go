package lattice

import "gonum.org/v1/gonum/mat"

// SolveLinear solves a·x = b for a symmetric, positive definite matrix; zeros where it is none.
func SolveLinear(a [][]float64, b []float64) []float64 {
	n := len(b)
	m := mat.NewSymDense(n, nil)
	for i := range n {
		for j := i; j < n; j++ {
			m.SetSym(i, j, a[i][j])
		}
	}
	x := make([]float64, n)
	var of mat.Cholesky
	if !of.Factorize(m) || of.SolveVecTo(mat.NewVecDense(n, x), mat.NewVecDense(n, b)) != nil {
		clear(x)
	}
	return x
}
