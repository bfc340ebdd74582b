package bench

import (
	"fmt"
	"math"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/run/tell"
)

// amount writes a quantity with the digits that somebody can use.
func amount(k quantity.Kind, v float64) string {
	unit := " " + unitSign(k)
	if k == quantity.Angle {
		unit = "°"
	}
	if k == quantity.Count || k == "" {
		unit = ""
	}
	return num(v) + unit
}

// num writes a number with three figures or so after rounding, no idle zeros.
func num(v float64) string {
	digits := 2
	switch a := math.Abs(v); {
	case a >= 1000:
		digits = 0
	case a >= 20:
		digits = 1
	case a < 1 && a > 0:
		digits = 3
	}
	// the nudge keeps 138.35 a half although binary floats store it just below
	return quantity.Number(v+math.Copysign(1e-9, v), digits)
}

func mm(v float64) string      { return amount(quantity.Length, v) }
func newton(v float64) string  { return amount(quantity.Force, v) }
func degrees(v float64) string { return amount(quantity.Angle, v) }
func percent(v float64) string { return num(v) + " %" }

// turns says how many, in eighths or hundredths; what lies between those is about.
func turns(v float64) string {
	v = math.Abs(v)
	about := "about "
	for _, parts := range []float64{8, 100} {
		if math.Abs(v*parts-math.Round(v*parts)) < 1e-6 {
			about = ""
		}
	}
	return about + quantity.Turns(v) + " " + plural(v, "turn")
}

// plural is the word for that many: one turn, ½ turn, 2½ turns.
func plural(n float64, word string) string {
	if math.Abs(n) <= 1 && n != 0 {
		return word
	}
	if strings.HasSuffix(word, "ch") {
		return word + "es"
	}
	return word + "s"
}

func steps(n float64, word string) string {
	return quantity.Number(math.Abs(n), 2) + " " + plural(n, word)
}

// markOf is the mark of an answer that is right or wrong.
func markOf(right bool) string {
	if right {
		return "good"
	}
	return "bad"
}

// ruler is a rule for a window with marks on it, wide enough to show them all.
func ruler(name, unit string, low, high, tick, doubt float64, marks ...tell.Mark) tell.Rule {
	r := tell.Rule{ID: name, Name: name, Unit: unit, Min: low, Max: high, Tick: tick, Doubt: doubt, Marks: marks, From: low, To: high}
	if math.IsInf(low, 0) {
		r.From = high
	}
	if math.IsInf(high, 0) {
		r.To = low
	}
	for _, m := range marks {
		r.From, r.To = math.Min(r.From, m.At), math.Max(r.To, m.At)
	}
	room := math.Max((r.To-r.From)*0.15, 1e-6)
	r.From, r.To = r.From-room, r.To+room
	r.Min, r.Max = math.Max(r.Min, r.From), math.Min(r.Max, r.To)
	if r.Tick <= 0 || (r.To-r.From)/r.Tick > 120 || (r.To-r.From)/r.Tick < 4 {
		r.Tick = roundTick(r.To - r.From)
	}
	r.TickSay = "one tick is " + strings.TrimSpace(quantity.Number(r.Tick, 3)+" "+unit)
	parts := []string{}
	for _, m := range marks {
		parts = append(parts, m.Label)
	}
	r.Words = fmt.Sprintf("%s: %s; the window is %s to %s %s", name, strings.Join(parts, ", "), num(r.Min), num(r.Max), unit)
	return r
}

// roundTick is a 1, 2 or 5 that gives twenty ticks or so.
func roundTick(width float64) float64 {
	p := math.Pow(10, math.Floor(math.Log10(width/12)))
	for _, f := range []float64{1, 2, 5} {
		if width/(p*f) <= 24 {
			return p * f
		}
	}
	return p * 10
}
