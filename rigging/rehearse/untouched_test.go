package rehearse

import (
	"math/rand/v2"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
)

// The nut of an adjuster that nobody turned is left as tight as it came: the wing's panel is not opened to lock an end that the
// cabin's end spared. What was turned is locked.
func TestWhatNobodyTurnedIsNotLocked(t *testing.T) {
	t.Parallel()
	var locked, spared atomic.Int32
	each(t, func(t *testing.T, w way) {
		for seed := range uint64(6) {
			q := asked(rand.New(rand.NewPCG(seed, 5)), w, seed)
			out, err := Rehearse(q)
			require.NoError(t, err, q.where())
			if out.Outcome != "signed" {
				continue
			}
			turned, locks := map[string]bool{}, map[string]bool{}
			for _, e := range out.Events {
				switch e.Kind {
				case record.KindMove:
					turned[record.BodyOf[record.Move](e).Adjuster] = true
				case record.KindLocked:
					locks[record.BodyOf[record.Locked](e).Adjuster] = true
				}
			}
			for i := range w.Settings {
				one := &w.Settings[i]
				any := false
				for _, id := range one.Adjusters {
					any = any || turned[id]
				}
				for _, id := range one.Adjusters {
					if a := w.Adjuster(id); !any || a.Lock == nil || a.MeasureOnly {
						continue
					}
					if turned[id] {
						assert.True(t, locks[id], "%s turned and left finger tight: %s", id, q.where())
						locked.Add(1)
						continue
					}
					assert.False(t, locks[id], "%s locked and never turned: %s", id, q.where())
					spared.Add(1)
				}
			}
		}
	})
	assert.Greater(t, locked.Load(), int32(100))
	assert.Greater(t, spared.Load(), int32(10))
	t.Logf("%d locked, %d spared", locked.Load(), spared.Load())
}
