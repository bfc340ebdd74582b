package whatif

import (
	"strings"

	"brankel/rigging/bench"
	"brankel/rigging/sheet"
)

// aroundKnobs are what the charts lie over.
func aroundKnobs(s *sheet.Sheet, now Stand) []Knob {
	out := []Knob{}
	for i := range s.Charts {
		c := &s.Charts[i]
		if c.At == "" {
			continue
		}
		says, unit, _ := strings.Cut(c.Over, ", ")
		from, to := c.Ends()
		out = append(out, Knob{Name: c.At, Says: says, Unit: unit, Value: s.AirOf(c, now.Around), Step: 1, Min: from, Max: to})
	}
	return out
}

// band adds the window of what lies on a chart to a plot over the same.
func band(s *sheet.Sheet, p *bench.Plot) {
	for i := range s.Charts {
		c := &s.Charts[i]
		if c.At == "" || !strings.HasPrefix(p.X, c.At+",") {
			continue
		}
		for k := range s.Points {
			of := &s.Points[k]
			if of.Chart != c.ID {
				continue
			}
			low, high := bench.Series{Name: "at least", Look: "limit"}, bench.Series{Name: "at most", Look: "limit"}
			for _, at := range p.At {
				if v, ok := c.Value(at); ok {
					least, most := v-of.Minus, v+of.Plus
					low.Values, high.Values = append(low.Values, &least), append(high.Values, &most)
				} else {
					low.Values, high.Values = append(low.Values, nil), append(high.Values, nil)
				}
			}
			p.Series = append(p.Series, low, high)
		}
	}
}
