package picture

import "brankel/rigging/rig"

// throttleCruise: pedal, both cables on one cam, the switch under its heel, the servo.
func throttleCruise(p *pen, _ *rig.ThrottleGeometry, stands *rig.ThrottleAt) {
	const full = 24.0  // the pedal at the floor, degrees
	const slower = 0.6 // the cam is drawn turning less than it does
	pedal, firewall, bracket, cam := at{96, 44}, at{226, 112}, at{520, 62}, at{860, 112}
	tilt := 0.0
	if stands.Control == "full" {
		tilt = full
	}
	turned := p.size(rig.Cam, 1, 0, 90)
	share, shows, going := p.moved(rig.SweptByThePedal)
	if going {
		tilt, turned = full*share, clamp(shows, 0, 90)
	}
	p.pivot(pedal)
	foot, hook := pedal.swing(118, 180-14+tilt), pedal.swing(34, 180-14+tilt)
	p.arm(pedal, foot)
	p.box(Ink, 3, Ink, foot.by(-22, 0), 30, 10)
	p.note(foot, 16, p.rig.Control)
	p.pin(hook)
	p.wire(hook, at{firewall.x, 78})
	p.fixed(firewall, 170)
	p.note(at{firewall.x, 28}, 4, "firewall")
	p.cable(at{236, 78}, at{320, 74}, at{420, 50}, at{500, 62})
	p.fixed(bracket, 56)
	p.thread(at{492, 62}, 108)
	p.adjuster(rig.SetPedalNuts, at{560, 62}, 44, 34)
	p.plate(Ink, 3.5, Paper, cam.sector(66, -60+turned*slower, 120, 14)...)
	p.line(Quiet, 2, cam.sector(57, -60+turned*slower, 120, 14)[1:]...)
	p.pivot(cam)
	nipple := cam.swing(66, -56+turned*slower)
	if !going {
		p.angle(rig.Cam, cam, cam.swing(66, -56), nipple, slower)
	}
	p.wire(at{600, 62}, nipple)
	times := bigger(max(p.value(rig.PedalSlack), p.value(rig.CruiseSlack)), 34)
	p.pin(nipple)
	p.gap(rig.PedalSlack, at{640, 62}, p.size(rig.PedalSlack, times, 2, 40), times)
	p.note(cam.by(0, -66), 6, p.rig.Works)
	p.box(Ink, 3, Paper, at{1120, 130}, 62, 62)
	p.circle(Ink, 3, Paper, at{1151, 161}, 20)
	p.note(at{1151, 192}, 6, "servo")
	lever := cam.swing(56, 200)
	p.arm(cam, lever)
	p.thread(at{960, 190}, 100)
	p.wire(lever, at{960, 190})
	p.adjuster(rig.SetCruiseNuts, at{1010, 190}, 44, 34)
	p.rod(at{1060, 190}, at{1120, 166})
	p.gap(rig.CruiseSlack, at{900, 202}, p.size(rig.CruiseSlack, times, 2, 40), times)
	clicks := at{720, 156}
	p.box(Ink, 3, Paper, clicks, 56, 34)
	for _, along := range []float64{14, 40} { // its terminals
		p.line(Ink, 2, clicks.by(along, 0), clicks.by(along, -9))
	}
	p.line(Ink, 3, clicks.by(56, 17), clicks.by(66, 17))
	p.circle(Ink, 2.5, Paper, clicks.by(72, 17), 6)
	heel := cam.swing(34, 222+turned*slower)
	p.plate(Ink, 3, Paper, cam.by(-8, 6), heel.by(-16, -4), heel.by(-10, 10), cam.by(4, 10))
	p.pivot(cam)
	stop := cam.by(60, 22)
	p.box(Ink, 2.5, Paper, stop, 30, 14) // of the closed throttle
	p.line(Ink, 4, stop.by(-16, 7), stop)
	p.line(Ink, 2, stop.by(10, 0), stop.by(10, 14))
	p.line(Ink, 2, stop.by(20, 0), stop.by(20, 14))
	p.note(clicks.by(28, 34), 6, "switch")
	p.sense(rig.FeltRestSwitch, clicks.by(28, 0), 6)
}
