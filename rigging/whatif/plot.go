package whatif

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/bench"
	"brankel/rigging/picture"
	"brankel/rigging/quantity"
	"brankel/rigging/rig"
)

// mostPlaces is how many places of the travel are plotted; every so many of them is drawn.
const (
	mostPlaces = 61
	drawnEvery = 5
)

// plotOf is the plot whose shape is the point of the family: now, and then where it differs,
// with its limits.
func plotOf(now, then standing, sweep rig.Sweep) (*bench.Plot, error) {
	before, err := then.sweep()
	if err != nil {
		return nil, err
	}
	var names []string
	for _, n := range sweep.Named {
		names = append(names, quantity.Number(n.At, 1)+" "+n.Name)
	}
	p := &bench.Plot{X: fmt.Sprintf("%s (%s)", sweep.Over, strings.Join(names, ", ")), Y: sweep.Shows, At: sweep.At, Series: []bench.Series{}}
	for i, c := range sweep.Curves {
		look := "line"
		if c.Wanted {
			look = "limit"
		}
		p.Series = append(p.Series, bench.Series{Name: c.Name, Look: look, Values: pointers(c.Values)})
		if was := before.Curves[i]; !c.Wanted && !slices.Equal(was.Values, c.Values) {
			p.Series = append(p.Series, bench.Series{Name: c.Name + ", before", Look: "ghost", Values: pointers(was.Values)})
		}
	}
	band(now.Sheet, p)
	return p, nil
}

func (s standing) sweep() (rig.Sweep, error) {
	m, err := s.Rig.Model()
	if err != nil {
		return rig.Sweep{}, err
	}
	return m.Sweep(mostPlaces)
}

// travelOf are the places of the sweep at which the picture is drawn; between them what moves is
// drawn between.
func travelOf(sweep rig.Sweep) (out []picture.Moved) {
	for i := 0; i < len(sweep.At); i += drawnEvery {
		one := picture.Moved{Share: float64(i) / float64(len(sweep.At)-1), Shows: map[string]float64{}}
		for _, c := range sweep.Curves {
			one.Shows[c.Name] = c.Values[i]
		}
		out = append(out, one)
	}
	return out
}

func pointers(values []float64) []*float64 {
	out := make([]*float64, len(values))
	for i := range values {
		out[i] = &values[i]
	}
	return out
}
