package manual

import (
	"math"
	"slices"
)

// fitting is the fit of the rig to what was given of some asks.
func (m *maker) fitting(list []asked) *fitting {
	f := &fitting{s: m.s, f: m.f, base: m.s.Rig.Geometry}
	m.s.Rig.Settings = m.settings()
	for i, one := range list {
		fig, given := m.is(one)
		if !given || one.Kind != Target && one.Kind != Chart {
			continue
		}
		for _, group := range one.Tells {
			if p := (param{paths(f.base, group), m.f.near(group)}); !m.told[p.paths[0]] { // a step that was given is no guess
				f.add(p)
			}
		}
		point := m.s.Point(one.Points[len(one.Points)-1])
		if one.Kind == Target {
			if len(one.Tells) > 0 {
				f.wants = append(f.wants, want{i, point.ID, nil, fig, m.width(one)})
			}
			continue
		}
		for _, pair := range m.pairs(fig) {
			target := Figure{Target: pair[1], From: pair[1] - point.Minus, To: pair[1] + point.Plus} // its ask's tolerance
			f.wants = append(f.wants, want{i, point.ID, map[string]any{m.s.Charts[0].At: pair[0]}, target, point.Minus + point.Plus})
		}
	}
	return f
}

func (f *fitting) add(p param) {
	for _, one := range f.params {
		if one.paths[0] == p.paths[0] {
			return
		}
	}
	f.params = append(f.params, p)
}

// near is how far a figure usually goes that lies about nothing, 0 for one that goes by its proportion.
func (f *family) near(group string) float64 { return f.Near[group] }

func (m *maker) width(one asked) float64 {
	u := window(m.usual, one)
	return max(u.minus+u.plus, 1e-3)
}

// pairs are those of a chart; one alone goes the usual way up and down.
func (m *maker) pairs(fig Figure) [][]float64 {
	if len(fig.Pairs) > 1 {
		return fig.Pairs
	}
	c := m.usual.Charts[0]
	air, tension := fig.Pairs[0][0], fig.Pairs[0][1]
	from, to := c.Ends()
	usual, _ := c.Value(min(max(air, from), to))
	var out [][]float64
	for _, p := range c.Points {
		if p[0] != air {
			out = append(out, []float64{p[0], round(max(tension+p[1]-usual, tension/4))})
		}
	}
	out = append(out, []float64{air, tension})
	slices.SortFunc(out, func(a, b []float64) int { return int(math.Copysign(1, a[0]-b[0])) })
	return out
}

// settled rounds what was found as a sheet has it, and marks it told.
func (m *maker) settled(g map[string]any) map[string]any {
	for _, one := range m.list {
		fig, given := m.is(one)
		if !given || one.Kind != Target && one.Kind != Chart {
			continue
		}
		for _, group := range one.Tells {
			for _, path := range paths(g, group) {
				v, _ := get(g, path)
				g = set(g, path, math.Round(v*1e6)/1e6)
				m.told[path] = true
			}
		}
		for _, path := range one.Also {
			g = set(g, path, fig.Target)
			m.told[path] = true
		}
	}
	return g
}
