package lead

import (
	"slices"
	"strings"

	"brankel/rigging/sheet"
)

// Rail is the steps in the order in which they come as everything stands now: what is done, what is asked now, what of the
// settings can be done without any change, the rest as the sheet has it. Because is why the order is another than the
// sheet's, "" where it is not.
func (run *Lead) Rail() (steps []StepState, because string) {
	steps = slices.Clone(run.steps)
	served := map[string]*task{}
	for i := range run.listed {
		t := &run.listed[i]
		if t.advise != nil && t.setting != nil && served[t.step] == nil && run.serves(t) {
			served[t.step] = t
		}
	}
	rank := func(s *StepState) int {
		switch {
		case s.Status == StatusDone || s.Status == StatusSkipped || s.Status == StatusEmpty || s.Kind == sheet.StepComplaint || s.Kind == sheet.StepIdentify:
			return 0
		case s.Status == StatusNow:
			return 1
		case served[s.ID] != nil && s.Kind == sheet.StepSetting:
			return 2
		}
		return 3
	}
	slices.SortStableFunc(steps, func(a, b StepState) int { return rank(&a) - rank(&b) })
	var open, was []string
	for i := range steps {
		if rank(&steps[i]) > 0 {
			open = append(open, steps[i].ID)
		}
		if rank(&run.steps[i]) > 0 {
			was = append(was, run.steps[i].ID)
		}
	}
	if slices.Equal(open, was) {
		return steps, ""
	}
	return steps, run.because(served)
}

// because is what stands otherwise than at rest and is needed so by what can be done now.
func (run *Lead) because(served map[string]*task) string {
	var says []string
	for _, thing := range run.Things() {
		way := run.Stood.Way(run.Now(), thing.ID)
		if way == thing.AtRest() {
			continue
		}
		for _, t := range served {
			if slices.Contains(t.Needs[thing.ID], way) && !slices.Contains(says, thing.Name+" "+way) && len(says) < 2 {
				says = append(says, thing.Name+" "+way)
			}
		}
	}
	if len(says) == 0 {
		return "in this order: what can be done as it stands comes first"
	}
	return "in this order, because of: " + strings.Join(says, ", ")
}
