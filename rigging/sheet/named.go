package sheet

import (
	"slices"
	"strings"

	"brankel/rigging/phrase"
)

// leastAlike is how alike a word must be to one of a sheet's.
const leastAlike = 0.7

// Named are the sheets that somebody may mean: by their number, make, model and cable, by the craft, and by the words people
// have for such a rig; every word that says something must fit. All of them for words that say nothing.
func Named(heads []Head, words string) []Head {
	wanted := phrase.Significant(shortened(words))
	if len(wanted) == 0 {
		return heads
	}
	of := map[string][]string{}
	return slices.DeleteFunc(slices.Clone(heads), func(h Head) bool {
		own := phrase.Significant(strings.Join([]string{h.ID, h.Cable, h.Title, string(h.Craft), h.Family}, " "))
		if _, told := of[h.Family]; !told {
			of[h.Family] = nil
			if f := FamilyOf(h.Family); f != nil {
				of[h.Family] = phrase.Significant(f.Name + " " + strings.Join(f.Words, " "))
			}
		}
		return slices.ContainsFunc(wanted, func(w string) bool {
			return !meant(w, own) && !meant(w, of[h.Family])
		})
	})
}

// meant tells whether a word is one of others, as it is written, begun or a slip away; a longer one is not meant by the
// shorter one it begins with, and no number by another.
func meant(word string, others []string) bool {
	number := strings.ContainsAny(word, "0123456789")
	return slices.ContainsFunc(others, func(o string) bool {
		if number || strings.HasPrefix(o, word) {
			return strings.HasPrefix(o, word)
		}
		return phrase.Alike(word, o) >= leastAlike && (len(o) >= len(word) || !strings.HasPrefix(word, o))
	})
}

// mostLetters is how much is read of what somebody looks for.
const mostLetters = 200

func shortened(words string) string {
	if r := []rune(words); len(r) > mostLetters {
		return string(r[:mostLetters])
	}
	return words
}
