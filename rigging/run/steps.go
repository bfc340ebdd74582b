package run

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/quantity"
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
)

// Words lists the statuses.
func (Status) Words() []string {
	return wordsOf(StatusDone, StatusNow, StatusLater, StatusSkipped, StatusAgain, StatusOpen)
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

// bare are the steps walked before a sheet is known.
var bare = []sheet.Step{
	{ID: "complaint", Kind: sheet.StepComplaint, Title: "The complaint"},
	{ID: "identify", Kind: sheet.StepIdentify, Title: "Which sheet"},
}

// walk are the steps of this run, in their order.
func (st State) walk() []sheet.Step {
	switch {
	case st.Sheet != nil:
		return slices.DeleteFunc(slices.Clone(st.Sheet.Steps), func(s sheet.Step) bool {
			return s.Kind == sheet.StepSetting && len(st.Sheet.Of(&s)) == 0 // another school's
		})
	case st.Expected != nil && st.Identity == nil:
		return st.Expected.Steps
	}
	return bare
}

// Steps is the rail: the first step that is not done is the one to do now.
func (st State) Steps() []StepState {
	if st.worked == nil {
		return st.workOutSteps()
	}
	if st.worked.steps == nil {
		st.worked.steps = st.workOutSteps()
	}
	return st.worked.steps
}

func (st State) workOutSteps() []StepState {
	var out []StepState
	c, _ := st.failed()
	found, failed := false, c != nil
	for _, step := range st.walk() {
		s := StepState{ID: step.ID, Kind: step.Kind, Title: step.Title, Access: step.Access, Status: StatusLater}
		if step.Hands != nil {
			s.Hands = pairs(step.Hands.Pairs) + ", " + step.Hands.Where
		}
		done, summary, again := st.step(step)
		s.Summary = summary
		switch {
		case st.Skipped[step.ID] != "":
			s.Status, s.Summary = StatusSkipped, st.Skipped[step.ID]
		case done && step.Kind == sheet.StepLoaded && (st.loadedOpen() || st.inspects() && !st.inspected()):
			s.Status = StatusOpen
		case done:
			s.Status = StatusDone
		case step.Kind == sheet.StepRestore && failed:
			s.Status = StatusAgain // first back to the setting
		case !found:
			s.Status, found = StatusNow, true
		case again:
			s.Status = StatusAgain
		}
		out = append(out, s)
	}
	return out
}

func pairs(n int) string {
	return map[int]string{1: "one pair of hands", 2: "two pairs of hands", 3: "three pairs of hands"}[n]
}

// step says whether a kind of step is done, what there is to say of it, and
// whether it was done before a move voided it.
func (st State) step(of sheet.Step) (done bool, summary string, again bool) {
	kind := of.Kind
	if st.Sheet == nil && kind != sheet.StepComplaint && kind != sheet.StepIdentify {
		return false, "", false
	}
	switch kind {
	case sheet.StepComplaint:
		if st.Complaint != nil {
			return true, "shows when tried: " + st.Complaint.Shows.Says(), false
		}
	case sheet.StepIdentify:
		if st.Identity != nil && st.Identity.Sheet != "" {
			if st.Own {
				return true, st.Sheet.Source.Title, false
			}
			says := "serial " + st.Identity.Serial + ", " + st.Identity.Hand + " hand"
			if name := st.schoolName(); name != "" {
				says += ", " + name
			}
			return len(st.choices()) == 0, says, false
		}
	case sheet.StepSafe:
		return st.Identity != nil && (len(st.undone()) == 0 || !st.handsWanted()), count(len(st.On), "still on"), false
	case sheet.StepWorn:
		return st.wornDone()
	case sheet.StepFound, sheet.StepSet, sheet.StepSettle, sheet.StepLock:
		return st.allDone(of, func(s *Setting) (bool, string, bool) { return methodOf(s).progress(st, s, kind) })
	case sheet.StepSetting:
		return st.allDone(of, st.settingDone)
	case sheet.StepRestore:
		open := len(st.On) + len(st.Off)
		return open == 0 && !st.handsWanted() && st.unstood() == nil && st.alsoRead() == nil, count(open, "to put right"), false
	case sheet.StepFunctions:
		done, summary, again = st.checksDone(false)
		return done && st.unstood() == nil, summary, again
	case sheet.StepAgain:
		if st.Retried != nil {
			return !st.RetriedOld, string(st.Retried.Outcome), st.RetriedOld
		}
	case sheet.StepLoaded:
		done, summary, again = st.checksDone(true)
		if !done && st.loadedOpen() {
			return true, "left open", false
		}
		if !done && st.inspects() && !st.inspected() {
			return true, "after the inspection", false
		}
		return done, summary, again
	case sheet.StepInspect:
		return st.inspected(), st.lookedSays(), len(st.Refused) > 0
	case sheet.StepSign:
		if st.Signed != nil {
			return true, "by " + st.Signed.Name, false
		}
	}
	return false, "", false
}

// lookedSays is how much the second inspector has looked at.
func (st State) lookedSays() string {
	switch n := len(st.Looked); {
	case !st.inspects():
	case st.inspected():
		return "by " + st.Looked[st.Sheet.Inspect[0].ID].By
	case n > 0:
		return fmt.Sprintf("%d of %d", n, len(st.Sheet.Inspect))
	case len(st.Refused) > 0:
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

func (st State) wornDone() (bool, string, bool) {
	done, summary := true, ""
	for _, l := range st.Sheet.LostMotion {
		lost := st.Lost(l)
		if lost == nil {
			return false, summary, false
		}
		summary = fmt.Sprintf("lost motion %s, limit %s", quantity.Number(lost.Lost, 1), quantity.Number(l.Limit, 1))
		done = done && (lost.Verdict == "in" || st.Decisions[About{AboutLost, l.ID}].Choice == ChoiceGoOn)
	}
	for _, a := range st.wornPoints() {
		if a.Now == nil {
			return false, summary, false
		}
		summary = reads(a.Point, a.Judge.Value)
		done = done && (!a.wrong() || st.Decisions[About{AboutWorn, a.Point.ID}].Choice == ChoiceGoOn)
	}
	for i := range st.Sheet.Checks {
		c := &st.Sheet.Checks[i]
		if c.Kind != sheet.CheckCondition {
			continue
		}
		a, ok := st.Checks[c.ID]
		if !ok || a.Void {
			return false, summary, false
		}
		done = done && (a.Good || st.Decisions[About{AboutCheck, c.ID}].Choice == ChoiceGoOn)
	}
	return done, summary, false
}

// allDone tells whether all that a step is about is done; it says how many of several are.
func (st State) allDone(step sheet.Step, progress func(*Setting) (bool, string, bool)) (done bool, summary string, again bool) {
	n, all := 0, st.about(step.ID)
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
func (st State) about(step string) (out []*Setting) {
	if st.Sheet == nil {
		return nil
	}
	for i := range st.Sheet.Steps {
		if st.Sheet.Steps[i].ID != step {
			continue
		}
		for _, one := range st.Sheet.Of(&st.Sheet.Steps[i]) {
			if s := st.known(one.ID); s != nil {
				out = append(out, s)
			}
		}
	}
	return out
}

func netText(a *sheet.Adjuster, net float64) string {
	if net < 0 {
		return stepsText(notch(a), -net) + " " + a.In.Says
	}
	return stepsText(notch(a), net) + " " + a.Out.Says
}

func (st State) checksDone(loaded bool) (done bool, summary string, again bool) {
	if st.Sheet == nil {
		return true, "", false
	}
	done, good, all := true, 0, 0
	for _, c := range st.Sheet.Checks {
		if c.Loaded != loaded || c.Kind == sheet.CheckCondition {
			continue
		}
		all++
		a, ok := st.Checks[c.ID]
		if ok && !a.Void && a.Good {
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

func (st State) loadedOpen() bool {
	done, _, _ := st.checksDone(true)
	return !done && st.Decisions[About{Question: AboutLoaded}].Choice == ChoiceOpen
}

// MoveSays is a turn of an adjuster in words, out positive.
func MoveSays(a *sheet.Adjuster, by float64) string {
	way := a.Out.Says
	if by < 0 {
		way = a.In.Says
	}
	return a.Name + " " + Steps(a, math.Abs(by)) + " " + way
}
