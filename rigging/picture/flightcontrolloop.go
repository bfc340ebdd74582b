package picture

import (
	"fmt"
	"math"

	"brankel/rigging/rig"
)

// mostRock is how far a bellcrank is drawn turned at the most, degrees.
const mostRock = 25.0

// wing is a side of the loop: Out is −1 to the left, 1 to the right.
type wing struct {
	side string
	out  float64
}

// flightControlLoop: both yokes between the cables, direct and crossover turnbuckles, bellcranks, both wings from behind
// with their trailing edges.
func flightControlLoop(p *pen, _ *rig.LoopGeometry, _ *rig.LoopAt) {
	left, right := wing{"left", -1}, wing{"right", 1}
	cranks := map[wing]at{left: {330, 122}, right: {870, 122}}
	const top, below = 76.0, 168.0
	draws := func(w wing) float64 { return 46 * math.Sin(p.rock(w)*math.Pi/180) }
	p.wire(at{cranks[left].x + draws(left), top}, at{cranks[right].x + draws(right), top})
	p.wire(at{cranks[left].x - draws(left), below}, at{cranks[right].x - draws(right), below})
	p.turnbuckle(rig.SetDirectLeft, at{430, top})
	p.turnbuckle(rig.SetDirectRight, at{770, top})
	p.turnbuckle(rig.SetCrossover, at{600, below})
	for _, yoke := range []at{{540, top}, {660, top}} {
		p.circle(Ink, 4, Paper, yoke, 15)
		p.line(Ink, 5, yoke.by(-22, -30), yoke.by(-22, -12), yoke, yoke.by(22, -12), yoke.by(22, -30))
	}
	p.note(at{600, top - 30}, 4, p.rig.Control)
	p.flag(at{600, top})
	p.bellcrank(left, cranks[left])
	p.bellcrank(right, cranks[right])
	p.shows(rig.Tension, at{480, below}, 14)
	p.sense(rig.FeltSense, at{600, 120}, 4)
}

// turnbuckle lies in a cable, threaded both ways.
func (p *pen) turnbuckle(name rig.Turned, middle at) {
	p.thread(middle.by(-58, 0), 30)
	p.thread(middle.by(28, 0), 30)
	p.adjuster(name, middle, 56, 30)
}

// rock is how far a bellcrank is turned by the yoke, degrees.
func (p *pen) rock(w wing) float64 {
	_, turned, _ := p.moved(rig.Swept(w.side))
	return clamp(-w.out*turned, -mostRock, mostRock)
}

// bellcrank with its rod to the trailing edge, seen from behind; small angles are drawn larger.
func (p *pen) bellcrank(w wing, pivot at) {
	const perDegree = 1.2 // how far a trailing edge is drawn off for each degree
	_, turned, turns := p.moved(rig.Swept(w.side))
	rock := p.rock(w)
	top, bottom, out := pivot.swing(46, rock), pivot.swing(46, 180+rock), pivot.swing(44, w.out*90+rock)
	p.arm(top, bottom)
	p.arm(pivot, out)
	p.pivot(pivot)
	for _, pinned := range []at{top, bottom, out} {
		p.pin(pinned)
	}
	p.shows(rig.Bellcrank.Of(w.side), pivot.by(-w.out*20, 0), 12)
	of, read := p.edgeRead(w.side)
	edge := p.value(of)
	if read == rig.TravelDown {
		edge = -edge
	}
	times := 8.0
	if math.Abs(edge) > 5 {
		times = 1
	}
	if turns {
		edge, times = turned, 1
	}
	tip, root := pivot.x+w.out*300, pivot.x+w.out*80
	from, to := clamp(min(tip, root), 8, Width-8), clamp(max(tip, root), 8, Width-8)
	p.plate(Ink, 2.5, Wash, at{from, 92}, at{to, 92}, at{to, 106}, at{from, 106})
	drop := -clamp(edge*times*perDegree, -46, 46)
	fair := at{(from + to) / 2, 108} // the middle of the trailing edge where it is fair
	aileron := fair.by(0, drop)
	p.rod(out, aileron.by(0, 10))
	if !turns {
		p.drawn = append(p.drawn, Dimension{of, math.Abs(aileron.y - fair.y), times * perDegree})
	}
	p.box(Ink, 3, Paper, at{from + 24, aileron.y}, to-from-48, 12)
	rod := at{(pivot.x + w.out*44 + fair.x) / 2, (pivot.y + 120 + drop) / 2}
	p.rodEnd(map[wing]rig.Turned{{"left", -1}: rig.SetRodLeft, {"right", 1}: rig.SetRodRight}[w], rod)
	behind := line{w.side + " aileron, from behind", small, false, Quiet, ""}
	if times > 1 { // a travel is drawn as large as it is
		behind.gone = behind.text
		behind.text += fmt.Sprintf(", drawn %g times", times)
	}
	p.label(at{fair.x, 92}, 4, behind)
	for _, one := range edges {
		if r, ok := p.rig.Readings[one.Of(w.side)]; ok {
			p.ring(r, aileron.by(0, 12))
			p.read(r, aileron.by(0, 12), 8, 1)
		}
	}
}

// edges are what is read of a trailing edge; the first that is shown is drawn.
var edges = []rig.Reading{rig.FlapEdge, rig.TipEdge, rig.MeanEdge, rig.TravelUp, rig.TravelDown}

// edgeRead is what is drawn of a side's trailing edge, with its place and without.
func (p *pen) edgeRead(side string) (of, read rig.Reading) {
	for _, one := range edges {
		if _, ok := p.rig.Readings[one.Of(side)]; ok {
			return one.Of(side), one
		}
	}
	return rig.FlapEdge.Of(side), rig.FlapEdge
}

// rodEnd is a rod's thread, drawn only while it is turned.
func (p *pen) rodEnd(name rig.Turned, middle at) {
	if turned, ok := p.rig.Adjusters[name]; ok && turned.Turn != "" {
		p.adjusterOn(name, middle)
	}
}
