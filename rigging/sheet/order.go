package sheet

import (
	"fmt"
	"slices"

	"brankel/rigging/fault"
)

// before are the pairs of steps of which the first comes before the second, or the
// run cannot be walked: how it stands is asked before anything is turned, nothing is
// signed that comes after.
var before = [][2]StepKind{
	{StepComplaint, StepIdentify}, {StepIdentify, StepStands}, {StepStands, StepWorn}, {StepStands, StepFound}, {StepStands, StepSet},
	{StepWorn, StepSet},
	{StepFound, StepSet}, {StepSet, StepSettle}, {StepSettle, StepLock}, {StepSet, StepLock},
	{StepStands, StepSetting}, {StepWorn, StepSetting}, {StepSetting, StepFunctions}, {StepSet, StepFunctions},
	{StepLock, StepFunctions}, {StepFunctions, StepLoaded}, {StepFunctions, StepAgain},
	{StepSign, StepInspect},
}

// stepFaults: a kind of step once (a setting each its own), all that the sheet needs, in an
// order that can be walked.
func (s *Sheet) stepFaults() (f fault.List) {
	first, last := map[StepKind]int{}, map[StepKind]int{}
	named := map[string]bool{}
	for i, step := range s.Steps {
		path := fmt.Sprintf("steps[%d]", i)
		if _, twice := first[step.Kind]; !twice {
			first[step.Kind] = i
		} else if step.Kind != StepSetting {
			f.Add(path+".kind", "there is a step of this kind already")
		}
		last[step.Kind] = i
		f = append(f, s.settingStepFaults(path, step, named)...)
	}
	for _, need := range s.neededSteps() {
		if _, there := first[need.kind]; !there {
			f.Add("steps", "add a step of kind %s%s", need.kind, need.why)
		}
	}
	for _, pair := range before {
		then, there := first[pair[1]]
		if before, ok := last[pair[0]]; ok && there && before > then {
			f.Add(fmt.Sprintf("steps[%d].kind", then), "%s comes before %s: move one of them", pair[0], pair[1])
		}
	}
	end := len(s.Steps) - 1
	if i, ok := first[StepInspect]; ok && i == end {
		end-- // somebody else looks at what was signed
	}
	if i, ok := first[StepSign]; ok && i != end {
		f.Add(fmt.Sprintf("steps[%d].kind", i), "the signature comes last: move this step to the end")
	}
	if _, ok := first[StepInspect]; ok && len(s.Inspect) == 0 {
		f.Add("inspection", "write what the second inspector looks at, or leave the step of kind inspect out")
	}
	if _, ok := first[StepSetting]; !ok && s.several() {
		f.Add("steps", "several things are set here: write a step of kind setting for each, instead of found, set, settle and lock")
	}
	if len(named) > 0 {
		for i, one := range s.Settings {
			if !named[one.ID] && !named[one.As] {
				f.Add("steps", "no step is about settings[%d], %s: add one of kind setting", i, one.Title)
			}
		}
	}
	return f
}

// settingStepFaults: a step of kind setting names one that no other names.
func (s *Sheet) settingStepFaults(path string, step Step, named map[string]bool) (f fault.List) {
	switch {
	case step.Kind == StepPart:
		f.Add(path+".kind", "that a new part goes in is said when a run is opened, and is no step of a sheet: leave it out")
	case step.Kind != StepSetting && step.Setting == "":
	case step.Kind != StepSetting:
		f.Add(path+".setting", "only a step of kind setting names one: leave it out")
	case step.Setting == "" || s.indexOf(step.Setting, "") < 0:
		f.Add(path+".setting", "name the setting this step is about: there is no %q", step.Setting)
	case named[step.Setting]:
		f.Add(path+".setting", "another step is about this setting already")
	}
	if step.Kind == StepSetting {
		named[step.Setting] = true
	}
	return f
}

// several tells whether more than one thing is set by any one school.
func (s *Sheet) several() bool {
	for _, school := range s.schools() {
		n := 0
		for _, one := range s.Settings {
			if of(one.School, school) {
				n++
			}
			if len(one.Places) > 1 {
				n++
			}
		}
		if n > 1 {
			return true
		}
	}
	return false
}

type neededStep struct {
	kind StepKind
	why  string
}

func (s *Sheet) neededSteps() (out []neededStep) {
	for _, kind := range []StepKind{StepComplaint, StepIdentify, StepStands, StepSign} {
		out = append(out, neededStep{kind, ""})
	}
	add := func(needed bool, kind StepKind, why string) {
		if needed {
			out = append(out, neededStep{kind, ": " + why})
		}
	}
	a, _, _ := s.Lead()
	own := func(step Step) bool { return step.Kind == StepSetting }
	if s.several() || slices.ContainsFunc(s.Steps, own) {
		a = nil // each has a step of its own
	}
	add(a != nil, StepFound, "what is set is read as found first")
	add(a != nil, StepSet, "something is set here")
	add(a != nil && !a.MeasureOnly && a.Lock != nil, StepLock, "what is set is locked")
	add(len(s.Inspect) > 0, StepInspect, "a second inspector looks at it after the signature")
	add(len(s.LostMotion) > 0, StepWorn, "lost motion is read here")
	add(slices.ContainsFunc(s.Checks, Check.first), StepWorn, "there is a condition to look at before anything is turned")
	add(len(s.Things) > 0, StepRestore, "in the end everything stands at rest")
	add(slices.ContainsFunc(s.Checks, func(c Check) bool { return !c.Loaded && !c.first() }), StepFunctions, "there are checks to answer")
	add(slices.ContainsFunc(s.Checks, func(c Check) bool { return c.Loaded }), StepLoaded, "there is a proof under load")
	return out
}
