package shop_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
)

// What was answered holds as long as nobody wrote anything, and not a moment longer: by hand either.
func TestAnAnswerHoldsUntilSomethingIsWritten(t *testing.T) {
	s := testdb.Shop(t)
	first, err := s.Bays(t.Context())
	require.NoError(t, err)
	require.Eventually(t, func() bool { // what wear says may be kept behind the first
		again, err := s.Bays(t.Context())
		require.NoError(t, err)
		same := &again.Machines[0] == &first.Machines[0]
		first = again
		return same
	}, 30*time.Second, time.Millisecond, "it is not worked out anew")
	require.NoError(t, testdb.ExecAt(testdb.URLOf(s.Store), "UPDATE runs SET says = 'all well' WHERE id = '2026-11-avocet'"))
	now, err := s.Bays(t.Context())
	require.NoError(t, err)
	assert.NotSame(t, &first.Machines[0], &now.Machines[0])
	assert.NotEmpty(t, now.Broken, "what was changed by hand is told at once")
}
