package run

import (
	"fmt"

	"brankel/rigging/sheet"
)

// chosen is one of several parts or places: fitted, read and tried; the next one where that
// does not serve.
type chosen struct{}

func (chosen) progress(st State, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseFound:
		return st.foundDone(s)
	case PhaseSet:
		done = st.firstStale(s) == nil && !st.wrong(s) && st.badCheck(s) == nil
		if o := s.option(st.Chosen[s.Of.ID]); o != nil {
			summary = o.Name
		} else if done {
			summary = "as found"
		}
		return done, summary, st.Chosen[s.Of.ID] != ""
	case PhaseLock:
		return measured{}.progress(st, s, p)
	}
	return true, "", false
}

func (chosen) advise(st State, s *Setting, p Phase) Advice {
	switch p {
	case PhaseFound:
		return st.asFound(s)
	case PhaseLock:
		return measured{}.advise(st, s, p)
	}
	if a := st.firstStale(s); a != nil {
		return st.read(a.Point)
	}
	c := st.badCheck(s)
	if c != nil && !st.wrong(s) {
		if answer, ok := st.Checks[c.ID]; !ok || answer.Void {
			return st.ask(c, answer, ok)
		}
	}
	return st.choose(s, c)
}

func (s *Setting) option(id string) *sheet.Option {
	for i := range s.Of.Options {
		if s.Of.Options[i].ID == id {
			return &s.Of.Options[i]
		}
	}
	return nil
}

// choose offers what was not tried yet: what the rig of the sheet serves best with first.
func (st State) choose(s *Setting, c *sheet.Check) Advice {
	why := st.standsSay(s)
	if c != nil {
		why = failure(c, st.Checks[c.ID].Checked)
	}
	ask := &Choose{Setting: s.Of.ID, Title: s.Of.Title, Options: []ChooseOption{}}
	for _, o := range st.Sheet.Ranked(s.Of) {
		if !st.tried(s, o.ID) {
			ask.Options = append(ask.Options, ChooseOption{o.ID, o.Name})
		}
	}
	if len(ask.Options) == 0 {
		return st.cannotReach(s, why+" Every one of them was tried.")
	}
	a := Advice{Do: DoChoose, Choose: ask, Finding: why,
		Say: say(plain("Fit the "), Piece{ask.Options[0].Name, "turn"}, plain("."))}
	if len(ask.Options) > 1 {
		a.More = append(a.More, fmt.Sprintf("%d to choose from: the first is the one the sheet's rig is right with.", len(ask.Options)))
	}
	return a
}

// tried tells whether an option was fitted before and did not serve.
func (st State) tried(s *Setting, option string) bool {
	o := s.option(option)
	for _, m := range st.Moves[st.Repaired:] {
		if m.Setting == s.Of.ID && o != nil && m.Says == o.Name {
			return true
		}
	}
	return false
}
