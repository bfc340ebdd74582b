// Package run folds the events of a run into its state and says the next move.
// Everything here is pure: values in, values out, so that replaying yesterday's
// events gives yesterday's state.
package run

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"time"

	fast "github.com/goccy/go-json"

	"brankel/rigging/fault"
)

// Kind says what happened.
type Kind string

// The kinds of event; the type of each body stands beside it.
const (
	KindComplaint  Kind = "complaint"  // Complaint
	KindIdentified Kind = "identified" // Identified
	KindCaution    Kind = "caution"    // Named
	KindPutOn      Kind = "put_on"     // Thing: temporary things
	KindTakenOff   Kind = "taken_off"  // Thing
	KindPartOff    Kind = "part_off"   // Thing: covers, clips, plugs
	KindPartBack   Kind = "part_back"  // Thing
	KindReading    Kind = "reading"    // Reading
	KindMove       Kind = "move"       // Move
	KindStuck      Kind = "stuck"      // Stuck
	KindSettled    Kind = "settled"    // Settled
	KindLocked     Kind = "locked"     // Locked
	KindCheck      Kind = "check"      // Checked
	KindRetried    Kind = "retried"    // Retried
	KindDecided    Kind = "decided"    // Decided
	KindDeviation  Kind = "deviation"  // Deviation
	KindSkipped    Kind = "skipped"    // Skipped
	KindNote       Kind = "note"       // Note
	KindPaused     Kind = "paused"     // Note
	KindCorrected  Kind = "corrected"  // Corrected
	KindSigned     Kind = "signed"     // Signed
)

// Event is one thing that happened. ID is made where it happened, so that
// sending it twice stores it once; Hash covers the event and the hash before it.
type Event struct {
	ID   string          `json:"id"`
	Run  string          `json:"run"`
	Seq  int             `json:"seq"`
	Kind Kind            `json:"kind"`
	By   string          `json:"by"`
	At   time.Time       `json:"at"`
	Body json.RawMessage `json:"body"`
	Prev string          `json:"prev"`
	Hash string          `json:"hash"`
}

// Seal fills in Prev and Hash: the SHA-256 of the event with the hash before it.
func (e Event) Seal(prev string) Event {
	e.Prev = prev
	e.Hash = e.digest()
	return e
}

func (e Event) digest() string {
	e.Hash = ""
	e.At = e.At.UTC().Truncate(time.Millisecond)
	raw, err := json.Marshal(e)
	if err != nil {
		panic(err) // the body was decoded before
	}
	sum := sha256.Sum256(raw)
	return hex.EncodeToString(sum[:])
}

// Verify walks the chain and tells the first event that does not fit, nil when
// the chain is whole.
func Verify(events []Event) error {
	prev := ""
	for i, e := range events {
		switch {
		case e.Seq != i+1:
			return fmt.Errorf("run %s: event %d is missing", e.Run, i+1)
		case e.Prev != prev:
			return fmt.Errorf("run %s: event %d does not follow the one before it", e.Run, e.Seq)
		case e.Hash != e.digest():
			return fmt.Errorf("run %s: event %d was changed after it was written", e.Run, e.Seq)
		}
		prev = e.Hash
	}
	return nil
}

// Complaint is the owner's words, and whether the fault shows when tried.
type Complaint struct {
	Words string `json:"words"`
	Shows string `json:"shows"` // yes, no, not tried
}

// Identified is what stands on the plate, and the sheet that follows from it; an
// empty Sheet means that none applies. Sheet, Name and Why are filled in here.
type Identified struct {
	Serial  string `json:"serial"`
	Hand    string `json:"hand"`
	Variant string `json:"variant,omitempty"`
	Sheet   string `json:"sheet,omitempty"` // content hash
	Name    string `json:"name,omitempty"`
	Why     string `json:"why,omitempty"`
}

// Named points to something of the sheet.
type Named struct {
	ID string `json:"id"`
}

// Thing is something that went on or came off: of the sheet by its ID, or any
// other by its name.
type Thing struct {
	ID   string `json:"id,omitempty"`
	Name string `json:"name,omitempty"`
	Side string `json:"side,omitempty"`
}

// Reading is one reading of a point: as one text, or as start and end marks on
// the tape. Value and the rest are filled in here, in the canonical unit.
type Reading struct {
	Point     string   `json:"point"`
	Text      string   `json:"text,omitempty"`
	Start     string   `json:"start,omitempty"`
	End       string   `json:"end,omitempty"`
	Unit      string   `json:"unit,omitempty"`
	States    []string `json:"states,omitempty"`
	Gauge     string   `json:"gauge,omitempty"`
	Value     float64  `json:"value"`
	GaugeName string   `json:"gauge_name,omitempty"`
	Overdue   string   `json:"overdue,omitempty"` // since when its calibration had run out
	Doubt     float64  `json:"doubt,omitempty"`   // half the width
}

// Move is what the hand turned. Turns is written as at the bench ("3½").
type Move struct {
	Adjuster string  `json:"adjuster"`
	Turns    string  `json:"turns"`
	Way      string  `json:"way"` // out, in
	Value    float64 `json:"value"`
}

func (m Move) signed() float64 {
	if m.Way == "in" {
		return -m.Value
	}
	return m.Value
}

// Stuck is an adjuster that will not turn.
type Stuck struct {
	Adjuster string `json:"adjuster"`
	Note     string `json:"note,omitempty"`
}

// Settled is a control stroked before a reading counts.
type Settled struct {
	Point string `json:"point"`
	Times int    `json:"times"`
}

// Locked is an adjuster locked: how far the joint nut was backed off, and the pin.
type Locked struct {
	Adjuster string  `json:"adjuster"`
	BackOff  string  `json:"back_off"`
	Pin      bool    `json:"pin"`
	Value    float64 `json:"value"` // turns backed off
}

// Checked is the answer to a check.
type Checked struct {
	Check      string            `json:"check"`
	Answer     string            `json:"answer"` // good, bad
	Note       string            `json:"note,omitempty"`
	Conditions map[string]string `json:"conditions,omitempty"`
}

// Retried is the complaint tried again.
type Retried struct {
	Outcome string `json:"outcome"` // cured, better, unchanged
	Note    string `json:"note,omitempty"`
}

// Decided is what the mechanic chose where Brankel argued for something.
type Decided struct {
	About  string `json:"about"`
	Choice string `json:"choice"`
	Reason string `json:"reason,omitempty"`
}

// Deviation is a setting left out of its limits by request.
type Deviation struct {
	Point   string `json:"point"`
	AskedBy string `json:"asked_by"`
	Why     string `json:"why"`
}

// Skipped is a step left out, with the reason.
type Skipped struct {
	Step   string `json:"step"`
	Reason string `json:"reason"`
}

// Note is a free remark, or why the work stopped for now.
type Note struct {
	Text string `json:"text"`
}

// Corrected takes back an earlier event, which stays on the record struck out.
type Corrected struct {
	Event  string `json:"event"`
	Reason string `json:"reason"`
}

// Signed closes the run. Statement is what is signed for.
type Signed struct {
	Name      string `json:"name"`
	Statement string `json:"statement,omitempty"`
}

// bodyOf decodes a body that was admitted before; what it does not know it
// leaves out, so that an old run still folds.
func bodyOf[T any](e Event) (b T) {
	_ = fast.Unmarshal(e.Body, &b) // an unreadable body is an empty one: Admit lets none in
	return b
}

// strict decodes a body that comes in, refusing unknown fields.
func strict[T any](raw json.RawMessage) (b T, err error) {
	d := json.NewDecoder(bytes.NewReader(raw))
	d.DisallowUnknownFields()
	if err := d.Decode(&b); err != nil {
		return b, fault.At("body", "this does not fit the event: "+err.Error())
	}
	return b, nil
}
