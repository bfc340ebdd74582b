package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
)

// try asks for what was not answered at this mark, then goes on to the next mark.
func (run *Lead) try(s *Setting) Advice {
	t := run.Tries(s)
	if t.here() == feltUnknown {
		if how := s.Of.Settle; how != nil && !run.SettledSince(s.Of) && run.MovedIn(s.Of) != nil {
			return Advice{Do: DoSettle, Say: Say(Plain(spell.Upper(how.Says) + ".")), More: []string{"Then try it."},
				Settle: &record.Settled{Setting: s.Of.ID, Times: how.Times}, Caution: run.hands()}
		}
		return run.askHere(s, t)
	}
	if t.here() == feltAstray {
		return run.astray(s)
	}
	asked := t.asked(s.Of.Least)
	out, err := calc.Bracket(calc.BracketInput{Tries: asked, Stride: run.stride(s, t, asked)})
	switch {
	case err != nil:
		return Advice{Do: DoDecide, Say: Say(Plain("This cannot be worked out.")), Finding: err.Error()}
	case out.State == "contradiction":
		a := Advice{Do: DoDecide, Say: Say(Plain("The tries contradict each other.")),
			Finding: "What was too loose lies beyond what was too tight: something slipped, or one was misread."}
		a.Choices = []record.Choice{{About: record.AboutTries.Of(s.Of.ID), Choice: record.ChoiceAfresh, Label: "Found why: try afresh", Argued: true}}
		a.Right = run.rights(run.turnsIn(s))
		return a
	case out.State == "none left" && s.Of.Least && t.good():
		out.Next = out.TightEnd // the lowest that served
	case out.State == "none left":
		return run.cannotReach(s, fmt.Sprintf("One step of the %s is too tight and the next too loose.", s.Adjuster.Name))
	}
	if at, ok := run.byReading(s, t); ok && between(out, at) {
		return run.turnTo(s, t, at)
	}
	return run.turnTo(s, t, *out.Next)
}

// byReading is the mark at which what was read here would come to the middle of its window: a
// reading says how far, a feeling only which way. ok is false where all that is read lies inside.
func (run *Lead) byReading(s *Setting, t Trials) (at float64, ok bool) {
	for _, a := range s.Aims {
		_, left := run.Deviations[a.Point.ID]
		in := run.Sheet.InfluenceOf(s.Adjuster.ID, a.Point.ID)
		if !a.Wrong() || left || in == nil || in.PerTurn == 0 || run.clamped(a.Point, a.Judge.Value, a.Judge.Doubt) {
			continue
		}
		by := ((a.Band.Min+a.Band.Max)/2 - a.Judge.Value) / in.PerTurn / t.Step // steps out
		if t.Way == "in" {
			by = -by
		}
		return t.At + math.Round(by), true
	}
	return 0, false
}

// between tells whether a mark lies inside both ends known so far.
func between(known calc.BracketOutput, at float64) bool {
	return (known.LooseEnd == nil || at > *known.LooseEnd) && (known.TightEnd == nil || at < *known.TightEnd)
}

// stride is how far the next try goes while only one end is known: first as the sheet says,
// then half of what the range leaves beyond it; where nobody knows that, twice as far each time.
func (run *Lead) stride(s *Setting, t Trials, asked []calc.Try) float64 {
	first := math.Max(1, math.Round(s.Of.Stride/t.Step))
	if len(asked) == 0 {
		return first
	}
	least, most := asked[0].At, asked[0].At
	for _, one := range asked {
		least, most = math.Min(least, one.At), math.Max(most, one.At)
	}
	tried := most - least
	far := run.beyond(s, asked[0].Felt == FeltLoose, t)
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
func (run *Lead) beyond(s *Setting, loose bool, t Trials) float64 {
	from, to, within, ok := run.Sheet.Serves(s.Adjuster, s.Of.Checks)
	if !ok {
		return 0
	}
	in, out := from-within.Min, within.Max-to // from the ends of the range
	if s.Of.Least && t.Way == "out" {
		out = within.Max - from // what serves is an end of the search too
	} else if s.Of.Least {
		in = to - within.Min
	}
	if loose == (t.Way == "out") {
		return math.Ceil(in/t.Step) + 1
	}
	return math.Ceil(out/t.Step) + 1
}

// mostStride is the farthest that is ever gone to a try, in steps.
const mostStride = 64

func (t Trials) good() bool {
	return slices.ContainsFunc(t.List, func(one trial) bool { return one.Felt == FeltGood })
}

// asked are the tries as the search wants them. For the least that serves, what serves is
// an upper end like what is too tight.
func (t Trials) asked(least bool) (out []calc.Try) {
	for _, one := range t.List {
		switch {
		case one.Felt == feltUnknown || one.Felt == feltAstray:
		case least && one.Felt == FeltGood:
			out = append(out, calc.Try{At: one.At, Felt: FeltTight})
		default:
			out = append(out, calc.Try{At: one.At, Felt: one.Felt})
		}
	}
	return out
}

func (run *Lead) turnTo(s *Setting, t Trials, at float64) Advice {
	by, direction := (at-t.At)*t.Step, t.Way
	if by < 0 {
		by, direction = -by, other(t.Way)
	}
	turn := turnOf(s, s.Adjuster, by, direction)
	if a := run.halted(s, turn, fmt.Sprintf("It was %s where it stands.", t.here())); a != nil {
		return *a
	}
	a := Advice{Do: DoMove, Move: turn, Caution: run.hands(),
		Say: Say(turnThe(s.Adjuster), Piece{turn.Text + " " + turn.WaySays, "turn"}, Plain("."))}
	a.More = append(a.More, fmt.Sprintf("%s. It was %s where it stands: then try it again.", seen(turn), t.here()))
	if run.WontTurn(s.Adjuster.ID, direction) {
		a.Finding = wontTurn
	}
	return a
}
