package manual

import (
	_ "embed"
	"encoding/json"
	"regexp"
	"slices"
	"strings"

	"github.com/kljensen/snowball/english"

	"brankel/rigging/fault"
)

// Pasted is a figure that was found in a text: which blank it may be for, how it was written, and in which line. Somebody
// confirms each.
type Pasted struct {
	ID   string `json:"id"`
	Text string `json:"text"`
	Line string `json:"line"`
	Says string `json:"says"` // what was understood
}

// Read is what a pasted text or table comes to. Aside are lines with a figure that nothing here asks for.
type Read struct {
	Found []Pasted `json:"found"`
	Aside []string `json:"aside"`
}

// How much text is read: a page of a manual has four thousand letters.
const (
	longestPaste = 20_000
	mostLines    = 300
	mostWords    = 60 // of a line
	mostTokens   = 10 // of a figure
	mostTries    = 20_000
)

//go:embed alike.json
var alikeFile []byte

// alike are the groups of words that stand for one another, by stem.
var alike = func() map[string][]int {
	var groups [][]string
	if err := json.Unmarshal(alikeFile, &groups); err != nil {
		panic(err)
	}
	out := map[string][]int{}
	for i, group := range groups {
		for _, w := range group {
			out[english.Stem(w, false)] = append(out[english.Stem(w, false)], i)
		}
	}
	return out
}()

var (
	sentence = regexp.MustCompile(`[\n\r]+|\.\s+|;\s+`)
	column   = regexp.MustCompile(`\s*[\t|;]\s*|,(?:\s+|$)|,(?:[^\d])`)
	letters  = regexp.MustCompile(`[\p{L}]+`)
	begins   = regexp.MustCompile(`(?i)^(?:[±\d.½¼¾⅛"]|at$|least$|most$|max|min|not$|between$|from$|up$|m\d)`)
)

// Paste looks for the figures of a page in a text: a manual's sentences, or a table whose cells are parted by tabs, bars or
// commas. The words of a line tell which blank is meant, and its figure must be one that the blank takes. The error is a
// *fault.Fault.
func Paste(name, school, text string) (Read, error) {
	if len(text) > longestPaste {
		return Read{}, fault.At("text", "paste the figures alone: this is more than a page, %d letters at the most", longestPaste)
	}
	usual, f, list, err := page(name, school)
	if err != nil {
		return Read{}, err
	}
	usual.WorkOut()
	m := &maker{q: question{Family: name, School: school}, f: f, list: list, usual: usual, given: map[string]Figure{}, told: map[string]bool{}}
	out := Read{Found: []Pasted{}, Aside: []string{}}
	lines := sentence.Split(text, mostLines+1)
	lines = lines[:min(len(lines), mostLines)]
	type match struct {
		Pasted
		line  int
		score float64
	}
	var all []match
	weights, tries := m.weights(), mostTries
	figured := map[int]bool{}
	for i, line := range lines {
		line = strings.TrimSpace(column.ReplaceAllStringFunc(line, func(s string) string {
			if strings.HasPrefix(s, ",") && len(s) > 1 && s[1] != ' ' {
				return " " + s[1:]
			}
			return " "
		}))
		tokens := strings.Fields(line)
		tokens = tokens[:min(len(tokens), mostWords)]
		var likely []asked
		for _, one := range list {
			if weights.score(one, line) > 0 {
				likely = append(likely, one)
			}
		}
		for at := range tokens {
			if !begins.MatchString(tokens[at]) {
				continue
			}
			figured[i] = figured[i] || strings.ContainsAny(tokens[at], "0123456789½¼¾⅛")
			for _, one := range likely {
				written, n := m.longest(one, tokens[at:], &tries)
				if n == 0 {
					continue
				}
				others := append(slices.Clone(tokens[:at]), tokens[at+n:]...)
				if score := weights.score(one, strings.Join(others, " ")); score > 0 {
					// a figure that begins earlier and reaches farther says more
					all = append(all, match{Pasted{one.ID, written, strings.Join(tokens, " "), ""}, i, score + 0.01*float64(n) - 0.001*float64(at)})
				}
			}
		}
	}
	slices.SortStableFunc(all, func(a, b match) int {
		switch {
		case a.score > b.score:
			return -1
		case a.score < b.score:
			return 1
		}
		return 0
	})
	given, used := map[string]bool{}, map[int]bool{}
	for _, one := range all {
		if given[one.ID] || used[one.line] {
			continue
		}
		u := m.understand(list[order(list, one.ID)], one.Text)
		if u.Fault != "" {
			continue
		}
		one.Says = u.Says
		given[one.ID], used[one.line] = true, true
		out.Found = append(out.Found, one.Pasted)
	}
	slices.SortFunc(out.Found, func(a, b Pasted) int { return order(list, a.ID) - order(list, b.ID) })
	for i, line := range lines {
		if figured[i] && !used[i] {
			out.Aside = append(out.Aside, strings.Join(strings.Fields(line), " "))
		}
	}
	return out, nil
}

func order(list []asked, id string) int {
	return slices.IndexFunc(list, func(one asked) bool { return one.ID == id })
}

// longest is the most of the tokens, from the first on, that a blank takes as its figure; n is 0 for none, or when there were
// too many to try.
func (m *maker) longest(one asked, tokens []string, tries *int) (text string, n int) {
	if one.Kind == Chart || one.Kind == Choice {
		return "", 0
	}
	var w usualWindow
	if one.Kind == Target {
		w = window(m.usual, one)
	}
	for n = min(mostTokens, len(tokens)); n > 0 && *tries > 0; n-- {
		*tries--
		text = strings.TrimRight(strings.Join(tokens[:n], " "), ".,;:()")
		if !strings.ContainsAny(text, "0123456789½¼¾⅛") {
			return "", 0
		}
		figure, err := one.written(text)
		if err != nil {
			continue
		}
		if fig, err := read(one, figure, w); err == nil && !fig.Unknown {
			return text, n
		}
	}
	return "", 0
}

// weighed are the words of each ask, each weighing more the fewer asks have it.
type weighed map[string]map[string]float64

func (m *maker) weights() weighed {
	count := map[string]float64{}
	words := map[string]map[string]bool{}
	for _, one := range m.list {
		words[one.ID] = meant(one.Says + " " + one.Where + " " + one.Unit + " " + one.ID)
		for w := range words[one.ID] {
			count[w]++
		}
	}
	out := weighed{}
	for id, of := range words {
		out[id] = map[string]float64{}
		for w := range of {
			out[id][w] = 1 / count[w]
		}
	}
	return out
}

// score is how much the words of a line speak of an ask.
func (w weighed) score(one asked, line string) (sum float64) {
	for word := range meant(line) {
		sum += w[one.ID][word]
	}
	return sum
}

// meant are the words of a text by their stems, with what stands for the same.
func meant(text string) map[string]bool {
	out := map[string]bool{}
	for _, w := range letters.FindAllString(strings.ToLower(text), -1) {
		if english.IsStopWord(w) && w != "in" && w != "up" && w != "off" && w != "down" {
			continue
		}
		stem := english.Stem(w, false)
		out[stem] = true
		for _, group := range alike[stem] {
			out["~"+string(rune('a'+group))] = true
		}
	}
	return out
}
