package run

import "brankel/rigging/quantity"

// Gauge is an instrument, and half the width of its doubt in its own quantity.
type Gauge struct {
	ID       string        `json:"id"`
	Name     string        `json:"name"`
	Quantity quantity.Kind `json:"quantity"`
	Doubt    float64       `json:"doubt"`
	Due      string        `json:"due,omitempty"` // calibration, a day

	Kind       string  `json:"kind,omitempty"` // tape, caliper, protractor …
	Resolution float64 `json:"resolution,omitempty"`
	Risers     []Riser `json:"risers,omitempty"` // of a tension gauge
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
