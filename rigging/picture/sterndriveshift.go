package picture

import (
	"math"

	"brankel/rigging/rig"
)

// sternDriveShift: both cables on the plate, slot and stud, the switch and its cam, the gap at the upper end.
func sternDriveShift(p *pen, g *rig.SternGeometry, _ *rig.SternAt) {
	const upSlot = 4 // how many times larger the place in the slot is drawn
	share, plate, going := p.moved(rig.SweptPlate)
	lever := 0.0
	if going {
		lever = helmThrow - 2*helmThrow*share
	}
	pin := p.helm(0, lever)
	drawn := math.Round(clamp(30*plate/max(g.Throw/2, 1), -34, 34))
	upper, stud, barrel := at{490, 60}, at{670 + drawn, 60}, at{940 + drawn, 190}
	p.rod(pin, at{210, 154})
	p.fixed(at{224, 154}, 60)
	p.cable(at{230, 154}, at{300, 158}, at{350, 90}, at{410, 60})
	p.fixed(at{424, 60}, 56)
	p.thread(at{438, 60}, 92)
	times := bigger(max(math.Abs(p.value(rig.UpperGap)), 0.5), 30)
	p.adjuster(rig.SetUpper, upper, 44, 34)
	gap := p.size(rig.UpperGap, times, -40, 40)
	eye := stud.by(gap, 0)
	p.rod(upper.by(40, 0), eye.by(-14, 0))
	p.circle(Ink, 3, Paper, eye, 10)
	p.ring(p.rig.Readings[rig.Stroke], eye)
	p.plate(Ink, 3.5, Paper, stud.by(-26, -20), stud.by(26, -20), stud.by(40, 150), stud.by(-40, 150))
	p.circle(Ink, 3, Wash, stud, 7)
	p.pivot(stud.by(0, 58))
	p.note(stud.by(-40, 150), 4, p.rig.Works)
	p.gap(rig.UpperGap, stud.by(0, -36), gap, times)
	p.shows(rig.SwitchForward, stud.by(0, -36), 14)
	lower := stud.by(0, 136-clamp(p.rig.Settings[rig.SetSlot]*upSlot, 0, 40))
	p.box(Ink, 2.5, Wash, stud.by(-9, 90), 18, 54)
	p.circle(Ink, 0, Ink, lower, 7)
	if _, ok := p.rig.Adjusters[rig.SetSlot]; ok {
		p.adjusterOn(rig.SetSlot, stud.by(-20, 120))
	}
	p.rod(lower, barrel.by(-31, 0))
	p.adjuster(rig.SetLower, barrel, 60, 36)
	bracket := at{1062, 190}
	p.thread(barrel.by(35, 0), 75)
	p.fixed(bracket, 50)
	p.cable(bracket.by(6, 0), at{1110, 190}, at{1150, 208}, at{1196, 212})
	p.note(at{1150, 203}, 8, "to the drive")
	p.line(Ink, 1.5, at{stud.x, 184}, at{stud.x, 148})
	p.line(Ink, 1.5, at{barrel.x, 170}, at{barrel.x, 148})
	if _, ok := p.rig.Readings[rig.BarrelToEye]; ok {
		p.ends(at{stud.x, 148}, at{barrel.x, 148})
		p.lean = -1
		p.shows(rig.BarrelToEye, at{barrel.x - 20, 148}, 8)
		p.lean = 0
	}
	p.shows(rig.Threads, at{1020, 183}, 4)
	p.shows(rig.Inner, at{1120, 196}, 10)
	clicks := at{1110, 24}
	p.box(Ink, 3, Paper, clicks, 56, 30)
	p.line(Ink, 3, clicks.by(0, 15), stud.by(24, -14))
	p.note(clicks.by(28, 30), 4, "switch")
	p.shows(rig.SwitchReverse, clicks.by(28, 30), 4)
	if _, ok := p.rig.Adjusters[rig.SetSwitchCam]; ok {
		p.adjusterOn(rig.SetSwitchCam, clicks.by(28, 0))
	}
}
