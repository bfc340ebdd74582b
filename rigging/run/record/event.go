// Package record keeps what happened in a run: its events, the chain that holds them together, what is admitted to it,
// and the state that they fold into. Everything here is pure: replaying yesterday's events gives yesterday's state.
package record

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"slices"
	"time"

	fast "github.com/goccy/go-json"
)

// Event is one thing that happened. ID is made where it happened, so that
// sending it twice stores it once; At is when it happened by that device's clock,
// Received when it was kept. Behind is how many of the events before it its maker had not heard of
// when it was made. Hash covers the event and the hash before it.
type Event struct {
	ID       string          `json:"id"`
	Run      string          `json:"run"`
	Seq      int             `json:"seq"`
	Kind     Kind            `json:"kind"`
	By       string          `json:"by"`
	At       time.Time       `json:"at"`
	Received time.Time       `json:"received"`
	Behind   int             `json:"behind,omitempty"`
	Body     json.RawMessage `json:"body"`
	Prev     string          `json:"prev"`
	Hash     string          `json:"hash"`
}

// late is how far receipt and time said may lie apart before the time of receipt counts: for the day
// of a signature, for a gauge's calibration. Both stand on the record then.
const late = 5 * time.Minute

// Apart tells whether the time said and that of receipt lie too far apart to take the first for
// certain.
func (e Event) Apart() bool {
	apart := e.Received.Sub(e.At)
	return !e.Received.IsZero() && (apart > late || apart < -late)
}

// Counts is when an event happened as far as anything hangs on it: as its device says, or when it
// was received where the two lie apart.
func (e Event) Counts() time.Time {
	if e.Apart() {
		return e.Received
	}
	return e.At
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
	e.Received = e.Received.UTC().Truncate(time.Millisecond)
	raw, err := json.Marshal(e)
	if err != nil {
		return "" // a body or a time that is no JSON any more: it fits no hash
	}
	sum := sha256.Sum256(raw)
	return hex.EncodeToString(sum[:])
}

// Link tells why the event does not follow event number seq with the hash prev, nil
// when it does.
func (e Event) Link(seq int, prev string) error {
	switch {
	case e.Seq != seq+1:
		return fmt.Errorf("run %s: event %d is missing", e.Run, seq+1)
	case e.Prev != prev:
		return fmt.Errorf("run %s: event %d does not follow the one before it", e.Run, e.Seq)
	case e.Hash != e.digest():
		return fmt.Errorf("run %s: event %d was changed after it was written", e.Run, e.Seq)
	}
	return nil
}

// Verify walks the chain and tells the first event that does not fit, nil when
// the chain is whole.
func Verify(events []Event) error {
	prev := ""
	for i, e := range events {
		if err := e.Link(i, prev); err != nil {
			return err
		}
		prev = e.Hash
	}
	return nil
}

// Digest names what was sent, before anything was filled in: the same event sent again
// has the same digest, whatever the spaces and the order of its fields.
func (e Event) Digest() string {
	var body any
	_ = json.Unmarshal(e.Body, &body) // no JSON is told by Admit
	plain, _ := json.Marshal(body)
	sum := sha256.Sum256(fmt.Appendf(nil, "%s\x00%s\x00%s\x00%s", e.Kind, e.By, e.At.UTC().Format(time.RFC3339Nano), plain))
	return hex.EncodeToString(sum[:])
}

// BodyOf decodes a body that was admitted before; what it does not know it
// leaves out, so that an old run still folds.
func BodyOf[T any](e Event) (b T) {
	_ = fast.Unmarshal(e.Body, &b) // an unreadable body is an empty one: Admit lets none in
	return b
}

// StruckOut are the ids of the events that later ones took back.
func StruckOut(events []Event) map[string]bool {
	out := map[string]bool{}
	for _, e := range events {
		if e.Kind == KindCorrected {
			out[BodyOf[Corrected](e).Event] = true
		}
	}
	return out
}

// live are the events that stand.
func live(events []Event) []Event {
	struck := StruckOut(events)
	if len(struck) == 0 {
		return events
	}
	return slices.DeleteFunc(slices.Clone(events), func(e Event) bool { return struck[e.ID] })
}

// Pinned is the content hash of the sheet the run belongs to and whether its serial
// was read at all; the hash is "" when it was not, or when no sheet applies. What was
// struck out does not count.
func Pinned(events []Event) (hash string, identified bool) {
	if own := Carried(events); own != nil {
		return own.Hash(), true
	}
	i, ok := plateRead(events)
	return i.Sheet, ok
}

// SchoolOf is the school that was chosen after the serial was read, "" before that.
func SchoolOf(events []Event) (school string) {
	void := StruckOut(events)
	for _, e := range events {
		switch {
		case void[e.ID]:
		case e.Kind == KindIdentified:
			school = ""
		case e.Kind == KindDecided:
			if d := BodyOf[Decided](e); d.About.Question == AboutSchool {
				school = d.About.ID
			}
		}
	}
	return school
}

// KnownBy are the steps of this machine's own rig as the run was begun with them, by path of the geometry.
func KnownBy(events []Event) map[string]float64 {
	if Carried(events) != nil {
		return nil
	}
	i, _ := plateRead(events)
	out := map[string]float64{}
	for _, k := range i.Knows {
		out[k.Path] = k.Value
	}
	return out
}

func plateRead(events []Event) (Identified, bool) {
	void := StruckOut(events)
	for i := len(events) - 1; i >= 0; i-- {
		if e := events[i]; e.Kind == KindIdentified && !void[e.ID] {
			return BodyOf[Identified](e), true
		}
	}
	return Identified{}, false
}
