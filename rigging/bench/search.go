package bench

import (
	"cmp"
	"slices"

	"brankel/rigging/phrase"
)

// Search gives the names of the sentences that answer what one wants to know, the
// likeliest first; all of them when nothing is asked.
func Search(want string) []string {
	asked := phrase.Significant(want)
	type hit struct {
		name  string
		score float64
	}
	var hits []hit
	for _, s := range sentences {
		h := hit{s.Name, 0}
		if len(asked) > 0 {
			h.score = s.score(asked)
		}
		if h.score > 0 || len(asked) == 0 {
			hits = append(hits, h)
		}
	}
	slices.SortStableFunc(hits, func(a, b hit) int { return cmp.Compare(b.score, a.score) })
	out := []string{}
	for _, h := range hits {
		out = append(out, h.name)
	}
	return out
}

// score is the best of the ways the sentence may be asked for, plus a little for
// words found in the others.
func (s Sentence) score(asked []string) float64 {
	best, sum := 0.0, 0.0
	for i, asks := range append([]string{s.Title, s.Name}, s.asks...) {
		have := phrase.Significant(asks)
		there := 0.0
		for _, w := range asked {
			there += phrase.Closest(w, have)
		}
		one := 3*there + there/float64(max(1, len(have))) // and how much of it is asked
		if i == 0 {
			one++ // the title itself
		}
		best, sum = max(best, one), sum+one
	}
	if best < 2 {
		return 0
	}
	return best*20 + sum
}
