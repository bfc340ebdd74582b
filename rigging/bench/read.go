package bench

import (
	"fmt"
	"math"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/run/tell"
)

var measure = sentence(draft{
	name: "measure", title: "What does this measurement mean?",
	asks:    []string{"convert inches to millimetres", "convert units pounds newton fahrenheit", "fraction to decimal", "feet and inches"},
	lines:   []string{"The sheet says {text:the text}, as a {quantity:quantity}."},
	more:    []string{"Where no unit is written it is {default_unit:the usual unit}."},
	example: Values{"text": "6-3/16 in"},
}, func(in calc.MeasureInput, out calc.MeasureOutput, _ words) Answer {
	q := quantity.Quantity{Kind: out.Quantity, Value: out.Value}
	a := Answer{Says: amount(out.Quantity, out.Value) + "."}
	if out.Quantity == quantity.Count {
		a.Says = num(out.Value) + "."
	}
	if out.Also != "" {
		a.Also = append(a.Also, "In the other system "+out.Also+".")
	}
	a.Drawing.Scale = twoScales(q)
	return a
})

// twoScales shows a quantity on its own scale and on that of the other system.
func twoScales(q quantity.Quantity) *Scale {
	first := Ticks{Unit: unitSign(q.Kind), Tick: roundTick(math.Max(math.Abs(q.Value)*0.8, 1)), Every: 5}
	span := first.Tick * 12
	first.From = math.Floor(q.Value/first.Tick-6) * first.Tick
	first.To = first.From + span
	s := &Scale{At: q.Value, Ghost: q.Value, Label: amount(q.Kind, q.Value), First: first}
	convert := map[quantity.Kind]struct {
		unit          string
		factor, shift float64
	}{
		quantity.Length: {"in", 1 / 25.4, 0}, quantity.Force: {"lb", 1 / quantity.Pound, 0},
		quantity.Torque: {"in-lb", 1000 / (quantity.Pound * 25.4), 0}, quantity.Rate: {"lb/in", 25.4 / quantity.Pound, 0},
		quantity.Temperature: {"°F", 1.8, 32},
	}
	if c, ok := convert[q.Kind]; ok {
		from, to := first.From*c.factor+c.shift, first.To*c.factor+c.shift
		s.Other = &Ticks{Unit: c.unit, From: from, To: to, Tick: roundTick(to - from), Every: 5}
		if q.Kind == quantity.Length && to-from < 6 {
			s.Other.Tick, s.Other.Every = 1.0/16, 8
			if to-from > 2 {
				s.Other.Tick, s.Other.Every = 1.0/8, 8
			}
		}
	}
	return s
}

var fraction = sentence(draft{
	name: "fraction", title: "What is this length on a tape in fractions of an inch?",
	asks:    []string{"millimetres to sixteenths", "nearest mark on the tape", "decimal to fraction"},
	lines:   []string{"A length of {length:the length} on a tape that divides the inch into {denominator:parts of an inch}."},
	example: Values{"length": "143 mm", "denominator": "16"},
}, func(in calc.FractionInput, out calc.FractionOutput, _ words) Answer {
	a := Answer{Says: out.Text + "."}
	if math.Abs(out.Residual) > 1e-6 {
		than := "longer"
		if out.Residual < 0 {
			than = "shorter"
		}
		a.Also = append(a.Also, fmt.Sprintf("What is meant is %s %s than this mark.", mm(math.Abs(out.Residual)), than))
	} else {
		a.Also = append(a.Also, "Exactly on the mark.")
	}
	mark := in.Length - out.Residual
	tick := 25.4 / in.Denominator
	first := Ticks{Unit: "in", Tick: 1 / in.Denominator, Every: int(in.Denominator)}
	middle := math.Round(mark / tick)
	first.From, first.To = (middle-6)/in.Denominator, (middle+6)/in.Denominator
	if in.Denominator <= 8 {
		first.Every = 1
	} else {
		first.Every = int(in.Denominator) / 8
	}
	a.Drawing.Scale = &Scale{At: mark / 25.4, Ghost: in.Length / 25.4, Label: out.Text, First: first,
		Other: &Ticks{Unit: "mm", From: first.From * 25.4, To: first.To * 25.4, Tick: roundTick(12 * tick), Every: 5}}
	return a
})

var reading = sentence(draft{
	name: "reading", title: "Are these readings inside the limits?",
	asks: []string{
		"is the reading in or out",
		"can the gauge tell",
		"is my gauge good enough",
		"readings differ will not stay still",
		"tape started at one inch",
		"average of readings",
	},
	lines: []string{
		"The gauge shows {readings:the readings}, a {quantity:quantity}. The sheet wants {target:target}, up to {minus:allowed under} " +
			"under and {plus:allowed over} over.",
	},
	more: []string{
		"The gauge tells to ± {uncertainty:doubt of the gauge}; the tape began at {start:start mark}, at the datum it shows " +
			"{zero:zero of the gauge}.",
		"Or the sheet gives the ends: from {min:lower limit} to {max:upper limit}.",
	},
	example: Values{"readings": "142.6; 142.8; 142.7", "target": "143", "minus": "0.5", "plus": "0.5", "uncertainty": "0.1"},
}, func(in calc.ReadingInput, out calc.ReadingOutput, _ words) Answer {
	k := quantity.Kind(in.Quantity)
	b := calc.Limits(in.Target, in.Minus, in.Plus, in.Min, in.Max)
	a := Answer{Mark: map[string]string{"in": "good", "out": "bad"}[out.Verdict]}
	switch out.Verdict {
	case "in":
		a.Says = amount(k, out.Mean) + " is inside."
	case "out":
		a.Says = fmt.Sprintf(
			"%s is outside, %s by %s.",
			amount(k, out.Mean),
			side(out.Side),
			amount(k, math.Max(b.Min-out.Mean, out.Mean-b.Max)),
		)
	case "close":
		a.Says, a.Mark = amount(k, out.Mean)+" is too near the limit for this gauge to tell.", "look"
		a.Also = append(a.Also, "Read it with a finer gauge, or set it nearer to the middle.")
	default:
		a.Says, a.Mark = fmt.Sprintf("The readings will not stay still: they differ by %s.", amount(k, out.Spread)), "look"
		a.Also = append(a.Also, "That is a finding of its own: look for something loose, or for a gauge that slips.")
	}
	if len(in.Readings) > 1 && out.Verdict != "unsteady" {
		a.Also = append(a.Also, fmt.Sprintf("The mean of %d, which differ by %s.", len(in.Readings), amount(k, out.Spread)))
	}
	if out.Gauge != "" {
		a.Also = append(
			a.Also,
			map[string]string{"fit": "The gauge is fit for this band", "marginal": "The gauge is barely fine enough for this band",
				"too coarse": "The gauge is too coarse for this band"}[out.Gauge]+
				fmt.Sprintf(
					": the band is %s times its doubt.",
					num(*out.GaugeRatio),
				),
		)
	}
	marks := []tell.Mark{}
	for _, r := range in.Readings {
		marks = append(marks, tell.Mark{Kind: "move", At: r - in.Start - in.Zero})
	}
	marks = append(marks, tell.Mark{Kind: "left", At: out.Mean, Label: num(out.Mean)})
	a.Drawing.Rules = append(a.Drawing.Rules, ruler("the reading", k.Unit(), b.Min, b.Max, 0, in.Uncertainty, marks...))
	return a
})

func side(s string) string { return map[string]string{"low": "too low", "high": "too high"}[s] }

var datum = sentence(draft{
	name: "datum", title: "What is this from centre to centre?",
	asks: []string{"edge to edge measurement", "two books disagree", "measured over the outside of the pins", "barrel edge to eye edge"},
	lines: []string{
		"I measured {measured:the measurement} from the {from.at:edge of the first part} of a part {from.size:width of the first " +
			"part} wide to the {to.at:edge of the second part} of a part {to.size:width of the second part} wide.",
	},
	more:    []string{"The book says {book:the book} from centre to centre."},
	example: Values{"measured": "131.2", "from.at": "near edge", "from.size": "16", "to.at": "near edge", "to.size": "7.6", "book": "143"},
}, func(in calc.DatumInput, out calc.DatumOutput, _ words) Answer {
	a := Answer{Says: mm(out.CentreToCentre) + " from centre to centre."}
	if out.Difference != nil {
		switch d := *out.Difference; {
		case math.Abs(d) < 0.05:
			a.Also = append(a.Also, "The book says the same.")
		case d > 0:
			a.Also = append(a.Also, mm(d)+" more than the book.")
		default:
			a.Also = append(a.Also, mm(-d)+" less than the book.")
		}
	}
	size := func(e calc.Edge) Edge {
		if e.Size == nil {
			return Edge{e.At, 0}
		}
		return Edge{e.At, *e.Size}
	}
	a.Drawing.Edges = &Edges{in.Measured, out.CentreToCentre, size(in.From), size(in.To)}
	return a
})

var lostMotion = sentence(draft{
	name: "lost-motion", title: "How much motion is lost in this cable?",
	asks: []string{"worn cable slack backlash", "pushed and pulled readings", "is the inner worn", "play in the cable", "backlash"},
	lines: []string{
		"With the inner pushed home it reads {pushed:pushed home}, eased out {pulled:eased out}. Up to {limit:most allowed} may be lost.",
	},
	more:    []string{"The whole stroke is {stroke:stroke}."},
	example: Values{"pushed": "71.2", "pulled": "66.0", "limit": "9", "stroke": "74"},
}, func(in calc.LostMotionInput, out calc.LostMotionOutput, _ words) Answer {
	a := Answer{
		Says: fmt.Sprintf("%s is lost, %s is left to the limit.", mm(out.Lost), mm(out.LeftToLimit)),
		Mark: markOf(out.Verdict == "in"),
	}
	if out.Verdict == "out" {
		a.Says = fmt.Sprintf("%s is lost, %s over the limit.", mm(out.Lost), mm(-out.LeftToLimit))
		a.Also = append(a.Also, "A good setting on a worn cable is a trap: repair before setting.")
	}
	if out.Share != nil {
		a.Also = append(a.Also, percent(100**out.Share)+" of the stroke does not arrive.")
	}
	a.Drawing.Rules = append(
		a.Drawing.Rules,
		ruler("lost motion", "mm", 0, in.Limit, 1, 0, tell.Mark{Kind: "left", At: out.Lost, Label: num(out.Lost)}),
	)
	return a
})

func list(parts []string) string {
	if len(parts) < 2 {
		return strings.Join(parts, "")
	}
	return strings.Join(parts[:len(parts)-1], ", ") + " and " + parts[len(parts)-1]
}
