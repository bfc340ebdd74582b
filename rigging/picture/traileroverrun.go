package picture

import "brankel/rigging/rig"

// trailerOverrun: coupler and rod, the lever at its mark, the compensator, two or four wheels.
func trailerOverrun(p *pen, g *rig.TrailerGeometry, _ *rig.Nowhere) {
	coupler, tube, pivot, compensator := at{40, 78}, at{176, 74}, at{320, 132}, at{580, 60}
	share, _, going := p.moved(rig.SweptPlayAndClearance)
	pushed := coupler.by(44*share, 0)
	p.plate(Ink, 3, Paper, pushed, pushed.by(60, 0), pushed.by(60, 44), pushed.by(34, 44), pushed.by(30, 30), pushed.by(14, 30),
		pushed.by(10, 44), pushed.by(0, 40))
	p.line(Ink, 4, pushed.by(8, 0), pushed.by(26, -12), pushed.by(46, -12)) // its handle
	p.bellows(pushed.by(60, 22), tube.by(0, 26))
	p.box(Ink, 3, Paper, tube, 90, 52)
	p.line(Ink, 2, tube.by(20, 0), tube.by(20, 52))
	p.line(Ink, 2, tube.by(70, 0), tube.by(70, 52))
	p.box(Ink, 2.5, Wash, tube.by(30, 18), 30, 16) // the damper within
	p.note(coupler.by(30, 0), 4, "coupler")
	p.shows(rig.CouplerTravel, at{130, 122}, 8)
	lean := clamp(p.value(rig.LeverAngle)-g.LeverMark+24*share, -40, 40)
	grip, mark, foot := pivot.swing(84, lean), pivot.swing(84, 0), pivot.swing(46, 180+lean)
	p.line(Ink, 2, mark.by(-12, -12), mark.by(12, -12))
	p.arm(pivot, grip)
	p.arm(pivot, foot)
	p.pivot(pivot)
	if !going {
		p.angle(rig.LeverAngle, pivot, pivot.swing(84, -g.LeverMark), grip, 1)
	}
	p.rod(tube.by(90, 26), pivot)
	p.shows(rig.LeverAngle, grip, 12)
	p.sense(rig.FeltLever, grip, 12)
	p.rod(foot, at{470, foot.y})
	p.thread(at{470, foot.y}, 90)
	p.adjuster(rig.SetRodNut, at{520, foot.y}, 40, 34)
	p.line(Ink, 8, compensator, compensator.by(0, 146))
	p.note(compensator, 6, "compensator")
	times := bigger(max(p.value(rig.RodPlay), 0.5), 30)
	play := p.size(rig.RodPlay, times, 3, 40)
	p.gap(rig.RodPlay, at{440 - play, foot.y + 26}, play, times)
	p.flag(at{220, 70})
	columns := max(len(g.Wheels)/2, 1)
	for column := range columns { // the axle beams
		x := 960 + 260*(float64(column)-float64(columns-1)/2)
		p.line(Quiet, 7, at{x, 88}, at{x, 156})
		p.line(Paper, 3.5, at{x, 88}, at{x, 156})
	}
	for i, name := range g.Wheels {
		column, row := i/2, i%2
		wheel := at{960 + 260*(float64(column)-float64(columns-1)/2), 66}
		if row == 1 {
			wheel.y = 178
		}
		below := float64(row)
		p.cable(at{584, 90 + 90*below}, at{650, wheel.y + 4 - 8*below}, wheel.by(-110, 22-44*below), wheel.by(-70, 0))
		p.wheel(name, wheel, row == 1)
	}
}

// wheel is a drum from above, with its adjuster at the backplate.
func (p *pen) wheel(name string, middle at, below bool) {
	tone := Ink
	if p.value(rig.Clearance.Of(name)) <= 0 {
		tone = Bad
	}
	p.box(tone, 4, Paper, middle.by(-40, -20), 80, 40)
	for x := -28.0; x <= 28; x += 14 { // its tread
		p.line(Quiet, 2, middle.by(x-3, -14), middle.by(x+3, 14))
	}
	p.adjuster(rig.SetWheel.Of(name), middle.by(-58, 0), 22, 26)
	text := name
	if word := p.rig.Senses[rig.FeltDrag.Of(name)]; word != "" {
		text += ": " + word
	}
	edge := middle.by(0, -20)
	if below {
		edge = middle.by(0, 20)
	}
	p.label(edge, 4, line{text, small, false, Quiet, ""})
	p.shows(rig.Clearance.Of(name), middle.by(40, 0), 8)
}
