package bench

import (
	"encoding/json"
	"errors"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/fault"
)

// Answer is what came out, in words and as the numbers of a drawing.
type Answer struct {
	Says    string   `json:"says"`
	Also    []string `json:"also"`
	Mark    string   `json:"mark"` // good, bad, look or ""
	Drawing Drawing  `json:"drawing"`
}

// Worked is a sentence with its blanks filled in.
type Worked struct {
	Example bool            `json:"example"` // nothing was written yet: this is the example
	Echoes  map[string]Echo `json:"echoes"`
	Missing []string        `json:"missing"` // labels of blanks still needed
	Says    string          `json:"says,omitempty"`
	Answer  *Answer         `json:"answer,omitempty"`
}

// Work answers the sentence, or says what is missing or to be written otherwise.
// With nothing written at all it works the example.
func (s Sentence) Work(values Values) Worked {
	out := Worked{Missing: []string{}}
	if empty(values) {
		out.Example, values = true, s.Example
	}
	input, echoes, say := s.build(values)
	out.Echoes = echoes
	for key, e := range out.Echoes {
		if e.Fault != "" && values[key] != "" {
			out.Says = "Something cannot be read: look at the marked blank."
		}
	}
	if out.Says != "" {
		return out
	}
	raw, err := json.Marshal(input)
	if err != nil {
		out.Says = "These numbers cannot be worked with."
		return out
	}
	in, result, err := calc.Solve(s.Name, raw)
	var fault *fault.Fault
	if errors.As(err, &fault) {
		s.refuse(fault, &out)
		return out
	}
	answer := s.tell(in, result, say)
	if answer.Also == nil {
		answer.Also = []string{}
	}
	out.Answer = &answer
	return out
}

func empty(values Values) bool {
	for _, text := range values {
		if strings.TrimSpace(text) != "" {
			return false
		}
	}
	return true
}

// refuse puts a fault at its blank; a blank that is only empty is not marked as
// wrong but named as missing.
func (s Sentence) refuse(fault *fault.Fault, out *Worked) {
	key := keyOf(fault.Field)
	b := s.blankOf(key)
	if b == nil { // a fault of a whole list, or of an item of one
		for i := strings.LastIndex(key, "."); b == nil && i > 0; i = strings.LastIndex(key, ".") {
			key = key[:i]
			b = s.blankOf(key)
		}
	}
	if b == nil { // nothing at all of a part that has several blanks
		blanks := s.blanks()
		if i := slices.IndexFunc(blanks, func(one *Blank) bool { return strings.HasPrefix(one.Path, rowPath(fault.Field)+".") }); i >= 0 {
			b = blanks[i]
		}
	}
	switch {
	case b == nil:
		out.Says = sentenceCase(fault.Message) + "."
	case strings.HasPrefix(fault.Message, "missing"):
		out.Missing = append(out.Missing, b.Label)
		out.Says = "Still needed: " + b.Label + "."
	default:
		out.Echoes[key] = Echo{Says: out.Echoes[key].Says, Fault: fault.Message}
		out.Says = "Look at the marked blank."
	}
}

func sentenceCase(s string) string { return strings.ToUpper(s[:1]) + s[1:] }
