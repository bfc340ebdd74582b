package trouble

import (
	"slices"
	"strings"

	"brankel/rigging/phrase"
)

// fine are the words of good news, as they are written. One that belongs to the words of a complaint says nothing by itself.
var fine = []string{"fine", "perfect", "perfectly", "ok", "okay", "good", "normal", "normally", "properly", "alright", "well", "lovely", "sweet",
	"crisp", "faultless", "nicely", "correct"}

// well takes good news: said in its own words ("flaps are up"), or of what is named ("forward is perfect"). It counts for what it
// names and is never taken for the fault.
func (b *Finder) well(h *heard, c *clause) bool {
	for _, s := range b.felt[:b.whens] {
		for _, one := range b.idiom.good[s] {
			if at, all := c.holds(one.whole); all && len(one.whole) > 1 && c.denies(at) == one.denies {
				h.take(taken{s, true})
				return true
			}
		}
	}
	i := slices.IndexFunc(c.words, func(w phrase.Word) bool { return slices.Contains(fine, w.Raw) })
	if i < 0 || c.denies([]int{i}) || c.amount(i) {
		return false
	}
	total, named := 0.0, false
	for k, w := range c.words {
		if k != i && !w.Idle && w.Stem != phrase.Not && !slices.Contains(fine, w.Raw) {
			total += b.weight(w.Stem)
		}
	}
	if total == 0 {
		return false
	}
	for _, s := range b.felt[:b.whens] {
		own := 0.0
		for k, w := range c.words {
			if k != i && !w.Idle && b.idiom.all[s][w.Stem] {
				own += b.weight(w.Stem)
			}
		}
		if own/total >= 0.6 {
			h.take(taken{s, true})
			named = true
		}
	}
	return named
}

// amount tells of a "good" that is only how much: a good half inch.
func (c *clause) amount(i int) bool {
	if i+1 >= len(c.words) {
		return false
	}
	next := c.words[i+1].Raw
	_, number := numbers[next]
	return number || next == "bit" || next == "deal" || next == "inch" || strings.Trim(next, "0123456789") != next
}
