package lead

import (
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// What admission asks of the lead.

// Choices are the ways on that are offered just now.
func (run *Lead) Choices() []record.Choice { return run.advice.Choices }

// Option is one of several parts or places to choose from, with the title of what it is chosen for; ok is false where
// there is none of that name.
func (run *Lead) Option(setting, id string) (title, name string, ok bool) {
	s := run.Known(setting)
	if s == nil {
		return "", "", false
	}
	o := s.option(id)
	if o == nil {
		return "", "", false
	}
	return s.Of.Title, o.Name, true
}

// StepNow is the step that is worked just now, nil for none.
func (run *Lead) StepNow() *sheet.Step {
	for _, s := range run.walk {
		if s.ID == run.advice.Step {
			return &s
		}
	}
	return nil
}
