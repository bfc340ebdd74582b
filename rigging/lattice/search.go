// Package lattice finds settings in whole steps: the least turning, or the least strain,
// that puts rows of readings that run straight inside their limits. It is exact.
package lattice

import (
	"cmp"
	"math"
	"slices"
)

// Most is how many adjusters can be searched at once.
const Most = 8

// tie is the difference below which two settings are equally good; slack is how far
// a value may lie over a limit and still count as on it.
const (
	tie   = 1e-6
	slack = 1e-9
)

// Axis is one adjuster: whole steps of Step, from Low to High of them.
type Axis struct{ Step, Low, High float64 }

// MostWork is how much one search may do, counted in rows looked at: about half a second's. What a
// workshop asks needs a thousandth of it; only figures made to be slow need more.
const MostWork = 30_000_000

// Row is a reading in half bands: At is how far it lies from the middle of its band
// now, By what one turn of each adjuster adds. Hard is a condition that must be met and
// strains nothing.
type Row struct {
	At   float64
	By   [Most]float64
	Hard bool
}

// row says |at + Σ by[j]·x[j]| ≤ scale·worst + fixed: a reading whose strain may be
// worst, or the range of an adjuster.
type row struct {
	at           float64
	by           [Most]float64
	scale, fixed float64
}

// Search is a depth-first search over whole steps, one adjuster a level, the one
// with the most settings last. rows[level] are the conditions on the adjusters up
// to that level alone, got from those of the next level by Fourier–Motzkin
// elimination: they tell the exact range in which the rest can still be put right,
// so whole branches are never entered.
type Search struct {
	Accept func(turns []float64) bool // asked of every setting that would be taken; nil takes all
	Below  float64                    // the turning that must be beaten; 0 for any

	n         int
	order     [Most]int // the adjuster at each level
	step      [Most]float64
	low, high [Most]float64 // whole steps
	readings  []row
	rows      [Most][]row
	base      [Most][]float64 // rows[level] with the levels before filled in

	work  int // rows looked at so far
	x     [Most]float64
	worst float64 // the strain allowed
	found []float64
	total float64 // Σ|x| of found
}

// Spent tells that the search gave up because it would have taken too long: what it gave then is no
// answer.
func (s *Search) Spent() bool { return s.work > MostWork }

// Work is how many rows were looked at.
func (s *Search) Work() int { return s.work }

// New prepares a search over at most Most axes.
func New(axes []Axis, rows []Row) *Search {
	s := &Search{n: len(axes)}
	places := make([]int, s.n)
	for i := range places {
		places[i] = i
	}
	slices.SortStableFunc(places, func(a, b int) int {
		return cmp.Compare(axes[a].High-axes[a].Low, axes[b].High-axes[b].Low)
	})
	for level, i := range places {
		s.order[level], s.step[level] = i, axes[i].Step
		s.low[level], s.high[level] = axes[i].Low, axes[i].High
	}
	for _, r := range rows {
		one := row{at: r.At, scale: 1}
		if r.Hard {
			one.scale, one.fixed = 0, 1
		}
		for level := range s.n {
			one.by[level] = r.By[s.order[level]]
		}
		s.readings = append(s.readings, one)
	}
	return s
}

// prepare works out the conditions of every level for a strain that may be worst. When it
// is settled that this will not change, they are made fewer on the way.
func (s *Search) prepare(worst float64, settled bool) {
	s.worst = worst
	rows := slices.Clone(s.readings)
	if settled {
		for i := range rows {
			rows[i].fixed, rows[i].scale = rows[i].fixed+rows[i].scale*worst, 0
		}
		rows = s.fewer(rows)
	}
	for level := s.n - 1; level >= 0; level-- {
		s.rows[level], s.base[level] = rows, make([]float64, len(rows))
		switch {
		case level <= 1 && (level == 0 || !settled || len(rows) > fewRows):
			rows = nil // at the outermost level it may cost more than it spares
		case settled:
			rows = s.fewer(s.eliminate(level))
		default:
			rows = s.tightest(s.eliminate(level))
		}
	}
}

// eliminate gives the conditions under which some x[level] meets all of its rows:
// intervals have a point in common when each two of them have.
func (s *Search) eliminate(level int) (out []row) {
	span := row{fixed: (s.high[level] - s.low[level]) * s.step[level] / 2, at: -(s.high[level] + s.low[level]) * s.step[level] / 2}
	span.by[level] = 1
	rows := append([]row{span}, s.rows[level]...)
	for i, a := range rows {
		if a.by[level] == 0 {
			out = append(out, a)
			continue
		}
		if s.work += i; s.Spent() || len(out) > mostMade {
			return out
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

// LeastWorst is the smallest largest strain that any setting gives.
func (s *Search) LeastWorst() float64 {
	s.total, s.found = math.Inf(1), nil
	s.prepare(s.descend(), false)
	s.walk(0, func(strain float64) { s.worst = math.Min(s.worst, strain) })
	return s.worst
}

// Fewest is the least turning with no strain above worst, and of these the least
// strained, in the order of the input; nil when there is none.
func (s *Search) Fewest(worst float64) []float64 {
	s.prepare(worst, true)
	s.total, s.found = math.Inf(1), nil
	if s.Below > 0 {
		s.total = s.Below - 2*tie
	}
	best := math.Inf(1)
	s.walk(0, func(strain float64) {
		total := 0.0
		for level := range s.n {
			total += math.Abs(s.x[level])
		}
		if total < s.total-tie || total < s.total+tie && strain < best-slack {
			turns := make([]float64, s.n)
			for level := range s.n {
				turns[s.order[level]] = s.x[level] + 0
			}
			if s.Accept == nil || s.Accept(turns) {
				s.total, best, s.found = total, strain, turns
			}
		}
	})
	return s.found
}

// walk sets the adjusters from level on to all that may still meet the rows and
// shows every full setting with its largest strain.
func (s *Search) walk(level int, show func(strain float64)) {
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
	for d := 0.0; (start-d >= low || start+d <= high) && !s.Spent(); d++ {
		if start+d <= high {
			s.try(level, start+d, show)
		}
		if d > 0 && start-d >= low {
			s.try(level, start-d, show)
		}
	}
}

func (s *Search) try(level int, k float64, show func(strain float64)) {
	s.x[level] = k * s.step[level]
	if s.turned(level) > s.total+tie {
		return
	}
	s.walk(level+1, show)
}

func (s *Search) turned(level int) (sum float64) {
	for _, x := range s.x[:level+1] {
		sum += math.Abs(x)
	}
	return sum
}

// span is the whole steps of x[level] that its rows allow.
func (s *Search) span(level int) (low, high float64) {
	low, high = s.low[level], s.high[level]
	base := s.base[level]
	if s.work += len(base) + 1; s.Spent() {
		return 1, 0
	}
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
func (s *Search) leaf(low, high float64, show func(strain float64)) {
	last := s.n - 1
	for k := low; k <= high; k++ {
		if s.turned(last-1)+math.Abs(k*s.step[last]) > s.total+tie {
			continue
		}
		if s.work += len(s.readings); s.Spent() {
			return
		}
		s.x[last] = k * s.step[last]
		if strain := s.strain(); strain <= s.worst+slack {
			show(strain)
		}
	}
}

// strain is the largest of the readings as the adjusters are set.
func (s *Search) strain() (worst float64) {
	for _, r := range s.readings {
		if r.scale == 0 {
			continue // met, or the last step would not be in its span
		}
		p := r.at
		for j := range s.n {
			p += r.by[j] * s.x[j]
		}
		worst = math.Max(worst, math.Abs(p))
	}
	return worst
}

// descend improves one adjuster at a time from where all stand, for a strain that
// is certainly reached: a good one spares the search most of its branches.
func (s *Search) descend() float64 {
	for level := range s.n {
		s.x[level] = math.Min(math.Max(0, s.low[level]), s.high[level]) * s.step[level]
	}
	best := s.strain()
	for improved := true; improved; {
		improved = false
		for level := range s.n {
			keep := s.x[level]
			for k := s.low[level]; k <= s.high[level]; k++ {
				s.x[level] = k * s.step[level]
				if w := s.strain(); w < best-tie {
					best, keep, improved = w, s.x[level], true
				}
			}
			s.x[level] = keep
		}
	}
	return best
}
