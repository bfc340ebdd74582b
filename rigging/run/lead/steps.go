package lead

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/closed"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Status is how far a step is.
type Status string

// The statuses of a step.
const (
	StatusDone    Status = "done"
	StatusNow     Status = "now" // the one thing to do; there is one at most
	StatusLater   Status = "later"
	StatusSkipped Status = "skipped"
	StatusAgain   Status = "again" // was done, then voided
	StatusOpen    Status = "open"  // a loaded proof left for later
	StatusEmpty   Status = "empty" // the sheet asks nothing there
)

// Words lists the statuses.
func (Status) Words() []string {
	return closed.Words(StatusDone, StatusNow, StatusLater, StatusSkipped, StatusAgain, StatusOpen, StatusEmpty)
}

// StepState is one line of the rail. Summary is "" until there is something to say.
type StepState struct {
	ID      string         `json:"id"`
	Kind    sheet.StepKind `json:"kind"`
	Title   string         `json:"title"`
	Status  Status         `json:"status"`
	Summary string         `json:"summary,omitempty"`
	Hands   string         `json:"hands,omitempty"`
	Access  string         `json:"access,omitempty"`
}

func (run *Lead) workOutSteps() []StepState {
	out := make([]StepState, 0, len(run.walk))
	run.behind = make([]bool, 0, len(run.walk))
	for _, step := range run.walk {
		s := StepState{ID: step.ID, Kind: step.Kind, Title: step.Title, Access: step.Access, Status: StatusLater}
		if step.Hands != nil {
			s.Hands = pairs(step.Hands.Pairs) + ", " + step.Hands.Where
		}
		done, summary, again := run.step(step)
		run.behind = append(run.behind, done)
		s.Summary = summary
		switch {
		case run.Skipped[step.ID] != "":
			s.Status, s.Summary = StatusSkipped, run.Skipped[step.ID]
		case step.Kind == sheet.StepWorn && run.asksNoWear():
			s.Status, s.Summary = StatusEmpty, "the sheet asks nothing here"
		case done && step.Kind == sheet.StepAgain && run.Retried == nil,
			done && step.Kind == sheet.StepLoaded && (run.loadedOpen() || run.Inspects() && !run.Inspected()):
			s.Status = StatusOpen
		case done:
			s.Status = StatusDone
		case again:
			s.Status = StatusAgain
		}
		out = append(out, s)
	}
	return out
}

// asksNoWear tells whether a known sheet looks at no worn part: then that is said, and not ticked.
func (run *Lead) asksNoWear() bool {
	return run.Sheet != nil && len(run.Sheet.LostMotion)+len(run.wornPoints()) == 0 &&
		!slices.ContainsFunc(run.Sheet.Checks, func(c sheet.Check) bool { return c.Kind == sheet.CheckCondition })
}

func pairs(n int) string {
	return map[int]string{1: "one pair of hands", 2: "two pairs of hands", 3: "three pairs of hands"}[n]
}

// step says whether a kind of step is done, what there is to say of it, and
// whether it was done before a move voided it.
func (run *Lead) step(of sheet.Step) (done bool, summary string, again bool) {
	kind := of.Kind
	if run.Sheet == nil && kind != sheet.StepComplaint && kind != sheet.StepIdentify {
		return false, "", false
	}
	switch kind {
	case sheet.StepComplaint:
		if run.Complaint != nil {
			return true, "shows when tried: " + run.Complaint.Shows.Says(), false
		}
	case sheet.StepIdentify:
		if run.Identity != nil && run.Identity.Sheet != "" {
			if run.Own {
				return true, run.Sheet.Source.Title, false
			}
			says := "serial " + run.Identity.Serial
			if run.Identity.Serial == "" {
				says = "for every number"
			}
			if run.Sheet != nil && run.Sheet.Applies.Hand != "either" {
				says += ", " + run.Identity.Hand + " hand"
			}
			if name := run.schoolName(); name != "" {
				says += ", " + name
			}
			return len(run.openSchools()) == 0, says, false
		}
	case sheet.StepStands:
		return run.Identity != nil && (run.Worked || len(run.Changes) > 0), run.cameSays(), false
	case sheet.StepWorn:
		return run.wornDone()
	case sheet.StepPart:
		done, summary := run.partsDone()
		return done, summary, false
	case sheet.StepFound, sheet.StepSet, sheet.StepSettle, sheet.StepLock:
		return run.allDone(of, func(s *Setting) (bool, string, bool) { return run.progress(s, kind) })
	case sheet.StepSetting:
		return run.allDone(of, run.SettingDone)
	case sheet.StepRestore:
		open := len(run.apart(run.signing()))
		return open == 0 && run.settled(), count(open, "to put right"), false
	case sheet.StepFunctions:
		done, summary, again = run.checksDone(false)
		return done && run.Unstood() == nil, summary, again
	case sheet.StepAgain:
		if run.Retried != nil {
			return !run.RetriedOld, string(run.Retried.Outcome), run.RetriedOld
		}
		if run.Flown() && run.Owed() != nil {
			return true, "after the proof", false
		}
	case sheet.StepLoaded:
		done, summary, again = run.checksDone(true)
		if !done && run.loadedOpen() {
			return true, "left open", false
		}
		if !done && run.Inspects() && !run.Inspected() {
			return true, "after the inspection", false
		}
		return done, summary, again
	case sheet.StepInspect:
		return run.Inspected(), run.lookedSays(), len(run.Refused) > 0
	case sheet.StepSign:
		if run.Signed != nil {
			return true, "by " + run.Signed.Name, false
		}
	}
	return false, "", false
}

// settled tells whether every setting is done.
func (run *Lead) settled() bool {
	return !slices.ContainsFunc(run.Settings(), func(s *Setting) bool {
		done, _, _ := run.SettingDone(s)
		return !done
	})
}

// cameSays is how it came where that was not at rest.
func (run *Lead) cameSays() string {
	var out []string
	for _, c := range run.Changes {
		if c.Found {
			out = append(out, c.Name+" "+c.Says)
		}
	}
	return strings.Join(out, ", ")
}

// lookedSays is how much the second inspector has looked at.
func (run *Lead) lookedSays() string {
	switch n := len(run.Looked); {
	case !run.Inspects():
	case run.Inspected():
		return "by " + run.Looked[run.Sheet.Inspect[0].ID].By
	case n > 0:
		return fmt.Sprintf("%d of %d", n, len(run.Sheet.Inspect))
	case len(run.Refused) > 0:
		return "refused"
	}
	return ""
}

func count(n int, what string) string {
	if n == 0 {
		return ""
	}
	return fmt.Sprintf("%d %s", n, what)
}

func (run *Lead) wornDone() (bool, string, bool) {
	done, summary := true, ""
	for _, l := range run.Sheet.LostMotion {
		lost := run.Lost(l)
		if lost == nil {
			return false, summary, false
		}
		summary = fmt.Sprintf("lost motion %s, limit %s", quantity.Number(lost.Lost, 1), quantity.Number(l.Limit, 1))
		done = done && (lost.Verdict == "in" || run.Looks() || run.Decisions[record.AboutLost.Of(l.ID)].Choice == record.ChoiceGoOn)
	}
	for _, a := range run.wornPoints() {
		if a.Now == nil {
			return false, summary, false
		}
		summary = spell.Reading(a.Point, a.Judge.Value)
		done = done && (!a.Wrong() || run.Looks() || run.Decisions[record.AboutWorn.Of(a.Point.ID)].Choice == record.ChoiceGoOn)
	}
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		if c.Kind != sheet.CheckCondition {
			continue
		}
		a, ok := run.Checks[c.ID]
		if !ok || a.Void {
			return false, summary, false
		}
		done = done && (a.Good || run.Looks() || run.Decisions[record.AboutCheck.Of(c.ID)].Choice == record.ChoiceGoOn)
	}
	return done, summary, false
}

// allDone tells whether all that a step is about is done; it says how many of several are.
func (run *Lead) allDone(step sheet.Step, progress func(*Setting) (bool, string, bool)) (done bool, summary string, again bool) {
	n, all := 0, run.about(step.ID)
	for _, s := range all {
		ok, says, was := progress(s)
		if ok {
			n++
		}
		summary, again = says, again || was
	}
	if len(all) > 1 {
		summary = fmt.Sprintf("%d of %d", n, len(all))
	}
	return n == len(all), summary, again && n < len(all)
}

// about are the settings that a step is about.
func (run *Lead) about(step string) (out []*Setting) {
	if run.Sheet == nil {
		return nil
	}
	for i := range run.Sheet.Steps {
		if run.Sheet.Steps[i].ID != step {
			continue
		}
		for _, one := range run.Sheet.Of(&run.Sheet.Steps[i]) {
			if s := run.Known(one.ID); s != nil {
				out = append(out, s)
			}
		}
	}
	return out
}

func netText(a *sheet.Adjuster, net float64) string {
	if net < 0 {
		return spell.Counted(spell.Notch(a), -net) + " " + a.In.Says
	}
	return spell.Counted(spell.Notch(a), net) + " " + a.Out.Says
}

func (run *Lead) checksDone(loaded bool) (done bool, summary string, again bool) {
	if run.Sheet == nil {
		return true, "", false
	}
	done, good, all := true, 0, 0
	for _, c := range run.Sheet.Checks {
		if c.Loaded != loaded || c.Kind == sheet.CheckCondition {
			continue
		}
		all++
		a, ok := run.Checks[c.ID]
		if ok && !a.Void && (a.Good || run.Looks()) {
			good++
		} else {
			done = false
		}
		again = again || ok && a.Void
	}
	if good > 0 || again {
		summary = fmt.Sprintf("%d of %d", good, all)
	}
	return done, summary, again
}

// Owed is the first proof under load that does not stand good, nil where all do.
func (run *Lead) Owed() *sheet.Check {
	if run.Sheet == nil {
		return nil
	}
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		if a, ok := run.Checks[c.ID]; c.Loaded && !(ok && !a.Void && a.Good) {
			return c
		}
	}
	return nil
}

func (run *Lead) loadedOpen() bool {
	done, _, _ := run.checksDone(true)
	return !done && run.Decisions[record.AboutLoaded.Of("")].Choice == record.ChoiceOpen
}
