package picture

import "brankel/rigging/rig"

// kickdown: throttle lever with the slack at its slot, slider and housing, the valve with its stroke in its bore.
func kickdown(p *pen, g *rig.KickdownGeometry, stands *rig.KickdownAt) {
	const idle, full = -34.0, 40.0 // the lever, degrees
	const longest = 190.0          // the stroke that bottoms, as it is drawn
	pivot, bracket, box := at{130, 190}, at{372, 88}, at{726, 150}
	bore := at{830, 150} // where the land stands at idle
	bottom := max(g.Bottom, 1)
	open := throttle(stands)
	share, shows, going := p.moved(rig.SweptValve)
	if going {
		open = share
	}
	p.fan(pivot, 100, idle, full)
	slot := pivot.swing(100, idle+(full-idle)*open)
	p.arm(pivot, slot)
	p.pivot(pivot)
	p.note(pivot, 26, p.rig.Control)
	times := bigger(max(p.value(rig.IdleSlack), 0.5), 30)
	if times < 2 {
		times = 1
	}
	slack := p.size(rig.IdleSlack, times, 3, 60)
	p.box(Ink, 3, Paper, slot.by(-8, -10), slack+22, 20)
	p.pin(slot)
	p.gap(rig.IdleSlack, slot.by(6, -34), slack, times)
	p.shows(rig.Pointer, slot.by(6+slack/2, -34), 12)
	p.wire(slot.by(14+slack, 0), at{360, 88})
	p.fixed(bracket, 84)
	p.note(bracket.by(0, 42), 4, "bracket")
	p.thread(bracket, 98)
	p.adjuster(rig.SetSlider, at{430, 88}, 70, 40)
	p.cable(at{470, 88}, at{560, 80}, at{640, 130}, at{716, 150})
	p.fixed(box, 60)
	p.note(box.by(0, -30), 6, p.rig.Works)
	of := rig.Valve
	if stands.Throttle == "full" {
		of = rig.FullValve
	}
	stroke := clamp(p.value(of)/bottom, 0, 1)
	if going {
		stroke = clamp(shows/bottom, 0, 1)
	}
	p.box(Ink, 3, Wash, at{800, 124}, 340, 52)
	for _, port := range []float64{0.12, 0.5} {
		open := bore.by(longest*port, -26)
		p.line(Ink, 3, open.by(-9, 0), open.by(-9, -12))
		p.line(Ink, 3, open.by(9, 0), open.by(9, -12))
		p.line(Paper, 3.5, open.by(-7, 0), open.by(7, 0))
	}
	p.line(Ink, 3, at{1128, 130}, at{1128, 170})
	land := bore.by(longest*stroke, 0)
	if !going {
		p.length(of, bore, land, longest/bottom)
	}
	p.rod(box.by(4, 0), land)
	p.box(Ink, 3, Paper, land.by(0, -22), 26, 44)
	p.box(Ink, 3, Paper, land.by(44, -22), 26, 44)
	p.rod(land.by(26, 0), land.by(44, 0))
	p.spring(land.by(70, 0), at{1136, 150})
	kick := bore.by(longest*clamp(g.Kick/bottom, 0, 1), -26)
	p.line(Ink, 2, kick, kick.by(0, -24))
	p.note(kick.by(0, -24), 2, "kickdown")
	end := bore.by(longest, 26)
	p.line(Ink, 2, end, end.by(0, 20))
	p.note(end.by(0, 20), 2, "bottom")
	for _, reading := range []rig.Reading{rig.FullValve, rig.Draw} {
		if _, ok := p.rig.Readings[reading]; ok {
			to := bore.by(longest*clamp(p.value(reading)/bottom, 0, 1), 54)
			p.length(reading, bore, to, longest/bottom)
			p.ends(bore.by(0, 54), to)
			p.shows(reading, at{(bore.x + to.x) / 2, 124}, 6)
		}
	}
	p.shows(rig.Valve, land.by(13, -22), 6)
	p.shows(rig.IdlePull, at{360, 88}, 10)
}

// throttle is how far it is open, 0 to 1.
func throttle(stands *rig.KickdownAt) float64 {
	switch v := stands.Throttle.(type) {
	case string:
		if v == "full" {
			return 1
		}
	case float64:
		return v
	}
	return 0
}
