package picture

// helmThrow is how far the helm lever goes each way, degrees.
const helmThrow = 48.0

// helm is the lever at the left with its three positions, standing or going at an angle; where the cable is pinned.
func (p *pen) helm(stands, goes float64) at {
	pivot := at{110, 110}
	p.box(Quiet, 1.5, Wash, pivot.by(-46, -30), 92, 100)
	p.fan(pivot, 74, -helmThrow, helmThrow)
	grip, pin := pivot.swing(74, goes), pivot.swing(44, 180+goes)
	p.arm(pivot, grip)
	p.circle(Ink, 0, Ink, grip, 11)
	p.arm(pivot, pin)
	p.pivot(pivot)
	for _, a := range []float64{-helmThrow, 0, helmThrow} {
		if a != stands {
			p.circle(Ink, 2, Paper, pivot.swing(74, a), 4)
		}
	}
	p.pin(pin)
	p.note(grip, 14, p.rig.Control)
	return pin
}
