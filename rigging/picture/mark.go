package picture

import "slices"

// Mark is a number at a place of the rig: an adjuster, a reading or a sense by its name, or hand,
// cable or works. Sharp is a square one, in the bad tone.
type Mark struct {
	At    string
	Text  string
	Sharp bool
}

// Spot is a mark where it is drawn, its middle at X, Y. On a screen it is as large at every width.
type Spot struct {
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
	Text  string  `json:"text"`
	Sharp bool    `json:"sharp,omitempty"`
}

// The room that a mark keeps free about itself, and where the general places are.
const markRoom = 21.0

var general = map[string][2]float64{"hand": {60, 40}, "cable": {420, 60}, "works": {1130, 40}}

// mark finds where the marks stand: at their places, or beside one that stands there already.
func (p *pen) mark() {
	for _, m := range p.rig.Marks {
		at, there := p.places[m.At]
		if !there {
			if at, there = general[m.At]; !there {
				at = general["works"]
			}
		}
		x, y := p.free(at[0], at[1])
		p.spots = append(p.spots, Spot{tenth(x), tenth(y), m.Text, m.Sharp})
	}
}

// free is the place nearest to one, along rings about it, where no mark stands yet.
func (p *pen) free(x, y float64) (float64, float64) {
	for ring := range 8 {
		for step := range 8 {
			if ring == 0 && step > 0 {
				break
			}
			nx, ny := swing(x, y, float64(ring)*2*markRoom, float64(90+45*step))
			inside := nx >= markRoom && nx <= Width-markRoom && ny >= markRoom && ny <= Height-markRoom
			taken := func(s Spot) bool { return abs(s.X-nx) < 2*markRoom && abs(s.Y-ny) < 2*markRoom }
			acrossTheCut := abs(nx-Half) < markRoom
			if inside && !acrossTheCut && !slices.ContainsFunc(p.spots, taken) {
				return nx, ny
			}
		}
	}
	return clamp(x, markRoom, Width-markRoom), clamp(y, markRoom, Height-markRoom)
}

// marked are the marks as shapes that texts keep clear of.
func (p *pen) marked() (out []Shape) {
	for _, s := range p.spots {
		out = append(out, Shape{Points: []float64{s.X, s.Y}, Round: markRoom, Fill: Ink})
	}
	return out
}
