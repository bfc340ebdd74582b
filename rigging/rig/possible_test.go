package rig

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// model reads the rig of an example that has an answer, and its place.
func (e example) model(t testing.TB) (*Model, At) {
	m, err := read(e.Rig)
	require.NoError(t, err)
	at, err := m.At(e.At)
	require.NoError(t, err)
	return m, at
}

// asked is a random question: limits around what the rig shows at some setting within
// the ranges, some of them then moved away so that they may not be met.
func asked(t testing.TB, r *rand.Rand, m *Model, at At) (limits []Limit, ranges []Range) {
	goal := map[string]float64{}
	for _, a := range m.Adjusters() {
		if len(ranges) == 4 {
			break
		}
		now := m.Setting(a.Name)
		if a.Places > 0 {
			ranges = append(ranges, Range{Adjuster: a.Name})
			goal[a.Name] = float64(r.IntN(a.Places))
			continue
		}
		step := []float64{0.25, 0.5, 1}[r.IntN(3)]
		low, high := now-step*float64(r.IntN(4)), now+step*float64(r.IntN(4))
		ranges = append(ranges, Range{a.Name, low, high, step})
		goal[a.Name] = low + step*float64(r.IntN(int(math.Round((high-low)/step))+1))
	}
	there, err := m.Set(goal).Answer(at)
	require.NoError(t, err)
	readings, senses := m.Readings(), m.Senses()
	for range 1 + r.IntN(3) {
		name := readings[r.IntN(len(readings))]
		v, width := there.Readings[name], 0.02+r.Float64()
		if r.IntN(3) == 0 {
			v += r.NormFloat64()
		}
		limits = append(limits, Limit{Reading: name, Min: v - width*r.Float64(), Max: v + width*r.Float64(), At: at})
	}
	for range r.IntN(3) {
		name := senses[r.IntN(len(senses))]
		wanted := []string{there.Senses[name]}
		if r.IntN(3) == 0 {
			wanted = m.Words(name)[:1]
		}
		limits = append(limits, Limit{Sense: name, Wanted: wanted, At: at})
	}
	return limits, ranges
}

// tryAll is the least turning by trying every setting.
func tryAll(t testing.TB, m *Model, limits []Limit, ranges []Range) (least float64, found bool) {
	gauges, err := m.gauges(limits)
	require.NoError(t, err)
	least = math.Inf(1)
	settings := append([]float64(nil), m.settings...)
	var try func(i int, total float64)
	try = func(i int, total float64) {
		if i == len(ranges) {
			s := spot{e: m.stands(settings, nil)}
			for k := range gauges {
				if !gauges[k].good(&s) {
					return
				}
			}
			least = math.Min(least, total)
			return
		}
		k := m.index(ranges[i].Adjuster)
		now := m.settings[k]
		defer func() { settings[k] = now }()
		if places := m.works.adjusters[k].Places; places > 0 {
			for p := range places {
				settings[k] = float64(p)
				try(i+1, total+map[bool]float64{true: 0, false: 1}[settings[k] == now])
			}
			return
		}
		if m.seized[k] {
			try(i+1, total)
			return
		}
		for n := math.Ceil((ranges[i].Min-now)/ranges[i].Step - slack); now+n*ranges[i].Step <= ranges[i].Max+slack; n++ {
			settings[k] = now + n*ranges[i].Step
			try(i+1, total+math.Abs(n*ranges[i].Step))
		}
	}
	try(0, 0)
	return least, !math.IsInf(least, 0)
}

// What Possible finds is what trying all settings finds, over hundreds of random rigs of
// every family; and what it says contradicts each other cannot be met, and all but one
// of it can.
func TestPossibleFindsWhatTryingAllFinds(t *testing.T) {
	for _, family := range Families() {
		t.Run(family, func(t *testing.T) {
			r := rand.New(rand.NewPCG(8, uint64(len(family))))
			possible, not, turned := 0, 0, 0
			for round, cases := 0, examples(t, family); round < 120; round++ {
				e := cases[round%len(cases)]
				if e.Error != nil {
					continue
				}
				m, at := e.model(t)
				limits, ranges := asked(t, r, m, at)
				least, found := tryAll(t, m, limits, ranges)
				s, err := m.newSearch(limits, ranges)
				require.NoError(t, err)
				s.solve()
				where := fmt.Sprintf("%v\n%+v\n%+v", e.Rig, limits, ranges)
				require.Equal(t, found, s.found, where)
				if !found {
					not++
					core := s.contradiction()
					require.NotEmpty(t, core, where)
					_, met := tryAll(t, m, pick(limits, core, -1), ranges)
					require.False(t, met, where)
					for i := range core {
						_, met := tryAll(t, m, pick(limits, core, i), ranges)
						require.True(t, met, "%v is in excess of %v: %s", core[i], core, where)
					}
					continue
				}
				possible++
				p := s.plan()
				require.InDelta(t, least, p.Turns, 1e-6, where)
				after := map[string]float64{}
				for i, r := range ranges {
					after[r.Adjuster] = m.Setting(r.Adjuster) + p.Moves[i]
				}
				_, good := tryAll(t, m.Set(after), limits, nil)
				require.True(t, good, where)
				if least > 0 {
					turned++
				}
			}
			assert.Greater(t, possible, 20)
			assert.Greater(t, turned, 10)
			assert.Greater(t, not, 10)
		})
	}
}

func pick(limits []Limit, which []int, without int) (out []Limit) {
	for i, k := range which {
		if i != without {
			out = append(out, limits[k])
		}
	}
	return out
}
