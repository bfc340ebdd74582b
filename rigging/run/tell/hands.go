package tell

import (
	"fmt"
	"strings"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/spell"
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

	Ready bool `json:"ready,omitempty"` // of Hold: it begins when both are ready, and who is not says so
}

// ends shares the advice out between two.
func (run page) ends(a lead.Advice) Ends {
	e := Ends{Pairs: 1, Caller: Call{Word: "WAIT", Says: "hands off the control"}, Reader: Call{Word: "WAIT", Says: run.sentence(a)}}
	if step := run.StepNow(); step != nil {
		if step.Hands != nil {
			e.Pairs, e.Where = step.Hands.Pairs, step.Hands.Where
		}
		if step.Alone != nil {
			e.Alone, e.Risk = step.Alone.How, step.Alone.Risk
		}
	}
	switch a.Do {
	case lead.DoRead:
		p := run.Sheet.Point(a.Read.Point)
		e.Caller = run.held(p.Position, a.Read.States)
		e.Reader = Call{Word: "READ", Says: p.Name}
	case lead.DoCheck:
		c := run.Sheet.Check(a.Check.Check)
		e.Caller = run.held(c.Position, nil)
		e.Reader = Call{Word: "TRY", Says: c.Ask}
	case lead.DoTrial:
		e.Reader.Word = "TRY"
		if one := run.Sheet.Setting(a.Choices[0].About.ID); one != nil && one.Trial != nil {
			e.share(one.Trial.Control)
		}
	case lead.DoMove:
		m := a.Move
		e.Caller = Call{Word: "RELEASE", Says: "hands off: the " + m.Name + " is being turned"}
		e.Reader = Call{Word: turnWord(m), Says: m.Name + ", " + m.WaySays}
	case lead.DoSettle:
		e.Caller.Word = fmt.Sprintf("WORK %d×", a.Settle.Times)
		e.Caller.Says = "the " + run.control() + " through its whole travel, and back to rest"
		e.Reader = Call{Word: "WAIT", Says: "hands out of the linkage while it is worked"}
	case lead.DoLock:
		e.Caller = Call{Word: "RELEASE", Says: "hands off: it is being locked"}
		e.Reader.Word = "LOCK"
	case lead.DoSetUp:
		e.Caller = Call{Word: "STEP AWAY", Says: "it is made to stand otherwise: " + run.sentence(a)}
		e.Reader.Word = "SET UP"
		e.split(a.Stop)
	case lead.DoChoose:
		e.Reader.Word = "FIT"
	case lead.DoAction:
		e.Reader.Word = "DO"
		if one := run.Sheet.Action(a.Action.Action); one != nil {
			e.share(one.Control)
		}
	}
	return e
}

// share gives the caller what of an act is done at the control; "" is none of it.
func (e *Ends) share(control string) {
	if control != "" {
		e.Caller = Call{Word: "READY", Says: control, Hold: true, Ready: true}
	}
}

// split gives the caller what of a stop's changes two do together.
func (e *Ends) split(stop *lead.Stop) {
	var here, there []string
	for _, c := range stop.Changes {
		if c.Pairs != nil {
			e.Pairs, e.Where = 2, c.Name+" "+c.Says
			here, there = append(here, c.Pairs.Here), append(there, c.Pairs.There)
			if c.Alone != nil {
				e.Alone, e.Risk = c.Alone.How, c.Alone.Risk
			}
		}
	}
	if len(there) > 0 {
		e.share(strings.Join(there, "; "))
		e.Reader.Says += " Here: " + strings.Join(here, "; ") + "."
	}
}

// held is what the caller does while something is read or tried: the control where it is to stand, and what of the
// states is made there.
func (run page) held(position string, states []lead.WantState) Call {
	var hold []string
	if position != "" {
		name := position
		if p := run.Sheet.Position(position); p != nil {
			name = p.Name
		}
		hold = append(hold, "the "+spell.Control(run.control(), name))
	}
	for _, s := range states {
		if s.Control != "" {
			hold = append(hold, s.Control)
		}
	}
	if len(hold) == 0 {
		return Call{Word: "RELEASE", Says: "hands off: it is read as it rests"}
	}
	return Call{Word: "HOLD", Says: strings.Join(hold, "; "), Hold: true}
}

func (run page) control() string {
	if run.Sheet == nil || run.Sheet.Line.Control == "" {
		return "control"
	}
	return run.Sheet.Line.Control
}

func turnWord(m *lead.Turn) string {
	if m.Until {
		return "TURN " + strings.ToUpper(m.Way)
	}
	return "TURN " + m.TurnsSay + " " + strings.ToUpper(m.Way)
}

func (run page) sentence(a lead.Advice) (says string) {
	for _, p := range a.Say {
		says += p.Text
	}
	return says
}
