package gate_test

import (
	"context"
	"sync"
	"sync/atomic"
	"testing"
	"testing/synctest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/gate"
)

func TestAFewWorkAtOnceAndNobodyFillsTheQueueAlone(t *testing.T) {
	g := gate.New(1, 2, 2)
	leave, err := g.Enter(t.Context(), "Ines")
	require.NoError(t, err)
	second, err := g.Queue("Ines")
	require.NoError(t, err)
	_, err = g.Queue("Ines")
	assert.ErrorIs(t, err, gate.ErrOwn, "two of one are all that may wait")
	third, err := g.Queue("Tom")
	require.NoError(t, err, "somebody else is let in")
	_, err = g.Queue("Jory")
	assert.ErrorIs(t, err, gate.ErrFull)

	gone, cancel := context.WithCancel(t.Context())
	cancel()
	assert.ErrorIs(t, third.Enter(gone), context.Canceled, "who is gone waits no longer")
	third.Leave()
	third.Leave()
	leave()
	require.NoError(t, second.Enter(t.Context()))
	second.Leave()
	for range 3 { // nothing was lost on the way, and nothing given twice
		p, err := g.Queue("Jory")
		require.NoError(t, err)
		p.Leave()
	}
}

func TestNeverMoreAtOnce(t *testing.T) {
	synctest.Test(t, func(t *testing.T) {
		g := gate.New(2, 100, 100)
		var at, most, done atomic.Int32
		var all sync.WaitGroup
		for range 50 {
			all.Go(func() {
				leave, err := g.Enter(t.Context(), "one")
				if !assert.NoError(t, err) {
					return
				}
				defer leave()
				if n := at.Add(1); n > most.Load() {
					most.Store(n)
				}
				time.Sleep(time.Millisecond) // of the test's own clock
				at.Add(-1)
				done.Add(1)
			})
		}
		all.Wait()
		assert.EqualValues(t, 50, done.Load())
		assert.EqualValues(t, 2, most.Load())
	})
}
