// Package spell writes figures, turns and names as they are read at the bench.
package spell

import (
	"math"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// MoveSays is a turn of an adjuster in words, out positive.
func MoveSays(a *sheet.Adjuster, by float64) string {
	way := a.Out.Says
	if by < 0 {
		way = a.In.Says
	}
	return a.Name + " " + Steps(a, math.Abs(by)) + " " + way
}

// Upper begins a text with a large letter.
func Upper(s string) string { return firstLetter(s, unicode.ToUpper) }

// Lower begins a text with a small letter.
func Lower(s string) string { return firstLetter(s, unicode.ToLower) }

func firstLetter(s string, change func(rune) rune) string {
	r, size := utf8.DecodeRuneInString(s)
	if size == 0 {
		return s
	}
	return string(change(r)) + s[size:]
}

// Figure is a value with the unit of its kind, in which it is given, as an instrument shows it: 143.0 mm.
func Figure(k quantity.Kind, v float64) string { return quantity.Quantity{Kind: k, Value: v}.Text() }

// Fine tells of a point whose window has hundredths: all of its figures are written with them, wherever they stand.
func Fine(p *sheet.Point) bool {
	if p.Target == nil {
		return false
	}
	for _, v := range []float64{*p.Target - p.Minus, *p.Target, *p.Target + p.Plus} {
		if math.Abs(v*10-math.Round(v*10)) > 1e-6 {
			return true
		}
	}
	return false
}

// Sized is a value as Figure writes it, with hundredths where it is fine.
func Sized(k quantity.Kind, v float64, fine bool) string {
	if !fine {
		return Figure(k, v)
	}
	text := strconv.FormatFloat(v, 'f', 2, 64)
	if k == quantity.Angle {
		return text + "°"
	}
	return WithUnit(text, k.Unit())
}

// Reading is a value of a point as it is read: on which side of nothing it lies, never a minus.
func Reading(p *sheet.Point, v float64) string {
	if p.Signed == nil {
		return Sized(p.Quantity, v, Fine(p))
	}
	return OnSide(Sized(p.Quantity, math.Abs(v), Fine(p)), Side(p, v))
}

// Between is the window of a point: 142.5 to 143.5 mm.
func Between(p *sheet.Point, least, most float64) string {
	digits := 2
	if !Fine(p) && (p.Quantity == quantity.Length || p.Quantity == quantity.Angle) {
		digits = 1
	}
	return quantity.Number(least, digits) + " to " + Sized(p.Quantity, most, Fine(p))
}

// Side is the side of nothing on which a value lies, "" where it has none.
func Side(p *sheet.Point, v float64) string {
	switch {
	case p.Signed == nil, Figure(p.Quantity, math.Abs(v)) == Figure(p.Quantity, 0):
		return ""
	case v < 0:
		return p.Signed.Negative
	}
	return p.Signed.Positive
}

// OnSide is a size with the side on which it lies, "" for none: 0.6 mm past the pin.
func OnSide(size, side string) string { return strings.TrimSpace(size + " " + side) }

// Way is how an adjuster is turned in a direction, "in" or "out".
func Way(a *sheet.Adjuster, direction string) sheet.Way {
	if direction == "in" {
		return a.In
	}
	return a.Out
}

// placed are positions that are said of a control as they are: the pedal up, the knob in.
var placed = []string{"up", "down", "in", "out", "full", "idle", "released", "set", "drawn out", "pushed home", "lever set", "left", "right", "cushion"}

// Control is a control in one of its positions: helm in forward, pedal up, flap lever at 10.
func Control(control, position string) string {
	switch {
	case slices.Contains(placed, position):
		return control + " " + position
	case strings.ContainsAny(position[:min(1, len(position))], "0123456789"), strings.HasSuffix(position, "notch"):
		return control + " at " + position
	}
	return control + " in " + position
}

// Turns is a number of turns in words, at or over 0: 3½ turns, ¼ turn.
func Turns(turns float64) string {
	s := quantity.Turns(turns)
	if turns <= 1 && turns > 0 {
		return s + " turn"
	}
	return s + " turns"
}

// Counted is a number of steps of an adjuster as they are counted: 3½ turns, 2 clicks.
func Counted(notch string, n float64) string {
	switch {
	case notch == "":
		return Turns(n)
	case n <= 1 && n > 0:
		return quantity.Turns(n) + " " + notch
	case strings.HasSuffix(notch, "ch") || strings.HasSuffix(notch, "s"):
		return quantity.Turns(n) + " " + notch + "es"
	}
	return quantity.Turns(n) + " " + notch + "s"
}

// Notch is what one step of an adjuster is called, "" where it is turned.
func Notch(a *sheet.Adjuster) string {
	if a.Threaded() {
		return ""
	}
	return a.Notch
}

// PerTurn is a change of a point by one turn, in its unit.
func PerTurn(p *sheet.Point, v float64) string { return WithUnit(quantity.Number(v, 2), Unit(p)) }

// Unit is the unit of a point's readings, "" of a count.
func Unit(p *sheet.Point) string {
	switch p.Quantity {
	case quantity.Count:
		return ""
	case quantity.Angle:
		return "°"
	}
	return p.Quantity.Unit()
}

// WithUnit writes a figure with its unit: 143 mm, 12°, 5.
func WithUnit(figure, unit string) string {
	if unit == "°" {
		return figure + unit
	}
	return strings.TrimSpace(figure + " " + unit)
}

// List is a list that is never nil, so that it is written as one.
func List[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

// Steps is so many steps of an adjuster as they are counted: 3½ turns, 2 clicks.
func Steps(a *sheet.Adjuster, n float64) string { return Counted(Notch(a), n) }
