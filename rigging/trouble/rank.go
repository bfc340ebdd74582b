package trouble

import (
	"cmp"
	"math"
	"slices"

	"brankel/rigging/fault"
)

// Odds are how usual a workshop found causes to be, by their id: they stand for what Brankel says.
type Odds map[string]float64

// weights are the posterior of every cause at every size.
type weights [][sizes]float64

// prior is how likely a cause is before anything is said.
func prior(c *cause, history []History, odds Odds) float64 {
	p := c.Usual
	if own, there := odds[c.ID]; there {
		p = own
	}
	for _, h := range history {
		p *= h.times(&c.Cause)
	}
	return p
}

// unheardOf is how likely it is before anything is said that something is wrong which nobody wrote down here, as a part of all.
const unheardOf = 0.04

// unknown is how likely what was said and answered is from a cause that is not known here: as from any, taken together.
func (b *Finder) unknown(known []evidence, all float64) float64 {
	p := all * unheardOf
	for _, e := range known {
		switch {
		case e.valued:
			p /= anywhere
		case e.given:
			p /= float64(len(e.of.answers))
		default:
			p *= 0.25
		}
	}
	return p
}

// weigh is Bayes over causes and sizes: each size of a cause is as likely as another before. What is missing to one is the
// share of a cause that is not known here.
func (b *Finder) weigh(known []evidence, history []History, odds Odds) weights {
	w := make(weights, len(b.causes))
	sum, all := 0.0, 0.0
	for _, c := range b.causes {
		all += prior(c, history, odds)
	}
	sum += b.unknown(known, all)
	for i, c := range b.causes {
		p := prior(c, history, odds) / sizes
		for k := range sizes {
			v := p
			for _, e := range known {
				v *= e.chance(c, k)
			}
			w[i][k] = v
			sum += v
		}
	}
	for i := range w {
		for k := range sizes {
			w[i][k] /= sum
		}
	}
	return w
}

func (w weights) share(i int) (sum float64) {
	for k := range sizes {
		sum += w[i][k]
	}
	return sum
}

// without are the weights when those that are ruled out weigh nothing.
func (w weights) without(b *Finder, ruled []Ruled) weights {
	out, sum := slices.Clone(w), 1.0
	for i, c := range b.causes {
		if slices.ContainsFunc(ruled, func(r Ruled) bool { return r.ID == c.ID }) {
			sum -= out.share(i)
			out[i] = [sizes]float64{}
		}
	}
	if sum <= 0 {
		return out
	}
	for i := range out {
		for k := range sizes {
			out[i][k] /= sum
		}
	}
	return out
}

// mostUnshown is the most a cause may weigh that no answer has shown, but only left over.
const mostUnshown = 0.8

// shownOnly holds a cause that was only left over below certainty: what it loses, a cause that is not known here may be.
func (w weights) shownOnly(b *Finder, known []evidence) weights {
	for i := range w {
		if share := w.share(i); share > mostUnshown && !b.wasShown(b.causes[i], known) {
			out := slices.Clone(w)
			for k := range sizes {
				out[i][k] *= mostUnshown / share
			}
			return out
		}
	}
	return w
}

// wasShown tells whether an answer that a good rig would not give speaks for a cause.
func (b *Finder) wasShown(c *cause, known []evidence) bool {
	for _, e := range known {
		if !e.given || e.means[0] == e.of.right() {
			continue
		}
		for k := range sizes {
			if c.exact[k][e.of.column+e.means[0]] > 0.5 {
				return true
			}
		}
	}
	return false
}

// right is the answer of a test that a good rig gives.
func (t *test) right() int {
	if t.Reading != "" {
		return 1 // inside
	}
	return 0
}

// order is the causes by their share, the likeliest first; those alike, but for the last figures of
// a sum, as they stand in the file.
func (w weights) order() []int {
	out, share := make([]int, len(w)), make([]float64, len(w))
	for i := range out {
		out[i], share[i] = i, math.Round(w.share(i)*1e12)
	}
	slices.SortStableFunc(out, func(a, b int) int { return cmp.Compare(share[b], share[a]) })
	return out
}

// How far a cause may be from what was answered before the model rules it out: a reading this
// unlikely, or more words than this said wrongly.
const (
	impossible = 0.0015 // three doubts
	mayBeWrong = 1
)

// ruledOut is the answer that a cause cannot show at any size; nil where one size fits. What was
// only said counts as words.
func ruledOut(c *cause, known []evidence) *evidence {
	var worst *evidence
	for k := range sizes {
		wrong := 0
		var at *evidence
		for i := range known {
			e := &known[i]
			if !e.given || e.exact(c, k) >= impossible {
				continue
			}
			wrong++
			if e.of.Reading != "" {
				wrong += mayBeWrong
			}
			at = e
		}
		if wrong <= mayBeWrong {
			return nil
		}
		worst = at
	}
	return worst
}

// entropy of the shares of the causes, in bits.
func (w weights) entropy() (h float64) {
	for i := range w {
		if p := w.share(i); p > 0 {
			h -= p * math.Log2(p)
		}
	}
	return h
}

// gain is how much a test is expected to tell, in bits.
func (b *Finder) gain(w weights, t *test) float64 {
	h := 0.0
	share := make([]float64, len(w))
	for a := range t.answers {
		total := 0.0
		for i, c := range b.causes {
			share[i] = 0
			for k := range sizes {
				share[i] += w[i][k] * c.chance[k][t.column+a]
			}
			total += share[i]
		}
		if total <= 0 {
			continue
		}
		for _, p := range share {
			if p > 0 {
				h -= p * math.Log2(p/total)
			}
		}
	}
	return w.entropy() - h
}

// What a test takes in minutes: each pair of hands more, what is opened, going where it must be,
// and for every test putting down what one has in hand.
const (
	perHand = 4
	perOpen = 6
	perOn   = 15
	perTest = 20
)

// Total is what a test takes, all in minutes.
func (c Cost) Total() float64 {
	sum := c.Minutes + perHand*float64(c.Hands-1)
	if c.Opens != "" {
		sum += perOpen
	}
	if c.On != "" {
		sum += perOn
	}
	return sum
}

// Enough is the share of a cause at which no more is asked, and the least a test must tell to be
// worth asking, in bits.
const (
	enough    = 0.95
	leastGain = 0.02
	firstGain = 0.15 // of what comes before another: less is not worth a tool
)

// sure tells whether one cause is sure enough to act on: among those that are known, where an answer has shown it.
func (b *Finder) sure(w weights, known []evidence) bool {
	top, all := w.order()[0], 0.0
	for i := range w {
		all += w.share(i)
	}
	return w.share(top) >= enough || b.wasShown(b.causes[top], known) && w.share(top) >= enough*all
}

// best is the test that tells most for what it takes; nil when none tells anything or one cause is
// sure enough. One that comes before it goes first, where that tells anything.
func (b *Finder) best(w weights, known []evidence, answered func(*test) bool) *test {
	if b.sure(w, known) || w.share(w.order()[0]) == 0 {
		return nil
	}
	var out *test
	most := 0.0
	for _, t := range b.tests {
		if t.Cost == nil || answered(t) {
			continue
		}
		g := b.gain(w, t)
		if worth := g / (b.takes(t, known) + perTest); g >= leastGain && worth > most {
			out, most = t, worth
		}
	}
	if out == nil {
		return nil
	}
	for _, id := range out.After {
		if t := b.test(id); t != nil && t.Cost != nil && !answered(t) && b.gain(w, t) >= firstGain {
			return t
		}
	}
	return out
}

// takes is what a test takes now, in minutes: what was opened for another is open.
func (b *Finder) takes(t *test, known []evidence) float64 {
	sum := t.Cost.Total()
	if t.Cost.Opens != "" && slices.ContainsFunc(known, func(e evidence) bool {
		return e.given && e.of.Cost != nil && e.of.Cost.Opens == t.Cost.Opens
	}) {
		sum -= perOpen
	}
	return sum
}

// historyOf reads what is known of a machine. The error is a *fault.Fault.
func historyOf(h map[string]bool) (out []History, err error) {
	for _, id := range sorted(h) {
		i := slices.IndexFunc(Histories, func(one History) bool { return one.ID == id })
		if i < 0 {
			return nil, fault.At("history."+cutText(id), "write one of %v", historyIDs())
		}
		if h[id] {
			out = append(out, Histories[i])
		}
	}
	return out, nil
}
