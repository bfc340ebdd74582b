package record

import (
	"cmp"
	"encoding/json"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
)

// Around is what surrounds a run: the heads of the sheets of its rig (needed only when
// a serial is read), the gauges, the cable.
type Around struct {
	Family  string
	Cable   string
	Sheets  []sheet.Head
	Machine string    // the id of its card
	Swaps   []Swapped // of the machine, as they were logged
	Knows   []Known   // of its rigs, by the runs on this cable
	Gauges  []Gauge
	Day     string     // of what is being written, 2006-01-02
	Traced  *Traced    // what the path of an event leads to by the model, nil when it leads to nothing
	Cause   string     // what the cause of a signature is called, "" for one that is not known
	Voice   string     // media type of the recording that an event names, "" when it is not kept
	Photo   *PhotoKept // the photo that an event names, nil when it is not kept
	Amends  *Event     // the entry that an event amends
	Holding string     // who holds the control just now, by the device of their own
	Called  Called     // what the run is done on, by the names of today
	Opened  time.Time  // when the run was opened, by the clock of the shop
	Guest   bool       // who made the event has no account here
	Opens   bool       // the shop itself opens a run from the Bench: nobody else brings figures
}

// Guide is what leads the work, as far as admission asks it: what is offered, open and unsafe just now follows from
// the methods of setting, of which the record knows nothing.
type Guide interface {
	Choices() []Choice    // that are offered just now
	Blockers() []string   // what keeps it from being signed, in words
	StepNow() *sheet.Step // that is worked just now, nil for none
	// Option is one of several parts or places to choose from, with the title of what it is chosen for; ok is false
	// where there is none of that name.
	Option(setting, id string) (title, name string, ok bool)
}

// Incoming is an event that is looked at, with all that stands around it.
type Incoming struct {
	Around
	State
	Event Event

	lead Guide
}

// How far the clock of a device may be ahead of ours, and how long an entry may have
// been kept without a network.
const (
	clockAhead = 10 * time.Minute
	keptAtMost = 31 * 24 * time.Hour
)

const (
	signedFor = "I did the work recorded here and read these values as they stand."
	lookedAt  = "I looked at this, turned nothing, and read these values as they stand."
)

// Admit looks at an event that comes in and fills in what follows from it: the
// value of a text, the sheet of a serial. What a mechanic did is never refused;
// refused are texts that say nothing (with the path of the field), and what
// could hurt somebody or sign what is not so. The error is a *fault.Fault.
func Admit(b Around, st State, lead Guide, e Event) (Event, error) {
	if strings.TrimSpace(e.By) == "" {
		return e, fault.At("by", "say who is at the bench")
	}
	if err := checkClock(e); err != nil {
		return e, err
	}
	k, ok := kinds[e.Kind]
	switch {
	case !ok:
		return e, fault.At("kind", "there is no event %q", shorten(string(e.Kind)))
	case st.Signed != nil && !k.signed:
		return e, fault.At("kind", "this run is signed: open a new one for more work; a loaded proof or a note can still be added")
	}
	if b.Guest && st.Signed != nil && !guestAfter(e) {
		return e, fault.At("kind", "this run is signed: second hands may add a note, a recording or a plain photo to it, and prove nothing")
	}
	b.Day = st.Local(e.Counts()).Format(time.DateOnly)
	body, err := k.admit(Incoming{b, st, e, lead}, e.Body)
	if err != nil {
		return e, err
	}
	e.Body, err = json.Marshal(body)
	return e, err
}

// guestAfter tells whether second hands may still add an event after the signature: what says how it was
// found, and what proves anything, is for those of the workshop.
func guestAfter(e Event) bool {
	p, photo := PhotoOf(e)
	return photo && p.Stage == "" || e.Kind == KindNote || e.Kind == KindVoice
}

// SetRight is the time that a device said, with the error of its clock taken out: clock is what it
// said as the device sent, received when that came in. An error of more than clockAhead is no drift:
// it is a *fault.Fault.
func SetRight(at, clock, received time.Time) (time.Time, error) {
	off := received.Sub(clock)
	if off > clockAhead || off < -clockAhead {
		way := "behind"
		if off < 0 {
			way = "ahead of"
		}
		return at, fault.At("at", "the clock of this device is %d minutes %s the server’s: set the one that is wrong, then send this again", int(off.Abs().Minutes()), way)
	}
	return at.Add(off).UTC().Truncate(time.Millisecond), nil
}

// checkClock bounds how far the time said and the time of receipt may lie apart.
func checkClock(e Event) error {
	switch {
	case e.At.After(e.Received.Add(clockAhead)):
		return fault.At("at", "this lies in the future: set the clock of the device")
	case e.At.Before(e.Received.Add(-keptAtMost)):
		return fault.At("at", "this lies more than %d days back: set the clock of the device, or write it as a note of today",
			int(keptAtMost.Hours()/24))
	}
	return nil
}

func shorten(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}

// How long texts may be, in letters: of a name, of a line and of a whole remark.
const (
	longestName = 80
	longestLine = 300
	longestText = 2000
)

// need is the fault of an empty field, or of one longer than most letters.
func need(text, field string, most int, message string) error {
	if strings.TrimSpace(text) == "" {
		return fault.At("body."+field, "%s", message)
	}
	return short(text, field, most)
}

func short(text, field string, most int) error {
	if n := utf8.RuneCountInString(text); n > most {
		return fault.At("body."+field, "this has %d letters: say it in %d", n, most)
	}
	return nil
}

// oneOf is the fault of a text that is none of the words; the first of them may be "", for nothing.
func oneOf(text, field string, words ...string) error {
	if slices.Contains(words, text) {
		return nil
	}
	more := ""
	if words[0] == "" {
		words, more = words[1:], ", or leave it out"
	}
	return fault.At("body."+field, "choose %s or %s%s", strings.Join(words[:len(words)-1], ", "), words[len(words)-1], more)
}

// withSheet is the fault of work before a sheet was chosen.
func (in Incoming) withSheet() error {
	if in.Sheet == nil || in.Identity == nil || in.Identity.Sheet == "" {
		return fault.At("kind", "read the serial first: no sheet is chosen yet")
	}
	return nil
}

func admitComplaint(_ Incoming, c Complaint) (Complaint, error) {
	err := fault.First(
		need(c.Words, "words", longestText, "write what the owner says, in their words"),
		oneOf(string(c.Shows), "shows", c.Shows.Words()...), c.withTest())
	return c, err
}

func admitIdentified(in Incoming, i Identified) (Identified, error) {
	if in.Own {
		return i, fault.At("kind", "this run is led by figures from the Bench: open one on a cable to read its serial")
	}
	if in.Worked {
		return i, fault.At("body.serial", "work was done by this sheet already: open a new run for another serial")
	}
	if err := fault.First(oneOf(i.Hand, "hand", "standard", "counter"), short(i.Variant, "variant", longestName),
		short(i.Cable, "cable", longestName)); err != nil {
		return i, err
	}
	i.TookOut = TookOut(in.Swaps, i.Serial)
	if i.TookOut != nil && !i.Sure && !in.Opens {
		return i, fault.At("body.serial", "the log of this machine took %s out on %s, and %s went in: read the plate again, or say that it is so",
			i.Serial, DayOf(i.TookOut.On), i.TookOut.Now)
	}
	m, err := sheet.Resolve(in.Sheets, in.Family, cmp.Or(i.Cable, in.Cable), sheet.Unit{Serial: i.Serial, Hand: i.Hand, Variant: i.Variant, Machine: in.Machine})
	switch {
	case err != nil:
		return i, fault.At("body.serial", "%s", err)
	case len(m.Choices) > 0:
		return i, fault.At("body.variant", "%s", m.Why)
	case m.Sheet != nil && !m.Sheet.Led:
		return i, fault.At("body.serial", "sheet %s applies, and no run can be led by it yet: work by it by hand", m.Sheet.ID)
	}
	i.Sheet, i.Name, i.Why, i.Knows = "", "", m.Why, nil
	if m.Sheet != nil {
		i.Sheet, i.Name = m.Sheet.Hash, m.Sheet.Name()
		i.Knows = in.knownOf(m.Sheet.ID)
	}
	return i, nil
}

// knownOf is what is known of this machine's rig by a sheet.
func (a Around) knownOf(id string) (out []Known) {
	for _, k := range a.Knows {
		if k.Sheet == id {
			out = append(out, k)
		}
	}
	return out
}

func admitRetried(in Incoming, r Retried) (Retried, error) {
	if in.Signed != nil && !in.Flown() {
		return r, fault.At("kind", "this run is signed, and the complaint was tried before that: write a note of it")
	}
	err := fault.First(oneOf(string(r.Outcome), "outcome", r.Outcome.Words()...), short(r.Note, "note", longestText),
		r.withTest(in.Complaint))
	return r, err
}

func admitDecided(in Incoming, d Decided) (Decided, error) {
	if in.Opens {
		return d, nil // it was decided by how the run before was left
	}
	for _, c := range in.lead.Choices() {
		if c.About == d.About && c.Choice == d.Choice {
			if c.Reason != "" {
				return d, need(d.Reason, "reason", longestText, "say why: it stands on the record")
			}
			return d, short(d.Reason, "reason", longestText)
		}
	}
	return d, fault.At("body.about", "this is no longer the question: look at the run again")
}

func admitDeviation(in Incoming, d Deviation) (Deviation, error) {
	if err := in.withSheet(); err != nil {
		return d, err
	}
	p := in.Sheet.Point(d.Point)
	if p == nil || p.Target == nil {
		return d, fault.At("body.point", "the sheet has no such point with limits")
	}
	d.Name = p.Name
	return d, fault.First(
		need(d.AskedBy, "asked_by", longestName, "say who asked for it"),
		need(d.Why, "why", longestText, "say what was asked for, and what it risks"))
}

// Skippable are the kinds of step that can be left out with a reason; the others
// are gates: somebody could be hurt, or something would be signed that is not so.
var Skippable = []sheet.StepKind{sheet.StepComplaint, sheet.StepWorn, sheet.StepFunctions, sheet.StepAgain}

func admitSkipped(in Incoming, s Skipped) (Skipped, error) {
	for _, step := range in.Walk() {
		if step.ID == s.Step {
			if !slices.Contains(Skippable, step.Kind) {
				return s, fault.At("body.step", "this step cannot be left out")
			}
			return s, need(s.Reason, "reason", longestText, "say why it is left out: it stands on the record")
		}
	}
	return s, fault.At("body.step", "there is no such step")
}

func admitNote(_ Incoming, n Note) (Note, error) {
	return n, need(n.Text, "text", longestText, "write a word or two")
}

func admitCorrected(in Incoming, c Corrected) (Corrected, error) {
	if c.Event == "" || c.Event != in.LastEvent {
		return c, fault.At("body.event", "only the last entry can be struck out: strike out the later ones first")
	}
	c.Seq, c.Says = in.LastSeq, in.Last()
	return c, need(c.Reason, "reason", longestText, "say what was wrong: both stay on the record")
}

func admitSigned(in Incoming, s Signed) (Signed, error) {
	if err := in.withSheet(); err != nil {
		return s, err
	}
	if b := in.lead.Blockers(); len(b) > 0 {
		return s, fault.At("body", "this cannot be signed yet: %s", strings.Join(b, "; "))
	}
	if s.Cause != "" && in.Cause == "" {
		return s, fault.At("body.cause", "choose one of the causes that are known, or %q", AdjustmentOnly)
	}
	// whoever is signed in signs, whatever name came along
	statement := signedFor
	if in.Looks() {
		statement = lookedAt
	}
	return Signed{Name: in.Event.By, Statement: statement, Called: in.Called, Cause: s.Cause, CauseSays: in.Cause}, nil
}
