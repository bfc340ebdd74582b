package quantity

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestEveryUsualUnitIsOneOfItsKind(t *testing.T) {
	for _, k := range Kinds {
		assert.NotEmpty(t, k.Usual(), k)
		for _, u := range k.Usual() {
			assert.Equal(t, k, KindOfUnit(u), u)
		}
	}
}

func TestThreeFiguresAreLeftAndAllBeforeThePoint(t *testing.T) {
	for v, want := range map[float64]float64{0: 0, 0.0012345: 0.00123, 1.2355: 1.24, -12.34: -12.3, 123.4: 123, 1234.6: 1235, 98765.4: 98765} {
		assert.InDelta(t, want, ThreeFigures(v), 1e-12)
	}
}
