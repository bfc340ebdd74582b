package record

import (
	"encoding/json"
	"strings"

	"brankel/rigging/fault"
)

// AdjustmentOnly is the cause of a run in which nothing was found but a setting that was off.
const AdjustmentOnly = "adjustment only"

// Trouble is a path from what was felt toward a cause, as it was taken: what was asked, what was
// taken to be it and where that led. The rest is filled in here.
type Trouble struct {
	Asked json.RawMessage `json:"asked"`           // the question: said, when, answers, history
	Cause string          `json:"cause,omitempty"` // taken to be it, by id; "" for none yet
	Leads string          `json:"leads,omitempty"` // run, leave, repair, other; "" for none yet

	Traced
}

// Traced is what a path says by the model.
type Traced struct {
	Known     []string `json:"known,omitempty"`     // everything that counted, in words
	Likeliest []string `json:"likeliest,omitempty"` // the first three
	Says      string   `json:"says,omitempty"`      // of the cause taken to be it
	Why       string   `json:"why,omitempty"`       // why it leads there
}

// mostAsked is how long a question may be, in bytes.
const mostAsked = 8000

func admitTrouble(in Incoming, t Trouble) (Trouble, error) {
	switch {
	case len(t.Asked) > mostAsked:
		return t, fault.At("body.asked", "this is more than one trouble: keep what counts")
	case in.Traced == nil:
		return t, fault.At("body.asked", "say what is felt, or answer a test: nothing follows from this")
	case t.Cause != "" && in.Traced.Says == "":
		return t, fault.At("body.cause", "this is none of the causes that are known here")
	case t.Leads != "" && t.Cause == "":
		return t, fault.At("body.leads", "say which cause leads there")
	}
	if err := oneOf(t.Leads, "leads", "", "run", "leave", "repair", "other"); err != nil {
		return t, err
	}
	t.Traced = *in.Traced
	return t, nil
}

func foldTrouble(st *State, _ Event, t Trouble) { st.Trouble = &t }

// leadsTo says where a cause leads, in words.
var leadsTo = map[string]string{
	"run":    "into the setting",
	"leave":  "do not adjust",
	"repair": "repair first",
	"other":  "look at the other cable",
}

func saysTrouble(t Trouble) string {
	says := "looked for the trouble: " + strings.Join(t.Known, "; ")
	if t.Says != "" {
		says += "; taken to be " + t.Says
		if to := leadsTo[t.Leads]; to != "" {
			says += ", " + to
		}
		return says
	}
	return says + "; likeliest " + strings.Join(t.Likeliest, ", then ")
}

func saysSigned(s Signed) string {
	says := "signed by " + s.Name
	if s.CauseSays != "" {
		says += "; cause: " + s.CauseSays
	}
	return says
}

// TroubleOf is what an incoming event says of a path, false for any other.
func TroubleOf(e Event) (Trouble, bool) {
	if e.Kind != KindTrouble {
		return Trouble{}, false
	}
	return BodyOf[Trouble](e), true
}

// CauseOf is the cause that a signature names, "" for none or any other event.
func CauseOf(e Event) string {
	if e.Kind != KindSigned {
		return ""
	}
	return BodyOf[Signed](e).Cause
}
