package record

import (
	"regexp"
	"slices"
	"strings"
	"unicode"

	"brankel/rigging/sheet"
)

// Heard is what was dictated while somebody else drove: which figures, and the words that fit none.
type Heard struct {
	Figures []FigureRead `json:"figures"`
	Aside   []string     `json:"aside"`
}

var aNumber = regexp.MustCompile(`^\d{1,6}([.,]\d{1,3})?%?$`)

// Hear takes the figures of a proof from running words, "light up 27, down 19": each number belongs to the figure whose
// words were said before it; what is said once of a row holds for the next number too. The last word on a figure counts.
func Hear(c *sheet.Check, text string) Heard {
	out := Heard{Figures: []FigureRead{}, Aside: []string{}}
	if r := []rune(text); len(r) > longestText {
		text = string(r[:longestText])
	}
	var said []string
	var last *sheet.ProofFigure
	filled := map[string]string{}
	for _, word := range strings.FieldsFunc(strings.ToLower(text), func(r rune) bool {
		return !unicode.IsLetter(r) && !unicode.IsDigit(r) && !strings.ContainsRune(".,%", r)
	}) {
		word = strings.Trim(word, ".,")
		switch {
		case word == "":
		case !aNumber.MatchString(word):
			said = append(said, word)
		default:
			f, used := meant(c, said, last, filled)
			if f == nil {
				out.Aside = append(append(out.Aside, said...), word)
			} else {
				filled[f.ID], last = word, f
				out.Aside = append(out.Aside, slices.DeleteFunc(said, func(w string) bool { return slices.Contains(used, w) })...)
			}
			said = nil
		}
	}
	out.Aside = append(out.Aside, said...)
	for i := range c.Figures {
		if id := c.Figures[i].ID; filled[id] != "" {
			out.Figures = append(out.Figures, FigureRead{Figure: id, Text: filled[id]})
		}
	}
	return out
}

// meant is the figure that most of the words before a number speak of, the row said last where they name none; of several
// alike the first that is empty. Words that fit nothing decide nothing.
func meant(c *sheet.Check, said []string, last *sheet.ProofFigure, filled map[string]string) (best *sheet.ProofFigure, used []string) {
	most := -1
	for i := range c.Figures {
		f := &c.Figures[i]
		words := wordsOf(f)
		fit := slices.DeleteFunc(slices.Clone(said), func(w string) bool { return !slices.Contains(words, w) })
		score := 4 * len(fit)
		if last != nil && f.Row != "" && f.Row == last.Row && !slices.ContainsFunc(said, func(w string) bool { return namesRow(c, w) }) {
			score += 2
		}
		if filled[f.ID] == "" {
			score++
		}
		if len(said) > 0 && len(fit) == 0 {
			continue // it speaks of something else
		}
		if len(said) == 0 {
			if filled[f.ID] != "" {
				continue
			}
			if score = 0; last != nil && f.Row == last.Row {
				score = 1 // the next that is empty, first of the row that was said
			}
		}
		if score > most {
			most, best, used = score, f, fit
		}
	}
	return best, used
}

func wordsOf(f *sheet.ProofFigure) []string {
	return strings.FieldsFunc(strings.ToLower(f.Name+" "+f.Row+" "+f.Column), func(r rune) bool { return !unicode.IsLetter(r) })
}

// namesRow tells whether a word tells one row of a table from another.
func namesRow(c *sheet.Check, word string) bool {
	with := map[string]bool{}
	for i := range c.Figures {
		with[c.Figures[i].Row] = with[c.Figures[i].Row] || slices.Contains(strings.Fields(strings.ToLower(c.Figures[i].Row)), word)
	}
	n := 0
	for _, has := range with {
		if has {
			n++
		}
	}
	return n > 0 && n < len(with)
}
