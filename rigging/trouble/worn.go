package trouble

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/setup"
	"brankel/rigging/sheet"
)

// Worn is looked at or felt on every rig of a family before anything is set: what makes a setting pointless. Where it asks
// the same as a test, it has the test's name and answers.
type Worn struct {
	ID      string                `json:"id"`
	Name    string                `json:"name"`
	Asks    string                `json:"asks"`
	Each    bool                  `json:"each,omitempty"`  // at each place
	Open    bool                  `json:"open,omitempty"`  // with the parts off that the sheet's readings have off
	Needs   map[setup.Kind]string `json:"needs,omitempty"` // how things of a kind stand meanwhile, or the hands; what a sheet has not is passed over
	Answers []Tells               `json:"answers"`         // the first is all right
}

// Tells is an answer and the cause that it tells of, "" for none.
type Tells struct {
	Word
	Cause string `json:"cause,omitempty"`
}

// faults tells what of it cannot be, at path.
func (w Worn) faults(path string, causes []Cause, l *fault.List) {
	says(l, path+".name", w.Name)
	says(l, path+".asks", w.Asks)
	if len(w.Answers) < 2 {
		l.Add(path+".answers", "write two answers at least, the first for what is all right")
	}
	few(l, path+".answers", len(w.Answers))
	seen := map[string]bool{}
	for i, a := range w.Answers {
		if !idShape.MatchString(a.ID) || len(a.ID) > longestID || seen[a.ID] {
			l.Add(fmt.Sprintf("%s.answers[%d].id", path, i), "write a name of its own, of small letters, digits, dots and dashes")
		}
		seen[a.ID] = true
		says(l, fmt.Sprintf("%s.answers[%d].says", path, i), a.Says)
		if known := slices.ContainsFunc(causes, func(c Cause) bool { return c.ID == a.Cause }); i == 0 && a.Cause != "" || i > 0 && !known {
			l.Add(fmt.Sprintf("%s.answers[%d].cause", path, i), "the first answer tells of nothing wrong, and every other names a cause of this file")
		}
	}
	few(l, path+".needs", len(w.Needs))
	for kind, way := range w.Needs {
		known := kind.Ways()
		if kind == setup.Hands {
			known = []string{setup.In, setup.Clear}
		}
		if !slices.Contains(known, way) {
			l.Add(path+".needs", "write kinds of things and one of their ways, such as a key that is in a pocket, or hands that are in or clear")
			return
		}
	}
}

// lookAt begins the name of a check that looks at a worn part: the rest is its name here.
const lookAt = "look-"

// Looks are the worn parts of a family as checks of a sheet, with its things as they stand meanwhile; without those that
// it has already under the same name.
func (k *Knowledge) Looks(s *sheet.Sheet) (out []sheet.Check) {
	for _, w := range k.Worn {
		id := lookAt + w.ID
		if s.Check(id) != nil || w.Each && len(s.Places) == 0 {
			continue
		}
		c := sheet.Check{ID: id, Name: w.Name, Ask: w.Asks, Kind: sheet.CheckCondition, Each: w.Each, Needs: w.needs(s)}
		for _, a := range w.Answers {
			c.Answers = append(c.Answers, sheet.Answer{ID: a.ID, Says: a.Says, PointsTo: k.why(a.Cause), Stop: a.Cause != ""})
		}
		out = append(out, c)
	}
	return out
}

// why is what follows from a cause, "" for none.
func (k *Knowledge) why(cause string) string {
	for _, c := range k.Causes {
		if c.ID == cause {
			return c.End.Why
		}
	}
	return ""
}

// needs are those of the kinds by the names the sheet has for them.
func (w Worn) needs(s *sheet.Sheet) setup.Needs {
	out := setup.Needs{}
	if way, ok := w.Needs[setup.Hands]; ok {
		out[setup.Hands] = setup.AnyOf{way}
	}
	for i := range s.Things {
		if way, ok := w.Needs[s.Things[i].Kind]; ok && s.Things[i].Way(way) != nil {
			out[s.Things[i].ID] = setup.AnyOf{way}
		}
	}
	for i := range s.Points {
		for id, ways := range s.Points[i].Needs {
			if t := s.Thing(id); w.Open && t != nil && t.Kind == setup.Part && !strings.Contains(id, "{") {
				out[id] = slices.Clone(ways)
			}
		}
	}
	if len(out) == 0 {
		return nil
	}
	return out
}
