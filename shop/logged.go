package shop

import (
	"context"

	"brankel/rigging/logged"
)

// LoggedIn is a table of readings that were logged elsewhere. Columns are left out where they are to be guessed.
type LoggedIn struct {
	File    string          `json:"file"`
	Text    string          `json:"text"`
	Columns *logged.Columns `json:"columns,omitempty"`
}

// Logged tells what a table makes on a run; nothing is kept. The error is a *fault.Fault, a *Refusal or ErrNotFound.
func (s *Shop) Logged(ctx context.Context, run string, in LoggedIn) (logged.Looked, error) {
	o, err := s.open(ctx, run)
	if err != nil {
		return logged.Looked{}, err
	}
	defer o.done()
	if o.state.Signed != nil {
		return logged.Looked{}, &Refusal{Status: 409, Field: "run", Message: "this run is signed: open a new one for readings that come after it"}
	}
	b, err := s.around(ctx, o, false)
	if err != nil {
		return logged.Looked{}, err
	}
	return logged.Look(b, o.state, in.File, in.Text, in.Columns)
}
