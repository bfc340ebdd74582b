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

// Plot is a travel of the rig: what is shown along it, and what of the picture follows.
type Plot struct {
	bench.Plot
	Moving []picture.Moving `json:"moving"`
}

// plotsOf are the plots whose shape is the point of the family: now, and then where it differs,
// with its limits.
func plotsOf(now, then standing, sweeps []rig.Sweep, moving [][]picture.Moving) ([]Plot, error) {
	before, err := then.sweeps()
	if err != nil {
		return nil, err
	}
	out := []Plot{}
	for i, sweep := range sweeps {
		p := Plot{Plot: plotOf(sweep, before[i]), Moving: []picture.Moving{}}
		band(now.Sheet, &p.Plot)
		if i < len(moving) {
			p.Moving = moving[i]
		}
		out = append(out, p)
	}
	return out, nil
}

func plotOf(sweep, before rig.Sweep) bench.Plot {
	var names []string
	for _, n := range sweep.Named {
		names = append(names, quantity.Number(n.At, 1)+" "+n.Name)
	}
	p := bench.Plot{X: fmt.Sprintf("%s (%s)", sweep.Over, strings.Join(names, ", ")), Y: sweep.Shows, At: sweep.At, Series: []bench.Series{}}
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
	return p
}

func (s standing) sweeps() ([]rig.Sweep, error) {
	m, err := s.Rig.Model()
	if err != nil {
		return nil, err
	}
	return m.Sweeps(mostPlaces)
}

// travelsOf are the places of each sweep at which the picture is drawn; between them what moves
// is drawn between.
func travelsOf(sweeps []rig.Sweep) (out [][]picture.Moved) {
	for _, sweep := range sweeps {
		var travel []picture.Moved
		for i := 0; i < len(sweep.At); i += drawnEvery {
			one := picture.Moved{Share: float64(i) / float64(len(sweep.At)-1), Shows: map[rig.Swept]float64{}}
			for _, c := range sweep.Curves {
				one.Shows[rig.Swept(c.Name)] = c.Values[i]
			}
			travel = append(travel, one)
		}
		out = append(out, travel)
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
