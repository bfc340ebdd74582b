package trouble

import (
	"slices"
	"strings"
	"unicode/utf8"

	"brankel/rigging/phrase"
)

// heard is what somebody's words were taken for. Nothing of them is an error: what is not understood is asked, or left aside.
type heard struct {
	taken []taken
	whens []*felt
	reads []gauged
	asks  []Unsure
	aside []string
	notes []string
	room  int // letters that are still listened to
}

// taken is a symptom that words mean, or deny: good news counts for what it names.
type taken struct {
	of     *felt
	denied bool
}

// How sure words must be: taken at once, and so far ahead of the next; else asked; below that they are left aside. Of words
// left over in a clause a second symptom must be surer.
const (
	sureScore = 0.6
	sureAhead = 0.09
	askScore  = 0.36
	restScore = 0.72

	deniedPart = 0.8  // of a phrase must be there for its contrary to be taken, since a "not" may be of something else;
	deniedOwn  = 0.95 // or nothing else is said: no grinding
	mostHeard  = 1200 // letters listened to, of all that was said
)

// onlyBegun is said of a speech.
const onlyBegun = "Only the beginning was listened to: say what is felt in a sentence or two."

// clause is a part of what was said that stands by itself.
type clause struct {
	text  string
	words []phrase.Word
	used  []bool
}

// listen hears what was said, sentence by sentence.
func (b *Finder) listen(said []string) heard {
	h := heard{room: mostHeard}
	for _, text := range said {
		b.hear(&h, text)
	}
	return h
}

func (b *Finder) hear(h *heard, text string) {
	switch s := b.symptom(strings.TrimSpace(text)); {
	case s == nil:
	case !slices.Contains(b.felt[b.whens:], s):
		h.take(taken{s, false})
		return
	default:
		if !slices.Contains(h.whens, s) {
			h.whens = append(h.whens, s)
		}
		return
	}
	if runes := []rune(text); len(runes) > h.room {
		text = string(runes[:h.room])
		if !slices.Contains(h.notes, onlyBegun) {
			h.notes = append(h.notes, onlyBegun)
		}
	}
	h.room -= utf8.RuneCountInString(text)
	for _, c := range clauses(text) {
		b.clause(h, c)
	}
}

// ends are the marks at which one thing that is said ends; what is measured may have a point in it.
var ends = strings.NewReplacer("’", "'", "–", ". ", "—", ". ", " - ", ". ", ";", ". ", "!", ". ", "?", ". ", "\n", ". ", "(", ". ", ")", ". ",
	":", ". ", ", ", ". ", "/", " ")

// turns are the words at which another thing begins.
var turns = []string{"but", "though", "although", "however", "yet", "otherwise", "whereas"}

// clauses parts a text where one thing ends and another begins.
func clauses(text string) (out []clause) {
	for _, sentence := range strings.Split(ends.Replace(text), ". ") {
		for _, part := range cutAt(strings.TrimRight(strings.TrimSpace(sentence), "."), turns) {
			if words := phrase.Words(part); len(words) > 0 {
				out = append(out, clause{strings.TrimSpace(part), words, make([]bool, len(words))})
			}
		}
	}
	return out
}

// cutAt parts a text before words.
func cutAt(text string, at []string) (out []string) {
	var now []string
	for _, w := range strings.Fields(text) {
		if slices.Contains(at, strings.ToLower(strings.Trim(w, ","))) {
			out, now = append(out, strings.Join(now, " ")), nil
			continue
		}
		now = append(now, w)
	}
	return append(out, strings.Join(now, " "))
}

// clause takes what a clause says: the states it names, a figure, then symptoms until nothing is left that is sure.
func (b *Finder) clause(h *heard, c clause) {
	found := b.states(h, &c)
	least := sureScore
	if f, at, ok := b.gauged(&c, h); ok {
		h.reads = append(h.reads, f)
		found, least = true, restScore
		for _, i := range at {
			c.used[i] = true
		}
	}
	if b.well(h, &c) {
		return
	}
	for range 3 {
		all := b.closest(&c)
		if len(all) == 0 || all[0].score < askScore {
			break
		}
		best, second := all[0], 0.0
		for _, other := range all[1:] { // one of other words is another thing that is said
			if slices.ContainsFunc(other.words, func(i int) bool { return slices.Contains(best.words, i) }) {
				second = other.score
				break
			}
		}
		if best.score < least || best.score-second < sureAhead && !c.several() || best.doubtful() {
			if least == sureScore { // the first of the clause: it is asked
				h.ask(c.text, all)
				found = true
			}
			break
		}
		for _, one := range all {
			if one.score == best.score { // neither, both: all that the same words mean
				h.take(taken{one.of, one.denied})
			}
		}
		for _, i := range best.words {
			c.used[i] = true
		}
		found, least = true, restScore
		if c.open() < 2 {
			break
		}
	}
	if !found {
		h.aside = append(h.aside, c.text)
	}
}

// doubtful tells of a denial that may be of something else.
func (c likeness) doubtful() bool { return c.denied && c.part < deniedPart && c.own < deniedOwn }

// several tells whether a clause speaks of all there are: neither gear, both ways.
func (c *clause) several() bool {
	return slices.ContainsFunc(c.words, func(w phrase.Word) bool { return w.Raw == "neither" || w.Raw == "both" || w.Raw == "either" })
}

// open is how many words of a clause say something and were not taken yet.
func (c *clause) open() (n int) {
	for i, w := range c.words {
		if !w.Idle && !c.used[i] && w.Stem != phrase.Not {
			n++
		}
	}
	return n
}

func (h *heard) take(t taken) {
	for _, one := range h.taken {
		if one.of == t.of {
			if one.denied != t.denied {
				h.notes = append(h.notes, "“"+t.of.Says+"” was said, and the contrary: the first counts.")
			}
			return // said twice is said once
		}
	}
	h.taken = append(h.taken, t)
}

func (h *heard) ask(words string, all []likeness) {
	u := Unsure{Words: words, Matches: []Match{}}
	for _, one := range all {
		if one.score < askScore || len(u.Matches) == mostMatches {
			break
		}
		u.Matches = append(u.Matches, Match{ID: one.of.ID, Says: one.of.Says, Score: one.score})
	}
	h.asks = append(h.asks, u)
}

// states takes the states that a clause names: uphill, hot, since the new cable. What it says of them is understood.
func (b *Finder) states(h *heard, c *clause) (found bool) {
	for _, s := range b.felt[b.whens:] {
		for _, one := range b.idiom.phrases[s] {
			at, all := c.holds(one.whole)
			if !all {
				continue
			}
			found = true
			if !slices.Contains(h.whens, s) && !c.before(slices.Min(at)) {
				h.whens = append(h.whens, s)
			}
			for _, i := range at {
				c.used[i] = true
			}
			break
		}
	}
	return found
}

// holds finds every word of a phrase in a clause, in their order and near each other.
func (c *clause) holds(words []string) (at []int, all bool) {
	next := 0
	for _, w := range words {
		i := slices.IndexFunc(c.words[next:], func(x phrase.Word) bool { return x.Stem == w })
		if i < 0 {
			return nil, false
		}
		at, next = append(at, next+i), next+i+1
	}
	return at, len(at) > 0 && slices.Max(at)-slices.Min(at) < len(words)+3
}

// before tells whether a "not" stands just before a word, little ones aside.
func (c *clause) before(i int) bool {
	for i--; i >= 0; i-- {
		if c.words[i].Stem == phrase.Not {
			return true
		}
		if !c.words[i].Idle {
			return false
		}
	}
	return false
}

// denies tells whether what stands at some words of a clause is denied: a "not" just before them, between them or behind.
func (c *clause) denies(at []int) bool {
	if len(at) == 0 {
		return false
	}
	first, last := slices.Min(at), slices.Max(at)
	from := max(0, first-3)
	for i := from; i < first; i++ {
		if c.words[i].Raw == "and" || c.words[i].Raw == "or" {
			from = i + 1 // what is said before is of something else
		}
	}
	return slices.ContainsFunc(c.words[from:min(len(c.words), last+2)], func(w phrase.Word) bool { return w.Stem == phrase.Not })
}
