package quantity

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestEveryStepIsSaid(t *testing.T) {
	for turns, says := range map[float64]string{
		0: "0", 0.05: "0.05", 0.1: "0.1", 1.0 / 16: "0.06", 1.0 / 6: "0.17",
		0.125: "⅛", 0.5: "½", 3.5: "3½", 2.25: "2¼", -0.75: "-¾", 0.004: "0", 12.33: "12.33",
	} {
		assert.Equal(t, says, Turns(turns), "%g", turns)
	}
	for step := 0.01; step < 3; step += 0.01 {
		assert.NotEqual(t, "0", Turns(step), "%g", step)
	}
}

func TestAnotherTapeShowsFractionsOrDecimalsOfAnInch(t *testing.T) {
	for mm, says := range map[float64]string{139.7: "5 1/2 in", 140: "5.512 in", 3.175: "1/8 in", 26.7: "1.051 in", 900: "35.433 in"} {
		assert.Equal(t, says, Quantity{Length, mm}.Also(), "%g", mm)
	}
	for _, k := range Kinds {
		assert.Positive(t, k.Most(), k)
	}
}
