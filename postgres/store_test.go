package postgres_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/workshop"
)

func opened(t *testing.T) *postgres.Store {
	s := testdb.Store(t)
	require.NoError(t, saveFloor(s, workshop.Workshop{Name: "w", Machines: []workshop.Machine{
		{ID: "m", Name: "M", Cables: []workshop.Cable{{ID: "c", Name: "C", Family: "f"}}},
	}}))
	require.NoError(t, s.OpenRun(t.Context(), workshop.Job{ID: "r1", Machine: "m", Cable: "c", Opened: time.Now()}))
	return s
}

func note(id string, seq int, prev string) record.Event {
	at := time.Date(2026, 11, 24, 9, 0, 0, 123e6, time.UTC)
	e := record.Event{ID: id, Run: "r1", Seq: seq, Kind: record.KindNote, By: "Ines", At: at, Received: at, Body: []byte(`{"text":"` + id + `"}`)}
	return e.Seal(prev)
}

func TestAnEventIsAddedOnlyWhereItWasMeantToGo(t *testing.T) {
	s := opened(t)
	head, err := s.RunHead(t.Context(), "r1")
	require.NoError(t, err)
	first := note("e1", 1, "")
	print, err := s.Add(t.Context(), head, first, "sent", "", tell.Standing{Sign: tell.SignOpen})
	require.NoError(t, err)
	_, err = s.Add(t.Context(), head, note("e2", 1, ""), "sent", "", tell.Standing{})
	require.ErrorIs(t, err, postgres.ErrMoved)

	events, all, err := s.Events(t.Context(), "r1", 0)
	require.NoError(t, err)
	assert.Equal(t, []record.Event{first}, events, "what comes back is what went in, to the byte and the millisecond")
	assert.Equal(t, print, all)
	head, err = s.RunHead(t.Context(), "r1")
	require.NoError(t, err)
	assert.Equal(t, []any{1, first.Hash, print}, []any{head.Seq, head.Hash, head.Print})
	_, err = s.Add(t.Context(), head, note("e1", 2, first.Hash), "sent", "", tell.Standing{})
	require.ErrorIs(t, err, postgres.ErrTaken)
	_, err = s.RunHead(t.Context(), "r2")
	require.ErrorIs(t, err, postgres.ErrNotFound)
}

func TestARunOpenedTwiceIsOneAndNeverAnotherCables(t *testing.T) {
	s := opened(t)
	require.NoError(t, s.OpenRun(t.Context(), workshop.Job{ID: "r1", Machine: "m", Cable: "c", Opened: time.Now().Add(time.Hour)}))
	require.ErrorContains(t, s.OpenRun(t.Context(), workshop.Job{ID: "r1", Machine: "m", Cable: "d"}), "another cable")
	v, err := s.Verify(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 1, v.Runs)
}

func TestTheDatabaseItselfRefusesToRewriteWhatHappened(t *testing.T) {
	s := opened(t)
	head, _ := s.RunHead(t.Context(), "r1")
	_, err := s.Add(t.Context(), head, note("e1", 1, ""), "sent", "", tell.Standing{})
	require.NoError(t, err)
	for _, sql := range []string{
		"UPDATE events SET body = '{}'", "DELETE FROM events", "TRUNCATE events",
		"UPDATE ledger SET says = ''", "DELETE FROM ledger", "TRUNCATE ledger",
	} {
		require.ErrorContains(t, testdb.Exec(s, sql), "append-only", sql)
	}
}

func TestADatabaseThatIsAwayIsToldFromAQuestionThatIsWrong(t *testing.T) {
	s := opened(t)
	require.NoError(t, s.Close())
	_, err := s.RunHead(t.Context(), "r1")
	assert.Error(t, err)
	assert.False(t, postgres.Away(postgres.ErrNotFound))
	_, err = postgres.Open(t.Context(), "postgres://nobody@127.0.0.1:1/none?sslmode=disable")
	assert.True(t, postgres.Away(err), "%v", err)
}

func TestAttemptsAtOnceAreCountedEach(t *testing.T) {
	s := testdb.Store(t)
	now := time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC)
	lock := func(n int) time.Duration {
		if n < 5 {
			return 0
		}
		return time.Minute
	}
	waits := make(chan time.Duration, 18)
	for range cap(waits) {
		go func() {
			wait, err := s.Attempt(t.Context(), postgres.Attempt{Name: "tobin", At: now, Lock: lock, Rest: time.Hour})
			assert.NoError(t, err)
			waits <- wait
		}()
	}
	let := 0
	for range cap(waits) {
		if <-waits == 0 {
			let++
		}
	}
	assert.Equal(t, 5, let, "five were looked at, the others wait")
	require.NoError(t, s.Succeeded(t.Context(), "tobin", now))
	wait, err := s.Attempt(t.Context(), postgres.Attempt{Name: "tobin", At: now, Lock: lock, Rest: time.Hour})
	require.NoError(t, err)
	assert.Zero(t, wait)
}

// An older Brankel leaves the database of a newer one alone.
func TestANewerDatabaseIsRefused(t *testing.T) {
	s := testdb.Store(t)
	require.NoError(t, testdb.Exec(s, "UPDATE schema_number SET number = number + 1; ALTER TABLE people DROP COLUMN pin"))
	_, err := postgres.Open(t.Context(), testdb.URLOf(s))
	require.ErrorContains(t, err, "written by a newer Brankel")
	require.Error(t, testdb.Exec(s, "SELECT pin FROM people"), "nothing was added to it")
	require.NoError(t, testdb.Exec(s, "UPDATE schema_number SET number = number - 1"))
	again, err := postgres.Open(t.Context(), testdb.URLOf(s))
	require.NoError(t, err)
	require.NoError(t, again.Close())
	require.NoError(t, testdb.Exec(s, "DROP TABLE schema_number"))
	_, err = postgres.Open(t.Context(), testdb.URLOf(s))
	require.ErrorContains(t, err, "from before its tables had a number")
}

// Tables of the number before are brought up to date with what is kept in them whole: the digests that
// number three knows are made of what stands there.
func TestTablesOfNumberTwoAreBroughtUpToDate(t *testing.T) {
	s := testdb.Shop(t).Store
	p := postgres.Photo{SHA256: "a", Width: 1, Height: 1, JPEG: []byte("x"), Small: []byte("x")}
	require.NoError(t, s.AddPhoto(t.Context(), "2026-11-wigeon", p, time.Now(), 5))
	require.NoError(t, testdb.Exec(s, `ALTER TABLE runs DROP COLUMN beside; ALTER TABLE sheets DROP COLUMN seal, DROP COLUMN print;
		ALTER TABLE sheets ADD COLUMN seal text NOT NULL DEFAULT 'of old'; UPDATE schema_number SET number = 2`))
	again, err := postgres.Open(t.Context(), testdb.URLOf(s))
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, again.Close()) })
	head, err := again.RunHead(t.Context(), "2026-11-wigeon")
	require.NoError(t, err)
	assert.True(t, head.Whole)
	assert.NotZero(t, head.Beside)
	_, changed, err := again.Rigs(t.Context())
	require.NoError(t, err)
	assert.Empty(t, changed)
}

// saveFloor brings a file to the floor, as an import does.
func saveFloor(s *postgres.Store, w workshop.Workshop) error {
	there, err := s.Floor(context.Background())
	if err != nil {
		return err
	}
	return s.MergeFloor(context.Background(), workshop.Merge(there, w, false))
}
