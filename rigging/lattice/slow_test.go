package lattice

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// slow is a search that is made to take long: forty readings that pull every way and that hardly any
// setting brings in, over eight adjusters.
func slow(seed uint64) *Search {
	r := rand.New(rand.NewPCG(seed, 5))
	axes := make([]Axis, Most)
	for i := range axes {
		axes[i] = Axis{Step: 0.25, Low: -20, High: 20}
	}
	rows := make([]Row, 40)
	for i := range rows {
		rows[i].At = r.Float64()*4 - 2
		for j := range axes {
			rows[i].By[j] = r.Float64()*20 - 10
		}
	}
	return New(axes, rows)
}

// A search that would take too long says so, soon, and takes no memory for it.
func TestASearchGivesUpWhatWouldTakeTooLong(t *testing.T) {
	spent := 0
	for seed := range uint64(4) {
		s := slow(seed)
		s.LeastWorst()
		if s.Spent() {
			spent++
		}
		assert.Less(t, s.Work(), MostWork+2*mostMade, "what was looked at stays near what may be")
		most := 0
		for _, rows := range s.rows {
			most = max(most, len(rows))
		}
		require.NotZero(t, most)
		assert.LessOrEqual(t, most, mostMade, "and so does what is held")
	}
	assert.NotZero(t, spent, "none of them was slow: the test is of nothing")
}
