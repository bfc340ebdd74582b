package run

import (
	"math"
	"strings"
	"unicode"
	"unicode/utf8"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

func upper(s string) string { return firstLetter(s, unicode.ToUpper) }
func lower(s string) string { return firstLetter(s, unicode.ToLower) }

func firstLetter(s string, change func(rune) rune) string {
	r, size := utf8.DecodeRuneInString(s)
	if size == 0 {
		return s
	}
	return string(change(r)) + s[size:]
}

func text(k quantity.Kind, v float64) string { return quantity.Quantity{Kind: k, Value: v}.Text() }

// reads is a value of a point as it is read: on which side of nothing it lies, never a minus.
func reads(p *sheet.Point, v float64) string {
	if p.Signed == nil {
		return text(p.Quantity, v)
	}
	return onSide(text(p.Quantity, math.Abs(v)), sideOf(p, v))
}

// sideOf is the side of nothing on which a value lies, "" where it has none.
func sideOf(p *sheet.Point, v float64) string {
	switch {
	case p.Signed == nil, text(p.Quantity, math.Abs(v)) == text(p.Quantity, 0):
		return ""
	case v < 0:
		return p.Signed.Negative
	}
	return p.Signed.Positive
}

func onSide(size, side string) string { return strings.TrimSpace(size + " " + side) }

func way(a *sheet.Adjuster, direction string) sheet.Way {
	if direction == "in" {
		return a.In
	}
	return a.Out
}

func turnsText(turns float64) string {
	s := quantity.Turns(turns)
	if turns <= 1 && turns > 0 {
		return s + " turn"
	}
	return s + " turns"
}

// stepsText is a number of steps of an adjuster as they are counted: 3½ turns, 2 clicks.
func stepsText(notch string, n float64) string {
	switch {
	case notch == "":
		return turnsText(n)
	case n <= 1 && n > 0:
		return quantity.Turns(n) + " " + notch
	case strings.HasSuffix(notch, "ch") || strings.HasSuffix(notch, "s"):
		return quantity.Turns(n) + " " + notch + "es"
	}
	return quantity.Turns(n) + " " + notch + "s"
}

// notch is what one step of an adjuster is called, "" where it is turned.
func notch(a *sheet.Adjuster) string {
	if a.Threaded() {
		return ""
	}
	return a.Notch
}

// per is a change of a point by one turn, in its unit.
func per(p *sheet.Point, v float64) string { return withUnit(quantity.Number(v, 2), unitOf(p)) }

// unitOf is the unit of a point's readings, "" of a count.
func unitOf(p *sheet.Point) string {
	switch p.Quantity {
	case quantity.Count:
		return ""
	case quantity.Angle:
		return "°"
	}
	return p.Quantity.Unit()
}

// withUnit writes a figure with its unit: 143 mm, 12°, 5.
func withUnit(figure, unit string) string {
	if unit == "°" {
		return figure + unit
	}
	return strings.TrimSpace(figure + " " + unit)
}

// seen says how a turn looks: seen from the tail, clockwise. What is slid turns no way.
func seen(t *Turn) string {
	if t.Seen == "along" {
		return "Seen from " + t.SeenFrom
	}
	return "Seen from " + t.SeenFrom + ", " + t.Seen
}

func nonNil[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

// Steps is so many steps of an adjuster as they are counted: 3½ turns, 2 clicks.
func Steps(a *sheet.Adjuster, n float64) string { return stepsText(notch(a), n) }
