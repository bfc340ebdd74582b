package picture

import "brankel/rigging/rig"

// parkingBrake: lever with its notches, equaliser or tensioner, a drum for each side with its shoes opening on their
// clearance.
func parkingBrake(p *pen, g *rig.BrakeGeometry, _ *rig.Nowhere) {
	const down, rise = 60.0, 40.0 // the lever released, and how far it rises, degrees
	pivot, bar := at{110, 170}, at{470, 70}
	notches := max(g.LeverNotches, 1)
	up := clamp(p.value(rig.Notches)/notches, 0, 1)
	share, _, going := p.moved(rig.SweptForce)
	if going {
		up = share
	}
	p.fan(pivot, 110, down, down-rise)
	for i := range int(notches) + 1 {
		a := down - rise*float64(i)/notches
		p.line(Ink, 2, pivot.swing(56, a), pivot.swing(66, a))
	}
	grip := pivot.swing(110, down-rise*up)
	p.arm(pivot, grip)
	p.pivot(pivot)
	if !going {
		p.angle(rig.Notches, pivot, pivot.swing(110, down), grip, rise/notches)
	}
	p.note(grip, 10, p.rig.Control)
	p.shows(rig.Notches, pivot, 26)
	p.shows(rig.BrakeForce, grip, 24)
	rod := at{330, pivot.y}
	p.rod(pivot.by(8, 12), rod)
	name := "equaliser"
	if g.Auto {
		name = "tensioner"
		p.spring(rod, rod.by(122, 0))
		p.adjuster(rig.SetTensioner, rod.by(61, 0), 40, 34)
	} else {
		p.thread(rod, 122)
		p.adjuster(rig.SetEqualiser, rod.by(80, 0), 40, 34)
	}
	p.line(Ink, 8, bar, bar.by(0, 130))
	p.note(bar, 6, name)
	p.flag(at{60, 60})
	const times = 6
	p.gap(rig.CableSlack, bar.by(10, 65), p.size(rig.CableSlack, times, 3, 40), times)
	for i, side := range g.Sides {
		drum := at{690 + 330*float64(i)/max(float64(len(g.Sides)-1), 1), 112}
		anchor := drum.by(-76, 0)
		if i == 0 {
			p.cable(at{474, 84}, at{530, 84}, at{570, 112}, anchor)
		} else { // beneath the drum before it
			p.cable(at{474, 186}, at{540, 210}, at{700, 216}, at{860, 210}, at{900, 130}, anchor)
		}
		p.drum(side, drum, 74)
	}
}

// drum is one with its shoes, each drawn off it by its clearance.
func (p *pen) drum(side string, middle at, r float64) {
	of := rig.Clearance.Of(side)
	times := bigger(max(p.value(of), 0.2), 12)
	off := p.size(of, times, 0, 16)
	share, force, going := p.moved(rig.SweptForce)
	if going && force > 0 {
		off = 0
	} else if going {
		off *= 1 - share
	}
	tone := Ink
	if p.value(of) <= 0 {
		tone = Bad
	}
	p.circle(Ink, 4, Wash, middle, r)
	p.circle(Ink, 2, Paper, middle, r-8)
	lining := r - 14 // where a shoe that touches is drawn
	p.insides(middle, r, off)
	p.line(tone, 8, middle.sector(lining-off, -150, 120, 12)[1:]...)
	p.line(tone, 8, middle.sector(lining-off, 30, 120, 12)[1:]...)
	if !going {
		p.length(of, middle.by(lining-off, 0), middle.by(lining, 0), times)
	}
	p.adjuster(rig.SetStar.Of(side), middle.by(0, 6), 34, 28)
	p.shows(of, middle.by(0, r), 6)
	text := line{side, small, false, Quiet, ""}
	if word := p.rig.Senses[rig.FeltDrag.Of(side)]; word != "" {
		text = line{side + ": " + word, small, true, Ink, ""}
	}
	p.label(middle.by(0, -r), 6, text)
}

// insides are what holds and spreads the shoes of a drum: the webs, the springs that draw them back, the strut with its star
// wheel between them, the lever that the cable pulls, the anchor.
func (p *pen) insides(middle at, r, off float64) {
	web := r - 27 - off
	for _, side := range []float64{-1, 1} {
		p.line(Ink, 3, middle.sector(web, side*90-52, 104, 8)[1:]...)
		fork := middle.by(side*(web-2), 6)
		p.line(Ink, 4, middle.by(side*17, 6), fork)
		p.line(Ink, 3, fork.by(0, -6), fork.by(0, 6))
	}
	p.spring(middle.by(-web*0.66, -web*0.7), middle.by(web*0.66, -web*0.7))
	p.spring(middle.by(-web*0.7, web*0.62), middle.by(web*0.7, web*0.62))
	p.line(Ink, 4, middle.by(web*0.58, -web*0.5), middle.by(web*0.5, 0), middle.by(web*0.62, web*0.72))
	p.circle(Ink, 2, Paper, middle.by(web*0.58, -web*0.5), 4)
	p.box(Ink, 0, Ink, middle.by(-13, r-24), 26, 13)
}
