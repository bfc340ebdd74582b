package trouble

// List is everything known on a rig: causes with their changes, symptoms and tests with what they
// mean in the model.
type List struct {
	Family    string        `json:"family,omitempty"` // "" of several
	Causes    []CauseLine   `json:"causes"`
	Symptoms  []SaidLine    `json:"symptoms"`
	Whens     []SaidLine    `json:"whens"`
	Tests     []TestLine    `json:"tests"`
	Histories []HistoryLine `json:"histories"`
	Pairs     []Pair        `json:"pairs"` // causes that no test tells apart
}

// Together is what is known of several rigs in one list, each line with its family.
func Together(lists []List) List {
	out := List{Causes: []CauseLine{}, Symptoms: []SaidLine{}, Whens: []SaidLine{}, Tests: []TestLine{}, Pairs: []Pair{}}
	for _, l := range lists {
		out.Causes, out.Symptoms = append(out.Causes, l.Causes...), append(out.Symptoms, l.Symptoms...)
		out.Whens, out.Tests = append(out.Whens, l.Whens...), append(out.Tests, l.Tests...)
		out.Histories, out.Pairs = l.Histories, append(out.Pairs, l.Pairs...)
	}
	if len(lists) == 1 {
		out.Family = lists[0].Family
	}
	return out
}

// CauseLine is a cause and the symptoms it shows, the likeliest first, as the model says.
type CauseLine struct {
	Family string `json:"family"`
	Cause
	Shows []string `json:"symptoms"`

	Consequences []Consequence `json:"consequences"`
}

// Consequence is a test that a cause may answer otherwise than a good rig does, with those answers.
type Consequence struct {
	Test    string   `json:"test"`
	Answers []string `json:"answers"`
}

// SaidLine is a symptom and the causes that show it.
type SaidLine struct {
	Family string `json:"family"`
	Symptom
	Causes []string `json:"causes"`
}

// TestLine is a test with its answers and window on this rig.
type TestLine struct {
	Family string `json:"family"`
	Test
	Means []Word   `json:"means"`
	Low   *float64 `json:"low,omitempty"`
	High  *float64 `json:"high,omitempty"`
	Takes string   `json:"takes,omitempty"`
}

// HistoryLine is something that may be known of a machine.
type HistoryLine struct {
	ID   string `json:"id"`
	Says string `json:"says"`
}

// Says is what a cause is called, "" for one that is not known on this rig.
func (b *Finder) Says(cause string) string {
	for _, c := range b.causes {
		if c.ID == cause {
			return c.Says
		}
	}
	return ""
}

// showsAt is how likely a cause must show a symptom, at the size it shows it most, to be named
// under it.
const showsAt = 0.5

// List lists what is known, in the order of the files.
func (b *Finder) List() List {
	out := List{Family: b.Family, Causes: []CauseLine{}, Symptoms: []SaidLine{}, Whens: []SaidLine{}, Tests: []TestLine{}, Pairs: []Pair{}}
	for i, s := range b.felt {
		line := SaidLine{b.Family, s.Symptom, []string{}}
		for _, c := range b.causes {
			if b.most(c, s) >= showsAt {
				line.Causes = append(line.Causes, c.ID)
			}
		}
		if i < b.whens {
			out.Symptoms = append(out.Symptoms, line)
		} else {
			out.Whens = append(out.Whens, line)
		}
	}
	all := make([]int, len(b.causes))
	for i, c := range b.causes {
		all[i] = i
		line := CauseLine{b.Family, c.Cause, []string{}, b.follows(c)}
		for _, s := range b.felt[:b.whens] {
			if b.most(c, s) >= showsAt {
				line.Shows = append(line.Shows, s.ID)
			}
		}
		out.Causes = append(out.Causes, line)
	}
	for _, t := range b.tests {
		line := TestLine{Family: b.Family, Test: t.Test, Means: t.answers}
		if t.Reading != "" {
			line.Low, line.High = &t.low, &t.high
		}
		if t.Cost != nil {
			line.Takes = t.Cost.takes()
		}
		out.Tests = append(out.Tests, line)
	}
	for _, h := range Histories {
		out.Histories = append(out.Histories, HistoryLine{h.ID, h.Says})
	}
	out.Pairs = append(out.Pairs, b.pairs(all)...)
	return out
}

// most is the chance that a cause shows a symptom at the size that shows it most.
func (b *Finder) most(c *cause, s *felt) (p float64) {
	for k := range sizes {
		p = max(p, b.shows(c, k, s))
	}
	return p
}

// mayFollow is from which chance an answer is a consequence of a cause.
const mayFollow = 0.2

// follows are the answers that a cause gives, at one of its sizes at least, and a good rig does not.
func (b *Finder) follows(c *cause) []Consequence {
	out := []Consequence{}
	for _, t := range b.tests {
		one := Consequence{t.ID, nil}
		for a, w := range t.answers {
			p := 0.0
			for k := range sizes {
				p = max(p, c.exact[k][t.column+a])
			}
			if a != t.right() && p >= mayFollow {
				one.Answers = append(one.Answers, w.ID)
			}
		}
		if one.Answers != nil {
			out = append(out, one)
		}
	}
	return out
}
