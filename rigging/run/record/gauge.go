package record

import (
	"brankel/rigging/closed"
	"brankel/rigging/quantity"
)

// Gauge is an instrument, and half the width of its doubt in its own quantity.
type Gauge struct {
	ID       string        `json:"id"`
	Name     string        `json:"name"`
	Quantity quantity.Kind `json:"quantity"`
	Doubt    float64       `json:"doubt"`
	Due      string        `json:"due,omitempty"` // calibration, a day

	Kind       GaugeKind `json:"kind,omitempty"`
	Resolution float64   `json:"resolution,omitempty"`
	Risers     []Riser   `json:"risers,omitempty"` // of a tension gauge
}

// GaugeKind is a kind of instrument.
type GaugeKind string

// The kinds of instrument.
const (
	Tape         GaugeKind = "tape"
	SteelRule    GaugeKind = "rule"
	Caliper      GaugeKind = "caliper"
	Feeler       GaugeKind = "feeler"
	Protractor   GaugeKind = "protractor"
	PullScale    GaugeKind = "pull scale"
	TensionGauge GaugeKind = "tension gauge"
	TorqueWrench GaugeKind = "torque wrench"
	Tachometer   GaugeKind = "tachometer"
)

// Words lists the kinds of instrument.
func (GaugeKind) Words() []string {
	return closed.Words(Tape, SteelRule, Caliper, Feeler, Protractor, PullScale, TensionGauge, TorqueWrench, Tachometer)
}

// InstrumentSays is what somebody at the bench calls an instrument that a sheet names, "" where nothing is taken into the hand.
func InstrumentSays(instrument string) string {
	switch instrument {
	case string(Caliper):
		return "calliper"
	case "eye":
		return ""
	}
	return instrument
}

// measures is what each kind measures.
var measures = map[GaugeKind]quantity.Kind{
	Tape: quantity.Length, SteelRule: quantity.Length, Caliper: quantity.Length, Feeler: quantity.Length, Protractor: quantity.Angle,
	PullScale: quantity.Force, TensionGauge: quantity.Force, TorqueWrench: quantity.Torque, Tachometer: quantity.Speed,
}

// Measures is what a kind of instrument measures; ok is false where there is no such kind.
func (k GaugeKind) Measures() (of quantity.Kind, ok bool) {
	of, ok = measures[k]
	return of, ok
}

// Riser is an insert of a tension gauge with its table, a pair of numbers a line.
type Riser struct {
	Name  string `json:"name"`
	Table string `json:"table"`
}

// Overdue tells whether the calibration had run out on a day (2006-01-02).
func (g Gauge) Overdue(day string) bool { return g.Due != "" && day > g.Due }

// Coarse tells whether the gauge cannot serve a band of that width: the band is to
// be twice its doubt to either side at least, as calc.Reading has it.
func (g Gauge) Coarse(band float64) bool { return g.Doubt > 0 && band > 0 && band/(2*g.Doubt) < 2 }
