package postgres_test

import (
	"compress/gzip"
	"context"
	"fmt"
	"io"
	"os"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/shop"
)

// filled is a database as a Brankel whose tables had that number left it: the demo workshop, with passwords.
func filled(t *testing.T, number int) (url string) {
	f, err := os.Open(fmt.Sprintf("testdata/schema-%d.sql.gz", number))
	require.NoError(t, err)
	defer f.Close()
	z, err := gzip.NewReader(f)
	require.NoError(t, err)
	raw, err := io.ReadAll(z)
	require.NoError(t, err)
	url = testdb.URL(t)
	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	_, err = conn.PgConn().Exec(t.Context(), string(raw)).ReadAll()
	require.NoError(t, err)
	return url
}

// counts are the rows of each table that holds what somebody entered.
func counts(t *testing.T, url string) (out map[string]int) {
	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	out = map[string]int{}
	for _, table := range []string{"events", "ledger", "runs", "sheets", "machines", "people", "gauges"} {
		var n int
		require.NoError(t, conn.QueryRow(t.Context(), "SELECT count(*) FROM "+table).Scan(&n))
		require.Positive(t, n, table)
		out[table] = n
	}
	return out
}

func TestAFilledDatabaseOfEachNumberBeforeIsCarriedOver(t *testing.T) {
	for _, number := range []int{3, 4} {
		t.Run(fmt.Sprint(number), func(t *testing.T) { carriedOver(t, number) })
	}
}

func carriedOver(t *testing.T, number int) {
	url := filled(t, number)
	was := counts(t, url)
	require.NoError(t, testdb.ExecAt(url, "UPDATE runs SET says = 'all well' WHERE id = '2026-11-knot'"))
	var all sync.WaitGroup
	for range 3 { // servers that start together
		all.Go(func() {
			s, err := postgres.Open(context.Background(), url)
			if assert.NoError(t, err) {
				assert.NoError(t, s.Close())
			}
		})
	}
	all.Wait()
	store, err := postgres.Open(t.Context(), url)
	require.NoError(t, err)
	t.Cleanup(func() { store.Close() })
	behind, err := store.Behind(t.Context())
	require.NoError(t, err)
	assert.True(t, behind, "what follows from events is to be worked out anew")
	lines, err := store.RunsOf(t.Context(), "knot")
	require.NoError(t, err)
	for _, l := range lines {
		assert.Equal(t, l.ID != "2026-11-knot", l.Whole, "what was changed by hand before is no better after: %s", l.ID)
	}
	s := shop.New(store, testdb.Now)
	require.NoError(t, s.CatchUp(t.Context()))
	behind, err = store.Behind(t.Context())
	require.NoError(t, err)
	assert.False(t, behind)
	first, err := store.FirstMoves(t.Context())
	require.NoError(t, err)
	assert.NotEmpty(t, first, "and whether first moves sufficed")
	lines, err = store.RunsOf(t.Context(), "oyster")
	require.NoError(t, err)
	seen := 0
	for _, l := range lines {
		seen += len(l.Standing.Seen)
	}
	assert.Positive(t, seen, "what wears was worked out")
	assert.Equal(t, was, counts(t, url), "and nothing was lost")
	_, err = store.Verify(t.Context())
	assert.NoError(t, err)
}

func TestADatabaseOfAnotherProgramIsLeftAlone(t *testing.T) {
	url := testdb.URL(t)
	require.NoError(t, testdb.ExecAt(url, "CREATE TABLE invoices (id int); INSERT INTO invoices VALUES (7)"))
	_, err := postgres.Open(t.Context(), url)
	require.ErrorContains(t, err, "another program's (it has the table invoices)")
	require.ErrorContains(t, testdb.ExecAt(url, "SELECT 1 FROM runs"), "does not exist")
}

func TestAServerThatStartsWaitsForNobodyWhoWritesUnlessTheTablesChange(t *testing.T) {
	url := testdb.URL(t)
	open := func() error {
		ctx, cancel := context.WithTimeout(t.Context(), 2*time.Second)
		defer cancel()
		s, err := postgres.Open(ctx, url)
		if err != nil {
			return err
		}
		defer s.Close()
		_, err = s.Practice(ctx)
		return err
	}
	require.NoError(t, open())
	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	tx, err := conn.Begin(t.Context())
	require.NoError(t, err)
	_, err = tx.Exec(t.Context(), "LOCK TABLE events, runs, practice.events IN ROW EXCLUSIVE MODE")
	require.NoError(t, err)
	require.NoError(t, open(), "as others write")

	require.NoError(t, testdb.ExecAt(url, "UPDATE schema_number SET layout = 'of a build before'"))
	assert.Error(t, open(), "tables that are not as this build has them are laid, once nobody writes")
	require.NoError(t, tx.Rollback(t.Context()))
	require.NoError(t, open())
}
