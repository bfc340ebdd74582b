package whatif

import (
	"maps"
	"math"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
)

// mostFigure is how large a figure of a part may be written, in its own unit.
const mostFigure = 20_000

// leastFigure is the smallest figure of a part that is not nothing: what divides by less leads
// out of all numbers.
const leastFigure = 0.001

// otherParts is the rig with figures of its geometry otherwise: a wrong lever radius, another
// spring. Whether a rig can be like this its model tells.
func otherParts(r rig.Rig, figures map[string]float64, at string) (rig.Rig, error) {
	if len(figures) == 0 {
		return r, nil
	}
	m, err := r.Model()
	if err != nil {
		return r, fault.Below(at, err)
	}
	known := m.Figures()
	for _, path := range slices.Sorted(maps.Keys(figures)) {
		v, field := figures[path], at+".figures."+path
		switch {
		case !slices.ContainsFunc(known, func(f rig.Figure) bool { return f.Path == path }):
			return r, fault.At(field, "no part of this rig has such a figure")
		case math.IsNaN(v) || math.Abs(v) > mostFigure:
			return r, fault.At(field, "write up to %d", mostFigure)
		case v != 0 && math.Abs(v) < leastFigure:
			return r, fault.At(field, "write 0, or at least %g", leastFigure)
		}
		if r, err = r.With(path, v); err != nil {
			return r, fault.Below(at, err)
		}
		if _, err := r.Model(); err != nil {
			return r, fault.At(field, "a rig cannot be like this: %s", because(err))
		}
	}
	return r, nil
}

// because is what a model says against a figure, without the place.
func because(err error) string {
	if f, ok := err.(*fault.Fault); ok {
		return f.Message
	}
	return err.Error()
}

// parts are the figures that another part would change, as they are now.
func parts(s *sheet.Sheet, now standing) []Knob {
	out := []Knob{}
	m, err := s.Rig.Model()
	if err != nil {
		return out
	}
	will, err := now.Rig.Model()
	if err != nil {
		return out
	}
	is := will.Figures()
	for i, f := range m.Figures() {
		size := math.Max(math.Abs(f.Value), 0.1)
		step := math.Pow(10, math.Floor(math.Log10(size)-0.3)) / 10
		out = append(out, Knob{Name: f.Path, Says: f.Says, Unit: f.Unit, Value: is[i].Value, Step: math.Max(step, 0.01), Min: -mostFigure,
			Max: mostFigure})
	}
	return out
}
