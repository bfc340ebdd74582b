package trouble_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
)

// Which mechanism it is about is worked out of the words: of the complaints kept apart, nearly all are of one of the first two
// families named, and most of the first.
func TestTheFamilyIsWorkedOutOfTheWords(t *testing.T) {
	all, err := trouble.Usual(usual.Sheet)
	require.NoError(t, err)
	complaints, first, two := 0, 0, 0
	for _, c := range complaintsOf(t) {
		complaints++
		for i, w := range trouble.Families(all, c.words) {
			if w.Family == c.family && i < 2 {
				if two++; i == 0 {
					first++
				}
				break
			}
		}
	}
	t.Logf("%d complaints: %d of the first, %d of the first two families", complaints, first, two)
	require.Greater(t, complaints, 150)
	assert.Greater(t, first, 70*complaints/100)
	assert.Greater(t, two, 85*complaints/100)
	assert.Empty(t, trouble.Families(all, "the kettle boils over", ""))
	assert.Empty(t, trouble.Families(all, strings.Repeat("zq ", 900)+"handbrake"), "a speech is listened to at its beginning")
	assert.NotEmpty(t, trouble.Families(all, "handbrake "+strings.Repeat("zq ", 900)))
	for said, family := range map[string]string{"handbrake won't hold on the hill": "parking-brake", "TV cable, it shifts late": "kickdown",
		"the mixture does nothing": "engine-push-pull", "flaps creep down": "flap-follow-up", "outdrive grinds in reverse": "stern-drive-shift"} {
		found := trouble.Families(all, said)
		require.NotEmpty(t, found, said)
		assert.Equal(t, family, found[0].Family, said)
	}

	a, err := trouble.Solve([]byte(`{"said": ["handbrake won't hold on the hill"]}`), usual.Sheet)
	require.NoError(t, err)
	assert.Equal(t, "parking-brake", a.Family, "a question without a family is asked of the one it speaks of")
	_, err = trouble.Solve([]byte(`{"said": ["the kettle boils over"]}`), usual.Sheet)
	require.ErrorContains(t, err, "write a family")
}
