package sheet

import (
	"fmt"
	"slices"

	"brankel/rigging/fault"
)

// before are the pairs of steps of which the first comes before the second, or the
// run cannot be walked: nothing is turned before it is safe, nothing is signed that
// comes after.
var before = [][2]string{
	{"complaint", "identify"}, {"identify", "safe"}, {"safe", "worn"}, {"safe", "found"}, {"safe", "set"}, {"worn", "set"},
	{"found", "set"}, {"set", "settle"}, {"settle", "lock"}, {"set", "lock"}, {"lock", "restore"}, {"set", "restore"},
	{"set", "functions"}, {"lock", "functions"}, {"functions", "loaded"}, {"restore", "loaded"}, {"functions", "again"},
}

// stepFaults: a kind of step once, all that the sheet needs, in an order that can be
// walked.
func (s *Sheet) stepFaults() (f fault.List) {
	at := map[string]int{}
	for i, step := range s.Steps {
		if _, twice := at[step.Kind]; twice {
			f.Add(fmt.Sprintf("steps[%d].kind", i), "there is a step of this kind already")
		}
		at[step.Kind] = i
	}
	for _, need := range s.neededSteps() {
		if _, there := at[need.kind]; !there {
			f.Add("steps", "add a step of kind %s%s", need.kind, need.why)
		}
	}
	for _, pair := range before {
		first, ok := at[pair[0]]
		if then, there := at[pair[1]]; ok && there && first > then {
			f.Add(fmt.Sprintf("steps[%d].kind", then), "%s comes before %s: move one of them", pair[0], pair[1])
		}
	}
	if i, ok := at["sign"]; ok && i != len(s.Steps)-1 {
		f.Add(fmt.Sprintf("steps[%d].kind", i), "the signature comes last: move this step to the end")
	}
	return f
}

type neededStep struct{ kind, why string }

func (s *Sheet) neededSteps() (out []neededStep) {
	for _, kind := range []string{"complaint", "identify", "safe", "sign"} {
		out = append(out, neededStep{kind, ""})
	}
	add := func(needed bool, kind, why string) {
		if needed {
			out = append(out, neededStep{kind, ": " + why})
		}
	}
	a, _, _ := s.Lead()
	add(a != nil, "found", "what is set is read as found first")
	add(a != nil, "set", "something is set here")
	add(a != nil && !a.MeasureOnly && a.Lock != nil, "lock", "what is set is locked")
	add(len(s.LostMotion) > 0, "worn", "lost motion is read here")
	add(len(s.Temporary)+len(s.Off) > 0, "restore", "what goes on comes off, what comes off goes back")
	add(slices.ContainsFunc(s.Checks, func(c Check) bool { return !c.Loaded }), "functions", "there are checks to answer")
	add(slices.ContainsFunc(s.Checks, func(c Check) bool { return c.Loaded }), "loaded", "there is a proof under load")
	return out
}
