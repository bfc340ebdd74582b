package picture

import "brankel/rigging/rig"

// flapFollowUp: lever with its detents, the cam between two switches, motor, surface with its angle, the other side.
func flapFollowUp(p *pen, g *rig.FlapGeometry, stands *rig.FlapAt) {
	const up, rise = -30.0, 90.0 // the lever at the first detent, and how far it goes, degrees
	most, lever := 1.0, 0.0
	for _, d := range g.Detents {
		most = max(most, d.Lever)
		if stands.Detent != nil && d.Name == *stands.Detent {
			lever = d.Lever
		}
	}
	angle := p.value(rig.Angle)
	share, shows, going := p.moved(rig.SweptGoingDown)
	if going {
		lever, angle = share*most, shows
	}
	_, runs, running := p.moved(rig.SweptFromUp)
	if running && len(g.Detents) > 1 {
		lever, angle = g.Detents[1].Lever, runs
	}
	pivot, rod, cam := at{100, 190}, at{290, 190}, at{470, 80}
	p.fan(pivot, 96, up, up+rise)
	for _, d := range g.Detents {
		notch := pivot.swing(104, up+rise*d.Lever/most)
		p.circle(Ink, 2, Paper, notch, 4)
		p.note(notch, 8, d.Name)
	}
	p.arm(pivot, pivot.swing(96, up+rise*lever/most))
	p.pivot(pivot)
	p.note(pivot, 24, p.rig.Control)
	p.thread(at{160, rod.y}, 90)
	p.adjuster(rig.SetFollowRod, rod, 54, 36)
	p.wire(pivot.by(0, 6), at{160, rod.y})
	p.rod(rod.by(27, 0), at{430, rod.y})
	if g.WingPitch != nil {
		p.thread(at{345, rod.y}, 34)
		p.adjuster(rig.SetFollowWing, at{398, rod.y}, 40, 30)
	}
	times := bigger(max(p.value(rig.GapUp), p.value(rig.GapDown), 0.3), 26)
	p.line(Ink, 6, cam.by(0, -40), cam.by(0, 120))
	p.pivot(cam.by(0, 120))
	d, u := p.size(rig.GapDown, times, 1, 40), p.size(rig.GapUp, times, 1, 40)
	switchDown, switchUp := cam.by(-10-d, 0), cam.by(10+u, 0)
	p.box(Ink, 3, Paper, switchDown.by(-46, -20), 46, 40)
	p.box(Ink, 3, Paper, switchUp.by(0, -20), 46, 40)
	p.box(Ink, 3, Paper, cam.by(-10, -14), 20, 28)
	for _, terminal := range []at{switchDown.by(-40, -20), switchDown.by(-6, -20), switchUp.by(40, -20), switchUp.by(6, -20)} {
		p.line(Ink, 2, terminal, terminal.by(0, -8))
	}
	p.circle(Ink, 2, Paper, switchDown.by(-1, 0), 4) // their buttons
	p.circle(Ink, 2, Paper, switchUp.by(1, 0), 4)
	p.lean = -1
	p.gap(rig.GapDown, switchDown.by(0, 38), d, times)
	p.adjusterOn(rig.SetSwitchDown, switchDown.by(-23, 0))
	p.lean = 1
	p.gap(rig.GapUp, cam.by(10, 38), u, times)
	p.adjusterOn(rig.SetSwitchUp, switchUp.by(23, 0))
	p.lean = 0
	motor := at{640, 60}
	p.box(Ink, 3, Paper, motor, 90, 50)
	for x := 16.0; x < 60; x += 9 {
		p.line(Quiet, 2, motor.by(x, 8), motor.by(x, 42))
	}
	p.box(Ink, 2, Paper, motor.by(70, 12), 20, 26)
	p.note(motor.by(45, 0), 4, "motor")
	p.thread(motor.by(90, 25), 100)
	p.sense(rig.FeltRest, motor.by(45, 50), 6)
	p.surface(at{900, 50}, angle, rig.Angle, !going && !running, p.rig.Works)
	surface := at{1050, 90}
	for _, d := range g.Detents {
		p.shows(rig.Angle.Of(d.Name), surface, 10)
	}
	p.shows(rig.Home, surface, 10)
	p.rod(motor.by(190, 25), at{884, 56})
	limitUp, limitDown := at{615, 161}, at{755, 161}
	p.box(Ink, 2.5, Paper, limitUp.by(-15, -11), 30, 22)
	p.box(Ink, 2.5, Paper, limitDown.by(-15, -11), 30, 22)
	p.adjusterOn(rig.SetLimitUp, limitUp)
	p.adjusterOn(rig.SetLimitDown, limitDown)
	p.line(Quiet, 2, limitUp.by(15, 0), limitDown.by(-15, 0))
	p.surface(at{900, 150}, p.value(rig.Other), rig.Other, true, "the other side")
	p.adjusterOn(rig.SetOtherRod, at{860, 150})
}

// surface is one seen from its end, drooped by its angle; read tells that this is what was read.
func (p *pen) surface(hinge at, angle float64, of rig.Reading, read bool, name string) {
	level := hinge.by(125, 0)
	p.add(Shape{Points: flat([]at{hinge, level}), Weight: 1.5, Tone: Quiet, Dashed: true})
	p.plate(Quiet, 2, Wash, hinge.by(-12, -9), hinge.by(-34, -12), hinge.by(-34, 12), hinge.by(-12, 9)) // the wing it hangs on
	edge := hinge.swing(115, 90+angle)
	thick := at{}.swing(9, 180+angle)
	p.plate(Ink, 3, Paper, hinge.by(-thick.x, -thick.y), edge, hinge.by(thick.x, thick.y))
	p.pivot(hinge)
	if read {
		p.angle(of, hinge, level, edge, 1)
	}
	p.shows(of, edge, 8)
	p.note(hinge, 16, name)
}
