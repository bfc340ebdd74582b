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
	side := ""
	switch {
	case p.Signed == nil:
		return text(p.Quantity, v)
	case text(p.Quantity, math.Abs(v)) == text(p.Quantity, 0):
	case v < 0:
		side = p.Signed.Negative
	default:
		side = p.Signed.Positive
	}
	return onSide(text(p.Quantity, math.Abs(v)), side)
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
func per(p *sheet.Point, v float64) string {
	unit := p.Quantity.Unit()
	if p.Quantity == quantity.Count {
		unit = ""
	}
	return strings.TrimSpace(quantity.Number(v, 2) + " " + unit)
}

func nonNil[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}
