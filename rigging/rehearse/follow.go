package rehearse

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"time"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// noon is when every rehearsed run begins; each event takes a minute.
var noon = time.Date(2026, 1, 2, 12, 0, 0, 0, time.UTC)

// log has an event admitted and keeps it, as the shop would.
func (h *hand) log(kind record.Kind, body any) error {
	raw, err := json.Marshal(body)
	if err != nil {
		return err
	}
	n := len(h.events)
	at := noon.Add(time.Duration(n) * time.Minute)
	e := record.Event{ID: h.nextID(), Run: "rehearsal", Seq: n + 1, Kind: kind, By: h.by(), At: at, Received: at, Body: raw}
	if e, err = record.Admit(h.shop, h.st, ahead{h}, e); err != nil {
		return fault.Below(string(kind), err)
	}
	prev := ""
	if n > 0 {
		prev = h.events[n-1].Hash
	}
	h.keep(kind)
	h.events = append(h.events, e.Seal(prev))
	if !h.st.Carry(h.events[n]) {
		h.st = record.Fold(h.q.Sheet, h.events)
	}
	h.leads = nil
	return nil
}

// led is the run as it is led after the last entry. Of several entries of one tap only the last is asked.
func (h *hand) led() *lead.Lead {
	if h.leads == nil {
		h.leads = lead.Of(h.st)
	}
	return h.leads
}

// ahead is what admission asks of the lead, worked out only if it does.
type ahead struct{ of *hand }

func (a ahead) Choices() []record.Choice { return a.of.led().Choices() }
func (a ahead) Blockers() []string       { return a.of.led().Blockers() }
func (a ahead) StepNow() *sheet.Step     { return a.of.led().StepNow() }
func (a ahead) Option(setting, id string) (title, name string, ok bool) {
	return a.of.led().Option(setting, id)
}

// nextID is that of the next entry.
func (h *hand) nextID() string { return fmt.Sprintf("r%d", len(h.events)+1) }

// putRight looks at what the last turns truly did, and says so where one went the other way.
func (h *hand) putRight(of []lead.Right) (bool, error) {
	for _, r := range of {
		if h.astray[r.Move] && r.Turns == "" {
			delete(h.astray, r.Move)
			h.out.Righted++
			return true, h.log(record.KindRighted, record.Righted{Move: r.Move, Way: r.Way})
		}
	}
	return false, nil
}

// follow does the one thing the advice says.
func (h *hand) follow(a lead.Advice) error {
	if made, err := h.mistake(a); made {
		return err
	}
	if done, err := h.putRight(a.Right); done {
		return err
	}
	if done, err := h.first(a); done {
		return err
	}
	if h.mayLeaveOut(a.Step) {
		return h.log(record.KindSkipped, record.Skipped{Step: a.Step, Reason: "no time"})
	}
	switch a.Do {
	case lead.DoComplaint:
		if err := h.log(record.KindComplaint, record.Complaint{Words: "a rehearsal", Shows: "yes"}); err != nil {
			return err
		}
		return h.begin()
	case lead.DoJob:
		return h.choose(a.Job)
	case lead.DoPart:
		return h.part(a.Part)
	case lead.DoIdentify:
		u := h.q.Sheet.Applies.One()
		if err := h.log(record.KindIdentified, record.Identified{Serial: u.Serial, Hand: u.Hand, Variant: u.Variant}); err != nil {
			return err
		}
		return h.arrive()
	case lead.DoSetUp:
		return h.setUp(a.Stop)
	case lead.DoRead:
		return h.read(a.Read)
	case lead.DoMove:
		return h.turn(a.Move)
	case lead.DoAction:
		return h.log(record.KindAction, a.Action)
	case lead.DoChoose:
		return h.fit(a.Choose)
	case lead.DoSettle:
		return h.log(record.KindSettled, a.Settle)
	case lead.DoLock:
		h.drift(a.Lock)
		return h.log(record.KindLocked, record.Locked{Setting: a.Lock.Setting, Adjuster: a.Lock.Adjuster, BackOff: a.Lock.BackOff, Pin: true})
	case lead.DoCheck:
		return h.check(a)
	case lead.DoAgain:
		return h.log(record.KindRetried, record.Retried{Outcome: "cured"})
	case lead.DoDecide, lead.DoTrial:
		return h.decide(a)
	case lead.DoSign:
		if h.out.Outcome = "signed"; len(h.st.Sheet.Inspect) > 0 {
			h.out.Outcome = "" // somebody else looks at it, then it is proved under load
		}
		return h.log(record.KindSigned, record.Signed{Name: h.by(), Cause: h.q.Cause[0]})
	case lead.DoInspect:
		return h.inspect(a.Inspect)
	case lead.DoNothing:
		if h.st.Signed != nil {
			h.out.Outcome = "signed"
			return nil
		}
	}
	return fault.At("sheet", "the advice ends in %q", string(a.Do))
}

// arrive takes note of how it came.
func (h *hand) arrive() error {
	for _, id := range slices.Sorted(maps.Keys(h.q.Found)) {
		if err := h.log(record.KindSetUp, record.SetUp{Thing: id, Way: h.q.Found[id], Found: true}); err != nil {
			return err
		}
	}
	return nil
}

// setUp makes the changes of a stop, one after the other.
func (h *hand) setUp(stop *lead.Stop) error {
	for _, c := range stop.Changes {
		h.GivenBack(h.st.Sheet, h.st.Stood.Thing(c.Thing), c.Way)
		if err := h.log(record.KindSetUp, record.SetUp{Thing: c.Thing, Way: c.Way}); err != nil {
			return err
		}
		h.out.Changes++
	}
	return nil
}

// decide takes what Brankel argues for. A repair or another part ends the rehearsal, and
// so does a move that was not answered: the hand would have to find out why.
func (h *hand) decide(a lead.Advice) error {
	why := said(a.Say) + " " + a.Finding
	if len(a.Choices) > 0 && a.Choices[0].About.Question == record.AboutSchool {
		school := record.About{Question: record.AboutSchool, ID: h.school()}
		return h.log(record.KindDecided, record.Decided{About: school, Choice: record.ChoiceTake, Reason: "as it is set here"})
	}
	for _, c := range a.Choices {
		switch {
		case !c.Argued:
		case c.About.Question == record.AboutResponse:
			h.stop(why)
			return nil
		case c.Choice == record.ChoiceRepair:
			h.stop(why)
			return h.log(record.KindDecided, record.Decided{About: c.About, Choice: c.Choice, Reason: "as argued"})
		default:
			return h.log(record.KindDecided, record.Decided{About: c.About, Choice: c.Choice, Reason: "as argued"})
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
func (h *hand) inspect(list []lead.InspectAsk) error {
	h.inspects = true
	defer func() { h.inspects = false }()
	for _, one := range list {
		if !one.Done {
			return h.log(record.KindInspected, record.Inspected{Item: one.Item, Verdict: "right"})
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
func (h *hand) check(a lead.Advice) error {
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

func said(pieces []lead.Piece) (out string) {
	for _, p := range pieces {
		out += p.Text
	}
	return out
}
