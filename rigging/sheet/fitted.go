package sheet

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"brankel/rigging/lattice"
	"brankel/rigging/quantity"
	"brankel/rigging/rig"
	"brankel/rigging/setup"
)

// Fitted is a sheet's rig set so that it shows what was read, as near as it can: Settings in
// the rig's names, and by point what was read beyond what the rig shows there.
type Fitted struct {
	Settings map[string]float64
	Rest     map[string]float64
}

// fitRounds bounds the search: a fit of straight pieces ends after a few.
const fitRounds = 12

// hold is how much the fit is held to where all is right, as a part of what a reading tells:
// an adjuster that no reading tells of stays there.
const hold = 1e-3

// Fit finds the settings that fit the readings best, by least squares in parts of each
// window's width. The sheet is one as a school works it (For); ok is false without a rig or
// when no reading tells of it.
func (s *Sheet) Fit(shows map[string]float64) (f Fitted, ok bool) {
	if s.Rig == nil {
		return f, false
	}
	fit := fitting{sheet: s, shows: shows}
	for i := range s.Points {
		p := &s.Points[i]
		if _, there := shows[p.ID]; there && p.Measures != "" {
			fit.points = append(fit.points, p)
		}
	}
	for _, a := range s.Adjusters {
		if a.Works != "" && len(a.Hooks) == 0 {
			r, bounded := s.RangeOf(&a, "")
			if !bounded {
				r = Range{math.Inf(-1), math.Inf(1)}
			}
			fit.works, fit.ranges = append(fit.works, a.Works), append(fit.ranges, r)
		}
	}
	if len(fit.points) == 0 || len(fit.works) == 0 {
		return f, false
	}
	return fit.solve()
}

type fitting struct {
	sheet  *Sheet
	shows  map[string]float64
	points []*Point
	works  []string
	ranges []Range
}

// width is how far a reading may lie off before it tells something.
func (p *Point) width() float64 {
	if w := p.Minus + p.Plus; w > 0 {
		return w
	}
	return 1
}

// off is how far the readings lie beyond what the rig shows at the settings, in widths.
func (f *fitting) off(at []float64) (out []float64, ok bool) {
	settings := maps.Clone(f.sheet.Rig.Settings)
	if settings == nil {
		settings = map[string]float64{}
	}
	for i, name := range f.works {
		settings[name] = at[i]
	}
	for _, p := range f.points {
		v, there := f.sheet.showsAt(p, settings)
		if !there {
			return nil, false
		}
		out = append(out, (f.shows[p.ID]-v)/p.width())
	}
	return out, true
}

// showsAt is what the rig shows of a point, its states made.
func (s *Sheet) showsAt(p *Point, settings map[string]float64) (float64, bool) {
	m, where, err := s.model(settings, p.States, p.Needs, p.At)
	if err != nil {
		return 0, false
	}
	answer, err := m.Answer(where)
	v, there := answer.Readings[p.Measures]
	return v, err == nil && there
}

func (f *fitting) solve() (out Fitted, ok bool) {
	n := len(f.works)
	nominal := make([]float64, n)
	for i, name := range f.works {
		nominal[i] = f.sheet.Rig.Settings[name]
	}
	at := slices.Clone(nominal)
	off, ok := f.off(at)
	if !ok {
		return out, false
	}
	cost := func(at, off []float64) (sum float64) {
		for _, v := range off {
			sum += v * v
		}
		for i := range at {
			sum += hold * (at[i] - nominal[i]) * (at[i] - nominal[i])
		}
		return sum
	}
	best := cost(at, off)
	for range fitRounds {
		next, nextOff, lower := f.step(at, nominal, off, func(a, o []float64) bool { return cost(a, o) < best-1e-9 })
		if !lower {
			break
		}
		at, off, best = next, nextOff, cost(next, nextOff)
	}
	out = Fitted{Settings: maps.Clone(f.sheet.Rig.Settings), Rest: map[string]float64{}}
	if out.Settings == nil {
		out.Settings = map[string]float64{}
	}
	for i, name := range f.works {
		out.Settings[name] = at[i]
	}
	for i, p := range f.points {
		out.Rest[p.ID] = off[i] * p.width()
	}
	return out, true
}

// step goes where the slopes at a place lead, less far until it is lower there.
func (f *fitting) step(at, nominal, off []float64, lower func(at, off []float64) bool) (next, nextOff []float64, ok bool) {
	n := len(at)
	a, b := make([][]float64, n), make([]float64, n)
	slopes := make([][]float64, n)
	for i := range n {
		there := slices.Clone(at)
		by := 1.0
		if there[i]+by > f.ranges[i].Max {
			by = -1
		}
		there[i] += by
		o, ok := f.off(there)
		if !ok {
			return nil, nil, false
		}
		slopes[i] = make([]float64, len(off))
		for k := range off {
			slopes[i][k] = (off[k] - o[k]) / by // what the rig shows more, in widths
		}
	}
	for i := range n {
		a[i] = make([]float64, n)
		for j := range n {
			for k := range off {
				a[i][j] += slopes[i][k] * slopes[j][k]
			}
		}
		a[i][i] += hold
		for k := range off {
			b[i] += slopes[i][k] * off[k]
		}
		b[i] -= hold * (at[i] - nominal[i])
	}
	move := lattice.SolveLinear(a, b)
	for _, part := range []float64{1, 0.5, 0.25, 0.1, 0.02} {
		next = slices.Clone(at)
		for i := range n {
			next[i] = min(max(at[i]+part*move[i], f.ranges[i].Min), f.ranges[i].Max)
		}
		if nextOff, ok = f.off(next); ok && lower(next, nextOff) {
			return next, nextOff, true
		}
	}
	return nil, nil, false
}

// Against says why no setting of a fitted rig serves: which windows cannot be met together,
// and which single part would allow it.
type Against struct {
	Windows []string `json:"windows"`
	Cures   []string `json:"cures"`
}

// mostCures is how many parts are named, the smallest change first.
const mostCures = 3

// Put is the least turning of a fitted rig that puts all inside, by the rig's names, in the
// unit of each; or why there is none.
type Put struct {
	By      map[string]float64
	Against *Against
}

// Against asks the fitted rig for a setting within what its adjusters can be set to, none
// going a way that it is stuck; nil when there is one, or when it cannot be asked.
func (s *Sheet) Against(f Fitted, stuck func(adjuster, way string) bool) *Against {
	p, _ := s.Possible(f, stuck)
	return p.Against
}

// Possible asks the same for the turning; ok is false when it cannot be asked.
func (s *Sheet) Possible(f Fitted, stuck func(adjuster, way string) bool) (put Put, ok bool) {
	r := *s.Rig
	r.Settings = f.Settings
	m, err := r.Model()
	if err != nil {
		return put, false
	}
	limits, says := s.asked(f)
	var ranges []rig.Range
	for _, a := range s.Adjusters {
		within, ok := s.RangeOf(&a, "")
		if a.Works == "" || a.MeasureOnly || !ok && len(a.Hooks) == 0 {
			continue
		}
		if stuck(a.ID, "in") {
			within.Min = f.Settings[a.Works]
		}
		if stuck(a.ID, "out") {
			within.Max = f.Settings[a.Works]
		}
		ranges = append(ranges, rig.Range{Adjuster: a.Works, Step: a.LeastTurn(), Min: within.Min, Max: within.Max})
	}
	if len(limits) == 0 || len(ranges) == 0 {
		return put, false
	}
	plan, err := m.Possible(limits, ranges)
	if err != nil {
		return put, false
	}
	if plan.Possible {
		put.By = map[string]float64{}
		for i, by := range plan.Moves {
			put.By[ranges[i].Adjuster] = by
		}
		return put, true
	}
	if len(plan.Contradict) == 0 {
		return put, false
	}
	out := &Against{Cures: []string{}}
	for _, i := range plan.Contradict {
		out.Windows = append(out.Windows, says[i])
	}
	for _, c := range plan.Cures {
		if len(out.Cures) == mostCures {
			break
		}
		out.Cures = append(out.Cures, c.Words())
	}
	put.Against = out
	return put, true
}

// asked are the windows and functions of the sheet as limits of the rig, each with its words;
// a window is moved by what was read beyond what the rig shows.
func (s *Sheet) asked(f Fitted) (limits []rig.Limit, says []string) {
	for i := range s.Points {
		p := &s.Points[i]
		band, ok := p.Limits()
		if !ok || p.Measures == "" || p.Stop != "" || s.Superseded(p.ID) || s.patched(p) {
			continue
		}
		_, at, err := s.model(f.Settings, p.States, p.Needs, p.At)
		if err != nil {
			continue
		}
		rest := f.Rest[p.ID]
		limits = append(limits, rig.Limit{Name: p.ID, Reading: p.Measures, Min: band.Min - rest, Max: band.Max - rest, At: at})
		says = append(says, fmt.Sprintf("%s %s to %s", p.Name, quantity.Number(band.Min, 1),
			withUnit(quantity.Number(band.Max, 1), s.UnitOf(p))))
	}
	for i := range s.Checks {
		c := &s.Checks[i]
		if c.Proves == "" {
			continue
		}
		m, at, err := s.model(f.Settings, nil, c.Needs, c.At)
		if err != nil {
			continue
		}
		wanted := c.Wanted
		if words := m.Words(c.Proves); wanted == "" && len(words) > 0 {
			wanted = words[0]
		}
		limits = append(limits, rig.Limit{Name: c.ID, Sense: c.Proves, Wanted: []string{wanted}, At: at})
		says = append(says, c.Name+": "+c.Good().Says)
	}
	return limits, says
}

// Superseded tells whether a later setting puts limits of its own in the place of a point's.
func (s *Sheet) Superseded(point string) bool {
	return slices.ContainsFunc(s.Settings, func(one Setting) bool { return contains(one.Supersedes, point) })
}

// patched tells whether a state or a thing sets an adjuster otherwise: what is read then says nothing of
// how it stands.
func (s *Sheet) patched(p *Point) bool {
	return slices.ContainsFunc(s.made(p.States, p.Needs), func(made *setup.Patch) bool {
		return len(made.Settings)+len(made.Condition) > 0
	})
}
