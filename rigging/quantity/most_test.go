package quantity_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/quantity"
)

// What cannot be measured here is refused: twice round is the most an angle is read, and the others stay in what hands
// and gauges reach.
func TestTheMostThatIsMeasured(t *testing.T) {
	for kind, most := range map[quantity.Kind]float64{quantity.Length: 20_000, quantity.Angle: 720, quantity.Force: 50_000,
		quantity.Torque: 2_000, quantity.Speed: 30_000, quantity.Count: 1_000} {
		assert.Equal(t, most, kind.Most(), kind)
	}
}
