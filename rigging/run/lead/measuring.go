package lead

import (
	"fmt"
	"math"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

func (run *Lead) asFound(s *Setting) Advice {
	for _, a := range s.Aims {
		if run.Latest(a.Point.ID, "") == nil {
			out := run.read(a.Point)
			out.Caution = run.hands()
			return out
		}
	}
	for _, t := range s.Turned {
		if t.Adjuster.Threads != nil && !t.Adjuster.MeasureOnly && t.Threads == nil {
			a := run.read(run.Sheet.Point(t.Adjuster.Threads.Point))
			if run.Renewed {
				a.More = append([]string{woundOn(t.Adjuster.Threads)}, a.More...)
			}
			return a
		}
	}
	return Advice{Do: DoNothing}
}

func (run *Lead) set(s *Setting) Advice {
	for _, a := range s.Aims {
		if a.Wrong() && a.Judge.Verdict == Unsteady {
			return run.unsteady(a.Point)
		}
	}
	if a, ok := run.byHand(s); ok {
		return a
	}
	if a, ok := run.questionFirst(s); ok {
		return a
	}
	if !s.Single() {
		return run.coupled(s)
	}
	lo, hi := s.Limits()
	now := fmt.Sprintf(
		"It measures %s; the sheet wants %s.",
		spell.Reading(s.Point, s.Judge.Value),
		spell.Between(s.Point, lo, hi),
	)
	if s.Adjuster.MeasureOnly {
		pinned := record.AboutPinned.Of("")
		a := run.arguedRepair(pinned, now+" This barrel is pinned to its cable: it can be measured, not set.",
			"No turn will bring it in. A new cable is the remedy.")
		if run.Decisions[pinned].Choice != record.ChoiceRepair {
			a.Say = Say(Plain("Replace the cable."))
			a.Choices = []record.Choice{{About: pinned, Choice: record.ChoiceRepair, Label: "Replace the cable", Argued: true}}
		}
		return a
	}
	if a, found := run.responseFinding(s); found {
		return a
	}
	return run.turn(s, now)
}

// unsteady asks for more readings, or for the cause: then all is read afresh.
func (run *Lead) unsteady(p *sheet.Point) Advice {
	a := run.read(p)
	a.Finding = "The readings do not agree with each other: that is a finding. " +
		"Look for slack, a dirty thread or a moving mark; strike out a slip."
	a.Choices = []record.Choice{{About: record.AboutUnsteady.Of(p.ID), Choice: record.ChoiceAfresh, Label: "Found why: read afresh", Reason: whyGoOn}}
	return a
}

func (run *Lead) turn(s *Setting, now string) Advice {
	out, err := s.Solve()
	if err != nil {
		return Advice{Do: DoDecide, Say: Say(Plain("This cannot be worked out.")), Finding: err.Error()}
	}
	if out.Turns == 0 {
		return run.cannotReach(s, now+" "+reason(s, *out.LimitedBy, out.ShortBy))
	}
	if out.LimitedBy != nil && *out.LimitedBy == "thread" && mostGain*out.Turns*math.Abs(s.PerTurn) < out.Turns*math.Abs(s.PerTurn)+out.ShortBy {
		return run.noRoom(s, s.Adjuster, out.Direction, out.Turns, now+" "+reason(s, "thread", out.ShortBy))
	}
	if farther := run.farther(s, s.Point, out.Turns, out.Direction); farther > out.Turns {
		turn := turnOf(s, s.Adjuster, farther, out.Direction)
		turn.After = out.After
		if a := run.halted(s, turn, now); a != nil {
			return *a
		}
		a := Advice{Do: DoMove, Move: turn, Caution: run.hands(), More: []string{seen(turn) + ".", inVain},
			Say: Say(turnThe(s.Adjuster), Piece{turn.Text + " " + turn.WaySays, "turn"}, Plain("."))}
		if run.WontTurn(s.Adjuster.ID, out.Direction) {
			a.Finding = wontTurn
		}
		return a
	}
	turn := turnOf(s, s.Adjuster, out.Turns, out.Direction)
	turn.After = out.After
	if a := run.halted(s, turn, now); a != nil {
		return *a
	}
	a := Advice{Do: DoMove, Move: turn,
		Say: Say(turnThe(s.Adjuster), Piece{turn.Text + " " + turn.WaySays, "turn"}, Plain("."))}
	should := seen(turn) + ". It should then measure " + spell.Reading(s.Point, Counted(s.Point, out.After))
	if out.EngagedAfter != nil {
		turn.ThreadsLeft = quantity.Turns(*out.EngagedAfter)
		should += fmt.Sprintf(
			", with %s threads still in (never fewer than %s)",
			turn.ThreadsLeft,
			quantity.Number(s.Adjuster.Threads.Min, 0),
		)
	}
	a.More = append(a.More, should+".")
	if s.Learnt {
		a.More = append(a.More, fmt.Sprintf("Reckoned with %s a turn as it moved last time; the book says %s.",
			spell.PerTurn(s.Point, s.PerTurn), spell.PerTurn(s.Point, s.Book)))
	}
	if out.LimitedBy != nil {
		a.Finding = reason(s, *out.LimitedBy, out.ShortBy)
	}
	if run.WontTurn(s.Adjuster.ID, out.Direction) {
		a.Finding = wontTurn
	}
	a.Caution = run.hands()
	return a
}

func reason(s *Setting, limitedBy string, short float64) string {
	if limitedBy == "step" {
		return fmt.Sprintf("No %s turn lands inside: the nearest stays %s outside. Look for a finer thread or another end to move.",
			strings.ToLower(quantity.Turns(s.Adjuster.Step)), spell.PerTurn(s.Point, short))
	}
	return fmt.Sprintf(
		"The thread runs out %s before the limit.",
		spell.PerTurn(s.Point, short),
	)
}

// turnOf is a move to make in the course of a setting.
func turnOf(s *Setting, a *sheet.Adjuster, turns float64, direction string) *Turn {
	w := spell.Way(a, direction)
	return &Turn{Setting: s.Of.ID, Adjuster: a.ID, Name: a.Name, Turns: turns, TurnsSay: quantity.Turns(turns),
		Text: spell.Counted(spell.Notch(a), turns), Way: direction, WaySays: w.Says, Seen: w.Seen, SeenFrom: a.SeenFrom}
}

func (run *Lead) cannotReach(s *Setting, why string) Advice {
	about := record.AboutReach.Of(s.Of.ID)
	a := run.arguedRepair(about, why, "No setting of this adjuster will serve.")
	if run.Decisions[about].Choice != record.ChoiceRepair {
		a.Say = Say(Plain("There is no setting that serves."))
		a.Choices = []record.Choice{{About: about, Choice: record.ChoiceRepair, Label: "Look elsewhere first", Argued: true}}
		a.Right = run.rights(run.turnsIn(s))
	}
	return a
}

func (run *Lead) settle(s *Setting) Advice {
	stale := run.firstStale(s)
	if stale == nil {
		return run.proveSetting(s)
	}
	if c := run.Sheet.Chart(stale.Point.Chart); c != nil && !stale.Limited {
		return run.beyondChart(c, stale.Point)
	}
	how := run.SettleOf(s.Of, stale.Point.ID)
	if how != nil && !run.SettledSince(s.Of) && run.MovedIn(s.Of) != nil {
		return Advice{Do: DoSettle, Say: Say(Plain(spell.Upper(how.Says) + ".")),
			More:    []string{"A length right after the turn is only a first reading: let it settle."},
			Settle:  &record.Settled{Point: stale.Point.ID, Setting: s.Of.ID, Times: how.Times},
			Caution: run.hands()}
	}
	return run.readAgain(s, stale.Point)
}

// readAgain asks for a reading that tells no more how it stands.
func (run *Lead) readAgain(s *Setting, p *sheet.Point) Advice {
	a := run.read(p)
	a.Say = Say(Plain("Read the " + p.Name + " again."))
	if t := run.before(p.ID, &record.Taken{Epoch: run.Epoch}); t != nil {
		a.More = append([]string{fmt.Sprintf("It was %s; after the turns it should be %s.",
			spell.Reading(p, t.Value), spell.Reading(p, run.expected(s, p, t)))}, a.More...)
	}
	return a
}

// Counted is a value of a point as it can be read: what is heard or seen as notches and clicks is whole.
func Counted(p *sheet.Point, v float64) float64 {
	if p.Quantity == quantity.Count && p.Target != nil { // threads are counted by halves, and have none
		return math.Round(v)
	}
	return v
}

// beyondChart asks again for what the chart lies over: it is never drawn on beyond its ends,
// so nothing can be judged there.
func (run *Lead) beyondChart(c *sheet.Chart, p *sheet.Point) Advice {
	over := run.Sheet.Point(c.Reads)
	a := run.read(over)
	if t := run.Latest(over.ID, ""); t != nil {
		from, to := c.Points[0][0], c.Points[len(c.Points)-1][0]
		a.Say = Say(Plain("Read the " + over.Name + " again."))
		a.Finding = fmt.Sprintf("%s lies beyond the chart, which goes from %s to %s: the %s cannot be judged there. "+
			"Wait until it lies within, or look for a chart that reaches.", spell.Reading(over, t.Value), quantity.Number(from, 1),
			spell.Figure(over.Quantity, to), p.Name)
	}
	return a
}

// expected is what a reading should be now, by what was turned since.
func (run *Lead) expected(s *Setting, p *sheet.Point, t *record.Taken) float64 {
	v := t.Value
	for _, turned := range s.Turned {
		if in := run.Sheet.InfluenceOf(turned.Adjuster.ID, p.ID); in != nil {
			by := in.PerTurn * turned.Gain
			if s.Single() {
				by = s.PerTurn
			}
			v += by * run.NetSince(turned.Adjuster.ID, t)
		}
	}
	if p.Signed == nil && p.Quantity != quantity.Temperature {
		v = max(0, v)
	}
	return Counted(p, v)
}

// proveSetting tries what is tried with the setting.
func (run *Lead) proveSetting(s *Setting) Advice {
	c := run.badCheck(s)
	if c == nil {
		return Advice{Do: DoNothing}
	}
	answer, ok := run.Checks[c.ID]
	a := run.ask(c, answer, ok)
	run.everywhere(&a, c, s.Of.Checks)
	return a
}

// everywhere offers one tap for a check at all its places, of those that may be tried now, where all of them are well.
func (run *Lead) everywhere(a *Advice, c *sheet.Check, among []string) {
	if c.Base == "" || a.Check == nil || a.Finding != "" {
		return
	}
	run.allWell(a, among, func(other *sheet.Check) bool { return other.Base == c.Base })
}

// allWell offers one tap for those among checks that are open and may be tried as it stands, where all are well.
func (run *Lead) allWell(a *Advice, among []string, also func(*sheet.Check) bool) {
	var all []Well
	for _, id := range among {
		other := run.Sheet.Check(id)
		given, ok := run.Checks[id]
		if other != nil && len(other.Figures) == 0 && also(other) && (!ok || given.Void) && len(run.Missing(run.Now(), run.Sheet.Trying(other, nil).Needs)) == 0 {
			all = append(all, Well{id, other.Name, other.Good().ID, other.Good().Says})
		}
	}
	if len(all) > 1 {
		a.Check.All = all
	}
}

func (run *Lead) lock(s *Setting) Advice {
	if a := run.lockNext(s); a != nil {
		if s.Judge.Verdict == Close && s.Single() {
			a.Finding = "It stands at the edge: inside, but closer to the limit than the gauge can tell."
		}
		if run.foundRight(s) {
			a.Choices = append(a.Choices, record.Choice{About: record.AboutSetting.Of(s.Of.ID), Choice: record.ChoiceLeave,
				Label: "It was right: not touched"})
		}
		return *a
	}
	_, since := run.AllLocked(s.Of)
	for _, aim := range s.Aims {
		if !aim.Limited || aim.Now != nil && (aim.Now.Epoch >= since || !run.readsLocked(s, aim.Point)) {
			continue
		}
		a := run.read(aim.Point)
		a.Say = Say(Plain("Locked. Read the " + aim.Point.Name + " once more."))
		a.More = append([]string{"Locking moves what was set."}, a.More...)
		return a
	}
	return Advice{Do: DoNothing}
}
