package sheet

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/rig"
)

// Said is one figure of a sheet in words: the free play at the pedal, 18 mm.
type Said struct {
	Name  string `json:"name"`
	Value string `json:"value"` // "" where it has several
}

// ByWhom parts the figures of a sheet that has assumed ones: what its source gives, and what nobody has confirmed, in the order
// of the sheet. Both are nil where nothing is assumed, or everything for want of a source.
func (s *Sheet) ByWhom() (given, assumed []Said) {
	if len(s.Assumed) == 0 || s.Source.Assumed {
		return nil, nil
	}
	for _, path := range s.Figures() {
		if path != "rig.geometry" && !slices.Contains(s.Assumed, path) {
			given = append(given, s.said(path))
		}
	}
	for i, one := range s.Settings {
		path := fmt.Sprintf("settings[%d].steps", i)
		if (one.BackOff != nil || one.Steps > 0) && !slices.Contains(s.Assumed, path) {
			given = append(given, s.said(path))
		}
	}
	for _, path := range s.Assumed {
		assumed = append(assumed, s.said(path))
	}
	return given, assumed
}

// said is a figure in words, by its path.
func (s *Sheet) said(path string) Said {
	if at, is := strings.CutPrefix(path, "rig.geometry."); is {
		return s.saidOfRig(at)
	}
	list, rest, _ := strings.Cut(path, "[")
	no, field, _ := strings.Cut(rest, "]")
	i, err := strconv.Atoi(no)
	field = strings.TrimPrefix(field, ".")
	switch {
	case err != nil || i < 0:
	case list == "adjusters" && i < len(s.Adjusters):
		return s.Adjusters[i].said(field)
	case list == "points" && i < len(s.Points):
		p := &s.Points[i]
		if field == "plus" {
			return Said{"tolerance of the " + p.Name, withUnit("− "+quantity.Number(p.Minus, 2)+" + "+quantity.Number(p.Plus, 2), s.UnitOf(p))}
		}
		if band, ok := p.Limits(); ok {
			return Said{p.Name, withUnit(quantity.Number(band.Min, 2)+" to "+quantity.Number(band.Max, 2), s.UnitOf(p))}
		}
		return Said{p.Name, ""}
	case list == "settings" && i < len(s.Settings):
		one := s.Settings[i]
		if b := one.BackOff; b != nil {
			return Said{one.Title, quantity.Number(b.Min, 2) + " to " + quantity.Number(b.Max, 2) + " back"}
		}
		return Said{one.Title, quantity.Turns(one.Steps)}
	case list == "charts" && i < len(s.Charts):
		return Said{s.Charts[i].Name, ""}
	case list == "lost_motion" && i < len(s.LostMotion):
		return Said{"lost motion", withUnit(quantity.Number(s.LostMotion[i].Limit, 2), "mm")}
	}
	return Said{path, ""}
}

func (a Adjuster) said(field string) Said {
	switch {
	case field == "pitch":
		return Said{a.Name + ": a turn", quantity.Number(a.Pitch, 3) + " mm"}
	case field == "lock.torque" && a.Lock != nil && a.Lock.Torque != nil:
		return Said{a.Name + ": its lock", quantity.Number(*a.Lock.Torque, 1) + " Nm"}
	case field == "threads" && a.Threads != nil:
		return Said{a.Name + ": threads in", fmt.Sprintf("%s at the least", quantity.Number(a.Threads.Min, 1))}
	}
	return Said{a.Name, ""}
}

func (s *Sheet) saidOfRig(path string) Said {
	if s.Rig == nil {
		return Said{path, ""}
	}
	m, err := s.Rig.Model()
	if err != nil {
		return Said{path, ""}
	}
	says, unit, ok := m.Says(path)
	if !ok {
		says = path
	}
	v := rig.Look(s.Rig.Geometry, path)
	number, is := v.(float64)
	if !is {
		return Said{says, fmt.Sprint(v)}
	}
	return Said{says, withUnit(quantity.Number(number, 3), unit)}
}
