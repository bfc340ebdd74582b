package gauge

import (
	"context"
	"net"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/quantity"
)

// A gauge that follows an exercise shows what is held to that rig, in its own unit, and says so where it is held to nothing; another
// exercise's is not told, nor read at another run.
func TestAGaugeFollowsTheExerciseItIsHeldTo(t *testing.T) {
	p, addr := port(t)
	conn, err := net.Dial("tcp", addr)
	require.NoError(t, err)
	ctx, end := context.WithCancel(t.Context())
	defer end()
	who := Identity{Number: "S1", Name: "stand-in", Kind: quantity.Length, Unit: "in", Doubt: 0.001, Resolution: 0.001, Follows: "practice-a"}
	s := Standin{Identity: who,
		Value: func(time.Duration) float64 { return 99 }, Rate: 50}
	done := make(chan error, 1)
	go func() { done <- s.Run(ctx, conn) }()
	now := func() Live {
		if live := p.Live(); len(live) == 1 {
			return live[0]
		}
		return Live{}
	}
	until := func(why string, is func(Live) bool) {
		t.Helper()
		require.Eventually(t, func() bool { return is(now()) }, 20*time.Second, 10*time.Millisecond, why)
	}
	until("nothing is held to it", func(l Live) bool { return l.Trouble == TroubleError && !l.Taken() })
	assert.Contains(t, now().Says, "held to nothing")
	p.Follow("practice-b", "12.7", "mm")
	p.Follow("practice-a", "25.4", "mm")
	until("an inch", func(l Live) bool { return l.Taken() && l.Steady && l.Text == "1" && l.In == "in" })
	assert.InDelta(t, 0.0254, now().Within, 1e-9, "its doubt in millimetres")
	p.Follow("practice-a", "30", "N")
	until("a force is nothing for it", func(l Live) bool { return l.Trouble == TroubleError })
	p.Follow("practice-a", "", "")
	end()
	require.NoError(t, <-done)

	live := p.Live()
	assert.Len(t, Of(live, "practice-a"), 1)
	assert.Empty(t, Of(live, "practice-b"))
	assert.Empty(t, Of(live, ""), "no real run reads one that follows an exercise")
}
