package trouble

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"brankel/rigging/phrase"
	"brankel/rigging/quantity"
)

// gauged is a number with its unit that was said of something a gauge would read.
type gauged struct {
	of    *test
	value float64
}

// numbers are those that people write out.
var numbers = map[string]string{"half": "0.5", "one": "1", "two": "2", "three": "3", "four": "4", "five": "5", "six": "6", "seven": "7",
	"eight": "8", "nine": "9", "ten": "10", "eleven": "11", "twelve": "12", "thirteen": "13", "fourteen": "14", "fifteen": "15",
	"sixteen": "16", "eighteen": "18", "twenty": "20", "thirty": "30"}

// saidAs are units as they are said, where they are written otherwise: nobody at the bench says kilogram-force.
var saidAs = map[string]string{"millimetre": "mm", "millimetres": "mm", "centimetre": "cm", "centimetres": "cm", "newton": "N",
	"newtons": "N", "kg": "kgf", "kilo": "kgf", "kilos": "kgf", "pound": "lb", "pounds": "lb", "tooth": "notch", "teeth": "notches"}

// everyday are units that are words of their own in a sentence, or two measures by region: they are not taken.
var everyday = []string{"in", "m", "c", "f", "mil", "count"}

// gauged finds a number with a unit in a clause and what it is of: the one reading of that kind whose words the clause names.
func (b *Finder) gauged(c *clause, h *heard) (f gauged, at []int, ok bool) {
	for i, w := range c.words {
		said, is := measured(w.Raw, c.words[i+1:])
		if !is {
			continue
		}
		of, best, tie := (*test)(nil), 0.0, false
		for _, t := range b.tests {
			if t.Reading == "" || b.kindOf(t) != said.Kind {
				continue
			}
			score := b.names(c, t)
			switch {
			case score > best:
				of, best, tie = t, score, false
			case score == best && score > 0:
				tie = true
			}
		}
		if of == nil || tie || best < 0.99 {
			return f, nil, false
		}
		if !plausible(of, said.Value) {
			h.notes = append(h.notes, "“"+c.text+"” cannot be a reading of that: look at the number and its unit.")
			return f, nil, false
		}
		return gauged{of, said.Value}, []int{i, min(i+1, len(c.words)-1)}, true
	}
	return f, nil, false
}

// measured is a number and its unit at a word: "9 clicks", "40mm", "nine clicks", "half an inch".
func measured(raw string, next []phrase.Word) (q quantity.Quantity, ok bool) {
	digits := strings.TrimRight(raw, "abcdefghijklmnopqrstuvwxyz°")
	unit := raw[len(digits):]
	if number, word := numbers[raw]; word {
		digits, unit = number, ""
	}
	for i := 0; unit == "" && i < len(next) && i < 2; i++ {
		if w := strings.Trim(next[i].Raw, "."); w != "of" && w != "a" && w != "an" {
			unit = w
		}
	}
	if digits == "" || slices.Contains(everyday, unit) || quantity.KindOfUnit(cmp.Or(saidAs[unit], unit)) == "" {
		return q, false
	}
	q, err := quantity.Parse(digits+" "+cmp.Or(saidAs[unit], unit), "", "")
	return q, err == nil
}

// kindOf is what a reading measures: by the sheet's point, else by what its name says.
func (b *Finder) kindOf(t *test) quantity.Kind {
	if p := b.pointOf(t); p != nil {
		return p.Quantity
	}
	for _, one := range []struct {
		part string
		kind quantity.Kind
	}{{"notches", quantity.Count}, {"turns", quantity.Count}, {"threads", quantity.Count}, {"angle", quantity.Angle}, {"edge", quantity.Angle},
		{"home", quantity.Angle}, {"force", quantity.Force}, {"tension", quantity.Force}, {"pull", quantity.Force}} {
		if strings.Contains(t.Reading, one.part) {
			return one.kind
		}
	}
	return quantity.Length
}

// names is how much of what a reading is called a clause says: by the question, or by the words of a symptom that it shows.
func (b *Finder) names(c *clause, t *test) (best float64) {
	share := func(words []string) float64 {
		n := 0.0
		for _, w := range words {
			if slices.ContainsFunc(c.words, func(x phrase.Word) bool { return !x.Idle && phrase.Alike(w, x.Stem) >= 0.85 }) {
				n++
			}
		}
		return n / math.Max(1, float64(len(words)))
	}
	for _, text := range append([]string{t.Asks}, t.Words...) {
		best = math.Max(best, share(phrase.Significant(text)))
	}
	return best
}

// plausible tells whether a reading can be: within some twenty windows of what a good rig shows.
func plausible(t *test, v float64) bool {
	return v >= 0 && v <= math.Max(20*(t.high-t.low), 6*math.Abs(t.high))
}
