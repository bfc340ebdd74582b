package rig

import (
	"math"

	"brankel/rigging/fault"
	"brankel/rigging/input"
	"brankel/rigging/quantity"
)

// BrakeGeometry is a lever or pedal that works the shoes of one or more drums. Datum is
// the cable's slack at setting 0.
type BrakeGeometry struct {
	Sides        []string `json:"sides" says:"drums"`
	Clearance    float64  `json:"clearance" input:"plain,length" says:"clearance of the shoes at setting 0"`
	PerClick     float64  `json:"per_click" input:"plain,length,above0" says:"clearance of one click"`
	Whisper      float64  `json:"whisper" input:"plain,length,above0" says:"clearance up to which it whispers"`
	LockAt       float64  `json:"lock_at" input:"plain,length,above0" says:"bite at which it locks"`
	ShoeRatio    float64  `json:"shoe_ratio" input:"plain,above0" says:"cable for each mm of clearance" part:"another expander lever"`
	Auto         bool     `json:"auto" input:"default=false" says:"automatic tensioner"`
	Datum        float64  `json:"datum" input:"plain,length,default=0" says:"slack of the cable at setting 0"`
	PerTurn      *float64 `json:"per_turn" input:"plain,length,above0" says:"cable of one turn of the nut"`
	Stiffness    float64  `json:"stiffness" input:"plain,rate,above0" says:"stiffness of cable and shoes" part:"a stiffer cable"`
	Pull         float64  `json:"pull" input:"plain,force,above0" says:"pull at the book's effort"`
	LeverStep    float64  `json:"lever_step" input:"plain,length,above0" says:"cable of one notch" part:"a lever of another ratio"`
	LeverNotches float64  `json:"lever_notches" input:"plain,count,above0" says:"notches of the lever"`
	Gain         float64  `json:"gain" input:"plain,above0" says:"braking force for each N of pull"`
	Mass         float64  `json:"mass" input:"plain,above0" says:"mass, kg"`
	Slope        float64  `json:"slope" input:"plain,atleast0" says:"slope to hold on, %"`
	BackFactor   float64  `json:"back_factor" input:"plain,above0,default=1" says:"what it holds backward for each N forward"`
}

// Check tells what no single field shows.
func (g BrakeGeometry) Check(f *input.Faults) {
	checkNames(f, g.Sides, "sides", "")
	f.AddIf(!g.Auto && g.PerTurn == nil, "per_turn", "missing: write what one turn of the cable nut takes up")
}

func (g *BrakeGeometry) places() []string { return g.Sides }

type brakeCondition struct {
	Wear    map[string]float64 `json:"wear" input:"plain,atleast0,optional" says:"wear of the shoes"`
	Stretch float64            `json:"stretch" input:"plain,length,atleast0,default=0" says:"stretch of the cable"`
}

var drags = []string{"silent", "whisper", "drags", "locked"}

// drag is what a turning wheel tells of the clearance of its shoes.
func drag(s *spot, clearance, whisper, lockAt float64) string {
	switch {
	case s.atMost(clearance, -lockAt):
		return "locked"
	case s.atMost(clearance, 0):
		return "drags"
	case s.atMost(clearance, whisper):
		return "whisper"
	}
	return "silent"
}

// gaps is the mean of some clearances when none may be below nothing.
func gaps(s *spot, n int, of func(s *spot, i int) float64) float64 {
	sum := 0.0
	for i := range n {
		sum += s.greater(0, of(s, i))
	}
	return sum / float64(n)
}

// parkingBrake: the lever takes up the slack, closes the clearances and then draws
// against the stiffness of cable and shoes until it pulls with the book's force or has
// no notch left. A cable set too tight draws the shoes on. Left out: self-energising.
func parkingBrake(g *BrakeGeometry, c *brakeCondition) (*mechanism, error) {
	if err := known(c.Wear, g.Sides, "condition.wear"); err != nil {
		return nil, err
	}
	w := &mechanism{}
	for _, side := range g.Sides {
		w.sets(SetStar.Of(side))
	}
	nut := len(g.Sides)
	cable := func(s *spot) float64 { return s.e[nut] }
	if g.Auto {
		w.sets(SetTensioner)
	} else {
		w.sets(SetEqualiser)
		cable = func(s *spot) float64 { return g.Datum + *g.PerTurn*s.e[nut] + c.Stretch }
	}
	clearance := func(s *spot, i int) float64 {
		return g.Clearance + c.Wear[g.Sides[i]] - g.PerClick*s.e[i] + s.lesser(0, cable(s))/g.ShoeRatio
	}
	contact := func(s *spot) float64 {
		return s.greater(0, cable(s)) + g.ShoeRatio*gaps(s, len(g.Sides), clearance)
	}
	notches := func(s *spot) float64 { return (contact(s) + g.Pull/g.Stiffness) / g.LeverStep }
	force := func(s *spot) float64 {
		pull := s.within(0, g.Stiffness*(g.LeverNotches*g.LeverStep-contact(s)), g.Pull)
		return g.Gain * pull
	}
	w.reads(Notches, func(s *spot) float64 { return s.lesser(notches(s), g.LeverNotches) })
	w.reads(CableSlack, func(s *spot) float64 { return s.greater(0, cable(s)) })
	w.reads(BrakeForce, force)
	for i, side := range g.Sides {
		w.reads(Clearance.Of(side), func(s *spot) float64 { return clearance(s, i) })
		w.tells(FeltDrag.Of(side), drags, func(s *spot) string { return drag(s, clearance(s, i), g.Whisper, g.LockAt) })
	}
	need := g.Mass * quantity.Gravity * math.Sin(math.Atan(g.Slope/100))
	w.sweeps("lever, notches", "force at the wheels, N", 0, g.LeverNotches, Named{"released", 0}, Named{"its last notch", g.LeverNotches})
	w.curve(SweptForce, func(s *spot, at float64) float64 {
		return g.Gain * s.within(0, g.Stiffness*(at*g.LeverStep-contact(s)), g.Pull)
	})
	w.wanted("holds forward", need)
	w.wanted("holds backward", need/g.BackFactor)
	holds := []string{"holds", "creeps"}
	w.tells(FeltHoldsForward, holds, func(s *spot) string { return word(s.atLeast(force(s), need), "holds", "creeps") })
	w.tells(FeltHoldsBackward, holds, func(s *spot) string { return word(s.atLeast(g.BackFactor*force(s), need), "holds", "creeps") })
	return w, nil
}

// wheelsKnown tells the first of some wheels that is none.
func wheelsKnown(list, wheels []string, path string) error {
	for i, one := range list {
		if err := known(map[string]float64{one: 0}, wheels, path); err != nil {
			return fault.At(input.Item(path, i), err.(*fault.Fault).Message)
		}
	}
	return nil
}
