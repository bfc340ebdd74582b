package run

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Gauge is an instrument, and half the width of its doubt in its own quantity.
type Gauge struct {
	ID       string        `json:"id"`
	Name     string        `json:"name"`
	Quantity quantity.Kind `json:"quantity"`
	Doubt    float64       `json:"doubt"`
	Due      string        `json:"due,omitempty"` // calibration, a day

	Kind       string  `json:"kind,omitempty"` // tape, caliper, protractor …
	Resolution float64 `json:"resolution,omitempty"`
	Risers     []Riser `json:"risers,omitempty"` // of a tension gauge
}

// Riser is an insert of a tension gauge with its table, a pair of numbers a line.
type Riser struct {
	Name  string `json:"name"`
	Table string `json:"table"`
}

// Overdue tells whether the calibration had run out on a day (2006-01-02).
func (g Gauge) Overdue(day string) bool { return g.Due != "" && day > g.Due }

// Coarse tells whether the gauge cannot serve a band of that width: the band is to
// be twice its doubt to either side at least, as calc.Reading has it.
func (g Gauge) Coarse(band float64) bool { return g.Doubt > 0 && band > 0 && band/(2*g.Doubt) < 2 }

// Bench is what surrounds a run: the sheets there are, the gauges, the cable.
type Bench struct {
	Family string
	Cable  string
	Sheets []*sheet.Sheet
	Gauges []Gauge
	Day    string // of what is being written, 2006-01-02
}

const signedFor = "I did the work recorded here and read these values as they stand."

// Admit looks at an event that comes in and fills in what follows from it: the
// value of a text, the sheet of a serial. What a mechanic did is never refused;
// refused are texts that say nothing (with the path of the field), and what
// could hurt somebody or sign what is not so. The error is a *fault.Fault.
func Admit(b Bench, st State, e Event) (Event, error) {
	if strings.TrimSpace(e.By) == "" {
		return e, fault.At("by", "say who is at the bench")
	}
	if st.Signed != nil && !slices.Contains([]Kind{KindNote, KindCheck}, e.Kind) {
		return e, fault.At("kind", "this run is signed: open a new one for more work; a loaded proof or a note can still be added")
	}
	b.Day = e.At.Format(time.DateOnly)
	admit := admitters[e.Kind]
	if admit == nil {
		return e, fault.At("kind", "there is no event %q", e.Kind)
	}
	body, err := admit(b, st, e.Body)
	if err != nil {
		return e, err
	}
	e.Body, err = json.Marshal(body)
	return e, err
}

var admitters = map[Kind]func(Bench, State, json.RawMessage) (any, error){
	KindComplaint:  withBody(admitComplaint),
	KindIdentified: withBody(admitIdentified),
	KindCaution:    withBody(admitCaution),
	KindPutOn:      withBody(admitOn),
	KindTakenOff:   withBody(func(_ Bench, st State, t Thing) (Thing, error) { return listed(st.On, t, "is not on") }),
	KindPartOff:    withBody(admitOff),
	KindPartBack:   withBody(func(_ Bench, st State, t Thing) (Thing, error) { return listed(st.Off, t, "is not off") }),
	KindReading:    withBody(Understand),
	KindMove:       withBody(admitMove),
	KindStuck:      withBody(admitStuck),
	KindSettled:    withBody(admitSettled),
	KindLocked:     withBody(admitLocked),
	KindCheck:      withBody(admitCheck),
	KindRetried:    withBody(admitRetried),
	KindDecided:    withBody(admitDecided),
	KindDeviation:  withBody(admitDeviation),
	KindSkipped:    withBody(admitSkipped),
	KindNote:       withBody(admitNote),
	KindPaused:     withBody(admitNote),
	KindCorrected:  withBody(admitCorrected),
	KindSigned:     withBody(admitSigned),
}

// withBody decodes the body strictly before an admitter of its type looks at it.
func withBody[T any](admit func(Bench, State, T) (T, error)) func(Bench, State, json.RawMessage) (any, error) {
	return func(b Bench, st State, raw json.RawMessage) (any, error) {
		body, err := strict[T](raw)
		if err != nil {
			return nil, err
		}
		return admit(b, st, body)
	}
}

// need is the fault of an empty field.
func need(text, field, message string) error {
	if strings.TrimSpace(text) == "" {
		return fault.At("body."+field, message)
	}
	return nil
}

func oneOf(text, field string, words ...string) error {
	if !slices.Contains(words, text) {
		return fault.At("body."+field, "choose "+strings.Join(words[:len(words)-1], ", ")+" or "+words[len(words)-1])
	}
	return nil
}

func admitComplaint(_ Bench, _ State, c Complaint) (Complaint, error) {
	if err := need(c.Words, "words", "write what the owner says, in their words"); err != nil {
		return c, err
	}
	return c, oneOf(c.Shows, "shows", "yes", "no", "not tried")
}

func admitIdentified(b Bench, st State, in Identified) (Identified, error) {
	if st.Worked {
		return in, fault.At("body.serial", "work was done by this sheet already: open a new run for another serial")
	}
	if err := oneOf(in.Hand, "hand", "standard", "counter"); err != nil {
		return in, err
	}
	m, err := sheet.Resolve(b.Sheets, b.Family, b.Cable, sheet.Unit{Serial: in.Serial, Hand: in.Hand, Variant: in.Variant})
	if err != nil {
		return in, fault.At("body.serial", err.Error())
	}
	if len(m.Choices) > 0 {
		return in, fault.At("body.variant", m.Why)
	}
	in.Sheet, in.Name, in.Why = "", "", m.Why
	if m.Sheet != nil {
		in.Sheet, in.Name = m.Sheet.Hash(), fmt.Sprintf("%s r%d", m.Sheet.ID, m.Sheet.Revision)
	}
	return in, nil
}

// withSheet is the fault of work before a sheet was chosen.
func withSheet(st State) error {
	if st.Sheet == nil || st.Identity == nil || st.Identity.Sheet == "" {
		return fault.At("kind", "read the serial first: no sheet is chosen yet")
	}
	return nil
}

func admitCaution(_ Bench, st State, n Named) (Named, error) {
	if err := withSheet(st); err != nil {
		return n, err
	}
	for _, c := range st.Sheet.Cautions {
		if c.ID == n.ID {
			return n, nil
		}
	}
	return n, fault.At("body.id", "the sheet has no such caution")
}

func admitOn(_ Bench, st State, t Thing) (Thing, error) {
	if st.Sheet != nil && t.ID != "" {
		for _, known := range st.Sheet.Temporary {
			if known.ID == t.ID {
				t.Name = known.Name
			}
		}
	}
	return fresh(st.On, t)
}

func admitOff(_ Bench, st State, t Thing) (Thing, error) {
	if st.Sheet != nil && t.ID != "" {
		for _, known := range st.Sheet.Off {
			if known.ID == t.ID {
				t.Name, t.Side = known.Name, known.Side
			}
		}
	}
	return fresh(st.Off, t)
}

// fresh refuses a thing without a name, or one that stands on the list already.
func fresh(list []Thing, t Thing) (Thing, error) {
	if err := need(t.Name, "name", "name it, so that it can be found again"); err != nil {
		return t, err
	}
	if slices.ContainsFunc(list, func(o Thing) bool { return same(o, t) }) {
		return t, fault.At("body.name", t.Name+" is on the list already: number the second one")
	}
	return t, nil
}

func listed(list []Thing, t Thing, not string) (Thing, error) {
	for _, o := range list {
		if o.ID != "" && o.ID == t.ID || o.ID == "" && o.Name == t.Name && o.Side == t.Side {
			return o, nil
		}
	}
	return t, fault.At("body.name", strings.TrimSpace(t.Name+" "+not))
}

func admitMove(_ Bench, st State, m Move) (Move, error) {
	if err := withSheet(st); err != nil {
		return m, err
	}
	a := st.Sheet.Adjuster(m.Adjuster)
	switch {
	case a == nil:
		return m, fault.At("body.adjuster", "the sheet has no such adjuster")
	case a.MeasureOnly:
		return m, fault.At("body.adjuster", "this barrel is pinned to its cable: it can be measured, not turned. Replace the cable")
	case !st.madeSafe():
		return m, fault.At("kind", "make it safe before anything is turned")
	}
	var err error
	if m.Value, err = turnsOf(m.Turns, "turns"); err != nil {
		return m, err
	}
	if m.Value == 0 || m.Value > 60 {
		return m, fault.At("body.turns", "write the turns made, above 0 and no more than the thread has")
	}
	return m, oneOf(m.Way, "way", "in", "out")
}

func turnsOf(s, field string) (float64, error) {
	q, err := quantity.Parse(s, "turns", quantity.Count)
	if err == nil && q.Value < 0 {
		err = fmt.Errorf("write the number of turns without a sign, and choose the way")
	}
	if err != nil {
		return 0, fault.At("body."+field, err.Error())
	}
	return q.Value, nil
}

func admitStuck(_ Bench, st State, s Stuck) (Stuck, error) {
	if err := withSheet(st); err != nil {
		return s, err
	}
	if st.Sheet.Adjuster(s.Adjuster) == nil {
		return s, fault.At("body.adjuster", "the sheet has no such adjuster")
	}
	return s, nil
}

func admitSettled(_ Bench, st State, s Settled) (Settled, error) {
	if err := withSheet(st); err != nil {
		return s, err
	}
	if s.Times < 1 {
		return s, fault.At("body.times", "write how often it was worked, 1 or more")
	}
	return s, nil
}

func admitLocked(_ Bench, st State, l Locked) (Locked, error) {
	if err := withSheet(st); err != nil {
		return l, err
	}
	a := st.Sheet.Adjuster(l.Adjuster)
	if a == nil || a.Lock == nil {
		return l, fault.At("body.adjuster", "the sheet has no such adjuster to lock")
	}
	var err error
	if l.Value, err = turnsOf(l.BackOff, "back_off"); err != nil {
		return l, err
	}
	if l.Value < a.Lock.BackOffMin-1e-9 || l.Value > a.Lock.BackOffMax+1e-9 {
		return l, fault.At("body.back_off", fmt.Sprintf("the sheet wants it backed off %s to %s of a turn: set it so, then write what it is",
			quantity.Turns(a.Lock.BackOffMin), quantity.Turns(a.Lock.BackOffMax)))
	}
	if a.Lock.Pin != "" && !l.Pin {
		return l, fault.At("body.pin", "put the "+a.Lock.Pin+" in, then tap it")
	}
	return l, nil
}

func admitCheck(_ Bench, st State, c Checked) (Checked, error) {
	if err := withSheet(st); err != nil {
		return c, err
	}
	check := st.Sheet.Check(c.Check)
	if check == nil {
		return c, fault.At("body.check", "the sheet has no such check")
	}
	if st.Signed != nil && !check.Loaded {
		return c, fault.At("kind", "this run is signed: only a loaded proof can still be added")
	}
	return c, oneOf(c.Answer, "answer", "good", "bad")
}

func admitRetried(_ Bench, _ State, r Retried) (Retried, error) {
	return r, oneOf(r.Outcome, "outcome", "cured", "better", "unchanged")
}

func admitDecided(_ Bench, st State, d Decided) (Decided, error) {
	for _, c := range Next(st).Choices {
		if c.About == d.About && c.Choice == d.Choice {
			if c.Reason {
				return d, need(d.Reason, "reason", "say why: it stands on the record")
			}
			return d, nil
		}
	}
	return d, fault.At("body.about", "this is no longer the question: look at the run again")
}

func admitDeviation(_ Bench, st State, d Deviation) (Deviation, error) {
	if err := withSheet(st); err != nil {
		return d, err
	}
	if p := st.Sheet.Point(d.Point); p == nil || p.Target == nil {
		return d, fault.At("body.point", "the sheet has no such point with limits")
	}
	if err := need(d.AskedBy, "asked_by", "say who asked for it"); err != nil {
		return d, err
	}
	return d, need(d.Why, "why", "say what was asked for, and what it risks")
}

// Skippable are the kinds of step that can be left out with a reason; the others
// are gates: somebody could be hurt, or something would be signed that is not so.
var Skippable = []string{"complaint", "worn", "functions", "again"}

func admitSkipped(_ Bench, st State, s Skipped) (Skipped, error) {
	for _, step := range st.plan() {
		if step.ID == s.Step {
			if !slices.Contains(Skippable, step.Kind) {
				return s, fault.At("body.step", "this step cannot be left out")
			}
			return s, need(s.Reason, "reason", "say why it is left out: it stands on the record")
		}
	}
	return s, fault.At("body.step", "there is no such step")
}

func admitNote(_ Bench, _ State, n Note) (Note, error) {
	return n, need(n.Text, "text", "write a word or two")
}

func admitCorrected(_ Bench, st State, c Corrected) (Corrected, error) {
	if c.Event == "" || c.Event != st.LastEvent {
		return c, fault.At("body.event", "only the last entry can be struck out: strike out the later ones first")
	}
	return c, need(c.Reason, "reason", "say what was wrong: both stay on the record")
}

func admitSigned(_ Bench, st State, s Signed) (Signed, error) {
	if err := withSheet(st); err != nil {
		return s, err
	}
	if err := need(s.Name, "name", "write your name"); err != nil {
		return s, err
	}
	if b := st.Blockers(); len(b) > 0 {
		return s, fault.At("body", "this cannot be signed yet: "+strings.Join(b, "; "))
	}
	s.Statement = signedFor
	return s, nil
}
