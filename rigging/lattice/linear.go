package lattice

// SolveLinear solves a·x = b for a positive definite matrix, by elimination; both are used up.
func SolveLinear(a [][]float64, b []float64) []float64 {
	n := len(b)
	for i := range n {
		for k := i + 1; k < n; k++ {
			f := a[k][i] / a[i][i]
			for j := i; j < n; j++ {
				a[k][j] -= f * a[i][j]
			}
			b[k] -= f * b[i]
		}
	}
	x := make([]float64, n)
	for i := n - 1; i >= 0; i-- {
		x[i] = b[i]
		for j := i + 1; j < n; j++ {
			x[i] -= a[i][j] * x[j]
		}
		x[i] /= a[i][i]
	}
	return x
}
