package lead

import (
	"fmt"
)

// inspect asks for what was not looked at yet.
func (run *Lead) inspect() Advice {
	a := Advice{Do: DoInspect, Say: Say(Plain("Second inspection: somebody who did none of the work looks at it."))}
	for _, i := range run.Sheet.Inspect {
		a.Inspect = append(a.Inspect, InspectAsk{i.ID, i.Says, run.Looked[i.ID].Verdict == "right"})
	}
	a.More = append(a.More, fmt.Sprintf("Signed by %s. An inspector signs in and gives a verdict on each.", run.SignedBy),
		"Release to service is for the licensed person.")
	return a
}
