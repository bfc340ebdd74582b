package sheet

import (
	"maps"
	"slices"
)

// Serves is where on its range an adjuster may stand, by the nominal rig, for all the checks
// to give what is wanted: from and to in the adjuster's own unit, and the range itself. It is
// asked of a sheet whose places are written out. ok is false without a rig, without a range, and
// where nothing on the range serves.
func (s *Sheet) Serves(a *Adjuster, checks []string) (from, to float64, within Range, ok bool) {
	within, told := s.RangeOf(a, "")
	if !told || s.Rig == nil || a.Works == "" {
		return 0, 0, within, false
	}
	settings := maps.Clone(s.nominal(""))
	good := func(at float64) bool {
		settings[a.Works] = at
		return !slices.ContainsFunc(checks, func(id string) bool {
			c := s.Check(id)
			if c == nil || c.Proves == "" {
				return false
			}
			m, where, err := s.model(settings, nil, c.Needs, c.At)
			if err != nil {
				return true
			}
			answer, err := m.Answer(where)
			return err != nil || !slices.Contains(c.Good().Sense, answer.Senses[c.Proves])
		})
	}
	step := a.LeastTurn()
	for at := within.Min; at <= within.Max+1e-9; at += step {
		if !good(at) {
			continue
		}
		if !ok {
			from, ok = at, true
		}
		to = at
	}
	return from, to, within, ok
}
