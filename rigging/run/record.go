package run

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// Record is the paper of a run, signed or not.
type Record struct {
	Heading   Heading  `json:"heading"`           // as it was signed, else as the card is now
	Renamed   []string `json:"renamed,omitempty"` // what the card calls otherwise by now
	Broken    string   `json:"broken,omitempty"`  // why the chain of events can not be trusted
	Sheet     string   `json:"sheet"`
	Source    string   `json:"source"`
	Own       bool     `json:"own,omitempty"` // the figures came from the Bench with the run
	Complaint []Field  `json:"complaint"`
	Rules     []Rule   `json:"rules"`

	Picture *picture.Scene `json:"picture,omitempty"` // as it was read last

	Photos []PhotoLine `json:"photos"`
	Voices []VoiceLine `json:"voices"`

	Lines      []Entry        `json:"lines"`  // every event in words, in order
	Result     []Field        `json:"result"` // as found, moves, as left, drift, lost motion
	Checks     []Field        `json:"checks"`
	Open       []string       `json:"open"` // left open
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
func MakeRecord(h Heading, st State, events []Event, broken string) Record {
	r := Record{Heading: h, Broken: broken, Rules: nonNil(st.AllRules()), Complaint: []Field{}, Lines: st.entries(events),
		Zone: st.Zone, Times: Local(st.Zone, time.Time{}).Location().String(),
		Photos: Photos(events), Voices: Voices(events), Result: st.result(),
		Checks: st.checked(), Open: nonNil(st.openChecks()), Deviations: nonNil(st.deviations()), Hash: st.LastHash, Through: st.Seq,
		Foot: Foot}
	if st.Signed != nil && st.Signed.CauseSays != "" {
		r.Result = append(r.Result, Field{"cause", st.Signed.CauseSays})
	}
	if st.Complaint != nil {
		r.Complaint = append(r.Complaint, Field{"complaint", "“" + st.Complaint.Words + "”"},
			Field{"shows when tried", st.Complaint.Shows.Says()})
	}
	if st.Retried != nil {
		r.Complaint = append(r.Complaint, Field{"tried again", string(st.Retried.Outcome)})
	}
	r.Sheet, r.Source = st.basis()
	if st.Sheet != nil && st.Identity != nil && st.Identity.Sheet != "" {
		r.Picture = st.picture(func(p *sheet.Point) bool { return p.Target != nil || p.Chart != "" }, nil, Advice{})
	}
	r.Own = st.Own
	if st.Signed != nil {
		r.Heading.Called, r.Renamed = st.Signed.Called, st.Signed.Called.renamed(h.Called)
		r.Signed, r.Statement = st.signature(), st.Signed.Statement
		r.Hash, r.Through = st.SignedHash, st.SignedSeq
	}
	return r
}

// basis is the sheet of the run and where its figures come from.
func (st State) basis() (name, source string) {
	switch {
	case st.Identity == nil:
		return "", ""
	case st.Identity.Sheet == "":
		return "no sheet applies: " + st.Identity.Why, ""
	case st.Sheet == nil:
		return "sheet " + st.Identity.Name + ": " + st.Identity.Why, "The sheet is not in the library any more"
	}
	name = "sheet " + st.Identity.Name + ": " + st.Identity.Why
	if st.Own {
		name = "figures " + st.Identity.Name
	}
	return name, sourceSays(st.Sheet)
}

// deviations are in the order of the sheet's points.
func (st State) deviations() (out []string) {
	if st.Sheet == nil {
		return nil
	}
	for _, p := range st.Sheet.Points {
		if d, ok := st.Deviations[p.ID]; ok {
			out = append(out, fmt.Sprintf("%s is out by request of %s: %s", p.Name, d.AskedBy, d.Why))
		}
	}
	return out
}

// openChecks are the loaded proofs that were not made, or not well.
func (st State) openChecks() (out []string) {
	if st.Sheet == nil {
		return nil
	}
	for _, c := range st.Sheet.Checks {
		a, ok := st.Checks[c.ID]
		switch {
		case !c.Loaded:
		case !ok || a.Void:
			out = append(out, c.Name)
		case !a.Good:
			out = append(out, c.Name+": answered “"+a.Says+"”, and left so")
		}
	}
	if st.inspects() && st.Signed != nil && !st.inspected() {
		out = append(out, "second inspection")
	}
	return out
}

func (st State) entries(events []Event) []Entry {
	struck, amended := struckOut(events), st.amendments(events)
	out := []Entry{}
	var done since
	for _, e := range events {
		line := Entry{Seq: e.Seq, At: e.At, By: e.By, Says: e.Says(), Void: struck[e.ID], Amended: amended[e.ID], Event: e.ID,
			Amend: amendable(e.Kind)}
		if e.Apart() {
			line.Received = &e.Received
		}
		if done.late(e) {
			line.Says += ", made before what was done meanwhile: it counts as of then"
		}
		if worksOn(e) && !struck[e.ID] {
			done.worked(e)
		}
		if e.Kind == KindReading {
			r := bodyOf[Reading](e)
			line.Gauge = gaugeOf(r)
			if len(r.Missing) > 0 {
				line.Says += ", not judged"
			}
		}
		out = append(out, line)
	}
	return out
}

func (st State) result() []Field {
	out := []Field{}
	add := func(name, text string) {
		if text != "" {
			out = append(out, Field{name, text})
		}
	}
	if st.Sheet == nil || st.Identity == nil || st.Identity.Sheet == "" {
		return out
	}
	for _, s := range st.settings() {
		head := len(out)
		if st.settingResult(s, add); len(st.Sheet.Settings) > 1 && len(out) > head {
			out = slices.Insert(out, head, Field{Name: s.Of.Title}) // a heading has no text
		}
	}
	for _, l := range st.Sheet.LostMotion {
		if lost := st.Lost(l); lost != nil {
			add(l.Name, fmt.Sprintf("%s of %s allowed", text(quantity.Length, lost.Lost), text(quantity.Length, l.Limit)))
		}
	}
	for i := range st.Sheet.Adjusters {
		a := &st.Sheet.Adjusters[i]
		if a.Threads == nil {
			continue
		}
		if t := st.latest(a.Threads.Point, ""); t != nil {
			name := "threads in"
			if len(st.Sheet.Adjusters) > 1 {
				name += ", " + a.Name
			}
			add(name, quantity.Turns(t.Value-st.netSince(a.ID, t))+", at least "+quantity.Number(a.Threads.Min, 0))
		}
	}
	return out
}

// settingResult is what stands on the record of one setting.
func (st State) settingResult(s *Setting, add func(name, text string)) {
	if s.single() {
		st.singleResult(s, add)
		return
	}
	if s.Of.Method == sheet.MethodSelfSet {
		add("set itself", st.spreadSays(s))
	}
	for _, a := range s.Aims {
		add(a.Point.Name, st.aimResult(a))
	}
	for _, m := range st.movesOf(s) {
		add("moved", saysMove(m.Move)+", by "+m.By)
	}
	for _, id := range s.Of.Checks {
		n := 0
		for _, a := range st.Answers {
			if a.Check == id {
				n++
			}
		}
		if a, ok := st.Checks[id]; ok && n > 1 {
			add(st.Sheet.Check(id).Name, fmt.Sprintf("tried %d times, at last: %s", n, a.Says))
		}
	}
}

// aimResult is one of several readings from as found to as left, in one line.
func (st State) aimResult(a *Aim) string {
	var parts []string
	if a.Limited {
		parts = append(parts, "wanted "+quantity.Number(a.Band.Min, 1)+" to "+text(a.Point.Quantity, a.Band.Max))
	}
	var newest *Taken
	for _, stage := range []Stage{Found, Set, LockedStage} {
		if t := st.latest(a.Point.ID, stage); t != nil {
			newest = t
			parts = append(parts, strings.Replace(string(stage), "set", "settled", 1)+" "+reads(a.Point, t.Value))
		}
	}
	if a.Limited && a.Now != nil {
		parts = append(parts, "as left "+reads(a.Point, a.Judge.Value)+", "+verdictWords[a.Judge.Verdict])
	}
	if newest == nil {
		return ""
	}
	return strings.Join(parts, "; ") + withDoubt(newest)
}

// movesOf are the moves made in the course of a setting, or of what it turns.
func (st State) movesOf(s *Setting) (out []Moved) {
	for _, m := range st.Moves {
		if m.Setting == s.Of.ID || m.Setting == "" && slices.Contains(s.Of.Adjusters, m.Adjuster) {
			out = append(out, m)
		}
	}
	return out
}

func (st State) singleResult(s *Setting, add func(name, text string)) {
	var a *Aim
	for _, one := range s.Aims {
		if one.Limited {
			a = one
		}
	}
	add("wanted", a.Point.Name+", "+quantity.Number(a.Band.Min, 1)+" to "+text(a.Point.Quantity, a.Band.Max))
	locked, _ := st.locked(s.Of)
	if t := st.latest(a.Point.ID, Found); t != nil {
		add(st.foundWord(), reads(a.Point, t.Value)+withDoubt(t))
	} else if st.movedIn(s.Of) != nil || locked {
		add("as found", "not read")
	}
	for _, m := range st.movesOf(s) {
		add("moved", strings.TrimPrefix(saysMove(m.Move), m.Name+" turned ")+", by "+m.By)
	}
	if t := st.latest(a.Point.ID, Set); t != nil {
		add("settled", reads(a.Point, t.Value)+withDoubt(t))
	}
	if t := st.latest(a.Point.ID, LockedStage); t != nil {
		add("locked", reads(a.Point, t.Value)+withDoubt(t))
	}
	if a.Now != nil {
		add("as left", reads(a.Point, a.Judge.Value)+", "+verdictWords[a.Judge.Verdict])
	}
	if s.Of.Method == sheet.MethodSelfSet {
		add("set itself", st.spreadSays(s))
	}
	add("response", st.answer(s))
	add("drift", st.drift(s))
}

func withDoubt(t *Taken) string {
	if t.GaugeName == "" {
		return ", gauge not named"
	}
	unit := t.Quantity.Unit()
	if t.Quantity == quantity.Angle {
		unit = "°"
	}
	return fmt.Sprintf(", %s ± %s", gaugeOf(t.Reading), withUnit(quantity.Number(t.Doubt, 2), unit))
}

func (st State) checked() []Field {
	out := []Field{}
	if st.Sheet == nil {
		return out
	}
	for _, c := range st.Sheet.Checks {
		a, ok := st.Checks[c.ID]
		if !ok {
			continue
		}
		words := a.Says
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
		out = append(out, Field{c.Name, words + " (" + a.By + ")"})
	}
	for _, refused := range st.Refused {
		out = append(out, Field{"second inspection refused", refused})
	}
	for _, i := range st.Sheet.Inspect {
		if l, ok := st.Looked[i.ID]; ok {
			out = append(out, Field{"second inspection: " + i.Says, l.Verdict + " (" + l.By + ")"})
		}
	}
	return out
}

// gaugeOf names the gauge of a reading, and says when its calibration had run out.
func gaugeOf(r Reading) string {
	if r.Overdue == "" {
		return r.GaugeName
	}
	return r.GaugeName + " (calibration overdue since " + DayOf(r.Overdue) + ")"
}
