package lead

import (
	"fmt"
	"math"

	"brankel/rigging/run/spell"
)

// counted is turned so many steps a stated way from where the setting before it ended, and
// proved by a reading.
type counted struct{}

func (counted) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	if p == PhaseFound {
		return true, "", false
	}
	net, reached := run.counting(s)
	if p == PhaseSet && !reached {
		return false, "", net != 0
	}
	if s.Point == nil {
		if p == PhaseSet {
			return reached, netText(s.Adjuster, net), false
		}
		if p == PhaseSettle {
			return run.badCheck(s) == nil, "", false
		}
	}
	return measured{}.progress(run, s, p)
}

func (counted) advise(run *Lead, s *Setting, p Phase) Advice {
	net, reached := run.counting(s)
	if p != PhaseSet || reached {
		return measured{}.advise(run, s, p)
	}
	left := s.goal() - net
	direction := "out"
	if left < 0 {
		direction = "in"
	}
	turn := turnOf(s, s.Adjuster, math.Abs(left), direction)
	if a := run.halted(s, turn, ""); a != nil {
		return *a
	}
	a := Advice{Do: DoMove, Move: turn, Caution: run.hands(),
		Say: Say(turnThe(s.Adjuster), Piece{turn.Text + " " + turn.WaySays, "turn"}, Plain(", counted."))}
	a.More = append(a.More, seen(turn)+".")
	if from := run.Sheet.Point(s.Of.From); from != nil {
		if t := run.Latest(from.ID, ""); t != nil {
			a.More = append(a.More, fmt.Sprintf("From the %s of %s.", from.Name, spell.Reading(from, t.Value)))
		}
	}
	if run.WontTurn(s.Adjuster.ID, direction) {
		a.Finding = wontTurn
	}
	return a
}

// goal is how far it is to be turned, outward positive.
func (s *Setting) goal() float64 {
	if s.Of.Way == "in" {
		return -s.Of.Steps
	}
	return s.Of.Steps
}

// counting is how far it was turned in the course of this setting since anything else turned
// it, and whether the count was reached.
func (run *Lead) counting(s *Setting) (net float64, reached bool) {
	for _, m := range run.Moves[run.Repaired:] {
		switch {
		case m.Adjuster != s.Adjuster.ID:
		case m.Setting != s.Of.ID:
			net, reached = 0, false
		default:
			net += m.Signed()
			reached = reached || math.Abs(net-s.goal()) < 1e-6
		}
	}
	return net, reached
}
