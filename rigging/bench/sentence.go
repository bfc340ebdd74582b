// Package bench puts the calculations into sentences with blanks: what a mechanic
// writes into them, what is still missing, the answer in words, and the numbers of
// a drawing that follows them. It works nothing out that package calc does not.
package bench

import (
	"regexp"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/input"
	"brankel/rigging/sheet"
)

// Sentence is one calculation as it is asked for.
type Sentence struct {
	Name  string `json:"name"`
	Title string `json:"title"` // what one wants to know
	Lines []Line `json:"lines"`
	Rows  []Rows `json:"rows"` // what there may be several of
	More  []Line `json:"more"` // what need not be known
	// Example is plausible figures of no machine in particular.
	Example Values `json:"example"`
	Leads   bool   `json:"leads"` // a run of one setting can be made of it
	Path    bool   `json:"path"`  // it asks for a path, which can be laid out piece by piece

	asks []string // other words for the title, to be found by
	tell func(in, out any, say words) Answer
	rig  func(one *sheet.Sheet, in any, say words) (found map[string]string) // nil where it sets nothing
}

// Line is text and blanks in turn.
type Line []Part

// Part is a piece of text or a blank.
type Part struct {
	Text  string `json:"text,omitempty"`
	Blank *Blank `json:"blank,omitempty"`
}

// Rows is a line there may be several of, such as the bends of a routing.
type Rows struct {
	Name string `json:"name"`
	Line Line   `json:"line"`
	Add  string `json:"add"` // what the button says
}

// words are what the blanks hold that only the answer needs.
type words map[string]string

// draft is a sentence before its blanks are filled in: text with {path:label}.
type draft struct {
	name, title string
	asks        []string
	lines       []string
	rows        []rowsDraft
	more        []string
	example     Values
}

type rowsDraft struct{ name, line, add string }

var slot = regexp.MustCompile(`\{([^:}]+):([^}]+)\}`)

// sentence makes a draft whole, with the kinds of its blanks taken from the calculation.
func sentence[In, Out any](d draft, tell func(In, Out, words) Answer) Sentence {
	all := calc.All()
	fields := all[slices.IndexFunc(all, func(c calc.Calc) bool { return c.Name == d.name })].Fields()
	s := Sentence{Name: d.name, Title: d.title, Lines: []Line{}, Rows: []Rows{}, More: []Line{}, asks: d.asks, Example: d.example,
		tell: func(in, out any, say words) Answer { return tell(in.(In), out.(Out), say) }}
	for _, line := range d.lines {
		s.Lines = append(s.Lines, parse(line, fields))
	}
	for _, r := range d.rows {
		s.Path = s.Path || strings.Contains(r.line, "[].bend:")
		s.Rows = append(s.Rows, Rows{r.name, parse(r.line, fields), r.add})
	}
	for _, line := range d.more {
		s.More = append(s.More, parse(line, fields))
	}
	return s
}

func parse(text string, fields []input.Field) (line Line) {
	at := 0
	for _, m := range slot.FindAllStringSubmatchIndex(text, -1) {
		if m[0] > at {
			line = append(line, Part{Text: text[at:m[0]]})
		}
		line = append(line, Part{Blank: newBlank(text[m[2]:m[3]], text[m[4]:m[5]], fields)})
		at = m[1]
	}
	if at < len(text) {
		line = append(line, Part{Text: text[at:]})
	}
	return line
}

// All lists the sentences in the order they are shown.
func All() []Sentence { return slices.Clone(sentences) }

// Find is the sentence called name.
func Find(name string) (Sentence, bool) {
	i := slices.IndexFunc(sentences, func(s Sentence) bool { return s.Name == name })
	if i < 0 {
		return Sentence{}, false
	}
	return sentences[i], true
}

// blanks lists all blanks, those of rows with [] in their path.
func (s Sentence) blanks() (out []*Blank) {
	lines := slices.Clone(s.Lines)
	for _, r := range s.Rows {
		lines = append(lines, r.Line)
	}
	for _, line := range append(lines, s.More...) {
		for _, p := range line {
			if p.Blank != nil {
				out = append(out, p.Blank)
			}
		}
	}
	return out
}
