package postgres_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/workshop"
)

// What passes is a floor of its own, on which nothing of the other is found, and is gone when it is dropped; one that a
// killed server left is dropped by the next, one that is in use is not.
func TestADatabaseForAWhileIsMixedWithNothingAndGoes(t *testing.T) {
	ctx := t.Context()
	own := testdb.Shop(t).Store
	passing, err := own.Passing(ctx)
	require.NoError(t, err)
	require.NoError(t, passing.SaveThin(ctx, workshop.Thin{Name: "leaf", Thickness: 0.2}))
	here, err := own.ThinThings(ctx)
	require.NoError(t, err)
	for _, one := range here {
		assert.NotEqual(t, "leaf", one.Name)
	}
	require.NoError(t, own.DropLeft(ctx))
	require.NoError(t, passing.Ping(ctx), "somebody is there")
	require.NoError(t, own.Drop(ctx, passing))
	require.Error(t, passing.Ping(ctx))

	left, err := own.Passing(ctx)
	require.NoError(t, err)
	require.NoError(t, left.Close())
	none := `DO $$ BEGIN IF EXISTS (SELECT FROM pg_database p, pg_database o WHERE o.datname = current_database() AND
		starts_with(p.datname, 'brankel_passing_' || o.oid || '_')) THEN RAISE EXCEPTION 'one is left'; END IF; END $$`
	require.Error(t, testdb.Exec(own, none))
	require.NoError(t, own.DropLeft(ctx))
	require.NoError(t, testdb.Exec(own, none))
	require.Error(t, own.Drop(ctx, own), "one's own floor is no database for a while")
}
