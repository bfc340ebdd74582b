package bench

import (
	"slices"
	"strings"
	"unicode"
)

// idle words say nothing about what is wanted.
var idle = []string{
	"a",
	"an",
	"the",
	"is",
	"are",
	"it",
	"this",
	"that",
	"of",
	"at",
	"to",
	"in",
	"on",
	"my",
	"i",
	"how",
	"what",
	"which",
	"do",
	"does",
	"for",
	"and",
	"or",
	"with",
	"be",
	"will",
	"would",
	"should",
	"from",
	"by",
	"me",
	"have",
	"has",
}

// Search gives the names of the sentences that answer what one wants to know, the
// likeliest first; all of them when nothing is asked.
func Search(want string) []string {
	asked := significant(want)
	type hit struct {
		name  string
		score int
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
	slices.SortStableFunc(hits, func(a, b hit) int { return b.score - a.score })
	out := []string{}
	for _, h := range hits {
		out = append(out, h.name)
	}
	return out
}

// score is the best of the ways the sentence may be asked for, plus a little for
// words found in the others.
func (s Sentence) score(asked []string) int {
	best, sum := 0, 0
	for i, phrase := range append([]string{s.Title, s.Name}, s.asks...) {
		have := significant(phrase)
		one := 0
		for _, w := range asked {
			one += closest(w, have)
		}
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

func closest(word string, have []string) (best int) {
	for _, h := range have {
		switch {
		case h == word:
			best = max(best, 3)
		case len(word) > 2 && len(h) > 2 && (strings.HasPrefix(h, word) || strings.HasPrefix(word, h)):
			best = max(best, 2)
		}
	}
	return best
}

func significant(text string) (out []string) {
	for _, w := range strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) }) {
		if !slices.Contains(idle, w) && !slices.Contains(out, w) {
			out = append(out, w)
		}
	}
	return out
}
