package calc

import (
	"math"

	"brankel/rigging/input"
)

// Try is one setting and how it felt; a larger At is tighter.
type Try struct {
	At   float64 `json:"at" input:"count,whole"`
	Felt string  `json:"felt" input:"words=too loose|too tight|good"`
}

// BracketInput is what was tried so far, in whole steps, and how far to go beyond
// an end while only one is known.
type BracketInput struct {
	Tries  []Try   `json:"tries" input:"empty"`
	Stride float64 `json:"stride,omitempty" input:"count,whole,above0,default=4"`
}

// BracketOutput: the ends known so far, and the setting to try next.
type BracketOutput struct {
	LooseEnd *float64 `json:"loose_end"`
	TightEnd *float64 `json:"tight_end"`
	State    string   `json:"state"`
	Next     *float64 `json:"next"`
	GoodFrom *float64 `json:"good_from,omitempty"`
	GoodTo   *float64 `json:"good_to,omitempty"`
}

// Bracket searches by bisection what can only be judged by feel: "contradiction"
// when something slipped or was misread, "found", "none left" when both ends are
// one step apart, else "searching".
func Bracket(in BracketInput) (BracketOutput, error) {
	if err := input.Valid(&in); err != nil {
		return BracketOutput{}, err
	}
	var out BracketOutput
	keep := func(p **float64, at float64, better bool) {
		if *p == nil || better {
			*p = ptr(at)
		}
	}
	for _, t := range in.Tries {
		switch t.Felt {
		case "too loose":
			keep(&out.LooseEnd, t.At, t.At > or(out.LooseEnd, 0))
		case "too tight":
			keep(&out.TightEnd, t.At, t.At < or(out.TightEnd, 0))
		case "good":
			keep(&out.GoodFrom, t.At, t.At < or(out.GoodFrom, 0))
			keep(&out.GoodTo, t.At, t.At > or(out.GoodTo, 0))
		}
	}
	loose, tight := or(out.LooseEnd, math.Inf(-1)), or(out.TightEnd, math.Inf(1))
	switch {
	case loose >= tight, or(out.GoodFrom, math.Inf(1)) <= loose, or(out.GoodTo, math.Inf(-1)) >= tight:
		out.State = "contradiction"
	case out.GoodFrom != nil:
		out.State, out.Next = "found", ptr(math.Floor((*out.GoodFrom+*out.GoodTo)/2))
	case tight-loose == 1:
		out.State = "none left"
	default:
		out.State, out.Next = "searching", ptr(nextTry(loose, tight, in.Stride))
	}
	return out, nil
}

func nextTry(loose, tight, stride float64) float64 {
	switch {
	case math.IsInf(loose, 0) && math.IsInf(tight, 0):
		return 0
	case math.IsInf(tight, 0):
		return loose + stride
	case math.IsInf(loose, 0):
		return tight - stride
	}
	return math.Floor((loose + tight) / 2)
}
