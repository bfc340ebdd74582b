package trouble

import (
	"math"
	"slices"

	"brankel/rigging/quantity"
)

// anywhere is over how many doubts a reading may lie that a cause throws out by no figure of the model.
const anywhere = 20

// reads is a value that a gauge read: it tells more than low, inside or high. The sizes looked at
// stand for all between them, so that a value between two of them fits both.
func (b *Finder) reads(t *test, value float64) evidence {
	at := slices.Index(b.tests, t)
	k := 1
	switch { // a good reading on the edge is good, as far as the gauge can tell
	case value < t.low-t.Doubt:
		k = 0
	case value > t.high+t.Doubt:
		k = 2
	}
	off := func(c *cause, size int) (z, sigma float64) {
		v, apart := c.value[size][at], 0.0
		for _, next := range []int{size - 1, size + 1} {
			if next >= 0 && next < sizes {
				apart = math.Max(apart, math.Abs(c.value[next][at]-v))
			}
		}
		sigma = math.Hypot(t.Doubt, apart/2)
		return math.Abs(value-v) / sigma, sigma
	}
	free := func(c *cause) (own, left float64) {
		left = 1
		for i, p := range c.free(t) {
			if left -= p; i == k {
				own = p
			}
		}
		return own, left
	}
	e := evidence{
		says:   b.told(t, k, value),
		of:     t,
		given:  true,
		valued: k != 1,
		means:  []int{k},
		chance: func(c *cause, size int) float64 {
			z, sigma := off(c, size)
			own, left := free(c)
			return (1-slip)*(left*math.Exp(-z*z/2)*t.Doubt/sigma+own/anywhere) + slip/20
		},
		exact: func(c *cause, size int) float64 {
			z, _ := off(c, size)
			own, left := free(c)
			return left*2*normal(-z) + own
		},
	}
	if k == 1 { // inside its limits it convicts nobody by where it lies between them
		e.chance = func(c *cause, size int) float64 { return c.chance[size][t.column+k] }
		e.exact = func(c *cause, size int) float64 { return c.exact[size][t.column+k] }
	}
	return e
}

// told is an answer of a gauge with its figure: "low, 12 mm".
func (b *Finder) told(t *test, answer int, value float64) string {
	says := t.answers[answer].Says + ", " + quantity.Number(value, 1)
	if p := b.pointOf(t); p != nil {
		says += " " + b.sheet.UnitOf(p)
	}
	return says
}
