// Package setup knows how a machine stands while somebody works at it: the things that stand one way or another, what
// must never be together, what a task needs, and in which order tasks take the fewest changes. It knows no sheet and
// no run.
package setup

import (
	"slices"

	"brankel/rigging/closed"
)

// Kind is a kind of thing that stands one way or another. What must never be together is known by kind.
type Kind string

// The kinds.
const (
	Key       Kind = "key"
	Power     Kind = "power"
	Gear      Kind = "gear"
	Ground    Kind = "ground"
	Wheels    Kind = "wheels"
	Chocks    Kind = "chocks"
	Brake     Kind = "brake"
	Hitch     Kind = "hitch"
	Propeller Kind = "propeller"
	Cooling   Kind = "cooling"
	Pin       Kind = "pin"
	Lock      Kind = "lock"  // a control lock
	Part      Kind = "part"  // cover, panel, pan, drum, plug, seat, drive
	Cable     Kind = "cable" // at its end
	Held      Kind = "held"  // an automatic tensioner, a prop, a clamp, a tie
	Mark      Kind = "mark"  // a tag, paint
	Fluid     Kind = "fluid"
)

// The ways in which things of a kind stand.
const (
	In        = "in"
	Out       = "out"
	On        = "on"
	Off       = "off"
	Pocket    = "pocket"  // the key, out and with whoever works
	Running   = "running" // the engine, with its key
	Warm      = "warm"    // the engine, running and hot
	OnWheels  = "wheels"  // on its wheels or its trailer, level
	Stands    = "stands"
	Slope     = "slope"
	Road      = "road"
	Air       = "air"
	Slip      = "slip"
	Afloat    = "afloat" // in the water, made fast
	Water     = "water"  // under way
	Snug      = "snug"   // wheels back on, their torque owed
	Near      = "near"   // chocks at hand, not under
	Free      = "free"
	Chocked   = "chocked"
	Connected = "connected"
	Full      = "full"
	LetOut    = "let out"
)

// ways are those of each kind; the first is its usual rest.
var ways = map[Kind][]string{
	Key:       {In, Pocket, On, Running, Warm},
	Power:     {Off, On},
	Gear:      {Out, In},
	Ground:    {OnWheels, Stands, Slope, Road, Air, Slip, Afloat, Water},
	Wheels:    {On, Off, Snug},
	Chocks:    {Off, On, Near},
	Brake:     {On, Off},
	Hitch:     {Off, On},
	Propeller: {Free, Chocked},
	Cooling:   {Off, On},
	Pin:       {Out, In},
	Lock:      {Off, On},
	Part:      {On, Off},
	Cable:     {Connected, Off},
	Held:      {Off, On},
	Mark:      {Off, On},
	Fluid:     {Full, LetOut},
}

// Kinds are all of them, in the order in which a page shows them.
var Kinds = []Kind{Key, Power, Gear, Ground, Wheels, Chocks, Brake, Hitch, Propeller, Cooling, Pin, Lock, Part, Cable, Held, Mark, Fluid}

// Words lists the kinds.
func (Kind) Words() []string { return closed.Words(Kinds...) }

// Ways are those in which a thing of the kind stands, its usual rest first; nil for a kind that there is not.
func (k Kind) Ways() []string { return slices.Clone(ways[k]) }

// byHand are the kinds that are changed with hands in the linkage.
var byHand = []Kind{Part, Cable, Pin, Lock, Held, Wheels, Propeller, Fluid}

// next are the neighbours of each place on the ground: one is not driven from a slip onto a road in one change.
var next = map[string][]string{
	OnWheels: {Stands, Slope, Road, Air, Slip},
	Stands:   {OnWheels}, Slope: {OnWheels}, Road: {OnWheels}, Air: {OnWheels},
	Slip:   {OnWheels, Afloat},
	Afloat: {Slip, Water},
	Water:  {Afloat},
}

// reaches tells whether a thing of the kind goes from one way to another in one change.
func (k Kind) reaches(from, to string) bool {
	if k == Ground {
		return slices.Contains(next[from], to)
	}
	return from != to
}

// UnderWay tells whether the machine moves under its own power at a place on the ground.
func UnderWay(ground string) bool { return slices.Contains(moving, ground) }
