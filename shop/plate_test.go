package shop_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/rig"
	"brankel/shop"
)

// Every mechanism stands on the plate with its picture, and words lead to it: also those that this workshop taught.
func TestWordsAndPicturesLeadToAMechanism(t *testing.T) {
	s := testdb.Shop(t)
	plate, err := s.Plate()
	require.NoError(t, err)
	require.Len(t, plate, len(rig.Families()))
	for _, m := range plate {
		assert.NotEmpty(t, m.Words, m.Family)
		assert.NotEmpty(t, m.Craft, m.Family)
		if assert.NotNil(t, m.Picture, m.Family) {
			assert.Greater(t, len(m.Picture.Shapes), 10, m.Family)
		}
	}
	first := func(text string) string {
		whose, err := s.WhoseTrouble(t.Context(), text)
		require.NoError(t, err)
		if len(whose) == 0 {
			return ""
		}
		return whose[0].Family
	}
	assert.Equal(t, "kickdown", first("the TV cable is off, it shifts late"))
	assert.Empty(t, first("the doodah zings"))
	_, err = s.KeepMeaning(t.Context(), shop.TroubleAsked{Family: "clutch"}, shop.Meaning{Words: "the doodah zings", Symptom: "whirs"}, "Ines")
	require.NoError(t, err)
	assert.Equal(t, "clutch", first("the doodah zings"), "its own way of saying it is known from then on")
}
