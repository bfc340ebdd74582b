package rehearse

import (
	"encoding/json"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// narrowed is a sheet whose windows have no width, as somebody may write who takes a figure for exact.
func narrowed(t *testing.T, s *sheet.Sheet) *sheet.Sheet {
	raw, err := json.Marshal(s)
	require.NoError(t, err)
	n := new(sheet.Sheet)
	require.NoError(t, json.Unmarshal(raw, n))
	for i := range n.Points {
		n.Points[i].Minus, n.Points[i].Plus = 0, 0
	}
	n.WorkOut()
	return n
}

// Windows of nothing can not be met, and a run on them says so: no sheet makes it panic, and each of
// them is questioned before it is kept.
func TestNoWindowMakesARunPanic(t *testing.T) {
	t.Parallel()
	runs, stopped := 0, 0
	for _, w := range led(t) {
		w.Sheet = narrowed(t, w.Sheet)
		narrow := 0
		for _, p := range w.Sheet.Points {
			if p.Target != nil {
				narrow++
			}
		}
		if narrow > 0 {
			assert.GreaterOrEqual(t, len(w.Sheet.Questions()), narrow, w.Sheet.ID)
		}
		for seed := range uint64(6) {
			q := asked(rand.New(rand.NewPCG(seed, 3)), w, seed)
			q.Gauges = nil
			var out Outcome
			require.NotPanics(t, func() { out, _ = Rehearse(q) }, q.where())
			require.NotPanics(t, func() {
				for i := range out.Events {
					st := lead.Of(record.Fold(w.Sheet, out.Events[:i+1]))
					tell.Show(st)
					tell.Stand(st)
					tell.MakeRecord(record.Heading{}, st, out.Events[:i+1], "")
				}
			}, q.where())
			if runs++; out.Outcome == "stopped" {
				stopped++
			}
		}
	}
	assert.Greater(t, runs, 100)
	assert.NotZero(t, stopped)
}
