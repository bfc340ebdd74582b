package postgres_test

import (
	"encoding/json"
	"errors"
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
)

func note(id, text string) run.Event {
	body, _ := json.Marshal(run.Note{Text: text})
	return run.Event{ID: id, Run: "r1", Kind: run.KindNote, By: "Ines", At: time.Date(2026, 11, 24, 9, 0, 0, 123e6, time.UTC), Body: body}
}

func as(e run.Event) func([]run.Event) (run.Event, error) {
	return func([]run.Event) (run.Event, error) { return e, nil }
}

func opened(t *testing.T) *postgres.Store {
	s := testdb.Store(t)
	require.NoError(
		t,
		s.SaveFloor(
			workshop.Workshop{
				Name:     "w",
				Machines: []workshop.Machine{{ID: "m", Name: "M", Cables: []workshop.Cable{{ID: "c", Name: "C", Family: "f"}}}},
			},
		),
	)
	require.NoError(t, s.OpenRun(workshop.Job{ID: "r1", Machine: "m", Cable: "c", Opened: time.Now()}))
	return s
}

func TestAnEventSentTwiceIsStoredOnce(t *testing.T) {
	s := opened(t)
	for range 2 {
		events, err := s.Append(note("e1", "one"), 0, as(note("e1", "one")))
		require.NoError(t, err)
		require.Len(t, events, 1)
	}
	events, err := s.Append(note("e2", "two"), 1, as(note("e2", "two")))
	require.NoError(t, err)
	require.Len(t, events, 2)
	_, stored, err := s.Run("r1")
	require.NoError(t, err)
	assert.Equal(t, events, stored, "what comes back is what went in, to the byte and the millisecond")
	require.NoError(t, run.Verify(stored))
}

func TestALateWriterGetsWhatItMissed(t *testing.T) {
	s := opened(t)
	_, err := s.Append(note("e1", "one"), 0, as(note("e1", "one")))
	require.NoError(t, err)
	_, err = s.Append(note("e2", "two"), 0, as(note("e2", "two")))
	var conflict *postgres.Conflict
	require.ErrorAs(t, err, &conflict)
	require.Len(t, conflict.Missed, 1)
	assert.Equal(t, "e1", conflict.Missed[0].ID)
	_, err = s.Append(note("e3", "three"), 7, as(note("e3", "three")))
	require.ErrorContains(t, err, "the run has 1 events")
}

func TestManyWritersNeverOverwrite(t *testing.T) {
	s := opened(t)
	var wait sync.WaitGroup
	for w := range 8 {
		wait.Go(func() {
			for i := range 5 {
				id, after := fmt.Sprintf("w%d-%d", w, i), 0
				for {
					_, err := s.Append(note(id, id), after, as(note(id, id)))
					var conflict *postgres.Conflict
					if !errors.As(err, &conflict) {
						assert.NoError(t, err)
						break
					}
					after += len(conflict.Missed)
				}
			}
		})
	}
	wait.Wait()
	_, events, err := s.Run("r1")
	require.NoError(t, err)
	require.Len(t, events, 40)
	require.NoError(t, run.Verify(events))
}

func TestTheDatabaseItselfRefusesToRewriteWhatHappened(t *testing.T) {
	s := opened(t)
	_, err := s.Append(note("e1", "one"), 0, as(note("e1", "one")))
	require.NoError(t, err)
	for _, sql := range []string{"UPDATE events SET body = '{}'", "DELETE FROM events", "TRUNCATE events"} {
		require.ErrorContains(t, testdb.Exec(s, sql), "append-only", sql)
	}
}

func TestAnEventThatIsNotAdmittedLeavesNothing(t *testing.T) {
	s := opened(t)
	fault := fault.At("body.text", "write a word")
	_, err := s.Append(note("e1", ""), 0, func([]run.Event) (run.Event, error) { return run.Event{}, fault })
	require.ErrorIs(t, err, fault)
	_, events, err := s.Run("r1")
	require.NoError(t, err)
	assert.Empty(t, events)
	_, _, err = s.Run("r2")
	require.ErrorIs(t, err, postgres.ErrNotFound)
}
