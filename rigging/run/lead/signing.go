package lead

import (
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// signing is how everything stands for the signature: at rest, but for the ground where it was proved last, and for what a
// second inspector is to see.
func (run *Lead) signing() setup.Needs {
	out := setup.Needs{}
	for i := range run.Stood.Things {
		t := &run.Stood.Things[i]
		any := setup.AnyOf{t.AtRest()}
		switch {
		case run.Inspects() && (t.Kind == setup.Part || t.Kind == setup.Key || t.Kind == setup.Ground || t.Kind == setup.Chocks):
			continue // closed before the air
		case t.Kind == setup.Ground:
			for _, w := range t.Ways {
				if setup.UnderWay(w.ID) {
					any = append(any, w.ID)
				}
			}
		}
		if run.Stays[t.ID] != "" {
			any = append(any, run.Stood.Way(run.Now(), t.ID))
		}
		out[t.ID] = any
	}
	return out
}

// afterSigning is the second inspection, then what is proved under load and was left for later, then rest.
func (l *listing) afterSigning() {
	run := l.run
	if !run.Inspected() {
		l.step = sheet.Step{ID: run.StepOf(sheet.StepInspect)}
		a := run.inspect()
		w := sheet.Work{}
		for i := range run.Sheet.Inspect {
			if one := &run.Sheet.Inspect[i]; run.Looked[one.ID].Verdict != "right" {
				w = run.Sheet.Inspecting(one)
				break
			}
		}
		l.add(named(w, "inspect"), func() Advice { return a })
	}
	l.step = sheet.Step{ID: run.StepOf(sheet.StepLoaded)}
	if c, answer := run.FailedLate(); c != nil {
		l.add(sheet.Work{ID: "next"}, func() Advice {
			return Advice{Do: DoNothing, Next: true, Say: Say(Plain("It is signed, and does not hold: open the next run.")),
				Finding: failure(c, answer),
				More:    []string{"It begins where this one left off: only what the cure voids is done again."}}
		})
		return
	}
	l.loaded()
	if l.step.ID = run.StepOf(sheet.StepAgain); l.step.ID != "" && run.Flown() && run.Owed() == nil && run.Retried == nil {
		l.add(sheet.Work{ID: "again", After: l.ids(nil)}, func() Advice { return run.again() })
	}
	l.add(sheet.Work{ID: "rest", Needs: run.atRest(), After: l.ids(nil)}, func() Advice {
		return Advice{Do: DoNothing, Say: Say(Plain("Signed and proved.")),
			More: []string{"The record stands as it is; it can be printed at any time."}}
	})
}

// atRest is everything at rest, but for the ground where the last proof was made.
func (run *Lead) atRest() setup.Needs {
	needs := run.signing()
	for i := range run.Stood.Things {
		if t := &run.Stood.Things[i]; needs[t.ID] == nil && t.Kind != setup.Ground {
			needs[t.ID] = setup.AnyOf{t.AtRest()}
		}
	}
	return needs
}
