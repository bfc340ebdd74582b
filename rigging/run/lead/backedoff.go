package lead

import (
	"fmt"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// backedOff is turned until a check says it is locked, then backed off a counted amount and on
// to the finish that is wanted; the whole as often as the sheet says.
type backedOff struct{}

func (backedOff) progress(run *Lead, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseSet:
		o := run.backing(s)
		if o.rounds > 0 {
			summary = fmt.Sprintf("locked and backed off %d of %d times", o.rounds, max(1, s.Of.Times))
		}
		return o.stage == offDone, summary, run.MovedIn(s.Of) != nil
	case PhaseLock:
		return measured{}.progress(run, s, p)
	}
	return true, "", false
}

func (backedOff) advise(run *Lead, s *Setting, p Phase) Advice {
	if p != PhaseSet {
		return measured{}.advise(run, s, p)
	}
	return run.backOff(s)
}

// The stages of one round.
const (
	offLock    = "lock" // to be turned until it locks
	offBack    = "back" // to be backed off and proved
	offBetween = "between"
	offDone    = "done"
)

// backing is how far the rounds are.
type backing struct {
	stage  string
	rounds int
	back   float64 // steps backed off since it locked
	answer *sheet.Answer
	asked  bool // how it was found
	tight  bool // it was locked before anything was turned
	trims  int  // moves after all rounds were done: only the finish counts then
}

// backing follows what was turned, answered and done of a setting, in its order.
func (run *Lead) backing(s *Setting) backing {
	o := backing{stage: offLock}
	off := offWay(run.Sheet, s)
	since := run.Afresh[s.Of.ID]
	moves, answers, done := run.Moves, run.Answers, run.Done
	for len(moves)+len(answers)+len(done) > 0 {
		seq := first(moves, answers, done)
		switch {
		case len(moves) > 0 && moves[0].Seq == seq:
			m := moves[0]
			if moves = moves[1:]; m.Epoch >= since && m.Adjuster == s.Adjuster.ID {
				o.moved(m, off)
			}
		case len(answers) > 0 && answers[0].Seq == seq:
			a := answers[0]
			if answers = answers[1:]; a.Epoch >= since && a.Check == s.Of.Until.Check {
				o.answered(run.Sheet.Check(a.Check), a, s.Of)
			}
		default:
			d := done[0]
			if done = done[1:]; d.Epoch >= since && d.Action == s.Of.Between && o.stage == offBetween {
				o.stage = offLock
			}
		}
	}
	return o
}

func first(moves []record.Moved, answers []record.Answered, done []record.Acted) int {
	seq := -1
	least := func(one int) {
		if seq < 0 || one < seq {
			seq = one
		}
	}
	if len(moves) > 0 {
		least(moves[0].Seq)
	}
	if len(answers) > 0 {
		least(answers[0].Seq)
	}
	if len(done) > 0 {
		least(done[0].Seq)
	}
	return seq
}

func (o *backing) moved(m record.Moved, off string) {
	o.answer = nil
	if o.stage == offDone && !m.Until || o.trims > 0 {
		o.trims++
	}
	switch {
	case m.Until && m.Way == off:
		o.stage, o.tight = offLock, false
	case m.Until:
		o.stage, o.back = offBack, 0
	case o.stage == offLock:
	case m.Way == off:
		o.stage, o.back = offBack, o.back+m.Value
	default:
		o.stage, o.back = offBack, o.back-m.Value
	}
}

func (o *backing) answered(c *sheet.Check, a record.Answered, one *sheet.Setting) {
	given := c.Answer(a.Answer)
	switch {
	case given == nil:
	case o.stage == offLock:
		o.asked, o.tight = true, given.Side == "tight"
	case o.stage == offBack && a.Good && (o.back >= one.BackOff.Min-1e-9 || o.trims > 0):
		if o.rounds < max(1, one.Times) {
			o.rounds++
		}
		o.stage = offDone
		if o.rounds < one.Times {
			o.stage = offLock
			if one.Between != "" {
				o.stage = offBetween
			}
		}
	case o.stage == offBack:
		o.answer = given
	}
}

// mostTrims is how often a finish is trimmed: more is going to and fro.
const mostTrims = 4

func (o *backing) mayTrim() bool { return o.trims > 0 && o.trims <= mostTrims }

// is tells whether an answer is the one of that word.

// offWay is the way that backs off: the one that cures being locked.
func offWay(s *sheet.Sheet, of *Setting) string {
	if c := s.Check(of.Of.Until.Check); c != nil {
		for _, a := range c.Answers {
			if a.Is(of.Of.Until.Answer) && a.Cure != nil {
				return a.Cure.Way
			}
		}
	}
	return "in"
}

// backOff asks for the next part of a round; what goes no further that way is told.
func (run *Lead) backOff(s *Setting) Advice {
	a := run.nextOff(s)
	if a.Move == nil {
		return a
	}
	if h := run.halted(s, a.Move, ""); h != nil {
		return *h
	}
	if run.WontTurn(a.Move.Adjuster, a.Move.Way) {
		a.Finding = wontTurn
	}
	return a
}

func (run *Lead) nextOff(s *Setting) Advice {
	o, off, b := run.backing(s), offWay(run.Sheet, s), s.Of.BackOff
	c := run.Sheet.Check(s.Of.Until.Check)
	step := s.Adjuster.LeastTurn()
	switch {
	case o.stage == offBetween:
		return run.act(s, s.Of.Between)
	case o.stage == offLock && !o.asked && o.rounds == 0 && run.MovedIn(s.Of) == nil:
		return run.ask(c, record.Answered{}, false)
	case o.stage == offLock && o.tight:
		turn := turnOf(s, s.Adjuster, 0, off)
		turn.Until, turn.Text = true, UntilFree
		return Advice{Do: DoMove, Move: turn, Caution: run.hands(), More: []string{"It was not free as found: free it first, then count."},
			Say: Say(turnThe(s.Adjuster), Piece{turn.WaySays + " " + UntilFree, "turn"}, Plain("."))}
	case o.stage == offLock:
		turn := turnOf(s, s.Adjuster, 0, other(off))
		turn.Until = true
		word := s.Of.Until.Answer
		for _, a := range c.Answers {
			if a.Is(word) {
				word = a.Says
			}
		}
		turn.Text = "until it " + word
		a := Advice{Do: DoMove, Move: turn, Caution: run.hands(),
			Say: Say(turnThe(s.Adjuster), Piece{turn.WaySays + " until it " + word, "turn"}, Plain("."))}
		a.More = append(a.More, seen(turn)+". Count from there.")
		if s.Of.Times > 1 {
			a.More = append(a.More, fmt.Sprintf("Round %d of %d.", o.rounds+1, s.Of.Times))
		}
		return a
	case o.back < b.Min-1e-9 && o.trims == 0:
		return run.backBy(s, b.Min-o.back, off, fmt.Sprintf("Back off %s to %s, and on to %s.",
			quantity.Number(b.Min, 2), spell.Counted(spell.Notch(s.Adjuster), b.Max), c.Good().Says))
	case o.answer == nil:
		return run.ask(c, record.Answered{}, false)
	case side(o.answer, s.Adjuster.ID, other(off)) == FeltLoose && (o.back-step >= b.Min-1e-9 || o.mayTrim()):
		return run.backBy(s, step, other(off), spell.Upper(o.answer.Says)+": back again.")
	case side(o.answer, s.Adjuster.ID, other(off)) == FeltTight && (o.back+step <= b.Max+1e-9 || o.mayTrim()):
		return run.backBy(s, step, off, spell.Upper(o.answer.Says)+": further.")
	}
	return run.cannotReach(s, fmt.Sprintf("%s: %s, backed off %s; the sheet allows %s to %s. %s", spell.Upper(c.Name), o.answer.Says,
		spell.Counted(spell.Notch(s.Adjuster), o.back), quantity.Number(b.Min, 2), spell.Counted(spell.Notch(s.Adjuster), b.Max), o.answer.PointsTo))
}

func (run *Lead) backBy(s *Setting, by float64, direction, why string) Advice {
	turn := turnOf(s, s.Adjuster, by, direction)
	return Advice{Do: DoMove, Move: turn, Caution: run.hands(), More: []string{why},
		Say: Say(turnThe(s.Adjuster), Piece{turn.Text + " " + turn.WaySays, "turn"}, Plain("."))}
}

// act asks for something done by hand.
func (run *Lead) act(s *Setting, id string) Advice {
	one := run.Sheet.Action(id)
	if one == nil {
		return Advice{Do: DoNothing}
	}
	a := Advice{Do: DoAction, Say: Say(Plain(spell.Upper(one.Says))), Caution: run.hands(),
		Action: &record.Acting{Action: one.ID, Setting: s.Of.ID, Name: one.Name, Says: one.Says}}
	if one.Times > 1 {
		a.More = append(a.More, fmt.Sprintf("%d times.", one.Times))
	}
	return a
}
