package run

import (
	"fmt"

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

// StepState is one line of the rail. Summary is "" until there is something to say.
type StepState struct {
	ID      string `json:"id"`
	Kind    string `json:"kind"`
	Title   string `json:"title"`
	Status  Status `json:"status"`
	Summary string `json:"summary,omitempty"`
	Hands   string `json:"hands,omitempty"`
	Alone   string `json:"alone,omitempty"`
	Access  string `json:"access,omitempty"`
}

// bare are the steps walked before a sheet is known.
var bare = []sheet.Step{
	{ID: "complaint", Kind: "complaint", Title: "The complaint"},
	{ID: "identify", Kind: "identify", Title: "Which sheet"},
}

func (st State) plan() []sheet.Step {
	switch {
	case st.Sheet != nil:
		return st.Sheet.Steps
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
	for _, step := range st.plan() {
		s := StepState{ID: step.ID, Kind: step.Kind, Title: step.Title, Access: step.Access, Status: StatusLater}
		if step.Hands != nil {
			s.Hands = pairs(step.Hands.Pairs) + ", " + step.Hands.Where
		}
		if step.Alone != nil {
			s.Alone = "Alone: " + step.Alone.How + ". Risk: " + step.Alone.Risk + "."
		}
		done, summary, again := st.step(step.Kind)
		s.Summary = summary
		switch {
		case st.Skipped[step.ID] != "":
			s.Status, s.Summary = StatusSkipped, st.Skipped[step.ID]
		case done && step.Kind == "loaded" && st.loadedOpen():
			s.Status = StatusOpen
		case done:
			s.Status = StatusDone
		case step.Kind == "restore" && failed:
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
func (st State) step(kind string) (done bool, summary string, again bool) {
	if st.Sheet == nil && kind != "complaint" && kind != "identify" {
		return false, "", false
	}
	switch kind {
	case "complaint":
		if st.Complaint != nil {
			return true, "shows when tried: " + st.Complaint.Shows, false
		}
	case "identify":
		if st.Identity != nil && st.Identity.Sheet != "" {
			return true, "serial " + st.Identity.Serial + ", " + st.Identity.Hand + " hand", false
		}
	case "safe":
		return st.Identity != nil && (len(st.undone()) == 0 || !st.handsWanted()), count(len(st.On), "still on"), false
	case "worn":
		return st.wornDone()
	case "found":
		return st.foundDone()
	case "set", "settle", "lock":
		return st.settingStep(kind)
	case "restore":
		open := len(st.On) + len(st.Off)
		return open == 0 && !st.handsWanted(), count(open, "to put right"), false
	case "functions":
		return st.checksDone(false)
	case "again":
		if st.Retried != nil {
			return !st.RetriedOld, st.Retried.Outcome, st.RetriedOld
		}
	case "loaded":
		done, summary, again = st.checksDone(true)
		if !done && st.loadedOpen() {
			return true, "left open", false
		}
		return done, summary, again
	case "sign":
		if st.Signed != nil {
			return true, "by " + st.Signed.Name, false
		}
	}
	return false, "", false
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
		done = done && (lost.Verdict == "in" || st.Decisions["lost:"+l.ID].Choice == ChoiceGoOn)
	}
	return done, summary, false
}

func (st State) foundDone() (bool, string, bool) {
	s := st.setting()
	if s == nil {
		return true, "", false
	}
	t := st.latest(s.Point.ID, Found)
	if t == nil && st.latest(s.Point.ID, "") == nil {
		return false, "", false
	}
	threads := s.Adjuster.Threads == nil || s.Adjuster.MeasureOnly || s.Threads != nil
	if t == nil { // it was turned or locked before anybody read it
		return threads, notFound, false
	}
	j := st.judge(s.Point, t)
	lo, hi := s.limits()
	summary := reads(s.Point, j.Value)
	switch j.Side {
	case "low":
		summary += ", " + quantity.Number(lo-j.Value, 1) + " short"
	case "high":
		summary += ", " + quantity.Number(j.Value-hi, 1) + " over"
	default:
		summary += ", inside"
	}
	return threads, summary, false
}

const notFound = "as found not read"

// settingStep: set is done once no move is called for, settle once a reading
// after the last move counts, lock once the locked reading is inside.
func (st State) settingStep(kind string) (done bool, summary string, again bool) {
	s := st.setting()
	if s == nil {
		return true, "", false
	}
	wrong := s.Now == nil && !st.moved() || s.Now != nil && (s.Judge.wrong() || s.Judge.Verdict == Unsteady) && !st.left(s)
	if s.Adjuster.MeasureOnly {
		return s.Now != nil && !wrong, "not adjustable", false
	}
	switch kind {
	case "set":
		if net := st.NetTurns(s.Adjuster.ID); st.moved() && net != 0 {
			summary = netText(s.Adjuster, net)
		} else if st.moved() {
			summary = "back as found"
		} else if !wrong {
			summary = "no move needed"
		}
		return !wrong && !st.unanswered(s), summary, st.moved() && wrong
	case "settle":
		done = !wrong && s.Now != nil && !st.unanswered(s)
		if t := st.latest(s.Point.ID, Set); t != nil {
			summary = reads(s.Point, t.Value)
			again = st.movedSince(t)
		}
		return done, summary, again
	}
	t := st.latest(s.Point.ID, LockedStage)
	done = st.Locked != nil && t != nil && !st.movedSince(t) && !wrong
	if t != nil {
		summary, again = reads(s.Point, t.Value), st.movedSince(t)
	}
	return done, summary, again
}

// unanswered tells whether the last move had no fitting answer and nobody has
// said why.
func (st State) unanswered(s *Setting) bool {
	if s.Response == nil || st.Decisions["response"].Choice == ChoiceGoOn {
		return false
	}
	return s.Response.Verdict == "reversed" || s.Response.Verdict == "no response"
}

// left tells whether the point was left out of its limits by request.
func (st State) left(s *Setting) bool { _, ok := st.Deviations[s.Point.ID]; return ok }

func netText(a *sheet.Adjuster, net float64) string {
	if net < 0 {
		return turnsText(-net) + " " + a.In.Says
	}
	return turnsText(net) + " " + a.Out.Says
}

func (st State) checksDone(loaded bool) (done bool, summary string, again bool) {
	if st.Sheet == nil {
		return true, "", false
	}
	done, good, all := true, 0, 0
	for _, c := range st.Sheet.Checks {
		if c.Loaded != loaded {
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
	return !done && st.Decisions["loaded"].Choice == ChoiceOpen
}
