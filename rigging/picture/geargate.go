package picture

import "brankel/rigging/rig"

// gearGate: from above, its planes, the centring stop with both gaps, a screw for each plane.
func gearGate(p *pen, g *rig.GateGeometry, _ *rig.Nowhere) {
	plate, knob, stop := at{40, 24}, at{230, 102}, at{760, 102}
	p.box(Ink, 3, Paper, plate, 380, 150)
	room := 380 / max(float64(len(g.Planes)), 1)
	for i, plane := range g.Planes {
		slot := plate.by(room*(float64(i)+0.5), 0)
		foot := slot.by(0, 150)
		p.box(Ink, 2, Wash, slot.by(-13, 20), 26, 116)
		p.adjuster(rig.SetScrew.Of(plane.Name), slot.by(0, 6), 26, 22)
		p.shows(rig.Reach.Of(plane.Name), foot, 4)
		if word := p.rig.Senses[rig.FeltPlane.Of(plane.Name)]; word != "" {
			p.label(foot, 4, line{plane.Name + ": " + word, small, false, Quiet, ""})
		} else {
			p.note(foot, 4, plane.Name)
		}
	}
	p.box(Ink, 2, Wash, at{80, 90}, 300, 24)
	share, _, leaned := p.moved(rig.SweptLeft)
	if leaned {
		knob.x += 120 * (share - 0.5)
	}
	p.circle(Ink, 4, Paper, knob, 14)
	p.circle(Ink, 0, Ink, knob, 7)
	p.note(at{420, 40}, 4, p.rig.Control)
	left, right := at{560, 60}, at{960, 60}
	p.rod(knob.by(14, 0), at{left.x, knob.y})
	times := bigger(max(p.value(rig.GapLeft), p.value(rig.GapRight), 0.5), 34)
	p.line(Ink, 5, left, left.by(0, 116))
	p.line(Ink, 5, left, right)
	p.line(Ink, 5, right, right.by(0, 116))
	for _, end := range []at{left.by(4, 42), right.by(-130, 42)} { // on their guides
		p.line(Quiet, 2, end, end.by(126, 0))
		p.box(Ink, 2.5, Paper, end.by(0, -13), 6, 26)
		p.box(Ink, 2.5, Paper, end.by(120, -13), 6, 26)
		p.coil(end.by(6, 0), 114)
	}
	l, r := p.size(rig.GapLeft, times, 2, 50), p.size(rig.GapRight, times, 2, 50)
	p.box(Ink, 3, Paper, stop.by(-12-l-14, -26), 14, 54)
	p.box(Ink, 3, Paper, stop.by(12+r, -26), 14, 54)
	leans := 0.0
	if leaned {
		leans = clamp((share-0.5)*6*times, -l, r)
	}
	p.box(Ink, 3.5, Paper, stop.by(leans-12, -28), 24, 116)
	p.lean = -1
	p.gap(rig.GapLeft, stop.by(-12-l, 48), l, times)
	p.lean = 1
	p.gap(rig.GapRight, stop.by(12, 48), r, times)
	p.lean = 0
	p.thread(at{690, 204}, 140)
	p.adjuster(rig.SetStop, at{stop.x, 204}, 44, 34)
	p.shows(rig.PlayLeft, at{130, 150}, 60)
	p.shows(rig.PlayRight, at{330, 150}, 60)
	p.sense(rig.FeltCentre, at{stop.x, 60}, 6)
	lever, works := at{1090, 90}, at{1130, 150}
	p.cable(at{966, 116}, at{1010, 116}, at{1040, 90}, at{1080, 90})
	p.fan(works, 72, -58, 2)
	for _, plane := range []float64{-58, -34, 2} {
		p.circle(Quiet, 2, Paper, works.swing(72, plane), 4)
	}
	p.arm(lever, works)
	p.pivot(works)
	p.note(works, 16, p.rig.Works)
}
