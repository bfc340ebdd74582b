package picture

// pushPull: knob with its cushion at the panel, the loop, rod end and arm between its stops,
// the spring that takes the lash up.
func pushPull(p *pen) {
	arm := p.figure("arm_stroke")
	at := p.value("arm") / max(arm, 1) // 0 with the arm in, 1 out
	drawn := 0.0
	if share, _, ok := p.moved("pushed"); ok {
		at, drawn = share, 60*share
	}
	times := bigger(max(p.value("cushion_in"), p.value("cushion_out")), 42)
	panel := 190.0
	in := clamp(p.value("cushion_in")*times, 0, 60)
	face := panel - 10 - in
	p.fixed(panel, 116, 120)
	p.box(Ink, 3, Paper, face-52-drawn, 90, 46, 52)
	p.box(Ink, 3, Paper, face-6-drawn, 100, 6, 32)
	p.rod(face-drawn, 116, panel, 116)
	p.gap("cushion_in", face, panel-4, 172, times)
	p.note(panel, 56, 4, "panel")
	p.note(face-29, 90, 4, p.rig.Control)
	p.thread(panel+8, panel+66, 116)
	p.cable(panel+66, 116, 340, 116, 450, 150, 500, 90, 440, 50, 380, 90, 430, 150, 540, 116, 640, 116)
	p.fixed(640, 116, 84)
	p.thread(656, 740, 116)
	p.adjuster("rod_end", 770, 116, 54, 36)
	p.note(640, 74, 4, "bracket")
	px, py := 930.0, 206.0
	angle := -32 + 54*clamp(at, 0, 1)
	ex, ey := swing(px, py, 92, angle)
	p.fan(px, py, 92, -32, 22)
	p.rod(797, 116, ex, ey)
	p.arm(px, py, ex, ey)
	p.pivot(px, py)
	p.pin(ex, ey)
	p.note(px, py, 26, p.rig.Works)
	out := clamp(p.value("cushion_out")*times, 0, 60)
	sx := ex + 16 + out
	p.box(Ink, 3, Paper, sx, 104, 18, 26)
	p.gap("cushion_out", ex+10, sx, 150, times)
	p.shows("dead_travel", face-30, 142, 8)
	if _, ok := p.rig.Geometry["spring"].(map[string]any); ok {
		p.spring(ex+6, ey-4, 1120, 60)
		p.fixed(1120, 60, 44)
		p.note(1050, 70, 16, "anti-lash spring")
		p.shows("force", 1120, 60, 12)
	} else {
		p.shows("force", ex, ey, 14)
	}
}

// throttleCruise: pedal, both cables on one cam, the switch under its heel, the servo.
func throttleCruise(p *pen) {
	p.pivot(96, 44)
	tilt := map[string]float64{"full": 24}[p.where("control")]
	cam := clamp(p.value("cam"), 0, 90)
	if share, shows, ok := p.moved("by the pedal"); ok {
		tilt, cam = 24*share, clamp(shows, 0, 90)
	}
	ex, ey := swing(96, 44, 118, 180-14+tilt)
	p.arm(96, 44, ex, ey)
	p.box(Ink, 3, Ink, ex-22, ey, 30, 10)
	p.note(ex, ey, 16, p.rig.Control)
	mx, my := swing(96, 44, 34, 180-14+tilt)
	p.pin(mx, my)
	p.wire(mx, my, 226, 78)
	p.fixed(226, 112, 170)
	p.note(226, 28, 4, "firewall")
	p.cable(236, 78, 320, 74, 420, 50, 500, 62)
	p.fixed(520, 62, 56)
	p.thread(492, 600, 62)
	p.adjuster("pedal_nuts", 560, 62, 44, 34)
	cx, cy := 860.0, 112.0
	at := []float64{cx, cy}
	for i := range 15 {
		x, y := swing(cx, cy, 66, -60+cam*0.6+120*float64(i)/14)
		at = append(at, x, y)
	}
	p.plate(Ink, 3.5, Paper, at...)
	p.pivot(cx, cy)
	hx, hy := swing(cx, cy, 66, -56+cam*0.6)
	p.wire(600, 62, hx, hy)
	times := bigger(max(p.value("pedal_slack"), p.value("cruise_slack")), 34)
	slack := clamp(p.value("pedal_slack")*times, 2, 40)
	p.pin(hx, hy)
	p.gap("pedal_slack", 640, 640+slack, 62, times)
	p.note(cx, cy-66, 6, p.rig.Works)
	p.box(Ink, 3, Paper, 1120, 130, 62, 62)
	p.circle(Ink, 3, Paper, 1151, 161, 20)
	p.note(1151, 192, 6, "servo")
	lx, ly := swing(cx, cy, 56, 200)
	p.arm(cx, cy, lx, ly)
	p.thread(960, 1060, 190)
	p.wire(lx, ly, 960, 190)
	p.adjuster("cruise_nuts", 1010, 190, 44, 34)
	p.rod(1060, 190, 1120, 166)
	slack = clamp(p.value("cruise_slack")*times, 2, 40)
	p.gap("cruise_slack", 900, 900+slack, 202, times)
	p.box(Ink, 3, Paper, 720, 156, 56, 34)
	p.line(Ink, 3, 776, 168, lx-12, ly)
	p.note(748, 190, 6, "switch")
	p.sense("rest_switch", 748, 156, 6)
}

// kickdown: throttle lever with the slack at its slot, slider and housing, the valve with its
// stroke in its bore.
func kickdown(p *pen) {
	bottom := max(p.figure("bottom"), 1)
	open := p.throttle()
	share, shows, going := p.moved("valve")
	if going {
		open = share
	}
	px, py := 130.0, 190.0
	p.fan(px, py, 100, -34, 40)
	ex, ey := swing(px, py, 100, -34+74*open)
	p.arm(px, py, ex, ey)
	p.pivot(px, py)
	p.note(px, py, 26, p.rig.Control)
	slack := p.value("idle_slack")
	times := bigger(max(slack, 0.5), 30)
	if times < 2 {
		times = 1
	}
	wide := clamp(slack*times, 3, 60)
	p.box(Ink, 3, Paper, ex-8, ey-10, wide+22, 20)
	p.pin(ex, ey)
	p.gap("idle_slack", ex+6, ex+6+wide, ey-34, times)
	p.gap("pointer", ex+6, ex+6+wide, ey-34, times)
	p.wire(ex+14+wide, ey, 360, 88)
	p.fixed(372, 88, 84)
	p.note(372, 130, 4, "bracket")
	p.thread(372, 470, 88)
	p.adjuster("slider", 430, 88, 70, 40)
	p.cable(470, 88, 560, 80, 640, 130, 716, 150)
	p.fixed(726, 150, 60)
	p.note(726, 120, 6, p.rig.Works)
	stroke := clamp(p.value("full_valve")/bottom, 0, 1)
	if _, there := p.rig.At["throttle"]; there && p.where("throttle") != "full" {
		stroke = clamp(p.value("valve")/bottom, 0, 1)
	}
	if going {
		stroke = clamp(shows/bottom, 0, 1)
	}
	p.box(Ink, 3, Wash, 800, 124, 340, 52)
	land := 830 + 190*stroke
	p.rod(730, 150, land, 150)
	p.box(Ink, 3, Paper, land, 128, 26, 44)
	p.box(Ink, 3, Paper, land+44, 128, 26, 44)
	p.rod(land+26, 150, land+44, 150)
	p.spring(land+70, 150, 1136, 150)
	kick := 830 + 190*clamp(p.figure("kick")/bottom, 0, 1)
	p.line(Ink, 2, kick, 124, kick, 100)
	p.note(kick, 100, 2, "kickdown")
	p.line(Ink, 2, 1020, 176, 1020, 196)
	p.note(1020, 196, 2, "bottom")
	for _, reading := range []string{"full_valve", "draw"} {
		if _, ok := p.rig.Readings[reading]; ok {
			p.ends(830, land, 204)
			p.shows(reading, (830+land)/2, 124, 6)
		}
	}
	p.shows("valve", land+13, 128, 6)
	p.shows("idle_pull", 360, 88, 10)
}

// throttle is how far it is open, 0 to 1.
func (p *pen) throttle() float64 {
	switch v := p.rig.At["throttle"].(type) {
	case string:
		return map[string]float64{"full": 1}[v]
	case float64:
		return v
	}
	return 0
}

// clutch: pedal and quadrant with its hooks, the cable, the fork, the gap at the bearing.
func clutch(p *pen) {
	px, py := 130.0, 64.0
	share, bearing, _ := p.moved("bearing")
	turn := -34 * share
	fx, fy := swing(px, py, 120, 188+turn)
	p.arm(px, py, fx, fy)
	p.box(Ink, 3, Ink, fx-20, fy, 30, 10)
	p.note(fx, fy, 16, p.rig.Control)
	at := []float64{px, py}
	for i := range 11 {
		x, y := swing(px, py, 46, -70+turn+110*float64(i)/10)
		at = append(at, x, y)
	}
	p.plate(Ink, 3, Paper, at...)
	p.pivot(px, py)
	hooks := p.names("hooks")
	chosen := int(p.value("hook"))
	for i, name := range hooks {
		x, y := swing(px, py, 46, -40+turn+60*float64(i)/max(float64(len(hooks)-1), 1))
		tone := Quiet
		if i == chosen {
			tone = Ink
		}
		p.circle(tone, 3, Paper, x, y, 6)
		if len(hooks) > 1 && i == chosen {
			p.note(x, y, 8, name)
		}
	}
	hx, hy := swing(px, py, 46, -40+turn+60*float64(chosen)/max(float64(len(hooks)-1), 1))
	p.wire(hx, hy, 300, 34)
	p.fixed(300, 100, 160)
	p.note(300, 180, 4, "firewall")
	p.thread(312, 420, 34)
	p.adjuster("adjuster", 366, 34, 54, 40)
	p.cable(420, 34, 520, 40, 560, 110, 660, 112)
	p.fixed(672, 112, 56)
	gx, gy := 812.0, 150.0
	free := p.value("bearing_free")
	times := bigger(max(free, 0.3), 30)
	gap := clamp(free*times, 0, 60)
	drawn := clamp(bearing*times, 0, gap+22)
	p.wire(676, 112, 790-drawn, 88)
	p.arm(790-drawn, 88, 830+drawn*0.9, 206)
	p.pivot(gx, gy)
	p.pin(790-drawn, 88)
	p.note(790, 88, 10, p.rig.Works)
	p.box(Ink, 3, Paper, 838+drawn, 176, 34, 40)
	plate := 874 + max(gap, drawn)
	p.line(Ink, 5, plate, 150, plate, 222)
	p.line(Ink, 3, plate, 156, plate+60, 120)
	p.box(Ink, 3, Paper, plate+60, 90, 40, 128)
	p.note(plate+80, 90, 6, "spring fingers")
	p.gap("bearing_free", 872, plate, 130, times)
	p.gap("cable_gap", 740, 740+clamp(p.value("cable_gap")*times, 3, 40), 62, times)
	p.shows("pedal_free", fx, fy-30, 20)
	p.shows("bite_height", fx, fy-30, 20)
	p.shows("force", fx, fy-30, 20)
	p.shows("release_margin", plate+80, 218, 4)
}
