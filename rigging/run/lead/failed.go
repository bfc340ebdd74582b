package lead

import (
	"slices"

	"brankel/rigging/run/record"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// failed is the first check whose answer is not the one wanted and stands so, with that
// answer; nil when there is none: neither voided, nor gone on with, nor a loaded proof
// that was left open.
func (run *Lead) failed() (c *sheet.Check, answer record.Checked) {
	if run.Sheet == nil || run.Looks() {
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

// FailedLate is the first proof under load that failed after the signature, with its answer; nil while none did.
func (run *Lead) FailedLate() (*sheet.Check, record.Checked) {
	if run.Signed == nil {
		return nil, record.Checked{}
	}
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		if a, ok := run.Checks[c.ID]; ok && c.Loaded && !a.Void && !a.Good {
			return c, a.Checked
		}
	}
	return nil, record.Checked{}
}

// ofSetting tells whether a setting asks the check in its course.
func (run *Lead) ofSetting(check string) bool {
	return slices.ContainsFunc(run.Sheet.Settings, func(one sheet.Setting) bool {
		return slices.Contains(one.Checks, check) || one.Check == check
	})
}

// apart says what does not stand as needed, by name and way.
func (run *Lead) apart(needs setup.Needs) (out []string) {
	now := run.Now()
	for _, id := range run.Stood.Missing(now, needs) {
		t := run.Stood.Thing(id)
		way := run.Stood.Way(now, id)
		if w := t.Way(way); w != nil && w.Says != "" {
			way = w.Says
		}
		out = append(out, t.Name+": "+way)
	}
	return out
}
