package trouble

import (
	"cmp"
	"slices"
)

// Both are two faults at once that show together what neither shows alone.
type Both struct {
	IDs   [2]string `json:"ids"`
	Says  [2]string `json:"says"`
	Share float64   `json:"share"` // among all pairs
}

// How likely a second fault is beside a first, how many pairs are named and at most tried, since files of the workshop's own may
// hold hundreds of causes, and from which chance a cause explains an answer.
const (
	secondFault = 0.3
	mostPairs   = 3
	mostTried   = 1500
	explains    = 0.3
)

// both ranks two faults at once where one alone does not fit; nil where one does.
func (b *Finder) both(known []evidence, history []History, odds Odds) []Both {
	odd := b.oddOnes(known)
	if len(odd) < 2 {
		return nil
	}
	all, single := 0.0, 0.0
	for _, c := range b.causes {
		all += prior(c, history, odds)
		single = max(single, prior(c, history, odds)*likelihood(c, known))
	}
	type pair struct {
		i, j   int
		weight float64
	}
	var pairs []pair
	sum := 0.0
	for j := range b.causes {
		for i := range j {
			if len(pairs) == mostTried || !b.shareOut(b.causes[i], b.causes[j], odd) {
				continue
			}
			p := prior(b.causes[i], history, odds) * prior(b.causes[j], history, odds) / all * secondFault
			w := p * max(likelihood(b.merged(i, j, false), known), likelihood(b.merged(i, j, true), known))
			pairs, sum = append(pairs, pair{i, j, w}), sum+w
		}
	}
	slices.SortStableFunc(pairs, func(x, y pair) int { return cmp.Compare(y.weight, x.weight) })
	var out []Both
	for _, p := range pairs[:min(mostPairs, len(pairs))] {
		if p.weight <= single { // nothing is likelier than nothing either
			break
		}
		x, y := b.causes[p.i], b.causes[p.j]
		out = append(out, Both{[2]string{x.ID, y.ID}, [2]string{x.Says, y.Says}, p.weight / sum})
	}
	return out
}

// oddOnes are what is known that a good rig would not show.
func (b *Finder) oddOnes(known []evidence) (out []*evidence) {
	for i := range known {
		e := &known[i]
		if e.given && e.means[0] != e.of.right() || !e.given && !e.denied && !b.isWhen(e.symptom) {
			out = append(out, e)
		}
	}
	return out
}

// isWhen tells of a state that a trouble shows in, which is no fault by itself.
func (b *Finder) isWhen(id string) bool {
	return slices.ContainsFunc(b.felt[b.whens:], func(s *felt) bool { return s.ID == id })
}

// shareOut tells whether two causes explain between them all that is odd, and neither all of it.
func (b *Finder) shareOut(x, y *cause, odd []*evidence) bool {
	onlyX, onlyY := false, false
	for _, e := range odd {
		byX, byY := explained(x, e), explained(y, e)
		if !byX && !byY {
			return false
		}
		onlyX, onlyY = onlyX || byX && !byY, onlyY || byY && !byX
	}
	return onlyX && onlyY
}

func explained(c *cause, e *evidence) bool {
	for k := range sizes {
		if e.exact(c, k) >= explains {
			return true
		}
	}
	return false
}

// likelihood is how likely a cause, each size as likely as another, makes all that is known.
func likelihood(c *cause, known []evidence) (sum float64) {
	for k := range sizes {
		p := 1.0 / sizes
		for _, e := range known {
			p *= e.chance(c, k)
		}
		sum += p
	}
	return sum
}

// merged is two causes as one: where one leaves a test as on a good rig the other's answer shows; readings that both move are
// moved by both, as far as they run straight. Both grow alike, or one as the other shrinks.
func (b *Finder) merged(i, j int, against bool) *cause {
	x, y := b.causes[i], b.causes[j]
	out := &cause{}
	for k := range sizes {
		m := k
		if against {
			m = sizes - 1 - k
		}
		for n, t := range b.tests {
			p, q := x.exact[k][t.column:t.column+len(t.answers)], y.exact[m][t.column:t.column+len(t.answers)]
			value, row := x.value[k][n], p
			switch right := t.right(); {
			case p[right] > 0.5:
				value, row = y.value[m][n], q
			case q[right] > 0.5:
			case t.Reading != "" && x.free(t) == nil && y.free(t) == nil:
				value = x.value[k][n] + y.value[m][n] - t.good
				row = t.within(value)
			default:
				row = make([]float64, len(p))
				for a := range row {
					row[a] = (p[a] + q[a]) / 2
				}
			}
			out.value[k] = append(out.value[k], value)
			out.exact[k] = append(out.exact[k], row...)
			out.chance[k] = append(out.chance[k], t.chances(row)...)
		}
	}
	return out
}
