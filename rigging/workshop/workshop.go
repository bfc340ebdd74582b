// Package workshop holds what stands around the runs: people, gauges, machines
// and their cables, in the open formats brankel.workshop/1 and brankel.run/1.
package workshop

import (
	"encoding/json"
	"time"

	"brankel/rigging/run"
)

// Format and RunFormat name the open formats and their versions.
const (
	Format    = "brankel.workshop/1"
	RunFormat = "brankel.run/1"
)

// Workshop is one floor.
type Workshop struct {
	Format   string      `json:"format"`
	Name     string      `json:"name"`
	People   []Person    `json:"people"`
	Gauges   []run.Gauge `json:"gauges"`
	Thin     []Thin      `json:"thin_things,omitempty"`
	Tables   []Table     `json:"tables,omitempty"`
	Machines []Machine   `json:"machines"`
}

// Machine is a craft on the floor.
type Machine struct {
	ID     string  `json:"id"`
	Name   string  `json:"name"`
	Craft  string  `json:"craft"` // boat, car, trailer, aircraft
	Note   string  `json:"note"`
	Unit   *Unit   `json:"unit,omitempty"` // the unit whose serial decides on the sheet, as last read
	Cables []Cable `json:"cables"`
}

// Unit is what the plate says, as last read.
type Unit struct {
	Serial  string `json:"serial"`
	Hand    string `json:"hand"`
	Variant string `json:"variant,omitempty"`
}

// Cable is one line of a machine.
type Cable struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Family string `json:"family"`
}

// Cable is the machine's cable of that id, nil when there is none.
func (m *Machine) Cable(id string) *Cable {
	for i := range m.Cables {
		if m.Cables[i].ID == id {
			return &m.Cables[i]
		}
	}
	return nil
}

// Job is one run of one cable.
type Job struct {
	ID      string    `json:"id"`
	Machine string    `json:"machine"`
	Cable   string    `json:"cable"`
	Opened  time.Time `json:"opened"`
}

// RunFile is a run as a file: its events as they were sent, in order.
type RunFile struct {
	Format  string     `json:"format"`
	ID      string     `json:"id"`
	Machine string     `json:"machine"`
	Cable   string     `json:"cable"`
	Events  []RunEvent `json:"events"`
}

// RunEvent is an event before it is numbered and sealed.
type RunEvent struct {
	Kind run.Kind        `json:"kind"`
	By   string          `json:"by"`
	At   time.Time       `json:"at"`
	Body json.RawMessage `json:"body"`
}
