package picture

import (
	"math"

	"brankel/rigging/rig"
)

// outboardShift: helm, the loop that steering needs, both threaded ends, the eye beside its pin, the engine's arm with its
// three positions.
func outboardShift(p *pen, g *rig.OutboardGeometry, stands *rig.OutboardAt) {
	const throw = 30.0 // of the engine's arm each way, degrees
	way := map[string]float64{"forward": 1, "reverse": -1}[stands.Control]
	share, arm, going := p.moved(rig.SweptArm)
	lever := -helmThrow * way
	turned := throw * way
	if going {
		lever, turned = helmThrow-2*helmThrow*share, clamp(throw*arm/max(g.Throw, 1), -throw-4, throw+4)
	}
	pin := p.helm(-helmThrow*way, lever)
	helmEnd, bracket, engineEnd, clamped := at{240, 154}, at{320, 154}, at{850, 130}, at{712, 130}
	p.rod(pin, at{200, 154})
	p.thread(at{200, 154}, 100)
	p.adjuster(rig.SetHelmEnd, helmEnd, 40, 34)
	p.fixed(bracket, 70)
	loop := at{500, 60}
	p.cable(at{326, 154}, at{420, 154}, at{520, 190}, at{560, 110}, loop, at{440, 110}, at{480, 180}, at{620, 154}, at{700, 130})
	p.note(loop, 8, "loop for steering")
	p.fixed(clamped, 70)
	p.thread(at{726, 130}, 94)
	p.adjuster(rig.SetEngineEnd, engineEnd, 54, 36)
	p.shows(rig.HelmThreads, helmEnd, 40)
	p.shows(rig.EngineThreads, engineEnd, 40)
	pivot := at{1010, 206}
	times := bigger(max(math.Abs(p.value(rig.EyeToPin)), 0.4), 34)
	past := p.size(rig.EyeToPin, times, -50, 50)
	p.box(Quiet, 2, Wash, pivot.by(-64, -40), 128, 58) // of the engine
	p.fan(pivot, 84, -throw, throw)
	for _, gear := range []float64{-throw, 0, throw} {
		p.circle(Quiet, 2, Paper, pivot.swing(84, gear), 4)
	}
	end := pivot.swing(84, turned)
	p.arm(pivot, end)
	p.pivot(pivot)
	eye := at{end.x + past, 122}
	p.rod(engineEnd.by(27, 0), eye)
	p.circle(Ink, 3, Paper, eye, 10)
	p.circle(Ink, 0, Ink, end, 5)
	p.gap(rig.EyeToPin, at{pivot.x, 90}, past, times)
	p.note(pivot.by(60, -20), 20, p.rig.Works)
}
