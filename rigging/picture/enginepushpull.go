package picture

import "brankel/rigging/rig"

// enginePushPull: knob with its cushion at the panel, the loop, rod end and arm between its stops, the spring that takes
// the lash up.
func enginePushPull(p *pen, g *rig.PushPullGeometry, _ *rig.PushPullAt) {
	const in, out = -32.0, 22.0                      // the arm's stops, degrees
	across := p.value(rig.Arm) / max(g.ArmStroke, 1) // 0 with the arm in, 1 out
	drawn := 0.0
	share, _, going := p.moved(rig.SweptPushed)
	if going {
		across, drawn = share, 60*share
	}
	times := bigger(max(p.value(rig.CushionIn), p.value(rig.CushionOut)), 42)
	panel, bracket, rodEnd, pivot := at{190, 116}, at{640, 116}, at{770, 116}, at{930, 206}
	cushion := p.size(rig.CushionIn, times, 0, 60)
	face := panel.by(-10-cushion, 0)
	knob := face.by(-drawn, 0)
	p.fixed(panel, 120)
	p.box(Ink, 3, Paper, knob.by(-52, -26), 46, 52)
	p.box(Ink, 3, Paper, knob.by(-6, -16), 6, 32)
	for y := -17.0; y <= 17; y += 8.5 { // it is ribbed
		p.line(Ink, 1.8, knob.by(-48, y), knob.by(-10, y))
	}
	p.rod(knob, panel)
	p.gap(rig.CushionIn, face.by(0, 56), panel.x-10-face.x, times)
	p.note(panel.by(0, -60), 4, "panel")
	p.note(face.by(-29, -26), 4, p.rig.Control)
	p.thread(panel.by(8, 0), 58)
	p.cable(panel.by(66, 0), at{340, 116}, at{450, 150}, at{500, 90}, at{440, 50}, at{380, 90}, at{430, 150}, at{540, 116}, bracket)
	p.fixed(bracket, 84)
	p.thread(bracket.by(16, 0), 84)
	p.adjuster(rig.SetRodEnd, rodEnd, 54, 36)
	p.note(bracket.by(0, -42), 4, "bracket")
	pin := pivot.swing(92, in+(out-in)*clamp(across, 0, 1))
	p.fan(pivot, 92, in, out)
	for _, stop := range []float64{in - 11, out + 11} { // a screw at each end of its way
		a, b := pivot.swing(48, stop), pivot.swing(48, stop+sign(stop)*34)
		p.line(Ink, 9, a, b)
		p.line(Paper, 5, a, b)
		p.line(Ink, 3, pivot.swing(40, stop+sign(stop)*16), pivot.swing(56, stop+sign(stop)*16))
	}
	p.rod(rodEnd.by(27, 0), pin)
	p.arm(pivot, pin)
	p.pivot(pivot)
	p.pin(pin)
	if !going {
		p.angle(rig.Arm, pivot, pivot.swing(92, in), pin, (out-in)/max(g.ArmStroke, 1))
	}
	p.note(pivot, 26, p.rig.Works)
	stop := at{pin.x + 10, 104}.by(p.size(rig.CushionOut, times, 0, 60), 0)
	p.box(Ink, 3, Paper, stop, 18, 26)
	p.gap(rig.CushionOut, at{pin.x + 10, 150}, stop.x-pin.x-10, times)
	p.shows(rig.DeadTravel, face.by(-30, 26), 8)
	if g.Spring == nil {
		p.shows(rig.Force, pin, 14)
		return
	}
	anchor := at{1120, 60}
	p.spring(pin.by(6, -4), anchor)
	p.fixed(anchor, 44)
	p.note(at{1050, 70}, 16, "anti-lash spring")
	p.shows(rig.Force, anchor, 12)
}
