package picture

// gate: from above, its planes, the centring stop with both gaps, a screw for each plane.
func gate(p *pen) {
	planes := p.names("planes")
	p.box(Ink, 3, Paper, 40, 24, 380, 150)
	room := 380 / max(float64(len(planes)), 1)
	for i, plane := range planes {
		x := 40 + room*(float64(i)+0.5)
		p.box(Ink, 2, Wash, x-13, 44, 26, 116)
		p.adjuster("screw."+plane, x, 30, 26, 22)
		p.shows("reach."+plane, x, 174, 4)
		word := p.rig.Senses["plane."+plane]
		if word != "" {
			p.label(x, 174, 4, line{plane + ": " + word, small, false, Quiet, ""})
		} else {
			p.note(x, 174, 4, plane)
		}
	}
	p.box(Ink, 2, Wash, 80, 90, 300, 24)
	knob := 230.0
	if share, _, ok := p.moved("left"); ok {
		knob += 120 * (share - 0.5)
	}
	p.circle(Ink, 4, Paper, knob, 102, 14)
	p.circle(Ink, 0, Ink, knob, 102, 7)
	p.note(420, 40, 4, p.rig.Control)
	p.rod(knob+14, 102, 560, 102)
	left, right := p.value("gap.left"), p.value("gap.right")
	times := bigger(max(left, right, 0.5), 34)
	x := 760.0
	p.line(Ink, 5, 560, 60, 560, 176)
	p.line(Ink, 5, 560, 60, 960, 60)
	p.line(Ink, 5, 960, 60, 960, 176)
	p.spring(564, 96, 690, 96)
	p.spring(830, 96, 956, 96)
	l, r := clamp(left*times, 2, 50), clamp(right*times, 2, 50)
	p.box(Ink, 3, Paper, x-12-l-14, 76, 14, 54)
	p.box(Ink, 3, Paper, x+12+r, 76, 14, 54)
	leans := 0.0
	if share, _, ok := p.moved("left"); ok {
		leans = clamp((share-0.5)*6*times, -l, r)
	}
	p.box(Ink, 3.5, Paper, x-12+leans, 74, 24, 116)
	p.lean = -1
	p.gap("gap.left", x-12-l, x-12, 150, times)
	p.lean = 1
	p.gap("gap.right", x+12, x+12+r, 150, times)
	p.lean = 0
	p.thread(690, 830, 204)
	p.adjuster("stop", 760, 204, 44, 34)
	p.shows("play.left", 130, 150, 60)
	p.shows("play.right", 330, 150, 60)
	p.sense("centre", 760, 60, 6)
	p.cable(966, 116, 1010, 116, 1040, 90, 1080, 90)
	p.arm(1090, 90, 1130, 150)
	p.pivot(1130, 150)
	p.note(1130, 150, 16, p.rig.Works)
}
