package record

import (
	"slices"

	"brankel/rigging/sheet"
)

// StepOf is the step of a kind, "" where there is none.
func (st State) StepOf(kind sheet.StepKind) string {
	if i := Place(st.Sheet.Steps, kind); i >= 0 {
		return st.Sheet.Steps[i].ID
	}
	return ""
}

// Place is where the first step of a kind stands in a list, -1 where there is none.
func Place(steps []sheet.Step, kind sheet.StepKind) int {
	return slices.IndexFunc(steps, func(s sheet.Step) bool { return s.Kind == kind })
}

// LeftOut tells whether the step of that kind was left out with a reason.
func (st State) LeftOut(kind sheet.StepKind) bool {
	i := Place(st.Sheet.Steps, kind)
	return i >= 0 && st.Skipped[st.Sheet.Steps[i].ID] != ""
}

// bare are the steps walked before a sheet is known.
var bare = []sheet.Step{
	{ID: "complaint", Kind: sheet.StepComplaint, Title: "The complaint"},
	{ID: "identify", Kind: sheet.StepIdentify, Title: "Which sheet"},
}

// NewPart is the step of a run in which a new part goes in.
const NewPart = "part"

var newPart = sheet.Step{ID: NewPart, Kind: sheet.StepPart, Title: "Old part out, new part in"}

// Walk are the steps of this run, in their order.
func (st State) Walk() []sheet.Step {
	switch {
	case st.Sheet != nil:
		steps := slices.DeleteFunc(slices.Clone(st.Sheet.Steps), func(s sheet.Step) bool {
			return s.Kind == sheet.StepSetting && len(st.Sheet.Of(&s)) == 0 // another school's
		})
		if st.Job.Job == sheet.JobNew {
			at := slices.IndexFunc(steps, func(s sheet.Step) bool {
				return s.Kind == sheet.StepWorn || s.Kind == sheet.StepFound || s.Kind == sheet.StepSetting
			})
			steps = slices.Insert(steps, max(at, 0), newPart)
		}
		return steps
	case st.Expected != nil && st.Identity == nil:
		return st.Expected.Steps
	}
	return bare
}
