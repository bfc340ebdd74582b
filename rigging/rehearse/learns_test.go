package rehearse

import (
	"math"
	"math/rand/v2"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
)

// What a run teaches of the steps of its rig is so, whatever they truly move and wherever it was found: within a tenth in
// 95 of 100, and a rig that is as its sheet says is not told to be another. The hand works on a rig that moves otherwise;
// nobody tells the run by how much.
func TestARunLearnsWhatAStepMoves(t *testing.T) {
	t.Parallel()
	var mu sync.Mutex
	learnt, near, off, alike, families := 0, 0, 0, 0, map[string]bool{}
	each(t, func(t *testing.T, w way) {
		for seed := range uint64(max(2, seeds(t)/6)) {
			for _, ratio := range []float64{0.8, 1, 1.25} {
				r := rand.New(rand.NewPCG(seed, uint64(100*ratio)))
				q := asked(r, w, seed)
				q.Condition = map[string]any{}
				steps, book := map[string]float64{}, map[string]float64{}
				for i := range w.Adjusters {
					if path, was, ok := w.StepOf(&w.Adjusters[i]); ok {
						steps[path], book[path] = was*ratio, was
					}
				}
				q.Rig = w.Knowing(steps).Rig
				out, err := Rehearse(q)
				require.NoError(t, err, q.where())
				for _, l := range lead.Of(record.Fold(w.Sheet, out.Events)).Learns() {
					mu.Lock()
					learnt++
					families[w.Family] = true
					if math.Abs(l.Value/steps[l.Path]-1) < 0.1 {
						near++
					} else {
						t.Logf("%s, ratio %g: %s is %.3f, learnt %.3f ± %.3f: %s", q.where(), ratio, l.Path, steps[l.Path], l.Value, l.Doubt, l.Says)
					}
					if ratio == 1 {
						alike++
						if l.Off {
							off++
						}
					}
					assert.InDelta(t, book[l.Path], l.Was, 1e-9)
					mu.Unlock()
				}
			}
		}
	})
	assert.Greater(t, learnt, 60)
	assert.GreaterOrEqual(t, len(families), 9)
	assert.Greater(t, float64(near), 0.95*float64(learnt))
	assert.Less(t, float64(off), 0.05*float64(alike)+1)
	t.Logf("%d learnt, %d within a tenth; of %d that are as the sheet says %d told otherwise", learnt, near, alike, off)
}
