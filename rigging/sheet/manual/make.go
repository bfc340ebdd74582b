package manual

import (
	"encoding/json"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/strict"
)

// question is what is asked for a sheet, as JSON has it.
type question struct {
	Family  string                     `json:"family"`
	School  string                     `json:"school"`
	Cable   string                     `json:"cable"`
	Source  json.RawMessage            `json:"source"` // a title, or title, section, revision and date
	Figures map[string]json.RawMessage `json:"figures"`
}

// From makes a sheet of {"family", "school", "cable", "source", "figures": {ID: FIGURE}}. The error is a fault.List of what
// is wrong, by path, or a *fault.Fault where it is no question.
func From(raw []byte) (*sheet.Sheet, error) {
	m, err := newMaker(raw)
	if err != nil {
		return nil, err
	}
	return m.make()
}

// maker makes one sheet.
type maker struct {
	q     question
	f     *family
	list  []asked
	usual *sheet.Sheet      // with what the school works by
	given map[string]Figure // by ask; of what the manual does not say, Unknown
	s     *sheet.Sheet      // that is made
	told  map[string]bool   // paths of the rig that were told
}

// How long a text of the question may be, and how many figures it may have: no family asks for half as many.
const (
	longestText = 300
	mostFigures = 20
)

func newMaker(raw []byte) (*maker, error) {
	m := &maker{given: map[string]Figure{}, told: map[string]bool{}}
	if err := strict.Decode(raw, &m.q); err != nil {
		return nil, err
	}
	for _, one := range []struct{ field, text string }{{"family", m.q.Family}, {"school", m.q.School}, {"cable", m.q.Cable}} {
		if len(one.text) > longestText {
			return nil, fault.At(one.field, "write %d letters at the most", longestText)
		}
	}
	if len(m.q.Figures) > mostFigures {
		return nil, fault.At("figures", "write %d figures at the most: those that are asked", mostFigures)
	}
	var err error
	if m.usual, m.f, m.list, err = page(m.q.Family, m.q.School); err != nil {
		return nil, err
	}
	m.usual.WorkOut()
	return m, m.read()
}

// read reads the figures; every fault is told.
func (m *maker) read() error {
	var f fault.List
	for _, one := range m.list {
		raw, there := m.q.Figures[one.ID]
		if !there || string(raw) == "null" {
			if one.Required {
				f.Add("figures."+one.ID, "nothing can be set without it: write %s", one.asks())
			}
			continue
		}
		var u usualWindow
		if one.Kind == Target {
			u = window(m.usual, one)
		}
		fig, err := read(one, raw, u)
		if err == nil && fig.Unknown && one.Required {
			err = fault.At("", "nothing can be set without it: write %s", one.asks())
		}
		if err == nil && !fig.Unknown {
			err = m.farFault(one, fig)
		}
		if err != nil {
			f = append(f, *fault.Below("figures."+one.ID, err).(*fault.Fault))
			continue
		}
		m.given[one.ID] = fig
	}
	for id := range m.q.Figures {
		if !slices.ContainsFunc(m.list, func(one asked) bool { return one.ID == id }) {
			f.Add("figures."+id, "no such figure is asked: %s", m.asks())
		}
	}
	slices.SortFunc(f, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
	return f.OrNil()
}

func (one asked) asks() string {
	says := strings.ToLower(one.Says[:1]) + one.Says[1:]
	if one.Unit == "" {
		return says
	}
	return says + ", in " + one.Unit
}

func (m *maker) asks() string {
	var out []string
	for _, one := range m.list {
		out = append(out, one.ID)
	}
	return strings.Join(out, ", ")
}

// farFault questions what no thread, click or notch is, and a number that is none of such a cable.
func (m *maker) farFault(one asked, fig Figure) error {
	usual := 0.0
	switch one.Kind {
	case Step:
		usual, _ = m.f.usualStep(m.usual, one)
	case Count:
		switch v := usualCount(m.usual, one).(type) {
		case float64:
			usual = v
		case span:
			usual = (v.From + v.To) / 2
		}
	default:
		return nil
	}
	switch {
	case fig.Number >= leastTold*usual && fig.Number <= mostTold*usual:
		return nil
	case one.Kind == Step && one.Unit == "mm" && fig.Number >= 8 && fig.Number <= 80:
		return fault.At("", "%g mm a turn is no thread: if there are %g threads to the inch, write %s", fig.Number, fig.Number,
			quantity.Number(25.4/fig.Number, 3))
	}
	return fault.At("", "%g %s is far from the usual %g: look again which figure it is, or write unknown", fig.Number, one.unit(), usual)
}

func (f *family) usualStep(s *sheet.Sheet, one asked) (float64, bool) {
	return get(s.Rig.Geometry, paths(s.Rig.Geometry, one.Tells[0])[0])
}

func (m *maker) make() (*sheet.Sheet, error) {
	m.s = copied(m.usual)
	m.direct()
	fit := m.fitting(m.list)
	at := fit.solve()
	m.s.Rig.Geometry = m.settled(fit.geometry(at))
	m.windows()
	if err := m.proved(fit, at); err != nil {
		return nil, err
	}
	m.s.WorkOut()
	m.drop()
	if len(m.s.Settings) == 0 {
		return nil, fault.At("school", "nothing of this cable can be set by function alone: write the figures that its manual gives")
	}
	if err := m.title(); err != nil {
		return nil, err
	}
	m.assume()
	s, err := sheet.Parse(m.s.JSON())
	if err != nil {
		return nil, err
	}
	return s, nil
}

func copied(s *sheet.Sheet) *sheet.Sheet {
	out := &sheet.Sheet{}
	if err := json.Unmarshal(s.JSON(), out); err != nil {
		panic(err) // it was written by the same hand
	}
	return out
}

// is tells what was given of an ask; false for what was not, and for what the manual does not say.
func (m *maker) is(one asked) (Figure, bool) {
	f, there := m.given[one.ID]
	return f, there && !f.Unknown
}

func (m *maker) title() error {
	s := m.s
	s.ID, s.Revision = m.q.Family, 1
	if m.q.Cable != "" {
		s.Cable = m.q.Cable
	}
	s.Source = sheet.Source{Title: "figures of a manual that was not named"}
	if m.q.School == ByFunction {
		s.Source.Title = "by function and feel: no manual was at hand"
	}
	if len(m.q.Source) > 0 && string(m.q.Source) != "null" {
		var title string
		if json.Unmarshal(m.q.Source, &title) == nil {
			if strings.TrimSpace(title) != "" {
				s.Source.Title = strings.TrimSpace(title)
			}
		} else if err := strict.Decode(m.q.Source, &s.Source); err != nil {
			return fault.Below("source", err)
		}
	}
	chain := []sheet.Part{} // which make the usual one is of nobody asked
	for _, p := range s.Chain {
		chain = append(chain, sheet.Part{Role: p.Role, Name: "as fitted", Sits: p.Sits})
	}
	s.Chain, s.PartRules = chain, nil
	s.Applies = sheet.Effectivity{Unit: s.Applies.Unit, Hand: "either"}
	if hand, ok := rig.Look(s.Rig.Geometry, "hand").(string); ok {
		s.Applies.Hand = hand
	}
	return nil
}
