// Package postgres keeps sheets, the floor, runs and their events. Rows stay
// here: everything that goes in or out is a value of the core.
package postgres

import (
	"brankel/rigging/sheet"
	"time"

	"brankel/rigging/run/record"
)

type sheetRow struct {
	Hash     string      `gorm:"primaryKey"`
	SheetID  string      `gorm:"not null;uniqueIndex:sheet_revision"`
	Revision int         `gorm:"not null;uniqueIndex:sheet_revision"`
	Family   string      `gorm:"not null;index:sheet_rig"`
	Cable    string      `gorm:"not null;index:sheet_rig"`
	Craft    sheet.Craft `gorm:"not null"`
	Applies  string      `gorm:"not null"` // JSON of sheet.Effectivity
	Title    string      `gorm:"not null"` // of the source
	Assumed  bool        `gorm:"not null;default:false"`
	Words    string      `gorm:"not null"`               // all it can be found by, in small letters
	Led      bool        `gorm:"not null;default:false"` // a run can be led by it
	Figure   *float64    // what it sets, with what that is
	FigureOf string      `gorm:"not null;default:''"`
	Body     string      `gorm:"not null"`           // the open format, byte for byte
	Seal     int64       `gorm:"not null;default:0"` // print, as it was when the row was written
}

func (sheetRow) TableName() string { return "sheets" }

type workshopRow struct {
	ID   int    `gorm:"primaryKey"` // there is one
	Name string `gorm:"not null"`
	Zone string `gorm:"not null;default:''"` // IANA name; "" is UTC
}

func (workshopRow) TableName() string { return "workshop" }

type personRow struct {
	ID       string `gorm:"primaryKey"`
	Place    int    `gorm:"not null"`
	Name     string `gorm:"not null;uniqueIndex"`
	Role     string `gorm:"not null;default:mechanic"`
	Password string // argon2id
	PIN      string // argon2id
	Epoch    int    `gorm:"not null;default:0"` // sessions of an earlier one have ended
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
	Kind     record.GaugeKind
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
	ID      string      `gorm:"primaryKey"`
	Place   int         `gorm:"not null"`
	Name    string      `gorm:"not null"`
	Craft   sheet.Craft `gorm:"not null"`
	Note    string
	HasUnit bool
	Serial  string
	Hand    string
	Variant string
	Details string     // JSON of workshop.Details
	Words   string     `gorm:"not null"` // all it can be found by, in small letters
	Version int        `gorm:"not null;default:1"`
	Cables  []cableRow `gorm:"foreignKey:MachineID;constraint:OnDelete:CASCADE"`
}

func (machineRow) TableName() string { return "machines" }

type cableRow struct {
	MachineID string `gorm:"primaryKey"`
	ID        string `gorm:"primaryKey"`
	Place     int    `gorm:"not null"`
	Name      string `gorm:"not null;index:cables_of_rig,priority:2"`
	Family    string `gorm:"not null;index:cables_of_rig,priority:1"`
	Chain     string // JSON of its links
}

func (cableRow) TableName() string { return "cables" }

type runRow struct {
	ID      string    `gorm:"primaryKey;index:runs_newest,priority:4"`
	Machine string    `gorm:"not null;index:runs_newest,priority:1"`
	Cable   string    `gorm:"not null;index:runs_newest,priority:2"`
	Opened  time.Time `gorm:"not null;index:runs_newest,priority:3,sort:desc"`
	Seq     int       `gorm:"not null;default:0"`  // of the last event
	Hash    string    `gorm:"not null;default:''"` // of the last event
	Print   int64     `gorm:"not null;default:0"`  // of all events, as they were when each was added
	Beside  int64     `gorm:"not null;default:0"`  // of photos and voice notes, as they were when each was kept
	Noted   int       `gorm:"not null;default:0"`  // the last event whose hash stands in the ledger
	Stood   string    `gorm:"not null;default:''"` // digest of what the floor shows, as it was written
	StandingRow
}

func (runRow) TableName() string { return "runs" }

type eventRow struct {
	ID       string    `gorm:"primaryKey"`
	RunID    string    `gorm:"not null"`
	Seq      int       `gorm:"not null"`
	Kind     string    `gorm:"not null"`
	By       string    `gorm:"not null"`
	At       time.Time `gorm:"not null"`
	Received time.Time `gorm:"not null"`
	Behind   int       `gorm:"not null;default:0"`
	Body     string    `gorm:"not null"` // text, not jsonb: the hash is over these bytes
	Prev     string    `gorm:"not null"`
	Hash     string    `gorm:"not null"`
	Sent     string    `gorm:"not null;default:''"` // digest of what was sent, to know the same event again
}

func (eventRow) TableName() string { return "events" }

func (r eventRow) event() record.Event {
	return record.Event{ID: r.ID, Run: r.RunID, Seq: r.Seq, Kind: record.Kind(r.Kind), By: r.By, At: r.At.UTC(), Received: r.Received.UTC(),
		Behind: r.Behind, Body: []byte(r.Body), Prev: r.Prev, Hash: r.Hash}
}

// attemptRow counts wrong attempts to sign in under a name, known or not.
type attemptRow struct {
	Name        string    `gorm:"primaryKey"`
	Failures    int       `gorm:"not null"`
	LockedUntil time.Time `gorm:"not null"`
	Last        time.Time `gorm:"not null;index"`
}

func (attemptRow) TableName() string { return "attempts" }

// versionRow counts the changes of floor and library, so that what is kept in memory
// of them is known to be old.
type versionRow struct {
	ID     int `gorm:"primaryKey"` // there is one
	Floor  int `gorm:"not null;default:0"`
	Sheets int `gorm:"not null;default:0"`
}

func (versionRow) TableName() string { return "versions" }
