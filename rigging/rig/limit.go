package rig

import (
	"math"
	"slices"

	"brankel/rigging/fault"
)

// Limit is what must be so at a place of the control: a reading from Min to Max, or a
// sense that gives one of the words wanted. Name is what the asker calls it.
type Limit struct {
	Name    string
	Reading string
	Min     float64 // −Inf for none
	Max     float64 // +Inf for none
	Sense   string
	Wanted  []string
	At      At
}

// gauge is a limit made ready to be asked.
type gauge struct {
	at       At
	min, max float64
	read     func(*spot) float64
	tell     func(*spot) string
	wanted   []string
}

// gauges reads the limits; the error names the limit by its place: limits[2].sense.
func (m *Model) gauges(limits []Limit) ([]gauge, error) {
	out := make([]gauge, len(limits))
	for i, l := range limits {
		at := "limits[" + itoa(i) + "]"
		g := gauge{at: l.At, min: l.Min, max: l.Max, wanted: l.Wanted}
		switch {
		case l.At.place == nil:
			return nil, fault.At(at+".at", "say where the control stands")
		case l.Reading != "":
			k := m.reading(l.Reading)
			if k < 0 {
				return nil, fault.At(at+".reading", "there is no reading %q: write %s", l.Reading, listed(m.Readings()))
			}
			if !(l.Min <= l.Max) {
				return nil, fault.At(at+".min", "the lower limit lies above the upper one: swap them")
			}
			g.read = m.works.readings[k].of
		default:
			k := m.sense(l.Sense)
			if k < 0 {
				return nil, fault.At(at+".sense", "there is no sense %q: write %s", l.Sense, listed(m.Senses()))
			}
			for _, word := range l.Wanted {
				if !slices.Contains(m.works.senses[k].words, word) {
					return nil, fault.At(at+".wanted", "%s never tells %q: write %s", l.Sense, word, listed(m.works.senses[k].words))
				}
			}
			g.tell = m.works.senses[k].of
		}
		out[i] = g
	}
	return out, nil
}

// good tells whether the limit is met at the spot, whose place it sets.
func (g *gauge) good(s *spot) bool {
	s.at = g.at.place
	if g.read == nil {
		return slices.Contains(g.wanted, g.tell(s))
	}
	v := g.read(s)
	return v >= g.min-slack && v <= g.max+slack
}

// Influence is what one turn, click, notch or mm outward of an adjuster adds to a
// reading, from the settings as they are; inward where outward shows nothing. The error
// is a *fault.Fault of a name that the model does not have.
func (m *Model) Influence(adjuster, reading string, at At) (float64, error) {
	i, k := m.index(adjuster), m.reading(reading)
	if i < 0 || m.works.adjusters[i].Places > 0 {
		return 0, fault.At("adjuster", m.noAdjuster(adjuster, false))
	}
	if k < 0 {
		return 0, fault.At("reading", "there is no reading %q: write %s", reading, listed(m.Readings()))
	}
	of := m.works.readings[k].of
	read := func(by float64) float64 {
		settings := slices.Clone(m.settings)
		settings[i] += by
		return of(&spot{e: m.stands(settings, nil), at: at.place})
	}
	now := read(0)
	if out := read(1) - now; math.Abs(out) > slack {
		return out, nil
	}
	return now - read(-1) + 0, nil
}

// Range is what an adjuster may be set to, in its own unit, and the least step that can
// be locked.
type Range struct {
	Adjuster       string
	Min, Max, Step float64
}
