// Package lead says what to do next in a run: the steps of its sheet, how far each setting is by its method, the one
// thing to do now and what is argued for. It follows from the state alone: the same events lead to the same advice.
package lead

import (
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Lead is a run as it is led: its state, and what follows from that. It is made by Of and not changed afterwards, so
// that many may read it at once; its zero value leads nothing.
type Lead struct {
	record.State
	walk     []sheet.Step
	settings []*Setting
	plans    map[string]*Plan      // by setting
	done     map[string]progressed // by setting
	steps    []StepState
	behind   []bool // which of them are done
	advice   Advice
	working  *Setting // that the advice is about, nil for none
	doing    Doing    // what is done now
	listed   []task   // what is still to be done
}

var _ record.Guide = (*Lead)(nil)

// Of works out how a state is led.
func Of(st record.State) *Lead {
	run := &Lead{State: st, walk: st.Walk(), plans: map[string]*Plan{}, done: map[string]progressed{}}
	if st.Sheet != nil {
		for i := range st.Sheet.Settings {
			run.settings = append(run.settings, run.workOut(&st.Sheet.Settings[i]))
		}
	}
	for _, s := range run.settings {
		run.plans[s.Of.ID] = run.plan(s)
	}
	for _, s := range run.settings {
		run.done[s.Of.ID] = run.progressOf(s)
	}
	run.steps = run.workOutSteps()
	a := run.next()
	run.beside(&a)
	a.More, a.Choices = spell.List(a.More), spell.List(a.Choices)
	run.advice = a
	for i := range run.steps {
		if s := &run.steps[i]; s.ID == a.Step && s.Status != StatusDone && s.Status != StatusOpen {
			s.Status = StatusNow // there is one at most
		}
	}
	return run
}

// Advice says the one thing to do now.
func (run *Lead) Advice() Advice { return run.advice }

// Steps is the rail: the step of the advice is the one to do now.
func (run *Lead) Steps() []StepState { return run.steps }

// Doing is what is done now, in the course of which setting, nil for none. Found tells that it is read as found, and undoes
// nothing.
type Doing struct {
	sheet.Work
	Setting *sheet.Setting
	Found   bool
}

// Doing is what the advice is about; its zero value while nothing of the machine is.
func (run *Lead) Doing() Doing { return run.doing }

// Settings are all of the sheet, in its order, as they stand.
func (run *Lead) Settings() []*Setting { return run.settings }

// Admit looks at an event that comes in on this run, as record.Admit does.
func (run *Lead) Admit(b record.Around, e record.Event) (record.Event, error) {
	return record.Admit(b, run.State, run, e)
}
