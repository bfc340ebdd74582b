package calc

import (
	"math"
	"slices"
)

// row says |at + Σ by[j]·x[j]| ≤ scale·worst + fixed: a reading whose strain may be
// worst, or the range of an adjuster.
type row struct {
	at           float64
	by           [4]float64
	scale, fixed float64
}

// search is a depth-first search over whole steps, one adjuster a level, the one
// with the most settings last. rows[level] are the conditions on the adjusters up
// to that level alone, got from those of the next level by Fourier–Motzkin
// elimination: they tell the exact range in which the rest can still be put right,
// so whole branches are never entered.
type search struct {
	n         int
	order     [4]int // the adjuster at each level
	step      [4]float64
	low, high [4]float64 // whole steps
	rows      [4][]row
	base      [4][]float64 // rows[level] with the levels before filled in

	x     [4]float64
	worst float64 // the strain allowed
	found []float64
	total float64 // Σ|x| of found
}

func newSearch(in CoupledInput) *search {
	s := &search{n: len(in.Adjusters)}
	places := make([]int, s.n)
	for i := range places {
		places[i] = i
	}
	size := func(i int) float64 { low, high := in.Adjusters[i].steps(); return high - low }
	slices.SortStableFunc(places, func(a, b int) int { return int(size(a) - size(b)) })
	for level, i := range places {
		s.order[level], s.step[level] = i, in.Adjusters[i].Step
		s.low[level], s.high[level] = in.Adjusters[i].steps()
	}
	for i, r := range in.Readings {
		half := (r.Max - r.Min) / 2
		one := row{at: (r.Now - (r.Min+r.Max)/2) / half, scale: 1}
		for level := range s.n {
			one.by[level] = in.Influence[i][s.order[level]] / half
		}
		s.rows[s.n-1] = append(s.rows[s.n-1], one)
	}
	for level := s.n - 1; level > 1; level-- {
		s.rows[level-1] = s.eliminate(level)
	}
	for level := range s.n {
		s.base[level] = make([]float64, len(s.rows[level]))
	}
	return s
}

// eliminate gives the conditions under which some x[level] meets all of its rows:
// intervals have a point in common when each two of them have.
func (s *search) eliminate(level int) (out []row) {
	span := row{fixed: (s.high[level] - s.low[level]) * s.step[level] / 2, at: -(s.high[level] + s.low[level]) * s.step[level] / 2}
	span.by[level] = 1
	rows := append([]row{span}, s.rows[level]...)
	for i, a := range rows {
		if a.by[level] == 0 {
			out = append(out, a)
			continue
		}
		for _, b := range rows[:i] {
			if b.by[level] == 0 {
				continue
			}
			p, q := b.by[level], a.by[level]
			one := row{
				at:    a.at*p - b.at*q,
				scale: a.scale*math.Abs(p) + b.scale*math.Abs(q),
				fixed: a.fixed*math.Abs(p) + b.fixed*math.Abs(q),
			}
			for j := range level {
				one.by[j] = a.by[j]*p - b.by[j]*q
			}
			out = append(out, one)
		}
	}
	return out
}

// leastWorst is the smallest largest strain that any setting gives.
func (s *search) leastWorst() float64 {
	s.worst = s.descend()
	s.walk(0, func(strain float64) { s.worst = math.Min(s.worst, strain) })
	return s.worst
}

// fewest is the least turning with no strain above worst, and of these the least
// strained, in the order of the input; nil when there is none.
func (s *search) fewest(worst float64) []float64 {
	s.worst, s.total, s.found = worst, math.Inf(1), nil
	best := math.Inf(1)
	s.walk(0, func(strain float64) {
		total := 0.0
		for level := range s.n {
			total += math.Abs(s.x[level])
		}
		if total < s.total-tie || total < s.total+tie && strain < best-slack {
			s.total, best = total, strain
			s.found = make([]float64, s.n)
			for level := range s.n {
				s.found[s.order[level]] = s.x[level] + 0
			}
		}
	})
	return s.found
}

// walk sets the adjusters from level on to all that may still meet the rows and
// shows every full setting with its largest strain.
func (s *search) walk(level int, show func(strain float64)) {
	low, high := s.span(level)
	if low > high {
		return
	}
	if level == s.n-1 {
		s.leaf(low, high, show)
		return
	}
	// from the smallest turn outward, so that a good setting is known early
	start := math.Min(math.Max(0, low), high)
	for d := 0.0; start-d >= low || start+d <= high; d++ {
		if start+d <= high {
			s.try(level, start+d, show)
		}
		if d > 0 && start-d >= low {
			s.try(level, start-d, show)
		}
	}
}

func (s *search) try(level int, k float64, show func(strain float64)) {
	s.x[level] = k * s.step[level]
	if s.found != nil && s.turned(level) > s.total+tie {
		return
	}
	s.walk(level+1, show)
}

func (s *search) turned(level int) (sum float64) {
	for _, x := range s.x[:level+1] {
		sum += math.Abs(x)
	}
	return sum
}

// span is the whole steps of x[level] that its rows allow.
func (s *search) span(level int) (low, high float64) {
	low, high = s.low[level], s.high[level]
	base := s.base[level]
	for i := range s.rows[level] {
		r := &s.rows[level][i]
		p := r.at
		for j := range level {
			p += r.by[j] * s.x[j]
		}
		base[i] = p
		limit := r.scale*s.worst + r.fixed
		by := r.by[level] * s.step[level]
		if by == 0 {
			if math.Abs(p) > limit+slack*(1+limit) {
				return 1, 0
			}
			continue
		}
		middle := -p / by
		limit = limit/math.Abs(by) + slack*(1+math.Abs(middle))
		low, high = math.Max(low, math.Ceil(middle-limit)), math.Min(high, math.Floor(middle+limit))
		if low > high {
			return low, high
		}
	}
	return low, high
}

// leaf shows the settings of the last adjuster; when the least turning is asked
// for, only the smallest either way can be it.
func (s *search) leaf(low, high float64, show func(strain float64)) {
	last := s.n - 1
	for k := low; k <= high; k++ {
		if s.found != nil && s.turned(last-1)+math.Abs(k*s.step[last]) > s.total+tie {
			continue
		}
		s.x[last] = k * s.step[last]
		if strain := s.strain(); strain <= s.worst+slack {
			show(strain)
		}
	}
}

// strain is the largest of the readings, at the last level.
func (s *search) strain() (worst float64) {
	last := s.n - 1
	for i, r := range s.rows[last] {
		worst = math.Max(worst, math.Abs(s.base[last][i]+r.by[last]*s.x[last]))
	}
	return worst
}

// descend improves one adjuster at a time from where all stand, for a strain that
// is certainly reached: a good one spares the search most of its branches.
func (s *search) descend() float64 {
	at := func() (worst float64) {
		for _, r := range s.rows[s.n-1] {
			p := r.at
			for j := range s.n {
				p += r.by[j] * s.x[j]
			}
			worst = math.Max(worst, math.Abs(p))
		}
		return worst
	}
	for level := range s.n {
		s.x[level] = math.Min(math.Max(0, s.low[level]), s.high[level]) * s.step[level]
	}
	best := at()
	for improved := true; improved; {
		improved = false
		for level := range s.n {
			keep := s.x[level]
			for k := s.low[level]; k <= s.high[level]; k++ {
				s.x[level] = k * s.step[level]
				if w := at(); w < best-tie {
					best, keep, improved = w, s.x[level], true
				}
			}
			s.x[level] = keep
		}
	}
	return best
}
