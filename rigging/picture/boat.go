package picture

import "math"

// helm is the lever at the left with its three positions.
func (p *pen) helm(x, y float64) (float64, float64) {
	p.box(Quiet, 1.5, Wash, x-46, y-30, 92, 100)
	stands := map[string]float64{"forward": -48, "reverse": 48}[p.where("control")]
	at := stands
	for _, curve := range []string{"arm", "plate"} {
		if share, _, ok := p.moved(curve); ok {
			at = 48 - 96*share
		}
	}
	p.fan(x, y, 74, -48, 48)
	ex, ey := swing(x, y, 74, at)
	p.arm(x, y, ex, ey)
	p.circle(Ink, 0, Ink, ex, ey, 11)
	lx, ly := swing(x, y, 44, 180+at)
	p.arm(x, y, lx, ly)
	p.pivot(x, y)
	for _, a := range []float64{-48, 0, 48} {
		if a != stands {
			fx, fy := swing(x, y, 74, a)
			p.circle(Ink, 2, Paper, fx, fy, 4)
		}
	}
	p.pin(lx, ly)
	p.note(ex, ey, 14, p.rig.Control)
	return lx, ly
}

// outboard: helm, the loop that steering needs, both threaded ends, the eye beside its pin,
// the engine's arm with its three positions.
func outboard(p *pen) {
	lx, ly := p.helm(110, 110)
	p.rod(lx, ly, 200, 154)
	p.thread(200, 300, 154)
	p.adjuster("helm_end", 240, 154, 40, 34)
	p.fixed(320, 154, 70)
	p.cable(326, 154, 420, 154, 520, 190, 560, 110, 500, 60, 440, 110, 480, 180, 620, 154, 700, 130)
	p.note(500, 60, 8, "loop for steering")
	p.fixed(712, 130, 70)
	p.thread(726, 820, 130)
	p.adjuster("engine_end", 850, 130, 54, 36)
	p.shows("helm_threads", 240, 154, 40)
	p.shows("engine_threads", 850, 130, 40)
	off := p.value("eye_to_pin")
	times := bigger(max(abs(off), 0.4), 34)
	eye := 1010 + clamp(off*times, -50, 50)
	px, py := 1010.0, 206.0
	at := map[string]float64{"forward": 30, "reverse": -30}[p.where("control")]
	if _, arm, ok := p.moved("arm"); ok {
		at = clamp(30*arm/max(p.figure("throw"), 1), -34, 34)
	}
	p.fan(px, py, 84, -30, 30)
	ex, ey := swing(px, py, 84, at)
	p.arm(px, py, ex, ey)
	p.pivot(px, py)
	p.rod(877, 130, eye-(1010-ex), 122)
	p.circle(Ink, 3, Paper, eye-(1010-ex), 122, 10)
	p.circle(Ink, 0, Ink, ex, ey, 5)
	p.gap("eye_to_pin", min(eye, 1010), max(eye, 1010), 90, times)
	p.note(px+60, py-20, 20, p.rig.Works)
}

func abs(v float64) float64 { return max(v, -v) }

// sternDrive: both cables on the plate, slot and stud, the switch and its cam, the gap at the
// upper end.
func sternDrive(p *pen) {
	lx, ly := p.helm(110, 110)
	p.rod(lx, ly, 210, 154)
	p.fixed(224, 154, 60)
	p.cable(230, 154, 300, 158, 350, 90, 410, 60)
	p.fixed(424, 60, 56)
	p.thread(438, 530, 60)
	times := bigger(max(abs(p.value("upper_gap")), 0.5), 30)
	p.adjuster("upper", 490, 60, 44, 34)
	gap := clamp(p.value("upper_gap")*times, -40, 40)
	stud, barrel := 670.0, 940.0
	_, plate, _ := p.moved("plate")
	drawn := math.Round(clamp(30*plate/max(p.figure("throw")/2, 1), -34, 34))
	stud, barrel = stud+drawn, barrel+drawn
	p.rod(530, 60, stud+gap-14, 60)
	p.circle(Ink, 3, Paper, stud+gap, 60, 10)
	p.plate(Ink, 3.5, Paper, stud-26, 40, stud+26, 40, stud+40, 210, stud-40, 210)
	p.circle(Ink, 3, Wash, stud, 60, 7)
	p.pivot(stud, 118)
	p.note(stud-40, 210, 4, p.rig.Works)
	p.gap("upper_gap", min(stud, stud+gap), max(stud, stud+gap), 24, times)
	p.shows("switch_forward", stud, 24, 14)
	slot := clamp(p.value("slot")*4, 0, 40)
	p.box(Ink, 2.5, Wash, stud-9, 150, 18, 54)
	p.circle(Ink, 0, Ink, stud, 196-slot, 7)
	if _, ok := p.rig.Adjusters["slot"]; ok {
		p.turnedAt("slot", stud-20, 180)
	}
	p.rod(stud, 196-slot, barrel-31, 190)
	p.adjuster("lower", barrel, 190, 60, 36)
	p.thread(barrel+35, 1050+drawn, 190)
	p.fixed(1062, 190, 50)
	p.cable(1068, 190, 1110, 190, 1150, 208, 1196, 212)
	p.note(1150, 203, 8, "to the drive")
	p.line(Ink, 1.5, stud, 184, stud, 148)
	p.line(Ink, 1.5, barrel, 170, barrel, 148)
	if _, ok := p.rig.Readings["barrel_to_eye"]; ok {
		p.ends(stud, barrel, 148)
		p.lean = -1
		p.shows("barrel_to_eye", barrel-20, 148, 8)
		p.lean = 0
	}
	p.shows("threads", 1020, 183, 4)
	p.shows("inner", 1120, 196, 10)
	p.box(Ink, 3, Paper, 1110, 24, 56, 30)
	p.line(Ink, 3, 1110, 39, stud+24, 46)
	p.note(1138, 54, 4, "switch")
	p.shows("switch_reverse", 1138, 54, 4)
	if _, ok := p.rig.Adjusters["switch_cam"]; ok {
		p.turnedAt("switch_cam", 1138, 24)
	}
}

// turnedAt writes what is turned where the thing itself is drawn already.
func (p *pen) turnedAt(works string, x, y float64) {
	p.sits(works, x, y)
	a, ok := p.rig.Adjusters[works]
	if ok && a.Turn != "" && !a.Done {
		p.circle(Now, 4, "", x, y, 16)
	}
	p.turned(a, ok, x, y, 20, 20)
}
