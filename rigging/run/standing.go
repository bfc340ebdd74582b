package run

import (
	"strings"
	"time"
)

// Sign is the mark of a cable on the floor.
type Sign string

// The signs of a cable.
const (
	SignNone   Sign = "none"   // no run yet
	SignOpen   Sign = "open"   // work goes on
	SignProof  Sign = "proof"  // signed, a loaded proof is owed
	SignLook   Sign = "look"   // signed, a second inspector is to look at it
	SignStop   Sign = "stop"   // no setting serves, a repair is waited for, or it can not be trusted
	SignSigned Sign = "signed" // signed and proved
)

// Words lists the signs.
func (Sign) Words() []string {
	return wordsOf(SignNone, SignOpen, SignProof, SignLook, SignStop, SignSigned)
}

// Standing is what the bays and a machine's card show of a run; it follows from the
// events and the pinned sheet alone.
type Standing struct {
	Sign    Sign      `json:"sign"`
	Part    float64   `json:"part"` // where the mark sits, 0 at the hand to 1 at the works
	Says    string    `json:"says"`
	Signed  bool      `json:"signed"`
	Touched time.Time `json:"touched"`         // when the last thing was done; zero before
	Due     string    `json:"due"`             // the day to look again, 2006-01-02; "" for none
	Voids   []string  `json:"voids,omitempty"` // other cables of the machine to be proved again: something was turned here
	Resume  Resume    `json:"resume"`
	On      []string  `json:"on"`
	Off     []string  `json:"off"`
	Cause   string    `json:"-"` // what was wrong, of a signed one
}

// Stand says where a run stands.
func Stand(st State) Standing {
	if st.Expected != nil {
		st.Expected, st.worked = nil, nil
	}
	st = st.remembering()
	a := Next(st)
	out := Standing{Signed: st.Signed != nil, Touched: st.LastAt, Resume: st.resume(a), On: names(st.On), Off: names(st.Off)}
	if st.Signed != nil {
		out.Cause = st.Signed.Cause
	}
	if st.Signed != nil && st.Sheet != nil && st.Sheet.Recheck.Days > 0 {
		out.Due = st.local(st.SignedAt).AddDate(0, 0, st.Sheet.Recheck.Days).Format(time.DateOnly)
	}
	if st.Sheet != nil && st.moved() {
		out.Voids = st.Sheet.VoidsCables
	}
	out.Sign, out.Part, out.Says = st.standing(a)
	return out
}

func (st State) standing(a Advice) (sign Sign, part float64, says string) {
	steps := st.Steps()
	now := ""
	for _, step := range steps {
		switch step.Status {
		case StatusDone, StatusSkipped, StatusOpen:
			part += 1 / float64(len(steps))
		case StatusNow:
			now = step.Title
		}
	}
	if at, ok := st.troubleAt(a); ok {
		part = at
	}
	switch {
	case st.Signed != nil && a.Do == DoInspect:
		return SignLook, 1, "waits for a second inspector"
	case st.Signed != nil && a.Do == DoCheck:
		return SignProof, 1, st.owed(a.Check.Check)
	case st.Signed != nil:
		return SignSigned, 1, "signed " + st.local(st.SignedAt).Format(Day)
	case a.Do == DoDecide || a.Finding != "" && a.Do == DoIdentify:
		return SignStop, part, strings.TrimSuffix(spoken(a.Say), ".")
	case a.Do == DoSettle && st.moved():
		return SignOpen, part, "read after the turn"
	}
	return SignOpen, part, "next: " + now
}

// owed is the loaded proof that is still to be made, or that failed.
func (st State) owed(check string) string {
	c := st.Sheet.Check(check)
	if a, ok := st.Checks[check]; ok && !a.Void && !a.Good {
		return c.Name + ": " + a.Says
	}
	return "proof owed: " + c.Name
}

func spoken(say []Piece) (text string) {
	for _, p := range say {
		text += p.Text
	}
	return text
}

func names(list []Thing) []string {
	out := []string{}
	for _, t := range list {
		out = append(out, t.Name)
	}
	return out
}

// interruption is how long a run may lie before whoever comes back is told where it
// stood.
const interruption = 15 * time.Minute

// Interrupted tells whether the work lay long enough, or was stopped on purpose, to be
// told where it stood.
func (st State) Interrupted(now time.Time) bool {
	return st.Signed == nil && st.Seq > 0 && (st.Paused != "" || now.Sub(st.LastAt) > interruption)
}
