package routing

import (
	"fmt"
	"math"

	"brankel/rigging/quantity"
)

// Loop is what the swing of an engine asks of the cable between the last clamp and the hold,
// mm: the distance straight ahead and at both locks, what the loop adds to the path straight
// ahead, and the radius it closes to where clamp and hold come nearest, taken as one arc; nil
// where it stays straight.
type Loop struct {
	Ahead  float64  `json:"ahead"`
	Left   float64  `json:"left"`
	Right  float64  `json:"right"`
	Adds   float64  `json:"adds"`
	Radius *float64 `json:"radius,omitempty"`
	Says   []Line   `json:"says"`
}

// swing works the loop out: the hold goes round the pivot by the lock either way, the clamp
// stays. The cable must reach the farther lock and is too long at the nearer one.
func (r *reader) swing(s *Steering, least float64) *Loop {
	if s == nil {
		return nil
	}
	long := 5000.0
	behind, a := r.number("steering.behind", s.Behind, quantity.Length, -long, long)
	arm, b := r.number("steering.arm", s.Arm, quantity.Length, -long, long)
	lock, c := r.number("steering.lock", s.Lock, quantity.Angle, 1, 80)
	aside, _ := r.number("steering.aside", s.Aside, quantity.Length, -long, long)
	off, _ := r.number("steering.off", s.Off, quantity.Length, -long, long)
	if !a || !b || !c {
		return nil
	}
	apart := func(turned float64) float64 {
		t := turned * math.Pi / 180
		x, y := arm*math.Cos(t)-off*math.Sin(t), arm*math.Sin(t)+off*math.Cos(t)
		return math.Hypot(behind-x, aside-y)
	}
	l := &Loop{Ahead: apart(0), Left: apart(lock), Right: apart(-lock)}
	most, near := max(l.Ahead, l.Left, l.Right), min(l.Ahead, l.Left, l.Right)
	l.Adds = most - l.Ahead
	line := Line{Good: true, Text: fmt.Sprintf("The loop adds %s: from clamp to hold it is %s straight ahead, %s and %s at the locks.",
		length(l.Adds), length(l.Ahead), length(l.Left), length(l.Right))}
	l.Says = []Line{line}
	if radius, ok := arc(most, near); ok {
		l.Radius = &radius
		close := Line{Good: radius >= least, Text: fmt.Sprintf("At the nearer lock it closes to about %s radius.", length(radius))}
		if !close.Good {
			close.Text += fmt.Sprintf(" The cable wants %s: clamp it farther away, or lead it round in a wider loop.", length(least))
		}
		l.Says = append(l.Says, close)
	}
	return l
}

// arc is the radius of one arc of so much cable over a chord; ok is false where it stays
// straight. A chord c and a length s stand as sin(h)/h = c/s, h half the angle; it is found by
// halves.
func arc(cable, chord float64) (radius float64, ok bool) {
	if cable-chord < 0.5 {
		return 0, false
	}
	lo, hi := 1e-6, math.Pi
	for range 60 {
		if mid := (lo + hi) / 2; math.Sin(mid)/mid > chord/cable {
			lo = mid
		} else {
			hi = mid
		}
	}
	return cable / (2 * lo), true
}
