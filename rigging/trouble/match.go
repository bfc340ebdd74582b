package trouble

import (
	"cmp"
	_ "embed"
	"encoding/json"
	"slices"
	"strings"
	"sync"
	"unicode"

	"github.com/agnivade/levenshtein"
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

//go:embed words.json
var wordsFile []byte

// words are those that mean the same in other trades and regions, and those that say nothing.
type words struct {
	Same map[string][]string `json:"same"`
	Idle []string            `json:"idle"`

	first  map[string]string // the word that stands for another
	others []string          // in order
}

var vocabulary = sync.OnceValue(func() (v words) {
	if err := json.Unmarshal(wordsFile, &v); err != nil {
		panic(err) // it is built in
	}
	v.first = map[string]string{}
	for _, word := range sorted(v.Same) {
		for _, other := range v.Same[word] {
			v.first[other] = word
		}
	}
	v.others = sorted(v.first)
	return v
})

// Match finds the symptoms that words may mean, the closest first; slips of typing are forgiven.
func (b *Bench) Match(text string) []Match {
	out := []Match{}
	if len(text) > longestText {
		return out
	}
	asked := significant(text)
	if len(asked) == 0 {
		return out
	}
	for _, s := range b.felt[:b.whens] {
		m := Match{ID: s.ID, Says: s.Says}
		for _, phrase := range append([]string{s.Says}, s.Words...) {
			score, exact := closeness(asked, significant(phrase))
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
		best := 0.0
		for _, h := range have {
			best = max(best, alike(w, h))
		}
		exact = exact && best == 1
		there += best
	}
	return 0.65*there/float64(len(asked)) + 0.35*min(1, there/float64(len(have))), exact
}

// alike is how alike two words are: the same, one begun, or a slip or two apart.
func alike(a, b string) float64 {
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

// significant are the words that say something, each by its common word and without its ending.
func significant(text string) (out []string) {
	v := vocabulary()
	apart := func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) && r != '\'' }
	for _, w := range strings.FieldsFunc(strings.ToLower(text), apart) {
		w = strings.ReplaceAll(w, "'", "")
		if slices.Contains(v.Idle, w) {
			continue
		}
		w = v.common(stem(w))
		if !slices.Contains(out, w) {
			out = append(out, w)
		}
	}
	return out
}

// common is the word that stands for a word, or for one that is a slip away from it.
func (v words) common(w string) string {
	if first, other := v.first[w]; other {
		return first
	}
	if _, itself := v.Same[w]; itself || len(w) < leastSlip {
		return w
	}
	for _, other := range v.others {
		if len(other) >= leastSlip && levenshtein.ComputeDistance(w, other) == 1 {
			return v.first[other]
		}
	}
	return w
}

// leastSlip is how long a word must be for one that is a slip away to be taken for it.
const leastSlip = 6

// stem takes the ending off a word: clashes, clashing, clashed are clash.
func stem(w string) string {
	for _, end := range []string{"ing", "es", "ed", "s"} {
		if cut, had := strings.CutSuffix(w, end); had && len(cut) >= 3 && !strings.HasSuffix(w, "ss") {
			return cut
		}
	}
	return w
}
