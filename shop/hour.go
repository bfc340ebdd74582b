package shop

import (
	"cmp"
	"slices"
	"strings"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/manual"
)

// HourIn is a page of figures as somebody writes it: the texts by the id of each ask, and the ask whose blank is touched.
type HourIn struct {
	Family  string            `json:"family"`
	School  string            `json:"school,omitempty"`
	Texts   map[string]string `json:"texts"`
	Touched string            `json:"touched,omitempty"`
}

// Hour is the page: what is asked, what was understood, and the mechanism with what is given and touched on it.
type Hour struct {
	Family  string         `json:"family"`
	Name    string         `json:"name"`
	School  string         `json:"school"` // "" where there is none to choose
	Schools []sheet.School `json:"schools"`
	// ByFunction tells that it can be set without any figure: by the school of that name.
	ByFunction bool           `json:"by_function"`
	Cable      string         `json:"cable"` // as its sheet will call it
	Asks       []manual.Ask   `json:"asks"`
	Page       manual.Page    `json:"page"`
	Picture    *picture.Scene `json:"picture,omitempty"` // with what is touched on it
}

// Hour reads a page of figures. Nothing is kept. The error is a *fault.Fault.
func (s *Shop) Hour(in HourIn) (Hour, error) {
	asked, err := manual.Asks(in.Family, in.School)
	if err != nil {
		return Hour{}, err
	}
	page, err := manual.Understand(in.Family, in.School, in.Texts)
	if err != nil {
		return Hour{}, err
	}
	whole, err := s.usual(in.Family)
	if err != nil {
		return Hour{}, err
	}
	out := Hour{Family: in.Family, Name: sheet.FamilyOf(in.Family).Name, School: asked.School, Schools: nonNil(whole.Schools),
		Cable: whole.Cable, Asks: asked.Asks, Page: page, ByFunction: manual.CanByFunction(in.Family)}
	school := asked.School
	if school == manual.ByFunction {
		school = whole.Manual()
	}
	out.Picture = pointed(whole.For(school), out, in.Touched)
	return out, nil
}

// pointed is the mechanism with the figure whose blank is touched where it is read.
func pointed(s *sheet.Sheet, h Hour, touched string) *picture.Scene {
	drawn, ok := tell.RigOf(s)
	if !ok {
		return nil
	}
	for i, a := range h.Asks {
		if a.ID != touched {
			continue
		}
		says := cmp.Or(h.Page.Read[i].Says, a.Faint)
		for j := range s.Points {
			p := &s.Points[j]
			if slices.ContainsFunc(a.Points, func(id string) bool { return p.ID == id || strings.HasPrefix(p.ID, id+".") }) {
				drawn.Readings[rig.Reading(p.Measures)] = picture.Reading{Name: p.Name, Text: says, Now: true, Tone: picture.Now}
			}
		}
		if a.Adjuster != "" {
			for j := range s.Adjusters {
				if one := s.Adjusters[j]; one.ID == a.Adjuster || strings.HasPrefix(one.ID, a.Adjuster+".") {
					drawn.Adjusters[rig.Turned(one.Works)] = picture.Adjuster{Name: one.Name, Turn: "one " + cmp.Or(one.Notch, "turn"), Seen: one.Out.Seen, Out: true}
				}
			}
		}
	}
	scene, ok := picture.Draw(drawn)
	if !ok {
		return nil
	}
	return &scene
}
