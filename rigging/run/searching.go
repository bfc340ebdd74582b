package run

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
)

// try asks for what was not answered at this mark, then goes on to the next mark.
func (st State) try(s *Setting) Advice {
	t := st.tries(s)
	if t.here() == feltUnknown {
		if how := s.Of.Settle; how != nil && !st.settled(s.Of) && st.movedIn(s.Of) != nil {
			return Advice{Do: DoSettle, Say: say(plain(upper(how.Says) + ".")), More: []string{"Then try it."},
				Settle: &Settled{Setting: s.Of.ID, Times: how.Times}, Caution: st.hands()}
		}
		return st.askHere(s, t)
	}
	if t.here() == feltAstray {
		return st.astray(s)
	}
	asked := t.asked(s.Of.Least)
	out, err := calc.Bracket(calc.BracketInput{Tries: asked, Stride: st.stride(s, t, asked)})
	switch {
	case err != nil:
		return Advice{Do: DoDecide, Say: say(plain("This cannot be worked out.")), Finding: err.Error()}
	case out.State == "contradiction":
		a := Advice{Do: DoDecide, Say: say(plain("The tries contradict each other.")),
			Finding: "What was too loose lies beyond what was too tight: something slipped, or one was misread."}
		a.Choices = []Choice{{About: About{AboutTries, s.Of.ID}, Choice: ChoiceAfresh, Label: "Found why: try afresh", Argued: true}}
		return a
	case out.State == "none left" && s.Of.Least && t.good():
		out.Next = out.TightEnd // the lowest that served
	case out.State == "none left":
		return st.cannotReach(s, fmt.Sprintf("One step of the %s is too tight and the next too loose.", s.Adjuster.Name))
	}
	if at, ok := st.byReading(s, t); ok && between(out, at) {
		return st.turnTo(s, t, at)
	}
	return st.turnTo(s, t, *out.Next)
}

// byReading is the mark at which what was read here would come to the middle of its window: a
// reading says how far, a feeling only which way. ok is false where all that is read lies inside.
func (st State) byReading(s *Setting, t tries) (at float64, ok bool) {
	for _, a := range s.Aims {
		_, left := st.Deviations[a.Point.ID]
		in := st.Sheet.InfluenceOf(s.Adjuster.ID, a.Point.ID)
		if !a.wrong() || left || in == nil || in.PerTurn == 0 || st.clamped(a.Point, a.Judge.Value, a.Judge.Doubt) {
			continue
		}
		by := ((a.Band.Min+a.Band.Max)/2 - a.Judge.Value) / in.PerTurn / t.step // steps out
		if t.way == "in" {
			by = -by
		}
		return t.at + math.Round(by), true
	}
	return 0, false
}

// between tells whether a mark lies inside both ends known so far.
func between(known calc.BracketOutput, at float64) bool {
	return (known.LooseEnd == nil || at > *known.LooseEnd) && (known.TightEnd == nil || at < *known.TightEnd)
}

// stride is how far the next try goes while only one end is known: first as the sheet says,
// then half of what the range leaves beyond it; where nobody knows that, twice as far each time.
func (st State) stride(s *Setting, t tries, asked []calc.Try) float64 {
	first := math.Max(1, math.Round(s.Of.Stride/t.step))
	if len(asked) == 0 {
		return first
	}
	least, most := asked[0].At, asked[0].At
	for _, one := range asked {
		least, most = math.Min(least, one.At), math.Max(most, one.At)
	}
	tried := most - least
	far := st.beyond(s, asked[0].Felt == feltLoose, t)
	switch left := far - tried; {
	case tried == 0 && (far == 0 || !s.Of.Least):
		return math.Max(first, math.Floor(far/4)) // a wide range is not walked to stride by stride
	case left > 0:
		return math.Max(math.Ceil(left/2), math.Ceil(first/2)) // a worn one serves a little beyond the range
	}
	return math.Min(tried-far+first, mostStride) // worn beyond the range, or nobody knows it: 1, 2, 4 …
}

// beyond is how many steps a mark can lie from the first one known to serve, on the side that is too loose or too
// tight, by the range and the nominal rig; 0 where nobody knows.
func (st State) beyond(s *Setting, loose bool, t tries) float64 {
	from, to, within, ok := st.Sheet.Serves(s.Adjuster, s.Of.Checks)
	if !ok {
		return 0
	}
	in, out := from-within.Min, within.Max-to // from the ends of the range
	if s.Of.Least && t.way == "out" {
		out = within.Max - from // what serves is an end of the search too
	} else if s.Of.Least {
		in = to - within.Min
	}
	if loose == (t.way == "out") {
		return math.Ceil(in/t.step) + 1
	}
	return math.Ceil(out/t.step) + 1
}

// mostStride is the farthest that is ever gone to a try, in steps.
const mostStride = 64

func (t tries) good() bool {
	return slices.ContainsFunc(t.list, func(one trial) bool { return one.felt == feltGood })
}

// asked are the tries as the search wants them. For the least that serves, what serves is
// an upper end like what is too tight.
func (t tries) asked(least bool) (out []calc.Try) {
	for _, one := range t.list {
		switch {
		case one.felt == feltUnknown || one.felt == feltAstray:
		case least && one.felt == feltGood:
			out = append(out, calc.Try{At: one.at, Felt: feltTight})
		default:
			out = append(out, calc.Try{At: one.at, Felt: one.felt})
		}
	}
	return out
}

func (st State) turnTo(s *Setting, t tries, at float64) Advice {
	by, direction := (at-t.at)*t.step, t.way
	if by < 0 {
		by, direction = -by, other(t.way)
	}
	if st.stuck(s.Adjuster.ID, direction) {
		return st.cannotReach(s, "The "+s.Adjuster.Name+" goes no further. "+wontTurn)
	}
	turn := turnOf(s, s.Adjuster, by, direction)
	a := Advice{Do: DoMove, Move: turn, Caution: st.hands(),
		Say: say(plain("Turn the "+s.Adjuster.Name+" "), Piece{turn.Text + " " + turn.WaySays, "turn"}, plain("."))}
	a.More = append(a.More, fmt.Sprintf("%s. It was %s where it stands: then try it again.", seen(turn), t.here()))
	return a
}
