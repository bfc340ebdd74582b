package trouble

import (
	"cmp"
	"slices"

	"brankel/rigging/phrase"
)

// Match is a symptom that words may mean. Exact is whether they are its own words, or only close to
// them: then it is asked.
type Match struct {
	ID    string  `json:"id"`
	Says  string  `json:"says"`
	Score float64 `json:"score"`
	Exact bool    `json:"exact"`
}

// mostMatches is how many are asked, leastScore how close words must come.
const (
	mostMatches = 6
	leastScore  = 0.34
	longestText = 200
)

// Match finds the symptoms that words may mean, the closest first; slips of typing are forgiven.
func (b *Finder) Match(text string) []Match {
	out := []Match{}
	if len(text) > longestText {
		return out
	}
	asked := phrase.Significant(text)
	if len(asked) == 0 {
		return out
	}
	for _, s := range b.felt[:b.whens] {
		m := Match{ID: s.ID, Says: s.Says}
		for _, one := range append([]string{s.Says}, s.Words...) {
			score, exact := closeness(asked, phrase.Significant(one))
			m.Score, m.Exact = max(m.Score, score), m.Exact || exact
		}
		if m.Score >= leastScore {
			out = append(out, m)
		}
	}
	slices.SortStableFunc(out, func(x, y Match) int {
		if x.Exact != y.Exact {
			return cmp.Compare(bit(y.Exact), bit(x.Exact))
		}
		return cmp.Compare(y.Score, x.Score)
	})
	if len(out) > 1 && out[0].Exact && out[1].Exact {
		for i := range out { // the same words for two: it is asked which
			out[i].Exact = false
		}
	}
	return out[:min(len(out), mostMatches)]
}

func bit(b bool) int {
	if b {
		return 1
	}
	return 0
}

// closeness is how much of what is asked is in a phrase and the other way round, 0 to 1.
func closeness(asked, have []string) (score float64, exact bool) {
	if len(have) == 0 {
		return 0, false
	}
	exact = len(asked) == len(have)
	there := 0.0
	for _, w := range asked {
		best := phrase.Closest(w, have)
		exact = exact && best == 1
		there += best
	}
	return 0.65*there/float64(len(asked)) + 0.35*min(1, there/float64(len(have))), exact
}
