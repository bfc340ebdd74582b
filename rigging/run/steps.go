package run

import (
	"fmt"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// StepState is one line of the rail.
type StepState struct {
	ID      string `json:"id"`
	Kind    string `json:"kind"`
	Title   string `json:"title"`
	Status  string `json:"status"` // done, now, later, skipped, again (was done, then voided), open (a loaded proof left for later)
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
	if st.Sheet == nil {
		return bare
	}
	return st.Sheet.Steps
}

// Steps is the rail: the first step that is not done is the one to do now.
func (st State) Steps() []StepState {
	var out []StepState
	found := false
	for _, step := range st.plan() {
		s := StepState{ID: step.ID, Kind: step.Kind, Title: step.Title, Access: step.Access, Status: "later"}
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
			s.Status, s.Summary = "skipped", st.Skipped[step.ID]
		case done && step.Kind == "loaded" && st.loadedOpen():
			s.Status = "open"
		case done:
			s.Status = "done"
		case !found:
			s.Status, found = "now", true
		case again:
			s.Status = "again"
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
		return st.madeSafe(), count(len(st.On), "still on"), false
	case "worn":
		return st.wornDone()
	case "found":
		return st.foundDone()
	case "set", "settle", "lock":
		return st.settingStep(kind)
	case "restore":
		open := len(st.On) + len(st.Off)
		return st.madeSafe() && open == 0, count(open, "to put right"), false
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

func (st State) madeSafe() bool {
	if st.Sheet == nil {
		return false
	}
	for _, t := range st.todos() {
		if !t.Done {
			return false
		}
	}
	return true
}

// todos is what makes the work safe: the cautions, then what goes on.
func (st State) todos() (out []Todo) {
	for _, c := range st.Sheet.Cautions {
		out = append(out, Todo{Kind: KindCaution, ID: c.ID, Name: c.Says, Done: st.Cautions[c.ID]})
	}
	for _, t := range st.Sheet.Temporary {
		todo := Todo{Kind: KindPutOn, ID: t.ID, Name: t.Name, Why: t.Why}
		for _, on := range st.WentOn {
			todo.Done = todo.Done || on.ID == t.ID
		}
		out = append(out, todo)
	}
	for _, o := range st.Sheet.Off {
		todo := Todo{Kind: KindPartOff, ID: o.ID, Name: o.Name, Side: o.Side}
		for _, off := range st.WentOff {
			todo.Done = todo.Done || off.ID == o.ID
		}
		out = append(out, todo)
	}
	return out
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
	if t == nil {
		return false, "", false
	}
	j := st.judge(s.Point, t)
	lo, hi := s.limits()
	summary := text(s.Point.Quantity, j.Value)
	switch j.Side {
	case "low":
		summary += ", " + quantity.Number(lo-j.Value, 1) + " short"
	case "high":
		summary += ", " + quantity.Number(j.Value-hi, 1) + " over"
	default:
		summary += ", inside"
	}
	return s.Adjuster.Threads == nil || s.Adjuster.MeasureOnly || s.Threads != nil, summary, false
}

// settingStep: set is done once no move is called for, settle once a reading
// after the last move counts, lock once the locked reading is inside.
func (st State) settingStep(kind string) (done bool, summary string, again bool) {
	s := st.setting()
	if s == nil || s.Adjuster.MeasureOnly {
		inside := s == nil || s.Now != nil && (!s.Judge.wrong() || st.left(s))
		return inside, map[bool]string{true: "not adjustable"}[s != nil], false
	}
	moved := len(st.Moves) > st.Repaired
	wrong := s.Now == nil && !moved || s.Now != nil && (s.Judge.wrong() || s.Judge.Verdict == "unsteady") && !st.left(s)
	switch kind {
	case "set":
		if net := st.NetTurns(s.Adjuster.ID); moved && net != 0 {
			summary = netText(s.Adjuster, net)
		} else if moved {
			summary = "back as found"
		} else if !wrong {
			summary = "no move needed"
		}
		return !wrong && !st.unanswered(s), summary, moved && wrong
	case "settle":
		done = !wrong && s.Now != nil && !st.unanswered(s)
		if t := st.latest(s.Point.ID, Set); t != nil {
			summary = text(s.Point.Quantity, t.Value)
			again = st.movedSince(t)
		}
		return done, summary, again
	}
	t := st.latest(s.Point.ID, LockedStage)
	done = st.Locked != nil && t != nil && !st.movedSince(t) && !wrong
	if t != nil {
		summary, again = text(s.Point.Quantity, t.Value), st.movedSince(t)
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
	done, good, all := true, 0, 0
	for _, c := range st.Sheet.Checks {
		if c.Loaded != loaded {
			continue
		}
		all++
		a, ok := st.Checks[c.ID]
		if ok && !a.Void && (a.Answer == "good" || st.Decisions["check:"+c.ID].Choice == ChoiceGoOn) {
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
