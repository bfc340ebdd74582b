package sheet

import (
	"fmt"
	"slices"
	"strings"
	"unicode"
)

// Answer is one answer to a check: the rig's words it stands for, what it points to, and what would cure it. What
// is kept of an answer is its ID; a sheet that gives none has it made of the words.
type Answer struct {
	ID       string   `json:"id,omitempty"`
	Says     string   `json:"says" jsonschema:"minLength=1"`
	Sense    []string `json:"sense,omitempty"`
	PointsTo string   `json:"points_to,omitempty"`
	Side     string   `json:"side,omitempty" jsonschema:"enum=tight,enum=loose"` // of the window
	Cure     *Cure    `json:"cure,omitempty"`
	Stop     bool     `json:"stop,omitempty"` // it argues for a repair
	Part     string   `json:"part,omitempty"` // of the chain, by its role, that is to be renewed then
}

// Is tells whether the answer is of that id, or stands for that word of the rig.
func (a *Answer) Is(word string) bool { return a.ID == word || slices.Contains(a.Sense, word) }

// Good is the answer that is wanted.
func (c *Check) Good() Answer {
	for _, a := range c.Answers {
		if c.Wanted != "" && a.Is(c.Wanted) {
			return a
		}
	}
	if len(c.Answers) == 0 {
		return Answer{} // a draft
	}
	return c.Answers[0]
}

// Answer is the answer of an id, nil when there is none.
func (c *Check) Answer(id string) *Answer {
	return find(c.Answers, id, func(a Answer) string { return a.ID })
}

// Given is the answer that somebody gave, by its id or in the words of the sheet; nil when it is none.
func (c *Check) Given(text string) *Answer {
	if a := c.Answer(text); a != nil {
		return a
	}
	return find(c.Answers, text, func(a Answer) string { return a.Says })
}

// AnswerIDs lists the ids of the answers, the good one first where the sheet has it so.
func (c *Check) AnswerIDs() (out []string) {
	for _, a := range c.Answers {
		out = append(out, a.ID)
	}
	return out
}

// nameAnswers gives each answer without an id one of its words.
func (s *Sheet) nameAnswers() {
	for i := range s.Checks {
		c := &s.Checks[i]
		for j := range c.Answers {
			a := &c.Answers[j]
			for n := 2; a.ID == ""; n++ {
				id := idOf(a.Says)
				if n > 2 {
					id = fmt.Sprintf("%s-%d", id, n-1)
				}
				if c.Answer(id) == nil {
					a.ID = id
				}
			}
		}
	}
}

// longestID is how many letters of its words an id has at the most.
const longestID = 50

// idOf makes an id of words: small letters and figures, hyphens between.
func idOf(words string) string {
	parts := strings.FieldsFunc(strings.ToLower(words), func(r rune) bool {
		return r > unicode.MaxASCII || !unicode.IsLetter(r) && !unicode.IsDigit(r)
	})
	id := strings.Join(parts, "-")
	if len(id) > longestID {
		id = strings.TrimRight(id[:longestID], "-")
	}
	if id == "" {
		return "answer"
	}
	return id
}
