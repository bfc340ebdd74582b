package run

import (
	"fmt"
	"slices"
	"time"

	"brankel/rigging/quantity"
)

// Heading is what stands at the top of a record.
type Heading struct {
	Run     string    `json:"run"`
	Machine string    `json:"machine"`
	Note    string    `json:"note"`
	Cable   string    `json:"cable"`
	Opened  time.Time `json:"opened"`
}

// Record is the paper of a run, signed or not.
type Record struct {
	Heading    Heading  `json:"heading"`
	Sheet      string   `json:"sheet"`
	Source     string   `json:"source"`
	Complaint  []Field  `json:"complaint"`
	Rules      []Rule   `json:"rules"`
	Lines      []Entry  `json:"lines"`  // every event in words, in order
	Result     []Field  `json:"result"` // as found, moves, as left, drift, lost motion
	Checks     []Field  `json:"checks"`
	Open       []string `json:"open"` // left open
	Deviations []string `json:"deviations"`
	Signed     string   `json:"signed"`
	Statement  string   `json:"statement"`
	Hash       string   `json:"hash"`    // of the signature, else of the last event
	Through    int      `json:"through"` // events under that hash
	Foot       string   `json:"foot"`
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
	Void  bool      `json:"void,omitempty"` // taken back later
}

// Foot stands under every record.
const Foot = "The maker's manual and the licensed person decide. This record says what was read and done; it declares nothing " +
	"fit for road, water or air."

// MakeRecord writes the record of a state and the events behind it.
func MakeRecord(h Heading, st State, events []Event) Record {
	r := Record{Heading: h, Rules: nonNil(st.Rules()), Complaint: []Field{}, Lines: entries(st, events), Result: st.result(),
		Checks: st.checked(), Open: []string{}, Deviations: []string{}, Hash: st.LastHash, Through: st.Seq, Foot: Foot}
	if st.Complaint != nil {
		r.Complaint = append(r.Complaint, Field{"complaint", "“" + st.Complaint.Words + "”"}, Field{"shows when tried", st.Complaint.Shows})
	}
	if st.Retried != nil {
		r.Complaint = append(r.Complaint, Field{"tried again", st.Retried.Outcome})
	}
	if st.Identity != nil {
		r.Sheet = "no sheet applies: " + st.Identity.Why
		if st.Sheet != nil && st.Identity.Sheet != "" {
			src := st.Sheet.Source
			r.Sheet = "sheet " + st.Identity.Name + ": " + st.Identity.Why
			r.Source = src.Title + ", " + src.Section + ", revision " + src.Revision + " of " + src.Date
			if st.Sheet.HasAssumed() {
				r.Source = "ASSUMED figures: " + src.Title
			}
		}
	}
	if st.Sheet != nil {
		r.Open = nonNil(st.openChecks())
	}
	for id, d := range st.Deviations {
		r.Deviations = append(r.Deviations, fmt.Sprintf("%s is out by request of %s: %s", id, d.AskedBy, d.Why))
	}
	if st.Signed != nil {
		r.Signed, r.Statement, r.Hash = st.Signed.Name+", "+st.SignedAt.Format(
			"2 January 2006 15:04 MST",
		), st.Signed.Statement, st.SignedHash
		for _, e := range events {
			if e.Hash == st.SignedHash {
				r.Through = e.Seq
			}
		}
	}
	return r
}

func (st State) openChecks() (out []string) {
	for _, c := range st.Sheet.Checks {
		if a, ok := st.Checks[c.ID]; c.Loaded && (!ok || a.Void) {
			out = append(out, c.Name)
		}
	}
	return out
}

func entries(st State, events []Event) []Entry {
	struck := map[string]bool{}
	for _, e := range events {
		if e.Kind == KindCorrected {
			struck[bodyOf[Corrected](e).Event] = true
		}
	}
	out := []Entry{}
	scratch := Fold(st.Sheet, nil)
	for _, e := range events {
		scratch.Last = string(e.Kind)
		scratch.apply(e)
		line := Entry{Seq: e.Seq, At: e.At, By: e.By, Says: scratch.Last, Void: struck[e.ID]}
		switch e.Kind {
		case KindReading:
			line.Gauge = gaugeOf(bodyOf[Reading](e))
			if n := len(scratch.Readings); n > 0 && len(scratch.Readings[n-1].Missing) > 0 {
				line.Says += ", not judged"
			}
		case KindCaution:
			line.Says = cautionOf(st, bodyOf[Named](e).ID)
		case KindNote, KindPaused:
			line.Says = bodyOf[Note](e).Text
		case KindCorrected:
			line.Says = "struck out: " + bodyOf[Corrected](e).Reason
		case KindDecided:
			if reason := bodyOf[Decided](e).Reason; reason != "" {
				line.Says += ", because: " + reason
			}
		}
		out = append(out, line)
	}
	return out
}

func cautionOf(st State, id string) string {
	if st.Sheet != nil {
		for _, c := range st.Sheet.Cautions {
			if c.ID == id {
				return "confirmed: " + c.Says
			}
		}
	}
	return "a caution was confirmed"
}

func (st State) result() []Field {
	out := []Field{}
	add := func(name, text string) {
		if text != "" {
			out = append(out, Field{name, text})
		}
	}
	s := st.setting()
	if s == nil || st.Identity == nil || st.Identity.Sheet == "" {
		return out
	}
	lo, hi := s.limits()
	add("wanted", fmt.Sprintf("%s, %s to %s mm", s.Point.Name, quantity.Number(lo, 1), quantity.Number(hi, 1)))
	if t := st.latest(s.Point.ID, Found); t != nil {
		add("as found", text(s.Point.Quantity, t.Value)+withDoubt(t))
	}
	for _, m := range st.Moves {
		add("moved", turnsText(m.Value)+" "+way(s.Adjuster, m.Way).Says+", by "+m.By)
	}
	if t := st.latest(s.Point.ID, Set); t != nil {
		add("settled", text(s.Point.Quantity, t.Value)+withDoubt(t))
	}
	if t := st.latest(s.Point.ID, LockedStage); t != nil {
		add("locked", text(s.Point.Quantity, t.Value)+withDoubt(t))
	}
	if s.Now != nil {
		add("as left", text(s.Point.Quantity, s.Judge.Value)+", "+verdictWords[s.Judge.Verdict])
	}
	add("response", st.answer(s))
	add("drift", st.drift(s))
	for _, l := range st.Sheet.LostMotion {
		if lost := st.Lost(l); lost != nil {
			add(l.Name, fmt.Sprintf("%s of %s allowed", text(quantity.Length, lost.Lost), text(quantity.Length, l.Limit)))
		}
	}
	if s.Threads != nil {
		add("threads in", quantity.Turns(*s.Threads)+", at least "+quantity.Number(s.Adjuster.Threads.Min, 0))
	}
	return out
}

func withDoubt(t *Taken) string {
	if t.GaugeName == "" {
		return ", gauge not named"
	}
	return fmt.Sprintf(", %s ± %s mm", gaugeOf(t.Reading), quantity.Number(t.Doubt, 2))
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
		words := answerOf(&c, a.Answer)
		if a.Void {
			words += ", but voided by a later move"
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
	return out
}

// gaugeOf names the gauge of a reading, and says when its calibration had run out.
func gaugeOf(r Reading) string {
	if r.Overdue == "" {
		return r.GaugeName
	}
	return r.GaugeName + " (calibration overdue since " + r.Overdue + ")"
}
