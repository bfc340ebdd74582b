package manual

import (
	"encoding/json"
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/strict"
)

// Figure is what was answered. Of a target it has from and to, an open end infinite; Assumed tells that its tolerance is the usual one.
type Figure struct {
	Unknown bool
	Target  float64
	From    float64
	To      float64
	Assumed bool
	Number  float64
	Word    string
	Pairs   [][]float64
}

// unknown is what is written where the manual does not say.
const unknown = "unknown"

// mostFigure is more than any figure of a manual is, in any unit.
const mostFigure = 50000

// written is a figure as JSON has it.
type written struct {
	Target *float64 `json:"target"`
	Minus  *float64 `json:"minus"`
	Plus   *float64 `json:"plus"`
	Least  *float64 `json:"least"`
	Most   *float64 `json:"most"`
	From   *float64 `json:"from"`
	To     *float64 `json:"to"`
}

// read reads one figure of an ask; u is the usual window of a target. The error is a *fault.Fault without a place.
func read(one asked, raw json.RawMessage, u usualWindow) (f Figure, err error) {
	var word string
	isWord := json.Unmarshal(raw, &word) == nil && raw[0] == '"'
	if isWord && word == unknown {
		return Figure{Unknown: true}, nil
	}
	switch {
	case one.Kind == Choice:
		if !isWord || !slices.Contains(one.Choices, word) {
			return f, fault.At("", "write %s, or unknown", strings.Join(one.Choices, " or "))
		}
		return Figure{Word: word}, nil
	case isWord:
		return f, fault.At("", "write a number in %s, or unknown where the manual does not say", one.unit())
	case one.Kind == Chart:
		return readChart(one, raw)
	}
	w, err := readWritten(raw)
	if err != nil {
		return f, fault.At("", "%s", one.howTo())
	}
	for _, v := range []*float64{w.Target, w.Minus, w.Plus, w.Least, w.Most, w.From, w.To} {
		if v != nil && (math.IsNaN(*v) || math.Abs(*v) > mostFigure) {
			return f, fault.At("", "no manual has such a figure: write it in %s", one.unit())
		}
	}
	if one.Kind == Target {
		return w.window(one, u)
	}
	return w.number(one)
}

func (one asked) unit() string {
	if one.Unit == "" {
		return "the unit that is asked"
	}
	return one.Unit
}

func (one asked) howTo() string {
	switch one.Kind {
	case Target:
		return `write a number in ` + one.unit() + `, {"target", "minus", "plus"}, {"from", "to"}, {"least"}, {"most"}, or unknown`
	case Chart:
		return "write pairs, [[x, y], …], or unknown"
	}
	return `write a number in ` + one.unit() + `, or {"from", "to"}, or unknown`
}

// readWritten takes a number for a target.
func readWritten(raw json.RawMessage) (w written, err error) {
	var v float64
	if json.Unmarshal(raw, &v) == nil && raw[0] != 'n' {
		return written{Target: &v}, nil
	}
	if raw[0] != '{' {
		return w, fault.At("", "no figure")
	}
	return w, strict.Decode(raw, &w)
}

// window reads a target: a number, with a tolerance, from and to, or one end.
func (w written) window(one asked, u usualWindow) (Figure, error) {
	n := 0
	for _, there := range []bool{w.Target != nil, w.Least != nil, w.Most != nil, w.From != nil || w.To != nil} {
		if there {
			n++
		}
	}
	switch {
	case n != 1 || (w.From == nil) != (w.To == nil) || w.Target == nil && (w.Minus != nil || w.Plus != nil):
		return Figure{}, fault.At("", "%s", one.howTo())
	case w.From != nil && *w.From > *w.To:
		return Figure{}, fault.At("", "from is more than to: swap %g and %g", *w.From, *w.To)
	case w.From != nil && *w.From == *w.To:
		return Figure{Target: *w.From, From: *w.From - u.minus, To: *w.From + u.plus, Assumed: true}, nil
	case w.From != nil:
		return Figure{Target: (*w.From + *w.To) / 2, From: *w.From, To: *w.To}, nil
	case w.Least != nil:
		return Figure{Target: max(u.target, *w.Least), From: *w.Least, To: math.Inf(1)}, nil
	case w.Most != nil:
		return Figure{Target: min(u.target, *w.Most), From: math.Inf(-1), To: *w.Most}, nil
	}
	f := Figure{Target: *w.Target, From: *w.Target - u.minus, To: *w.Target + u.plus, Assumed: true}
	minus, plus := deref(w.Minus), deref(w.Plus)
	switch {
	case minus < 0 || plus < 0:
		return f, fault.At("", "a tolerance has no sign: write minus and plus as they stand behind the figure")
	case minus+plus == 0:
		return f, nil // a manual that gives none means no exactness: the usual one is assumed
	case minus > math.Abs(f.Target) && minus+plus > 2*(u.minus+u.plus):
		return f, fault.At("", "the tolerance is wider than the figure: %g less %g is below nothing; look which is which", f.Target, minus)
	}
	f.From, f.To, f.Assumed = f.Target-minus, f.Target+plus, false
	return f, nil
}

// number reads what is no reading: a number, or the middle of from and to.
func (w written) number(one asked) (Figure, error) {
	from, to := w.Target, w.Target
	if w.From != nil {
		from, to = w.From, w.To
	}
	if from == nil || to == nil || w.Least != nil || w.Most != nil || w.Minus != nil || w.Plus != nil || w.Target != nil && w.From != nil {
		return Figure{}, fault.At("", "%s", one.howTo())
	}
	if *from > *to {
		return Figure{}, fault.At("", "from is more than to: swap %g and %g", *from, *to)
	}
	if *from < 0 || *to == 0 && one.Kind != Count {
		return Figure{}, fault.At("", "write a number above nothing, in %s, or unknown", one.unit())
	}
	return Figure{Number: (*from + *to) / 2, From: *from, To: *to}, nil
}

func readChart(one asked, raw json.RawMessage) (f Figure, err error) {
	if err := strict.Decode(raw, &f.Pairs); err != nil {
		return f, fault.At("", "%s", one.howTo())
	}
	if len(f.Pairs) == 0 || len(f.Pairs) > 40 {
		return f, fault.At("", "write one pair at the least and 40 at the most: [[20, 170]]")
	}
	for i, pair := range f.Pairs {
		switch {
		case len(pair) != 2:
			return f, fault.At("", "pair %d is half a pair: write two numbers, the air and the tension there", i+1)
		case math.Abs(pair[0]) > 200 || pair[1] <= 0 || pair[1] > mostFigure:
			return f, fault.At("", "pair %d has a figure that no manual has: the air in °C first, then the tension in N", i+1)
		}
	}
	slices.SortFunc(f.Pairs, func(a, b []float64) int { return int(math.Copysign(1, a[0]-b[0])) })
	for i := 1; i < len(f.Pairs); i++ {
		if f.Pairs[i][0] == f.Pairs[i-1][0] {
			return f, fault.At("", "there are two tensions for %g °C: leave one out", f.Pairs[i][0])
		}
	}
	return f, nil
}

func deref(v *float64) float64 {
	if v == nil {
		return 0
	}
	return *v
}
