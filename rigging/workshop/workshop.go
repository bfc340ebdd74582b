// Package workshop holds what stands around the runs: people, gauges, machines
// and their cables, in the open formats brankel.workshop/1 and brankel.run/1.
package workshop

import (
	"encoding/json"
	"time"

	"brankel/rigging/run/record"
)

// Format and RunFormat name the open formats and their versions.
const (
	Format    = "brankel.workshop/1"
	RunFormat = "brankel.run/1"
)

// Workshop is one floor.
type Workshop struct {
	Format   string         `json:"format"`
	Name     string         `json:"name"`
	Zone     string         `json:"zone,omitempty"` // whose days and times are told, by its IANA name; "" is UTC
	People   []Person       `json:"people"`
	Gauges   []record.Gauge `json:"gauges"`
	Thin     []Thin         `json:"thin_things,omitempty"`
	Tables   []Table        `json:"tables,omitempty"`
	Machines []Machine      `json:"machines"`
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
	Kind record.Kind     `json:"kind"`
	By   string          `json:"by"`
	At   time.Time       `json:"at"`
	Body json.RawMessage `json:"body"`
}
