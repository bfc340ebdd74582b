package trouble

import (
	"slices"
	"strings"

	"brankel/rigging/run/lead"
)

// Given is what a run knows by now, as answers of the tests it answers; said are the symptoms that
// its failed checks mean.
func (b *Finder) Given(shows []lead.Shown) (given []Given, said []string) {
	words := map[string]string{}
	for _, one := range shows {
		words[one.Name] = one.Word
		for _, t := range b.tests {
			switch {
			case one.Value != nil && t.Reading == one.Name && b.standsAt(t, one.States, one.Needs, one.At):
				given = append(given, Given{Test: t.ID, Value: one.Value})
			case one.Word != "" && (t.Sense == one.Name || t.Look && lookAt+t.ID == one.Name) && t.index(one.Word) >= 0:
				given = append(given, Given{Test: t.ID, Answer: one.Word})
				if !one.Good {
					said = append(said, b.meant(t, one.Word)...)
				}
			}
		}
	}
	for _, t := range b.tests { // one asked at every place, once every place was tried
		if stem, every := strings.CutSuffix(t.Sense, "*"); every {
			if at, all := t.everywhere(stem, words); all {
				given = append(given, Given{Test: t.ID, Answer: at})
			}
		}
	}
	return given, said
}

// everywhere is the answer of a sense asked at every place, by the word of each; all is false while
// one is not known.
func (t *test) everywhere(stem string, words map[string]string) (answer string, all bool) {
	known := map[string]string{}
	for _, place := range t.places {
		word := words[stem+place]
		if word == "" {
			return "", false
		}
		known[stem+place] = word
	}
	return t.toldBy(known), true
}

// meant are the symptoms that an answer of a test means.
func (b *Finder) meant(t *test, answer string) (out []string) {
	for _, s := range b.felt[:b.whens] {
		for _, one := range s.seen() {
			if one.See == t.ID && slices.Contains(one.Is, answer) {
				out = append(out, s.ID)
				break
			}
		}
	}
	return out
}
