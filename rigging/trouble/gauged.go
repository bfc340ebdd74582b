package trouble

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/phrase"
	"brankel/rigging/quantity"
)

// gauged is a number with its unit that was said of something a gauge would read.
type gauged struct {
	of    *test
	value float64
}

var numbers = map[string]float64{"half": 0.5, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
	"eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16, "eighteen": 18, "twenty": 20, "thirty": 30}

// units are the words for units at the bench, and what each measures; a factor makes it what readings are kept in.
var units = map[string]struct {
	kind quantity.Kind
	by   float64
}{
	"mm": {quantity.Length, 1}, "millimetres": {quantity.Length, 1}, "millimetre": {quantity.Length, 1}, "mil": {quantity.Length, 1}, "cm": {quantity.Length, 10},
	"centimetres": {quantity.Length, 10}, "inch": {quantity.Length, 25.4}, "inches": {quantity.Length, 25.4}, "thou": {quantity.Length, 0.0254},
	"degrees": {quantity.Angle, 1}, "degree": {quantity.Angle, 1}, "deg": {quantity.Angle, 1}, "n": {quantity.Force, 1}, "newton": {quantity.Force, 1},
	"newtons": {quantity.Force, 1}, "kg": {quantity.Force, 9.80665}, "kilos": {quantity.Force, 9.80665}, "lb": {quantity.Force, 4.448222},
	"pounds": {quantity.Force, 4.448222}, "lbs": {quantity.Force, 4.448222}, "click": {quantity.Count, 1}, "clicks": {quantity.Count, 1},
	"notch": {quantity.Count, 1}, "notches": {quantity.Count, 1}, "teeth": {quantity.Count, 1}, "turn": {quantity.Count, 1}, "turns": {quantity.Count, 1},
}

// gauged finds a number with a unit in a clause and what it is of: the one reading of that kind whose words the clause names.
func (b *Finder) gauged(c *clause, h *heard) (f gauged, at []int, ok bool) {
	for i, w := range c.words {
		value, unit, is := measured(w.Raw, c.words[i+1:])
		if !is {
			continue
		}
		of, best, tie := (*test)(nil), 0.0, false
		for _, t := range b.tests {
			if t.Reading == "" || b.kindOf(t) != unit {
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
		if !plausible(of, value) {
			h.notes = append(h.notes, "“"+c.text+"” cannot be a reading of that: look at the number and its unit.")
			return f, nil, false
		}
		return gauged{of, value}, []int{i, min(i+1, len(c.words)-1)}, true
	}
	return f, nil, false
}

// measured is a number and its unit at a word: "9 clicks", "40mm", "nine clicks".
func measured(raw string, next []phrase.Word) (value float64, kind quantity.Kind, ok bool) {
	digits := strings.TrimRight(raw, "abcdefghijklmnopqrstuvwxyz°")
	unit := raw[len(digits):]
	value, err := strconv.ParseFloat(digits, 64)
	if err != nil || math.IsInf(value, 0) {
		var word bool
		if value, word = numbers[raw]; !word {
			return 0, "", false
		}
		unit = ""
	}
	if unit == "°" {
		return value, quantity.Angle, true
	}
	if unit == "" && len(next) > 0 {
		unit = strings.Trim(next[0].Raw, ".")
		if unit == "of" || unit == "a" {
			if len(next) > 1 {
				unit = strings.Trim(next[1].Raw, ".")
			}
		}
	}
	u, known := units[unit]
	return value * u.by, u.kind, known
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
