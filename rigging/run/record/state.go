package record

import (
	"time"

	"brankel/rigging/closed"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// FoundWord is what a first reading is called.
func (st State) FoundWord() string {
	if st.Renewed {
		return "as fitted"
	}
	return "as found"
}

// interruption is how long a run may lie before whoever comes back is told where it
// stood.
const interruption = 15 * time.Minute

// Interrupted tells whether the work lay long enough, or was stopped on purpose, to be
// told where it stood.
func (st State) Interrupted(now time.Time) bool {
	return st.Signed == nil && st.Seq > 0 && (st.Paused != "" || now.Sub(st.LastAt) > interruption)
}

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

// Words lists the stages.
func (Stage) Words() []string { return closed.Words(Found, First, Set, LockedStage) }

// Taken is a reading on the record. Epoch counts what was done before it: readings of
// one epoch are repeats of each other. Old ones were taken before a repair.
type Taken struct {
	Reading
	Event string
	By    string
	At    time.Time
	Stage Stage
	Epoch int
	Old   bool

	Passed bool // the cause why it agreed with no other was found: it was read afresh

	Unmet []string // what did not stand as it needs, as thing=way, and what must never be, in words
}

// Judged tells whether the reading can be compared at all.
func (t Taken) Judged() bool { return len(t.Missing)+len(t.Unmet) == 0 && !t.Old && !t.Passed }

// Moved is a move on the record.
type Moved struct {
	Move
	Event string // its entry
	By    string
	At    time.Time
	Seq   int
	Epoch int
	Unmet []string // as of a reading: it counts all the same
}

// Answered is a check on the record; Void when a later move or repair reopened it, or when it did not stand as it needs.
type Answered struct {
	Checked
	By    string
	At    time.Time
	Seq   int
	Epoch int
	Void  bool
	Unmet []string // as of a reading
	Found bool     // tried as found, before anything was set
}

// Acted is something done by hand, on the record.
type Acted struct {
	Action string
	Epoch  int
	Seq    int
}

// State is all that the events say. Its zero value with empty maps is a run that was
// just opened. Pointers are nil until the event came that sets them; Retried goes with
// RetriedOld, and the fields of the signature go together.
type State struct {
	Sheet *sheet.Sheet // the run is pinned to; nil before that, or when none applies
	// Expected is the sheet that the serial on file leads to, for the fetch list and the
	// order of the steps before the plate was read. It is no part of what events say.
	Expected    *sheet.Sheet
	Zone        *time.Location // whose days and times are told; nil is UTC. It is no part of what events say either
	Seq         int
	LastHash    string
	Complaint   *Complaint
	Identity    *Identified
	Own         bool              // it is led by figures it brought along from the Bench
	Stood       *setup.Setup      // the things of the sheet and those of this run alone; nil before a sheet is known
	Ways        map[string]string // in which they stand; at rest where nothing is said
	Changes     []Change          // of how they stand, in order
	Stays       map[string]string // what is left as it stands at the end, and why, by thing
	Readings    []Taken
	Moves       []Moved
	Repaired    int                 // how many of Moves were made before a repair
	RepairedAt  int                 // the epoch the last repair began
	Renewed     bool                // the cable is a new one: there is no as found
	Stuck       map[string]Halted   // by adjuster
	Ends        map[string]Halted   // that were come upon, by "adjuster way"
	Marks       map[string]int      // when each adjuster was marked with paint last
	Settles     map[string]int      // when each setting was settled last
	Locks       map[string]Fastened // by adjuster, or by setting
	Answers     []Answered          // all of them, in order
	Done        []Acted             // by hand, in order
	Chosen      map[string]string   // option by setting
	Looked      map[string]Looked   // verdicts of the second inspector since the signature, by item
	Refused     []string            // what was refused before
	Workers     map[string]bool     // who did something
	Pinned      *sheet.Sheet        // the sheet as it is kept; Sheet is that as its school works it
	School      string              // chosen, "" before
	Job         Job                 // what is to be done
	Parts       map[string]Parted   // what was done of a new part, by item
	Afresh      map[string]int      // since when what was tried of a setting counts
	Epoch       int
	Worked      bool // something was read, moved or answered by this sheet
	Checks      map[string]Answered
	Retried     *Retried
	RetriedOld  bool // tried again before a later move or repair
	Decisions   map[About]Decided
	Deviations  map[string]Deviation
	Skipped     map[string]string
	Notes       []string
	Photos      []PhotoLine
	Voices      []VoiceLine
	Trouble     *Trouble // the path taken last
	Paused      string
	LastEvent   string // id and number of the last thing done
	LastSeq     int
	LastAt      time.Time
	LastBy      string
	Signed      *Signed
	SignedBy    string
	SignedAt    time.Time // as it counts (Event.Counts)
	SignedDated time.Time // as its device said, where that lies apart; else zero
	SignedHash  string
	SignedSeq   int

	Nevers   *setup.Rules   // of Stood: what must never be
	parted   map[string]int // when what holds or is held left its rest last, by thing
	done     changed
	lastDone Event
	ByPoint  map[string][]int // places in Readings, in order
}

// Expecting is the state of a run whose plate was not read yet, with the sheet that the
// serial on file leads to (nil for none).
func (st State) Expecting(s *sheet.Sheet) State {
	st.Expected = s
	return st
}

// AnyMoved tells whether anything was turned since as found, or since a repair.
func (st State) AnyMoved() bool { return len(st.Moves) > st.Repaired }

// Last is the last thing done, in words; "" before anything was.
func (st State) Last() string {
	if st.LastSeq == 0 {
		return ""
	}
	return st.lastDone.Says()
}

// Latest is the newest reading of a point with the stage ("" for any) that can
// be compared, nil when there is none.
func (st State) Latest(point string, stage Stage) *Taken {
	of := st.ByPoint[point]
	for i := len(of) - 1; i >= 0; i-- {
		if t := &st.Readings[of[i]]; t.Judged() && (stage == "" || t.Stage == stage) {
			return t
		}
	}
	return nil
}

// mostRepeats is how many readings of one moment are compared: more tell nothing new.
const mostRepeats = 30

// Repeats are the readings of the same point taken with nothing done between, the newest
// first.
func (st State) Repeats(t *Taken) (values []float64) {
	of := st.ByPoint[t.Point]
	for i := len(of) - 1; i >= 0 && st.Readings[of[i]].Epoch >= t.Epoch && len(values) < mostRepeats; i-- {
		if r := st.Readings[of[i]]; r.Epoch == t.Epoch && r.Judged() {
			values = append(values, r.Value)
		}
	}
	return values
}

// Pending is the newest reading of a point when it could not be compared.
func (st State) Pending(point string) *Taken {
	of := st.ByPoint[point]
	if len(of) == 0 {
		return nil
	}
	if t := &st.Readings[of[len(of)-1]]; len(t.Missing)+len(t.Unmet) > 0 && !t.Old && t.Epoch == st.Epoch {
		return t
	}
	return nil
}
