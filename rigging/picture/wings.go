package picture

import (
	"fmt"
	"math"
)

// flap: lever with its detents, the cam between two switches, motor, surface with its angle,
// the other side.
func flap(p *pen) {
	detents, _ := p.rig.Geometry["detents"].([]any)
	most, now := 1.0, 0.0
	for _, one := range detents {
		d, _ := one.(map[string]any)
		lever, _ := d["lever"].(float64)
		most = max(most, lever)
		if d["name"] == p.rig.At["detent"] {
			now = lever
		}
	}
	angle := p.value("angle")
	share, shows, going := p.moved("going down")
	if going {
		now, angle = share*most, shows
	}
	if _, runs, ok := p.moved("from up"); ok && len(detents) > 1 {
		d, _ := detents[1].(map[string]any)
		now, _ = d["lever"].(float64)
		angle = runs
	}
	px, py := 100.0, 190.0
	p.fan(px, py, 96, -30, 60)
	for _, one := range detents {
		d, _ := one.(map[string]any)
		lever, _ := d["lever"].(float64)
		name, _ := d["name"].(string)
		x, y := swing(px, py, 104, -30+90*lever/most)
		p.circle(Ink, 2, Paper, x, y, 4)
		p.note(x, y, 8, name)
	}
	ex, ey := swing(px, py, 96, -30+90*now/most)
	p.arm(px, py, ex, ey)
	p.pivot(px, py)
	p.note(px, py, 24, p.rig.Control)
	p.thread(160, 250, 190)
	p.adjuster("follow_rod", 290, 190, 54, 36)
	p.wire(px, py+6, 160, 190)
	p.rod(317, 190, 430, 190)
	up, down := p.value("gap_up"), p.value("gap_down")
	times := bigger(max(up, down, 0.3), 26)
	cx := 470.0
	p.line(Ink, 6, cx, 40, cx, 200)
	p.pivot(cx, 200)
	d, u := clamp(down*times, 1, 40), clamp(up*times, 1, 40)
	p.box(Ink, 3, Paper, cx-10-d-46, 60, 46, 40)
	p.box(Ink, 3, Paper, cx+10+u, 60, 46, 40)
	p.box(Ink, 3, Paper, cx-10, 66, 20, 28)
	p.lean = -1
	p.gap("gap_down", cx-10-d, cx-10, 118, times)
	p.turnedAt("switch_down", cx-10-d-23, 80)
	p.lean = 1
	p.gap("gap_up", cx+10, cx+10+u, 118, times)
	p.turnedAt("switch_up", cx+10+u+23, 80)
	p.lean = 0
	p.box(Ink, 3, Paper, 640, 60, 90, 50)
	p.note(685, 60, 4, "motor")
	p.thread(730, 830, 85)
	p.sense("rest", 685, 110, 6)
	p.surface(900, 50, angle, "angle", p.rig.Works)
	for _, one := range detents {
		d, _ := one.(map[string]any)
		name, _ := d["name"].(string)
		p.shows("angle."+name, 1050, 90, 10)
	}
	p.shows("home", 1050, 90, 10)
	p.rod(830, 85, 884, 56)
	p.box(Ink, 2.5, Paper, 600, 150, 30, 22)
	p.box(Ink, 2.5, Paper, 740, 150, 30, 22)
	p.turnedAt("limit_up", 615, 161)
	p.turnedAt("limit_down", 755, 161)
	p.line(Quiet, 2, 630, 161, 740, 161)
	p.surface(900, 150, p.value("other"), "other", "the other side")
	p.turnedAt("other_rod", 860, 150)
}

// surface is one seen from its end, drooped by its angle.
func (p *pen) surface(x, y, angle float64, reading, name string) {
	a := angle * math.Pi / 180
	p.dashed(Quiet, x, y, x+125, y)
	tx, ty := x+115*math.Cos(a), y+115*math.Sin(a)
	nx, ny := -math.Sin(a)*9, math.Cos(a)*9
	p.plate(Ink, 3, Paper, x-nx, y-ny, tx, ty, x+nx, y+ny)
	p.pivot(x, y)
	p.shows(reading, tx, ty, 8)
	p.note(x, y, 16, name)
}

// loop: both yokes between the cables, direct and crossover turnbuckles, bellcranks, both
// wings from behind with their trailing edges.
func loop(p *pen) {
	left, right := 330.0, 870.0
	top, below := 76.0, 168.0
	lean, other := 46*math.Sin(p.rock("left", -1)*math.Pi/180), 46*math.Sin(p.rock("right", 1)*math.Pi/180)
	p.wire(left+lean, top, right+other, top)
	p.wire(left-lean, below, right-other, below)
	p.turnbuckle("direct_left", 430, top)
	p.turnbuckle("direct_right", 770, top)
	p.turnbuckle("crossover", 600, below)
	for _, x := range []float64{540, 660} {
		p.circle(Ink, 4, Paper, x, top, 15)
		p.line(Ink, 5, x-22, top-30, x-22, top-12, x, top, x+22, top-12, x+22, top-30)
	}
	p.note(600, top-30, 4, p.rig.Control)
	p.flag(600, top)
	p.bellcrank("left", left, (top+below)/2, -1)
	p.bellcrank("right", right, (top+below)/2, 1)
	p.shows("tension", 480, below, 14)
	p.sense("sense", 600, 120, 4)
}

// turnbuckle lies in a cable, threaded both ways.
func (p *pen) turnbuckle(works string, x, y float64) {
	p.thread(x-58, x-28, y)
	p.thread(x+28, x+58, y)
	p.adjuster(works, x, y, 56, 30)
}

// rock is how far a bellcrank is turned by the yoke, degrees.
func (p *pen) rock(side string, way float64) float64 {
	_, turned, _ := p.moved(side)
	return clamp(-way*turned, -25, 25)
}

// bellcrank with its rod to the trailing edge, seen from behind; small angles are drawn
// larger.
func (p *pen) bellcrank(side string, x, y, way float64) {
	_, turned, turns := p.moved(side)
	rock := p.rock(side, way)
	tx, ty := swing(x, y, 46, rock)
	bx, by := swing(x, y, 46, 180+rock)
	ox, oy := swing(x, y, 44, way*90+rock)
	p.arm(tx, ty, bx, by)
	p.arm(x, y, ox, oy)
	p.pivot(x, y)
	p.pin(tx, ty)
	p.pin(bx, by)
	p.pin(ox, oy)
	p.shows("bellcrank."+side, x-way*20, y, 12)
	edge, name := p.value("flap_edge."+side), ""
	for _, one := range []string{"flap_edge", "tip_edge", "mean_edge", "travel_up", "travel_down"} {
		if _, ok := p.rig.Readings[one+"."+side]; ok && name == "" {
			name, edge = one+"."+side, p.value(one+"."+side)
		}
	}
	if name == "travel_down."+side {
		edge = -edge
	}
	times := 8.0
	if abs(edge) > 5 {
		times = 1
	}
	if turns {
		edge, times = turned, 1
	}
	wing := x + way*170
	from, to := wing-way*90, wing+way*130
	if to < from {
		from, to = to, from
	}
	from, to = clamp(from, 8, Width-8), clamp(to, 8, Width-8)
	p.plate(Ink, 2.5, Wash, from, 92, to, 92, to, 106, from, 106)
	drop := -clamp(edge*times*1.2, -46, 46)
	middle := (from + to) / 2
	p.rod(ox, oy, middle, 118+drop)
	p.plate(Ink, 3, Paper, from+24, 108+drop, to-24, 108+drop, to-24, 120+drop, from+24, 120+drop)
	p.adjusterRod("rod_"+side, (x+way*44+middle)/2, (y+120+drop)/2)
	behind := line{side + " aileron, from behind", small, false, Quiet, ""}
	if times > 1 { // a travel is drawn as large as it is
		behind.gone = behind.text
		behind.text += fmt.Sprintf(", drawn %g times", times)
	}
	p.label(middle, 92, 4, behind)
	for _, one := range []string{"flap_edge", "tip_edge", "mean_edge", "travel_up", "travel_down"} {
		if r, ok := p.rig.Readings[one+"."+side]; ok {
			p.read(r, middle, 120+drop, 8, 1)
		}
	}
}

// adjusterRod is a rod's thread, drawn only while it is turned.
func (p *pen) adjusterRod(works string, x, y float64) {
	if a, ok := p.rig.Adjusters[works]; ok && a.Turn != "" {
		p.turnedAt(works, x, y)
	}
}
