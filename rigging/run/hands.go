package run

import (
	"bytes"
	"fmt"
	"strings"

	"brankel/rigging/sheet"
)

// Ends says what each of two pairs of hands does now: the caller at the control, the reader where
// it is read and turned. Between them they do what Advice says.
type Ends struct {
	Pairs  int    `json:"pairs"` // the step wants
	Where  string `json:"where,omitempty"`
	Alone  string `json:"alone,omitempty"` // the one-person way
	Risk   string `json:"risk,omitempty"`  // of that
	Caller Call   `json:"caller"`
	Reader Call   `json:"reader"`
}

// Call is one word to be seen from afar, and what it means here.
type Call struct {
	Word string `json:"word"`
	Says string `json:"says"`
	Hold bool   `json:"hold,omitempty"` // until the reader is done: who lets go says so
}

// stepNow is the step of the advice, nil when there is none.
func (st State) stepNow(a Advice) *sheet.Step {
	for _, s := range st.walk() {
		if s.ID == a.Step {
			return &s
		}
	}
	return nil
}

// ends shares the advice out between two.
func (st State) ends(a Advice) Ends {
	e := Ends{Pairs: 1, Caller: Call{Word: "WAIT", Says: "hands off the control"}, Reader: Call{Word: "WAIT", Says: st.sentence(a)}}
	if step := st.stepNow(a); step != nil {
		if step.Hands != nil {
			e.Pairs, e.Where = step.Hands.Pairs, step.Hands.Where
		}
		if step.Alone != nil {
			e.Alone, e.Risk = step.Alone.How, step.Alone.Risk
		}
	}
	switch a.Do {
	case DoRead:
		p := st.Sheet.Point(a.Read.Point)
		e.Caller = st.held(p.Position)
		e.Reader = Call{Word: "READ", Says: p.Name}
	case DoCheck:
		c := st.Sheet.Check(a.Check.Check)
		e.Caller = st.held(c.Position)
		e.Reader = Call{Word: "TRY", Says: c.Ask}
	case DoTrial:
		e.Reader.Word = "TRY"
	case DoMove:
		m := a.Move
		e.Caller = Call{Word: "RELEASE", Says: "hands off: the " + m.Name + " is being turned"}
		e.Reader = Call{Word: turnWord(m), Says: m.Name + ", " + m.WaySays}
	case DoSettle:
		e.Caller.Word = fmt.Sprintf("WORK %d×", a.Settle.Times)
		e.Caller.Says = "the " + st.control() + " through its whole travel, and back to rest"
		e.Reader = Call{Word: "WAIT", Says: "hands out of the linkage while it is worked"}
	case DoLock:
		e.Caller = Call{Word: "RELEASE", Says: "hands off: it is being locked"}
		e.Reader.Word = "LOCK"
	case DoSafe, DoRestore:
		e.Reader.Word = "MAKE SAFE"
		if a.Do == DoRestore {
			e.Reader.Word = "PUT BACK"
		}
	case DoAction, DoChoose:
		e.Reader.Word = "FIT"
		if a.Do == DoAction {
			e.Reader.Word = "DO"
		}
	}
	return e
}

// held is what the caller does while something is read or tried.
func (st State) held(position string) Call {
	if position == "" {
		return Call{Word: "RELEASE", Says: "hands off: it is read as it rests"}
	}
	for _, p := range st.Sheet.Line.Positions {
		if p.ID == position {
			return Call{Word: "HOLD", Says: "the " + st.control() + " in " + p.Name, Hold: true}
		}
	}
	return Call{Word: "HOLD", Says: "the " + st.control() + " in " + position, Hold: true}
}

func (st State) control() string {
	if st.Sheet == nil || st.Sheet.Line.Control == "" {
		return "control"
	}
	return st.Sheet.Line.Control
}

func turnWord(m *Turn) string {
	if m.Until {
		return "TURN " + strings.ToUpper(m.Way)
	}
	return "TURN " + m.TurnsSay + " " + strings.ToUpper(m.Way)
}

func (st State) sentence(a Advice) (says string) {
	for _, p := range a.Say {
		says += p.Text
	}
	return says
}

// withHands settles how the control was held while something was read or tried: by somebody whose
// own device said so at that moment, or in the one-person way of the step; what is not known to be
// so is not claimed.
func (in Incoming) withHands(heldBy, alone *string) {
	if *heldBy == "" || *heldBy != in.Holding {
		*heldBy = ""
	}
	if *alone != "" {
		*alone = ""
		if step := in.stepNow(Next(in.State)); step != nil && step.Alone != nil && *heldBy == "" {
			*alone = step.Alone.How
		}
	}
}

// handsSay tells how the control was held.
func handsSay(heldBy, alone string) string {
	switch {
	case heldBy != "":
		return ", " + heldBy + " held"
	case alone != "":
		return ", alone: " + alone
	}
	return ""
}

// HeldBy is who an incoming event says held the control, "" when it does not say.
func HeldBy(e Event) string {
	if !bytes.Contains(e.Body, []byte(`"held_by"`)) {
		return ""
	}
	return bodyOf[struct {
		HeldBy string `json:"held_by"`
	}](e).HeldBy
}
