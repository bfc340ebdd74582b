package run

import (
	"time"

	"brankel/rigging/sheet"
)

// Stage tells the readings of one point apart.
type Stage string

// A reading that a procedure left by itself (First) is no result: it counts
// after settling (Set) and again after locking (LockedStage).
const (
	Found       Stage = "as found"
	First       Stage = "first"
	Set         Stage = "set"
	LockedStage Stage = "locked"
)

// Taken is a reading on the record.
type Taken struct {
	Reading
	Event   string
	By      string
	At      time.Time
	Stage   Stage
	Missing []string // states the sheet demands that were not confirmed: not judged
	Epoch   int      // how many moves, settlings and lockings came before
	Old     bool     // taken before a repair: on the record, no longer of use
}

// Judged tells whether the reading can be compared at all.
func (t Taken) Judged() bool { return len(t.Missing) == 0 && !t.Old }

// Moved is a move on the record.
type Moved struct {
	Move
	By    string
	At    time.Time
	Epoch int
}

// Answered is a check on the record; Void when a later move reopened it.
type Answered struct {
	Checked
	By   string
	At   time.Time
	Void bool
}

// State is all that the events say.
type State struct {
	Sheet      *sheet.Sheet
	Seq        int
	LastHash   string
	Complaint  *Complaint
	Identity   *Identified
	Cautions   map[string]bool
	WentOn     []Thing
	On         []Thing // temporary things still on
	WentOff    []Thing
	Off        []Thing // parts still off
	Readings   []Taken
	Moves      []Moved
	Repaired   int // how many of Moves were made before a repair
	Stuck      *Stuck
	Settled    bool // since the last move
	Locked     *Locked
	LockedBy   string
	Epoch      int
	Worked     bool // something was read, moved or answered by this sheet
	Checks     map[string]Answered
	Retried    *Retried
	RetriedOld bool // tried again before a later move
	Decisions  map[string]Decided
	Deviations map[string]Deviation
	Skipped    map[string]string
	Notes      []string
	Paused     string
	Last       string // last thing done, in words
	LastEvent  string // its id
	LastAt     time.Time
	LastBy     string
	Signed     *Signed
	SignedBy   string
	SignedAt   time.Time
	SignedHash string
}

// NetTurns is how far the adjuster stands from as found, outward positive; after
// a repair, from where it was found then.
func (s State) NetTurns(adjuster string) (net float64) {
	for _, m := range s.Moves[s.Repaired:] {
		if m.Adjuster == adjuster {
			net += m.signed()
		}
	}
	return net
}

// latest is the newest reading of a point with the stage ("" for any) that can
// be compared, nil when there is none.
func (s State) latest(point string, stage Stage) *Taken {
	for i := len(s.Readings) - 1; i >= 0; i-- {
		t := &s.Readings[i]
		if t.Point == point && t.Judged() && (stage == "" || t.Stage == stage) {
			return t
		}
	}
	return nil
}

// repeats are the readings of the same point taken with nothing done between.
func (s State) repeats(t *Taken) (values []float64) {
	for _, r := range s.Readings {
		if r.Point == t.Point && r.Epoch == t.Epoch && r.Judged() {
			values = append(values, r.Value)
		}
	}
	return values
}

// pending is the newest reading of a point when it could not be compared.
func (s State) pending(point string) *Taken {
	for i := len(s.Readings) - 1; i >= 0; i-- {
		if t := &s.Readings[i]; t.Point == point {
			if len(t.Missing) == 0 || t.Old || t.Epoch != s.Epoch {
				return nil
			}
			return t
		}
	}
	return nil
}
