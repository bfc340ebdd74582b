package run

import "brankel/rigging/sheet"

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
	progress(st State, s *Setting, p Phase) (done bool, summary string, again bool)
	advise(st State, s *Setting, p Phase) Advice
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

// settingDone is how far a whole setting is: its first phase that is not done.
func (st State) settingDone(s *Setting) (done bool, summary string, again bool) {
	if st.worked == nil {
		st.worked = &workedOut{}
	}
	if known, ok := st.worked.settingDone[s.Of.ID]; ok {
		return known.done, known.summary, known.again
	}
	for _, p := range phases {
		ok, says, was := methodOf(s).progress(st, s, p)
		if says != "" {
			summary = says
		}
		if done = ok; !ok {
			again = was
			break
		}
	}
	if st.worked.settingDone == nil {
		st.worked.settingDone = map[string]progressed{}
	}
	st.worked.settingDone[s.Of.ID] = progressed{done, summary, again}
	return done, summary, again
}

// progressed is how far a setting is.
type progressed struct {
	done    bool
	summary string
	again   bool
}

// adviseSetting is what to do in the first phase that is not done.
func (st State) adviseSetting(s *Setting) Advice {
	for _, p := range phases {
		if done, _, _ := methodOf(s).progress(st, s, p); !done {
			return methodOf(s).advise(st, s, p)
		}
	}
	return Advice{Do: DoNothing}
}
