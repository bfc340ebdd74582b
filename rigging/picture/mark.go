package picture

import (
	"math"
	"slices"
)

// Mark is a number at a place of the rig: an adjuster, a reading or a sense by its name, or hand,
// cable or works. Sharp is a square one, in the bad tone.
type Mark struct {
	At    string
	Text  string
	Sharp bool
}

// Placed is a mark where it is drawn, its middle at X, Y. On a screen it is as large at every width.
type Placed struct {
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
	Text  string  `json:"text"`
	Sharp bool    `json:"sharp,omitempty"`
}

// The room that a mark keeps free about itself, and where the general places are.
const markRoom = 21.0

var general = map[string]at{"hand": {60, 40}, "cable": {420, 60}, "works": {1130, 40}}

// mark finds where the marks stand: at their places, or beside one that stands there already.
func (p *pen) mark() {
	for _, m := range p.rig.Marks {
		a, there := p.places[m.At]
		if !there {
			if a, there = general[m.At]; !there {
				a = general["works"]
			}
		}
		a = p.free(a)
		p.spots = append(p.spots, Placed{tenth(a.x), tenth(a.y), m.Text, m.Sharp})
	}
}

// free is the place nearest to one, along rings about it, where no mark stands yet.
func (p *pen) free(a at) at {
	for ring := range 8 {
		for step := range 8 {
			if ring == 0 && step > 0 {
				break
			}
			near := a.swing(float64(ring)*2*markRoom, float64(90+45*step))
			inside := near.x >= markRoom && near.x <= Width-markRoom && near.y >= markRoom && near.y <= Height-markRoom
			taken := func(s Placed) bool { return math.Abs(s.X-near.x) < 2*markRoom && math.Abs(s.Y-near.y) < 2*markRoom }
			acrossTheCut := math.Abs(near.x-Half) < markRoom
			if inside && !acrossTheCut && !slices.ContainsFunc(p.spots, taken) {
				return near
			}
		}
	}
	return at{clamp(a.x, markRoom, Width-markRoom), clamp(a.y, markRoom, Height-markRoom)}
}

// marked are the marks as shapes that texts keep clear of.
func (p *pen) marked() (out []Shape) {
	for _, s := range p.spots {
		out = append(out, Shape{Points: []float64{s.X, s.Y}, Round: markRoom, Fill: Ink})
	}
	return out
}
