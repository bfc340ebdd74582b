package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/run/lead"
)

func TestLostMotionRisesByMoreThanATapeCanTell(t *testing.T) {
	for _, one := range []struct {
		before, now float64
		rises       bool
	}{{4, 4.4, false}, {4, 4.5, false}, {4, 4.6, true}, {20, 21.5, false}, {20, 23, true}, {5, 3, false}} {
		assert.Equal(t, one.rises, lead.Rises(map[string]float64{"inner": one.before}, map[string]float64{"inner": one.now}), "%v", one)
	}
	assert.False(t, lead.Rises(map[string]float64{"inner": 1}, map[string]float64{"outer": 9}), "what was not read before says nothing")
}
