package trouble

import (
	"cmp"
	"math"
	"slices"

	"brankel/rigging/phrase"
)

// spoken is one way of saying something: its words that say something, whether it denies, and all of its words but the little ones.
type spoken struct {
	words  []string
	denies bool
	whole  []string
}

// little are words that are left out or put in as one pleases.
var little = []string{"a", "an", "the", "is", "are", "it", "its", "was", "were", "be", "of", "my", "i", "has", "have", "just", "so", "and"}

// idiom is what is known of how people say things on this rig: how rare each word is, and the words of each symptom.
type idiom struct {
	rare    map[string]float64
	phrases map[*felt][]spoken
	good    map[*felt][]spoken
	all     map[*felt]map[string]bool
	own     map[string]bool // every word by which the family is spoken of
}

// likeness is how close a clause comes to a symptom, by which of its words.
type likeness struct {
	of     *felt
	score  float64
	denied bool
	part   float64 // of the phrase that is there
	own    float64 // of the clause that is the symptom's words
	words  []int
}

// learn reads the ways of saying everything once.
func (b *Finder) learn() {
	b.idiom = &idiom{map[string]float64{}, map[*felt][]spoken{}, map[*felt][]spoken{}, map[*felt]map[string]bool{}, nil}
	in := map[string]int{}
	for _, s := range b.felt {
		all := map[string]bool{}
		for _, text := range append([]string{s.Says}, s.Words...) {
			one := speak(text)
			if len(one.words) == 0 {
				continue
			}
			b.idiom.phrases[s] = append(b.idiom.phrases[s], one)
			for _, w := range one.words {
				all[w] = true
			}
		}
		for _, text := range s.Good {
			b.idiom.good[s] = append(b.idiom.good[s], speak(text))
		}
		b.idiom.all[s] = all
		for w := range all {
			in[w]++
		}
	}
	for w, n := range in {
		b.idiom.rare[w] = math.Log(1 + float64(len(b.felt))/float64(n))
	}
}

func speak(text string) (out spoken) {
	for _, w := range phrase.Significant(text) {
		if w == phrase.Not {
			out.denies = true
		} else {
			out.words = append(out.words, w)
		}
	}
	for _, w := range phrase.Words(text) {
		if !slices.Contains(little, w.Raw) {
			out.whole = append(out.whole, w.Stem)
		}
	}
	return out
}

// strange is how much a word weighs that no symptom uses: it says something, but not of this.
const strange = 0.6

func (b *Finder) weight(w string) float64 {
	if v, known := b.idiom.rare[w]; known {
		return v
	}
	return strange
}

// closest are the symptoms that the words of a clause may mean, the closest first: by the phrase that it comes closest to, and
// by all the words that people use for it.
func (b *Finder) closest(c *clause) (out []likeness) {
	total := 0.0
	for i, w := range c.words {
		if !w.Idle && !c.used[i] && w.Stem != phrase.Not {
			total += b.weight(w.Stem)
		}
	}
	if total == 0 {
		return nil
	}
	said := c.whole()
	for _, s := range b.felt[:b.whens] {
		best := likeness{of: s}
		for _, one := range b.idiom.phrases[s] {
			fit := b.fits(c, one, total)
			if slices.Equal(one.whole, said) {
				fit.score, fit.denied = itself, false
			}
			if fit.score > best.score {
				fit.of = s
				best = fit
			}
		}
		own := 0.0
		for i, w := range c.words {
			if !w.Idle && !c.used[i] && b.idiom.all[s][w.Stem] {
				own += b.weight(w.Stem)
			}
		}
		if best.score >= leastPart {
			best.own = own / total
			best.score = 0.7*best.score + 0.3*best.own
			out = append(out, best)
		}
	}
	slices.SortStableFunc(out, func(x, y likeness) int { return cmp.Compare(y.score, x.score) })
	return out
}

// leastPart is how much of a phrase must be there to be asked about: one word of three is not it.
const leastPart = 0.4

// itself is the score of a phrase that was said word by word.
const itself = 1.4

// whole are all the words of a clause but the little ones.
func (c *clause) whole() (out []string) {
	for _, w := range c.words {
		if !slices.Contains(little, w.Raw) {
			out = append(out, w.Stem)
		}
	}
	return out
}

// fits is how much of a phrase is in a clause, and a little how much of the clause is in the phrase; denied, when the clause says
// the contrary. What a phrase denies is one of its words: without it little is left, unless all else is there.
func (b *Finder) fits(c *clause, one spoken, total float64) (fit likeness) {
	var at []int
	whole, there, heard := 0.0, 0.0, 0.0
	for _, w := range one.words {
		whole += b.weight(w)
		best, where := 0.0, -1
		for i, x := range c.words {
			if x.Idle || c.used[i] || slices.Contains(at, i) {
				continue
			}
			if a := phrase.Alike(w, x.Stem); a > best {
				best, where = a, i
			}
		}
		if where >= 0 {
			there += best * b.weight(w)
			heard += best * b.weight(c.words[where].Stem)
			at = append(at, where)
		}
	}
	if there == 0 {
		return fit
	}
	says := c.denies(at)
	if one.denies {
		near := c.words[max(0, slices.Min(at)-4):min(len(c.words), slices.Max(at)+5)]
		says = slices.ContainsFunc(near, func(w phrase.Word) bool { return w.Stem == phrase.Not })
		if fit.denied = !says; fit.denied && (len(one.words) < 2 || there < 0.95*whole || heard < 0.7*total) {
			whole, fit.denied = whole+2*b.notWeighs(one), false
		}
	} else {
		fit.denied = says
	}
	fit.part, fit.words = there/whole, at
	fit.score = fit.part * (0.7 + 0.3*min(1, heard/total))
	return fit
}

// notWeighs is what its denial weighs in a phrase: as much as the rest.
func (b *Finder) notWeighs(one spoken) (sum float64) {
	for _, w := range one.words {
		sum += b.weight(w)
	}
	return sum / 2
}
