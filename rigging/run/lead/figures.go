package lead

import (
	"slices"

	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// askFigures are the numbers that are read with a check, each beside what it was as found.
func (run *Lead) askFigures(c *sheet.Check) (out []AskFigure) {
	found := run.asFoundOf(c.ID)
	for i := range c.Figures {
		f := &c.Figures[i]
		one := AskFigure{ID: f.ID, Name: f.Name, Unit: f.Quantity.Unit(), Row: f.Row, Column: f.Column, Wants: f.Wants()}
		if found != nil {
			for _, read := range found.Figures {
				if read.Figure == f.ID {
					one.Found = read.Says()
				}
			}
		}
		out = append(out, one)
	}
	return out
}

// asFoundOf is the answer to a check as found, nil when it was not tried then.
func (run *Lead) asFoundOf(check string) *record.Answered {
	i := slices.IndexFunc(run.Answers, func(a record.Answered) bool { return a.Check == check && a.Found })
	if i < 0 {
		return nil
	}
	return &run.Answers[i]
}

// mayTryFirst are the proofs with a table that can be made as found, so that both can be laid side by side: nothing was
// turned, and they were not tried.
func (run *Lead) mayTryFirst() (out []*sheet.Check) {
	if run.AnyMoved() || run.Looks() {
		return nil
	}
	for i := range run.Sheet.Checks {
		c := &run.Sheet.Checks[i]
		if given, tried := run.Checks[c.ID]; (!tried || len(given.Unmet) > 0) && c.Kind != sheet.CheckCondition && c.Tabled() {
			out = append(out, c)
		}
	}
	return out
}

// offerFirst offers them beside what is read as found.
func (run *Lead) offerFirst(a *Advice) {
	for _, c := range run.mayTryFirst() {
		if about := record.AboutFound.Of(c.ID); run.Decisions[about].Choice == "" {
			a.Choices = append(a.Choices, record.Choice{About: about, Choice: record.ChoiceFirst, Label: "First as it came: " + c.Name})
		}
	}
}

// asFound are the proofs that were chosen to be made as found: before anything is turned.
func (l *listing) asFound() {
	run := l.run
	for _, c := range run.mayTryFirst() {
		about := record.AboutFound.Of(c.ID)
		if run.Decisions[about].Choice != record.ChoiceFirst {
			continue
		}
		t := l.add(named(run.Sheet.Trying(c, nil), "found:"+c.ID, l.first...), func() Advice {
			a := run.ask(c, record.Answered{}, false)
			a.More = append(a.More, "As it came: this proves nothing, it is laid beside what it does in the end.")
			a.Choices = []record.Choice{{About: about, Choice: record.ChoiceLeaveOut, Label: "Leave it out"}}
			return a
		})
		t.looks, t.step = true, run.foundStep()
		l.swept = append(l.swept, t.ID)
	}
}

// foundStep is where something is read as found: the step for it, else the first that sets.
func (run *Lead) foundStep() string {
	for _, kind := range []sheet.StepKind{sheet.StepFound, sheet.StepSetting} {
		if id := run.StepOf(kind); id != "" {
			return id
		}
	}
	return ""
}
