package lead

import (
	"fmt"

	"brankel/rigging/sheet"
)

// chosen is one of several parts or places: fitted, read and tried; the next one where that
// does not serve.
type chosen struct{}

func (chosen) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseFound:
		return run.foundDone(s)
	case PhaseSet:
		done = run.firstStale(s) == nil && !run.wrong(s) && run.badCheck(s) == nil
		if o := s.option(run.Chosen[s.Of.ID]); o != nil {
			summary = o.Name
		} else if done {
			summary = "as found"
		}
		return done, summary, run.Chosen[s.Of.ID] != ""
	case PhaseLock:
		return measured{}.progress(run, s, p)
	}
	return true, "", false
}

func (chosen) advise(run *Lead, s *Setting, p Phase) Advice {
	switch p {
	case PhaseFound:
		return run.asFound(s)
	case PhaseLock:
		return measured{}.advise(run, s, p)
	}
	if a := run.firstStale(s); a != nil {
		return run.read(a.Point)
	}
	c := run.badCheck(s)
	if c != nil && !run.wrong(s) {
		if answer, ok := run.Checks[c.ID]; !ok || answer.Void {
			return run.ask(c, answer, ok)
		}
	}
	return run.choose(s, c)
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
func (run *Lead) choose(s *Setting, c *sheet.Check) Advice {
	why := run.standsSay(s)
	if c != nil {
		if answer, ok := run.Checks[c.ID]; ok && !answer.Void && !run.wrong(s) {
			why = failure(c, answer.Checked)
		}
	}
	ask := &Choose{Setting: s.Of.ID, Title: s.Of.Title, Options: []ChooseOption{}}
	for _, o := range run.Sheet.Ranked(s.Of, run.told(s)) {
		if !run.tried(s, o.ID) {
			ask.Options = append(ask.Options, ChooseOption{o.ID, o.Name})
		}
	}
	if len(ask.Options) == 0 {
		a := run.cannotReach(s, why+" Every one of them was tried.")
		if says := run.Sheet.SpringSays(s.Of, run.told(s)); says != "" {
			a.More = append([]string{says}, a.More...)
		}
		return a
	}
	a := Advice{Do: DoChoose, Choose: ask, Finding: why,
		Say: Say(Plain("Fit the "), Piece{ask.Options[0].Name, "turn"}, Plain("."))}
	if len(ask.Options) > 1 {
		a.More = append(a.More, fmt.Sprintf("%d to choose from: the first is the one the sheet's rig is right with.", len(ask.Options)))
	}
	return a
}

// tried tells whether an option was fitted before and did not serve.
func (run *Lead) tried(s *Setting, option string) bool {
	o := s.option(option)
	for _, m := range run.Moves[run.Repaired:] {
		if m.Setting == s.Of.ID && o != nil && m.Says == o.Name {
			return true
		}
	}
	return false
}

// told are figures of the rig that readings of a setting tell, taken with the part that is in: how heavy an arm is says
// which spring holds it.
func (run *Lead) told(s *Setting) map[string]float64 {
	out := map[string]float64{}
	for _, a := range s.Aims {
		if t := run.Latest(a.Point.ID, ""); t != nil && a.Point.Tells != "" {
			if v, ok := run.Sheet.Told(a.Point, s.option(run.Chosen[s.Of.ID]), t.Value); ok {
				out[a.Point.Tells] = v
			}
		}
	}
	return out
}
