package shop_test

import (
	"context"
	"errors"
	"fmt"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/run/record"
	"brankel/shop"
)

// device is one with an outbox: what it made, in order, and how far of the run it had seen.
type device struct {
	name    string
	waiting []record.Event
	seen    int
	made    int
}

// send posts the oldest entry, as a screen does: behind theirs when others came first. The answer
// may be lost on the way; then it is sent again another time.
func (d *device) send(t *rapid.T, s *shop.Shop, lost bool) {
	if len(d.waiting) == 0 {
		return
	}
	after := d.seen
	for range 5 {
		v, err := s.Append(context.Background(), d.waiting[0], after)
		var conflict *postgres.Conflict
		switch {
		case errors.As(err, &conflict):
			after += len(conflict.Missed)
			continue
		case err != nil:
			t.Fatalf("%s: %v", d.name, err)
		}
		if !lost {
			d.waiting, d.seen = d.waiting[1:], v.View.Seq
		}
		return
	}
	t.Fatalf("%s never came through", d.name)
}

// Any interleaving of two devices' outboxes, with answers lost on the way and servers that take
// turns, gives a chain that verifies and holds each entry once, each device's in its order.
func TestTwoOutboxesGiveOneChain(t *testing.T) {
	first := testdb.Shop(t)
	store, err := postgres.Open(t.Context(), testdb.URLOf(first.Store))
	require.NoError(t, err)
	t.Cleanup(func() { store.Close() })
	servers := []*shop.Shop{first, shop.New(store, first.Now)}
	conflicts, again := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		id := uuid.NewString()
		_, err := first.OpenRun(context.Background(), id, "teal", "lower")
		require.NoError(t, err)
		devices := []*device{{name: "Ines"}, {name: "Tobin"}}
		want := map[string][]string{}
		for range rapid.IntRange(4, 24).Draw(t, "steps") {
			d := devices[rapid.IntRange(0, 1).Draw(t, "device")]
			s := servers[rapid.IntRange(0, 1).Draw(t, "server")]
			switch rapid.SampledFrom([]string{"make", "make", "send", "lose"}).Draw(t, "does") {
			case "make":
				d.made++
				e := note(fmt.Sprintf("%s-%s-%d", id, d.name, d.made))
				e.Run, e.By = id, d.name
				d.waiting = append(d.waiting, e)
				want[d.name] = append(want[d.name], e.ID)
			case "send":
				d.send(t, s, false)
			case "lose":
				if len(d.waiting) > 0 {
					again++
				}
				d.send(t, s, true)
			}
		}
		for _, d := range devices {
			for len(d.waiting) > 0 {
				before := d.seen
				d.send(t, servers[0], false)
				if d.seen > before+1 {
					conflicts++
				}
			}
		}
		events, err := servers[1].Events(context.Background(), id, 0)
		require.NoError(t, err)
		require.NoError(t, record.Verify(events))
		got := map[string][]string{}
		for _, e := range events {
			got[e.By] = append(got[e.By], e.ID)
		}
		require.Equal(t, want, got)
	})
	require.Greater(t, conflicts, 10, "others came in between")
	require.Greater(t, again, 10, "answers were lost")
	_, err = first.Store.Verify(t.Context())
	require.NoError(t, err)
}
