package rig

import (
	"brankel/rigging/fault"
)

// Sweep is what a rig shows while its control goes through its travel, or what it stands in
// changes: the plot whose shape is the point of its family.
type Sweep struct {
	Over   string    // what is moved: "throttle, %"
	Shows  string    // what is read: "valve, mm"
	At     []float64 // places of Over, rising
	Curves []Curve
	Named  []Named
}

// Curve is what is read at each place; one that is Wanted is a limit, the same everywhere.
type Curve struct {
	Name   string
	Values []float64
	Wanted bool
}

// Named is a place of the control that has a name, and where it lies on the sweep.
type Named struct {
	Name string
	At   float64
}

// sweeping is how a family is swept: of reads a curve at a place of the control.
type sweeping struct {
	over, shows string
	from, to    float64
	curves      []sweptCurve
	named       []Named
}

type sweptCurve struct {
	name   string
	of     func(s *spot, at float64) float64
	wanted bool
}

// sweeps begins what a family shows along its travel.
func (w *mechanism) sweeps(over, shows string, from, to float64, named ...Named) {
	w.sweep = &sweeping{over: over, shows: shows, from: from, to: to, named: named}
	w.begun = w.sweep
}

// alsoSweeps begins a second one: another control, or a run in time.
func (w *mechanism) alsoSweeps(over, shows string, from, to float64, named ...Named) {
	w.second = &sweeping{over: over, shows: shows, from: from, to: to, named: named}
	w.begun = w.second
}

func (w *mechanism) curve(name Swept, of func(s *spot, at float64) float64) {
	w.begun.curves = append(w.begun.curves, sweptCurve{string(name), of, false})
}

// wanted is a limit of the plot.
func (w *mechanism) wanted(name string, v float64) {
	w.begun.curves = append(w.begun.curves, sweptCurve{name, func(*spot, float64) float64 { return v }, true})
}

// mostSweep is how many places a sweep has at the most.
const mostSweep = 1001

// Sweep reads the rig at n places of its control's travel, both ends among them. The error is
// a *fault.Fault.
func (m *Model) Sweep(n int) (Sweep, error) { return m.swept(m.works.sweep, n) }

// Sweeps are all of a family: the control's first, then what else there is, such as a run in
// time. The error is a *fault.Fault.
func (m *Model) Sweeps(n int) (out []Sweep, err error) {
	for _, w := range []*sweeping{m.works.sweep, m.works.second} {
		if w == nil {
			continue
		}
		one, err := m.swept(w, n)
		if err != nil {
			return nil, err
		}
		out = append(out, one)
	}
	return out, nil
}

func (m *Model) swept(w *sweeping, n int) (Sweep, error) {
	switch {
	case w == nil:
		return Sweep{}, fault.At("family", "nothing of this family is swept")
	case n < 2 || n > mostSweep:
		return Sweep{}, fault.At("places", "write 2 to %d places", mostSweep)
	}
	out := Sweep{Over: w.over, Shows: w.shows, Named: w.named, At: make([]float64, n)}
	for i := range out.At {
		out.At[i] = w.from + (w.to-w.from)*float64(i)/float64(n-1)
	}
	s := spot{e: m.stands(m.settings, nil), at: m.newAt()}
	begin, err := m.At(nil)
	if err != nil {
		return Sweep{}, err
	}
	for _, c := range w.curves {
		curve := Curve{Name: c.name, Wanted: c.wanted, Values: make([]float64, n)}
		for i, at := range out.At {
			s.at = begin.place
			curve.Values[i] = c.of(&s, at) + 0
		}
		out.Curves = append(out.Curves, curve)
	}
	return out, nil
}

// put is the spot with its control somewhere else.
func (s *spot) put(at any) *spot { return &spot{e: s.e, at: at} }
