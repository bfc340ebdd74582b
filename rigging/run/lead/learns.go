package lead

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// Learns is what a run showed one step of some adjusters to move: Value at a path of the rig's geometry, where the sheet it
// was led by has Was; both in the unit of the rig. Doubt is one standard deviation of Value. Off tells that the two do not
// agree. Says is the plainest of its evidence, in words.
type Learns struct {
	Path  string  `json:"path"`
	Name  string  `json:"name"`
	Unit  string  `json:"unit"`
	Value float64 `json:"value"`
	Was   float64 `json:"was"`
	Doubt float64 `json:"doubt"`
	Off   bool    `json:"off"`
	Says  string  `json:"says"`
}

// What a step moves is believed to lie within a third of the sheet before anything is read; what is left in doubt by more
// than a tenth teaches nothing, nor does what no thread can be. A response is never told nearer than bookDoubt of what was
// expected: rigs bend.
const (
	priorDoubt  = 0.35
	learntDoubt = 0.1
	bookDoubt   = 0.03
	countDoubt  = 0.5
	leastRatio  = 0.4
	mostRatio   = 2.5
	leastOff    = 0.05
)

// Learns works out what each step truly moved, from every two readings of a point with turns between: a linear model of the
// ratio to the sheet, of each step path, with Gaussian prior and doubts (a Kalman filter without motion). Readings that say
// only "at most", and turns of what has no step path, teach nothing.
func (run *Lead) Learns() (out []Learns) {
	if run.Sheet == nil || run.Sheet.Rig == nil {
		return nil
	}
	k := &learning{run: run, evidence: map[string]pair{}, told: map[string]bool{}}
	for i := range run.Sheet.Adjusters {
		if path, was, ok := run.Sheet.StepOf(&run.Sheet.Adjusters[i]); ok && was > 0 && !slices.Contains(k.paths, path) {
			k.paths, k.was = append(k.paths, path), append(k.was, was)
		}
	}
	n := len(k.paths)
	k.mean, k.cov = make([]float64, n), make([][]float64, n)
	for i := range n {
		k.mean[i], k.cov[i] = 1, make([]float64, n)
		k.cov[i][i] = priorDoubt * priorDoubt
	}
	for i := range run.Sheet.Points {
		if run.Sheet.Counts(run.Sheet.Points[i].ID) {
			continue
		}
		k.point(&run.Sheet.Points[i])
	}
	m, err := run.Sheet.Rig.Model()
	if err != nil {
		return nil
	}
	for i, path := range k.paths {
		doubt := math.Sqrt(k.cov[i][i])
		if r := k.mean[i]; !k.told[path] || doubt > learntDoubt || r < leastRatio || r > mostRatio {
			continue
		}
		name, unit, _ := m.Says(path)
		value := k.mean[i] * k.was[i]
		out = append(out, Learns{Path: path, Name: name, Unit: unit, Value: value, Was: k.was[i], Doubt: doubt * k.was[i],
			Off: math.Abs(k.mean[i]-1) > max(2*doubt, leastOff), Says: k.says(path, value, k.was[i], unit)})
	}
	return out
}

type learning struct {
	run      *Lead
	paths    []string
	was      []float64
	mean     []float64
	cov      [][]float64
	evidence map[string]pair // by path: what tells it most plainly, where one adjuster was turned alone
	told     map[string]bool // by path
}

// pair is two readings of a point with turns of one adjuster between them.
type pair struct {
	point    *sheet.Point
	adjuster *sheet.Adjuster
	turns    float64 // out positive
	moved    float64
	expected float64
}

// point learns from the readings of a point, one after the other.
func (k *learning) point(p *sheet.Point) {
	var before *record.Taken
	for _, i := range k.run.ByPoint[p.ID] {
		t := &k.run.Readings[i]
		if !t.Judged() || t.Stage == record.First || k.run.clamped(p, t.Value, t.Doubt) {
			before = nil
			continue
		}
		if before != nil && before.Epoch < t.Epoch {
			k.between(p, before, t)
		}
		before = t
	}
}

func (k *learning) between(p *sheet.Point, before, after *record.Taken) {
	run := k.run
	h := make([]float64, len(k.paths))
	var only pair
	turned := 0
	for i := range run.Sheet.Adjusters {
		a := &run.Sheet.Adjusters[i]
		turns := run.NetSince(a.ID, before) - run.NetSince(a.ID, after)
		in := run.Sheet.InfluenceOf(a.ID, p.ID)
		if turns == 0 || in == nil {
			continue
		}
		path, _, ok := run.Sheet.StepOf(a)
		if !ok || !run.Sheet.Straight(a, p, turns) {
			return
		}
		h[slices.Index(k.paths, path)] += turns * in.PerTurn
		turned++
		only = pair{p, a, turns, after.Value - before.Value, turns * in.PerTurn}
	}
	if turned == 0 || k.disturbed(p, before, after) {
		return
	}
	size := 0.0
	for _, v := range h {
		size += v * v
	}
	size = math.Sqrt(size)
	noise := max(math.Hypot(before.Doubt, after.Doubt), bookDoubt*size)
	if p.Quantity == quantity.Count {
		noise = max(noise, countDoubt) // each is rounded down
	}
	if size < 2*noise {
		return // too little was turned to tell
	}
	for i, path := range k.paths {
		k.told[path] = k.told[path] || h[i] != 0
	}
	k.update(h, after.Value-before.Value, noise*noise)
	path, _, _ := run.Sheet.StepOf(only.adjuster)
	if turned == 1 && math.Abs(only.expected) > math.Abs(k.evidence[path].expected) {
		k.evidence[path] = only
	}
}

// disturbed tells whether something else was done between two readings that moves a point: another part, a hook, a repair.
func (k *learning) disturbed(p *sheet.Point, before, after *record.Taken) bool {
	return slices.ContainsFunc(k.run.Moves, func(m record.Moved) bool {
		if m.Epoch <= before.Epoch || m.Epoch > after.Epoch {
			return false
		}
		return k.run.Touches(m, p.ID) && k.run.Sheet.InfluenceOf(m.Adjuster, p.ID) == nil
	})
}

// update learns y = h·ratio + noise.
func (k *learning) update(h []float64, y, variance float64) {
	n := len(h)
	ph := make([]float64, n)
	s := variance
	for i := range n {
		for j := range n {
			ph[i] += k.cov[i][j] * h[j]
		}
	}
	for i := range n {
		s += h[i] * ph[i]
		y -= h[i] * k.mean[i]
	}
	for i := range n {
		k.mean[i] += ph[i] / s * y
	}
	for i := range n {
		for j := range n {
			k.cov[i][j] -= ph[i] * ph[j] / s
		}
	}
}

func (k *learning) says(path string, value, was float64, unit string) string {
	e, alone := k.evidence[path]
	if !alone {
		return fmt.Sprintf("All readings together: %s a step, and not %s.", spell.WithUnit(quantity.Number(value, 2), unit),
			quantity.Number(was, 2))
	}
	figure := func(v float64) string { return spell.Figure(e.point.Quantity, math.Abs(v)) }
	notch := cmp.Or(spell.Notch(e.adjuster), "turn")
	return fmt.Sprintf("%s of the %s moved the %s by %s, by the sheet by %s: %s a %s, and not %s.",
		spell.Upper(spell.Steps(e.adjuster, math.Abs(e.turns))), e.adjuster.Name, e.point.Name, figure(e.moved), figure(e.expected),
		spell.WithUnit(quantity.Number(value, 2), unit), notch, quantity.Number(was, 2))
}
