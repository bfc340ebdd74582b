package picture

import (
	"strings"

	"brankel/rigging/rig"
)

// outward is where a part that is slid goes on its drawing when it is set out; one without a side opens both ways. What
// is not here gets no arrow: none is better than one that points the wrong way.
var outward = map[rig.Turned]at{
	rig.SetStop:      {1, 0},  // the stop leaves the left of the lever
	rig.SetSlider:    {-1, 0}, // toward the throttle
	rig.SetSlot:      {0, -1}, // up the slot
	rig.SetSwitchCam: {1, 0},  // away from the roller, which the plate carries
	rig.SetTensioner: {1, 0},  // the cables are let go
	rig.SetWheel:     {-1, 0}, // the wedge leaves the drum
	rig.SetStar:      {},      // both shoes
}

// slid draws which way a part goes that is slid, about a place.
func (p *pen) slid(name rig.Turned, out bool, a at, wide float64) {
	kind, _, _ := strings.Cut(string(name), ".")
	to, known := outward[rig.Turned(kind)]
	switch half := wide / 2; {
	case !known:
	case to == at{}:
		for _, side := range []float64{-half, half} {
			near, far := a.by(side/4, 0), a.by(side*1.4, 0)
			if !out {
				near, far = far, near
			}
			p.arrow(Now, 3, near, far)
		}
	default:
		if !out {
			to = at{-to.x, -to.y}
		}
		p.arrow(Now, 3, a.by(-half*to.x, -half*to.y), a.by(half*to.x, half*to.y))
	}
}
