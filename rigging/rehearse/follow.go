package rehearse

import (
	"encoding/json"
	"fmt"
	"slices"
	"time"

	"brankel/rigging/fault"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
)

// noon is when every rehearsed run begins; each event takes a minute.
var noon = time.Date(2026, 1, 2, 12, 0, 0, 0, time.UTC)

// log has an event admitted and keeps it, as the shop would.
func (h *hand) log(kind run.Kind, body any) error {
	raw, err := json.Marshal(body)
	if err != nil {
		return err
	}
	n := len(h.events)
	at := noon.Add(time.Duration(n) * time.Minute)
	e := run.Event{ID: fmt.Sprintf("r%d", n+1), Run: "rehearsal", Seq: n + 1, Kind: kind, By: h.by(), At: at, Received: at, Body: raw}
	if e, err = run.Admit(h.bench, h.state, e); err != nil {
		return fault.Below(string(kind), err)
	}
	prev := ""
	if n > 0 {
		prev = h.events[n-1].Hash
	}
	h.events = append(h.events, e.Seal(prev))
	if !h.state.Carry(h.events[n]) {
		h.state = run.Fold(h.q.Sheet, h.events)
	}
	return nil
}

// follow does the one thing the advice says.
func (h *hand) follow(a run.Advice) error {
	if h.mayLeaveOut(a.Step) {
		return h.log(run.KindSkipped, run.Skipped{Step: a.Step, Reason: "no time"})
	}
	switch a.Do {
	case run.DoComplaint:
		return h.log(run.KindComplaint, run.Complaint{Words: "a rehearsal", Shows: "yes"})
	case run.DoIdentify:
		u := h.q.Sheet.Applies.One()
		return h.log(run.KindIdentified, run.Identified{Serial: u.Serial, Hand: u.Hand, Variant: u.Variant})
	case run.DoSafe, run.DoRestore:
		return h.confirm(a.Things)
	case run.DoRead:
		return h.read(a.Read)
	case run.DoMove:
		return h.turn(a.Move)
	case run.DoAction:
		return h.log(run.KindAction, a.Action)
	case run.DoChoose:
		return h.fit(a.Choose)
	case run.DoSettle:
		return h.log(run.KindSettled, a.Settle)
	case run.DoLock:
		h.drift(a.Lock)
		return h.log(run.KindLocked, run.Locked{Setting: a.Lock.Setting, Adjuster: a.Lock.Adjuster, BackOff: a.Lock.BackOff, Pin: true})
	case run.DoCheck:
		return h.check(a)
	case run.DoAgain:
		return h.log(run.KindRetried, run.Retried{Outcome: "cured"})
	case run.DoDecide, run.DoTrial:
		return h.decide(a)
	case run.DoSign:
		if h.out.Outcome = "signed"; len(h.state.Sheet.Inspect) > 0 {
			h.out.Outcome = "" // somebody else looks at it, then it is proved under load
		}
		return h.log(run.KindSigned, run.Signed{Name: h.by()})
	case run.DoInspect:
		return h.inspect(a.Inspect)
	case run.DoNothing:
		if h.state.Signed != nil {
			h.out.Outcome = "signed"
			return nil
		}
	}
	return fault.At("sheet", "the advice ends in %q", string(a.Do))
}

// mayLeaveOut tells whether a hasty hand leaves the step out.
func (h *hand) mayLeaveOut(step string) bool {
	return h.q.Hand == "hasty" && slices.ContainsFunc(h.q.Sheet.Steps, func(s sheet.Step) bool {
		return s.ID == step && slices.Contains(run.Skippable, s.Kind) && h.state.Skipped[step] == ""
	})
}

// confirm taps the first that is open.
func (h *hand) confirm(things []run.Todo) error {
	for _, t := range things {
		if t.Done {
			continue
		}
		var body any = run.Thing{ID: t.ID, Name: t.Name, Side: t.Side}
		if t.Kind == run.KindCaution {
			body = run.Named{ID: t.ID}
		}
		if t.Kind == run.KindTakenOff {
			h.givenBack(t.ID)
		}
		return h.log(t.Kind, body) // one tap, then look again
	}
	return fault.At("sheet", "nothing is left to confirm and the advice still asks for it")
}

// decide takes what Brankel argues for. A repair or another part ends the rehearsal, and
// so does a move that was not answered: the hand would have to find out why.
func (h *hand) decide(a run.Advice) error {
	why := said(a.Say) + " " + a.Finding
	if len(a.Choices) > 0 && a.Choices[0].About.Question == run.AboutSchool {
		school := run.About{Question: run.AboutSchool, ID: h.school()}
		return h.log(run.KindDecided, run.Decided{About: school, Choice: run.ChoiceTake, Reason: "as it is set here"})
	}
	for _, c := range a.Choices {
		switch {
		case !c.Argued:
		case c.About.Question == run.AboutResponse:
			h.stop(why)
			return nil
		case c.Choice == run.ChoiceRepair:
			h.stop(why)
			return h.log(run.KindDecided, run.Decided{About: c.About, Choice: c.Choice, Reason: "as argued"})
		default:
			return h.log(run.KindDecided, run.Decided{About: c.About, Choice: c.Choice, Reason: "as argued"})
		}
	}
	h.stop(why)
	return nil
}

// by is who is at the bench: the hand, and another one for the second inspection.
func (h *hand) by() string {
	if h.inspects {
		return "another hand"
	}
	return "the hand"
}

// inspect looks at what was not looked at yet.
func (h *hand) inspect(list []run.InspectAsk) error {
	h.inspects = true
	defer func() { h.inspects = false }()
	for _, one := range list {
		if !one.Done {
			return h.log(run.KindInspected, run.Inspected{Item: one.Item, Verdict: "right"})
		}
	}
	return fault.At("sheet", "nothing is left to look at and the advice still asks for it")
}

// school is the one that is rehearsed: the manual's unless another is named.
func (h *hand) school() string {
	if h.q.School != "" {
		return h.q.School
	}
	return h.q.Sheet.Manual()
}

// check answers; what was answered bad is cured as the advice offers, or not at all.
func (h *hand) check(a run.Advice) error {
	if !h.answeredBad(a.Check.Check) {
		return h.try(a.Check)
	}
	for _, c := range a.Choices {
		if c.Argued {
			return h.decide(a)
		}
	}
	if a.Cure != nil {
		return h.turn(a.Cure)
	}
	h.stop(a.Finding)
	return nil
}

func said(pieces []run.Piece) (out string) {
	for _, p := range pieces {
		out += p.Text
	}
	return out
}
