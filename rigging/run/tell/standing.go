package tell

import (
	"strings"
	"time"

	"brankel/rigging/closed"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/wear"
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
	return closed.Words(SignNone, SignOpen, SignProof, SignLook, SignStop, SignSigned)
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
	Stands  []string  `json:"stands"` // what stands otherwise than at rest
	Cause   string    `json:"-"`      // what was wrong, of a signed one

	Seen  []wear.Seen `json:"-"` // what wears, of a signed one
	Again *Again      `json:"-"` // when it is looked at again, of a signed one

	Words string  `json:"-"` // what it is found by
	Moved float64 `json:"-"` // the most an adjuster was moved
	By    string  `json:"-"` // who signed it
	Left  string  `json:"-"` // what was left out or done by request, and why

	Firsts, Seconds int `json:"-"` // adjusters moved to bring readings in, and those of them that needed a second move; of a signed one
}

// Stand says where a run stands.
func Stand(led *lead.Lead) Standing {
	if led.Expected != nil {
		led = lead.Of(led.Expecting(nil))
	}
	run := page{led}
	a := run.Advice()
	out := Standing{Signed: run.Signed != nil, Touched: run.LastAt, Resume: run.resume(a), Stands: run.apart()}
	if run.Signed != nil {
		out.Cause = run.Signed.Cause
		out.Seen, out.Again = run.Seen(), again(led)
		out.Firsts, out.Seconds = run.FirstMoves()
	}
	if run.Signed != nil && run.Sheet != nil && run.Sheet.Recheck.Days > 0 {
		out.Due = run.Local(run.SignedAt).AddDate(0, 0, run.Sheet.Recheck.Days).Format(time.DateOnly)
	}
	if run.Sheet != nil && run.AnyMoved() {
		out.Voids = run.Sheet.VoidsCables
	}
	out.Words, out.Moved, out.By, out.Left = foundBy(led), movedMost(led), led.SignedBy, leftOut(led)
	out.Sign, out.Part, out.Says = run.standing(a)
	return out
}

func (run page) standing(a lead.Advice) (sign Sign, part float64, says string) {
	steps := run.Steps()
	now := ""
	for _, step := range steps {
		switch step.Status {
		case lead.StatusDone, lead.StatusSkipped, lead.StatusOpen, lead.StatusEmpty:
			part += 1 / float64(len(steps))
		case lead.StatusNow:
			now = step.Title
		}
	}
	if at, ok := run.troubleAt(a); ok {
		part = at
	}
	switch {
	case run.Signed != nil && a.Do == lead.DoInspect:
		return SignLook, 1, "waits for a second inspector"
	case a.Next:
		return SignStop, 1, "open fault: " + run.owed(run.Owed().ID)
	case run.Signed != nil && run.Owed() != nil:
		return SignProof, 1, run.owed(run.Owed().ID)
	case run.Signed != nil:
		return SignSigned, 1, "signed " + run.Local(run.SignedAt).Format(record.Day)
	case a.Do == lead.DoDecide || a.Finding != "" && a.Do == lead.DoIdentify:
		return SignStop, part, strings.TrimSuffix(spoken(a.Say), ".")
	case a.Do == lead.DoSettle && run.AnyMoved():
		return SignOpen, part, "read after the turn"
	}
	return SignOpen, part, "next: " + now
}

// owed is the loaded proof that is still to be made, or that failed.
func (run page) owed(check string) string {
	c := run.Sheet.Check(check)
	if a, ok := run.Checks[check]; ok && !a.Void && !a.Good {
		return c.Name + ": " + a.Says
	}
	return "proof owed: " + c.Name
}

func spoken(say []lead.Piece) (text string) {
	for _, p := range say {
		text += p.Text
	}
	return text
}
