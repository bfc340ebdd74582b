// Package phrase compares what somebody writes with phrases that are known: by the common word of each trade, without
// endings, slips of typing forgiven. Whatever is found by words is found by these.
package phrase

import (
	_ "embed"
	"encoding/json"
	"maps"
	"slices"
	"strings"
	"sync"
	"unicode"

	"github.com/agnivade/levenshtein"
	"github.com/kljensen/snowball/english"
)

//go:embed words.json
var file []byte

// list are words that mean the same in other trades and regions, and those that say nothing.
type list struct {
	Same map[string][]string `json:"same"`
	Idle []string            `json:"idle"`

	Denies []string `json:"denies"` // all of them by one stem

	first  map[string]string // by their stems: the word that stands for another
	itself map[string]bool
	others []string // in order
}

var known = sync.OnceValue(func() (l list) {
	if err := json.Unmarshal(file, &l); err != nil {
		panic(err) // it is built in
	}
	l.first, l.itself = map[string]string{}, map[string]bool{}
	for _, word := range slices.Sorted(maps.Keys(l.Same)) {
		l.itself[stem(word)] = true
		for _, other := range l.Same[word] {
			l.first[stem(other)] = stem(word)
		}
	}
	l.others = slices.Sorted(maps.Keys(l.first))
	return l
})

func stem(word string) string { return english.Stem(word, false) }

// Word is one word of a text: as it was written, and by the common word of each trade without its ending. Idle ones say nothing.
type Word struct {
	Raw  string
	Stem string
	Idle bool
}

// Not is the stem of every word that denies: not, no, never, without, hardly, refuses.
const Not = "not"

// Words are the words of a text in order, what denies by one stem, contractions written out.
func Words(text string) (out []Word) {
	l := known()
	apart := func(r rune) bool {
		return !unicode.IsLetter(r) && !unicode.IsDigit(r) && r != '\'' && r != '’' && r != '.'
	}
	for _, raw := range strings.FieldsFunc(strings.ToLower(text), apart) {
		w := strings.Trim(strings.ReplaceAll(strings.ReplaceAll(raw, "’", "'"), "'", ""), ".")
		switch {
		case w == "":
		case slices.Contains(l.Denies, w):
			out = append(out, Word{raw, Not, false})
		case slices.Contains(l.Idle, w):
			out = append(out, Word{raw, w, true})
		default:
			out = append(out, Word{raw, l.common(stem(w)), false})
		}
	}
	return out
}

// Significant are the words of a text that say something, each by its common word and without its ending, in
// order, each once.
func Significant(text string) (out []string) {
	for _, w := range Words(text) {
		if !w.Idle && !slices.Contains(out, w.Stem) {
			out = append(out, w.Stem)
		}
	}
	return out
}

// Alternatives are a word and those that mean the same in other trades and regions, as they are written. A word that says
// nothing has none but itself.
func Alternatives(word string) []string {
	word = strings.ToLower(word)
	out := []string{word}
	l := known()
	common := l.common(stem(word))
	for first, others := range l.Same {
		if stem(first) != common {
			continue
		}
		for _, w := range append([]string{first}, others...) {
			if !slices.Contains(out, w) {
				out = append(out, w)
			}
		}
	}
	return out
}

// leastSlip is how long a word must be for one that is a slip away to be taken for it.
const leastSlip = 6

// common is the word that stands for a word, or for one that is a slip away from it.
func (l list) common(w string) string {
	if first, other := l.first[w]; other {
		return first
	}
	if l.itself[w] || len(w) < leastSlip {
		return w
	}
	for _, other := range l.others {
		if len(other) >= leastSlip && levenshtein.ComputeDistance(w, other) == 1 {
			return l.first[other]
		}
	}
	return w
}

// Alike is how alike two significant words are: 1 for the same, less for one that is begun, or a slip or two apart,
// 0 for others.
func Alike(a, b string) float64 {
	if a == b {
		return 1
	}
	short := min(len(a), len(b))
	if short >= 3 && (strings.HasPrefix(a, b) || strings.HasPrefix(b, a)) {
		return 0.9
	}
	slips := levenshtein.ComputeDistance(a, b)
	switch {
	case short >= 4 && slips == 1:
		return 0.85
	case short >= 5 && slips == 2:
		return 0.7
	}
	return 0
}

// Closest is how alike a word is to the likest of several.
func Closest(word string, of []string) (best float64) {
	for _, o := range of {
		best = max(best, Alike(word, o))
	}
	return best
}
