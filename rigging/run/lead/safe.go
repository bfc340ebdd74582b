package lead

import (
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Todos is what makes the work safe and lets hands in: the cautions, what goes on,
// what comes off; each done when it is so now, not when it was so once.
func (run *Lead) Todos() (out []Todo) {
	if run.Sheet == nil {
		return nil
	}
	for _, c := range run.Sheet.Cautions {
		out = append(out, Todo{Kind: record.KindCaution, ID: c.ID, Name: c.Says, Done: run.Cautions[c.ID]})
	}
	for _, t := range run.Sheet.Temporary {
		out = append(out, Todo{Kind: record.KindPutOn, ID: t.ID, Name: t.Name, Why: t.Why, Done: record.Has(run.On, t.ID) || run.givenBack(t.ID)})
	}
	for _, o := range run.Sheet.Off {
		out = append(out, Todo{Kind: record.KindPartOff, ID: o.ID, Name: o.Name, Side: o.Side, Done: record.Has(run.Off, o.ID)})
	}
	return out
}

// givenBack tells whether what a setting holds back for the work is needed no more: it was
// given back, and all that is set before that stands.
func (run *Lead) givenBack(thing string) bool {
	if !run.GivenBack[thing] {
		return false
	}
	for _, s := range run.Settings() {
		if s.Of.Temporary == thing {
			return true
		}
		if done, _, _ := run.SettingDone(s); !done {
			return false
		}
	}
	return false
}

// undone is the todos that are not so now.
func (run *Lead) undone() []Todo {
	return slices.DeleteFunc(run.Todos(), func(t Todo) bool { return t.Done })
}

// Unsafe is the fault of hands in the linkage while a caution is not confirmed or
// something is not on that keeps them whole; a cover that is still on hurts nobody.
func (run *Lead) Unsafe(before string) error {
	var missing []string
	for _, t := range run.undone() {
		switch t.Kind {
		case record.KindCaution:
			missing = append(missing, t.Name)
		case record.KindPutOn:
			missing = append(missing, t.Name+" on")
		}
	}
	if len(missing) == 0 {
		return nil
	}
	return fault.At("kind", "make it safe before %s: %s", before, strings.Join(missing, "; "))
}

// failed is the first check whose answer is not the one wanted and stands so, with that
// answer; nil when there is none: neither voided, nor gone on with, nor a loaded proof
// that was left open.
func (run *Lead) failed() (c *sheet.Check, answer record.Checked) {
	if run.Sheet == nil {
		return nil, answer
	}
	for i, c := range run.Sheet.Checks {
		a, ok := run.Checks[c.ID]
		if run.ofSetting(c.ID) {
			continue // its setting asks it again
		}
		if c.Kind == sheet.CheckCondition {
			continue // argued where worn parts are
		}
		left := c.Loaded && run.Decisions[record.AboutLoaded.Of("")].Choice == record.ChoiceOpen || !c.Loaded && run.LeftOut(sheet.StepFunctions)
		if !ok || a.Void || a.Good || left {
			continue
		}
		return &run.Sheet.Checks[i], a.Checked
	}
	return nil, answer
}

// handsWanted tells whether there is work left for hands in the linkage: a step
// between making safe and restoring that is not done, or a check to be cured.
func (run *Lead) handsWanted() bool {
	if c, _ := run.failed(); c != nil || run.Unstood() != nil {
		return true
	}
	from, to := record.Place(run.Sheet.Steps, sheet.StepSafe), record.Place(run.Sheet.Steps, sheet.StepRestore)
	for i, step := range run.Sheet.Steps {
		if i <= from || to >= 0 && i >= to || run.Skipped[step.ID] != "" || step.Kind == sheet.StepSign {
			continue
		}
		if done, _, _ := run.step(step); !done {
			return true
		}
	}
	return false
}

// ofSetting tells whether a setting asks the check in its course.
func (run *Lead) ofSetting(check string) bool {
	return slices.ContainsFunc(run.Sheet.Settings, func(one sheet.Setting) bool {
		return slices.Contains(one.Checks, check) || one.Check == check
	})
}
