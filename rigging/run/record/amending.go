package record

import (
	"fmt"
	"slices"
	"time"

	"brankel/rigging/fault"
)

// Amended adds to an entry of a signed record what it should say, and why; the entry stays as it
// is. Seq and Says of it are filled in here.
type Amended struct {
	Event  string `json:"event"`
	Text   string `json:"text"`
	Reason string `json:"reason"`
	Seq    int    `json:"seq,omitempty"`
	Says   string `json:"says,omitempty"`
}

// Amends is the id of the entry that an incoming event amends, "" for any other.
func Amends(e Event) string {
	if e.Kind != KindAmended {
		return ""
	}
	return BodyOf[Amended](e).Event
}

func admitAmended(in Incoming, a Amended) (Amended, error) {
	switch {
	case in.Signed == nil:
		return a, fault.At("kind", "this run is not signed: strike the entry out, or write a note")
	case in.Amends == nil:
		return a, fault.At("body.event", "name an entry of this run")
	case !Amendable(in.Amends.Kind):
		return a, fault.At("body.event", "a signature or an amendment is not amended: amend the entry it speaks of")
	}
	a.Seq, a.Says = in.Amends.Seq, in.Amends.Says()
	return a, fault.First(
		need(a.Text, "text", longestText, "write what it should say"),
		need(a.Reason, "reason", longestText, "say why: both stay on the record"))
}

// Amendable tells whether entries of a kind are amended: signatures and amendments are not.
func Amendable(k Kind) bool {
	return !slices.Contains([]Kind{KindAmended, KindSigned, KindInspected}, k)
}

func saysAmended(a Amended) string {
	return fmt.Sprintf("entry %d (%s) amended: %s, because: %s", a.Seq, a.Says, a.Text, a.Reason)
}

// Amendments are what was added to entries, by the id of each, dated in a zone (nil is UTC).
func Amendments(events []Event, zone *time.Location) map[string][]string {
	out := map[string][]string{}
	for _, e := range events {
		if e.Kind == KindAmended {
			a := BodyOf[Amended](e)
			out[a.Event] = append(out[a.Event], fmt.Sprintf("%s, %s: %s, because: %s", e.By, Local(zone, e.At).Format(Moment), a.Text, a.Reason))
		}
	}
	return out
}
