package wear

import (
	"math"
	"math/rand"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A made history has a truth: the rate by which it goes on, where and when it runs out, and where it jumped.
type made struct {
	History
	rate, usage float64
	day         string
	jumps       []int
}

// world is one way in which lines may wear and be read. None of it is how the fit thinks: wear comes in pieces of its own
// size, readings are off by a bias that stays for a visit or by chance, usage comes in seasons.
type world struct {
	name     string
	stray    float64 // of each piece of wear
	pieces   float64 // a span has so many
	biased   bool    // found and left are off together, evenly within the doubt; else each by a normal deviate
	doubt    float64 // in turns
	jumps    float64 // odds of one in a history
	changes  float64 // odds that it wears otherwise from some visit on
	visits   [2]int
	unsigned bool // taking up raises the reading
	new      bool // what was taken up was worn since new, as a rule
}

var worlds = []world{
	{"steady", 0.1, 1, true, 0.08, 0, 0, [2]int{3, 9}, false, false},
	{"coarse gauge", 0.1, 1, false, 0.3, 0, 0, [2]int{3, 9}, false, false},
	{"ragged", 0.35, 1, false, 0.1, 0, 0, [2]int{4, 12}, true, false},
	{"in pieces", 0.8, 6, true, 0.05, 0, 0, [2]int{2, 6}, false, false},
	{"jumping", 0.15, 1, false, 0.08, 1, 0, [2]int{4, 10}, false, false},
	{"another rate", 0.15, 1, true, 0.08, 0, 1, [2]int{6, 12}, true, false},
	{"all of it", 0.25, 2, false, 0.12, 0.3, 0.2, [2]int{3, 12}, false, false},
	{"hardly known", 0.2, 1, true, 0.1, 0, 0, [2]int{1, 2}, false, true},
}

func (w world) history(r *rand.Rand) (m made) {
	perTurn := math.Exp(r.NormFloat64()*0.8) * 1.3
	way := 1.0
	if w.unsigned {
		way = -1
	}
	m.History = History{Unit: "mm", Doubt: w.doubt * perTurn, PerTurn: -way * perTurn, Target: 20}
	m.Window = [2]float64{20 - 2*perTurn, 20 + 2*perTurn}
	n := w.visits[0] + r.Intn(w.visits[1]-w.visits[0]+1)
	each := math.Exp(r.NormFloat64()*0.5) * 12000
	perDay := each / (330 + 200*r.Float64())
	m.rate = perTurn * (0.4 + r.Float64()) / each
	jump, change, times := 0, 0, 1.0
	if n > 3 && r.Float64() < w.jumps {
		jump = 1 + r.Intn(n-1)
	}
	if n > 5 && r.Float64() < w.changes {
		change = 2 + r.Intn(n-4)
		times = []float64{0.45, 0.6, 1.8, 2.5}[r.Intn(4)]
	}
	reads := func() float64 {
		if w.biased {
			return (2*r.Float64() - 1) * m.Doubt
		}
		return r.NormFloat64() * m.Doubt / 2
	}
	day := time.Date(2012, 1, 1, 0, 0, 0, 0, time.UTC)
	usage := r.Float64() * 60000
	stands := float64(r.Intn(3))
	if w.new {
		usage = each * (1 + 3*r.Float64())
		stands = math.Round(4*m.rate*usage/perTurn*math.Exp(0.4*r.NormFloat64())) / 4
	}
	is := 20.0
	for i := range n {
		if i > 0 {
			span := each * math.Exp(r.NormFloat64()*0.3)
			usage += span
			day = day.AddDate(0, 0, int(span/perDay*math.Exp(r.NormFloat64()*0.12)))
			rate := m.rate
			if change > 0 && i > change {
				rate *= times
			}
			pieces := max(1, int(w.pieces))
			for range pieces {
				is += way * rate * span / float64(pieces) * (1 + w.stray*r.NormFloat64())
			}
			if i == jump {
				is += math.Copysign((1.5+2*r.Float64())*perTurn, r.NormFloat64())
				m.jumps = append(m.jumps, i)
			}
		}
		off := reads()
		v := Visit{Day: day.Format(time.DateOnly), Usage: math.Round(usage), Found: is + off}
		v.Turns = math.Round((v.Found-20)/(way*perTurn)*4) / 4
		is -= way * v.Turns * perTurn
		if !w.biased {
			off = reads()
		}
		v.Left = is + off
		stands += v.Turns
		v.Stands = stands
		m.Visits = append(m.Visits, v)
	}
	room := stands + 1 + 5*r.Float64()
	m.Room = &room
	m.Today = day.AddDate(0, 0, 60).Format(time.DateOnly)
	if change > 0 {
		m.rate *= times
	}
	pieces := each / max(1, w.pieces)
	left := (room - stands) * perTurn
	for left > 0 { // as it goes on
		step := m.rate * pieces * (1 + w.stray*r.NormFloat64())
		if step > left {
			usage += pieces * left / step
			break
		}
		left -= step
		usage += pieces
	}
	m.usage = usage
	m.day = day.AddDate(0, 0, int((usage-m.last().Usage)/perDay)).Format(time.DateOnly)
	m.rate *= way
	return m
}

// told counts how often an answer was right.
type told struct{ all, usage, day, rate, near, jumps, found, clean, alarms int }

func (n *told) add(m told) {
	for to, more := range map[*int]int{&n.all: m.all, &n.usage: m.usage, &n.day: m.day, &n.rate: m.rate, &n.near: m.near,
		&n.jumps: m.jumps, &n.found: m.found, &n.clean: m.clean, &n.alarms: m.alarms} {
		*to += more
	}
}

func (w world) counted(t *testing.T, seed int64, each int) (n told) {
	r := rand.New(rand.NewSource(seed))
	for range each {
		m := w.history(r)
		a, err := Of(m.History)
		require.NoError(t, err)
		require.NotNil(t, a.RunsOut.Day)
		u, d := a.RunsOut.Usage, a.RunsOut.Day
		count := func(n *int, is bool) {
			if is {
				*n++
			}
		}
		count(&n.all, true)
		count(&n.usage, u.Low <= m.usage && m.usage <= u.High)
		count(&n.day, d.Low <= m.day && m.day <= d.High)
		count(&n.rate, a.Rate.Low <= m.rate && m.rate <= a.Rate.High)
		count(&n.near, math.Abs(u.Median-m.usage) <= (m.usage-m.last().Usage)/3)
		count(&n.clean, len(m.jumps) == 0)
		count(&n.alarms, len(m.jumps) == 0 && len(a.Jumps) > 0)
		for _, at := range m.jumps {
			n.jumps++
			count(&n.found, slices.ContainsFunc(a.Jumps, func(j Jump) bool { return j.Visit == at }))
		}
	}
	return n
}

// Of a hundred histories whose end is known, so many lie inside the interval of 90 %: in each world, and in all together.
func TestIntervalsHoldWhatTheySay(t *testing.T) {
	each := 150
	if testing.Short() {
		each = 60
	}
	var sum told
	of := func(n, all int) float64 { return 100 * float64(n) / float64(all) }
	for k, w := range worlds {
		n := w.counted(t, int64(k+1), each)
		t.Logf("%s: usage %.0f day %.0f rate %.0f near %.0f", w.name, of(n.usage, n.all), of(n.day, n.all), of(n.rate, n.all), of(n.near, n.all))
		for what, of := range map[string]float64{"usage": of(n.usage, n.all), "day": of(n.day, n.all), "rate": of(n.rate, n.all)} {
			assert.GreaterOrEqual(t, of, 75.0, "%s: %s", w.name, what)
		}
		sum.add(n)
	}
	for what, share := range map[string]float64{"usage": of(sum.usage, sum.all), "day": of(sum.day, sum.all), "rate": of(sum.rate, sum.all)} {
		assert.InDelta(t, 90.5, share, 6.5, "%s of all", what)
	}
	assert.GreaterOrEqual(t, of(sum.near, sum.all), 80.0, "the median lies within a third of what is left")
	assert.Greater(t, sum.jumps, each, "histories that jump were reached")
	assert.GreaterOrEqual(t, of(sum.found, sum.jumps), 90.0, "jumps are found")
	assert.Less(t, of(sum.alarms, sum.clean), 5.0, "and none where nothing jumped")
}
