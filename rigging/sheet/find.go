package sheet

import (
	"slices"
	"strings"
)

func find[T any](list []T, id string, of func(T) string) *T {
	for i := range list {
		if of(list[i]) == id {
			return &list[i]
		}
	}
	return nil
}

// Point is the point of that id, nil when there is none or no sheet; likewise the
// other finders.
func (s *Sheet) Point(id string) *Point {
	if s == nil {
		return nil
	}
	return find(s.Points, id, func(p Point) string { return p.ID })
}

// Adjuster is the adjuster of that id, nil where there is none.
func (s *Sheet) Adjuster(id string) *Adjuster {
	if s == nil {
		return nil
	}
	return find(s.Adjusters, id, func(a Adjuster) string { return a.ID })
}

// Check is the check of that id, nil where there is none.
func (s *Sheet) Check(id string) *Check {
	if s == nil {
		return nil
	}
	return find(s.Checks, id, func(c Check) string { return c.ID })
}

// State is the state of that id, nil where there is none.
func (s *Sheet) State(id string) *State {
	if s == nil {
		return nil
	}
	return find(s.States, id, func(t State) string { return t.ID })
}

// Position is the position of the control of that id, nil where there is none.
func (s *Sheet) Position(id string) *Position {
	if s == nil {
		return nil
	}
	return find(s.Line.Positions, id, func(p Position) string { return p.ID })
}

// Lead is the adjuster and the point of the first setting that is measured, and what a
// turn does to it; all three are nil when there is none.
func (s *Sheet) Lead() (*Adjuster, *Point, *Influence) {
	if s == nil {
		return nil, nil, nil
	}
	for _, one := range s.Settings {
		if one.Method != MethodMeasured {
			continue
		}
		for _, id := range one.Points {
			p := s.Point(id)
			if p == nil || p.Target == nil {
				continue
			}
			for _, adjuster := range one.Adjusters {
				if in := s.influence(adjuster, id); in != nil {
					return s.Adjuster(adjuster), p, in
				}
			}
		}
	}
	return nil, nil, nil
}

// AssumesRig tells whether what a turn does is assumed: the figures of the rig, or influences written by hand.
func (s *Sheet) AssumesRig() bool {
	return s.Source.Assumed || slices.ContainsFunc(s.Assumed, func(path string) bool {
		return strings.HasPrefix(path, "rig.") || strings.HasPrefix(path, "influence")
	})
}

// HasAssumed tells whether any figure is assumed: all for want of a source, or some
// that nobody has confirmed yet.
func (s *Sheet) HasAssumed() bool { return s.Source.Assumed || len(s.Assumed) > 0 }

// stepless is the least turn of what can be turned by any amount, in turns: what a hand can tell.
const stepless = 0.125

// LeastTurn is the least that is turned, in the adjuster's own unit: its step, an eighth where it has none. A step below
// that is walked an eighth at a time too.
func (a Adjuster) LeastTurn() float64 { return max(a.Step, stepless) }

// Whole tells whether it is counted in whole steps: clicks, notches, hooks.
func (a Adjuster) Whole() bool {
	return a.Step >= 1 && slices.Contains([]string{"click", "notch", "hook"}, a.Notch)
}

// Threaded tells whether the adjuster turns on a thread with a pitch.
func (a Adjuster) Threaded() bool {
	return slices.Contains([]AdjusterKind{Barrel, Clevis, Turnbuckle, JamNuts}, a.Kind)
}

// Led tells whether a run can be led by this sheet: something is set, and what a turn does
// to what is measured is known, from its rig or as it is written.
func (s *Sheet) Led() bool {
	for _, school := range s.schools() {
		as := s.For(school)
		for i := range as.Settings {
			if !as.answers(&as.Settings[i]) {
				return false
			}
		}
	}
	return len(s.Settings) > 0
}

// answers tells whether it is known what turning does to some reading with limits that the
// setting puts right.
func (s *Sheet) answers(one *Setting) bool {
	if one.Method != MethodMeasured {
		return true
	}
	return slices.ContainsFunc(one.Points, func(id string) bool {
		p := s.Point(id)
		return p != nil && (p.Target != nil || p.Chart != "") &&
			slices.ContainsFunc(one.Adjusters, func(a string) bool { return s.influence(a, id) != nil })
	})
}

// Reopened lists the ids of the points and checks that a move of the adjuster voids;
// nil when it voids nothing.
func (s *Sheet) Reopened(adjuster string) []string {
	if s == nil {
		return nil
	}
	for _, v := range s.Voids {
		if v.Moving == adjuster {
			return v.Reopens
		}
	}
	return nil
}

// Chart is the chart of that id, nil when there is none.
func (s *Sheet) Chart(id string) *Chart {
	return find(s.Charts, id, func(c Chart) string { return c.ID })
}

// Value is what the chart says at a place between its ends; ok is false beyond them: a
// chart is never drawn on.
func (c *Chart) Value(at float64) (v float64, ok bool) {
	for i := 1; i < len(c.Points); i++ {
		from, to := c.Points[i-1], c.Points[i]
		if len(from) == 2 && len(to) == 2 && at >= from[0] && at <= to[0] && to[0] > from[0] {
			return from[1] + (to[1]-from[1])*(at-from[0])/(to[0]-from[0]), true
		}
	}
	return 0, false
}

// PlaceSays is a place by the rig's name as this sheet calls it: an adjuster or a point; the hand's end, the cable, what it works.
func (s *Sheet) PlaceSays(place string) string {
	switch place {
	case "hand":
		return s.Line.Control
	case "works":
		return s.Line.Works
	case "cable":
		return "the cable"
	}
	for i := range s.Adjusters {
		if s.Adjusters[i].Works == place {
			return s.Adjusters[i].Name
		}
	}
	for i := range s.Points {
		if s.Points[i].Measures == place {
			return s.Points[i].Name
		}
	}
	return strings.ReplaceAll(place, "_", " ")
}
