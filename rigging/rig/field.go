package rig

import (
	"math"
	"slices"

	"brankel/rigging/fault"
)

// mostField is how many settings of each adjuster a field has at the most.
const mostField = 41

// Field tells at which settings of two adjusters every limit is met, all others staying: row by
// row of the second, each as wide as the first. Ranges are those asked, with a step so wide that
// they have at most 41 settings; each goes through where its adjuster stands.
type Field struct {
	X, Y Range
	Met  [][]bool
}

// Field asks the limits at every pair of settings. The error is a *fault.Fault.
func (m *Model) Field(limits []Limit, x, y Range) (Field, error) {
	gauges, err := m.gauges(limits)
	if err != nil {
		return Field{}, err
	}
	i, j := m.index(x.Adjuster), m.index(y.Adjuster)
	if i < 0 || j < 0 || i == j {
		return Field{}, fault.At("adjuster", "write two adjusters of the rig")
	}
	for _, r := range []Range{x, y} {
		if !(r.Step > 0) || !(r.Max >= r.Min) {
			return Field{}, fault.At("range", "write the least step that can be locked, and a range")
		}
	}
	x, y = x.coarse(m.settings[i]), y.coarse(m.settings[j])
	f := Field{X: x, Y: y}
	settings := slices.Clone(m.settings)
	s := spot{}
	for b := range y.count() {
		row := make([]bool, x.count())
		settings[j] = y.Min + float64(b)*y.Step
		for a := range row {
			settings[i] = x.Min + float64(a)*x.Step
			s.e = m.stands(settings, s.e)
			row[a] = !slices.ContainsFunc(gauges, func(g gauge) bool { return !g.good(&s) })
		}
		f.Met = append(f.Met, row)
	}
	return f, nil
}

// coarse is the range in whole steps from where the adjuster stands, wide enough for a field.
func (r Range) coarse(now float64) Range {
	now = math.Min(math.Max(now, r.Min), r.Max)
	wide := math.Ceil((r.Max - r.Min) / r.Step / (mostField - 1))
	r.Step *= math.Max(1, wide)
	in, out := math.Floor((now-r.Min)/r.Step+slack), math.Floor((r.Max-now)/r.Step+slack)
	r.Min, r.Max = now-in*r.Step, now+out*r.Step
	return r
}

func (r Range) count() int { return int(math.Round((r.Max-r.Min)/r.Step)) + 1 }
