package trouble

import (
	"cmp"
	"math"
	"slices"

	"brankel/rigging/phrase"
	"brankel/rigging/sheet"
)

// Whose is a family that somebody's words may speak of.
type Whose struct {
	Family string   `json:"family"`
	Name   string   `json:"name"`
	Known  []string `json:"known"` // what of the words would be understood of it
	Score  float64  `json:"score"` // against the others: more is likelier
}

// What is worth how much for a family: something understood, something asked, a whole name that people have for it, each of its
// own words the more the fewer other families have it, and words left aside.
const (
	worthTaken = 1.0
	worthAsked = 0.35
	worthNamed = 1.0
	worthOwn   = 0.5
	worthAside = -0.4
	leastWorth = 0.5
)

// Families tells which families words speak of, the likeliest first; those that nothing speaks for are left out.
func Families(all []*Finder, said ...string) []Whose {
	out := []Whose{}
	said = begun(said)
	has := map[string]int{}
	for _, b := range all {
		for w := range b.idiom.own {
			has[w]++
		}
	}
	var stems []string
	for _, text := range said {
		for _, w := range phrase.Words(text) {
			if !w.Idle && w.Stem != phrase.Not && !slices.Contains(stems, w.Stem) {
				stems = append(stems, w.Stem)
			}
		}
	}
	for _, b := range all {
		one := b.whose(said, stems)
		for _, w := range stems {
			if b.idiom.own[w] {
				one.Score += worthOwn * math.Log(float64(len(all))/float64(has[w]))
			}
		}
		if one.Score >= leastWorth {
			out = append(out, one)
		}
	}
	slices.SortStableFunc(out, func(x, y Whose) int { return cmp.Compare(y.Score, x.Score) })
	return out
}

// begun is as much of what was said as is listened to.
func begun(said []string) (out []string) {
	room := mostHeard
	for _, text := range said {
		if room <= 0 || len(out) == mostSaid {
			break
		}
		runes := []rune(text)
		runes = runes[:min(len(runes), room)]
		out, room = append(out, string(runes)), room-len(runes)
	}
	return out
}

func (b *Finder) whose(said, stems []string) Whose {
	f := sheet.FamilyOf(b.Family)
	w := Whose{Family: b.Family, Name: f.Name, Known: []string{}}
	h := b.listen(said)
	for _, t := range h.taken {
		w.Score += worthTaken
		w.Known = append(w.Known, t.of.Says)
	}
	for _, r := range h.reads {
		w.Score += worthTaken
		w.Known = append(w.Known, r.of.Asks)
	}
	w.Score += worthAsked*float64(len(h.asks)) + worthAside*float64(len(h.aside))
	for _, name := range append([]string{f.Name}, f.Words...) {
		all := phrase.Significant(name)
		if len(all) > 0 && !slices.ContainsFunc(all, func(w string) bool { return !slices.Contains(stems, w) }) {
			w.Score += worthNamed
			break
		}
	}
	return w
}

// vocabulary is every word by which this family is spoken of: its names, its symptoms, its parts as tests and causes name them.
func (b *Finder) vocabulary() map[string]bool {
	f := sheet.FamilyOf(b.Family)
	texts := append([]string{f.Name}, f.Words...)
	for _, s := range b.felt[:b.whens] {
		texts = append(append(append(texts, s.Says), s.Words...), s.Good...)
	}
	for _, t := range b.tests {
		texts = append(append(texts, t.Asks), t.Words...)
	}
	for _, c := range b.causes {
		texts = append(texts, c.Says)
	}
	out := map[string]bool{}
	for _, text := range texts {
		for _, w := range phrase.Significant(text) {
			out[w] = true
		}
	}
	return out
}
