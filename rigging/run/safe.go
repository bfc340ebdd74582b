package run

import (
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/sheet"
)

// todos is what makes the work safe and lets hands in: the cautions, what goes on,
// what comes off; each done when it is so now, not when it was so once.
func (st State) todos() (out []Todo) {
	if st.Sheet == nil {
		return nil
	}
	for _, c := range st.Sheet.Cautions {
		out = append(out, Todo{Kind: KindCaution, ID: c.ID, Name: c.Says, Done: st.Cautions[c.ID]})
	}
	for _, t := range st.Sheet.Temporary {
		out = append(out, Todo{Kind: KindPutOn, ID: t.ID, Name: t.Name, Why: t.Why, Done: has(st.On, t.ID) || st.givenBack(t.ID)})
	}
	for _, o := range st.Sheet.Off {
		out = append(out, Todo{Kind: KindPartOff, ID: o.ID, Name: o.Name, Side: o.Side, Done: has(st.Off, o.ID)})
	}
	return out
}

// givenBack tells whether what a setting holds back for the work is needed no more: it was
// given back, and all that is set before that stands.
func (st State) givenBack(thing string) bool {
	if !st.GivenBack[thing] {
		return false
	}
	for _, s := range st.settings() {
		if s.Of.Temporary == thing {
			return true
		}
		if done, _, _ := st.settingDone(s); !done {
			return false
		}
	}
	return false
}

func has(list []Thing, id string) bool {
	return slices.ContainsFunc(list, func(t Thing) bool { return t.ID == id })
}

// undone is the todos that are not so now.
func (st State) undone() []Todo {
	return slices.DeleteFunc(st.todos(), func(t Todo) bool { return t.Done })
}

// unsafe is the fault of hands in the linkage while a caution is not confirmed or
// something is not on that keeps them whole; a cover that is still on hurts nobody.
func (st State) unsafe(before string) error {
	var missing []string
	for _, t := range st.undone() {
		switch t.Kind {
		case KindCaution:
			missing = append(missing, t.Name)
		case KindPutOn:
			missing = append(missing, t.Name+" on")
		}
	}
	if len(missing) == 0 {
		return nil
	}
	return fault.At("kind", "make it safe before %s: %s", before, strings.Join(missing, "; "))
}

// handsOnChecks tells whether the sheet has its functions tried with the temporary
// things still on: before they are taken off.
func (st State) handsOnChecks() bool {
	functions, restore := place(st.Sheet.Steps, sheet.StepFunctions), place(st.Sheet.Steps, sheet.StepRestore)
	return functions >= 0 && functions < restore
}

func place(steps []sheet.Step, kind sheet.StepKind) int {
	return slices.IndexFunc(steps, func(s sheet.Step) bool { return s.Kind == kind })
}

// failed is the first check whose answer is not the one wanted and stands so, with that
// answer; nil when there is none: neither voided, nor gone on with, nor a loaded proof
// that was left open.
func (st State) failed() (c *sheet.Check, answer Checked) {
	if st.Sheet == nil {
		return nil, answer
	}
	for i, c := range st.Sheet.Checks {
		a, ok := st.Checks[c.ID]
		if st.ofSetting(c.ID) {
			continue // its setting asks it again
		}
		if c.Kind == sheet.CheckCondition {
			continue // argued where worn parts are
		}
		left := c.Loaded && st.Decisions[About{Question: AboutLoaded}].Choice == ChoiceOpen || !c.Loaded && st.skipped(sheet.StepFunctions)
		if !ok || a.Void || a.Good || left {
			continue
		}
		return &st.Sheet.Checks[i], a.Checked
	}
	return nil, answer
}

// skipped tells whether the step of that kind was left out with a reason.
func (st State) skipped(kind sheet.StepKind) bool {
	i := place(st.Sheet.Steps, kind)
	return i >= 0 && st.Skipped[st.Sheet.Steps[i].ID] != ""
}

// handsWanted tells whether there is work left for hands in the linkage: a step
// between making safe and restoring that is not done, or a check to be cured.
func (st State) handsWanted() bool {
	if c, _ := st.failed(); c != nil || st.unstood() != nil {
		return true
	}
	from, to := place(st.Sheet.Steps, sheet.StepSafe), place(st.Sheet.Steps, sheet.StepRestore)
	for i, step := range st.Sheet.Steps {
		if i <= from || to >= 0 && i >= to || st.Skipped[step.ID] != "" || step.Kind == sheet.StepSign {
			continue
		}
		if done, _, _ := st.step(step); !done {
			return true
		}
	}
	return false
}

// ofSetting tells whether a setting asks the check in its course.
func (st State) ofSetting(check string) bool {
	return slices.ContainsFunc(st.Sheet.Settings, func(one sheet.Setting) bool {
		return slices.Contains(one.Checks, check) || one.Check == check
	})
}
