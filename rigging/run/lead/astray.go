package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/calc"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
)

// Right is what a logged turn may truly have done: one tap puts it right.
type Right struct {
	Move  string `json:"move"`
	Way   string `json:"way"`
	Turns string `json:"turns,omitempty"` // 0: it did not turn
	Label string `json:"label"`
	Asked bool   `json:"asked,omitempty"` // nothing is concluded before it is answered
}

// asked are what some turns may truly have done, to be answered before anything follows from them.
func (run *Lead) asked(moves []record.Moved) []Right {
	out := run.rights(moves)
	for i := range out {
		out[i].Asked = true
	}
	return out
}

// rights are what some turns may truly have done, the newest first: the other way, or – the newest – nothing.
func (run *Lead) rights(moves []record.Moved) (out []Right) {
	for i := len(moves) - 1; i >= max(0, len(moves)-mostRights); i-- {
		m := moves[i]
		a := run.Sheet.Adjuster(m.Adjuster)
		if a == nil || m.Value == 0 {
			continue
		}
		way := other(m.Way)
		did := spell.Counted(spell.Notch(a), m.Value)
		out = append(out, Right{Move: m.Event, Way: way, Label: fmt.Sprintf("The %s went %s %s, the other way", a.Name, did, spell.Way(a, way).Says)})
		if i == len(moves)-1 {
			out = append(out, Right{Move: m.Event, Way: m.Way, Turns: "0", Label: fmt.Sprintf("The %s did not turn at all", a.Name)})
		}
	}
	return out
}

// mostRights is of how many turns it is asked what they truly did.
const mostRights = 8

// astrayRound tells of a setting of several readings whether the last turns were answered the wrong way, or not at all,
// and which of them would explain it, the likeliest first.
func (run *Lead) astrayRound(s *Setting) (how calc.Responded, of []record.Moved) {
	var answers []answered
	reversed, still, told := false, true, false
	for _, aim := range s.Aims {
		if !aim.Limited || aim.Now == nil {
			continue
		}
		one, ok := run.answeredBy(s, aim)
		if !ok {
			continue
		}
		answers = append(answers, one)
		expected, most := one.expected(run, nil, 0)
		if math.Abs(expected) < 6*one.doubt || math.Abs(expected) < most/2 {
			continue
		}
		ratio := one.moved / expected
		told, reversed, still = true, reversed || ratio < -leastGain, still && math.Abs(ratio) < leastGain
	}
	switch {
	case !told || !reversed && !still:
		return "", nil
	case reversed:
		how = calc.Reversed
	default:
		how = calc.NoResponse
	}
	// every turn tried the other way round, and as none: the one that explains the readings best comes last
	type guess struct {
		m   record.Moved
		off float64
	}
	var guesses []guess
	for _, m := range answers[0].between {
		guesses = append(guesses, guess{m, min(off(run, answers, &m, -1), off(run, answers, &m, 0))})
	}
	slices.SortStableFunc(guesses, func(a, b guess) int {
		switch {
		case a.off > b.off:
			return -1
		case a.off < b.off:
			return 1
		}
		return 0
	})
	for _, g := range guesses {
		of = append(of, g.m)
	}
	return how, of
}

// answered is how one reading answered the turns between the last two times it was read.
type answered struct {
	point   string
	moved   float64
	doubt   float64
	between []record.Moved
}

// answeredBy is it, false where it tells nothing: it was read once, or says only "at most", or something of another
// setting was turned meanwhile.
func (run *Lead) answeredBy(s *Setting, aim *Aim) (answered, bool) {
	was := run.before(aim.Point.ID, aim.Now)
	if was == nil || was.Old || run.othersThan(s, aim.Point.ID, was, aim.Now) || run.clampedWith(s, was) || run.clampedWith(s, aim.Now) {
		return answered{}, false
	}
	one := answered{point: aim.Point.ID, moved: aim.Now.Value - was.Value, doubt: was.Doubt + aim.Now.Doubt}
	for _, m := range run.Moves {
		if m.Epoch > was.Epoch && m.Epoch <= aim.Now.Epoch && slices.Contains(s.Of.Adjusters, m.Adjuster) && m.Value != 0 {
			one.between = append(one.between, m)
		}
	}
	return one, len(one.between) > 0
}

// expected is what the turns should have moved it, with one of them taken times a factor, and the sum whatever the signs.
func (a answered) expected(run *Lead, turned *record.Moved, times float64) (sum, most float64) {
	for _, m := range a.between {
		in := run.Sheet.InfluenceOf(m.Adjuster, a.point)
		if in == nil {
			continue
		}
		by := in.PerTurn * m.Signed()
		if turned != nil && m.Event == turned.Event {
			by *= times
		}
		sum, most = sum+by, most+math.Abs(by)
	}
	return sum, most
}

// off is how far the readings lie from what one of the turns, taken times a factor, would have them be.
func off(run *Lead, answers []answered, turned *record.Moved, times float64) (sum float64) {
	for _, a := range answers {
		should, _ := a.expected(run, turned, times)
		_, most := a.expected(run, nil, 0)
		miss := (a.moved - should) / (a.doubt + prior*most + 1e-9)
		sum += miss * miss
	}
	return sum
}

// turnsOf are the turns of some adjusters from an epoch on, the newest last.
func (run *Lead) turnsOf(adjusters []string, since int) (out []record.Moved) {
	for _, m := range run.Moves[run.Repaired:] {
		if slices.Contains(adjusters, m.Adjuster) && m.Value != 0 && m.Epoch >= since {
			out = append(out, m)
		}
	}
	return out
}

// turnsIn are those in the course of a setting since it was begun afresh.
func (run *Lead) turnsIn(s *Setting) []record.Moved {
	return run.turnsOf(s.Of.Adjusters, run.Afresh[s.Of.ID])
}
