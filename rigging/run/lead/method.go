package lead

import (
	"brankel/rigging/sheet"
)

// Phase is a part of a setting, in its order.
type Phase = sheet.StepKind

// The phases; each is a step of its own where a sheet sets only one thing.
const (
	PhaseFound  = sheet.StepFound
	PhaseSet    = sheet.StepSet
	PhaseSettle = sheet.StepSettle
	PhaseLock   = sheet.StepLock
)

var phases = []Phase{PhaseFound, PhaseSet, PhaseSettle, PhaseLock}

// method is one way to set something. How far a phase is: done, what there is to say of it,
// and whether it was done before a move voided it; and what to do while it is not done.
type method interface {
	progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool)
	advise(run *Lead, s *Setting, p Phase) Advice
}

// methods by the names of the sheet; what has no row is worked by hand.
var methods = map[sheet.Method]method{
	sheet.MethodMeasured:  measured{},
	sheet.MethodFelt:      felt{},
	sheet.MethodBackedOff: backedOff{},
	sheet.MethodSelfSet:   selfSet{},
	sheet.MethodCounted:   counted{},
	sheet.MethodChosen:    chosen{},
	sheet.MethodLockedOut: lockedOut{},
}

func methodOf(s *Setting) method { return methods[s.Of.Method] }

// progressed is how far a setting is.
type progressed struct {
	done    bool
	summary string
	again   bool
	phase   Phase // the first that is not done, "" for none
}

// progress is how far a phase of a setting is. One that was found right and left alone has all of them behind it.
func (run *Lead) progress(s *Setting, p Phase) (done bool, summary string, again bool) {
	if run.LeftAlone(s) {
		return true, "not touched", false
	}
	return methodOf(s).progress(run, s, p)
}

// progressOf is how far a whole setting is: its first phase that is not done.
func (run *Lead) progressOf(s *Setting) (of progressed) {
	for _, p := range phases {
		ok, says, was := run.progress(s, p)
		if says != "" {
			of.summary = says
		}
		if of.done = ok; !ok {
			of.again, of.phase = was, p
			break
		}
	}
	return of
}

// SettingDone is how far a whole setting is: done, what there is to say of it, and whether it was done before a move
// voided it.
func (run *Lead) SettingDone(s *Setting) (done bool, summary string, again bool) {
	of := run.done[s.Of.ID]
	return of.done, of.summary, of.again
}

// PhaseNow is the first phase of a setting that is not done, "" once all are.
func (run *Lead) PhaseNow(s *Setting) Phase {
	if of, known := run.done[s.Of.ID]; known {
		return of.phase
	}
	for _, p := range phases {
		if done, _, _ := run.progress(s, p); !done {
			return p
		}
	}
	return ""
}
