package calc

import (
	"fmt"
	"math"
	"sort"

	"brankel/rigging/input"
)

// Table is pairs of plain numbers that rise in the first column; values between
// them lie on straight lines, values outside are not known.
type Table [][]float64

// check tells a table that cannot be read.
func (t Table) check(f *input.Faults, field string) {
	for i, row := range t {
		f.AddIf(len(row) != 2, fmt.Sprintf("%s[%d]", field, i), "write a pair: [where, value]")
	}
	f.AddIf(len(t) == 1, field, "a table needs at least two points")
	for i := 1; i < len(t); i++ {
		if len(t[i-1]) == 2 && len(t[i]) == 2 && t[i][0] <= t[i-1][0] {
			f.Add(field, "the first column must rise: sort the points and leave doubles out")
			return
		}
	}
}

// readable tells whether At may be asked.
func (t Table) readable() bool {
	f := &input.Faults{}
	t.check(f, "")
	return len(t) > 1 && f.None()
}

// At is the value at x, false outside the table.
func (t Table) At(x float64) (float64, bool) {
	last := len(t) - 1
	if x < t[0][0]-slack || x > t[last][0]+slack {
		return 0, false
	}
	x = math.Min(math.Max(x, t[0][0]), t[last][0])
	i := min(max(1, sort.Search(len(t), func(i int) bool { return t[i][0] >= x })), last)
	a, b := t[i-1], t[i]
	return a[1] + (x-a[0])/(b[0]-a[0])*(b[1]-a[1]), true
}
