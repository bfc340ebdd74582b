package shop_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
)

// What this shop found good is offered where a manual says nothing: of signed and proved runs, by what is read and where.
func TestWhatWasFoundGoodIsOffered(t *testing.T) {
	s := testdb.Shop(t)
	list, err := s.FoundGood(t.Context(), "clutch", "pedal")
	require.NoError(t, err)
	require.NotEmpty(t, list)
	for _, one := range list {
		assert.Equal(t, "free-play", one.Ask, "only what is read")
		assert.Contains(t, one.Says, "left at "+one.Text)
		assert.Contains(t, one.Says, "van, and good")
	}
	none, err := testdb.Empty(t).FoundGood(t.Context(), "clutch", "")
	require.NoError(t, err)
	assert.Empty(t, none)
	_, err = s.FoundGood(t.Context(), "sledge", "")
	assert.Error(t, err)
}
