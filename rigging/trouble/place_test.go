package trouble_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/run/tell"
)

// Every cause has a place on the picture of its family: none is marked where it is not.
func TestEveryCauseHasItsPlaceOnThePicture(t *testing.T) {
	for _, f := range rig.Families() {
		s := usualOf(t, f)
		drawn, ok := tell.RigOf(s.For(s.Manual()))
		require.True(t, ok)
		places := picture.Places(drawn)
		for _, c := range bench(t, f).List().Causes {
			_, there := places[c.Place]
			assert.True(t, there || slices.Contains([]string{"hand", "cable", "works"}, c.Place), "%s: %s stands nowhere: %s", f, c.ID, c.Place)
		}
	}
}
