package sheet

import (
	"maps"
	"slices"
	"strings"

	"brankel/rigging/rig"
)

// Serves is where on its range an adjuster may stand, by the nominal rig, for all the checks
// to give what is wanted: from and to in the adjuster's own unit, and the range itself. It is
// asked of a sheet whose places are written out. ok is false without a rig, without a range, and
// where nothing on the range serves.
func (s *Sheet) Serves(a *Adjuster, checks []string) (from, to float64, within Range, ok bool) {
	known := once(s, servesKey{s.Rig, a, strings.Join(checks, "\x00")}, func() serving { // every place of a range is asked of the rig
		return s.serves(a, checks)
	})
	return known.from, known.to, known.within, known.ok
}

// servesKey is what a serving is known by: a rig, since a sheet of another is copied with what is kept, an adjuster and its checks.
type servesKey struct {
	of     *rig.Rig
	a      *Adjuster
	checks string
}

type serving struct {
	from, to float64
	within   Range
	ok       bool
}

func (s *Sheet) serves(a *Adjuster, checks []string) (out serving) {
	within, told := s.RangeOf(a, "")
	out.within = within
	if !told || s.Rig == nil || a.Works == "" {
		return out
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
		if !out.ok {
			out.from, out.ok = at, true
		}
		out.to = at
	}
	return out
}
