// Package postgres keeps sheets, the floor, runs and their events. Rows stay
// here: everything that goes in or out is a value of the core.
package postgres

import (
	"time"

	"brankel/rigging/run"
)

type sheetRow struct {
	Hash     string `gorm:"primaryKey"`
	SheetID  string `gorm:"not null;uniqueIndex:sheet_revision"`
	Revision int    `gorm:"not null;uniqueIndex:sheet_revision"`
	Family   string `gorm:"not null;index:sheet_rig"`
	Cable    string `gorm:"not null;index:sheet_rig"`
	Craft    string `gorm:"not null"`
	Applies  string `gorm:"not null"` // JSON of sheet.Effectivity
	Title    string `gorm:"not null"` // of the source
	Assumed  bool   `gorm:"not null;default:false"`
	Words    string `gorm:"not null"`               // all it can be found by, in small letters
	Reading  bool   `gorm:"not null;default:false"` // no run is led by it yet
	Body     string `gorm:"not null"`               // the open format, byte for byte
}

func (sheetRow) TableName() string { return "sheets" }

type workshopRow struct {
	ID   int    `gorm:"primaryKey"` // there is one
	Name string `gorm:"not null"`
}

func (workshopRow) TableName() string { return "workshop" }

type personRow struct {
	ID          string `gorm:"primaryKey"`
	Place       int    `gorm:"not null"`
	Name        string `gorm:"not null;uniqueIndex"`
	Role        string `gorm:"not null;default:mechanic"`
	Password    string // argon2id
	PIN         string // argon2id
	Epoch       int    `gorm:"not null;default:0"` // sessions of an earlier one have ended
	Failures    int    `gorm:"not null;default:0"` // in a row
	LockedUntil time.Time
}

func (personRow) TableName() string { return "people" }

// sessionRow is the table that the session store expects.
type sessionRow struct {
	Token  string    `gorm:"primaryKey"`
	Data   []byte    `gorm:"not null"`
	Expiry time.Time `gorm:"not null;index"`
}

func (sessionRow) TableName() string { return "sessions" }

type gaugeRow struct {
	ID       string `gorm:"primaryKey"`
	Place    int    `gorm:"not null"`
	Name     string `gorm:"not null"`
	Quantity string `gorm:"not null"`
	Doubt    float64
	Due      string
	Kind     string
	Finest   float64
	Risers   string // JSON of run.Riser
}

func (gaugeRow) TableName() string { return "gauges" }

type thinRow struct {
	Name      string `gorm:"primaryKey"`
	Thickness float64
}

func (thinRow) TableName() string { return "thin_things" }

type tableRow struct {
	Name string `gorm:"primaryKey"`
	Text string `gorm:"not null"`
}

func (tableRow) TableName() string { return "kept_tables" }

type machineRow struct {
	ID      string `gorm:"primaryKey"`
	Place   int    `gorm:"not null"`
	Name    string `gorm:"not null"`
	Craft   string `gorm:"not null"`
	Note    string
	HasUnit bool
	Serial  string
	Hand    string
	Variant string
	Details string     // JSON of workshop.Details
	Words   string     `gorm:"not null"` // all it can be found by, in small letters
	Cables  []cableRow `gorm:"foreignKey:MachineID;constraint:OnDelete:CASCADE"`
}

func (machineRow) TableName() string { return "machines" }

type cableRow struct {
	MachineID string `gorm:"primaryKey"`
	ID        string `gorm:"primaryKey"`
	Place     int    `gorm:"not null"`
	Name      string `gorm:"not null"`
	Family    string `gorm:"not null"`
	Chain     string // JSON of its links
}

func (cableRow) TableName() string { return "cables" }

type runRow struct {
	ID      string    `gorm:"primaryKey"`
	Machine string    `gorm:"not null;index"`
	Cable   string    `gorm:"not null"`
	Opened  time.Time `gorm:"not null"`
}

func (runRow) TableName() string { return "runs" }

type eventRow struct {
	ID    string    `gorm:"primaryKey"`
	RunID string    `gorm:"not null;uniqueIndex:run_seq"`
	Seq   int       `gorm:"not null;uniqueIndex:run_seq"`
	Kind  string    `gorm:"not null"`
	By    string    `gorm:"not null"`
	At    time.Time `gorm:"not null"`
	Body  string    `gorm:"not null"` // text, not jsonb: the hash is over these bytes
	Prev  string    `gorm:"not null"`
	Hash  string    `gorm:"not null"`
	Run   *runRow   `gorm:"foreignKey:RunID;constraint:OnDelete:RESTRICT"`
}

func (eventRow) TableName() string { return "events" }

func (r eventRow) event() run.Event {
	return run.Event{ID: r.ID, Run: r.RunID, Seq: r.Seq, Kind: run.Kind(r.Kind), By: r.By, At: r.At.UTC(),
		Body: []byte(r.Body), Prev: r.Prev, Hash: r.Hash}
}

func rowOf(e run.Event) eventRow {
	return eventRow{ID: e.ID, RunID: e.Run, Seq: e.Seq, Kind: string(e.Kind), By: e.By, At: e.At,
		Body: string(e.Body), Prev: e.Prev, Hash: e.Hash}
}
