package whatif

import (
	"maps"
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/sheet"
)

// Want is what is asked for instead of what the sheet wants: another window of a reading, from
// and to in its unit by the id of its point, and another answer of a check, in its words.
type Want struct {
	Windows map[string][]float64 `json:"windows,omitempty"`
	Answers map[string]string    `json:"answers,omitempty"`
}

// put makes a sheet want it; its points and checks are its own already.
func (w Want) put(s *sheet.Sheet) error {
	for _, id := range slices.Sorted(maps.Keys(w.Windows)) {
		p, ends, field := s.Point(id), w.Windows[id], "want.windows."+id
		switch {
		case p == nil || p.Measures == "":
			return fault.At(field, "nothing of this name is read")
		case len(ends) != 2 || math.IsNaN(ends[0]+ends[1]) || math.Abs(ends[0])+math.Abs(ends[1]) > mostFigure:
			return fault.At(field, "write from and to")
		case ends[0] > ends[1]:
			return fault.At(field, "from lies above to: swap them")
		}
		target := (ends[0] + ends[1]) / 2
		p.Target, p.Minus, p.Plus, p.Chart = &target, target-ends[0], ends[1]-target, ""
	}
	for _, id := range slices.Sorted(maps.Keys(w.Answers)) {
		c, given, field := s.Check(id), w.Answers[id], "want.answers."+id
		if c == nil || c.Proves == "" {
			return fault.At(field, "nothing of this name is tried")
		}
		a := c.Given(given)
		if a == nil || len(a.Sense) == 0 {
			return fault.At(field, "write one of its answers: %s", strings.Join(ids(answers(c)), ", "))
		}
		c.Wanted = a.Sense[0]
	}
	return nil
}

// answers are those of a check that its rig tells.
func answers(c *sheet.Check) (out []lead.AskAnswer) {
	for _, a := range c.Answers {
		if len(a.Sense) > 0 {
			out = append(out, lead.AskAnswer{ID: a.ID, Says: a.Says})
		}
	}
	return out
}

func ids(list []lead.AskAnswer) (out []string) {
	for _, a := range list {
		out = append(out, a.ID)
	}
	return out
}

// Asked is something that can be asked for: a reading with the window it is to have, or a check
// with the answer it is to give.
type Asked struct {
	ID      string           `json:"id"`
	Says    string           `json:"says"`
	Unit    string           `json:"unit,omitempty"`
	From    *float64         `json:"from,omitempty"`
	To      *float64         `json:"to,omitempty"`
	Answer  string           `json:"answer,omitempty"`
	Answers []lead.AskAnswer `json:"answers,omitempty"`
	Other   bool             `json:"other,omitempty"` // than the sheet wants
}

// askable lists what can be asked for, as it is asked for now.
func askable(now standing, w Want) []Asked {
	out := []Asked{}
	for i := range now.Points {
		p := &now.Points[i]
		band, ok := p.Limits()
		_, other := w.Windows[p.ID]
		if p.Measures == "" || !ok || now.Superseded(p.ID) {
			continue
		}
		out = append(out, Asked{ID: p.ID, Says: p.Name, Unit: now.UnitOf(p), From: &band.Min, To: &band.Max, Other: other})
	}
	for i := range now.Checks {
		c := &now.Checks[i]
		_, other := w.Answers[c.ID]
		if all := answers(c); c.Proves != "" && len(all) > 1 {
			out = append(out, Asked{ID: c.ID, Says: c.Name, Answer: c.Good().ID, Answers: all, Other: other})
		}
	}
	return out
}
