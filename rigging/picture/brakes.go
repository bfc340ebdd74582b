package picture

import "math"

// parkingBrake: lever with its notches, equaliser or tensioner, a drum for each side with its
// shoes opening on their clearance.
func parkingBrake(p *pen) {
	px, py := 110.0, 170.0
	notches := max(p.figure("lever_notches"), 1)
	up := clamp(p.value("notches")/notches, 0, 1)
	if p.where("lever") == "released" {
		up = 0
	}
	if share, _, ok := p.moved("force"); ok {
		up = share
	}
	p.fan(px, py, 110, 60, 20)
	for i := range int(notches) + 1 {
		a := 60 - 40*float64(i)/notches
		x1, y1 := swing(px, py, 56, a)
		x2, y2 := swing(px, py, 66, a)
		p.line(Ink, 2, x1, y1, x2, y2)
	}
	ex, ey := swing(px, py, 110, 60-40*up)
	p.arm(px, py, ex, ey)
	p.pivot(px, py)
	p.note(ex, ey, 10, p.rig.Control)
	p.shows("notches", px, py, 26)
	p.shows("force", ex, ey, 24)
	p.rod(px+8, py+12, 330, py)
	name := "equaliser"
	if auto, _ := p.rig.Geometry["auto"].(bool); auto {
		name = "tensioner"
		p.spring(330, py, 452, py)
		p.adjuster("tensioner", 391, py, 40, 34)
	} else {
		p.thread(330, 452, py)
		p.adjuster("equaliser", 410, py, 40, 34)
	}
	p.line(Ink, 8, 470, 70, 470, 200)
	p.note(470, 70, 6, name)
	p.flag(60, 60)
	p.gap("cable_slack", 480, 480+clamp(p.value("cable_slack")*6, 3, 40), 135, 6)
	sides := p.names("sides")
	for i, side := range sides {
		cx := 690 + 330*float64(i)/max(float64(len(sides)-1), 1)
		if i == 0 {
			p.cable(474, 84, 530, 84, 570, 112, cx-76, 112)
		} else { // beneath the drum before it
			p.cable(474, 186, 540, 210, 700, 216, 860, 210, 900, 130, cx-76, 112)
		}
		p.drum(side, cx, 112, 74)
	}
}

// drum is one with its shoes, each drawn off it by its clearance.
func (p *pen) drum(side string, x, y, r float64) {
	clear := p.value("clearance." + side)
	times := bigger(max(clear, 0.2), 12)
	off := clamp(clear*times, 0, 16)
	if share, force, ok := p.moved("force"); ok && force > 0 {
		off = 0
	} else if ok {
		off *= 1 - share
	}
	tone := Ink
	if clear <= 0 {
		tone = Bad
	}
	p.circle(Ink, 4, Wash, x, y, r)
	p.circle(Ink, 2, Paper, x, y, r-8)
	for _, s := range []float64{-1, 1} {
		at := []float64{}
		for k := range 13 {
			a := (30 + 120*float64(k)/12) * math.Pi / 180
			at = append(at, x+s*(r-14-off)*math.Sin(a), y-(r-14-off)*math.Cos(a))
		}
		p.line(tone, 8, at...)
	}
	p.adjuster("star."+side, x, y+6, 34, 28)
	p.shows("clearance."+side, x, y+r, 6)
	word := p.rig.Senses["drag."+side]
	text := []line{{side, small, false, Quiet, ""}}
	if word != "" {
		text = []line{{side + ": " + word, small, true, Ink, ""}}
	}
	p.label(x, y-r, 6, text...)
}

// overrun: coupler and rod, the lever at its mark, the compensator, two or four wheels.
func overrun(p *pen) {
	share, _, _ := p.moved("play and clearance")
	in := 44 * share
	p.box(Ink, 3, Paper, 40+in, 78, 60, 44)
	p.spring(100+in, 100, 176, 100)
	p.box(Ink, 3, Paper, 176, 74, 90, 52)
	p.note(70, 78, 4, "coupler")
	p.shows("coupler_travel", 130, 122, 8)
	px, py := 320.0, 132.0
	lean := clamp(p.value("lever_angle")-p.figure("lever_mark")+24*share, -40, 40)
	ex, ey := swing(px, py, 84, lean)
	mx, my := swing(px, py, 84, 0)
	p.line(Ink, 2, mx-12, my-12, mx+12, my-12)
	p.arm(px, py, ex, ey)
	dx, dy := swing(px, py, 46, 180+lean)
	p.arm(px, py, dx, dy)
	p.pivot(px, py)
	p.rod(266, 100, px, py)
	p.shows("lever_angle", ex, ey, 12)
	p.sense("lever", ex, ey, 12)
	p.rod(dx, dy, 470, dy)
	p.thread(470, 560, dy)
	p.adjuster("rod_nut", 520, dy, 40, 34)
	p.line(Ink, 8, 580, 60, 580, 206)
	p.note(580, 60, 6, "compensator")
	times := bigger(max(p.value("rod_play"), 0.5), 30)
	p.gap("rod_play", 440-clamp(p.value("rod_play")*times, 3, 40), 440, dy+26, times)
	p.flag(220, 70)
	wheels := p.names("wheels")
	columns := max(len(wheels)/2, 1)
	for i, wheel := range wheels {
		column, row := i/2, i%2
		x := 960 + 260*(float64(column)-float64(columns-1)/2)
		y := 66.0
		if row == 1 {
			y = 178
		}
		p.cable(584, 90+90*float64(row), 650, y+4-8*float64(row), x-110, y+22-44*float64(row), x-70, y)
		p.wheel(wheel, x, y, row == 1)
	}
}

// wheel is a drum from above, with its adjuster at the backplate.
func (p *pen) wheel(name string, x, y float64, below bool) {
	clear := p.value("clearance." + name)
	tone := Ink
	if clear <= 0 {
		tone = Bad
	}
	p.box(tone, 4, Paper, x-40, y-20, 80, 40)
	p.adjuster("wheel."+name, x-58, y, 22, 26)
	text := name
	if word := p.rig.Senses["drag."+name]; word != "" {
		text += ": " + word
	}
	at := y - 20
	if below {
		at = y + 20
	}
	p.label(x, at, 4, line{text, small, false, Quiet, ""})
	p.shows("clearance."+name, x+40, y, 8)
}
