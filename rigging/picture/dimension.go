package picture

import (
	"math"

	"brankel/rigging/rig"
)

// Dimension is a reading as it is drawn: Drawn is its size in the scene, in the scene's units or in degrees, and Scale what
// one unit of the reading is drawn as. What is too small to be seen or too large for its room is drawn at what can be.
type Dimension struct {
	Of    rig.Reading
	Drawn float64
	Scale float64
}

// size is how large a reading is drawn, between the least that is seen and the most that there is room for.
func (p *pen) size(of rig.Reading, scale, least, most float64) float64 {
	return clamp(p.value(of)*scale, least, most)
}

// gap is a distance along from one place to another, drawn so many times larger, with what was read of it.
func (p *pen) gap(of rig.Reading, from at, long, times float64) {
	p.length(of, from, from.by(long, 0), times)
	if long < 0 {
		from, long = from.by(long, 0), -long
	}
	to, middle := from.by(long, 0), from.by(long/2, 0)
	p.sits(string(of), middle)
	r, ok := p.rig.Readings[of]
	if !ok {
		return
	}
	tone, weight := Ink, 1.8
	if r.Tone == Now {
		tone, weight = Now, 4
	}
	p.line(tone, weight-0.3, from.by(0, -9), from.by(0, 9))
	p.line(tone, weight-0.3, to.by(0, -9), to.by(0, 9))
	p.arrow(tone, weight, from.by(-26, 0), from)
	p.arrow(tone, weight, to.by(26, 0), to)
	p.read(r, middle, 12, times)
}

// ends draws a distance along from one place to another.
func (p *pen) ends(from, to at) {
	middle := at{(from.x + to.x) / 2, from.y}
	p.line(Ink, 1.5, from.by(0, -10), from.by(0, 10))
	p.line(Ink, 1.5, to.by(0, -10), to.by(0, 10))
	p.arrow(Ink, 1.8, middle, from)
	p.arrow(Ink, 1.8, middle, to)
}

// length notes that a reading is drawn as the distance along from one place to another.
func (p *pen) length(of rig.Reading, from, to at, scale float64) {
	p.drawn = append(p.drawn, Dimension{of, math.Abs(to.x - from.x), scale})
}

// angle notes that a reading is drawn as the angle of a lever or a surface about a place: how far its end lies off
// where it would with the reading at nothing.
func (p *pen) angle(of rig.Reading, about, zero, end at, scale float64) {
	turn := math.Atan2(end.y-about.y, end.x-about.x) - math.Atan2(zero.y-about.y, zero.x-about.x)
	p.drawn = append(p.drawn, Dimension{of, math.Abs(math.Remainder(turn, 2*math.Pi)) * 180 / math.Pi, scale})
}

// mostTimes is how many times larger a gap is drawn at the most.
const mostTimes = 20

// bigger is how many times a gap is drawn larger so that it fills room at its widest.
func bigger(most, room float64) float64 {
	if most <= 0 {
		return 1
	}
	times := math.Min(room/most, mostTimes)
	switch {
	case times >= 10:
		return math.Floor(times/5) * 5
	case times >= 1:
		return math.Floor(times)
	}
	return times
}

func clamp(v, low, high float64) float64 { return min(max(v, low), high) }
