package sheet

import (
	"maps"
	"math"
	"slices"

	"brankel/rigging/fault"
)

// Around is the sheet in the air that its charts lie over, by the rig's names: read and tried
// there, with the targets that the charts give there. What is missing is as the rig is meant. The
// error is a *fault.Fault with its name: what no chart lies over, or beyond a chart.
func (s *Sheet) Around(values map[string]float64) (*Sheet, error) {
	for _, name := range slices.Sorted(maps.Keys(values)) {
		if !slices.ContainsFunc(s.Charts, func(c Chart) bool { return c.At == name }) {
			return nil, fault.At(name, "no chart of this sheet lies over it")
		}
	}
	one := *s
	one.Points, one.Checks = slices.Clone(s.Points), slices.Clone(s.Checks)
	for i := range s.Charts {
		c := &s.Charts[i]
		if c.At == "" || s.Rig == nil {
			continue
		}
		v := s.AirOf(c, values)
		target, inside := c.Value(v)
		if !inside {
			from, to := c.Ends()
			return nil, fault.At(c.At, "the chart goes from %g to %g: write a figure between", from, to)
		}
		for k := range one.Points {
			p := &one.Points[k]
			p.At = plus(p.At, c.At, v)
			if p.Chart == c.ID {
				p.Target = &target
			}
		}
		for k := range one.Checks {
			one.Checks[k].At = plus(one.Checks[k].At, c.At, v)
		}
	}
	return &one, nil
}

func plus(at map[string]any, name string, v float64) map[string]any {
	out := map[string]any{name: v}
	maps.Copy(out, at)
	return out
}

// Ends are where a chart begins and ends.
func (c *Chart) Ends() (from, to float64) {
	if n := len(c.Points); n > 0 && len(c.Points[0]) == 2 && len(c.Points[n-1]) == 2 {
		return c.Points[0][0], c.Points[n-1][0]
	}
	return 0, 0
}

// AirOf is what a chart is read at: the value given, else what the rig is meant at, as far as the
// chart goes.
func (s *Sheet) AirOf(c *Chart, values map[string]float64) float64 {
	if v, ok := values[c.At]; ok {
		return v
	}
	v, ok := s.Rig.Geometry["at_"+c.At].(float64)
	if !ok {
		v = 20 // what a rig begins at
	}
	from, to := c.Ends()
	return math.Min(math.Max(v, from), to)
}
