package rig

import (
	"math"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/lattice"
)

// mostSteps is how many steps a range may have.
const mostSteps = 1e5

// Plan is what Possible finds. Moves has a signed move for each range, outward positive,
// in the adjuster's own unit; Turns is their sum whatever their way.
type Plan struct {
	Possible bool
	Moves    []float64
	Turns    float64

	Contradict []int  // where not possible: limits that cannot be met together, none of them in excess
	Cures      []Cure // and the single figures that would allow it, the smallest change first
}

// search is one question about a model.
type search struct {
	m      *Model
	gauges []gauge
	ranges []Range

	turned    []int // the ranges that are turned or slid
	index     []int // of every range's adjuster
	low, high []float64
	settings  []float64 // as they stand, places as they are tried

	best    []float64 // turns of turned, with the places of settings
	places  []float64
	total   float64
	found   bool
	scratch spot
	work    *int // done so far for the question, in rows of lattice
}

// mostWork is how much one question may cost, asking a rig once askWork of it: a few seconds. What
// a workshop asks needs a tenth of it.
const mostWork, askWork = 4 * lattice.MostWork, 200

func (s *search) spent() bool { return *s.work > mostWork }

// Possible finds the least turning, in whole steps within the ranges, that meets every
// limit: exactly, and without knowing the family. Another place of a quadrant counts as
// one turn; a seized adjuster stays. When nothing meets them all it says which limits
// contradict each other and which part would allow it. The error is a *fault.Fault.
func (m *Model) Possible(limits []Limit, ranges []Range) (Plan, error) {
	s, err := m.newSearch(limits, ranges)
	if err != nil {
		return Plan{}, err
	}
	s.solve()
	switch {
	case s.spent():
		return Plan{}, fault.At("ranges", "this would take too long to search: leave out adjusters that stay, or write a coarser step")
	case s.found:
		return s.plan(), nil
	}
	p := Plan{Contradict: s.contradiction()}
	p.Cures = m.cures(limits, ranges, s.work)
	return p, nil
}

func (m *Model) newSearch(limits []Limit, ranges []Range) (*search, error) {
	gauges, err := m.gauges(limits)
	if err != nil {
		return nil, err
	}
	s := &search{m: m, gauges: gauges, ranges: ranges, settings: slices.Clone(m.settings), work: new(int)}
	for i, r := range ranges {
		at := "ranges[" + itoa(i) + "]"
		k := m.index(r.Adjuster)
		switch {
		case k < 0:
			return nil, fault.At(at+".adjuster", m.noAdjuster(r.Adjuster, true))
		case slices.Contains(s.index, k):
			return nil, fault.At(at+".adjuster", "this adjuster stands here twice: leave one out")
		}
		s.index = append(s.index, k)
		if m.works.adjusters[k].Places > 0 || m.seized[k] {
			continue
		}
		if !(r.Step > 0) || !(r.Min <= r.Max) || (r.Max-r.Min)/r.Step > mostSteps {
			return nil, fault.At(at+".step", "write a step above 0 and a range of at most %d steps, the least first", int(mostSteps))
		}
		s.turned = append(s.turned, i)
		s.low = append(s.low, math.Ceil((r.Min-m.settings[k])/r.Step-slack)*r.Step)
		s.high = append(s.high, math.Floor((r.Max-m.settings[k])/r.Step+slack)*r.Step)
	}
	if len(s.turned) > lattice.Most {
		return nil, fault.At("ranges", "%d adjusters at most are looked at at once: leave out those that stay", lattice.Most)
	}
	return s, nil
}

// solve tries every place of what is chosen and, at each, every way the limits fall into
// straight pieces.
func (s *search) solve() {
	s.found, s.total = false, math.Inf(1)
	s.choose(0, 0)
}

// choose tries the places of the ranges from i on.
func (s *search) choose(i int, changed float64) {
	if s.spent() {
		return
	}
	for i < len(s.ranges) && (s.m.works.adjusters[s.index[i]].Places == 0 || s.m.seized[s.index[i]]) {
		i++
	}
	if i == len(s.ranges) {
		s.turn(changed)
		return
	}
	k := s.index[i]
	for place := range s.m.works.adjusters[k].Places {
		s.settings[k] = float64(place)
		cost := changed
		if s.settings[k] != s.m.settings[k] {
			cost++
		}
		s.choose(i+1, cost)
	}
	s.settings[k] = s.m.settings[k]
}

// turn finds the least turning at the places as they are chosen.
func (s *search) turn(changed float64) {
	if s.total <= changed {
		return
	}
	var falls [][]piece
	for k := range s.gauges {
		g := &s.gauges[k]
		if list, straight := g.pieces(s.asking(g), s.low, s.high); straight {
			falls = append(falls, list)
		}
	}
	slices.SortStableFunc(falls, func(a, b []piece) int { return len(a) - len(b) })
	s.assign(falls, nil, box{s.low, s.high}, changed)
}

// asking asks the model for a limit, traced.
func (s *search) asking(g *gauge) asking {
	return func(turns []float64, forced []bool) (*spot, float64, bool) {
		*s.work += askWork
		here := &s.scratch
		*here = spot{e: s.stand(turns), at: g.at.place, traced: true, forced: forced, made: here.made[:0], margins: here.margins[:0]}
		if g.read != nil {
			return here, g.read(here), true
		}
		return here, 0, slices.Contains(g.wanted, g.tell(here))
	}
}

// stand is where the adjusters stand after so many turns.
func (s *search) stand(turns []float64) []float64 {
	settings := slices.Clone(s.settings)
	for j, i := range s.turned {
		settings[s.index[i]] += turns[j]
	}
	return s.m.stands(settings, s.scratch.e)
}

// assign takes one piece of each limit after the other, as long as they leave room.
func (s *search) assign(falls [][]piece, bounds []bound, room box, changed float64) {
	if s.spent() {
		return
	}
	if len(falls) > 0 {
		for _, p := range falls[0] {
			*s.work += askWork
			all := append(slices.Clip(bounds), p...)
			if narrower, any := room.narrowed(all, s.ranges, s.turned); any {
				s.assign(falls[1:], all, narrower, changed)
			}
		}
		return
	}
	if len(s.turned) == 0 {
		s.take(nil, changed)
		return
	}
	axes, rows := make([]lattice.Axis, len(s.turned)), []lattice.Row{}
	for j, i := range s.turned {
		step := s.ranges[i].Step
		axes[j] = lattice.Axis{Step: step, Low: math.Round(room.low[j] / step), High: math.Round(room.high[j] / step)}
	}
	for _, b := range bounds {
		if row, matters := b.row(room); matters {
			rows = append(rows, row)
		}
	}
	search := lattice.New(axes, rows)
	if s.found {
		search.Below = s.total - changed
	}
	search.Accept = s.meets
	turns := search.Fewest(1)
	if *s.work += search.Work(); search.Spent() {
		*s.work = mostWork + 1 // what it gave is no answer
	}
	if turns != nil {
		s.take(turns, changed)
	}
}

// meets asks the model itself.
func (s *search) meets(turns []float64) bool {
	*s.work += askWork
	here := spot{e: s.stand(turns)}
	for k := range s.gauges {
		if !s.gauges[k].good(&here) {
			return false
		}
	}
	return true
}

func (s *search) take(turns []float64, changed float64) {
	total := changed
	for _, t := range turns {
		total += math.Abs(t)
	}
	if total < s.total-slack && s.meets(turns) {
		s.found, s.total = true, total
		s.best, s.places = slices.Clone(turns), slices.Clone(s.settings)
	}
}

func (s *search) plan() Plan {
	p := Plan{Possible: true, Moves: make([]float64, len(s.ranges)), Turns: s.total}
	for i := range s.ranges {
		p.Moves[i] = s.places[s.index[i]] - s.m.settings[s.index[i]]
	}
	for j, i := range s.turned {
		p.Moves[i] = s.best[j]
	}
	return p
}

// contradiction leaves out every limit that is not needed for it.
func (s *search) contradiction() (out []int) {
	all := s.gauges
	defer func() { s.gauges = all }()
	for i := range all {
		out = append(out, i)
	}
	for i := range all {
		without := slices.DeleteFunc(slices.Clone(out), func(k int) bool { return k == i })
		s.gauges = nil
		for _, k := range without {
			s.gauges = append(s.gauges, all[k])
		}
		if s.solve(); !s.found && !s.spent() {
			out = without
		}
	}
	return out
}
