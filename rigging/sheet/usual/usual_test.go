package usual_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
)

func TestEveryFamilyHasAUsualSheetThatLeadsARun(t *testing.T) {
	require.GreaterOrEqual(t, len(rig.Families()), 11)
	for _, family := range rig.Families() {
		raw, ok := usual.Sheet(family)
		require.True(t, ok, family)
		s, err := sheet.Parse(raw)
		require.NoError(t, err, family)
		assert.Equal(t, family, s.Family)
		assert.True(t, s.Led(), family)
		assert.NotNil(t, s.Rig, family)
	}
	_, ok := usual.Sheet("../skeletons/clutch")
	assert.False(t, ok)
}
