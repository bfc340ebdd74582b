package picture

import "brankel/rigging/rig"

// clutch: pedal and quadrant with its hooks, the cable, the fork, the gap at the bearing.
func clutch(p *pen, g *rig.ClutchGeometry, _ *rig.ClutchAt) {
	pedal, firewall, barrel, bracket, fork := at{130, 64}, at{300, 100}, at{366, 34}, at{672, 112}, at{812, 150}
	share, bearing, _ := p.moved(rig.SweptBearing)
	turn := -34 * share
	foot := pedal.swing(120, 188+turn)
	p.arm(pedal, foot)
	p.box(Ink, 3, Ink, foot.by(-20, 0), 30, 10)
	p.note(foot, 16, p.rig.Control)
	p.plate(Ink, 3, Paper, pedal.sector(46, -70+turn, 110, 10)...)
	p.pivot(pedal)
	chosen := int(p.rig.Settings[rig.SetHook])
	hook := func(i int) at {
		return pedal.swing(46, -40+turn+60*float64(i)/max(float64(len(g.Hooks)-1), 1))
	}
	for i, one := range g.Hooks {
		tone := Quiet
		if i == chosen {
			tone = Ink
		}
		p.circle(tone, 3, Paper, hook(i), 6)
		if len(g.Hooks) > 1 && i == chosen {
			p.note(hook(i), 8, one.Name)
		}
	}
	p.wire(hook(chosen), at{firewall.x, barrel.y})
	p.fixed(firewall, 160)
	p.note(firewall.by(0, 80), 4, "firewall")
	p.thread(at{312, barrel.y}, 108)
	p.adjuster(rig.SetAdjuster, barrel, 54, 40)
	p.cable(at{420, barrel.y}, at{520, 40}, at{560, 110}, at{660, 112})
	p.fixed(bracket, 56)
	times := bigger(max(p.value(rig.BearingFree), 0.3), 30)
	gap := p.size(rig.BearingFree, times, 0, 60)
	drawn := clamp(bearing*times, 0, gap+22)
	end := at{790 - drawn, 88}
	p.wire(bracket.by(4, 0), end)
	p.arm(end, at{830 + drawn*0.9, 206})
	p.pivot(fork)
	p.pin(end)
	p.note(at{790, 88}, 10, p.rig.Works)
	rest := at{872, 130}                          // the bearing's face at rest
	p.line(Quiet, 2, at{846, 196}, at{1110, 196}) // the shaft it slides on
	p.box(Ink, 3, Paper, at{838 + drawn, 176}, 34, 40)
	p.line(Ink, 2, at{848 + drawn, 176}, at{848 + drawn, 216})
	p.circle(Ink, 2, Paper, at{861 + drawn, 186}, 5)
	p.circle(Ink, 2, Paper, at{861 + drawn, 206}, 5)
	plate := rest.x + max(gap, drawn)
	p.line(Ink, 5, at{plate, 150}, at{plate, 222})
	p.line(Ink, 4, smooth([]at{{plate, 152}, {plate + 14, 126}, {plate + 44, 112}, {plate + 66, 96}})...)
	p.line(Ink, 4, at{plate, 220}, at{plate + 24, 222})
	p.line(Ink, 3, at{plate + 40, 88}, at{plate + 40, 104}) // where the fingers tip about
	p.box(Ink, 3, Paper, at{plate + 60, 90}, 16, 128)
	p.box(Ink, 2, Ink, at{plate + 77, 100}, 5, 108) // lining
	p.box(Ink, 2, Paper, at{plate + 82, 96}, 4, 116)
	p.box(Ink, 2, Ink, at{plate + 86, 100}, 5, 108)
	p.box(Ink, 3, Wash, at{plate + 92, 82}, 26, 144) // flywheel
	p.note(at{plate + 80, 90}, 6, "spring fingers")
	p.gap(rig.BearingFree, rest, plate-rest.x, times)
	p.gap(rig.CableGap, at{740, 62}, p.size(rig.CableGap, times, 3, 40), times)
	for _, reading := range []rig.Reading{rig.PedalFree, rig.BiteHeight, rig.Force} {
		p.shows(reading, foot.by(0, -30), 20)
	}
	p.shows(rig.ReleaseMargin, at{plate + 80, 218}, 4)
}
