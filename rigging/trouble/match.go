package trouble

import (
	"encoding/json"
	"slices"
	"strings"
	"unicode/utf8"

	"brankel/rigging/fault"
	"brankel/rigging/phrase"
)

// Match is a symptom that words may mean. Exact is whether they are sure to mean it; else it is asked.
type Match struct {
	ID    string  `json:"id"`
	Says  string  `json:"says"`
	Score float64 `json:"score"`
	Exact bool    `json:"exact"`
}

// mostMatches is how many are asked, and longestText how long a text is whose meaning is looked for as it is typed.
const (
	mostMatches = 6
	longestText = 200
)

// Match finds the symptoms that words may mean, the closest first; slips of typing are forgiven.
func (b *Finder) Match(text string) []Match {
	out := []Match{}
	words := phrase.Words(text)
	if len(text) > longestText || len(words) == 0 {
		return out
	}
	c := clause{text, words, make([]bool, len(words))}
	all := b.closest(&c)
	for i, one := range all {
		if one.score < askScore || len(out) == mostMatches {
			break
		}
		sure := i == 0 && one.score >= sureScore && !one.denied && (len(all) == 1 || one.score-all[1].score >= sureAhead)
		out = append(out, Match{one.of.ID, one.of.Says, one.score, sure})
	}
	return out
}

// Heard are the symptoms and the states that a sentence is sure to mean, by their ids; good news is left out.
func (b *Finder) Heard(text string) (said, when []string) {
	h := b.listen([]string{text})
	for _, t := range h.taken {
		if !t.denied && !slices.Contains(said, t.of.ID) {
			said = append(said, t.of.ID)
		}
	}
	for _, s := range h.whens {
		when = append(when, s.ID)
	}
	return said, when
}

// Mean is a file of the workshop's own that holds one way of saying a symptom. The error is a *fault.Fault: there is no such
// symptom here, or the words say nothing.
func (b *Finder) Mean(symptom, words string) ([]byte, error) {
	words = strings.Join(strings.Fields(words), " ")
	switch {
	case b.symptom(symptom) == nil:
		return nil, fault.At("symptom", "there is no symptom %q here: --list tells them", cutText(symptom))
	case len(speak(words).words) == 0:
		return nil, fault.At("words", "these words say nothing by themselves: write what is felt")
	case utf8.RuneCountInString(words) > longestSays:
		return nil, fault.At("words", "say it in 1 to %d letters", longestSays)
	}
	return json.MarshalIndent(map[string]any{"format": Format, "family": b.Family, "said": map[string][]string{symptom: {words}}}, "", "  ")
}

// SymptomSays is what a symptom is called, one of several places by its name: its id where there is none of it.
func (k *Knowledge) SymptomSays(id string) string {
	stem, place, _ := strings.Cut(id, ".")
	for _, s := range k.Symptoms {
		if s.ID == id || s.Each && s.ID == stem {
			return strings.ReplaceAll(s.Says, onePlace, place)
		}
	}
	return id
}
