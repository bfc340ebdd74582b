package wear

import (
	"math"
	"slices"
)

// What is believed before anything is seen. A span of visits hides a jump once in jumpOdds, one history in eight wears
// faster or slower from some visit on. How far wear strays from its rate is a share of what wears in a span as long as the
// visits mostly lie apart; how far a reading is off is a share of the gauge's doubt. Both are found out with the rate.
const (
	jumpOdds   = 0.04
	oddOdds    = 0.4 // where the count of turns does not follow either
	changeOdds = 0.14
	changeBy   = 0.7 // standard deviation of the logarithm of what the rate changes by
)

type weighed struct{ value, odds float64 }

var (
	strays = []weighed{{0.04, 0.15}, {0.12, 0.25}, {0.25, 0.3}, {0.5, 0.3}}
	offs   = []weighed{{0.3, 0.25}, {0.6, 0.5}, {1, 0.25}}
)

// span is what lies between two visits: usage and how far the reading went.
type span struct {
	used, wore float64
	jump       float64 // the odds that something jumped in it
}

// spans are what lies between the visits; usual is how long one mostly is.
func (h *History) spans() (out []span, usual float64) {
	var lengths []float64
	for i := 1; i < len(h.Visits); i++ {
		a, b := h.Visits[i-1], h.Visits[i]
		s := span{b.Usage - a.Usage, b.Found - a.Left, jumpOdds}
		if h.Room != nil && b.Stands < a.Stands-countSlack && math.Abs(b.Stands-a.Stands-b.Turns) > countSlack &&
			math.Abs(b.Stands-a.Stands-a.Turns) > countSlack {
			s.jump = oddOdds // it stands farther back than anybody turned it: another part
		}
		out = append(out, s)
		if s.used > 0 {
			lengths = append(lengths, s.used)
		}
	}
	slices.Sort(lengths)
	if n := len(lengths); n > 0 {
		usual = lengths[n/2]
	}
	return out, usual
}

// grid is where the logarithm of the rate is asked, evenly, with the prior there.
type grid struct {
	rates []float64
	prior []float64 // logarithms
	step  float64
}

func (h *History) gridOver(low, high float64, points int) grid {
	middle, spread := h.before()
	g := grid{step: (high - low) / float64(points-1)}
	for i := range points {
		x := low + float64(i)*g.step
		g.rates = append(g.rates, math.Exp(x))
		z := (x - math.Log(middle)) / spread
		g.prior = append(g.prior, -z*z/2)
	}
	return g
}

// before is what is believed of the rate: as given, else that what was taken up so far was worn since new; where nothing
// was, that it lasts about as long again as it ran.
func (h *History) before() (middle, spread float64) {
	if h.Prior != nil {
		return h.Prior.PerUnit, max(h.Prior.Spread, 0.15)
	}
	used := max(h.last().Usage, 1)
	if worn := h.takenUp() * math.Abs(h.PerTurn); worn > 0 {
		return worn / used, 1
	}
	return max(h.left(h.way()), h.Window[1]-h.Window[0], math.Abs(h.PerTurn), 1e-9) / used, 1.3
}

// way is where the visits pushed against: what was turned back at each tells where it had worn to. Where nothing was turned
// that a gauge can tell, it is the way it went, or lies; at last the way against the turns.
func (h *History) way() float64 {
	turned := 0.0
	for _, v := range h.Visits {
		turned += v.Found - v.Left
	}
	for _, sum := range []float64{turned, h.last().Left - h.Visits[0].Found, h.last().Left - h.Target} {
		if math.Abs(sum) > 2*h.Doubt {
			return math.Copysign(1, sum)
		}
	}
	if h.Room == nil { // to where there is room
		return math.Copysign(1, h.Window[1]+h.Window[0]-2*h.last().Left)
	}
	return math.Copysign(1, -h.PerTurn)
}

// manner is how a line may wear: which way, how far it strays from its rate, how far readings are off.
type manner struct{ way, stray, off, odds float64 }

// manners are all that are thought of. Of a single visit nothing contradicts the way it was turned back.
func (h *History) manners(spans []span) (out []manner) {
	for _, way := range []float64{1, -1} {
		odds := 0.1
		if way == h.way() {
			odds = 0.9
		} else if len(spans) == 0 {
			continue
		}
		if h.Room == nil && h.left(way) == 0 && h.left(-way) > 0 {
			continue // nothing wears beyond the end at which it stands as new
		}
		for _, v := range strays {
			for _, k := range offs {
				out = append(out, manner{way, v.value, k.value, odds * v.odds * k.odds})
			}
		}
	}
	return out
}

// fit is the odds of every way it may be: in which manner it wears, since which visit, at which rate.
type fit struct {
	grid  grid
	shift change
	cells []cell
}

// cell is one way it may be; the odds of all sum up to 1.
type cell struct {
	manner
	since  int       // 0 where the rate is as ever, else the visit it changed at
	rates  []float64 // odds by rate of the grid
	like   *likelihood
	before []float64 // odds by rate before the change, once they were asked
}

// all is the odds of a cell at any rate.
func (c *cell) all() (sum float64) {
	for _, o := range c.rates {
		sum += o
	}
	return sum
}

// likelihood of each span by rate, and how far of it a jump has.
type likelihood struct {
	sums [][]float64 // by visit and rate: logarithm of all spans before that visit
	jump [][]float64 // by span and rate
}

func (h *History) likelihood(spans []span, usual float64, g grid, is manner) *likelihood {
	size := max(h.Window[1]-h.Window[0], math.Abs(h.PerTurn), 4*h.Doubt, 1e-9)
	read := 2 * is.off * is.off * h.Doubt * h.Doubt
	l := &likelihood{sums: [][]float64{make([]float64, len(g.rates))}}
	for i, s := range spans {
		sum, jump := make([]float64, len(g.rates)), make([]float64, len(g.rates))
		for k, r := range g.rates {
			d := s.wore - is.way*r*s.used
			variance := max(read+is.stray*is.stray*r*r*s.used*usual, 1e-6*size*size)
			plain := (1 - s.jump) * normal(d, variance)
			far := 0.0
			for _, a := range [...]float64{size / 3, size, 3 * size} {
				far += s.jump / 3 * normal(d, variance+a*a)
			}
			sum[k] = l.sums[i][k] + math.Log(plain+far+1e-300)
			jump[k] = far / (plain + far + 1e-300)
		}
		l.sums, l.jump = append(l.sums, sum), append(l.jump, jump)
	}
	return l
}

func normal(d, variance float64) float64 {
	return math.Exp(-d*d/(2*variance)) / math.Sqrt(2*math.Pi*variance)
}

// coarse and fine are how many rates are asked: first over all that is thinkable, then where something lies.
const coarse, fine = 90, 100

// What odds are left out: of a rate, and of a manner once the coarse grid was asked.
const (
	negligible = 1e-7
	rare       = 1e-4
)

// fitted is what the visits leave of the prior.
func (h *History) fitted() fit {
	spans, usual := h.spans()
	middle, spread := h.before()
	low, high := math.Log(middle)-4*spread, math.Log(middle)+4*spread
	for _, s := range spans {
		if r := math.Abs(s.wore) / s.used; s.used > 0 && r > 0 {
			low, high = min(low, math.Log(r)-1), max(high, math.Log(r)+1)
		}
	}
	f := h.over(spans, usual, h.gridOver(low, high, coarse), h.manners(spans))
	odds := map[manner]float64{}
	marginal := make([]float64, len(f.grid.rates)) // now and before
	for i := range f.cells {
		c := &f.cells[i]
		odds[c.manner] += c.all()
		was := c.rates
		if c.since > 0 {
			was = f.was(c)
		}
		for k, o := range c.rates {
			marginal[k] += o + was[k]
		}
	}
	first, last := 0, len(marginal)-1
	for first < last && marginal[first] < negligible {
		first++
	}
	for last > first && marginal[last] < negligible {
		last--
	}
	likely := slices.DeleteFunc(h.manners(spans), func(m manner) bool { return odds[m] < rare })
	edge := f.grid.step
	return h.over(spans, usual, h.gridOver(math.Log(f.grid.rates[first])-edge, math.Log(f.grid.rates[last])+edge, fine), likely)
}

func (h *History) over(spans []span, usual float64, g grid, manners []manner) fit {
	f := fit{grid: g, shift: changes(g)}
	n := len(spans)
	for _, is := range manners {
		l := h.likelihood(spans, usual, g, is)
		for since := 0; since == 0 || since <= n-2; since++ { // one span alone after a change would be a jump
			odds := is.odds * (1 - changeOdds)
			before := l.sums[0]
			if since > 0 {
				odds = is.odds * changeOdds / float64(n-2)
				before = f.shift.over(l.sums[since])
			}
			c := cell{manner: is, since: since, rates: make([]float64, len(g.rates)), like: l}
			for i := range g.rates {
				c.rates[i] = math.Log(odds) + g.prior[i] + before[i] + l.sums[n][i] - l.sums[since][i]
			}
			f.cells = append(f.cells, c)
		}
	}
	f.normalise()
	return f
}

func (f *fit) normalise() {
	most, sum := math.Inf(-1), 0.0
	for _, c := range f.cells {
		most = max(most, slices.Max(c.rates))
	}
	for _, c := range f.cells {
		for i := range c.rates {
			c.rates[i] = math.Exp(c.rates[i] - most)
			sum += c.rates[i]
		}
	}
	for _, c := range f.cells {
		for i := range c.rates {
			c.rates[i] /= sum
		}
	}
}

// was are the odds of each rate before the change of a cell.
func (f *fit) was(c *cell) []float64 {
	if c.before != nil {
		return c.before
	}
	out := make([]float64, len(c.rates))
	c.before = out
	all := c.all()
	if all < negligible {
		return out
	}
	sums := c.like.sums[c.since]
	most, total := slices.Max(sums), 0.0
	for k := range out {
		there := math.Exp(sums[k] - most)
		if there < negligible {
			continue
		}
		for i, o := range c.rates {
			out[k] += there * o * f.shift.by(i, k)
		}
		total += out[k]
	}
	for k := range out {
		out[k] *= all / max(total, math.SmallestNonzeroFloat64)
	}
	return out
}

// change is how likely one rate of the grid goes over into another, by how many steps they lie apart.
type change []float64

func changes(g grid) change {
	c := make(change, len(g.rates))
	for i := range c {
		c[i] = g.step * normal(float64(i)*g.step, changeBy*changeBy)
	}
	return c
}

func (c change) by(i, k int) float64 { return c[max(i-k, k-i)] }

// over is the logarithm of what lay before a change, for each rate after it.
func (c change) over(before []float64) []float64 {
	most := slices.Max(before)
	there := make([]float64, len(before))
	for i, b := range before {
		there[i] = math.Exp(b - most)
	}
	out := make([]float64, len(before))
	for i := range out {
		sum := 1e-300
		for k, t := range there {
			if t > negligible {
				sum += t * c.by(i, k)
			}
		}
		out[i] = most + math.Log(sum)
	}
	return out
}
