package tell

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Record is the paper of a run, signed or not.
type Record struct {
	Heading   record.Heading `json:"heading"`           // as it was signed, else as the card is now
	Renamed   []string       `json:"renamed,omitempty"` // what the card calls otherwise by now
	Broken    string         `json:"broken,omitempty"`  // why the chain of events can not be trusted
	Sheet     string         `json:"sheet"`
	Source    string         `json:"source"`
	Assumed   []sheet.Said   `json:"assumed,omitempty"`  // what the source does not say, one by one
	Measured  []sheet.Said   `json:"measured,omitempty"` // what earlier runs taught of it
	Own       bool           `json:"own,omitempty"`      // the figures came from the Bench with the run
	Complaint []Field        `json:"complaint"`
	Rules     []Rule         `json:"rules"`

	Picture *picture.Scene `json:"picture,omitempty"` // as it was read last

	Photos []record.PhotoLine `json:"photos"`
	Voices []record.VoiceLine `json:"voices"`

	Lines      []Entry        `json:"lines"`  // every event in words, in order
	Result     []Field        `json:"result"` // as found, moves, as left, drift, lost motion
	Checks     []Field        `json:"checks"`
	Tables     []ProofTable   `json:"tables"` // of proofs that have one
	Open       []string       `json:"open"`   // left open
	Deviations []string       `json:"deviations"`
	Signed     string         `json:"signed"`
	Statement  string         `json:"statement"`
	Hash       string         `json:"hash"`    // of the signature, else of the last event
	Through    int            `json:"through"` // events under that hash
	Foot       string         `json:"foot"`
	Times      string         `json:"times"` // the name of the zone in which days and times are told
	Zone       *time.Location `json:"-"`
}

// Field is a name and what stands beside it.
type Field struct {
	Name string `json:"name"`
	Text string `json:"text"`
}

// Entry is one event in words.
type Entry struct {
	Seq   int       `json:"seq"`
	At    time.Time `json:"at"`
	By    string    `json:"by"`
	Says  string    `json:"says"`
	Gauge string    `json:"gauge,omitempty"`
	// Received is when it was kept, when that was long after it was made.
	Received *time.Time `json:"received,omitempty"`
	Void     bool       `json:"void,omitempty"` // taken back later
	Amended  []string   `json:"amended,omitempty"`
	Event    string     `json:"event"`           // its id
	Amend    bool       `json:"amend,omitempty"` // it may be amended, once the record is signed
}

// Foot stands under every record.
const Foot = "The maker's manual and the licensed person decide. This record says what was read and done; it declares nothing " +
	"fit for road, water or air."

// MakeRecord writes the record of a state and the events behind it. broken is why the
// chain of events can not be trusted, "" when it is whole.
func MakeRecord(h record.Heading, led *lead.Lead, events []record.Event, broken string) Record {
	run := page{led}
	r := Record{Heading: h, Broken: broken, Rules: spell.List(run.AllRules()), Complaint: []Field{}, Lines: run.entries(events),
		Zone: run.Zone, Times: record.Local(run.Zone, time.Time{}).Location().String(),
		Photos: record.Photos(events), Voices: record.Voices(events), Result: run.result(),
		Checks: run.checked(), Tables: run.tables(), Open: spell.List(run.openChecks()), Deviations: spell.List(run.deviations()), Hash: run.LastHash, Through: run.Seq,
		Foot: Foot}
	if run.Signed != nil && run.Signed.CauseSays != "" {
		r.Result = append(r.Result, Field{"cause", run.Signed.CauseSays})
	}
	if run.Complaint != nil {
		r.Complaint = append(r.Complaint, Field{"complaint", "“" + run.Complaint.Words + "”"},
			Field{"shows when tried", run.Complaint.Shows.Says()})
		if t := run.Complaint.Test; t != nil {
			r.Complaint = append(r.Complaint, Field{"measured", t.Says()})
		}
	}
	if came := run.came(); len(came) > 0 {
		r.Complaint = append(r.Complaint, Field{"as it came", strings.Join(came, "; ")})
	}
	r.Complaint = append(r.Complaint, run.job()...)
	if run.Retried != nil {
		r.Complaint = append(r.Complaint, Field{"tried again", run.Retried.Became()})
	}
	r.Sheet, r.Source = run.basis()
	if run.Pinned != nil {
		_, r.Assumed = run.Pinned.ByWhom()
		r.Measured = run.Pinned.Measured()
	}
	if run.Sheet != nil && run.Identity != nil && run.Identity.Sheet != "" {
		r.Picture = run.picture(func(p *sheet.Point) bool { return p.Target != nil || p.Chart != "" }, nil, lead.Advice{})
	}
	r.Own = run.Own
	if run.Signed != nil {
		r.Heading.Called, r.Renamed = run.Signed.Called, run.Signed.Called.Renamed(h.Called)
		r.Signed, r.Statement = run.Signature(), run.Signed.Statement
		r.Hash, r.Through = run.SignedHash, run.SignedSeq
	}
	return r
}

// basis is the sheet of the run and where its figures come from.
func (run page) basis() (name, source string) {
	switch {
	case run.Identity == nil:
		return "", ""
	case run.Identity.Sheet == "":
		return "no sheet applies: " + run.Identity.Why, ""
	case run.Sheet == nil:
		return "sheet " + run.Identity.Name + ": " + run.Identity.Why, "The sheet is not in the library any more"
	}
	name = "sheet " + run.Identity.Name + ": " + run.Identity.Why
	if run.Own {
		name = "figures " + run.Identity.Name
	}
	return name, record.SourceSays(run.Sheet)
}

// deviations are in the order of the sheet's points.
func (run page) deviations() (out []string) {
	if run.Sheet == nil {
		return nil
	}
	for _, p := range run.Sheet.Points {
		if d, ok := run.Deviations[p.ID]; ok {
			out = append(out, fmt.Sprintf("%s is out by request of %s: %s", p.Name, d.AskedBy, d.Why))
		}
	}
	return out
}

// openChecks are the loaded proofs that were not made, or not well.
func (run page) openChecks() (out []string) {
	if run.Sheet == nil {
		return nil
	}
	for _, c := range run.Sheet.Checks {
		a, ok := run.Checks[c.ID]
		switch {
		case !c.Loaded:
		case !ok || a.Void:
			out = append(out, c.Name)
		case !a.Good:
			out = append(out, c.Name+": answered “"+a.Says+"”, and left so")
		}
	}
	if run.Inspects() && run.Signed != nil && !run.Inspected() {
		out = append(out, "second inspection")
	}
	for _, t := range run.Things() {
		if why := run.Stays[t.ID]; why != "" {
			out = append(out, fmt.Sprintf("%s left %s: %s", t.Name, t.Says(run.Stood.Way(run.Now(), t.ID)), why))
		}
	}
	return out
}

func (run page) entries(events []record.Event) []Entry {
	struck, late, amended := record.StruckOut(events), record.Late(events), record.Amendments(events, run.Zone)
	out := []Entry{}
	apart := run.stoodApart()
	for _, e := range events {
		line := Entry{Seq: e.Seq, At: e.At, By: e.By, Says: e.Says(), Void: struck[e.ID], Amended: amended[e.ID], Event: e.ID,
			Amend: record.Amendable(e.Kind)}
		if e.Apart() {
			line.Received = &e.Received
		}
		if late[e.ID] {
			line.Says += ", made before what was done meanwhile: it counts as of then"
		}
		if e.Kind == record.KindReading {
			r := record.BodyOf[record.Reading](e)
			line.Gauge = gaugeOf(r)
			if len(r.Missing) > 0 {
				line.Says += ", not judged"
			}
		}
		line.Says += apart[e.ID] + apart[strconv.Itoa(e.Seq)]
		out = append(out, line)
	}
	return out
}

func (run page) result() []Field {
	out := []Field{}
	add := func(name, text string) {
		if text != "" {
			out = append(out, Field{name, text})
		}
	}
	if run.Sheet == nil || run.Identity == nil || run.Identity.Sheet == "" {
		return out
	}
	for _, s := range run.Settings() {
		head := len(out)
		if run.settingResult(s, add); len(run.Sheet.Settings) > 1 && len(out) > head {
			out = slices.Insert(out, head, Field{Name: s.Of.Title}) // a heading has no text
		}
	}
	for _, l := range run.Sheet.LostMotion {
		if lost := run.Lost(l); lost != nil {
			add(l.Name, fmt.Sprintf("%s of %s allowed", spell.Figure(quantity.Length, lost.Lost), spell.Figure(quantity.Length, l.Limit)))
		}
	}
	for i := range run.Sheet.Adjusters {
		a := &run.Sheet.Adjusters[i]
		if a.Threads == nil {
			continue
		}
		if t := run.Latest(a.Threads.Point, ""); t != nil {
			name := "threads in"
			if len(run.Sheet.Adjusters) > 1 {
				name += ", " + a.Name
			}
			add(name, quantity.Turns(t.Value-run.NetSince(a.ID, t))+", at least "+quantity.Number(a.Threads.Min, 0))
		}
	}
	return out
}

// settingResult is what stands on the record of one setting.
func (run page) settingResult(s *lead.Setting, add func(name, text string)) {
	if s.Single() {
		run.singleResult(s, add)
		return
	}
	if run.LeftAlone(s) {
		add("as found", "right: not touched")
	}
	if s.Of.Method == sheet.MethodSelfSet {
		add("set itself", run.SpreadSays(s))
	}
	for _, a := range s.Aims {
		add(a.Point.Name, run.aimResult(a))
	}
	for _, m := range run.movesOf(s) {
		add("moved", record.SaysMove(m.Move)+", by "+m.By)
	}
	for _, id := range s.Of.Checks {
		n := 0
		for _, a := range run.Answers {
			if a.Check == id {
				n++
			}
		}
		if a, ok := run.Checks[id]; ok && n > 1 {
			add(run.Sheet.Check(id).Name, fmt.Sprintf("tried %d times, at last: %s", n, a.Says))
		}
	}
}

// aimResult is one of several readings from as found to as left, in one line.
func (run page) aimResult(a *lead.Aim) string {
	var parts []string
	if a.Limited {
		parts = append(parts, "wanted "+spell.Between(a.Point, a.Band.Min, a.Band.Max))
	}
	var newest *record.Taken
	for _, stage := range []record.Stage{record.Found, record.Set, record.LockedStage} {
		if t := run.Latest(a.Point.ID, stage); t != nil {
			newest = t
			parts = append(parts, strings.Replace(string(stage), "set", "settled", 1)+" "+spell.Reading(a.Point, t.Value))
		}
	}
	if a.Limited && a.Now != nil {
		parts = append(parts, "as left "+spell.Reading(a.Point, a.Judge.Value)+", "+verdictWords[a.Judge.Verdict])
	}
	if newest == nil {
		return ""
	}
	return strings.Join(parts, "; ") + withDoubt(newest)
}

// movesOf are the moves made in the course of a setting, or of what it turns.
func (run page) movesOf(s *lead.Setting) (out []record.Moved) {
	for _, m := range run.Moves {
		if m.Setting == s.Of.ID || m.Setting == "" && slices.Contains(s.Of.Adjusters, m.Adjuster) {
			out = append(out, m)
		}
	}
	return out
}

func (run page) singleResult(s *lead.Setting, add func(name, text string)) {
	var a *lead.Aim
	for _, one := range s.Aims {
		if one.Limited {
			a = one
		}
	}
	add("wanted", a.Point.Name+", "+spell.Between(a.Point, a.Band.Min, a.Band.Max))
	locked, _ := run.AllLocked(s.Of)
	if t := run.Latest(a.Point.ID, record.Found); t != nil {
		add(run.FoundWord(), spell.Reading(a.Point, t.Value)+withDoubt(t))
	} else if run.MovedIn(s.Of) != nil || locked {
		add("as found", "not read")
	}
	if run.LeftAlone(s) {
		add("moved", "not touched")
	}
	for _, m := range run.movesOf(s) {
		add("moved", strings.TrimPrefix(record.SaysMove(m.Move), m.Name+" turned ")+", by "+m.By)
	}
	if t := run.Latest(a.Point.ID, record.Set); t != nil {
		add("settled", spell.Reading(a.Point, t.Value)+withDoubt(t))
	}
	if t := run.Latest(a.Point.ID, record.LockedStage); t != nil {
		add("locked", spell.Reading(a.Point, t.Value)+withDoubt(t))
	}
	if a.Now != nil {
		add("as left", spell.Reading(a.Point, a.Judge.Value)+", "+verdictWords[a.Judge.Verdict])
	}
	if s.Of.Method == sheet.MethodSelfSet {
		add("set itself", run.SpreadSays(s))
	}
	add("response", run.answer(s))
	add("drift", run.drift(s))
}

func withDoubt(t *record.Taken) string {
	if t.GaugeName == "" {
		return ", gauge not named"
	}
	unit := t.Quantity.Unit()
	if t.Quantity == quantity.Angle {
		unit = "°"
	}
	if t.Doubt == 0 {
		return ", " + gaugeOf(t.Reading) + ", its doubt not known"
	}
	return fmt.Sprintf(", %s ± %s", gaugeOf(t.Reading), spell.WithUnit(quantity.Number(t.Doubt, 2), unit))
}

func (run page) checked() []Field {
	out := []Field{}
	if run.Sheet == nil {
		return out
	}
	for _, c := range run.Sheet.Checks {
		a, ok := run.Checks[c.ID]
		if !ok {
			continue
		}
		words := a.Says
		if c.By != "" {
			words += ", " + string(c.By)
		}
		if a.Void {
			words += ", but voided later"
		}
		names := make([]string, 0, len(a.Conditions))
		for name := range a.Conditions {
			names = append(names, name)
		}
		slices.Sort(names)
		for _, name := range names {
			if a.Conditions[name] != "" {
				words += "; " + name + ": " + a.Conditions[name]
			}
		}
		for _, f := range a.Figures {
			if f.Row == "" {
				words += "; " + f.Name + ": " + f.Says()
			}
		}
		out = append(out, Field{c.Name, words + " (" + a.By + ")"})
	}
	for _, refused := range run.Refused {
		out = append(out, Field{"second inspection refused", refused})
	}
	for _, i := range run.Sheet.Inspect {
		if l, ok := run.Looked[i.ID]; ok {
			out = append(out, Field{"second inspection: " + i.Says, l.Verdict + " (" + l.By + ")"})
		}
	}
	return out
}

// gaugeOf names the gauge of a reading, and says when its calibration had run out.
func gaugeOf(r record.Reading) string {
	if r.Overdue == "" {
		return r.GaugeName
	}
	return r.GaugeName + " (calibration overdue since " + record.DayOf(r.Overdue) + ")"
}
