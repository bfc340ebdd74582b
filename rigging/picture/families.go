package picture

import "brankel/rigging/rig"

// of draws a family from its structs; nothing is drawn of a rig of another.
func of[G, A any](draw func(*pen, *G, *A)) func(*pen) {
	return func(p *pen) {
		geometry, measured := p.rig.Model.Geometry().(*G)
		stands, placed := p.rig.At.Place().(*A)
		if measured && placed {
			draw(p, geometry, stands)
		}
	}
}

// families by their names.
var families = map[string]func(*pen){
	"engine-push-pull":    of(enginePushPull),
	"throttle-cruise":     of(throttleCruise),
	"kickdown":            of(kickdown),
	"clutch":              of(clutch),
	"parking-brake":       of(parkingBrake),
	"trailer-overrun":     of(trailerOverrun),
	"outboard-shift":      of(outboardShift),
	"stern-drive-shift":   of(sternDriveShift),
	"gear-gate":           of(gearGate),
	"flap-follow-up":      of(flapFollowUp),
	"flight-control-loop": of(flightControlLoop),
}

// drawing is how the family of a rig is drawn; ok is false where it is not.
func drawing(r Rig) (draw func(*pen), ok bool) {
	if r.Model == nil || r.At.Place() == nil {
		return nil, false
	}
	draw, ok = families[r.Model.Family]
	return draw, ok
}

// moved is how far the control went along the travel that has the curve, and what is shown there;
// ok is false on another travel and where it stands by At.
func (p *pen) moved(curve rig.Swept) (share, shows float64, ok bool) {
	if p.rig.Moved == nil {
		return 0, 0, false
	}
	shows, ok = p.rig.Moved.Shows[curve]
	if !ok {
		return 0, 0, false
	}
	return p.rig.Moved.Share, shows, true
}

func (p *pen) value(of rig.Reading) float64 { return p.rig.Values[of] }
