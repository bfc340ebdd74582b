// Package quantity holds numbers with units: it reads what a mechanic writes
// and writes what a tape shows. Values are kept in one canonical unit a kind.
package quantity

import (
	"math"
	"strings"
)

// Kind says what a number measures.
type Kind string

// The kinds and their canonical units.
const (
	Length      Kind = "length"      // mm
	Angle       Kind = "angle"       // deg
	Force       Kind = "force"       // N
	Torque      Kind = "torque"      // Nm
	Rate        Kind = "rate"        // N/mm, of a spring
	Temperature Kind = "temperature" // °C
	Speed       Kind = "speed"       // rpm
	RoadSpeed   Kind = "road speed"  // km/h
	Count       Kind = "count"       // turns, clicks, notches, threads
)

// Kinds lists all kinds in the order they are offered.
var Kinds = []Kind{Length, Angle, Force, Torque, Rate, Temperature, Speed, RoadSpeed, Count}

var canonical = map[Kind]string{
	Length: "mm", Angle: "deg", Force: "N", Torque: "Nm", Rate: "N/mm",
	Temperature: "°C", Speed: "rpm", RoadSpeed: "km/h", Count: "count",
}

// Unit is the canonical unit, "" for an unknown kind.
func (k Kind) Unit() string { return canonical[k] }

// Valid tells whether k is one of Kinds.
func (k Kind) Valid() bool { return canonical[k] != "" }

// unit converts a written number to the canonical unit: value*factor + offset, or along a curve.
type unit struct {
	kind   Kind
	factor float64
	offset float64
}

func (u unit) of(v float64) float64 {
	if u == percent {
		return math.Atan(v/100) * 180 / math.Pi
	}
	return v*u.factor + u.offset
}

// percent is how steep a road sign has a slope: its rise over its run, of 100.
var percent = unit{Angle, 0, 0}

// The conversion factors are exact by definition: the international inch
// (25.4 mm) and mile (1.609344 km), the pound (0.45359237 kg) and standard gravity (9.80665 m/s²).
const (
	Gravity = 9.80665              // m/s²
	Pound   = 0.45359237 * Gravity // N

	inch  = 25.4
	mile  = 1.609344 // km
	pound = Pound
)

var units = map[string]unit{
	"mm": {Length, 1, 0}, "cm": {Length, 10, 0}, "m": {Length, 1000, 0},
	"in": {Length, inch, 0}, "inch": {Length, inch, 0}, "inches": {Length, inch, 0}, `"`: {Length, inch, 0},
	"ft": {Length, 12 * inch, 0}, "'": {Length, 12 * inch, 0},
	"thou": {Length, inch / 1000, 0}, "mil": {Length, inch / 1000, 0},

	"deg": {Angle, 1, 0}, "°": {Angle, 1, 0}, "degree": {Angle, 1, 0}, "degrees": {Angle, 1, 0},
	"rad": {Angle, 57.29577951308232, 0}, "%": percent,

	"n": {Force, 1, 0}, "kn": {Force, 1000, 0}, "dan": {Force, 10, 0},
	"lb": {Force, pound, 0}, "lbs": {Force, pound, 0}, "lbf": {Force, pound, 0}, "kgf": {Force, Gravity, 0},

	"nm": {Torque, 1, 0}, "n·m": {Torque, 1, 0}, "n-m": {Torque, 1, 0},
	"in-lb": {Torque, pound * inch / 1000, 0}, "lb-in": {Torque, pound * inch / 1000, 0},
	"ft-lb": {Torque, pound * 12 * inch / 1000, 0}, "lb-ft": {Torque, pound * 12 * inch / 1000, 0},

	"n/mm": {Rate, 1, 0}, "lb/in": {Rate, pound / inch, 0}, "lbf/in": {Rate, pound / inch, 0},

	"turn": {Count, 1, 0}, "turns": {Count, 1, 0}, "click": {Count, 1, 0}, "clicks": {Count, 1, 0},
	"notch": {Count, 1, 0}, "notches": {Count, 1, 0}, "thread": {Count, 1, 0}, "threads": {Count, 1, 0},
	"count": {Count, 1, 0},

	"rpm": {Speed, 1, 0},

	"km/h": {RoadSpeed, 1, 0}, "kmh": {RoadSpeed, 1, 0}, "kph": {RoadSpeed, 1, 0},
	"mph": {RoadSpeed, mile, 0}, "mi/h": {RoadSpeed, mile, 0},

	"°c": {Temperature, 1, 0}, "c": {Temperature, 1, 0},
	"°f": {Temperature, 5.0 / 9, -160.0 / 9}, "f": {Temperature, 5.0 / 9, -160.0 / 9},
}

// typographic marks that mean the same as the plain ones
var marks = strings.NewReplacer("″", `"`, "”", `"`, "′", "'", "’", "'", "⁄", "/", "−", "-", "⋅", "·",
	"° ", "°", "\u00a0", " ")

func lookup(word string) (unit, bool) {
	u, ok := units[strings.ToLower(word)]
	return u, ok
}

// KindOfUnit is the kind a unit word measures, "" when it is no unit.
func KindOfUnit(word string) Kind {
	u, _ := lookup(marks.Replace(strings.TrimSpace(word)))
	return u.kind
}

// Usual are the units of a kind that somebody chooses among, its own first.
func (k Kind) Usual() []string { return usual[k] }

var usual = map[Kind][]string{
	Length: {"mm", "cm", "in", "thou"}, Angle: {"deg", "%"}, Force: {"N", "kgf", "lb"}, Torque: {"Nm", "in-lb", "ft-lb"},
	Rate: {"N/mm", "lb/in"}, Temperature: {"°C", "°F"}, Speed: {"rpm"}, RoadSpeed: {"km/h", "mph"}, Count: {"count"},
}

// Most is the largest amount of a kind that anything at the bench has, 0 for an
// unknown kind: what is larger was mistyped or has another unit.
func (k Kind) Most() float64 { return most[k] }

var most = map[Kind]float64{
	Length: 20_000, Angle: 720, Force: 50_000, Torque: 2_000, Rate: 10_000, Temperature: 1_000, Speed: 30_000, RoadSpeed: 300, Count: 1_000,
}
