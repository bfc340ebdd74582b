package record

import (
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"brankel/rigging/closed"
	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/strict"
)

// Kind says what happened.
type Kind string

// The kinds of event; what each is stands in its row of kinds.
const (
	KindComplaint  Kind = "complaint"
	KindIdentified Kind = "identified"
	KindJob        Kind = "job"     // what is to be done
	KindPart       Kind = "part"    // of an old part out and a new one in
	KindFigures    Kind = "figures" // of a run from the Bench, instead of a serial
	KindSetUp      Kind = "set_up"  // how something of the machine stands
	KindReading    Kind = "reading"
	KindMove       Kind = "move"
	KindStuck      Kind = "stuck"
	KindRighted    Kind = "righted" // what a turn truly did
	KindMarked     Kind = "marked"  // with paint, before it is turned
	KindSettled    Kind = "settled"
	KindLocked     Kind = "locked"
	KindAction     Kind = "action"
	KindChosen     Kind = "chosen"
	KindCheck      Kind = "check"
	KindRetried    Kind = "retried"
	KindDecided    Kind = "decided"
	KindDeviation  Kind = "deviation"
	KindSkipped    Kind = "skipped"
	KindNote       Kind = "note"
	KindPaused     Kind = "paused"
	KindCorrected  Kind = "corrected"
	KindSigned     Kind = "signed"
	KindInspected  Kind = "inspected"
	KindPhoto      Kind = "photo"
	KindVoice      Kind = "voice"
	KindTrouble    Kind = "trouble" // a path from what is felt to a cause
	KindAmended    Kind = "amended" // after the signature
)

// Words lists the kinds.
func (Kind) Words() []string { return closed.Words(slices.Sorted(maps.Keys(kinds))...) }

// kind is all there is to know of one kind of event.
type kind struct {
	admit func(in Incoming, raw json.RawMessage) (any, error)
	fold  func(st *State, e Event)
	says  func(e Event) string
	// quiet ones are no last thing done: they can not be struck out and are not shown
	// as where the run stood
	quiet bool
	// signed ones may still come after the signature
	signed bool
	// guest ones are open to second hands without an account
	guest bool
	// observes ones say how things stand, or that something was done to them as they stood
	observes bool
	// changes tells whether one changes how things stand; nil for those that never do
	changes func(e Event) bool
	// subject names what one speaks of, "" where it goes with any other; nil for those that always do
	subject func(of named) string
}

// named is what an event may speak of.
type named struct {
	Point, Adjuster, Setting, Check, Step, Item, Action, Thing, Move string
	About                                                            About
}

// row makes a kind from functions on the type of its body.
func row[T any](admit func(Incoming, T) (T, error), fold func(*State, Event, T), says func(T) string) kind {
	return kind{
		admit: func(in Incoming, raw json.RawMessage) (any, error) {
			var body T
			if err := strict.Decode(raw, &body); err != nil {
				return nil, inBody(err)
			}
			return admit(in, body)
		},
		fold: func(st *State, e Event) { fold(st, e, BodyOf[T](e)) },
		says: func(e Event) string { return says(BodyOf[T](e)) },
	}
}

func (k kind) keptQuiet() kind { k.quiet = true; return k }

func (k kind) afterSign() kind { k.signed = true; return k }

func (k kind) byGuest() kind   { k.guest = true; return k }
func (k kind) observing() kind { k.observes = true; return k }
func (k kind) changing() kind {
	return k.changingWhere(func(Event) bool { return true })
}
func (k kind) changingWhere(so func(Event) bool) kind   { k.changes = so; return k }
func (k kind) about(subject func(of named) string) kind { k.subject = subject; return k }

// alone is of a kind of which there is one thing to speak of.
func alone(named) string { return "it" }

// changes tells whether an event changes how things stand.
func (e Event) changes() bool {
	k := kinds[e.Kind]
	return k.changes != nil && k.changes(e)
}

// subject names what an event speaks of, "" for one that goes with any other.
func (e Event) subject() string {
	k := kinds[e.Kind]
	if k.subject == nil {
		return ""
	}
	return k.subject(BodyOf[named](e))
}

// ByGuest tells whether second hands without an account may add an event of this kind: what is
// read, turned and found at the other end, and nothing that decides or signs.
func ByGuest(k Kind) bool { return kinds[k].guest }

func inBody(err error) error {
	f, ok := err.(*fault.Fault)
	if !ok {
		return err
	}
	at := "body"
	if f.Field != "" {
		at += "." + f.Field
	}
	return fault.At(at, "%s", f.Message)
}

// kinds is the one place that knows them all. It is filled in init because what is struck out is told in
// the words of its own kind, which leads back here.
var kinds map[Kind]kind

func init() {
	kinds = map[Kind]kind{
		KindComplaint:  row(admitComplaint, foldComplaint, saysComplaint).about(alone),
		KindIdentified: row(admitIdentified, foldIdentified, saysIdentified).about(alone),
		KindJob:        row(admitJob, foldJob, SaysJob).about(alone),
		KindPart: row(admitParted, foldParted, saysParted).byGuest().
			observing().about(func(of named) string { return of.Item }),
		KindFigures: row(admitFigures, foldFigures, saysFigures).keptQuiet(),
		KindSetUp: row(admitSetUp, foldSetUp, SaysSetUp).afterSign().byGuest().
			observing().changing().about(func(of named) string { return of.Thing }),
		KindReading: row(admitReading, foldReading, saysReading).byGuest().
			observing().about(func(of named) string { return of.Point }),
		KindMove: row(admitMove, foldMove, SaysMove).byGuest().
			changing().about(turns),
		KindStuck: row(admitStuck, foldStuck, saysStuck).byGuest().
			changing().about(turns),
		KindRighted: row(admitRighted, foldRighted, saysRighted).byGuest().
			about(func(of named) string { return of.Move }),
		KindMarked: row(admitMarked, foldMarked, saysMarked).byGuest(),
		KindSettled: row(admitSettled, foldSettled, func(s Settled) string { return fmt.Sprintf("settled, %d times", s.Times) }).byGuest().
			observing().changing(),
		KindLocked: row(admitLocked, foldLocked, saysLocked).byGuest().
			observing().changing().about(func(of named) string { return of.Adjuster + " " + of.Setting }),
		KindAction: row(admitAction, foldAction, func(a Acting) string { return a.Name + " done" }).byGuest().
			observing().changing().about(func(of named) string { return of.Action + " " + of.Setting }),
		KindChosen: row(admitChosen, foldChosen, func(c Choosing) string { return c.Title + ": " + c.Name + " fitted" }).
			changing().about(func(of named) string { return of.Setting }),
		KindCheck: row(admitCheck, foldCheck, saysCheck).afterSign().byGuest().
			observing().about(func(of named) string { return of.Check }),
		KindRetried: row(admitRetried, foldRetried, saysRetried).afterSign().
			observing().about(alone),
		KindDecided: row(admitDecided, foldDecided, saysDecided).
			changingWhere(beginsAfresh).about(func(of named) string { return of.About.String() }),
		KindDeviation: row(admitDeviation, foldDeviation,
			func(d Deviation) string {
				return d.Name + " left out of its limits by request of " + d.AskedBy + ": " + d.Why
			}),
		KindSkipped: row(admitSkipped, foldSkipped, func(s Skipped) string { return "a step was left out: " + s.Reason }).
			about(func(of named) string { return of.Step }),
		KindNote:      row(admitNote, foldNote, func(n Note) string { return n.Text }).keptQuiet().afterSign().byGuest(),
		KindPaused:    row(admitNote, foldPaused, func(n Note) string { return n.Text }).keptQuiet(),
		KindCorrected: row(admitCorrected, foldCorrected, saysCorrected).keptQuiet(),
		KindSigned:    row(admitSigned, foldSigned, saysSigned).about(alone),
		KindPhoto:     row(admitPhoto, foldPhoto, saysPhoto).keptQuiet().afterSign().byGuest(),
		KindVoice:     row(admitVoice, foldVoice, saysVoice).keptQuiet().afterSign().byGuest(),
		KindTrouble:   row(admitTrouble, foldTrouble, saysTrouble).keptQuiet(),
		KindAmended:   row(admitAmended, func(*State, Event, Amended) {}, saysAmended).keptQuiet().afterSign(),
		KindInspected: row(admitInspected, foldInspected, saysInspected).keptQuiet().afterSign().
			about(func(of named) string { return of.Item }),
	}
}

// turns is the subject of what is turned, and of what would not turn.
func turns(of named) string { return of.Adjuster }

// Says is an event in words, on its own.
func (e Event) Says() string {
	k, ok := kinds[e.Kind]
	if !ok {
		return "an entry of a kind that is not known here: " + string(e.Kind)
	}
	return k.says(e)
}

func saysIdentified(i Identified) string {
	says := "serial " + i.Serial + " read: no sheet applies"
	if i.Sheet != "" {
		says = "sheet " + i.Name + " chosen for serial " + i.Serial
		if i.Serial == "" {
			says = "sheet " + i.Name + " chosen: " + i.Why
		}
	}
	if i.TookOut != nil {
		says += "; it is on the plate, though the log took it out on " + DayOf(i.TookOut.On)
	}
	for _, k := range i.Knows {
		says += fmt.Sprintf("; on this machine %s: %s, as earlier runs showed", k.Name, spell.WithUnit(quantity.Number(k.Value, 3), k.Unit))
	}
	return says
}

// SaysMove is a move in words.
func SaysMove(m Move) string {
	if m.Until {
		return m.Name + " turned " + m.Says + " until it locked"
	}
	if m.Turns == "" && m.Value == 0 { // a part that was fitted
		return m.Name + ": " + m.Says + " fitted"
	}
	return fmt.Sprintf("%s turned %s %s", m.Name, spell.Counted(m.Unit, m.Value), m.Says)
}

func saysLocked(l Locked) string {
	if l.Value == 0 {
		return strings.TrimSpace(l.Name + " locked")
	}
	return "locked, nut backed off " + spell.Turns(l.Value)
}

func saysReading(r Reading) string {
	shown := r.Shown()
	if r.Showed != "" {
		shown += " (" + r.Showed + " " + r.ShownAt + ")"
	}
	return r.Name + " read: " + shown + r.Source.says() + handsSay(r.HeldBy, r.Alone) + carriedSays(r.Carried)
}

func saysCheck(c Checked) string {
	return c.Name + ": " + c.Says + figuresSay(c.Figures) + handsSay(c.HeldBy, c.Alone) + carriedSays(c.Carried)
}

func carriedSays(from string) string {
	if from == "" {
		return ""
	}
	return ", as the run before left it"
}

// Shown is the value as it was read: with its side, never with a minus.
func (r Reading) Shown() string {
	if r.SideSays != "" {
		return spell.OnSide(spell.Sized(r.Quantity, math.Abs(r.Value), r.Fine), r.SideSays)
	}
	return spell.Sized(r.Quantity, r.Value, r.Fine)
}

func saysCorrected(c Corrected) string {
	return fmt.Sprintf("entry %d struck out (%s), because: %s", c.Seq, c.Says, c.Reason)
}
