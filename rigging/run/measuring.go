package run

import (
	"fmt"
	"strings"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

func (st State) asFound(s *Setting) Advice {
	for _, a := range s.Aims {
		if st.latest(a.Point.ID, "") == nil {
			out := st.read(a.Point)
			out.Caution = st.hands()
			return out
		}
	}
	for _, t := range s.Turned {
		if t.Adjuster.Threads != nil && !t.Adjuster.MeasureOnly && t.Threads == nil {
			a := st.read(st.Sheet.Point(t.Adjuster.Threads.Point))
			if st.Renewed {
				a.More = append([]string{woundOn(t.Adjuster.Threads)}, a.More...)
			}
			return a
		}
	}
	return Advice{Do: DoNothing}
}

func (st State) set(s *Setting) Advice {
	for _, a := range s.Aims {
		if a.wrong() && a.Judge.Verdict == Unsteady {
			return st.unsteady(a.Point)
		}
	}
	if a, ok := st.byHand(s); ok {
		return a
	}
	if !s.single() {
		return st.coupled(s)
	}
	lo, hi := s.limits()
	now := fmt.Sprintf(
		"It measures %s; the sheet wants %s to %s.",
		reads(s.Point, s.Judge.Value),
		quantity.Number(lo, 1),
		text(s.Point.Quantity, hi),
	)
	if s.Adjuster.MeasureOnly {
		pinned := About{Question: AboutPinned}
		a := st.arguedRepair(pinned, now+" This barrel is pinned to its cable: it can be measured, not set.",
			"No turn will bring it in. A new cable is the remedy.")
		if st.Decisions[pinned].Choice != ChoiceRepair {
			a.Say = say(plain("Replace the cable."))
			a.Choices = []Choice{{About: pinned, Choice: ChoiceRepair, Label: "Replace the cable", Argued: true}}
		}
		return a
	}
	if a, found := st.responseFinding(s); found {
		return a
	}
	return st.turn(s, now)
}

// unsteady asks for more readings, or for the cause: then all is read afresh.
func (st State) unsteady(p *sheet.Point) Advice {
	a := st.read(p)
	a.Finding = "The readings do not agree with each other: that is a finding. " +
		"Look for slack, a dirty thread or a moving mark; strike out a slip."
	a.Choices = []Choice{{About: About{AboutUnsteady, p.ID}, Choice: ChoiceAfresh, Label: "Found why: read afresh", Reason: whyGoOn}}
	return a
}

func (st State) turn(s *Setting, now string) Advice {
	out, err := s.solve()
	if err != nil {
		return Advice{Do: DoDecide, Say: say(plain("This cannot be worked out.")), Finding: err.Error()}
	}
	if out.Turns == 0 {
		return st.cannotReach(s, now+" "+reason(s, *out.LimitedBy, out.ShortBy))
	}
	if farther := st.farther(s, s.Point, out.Turns, out.Direction); farther > out.Turns {
		turn := turnOf(s, s.Adjuster, farther, out.Direction)
		turn.After = out.After
		a := Advice{Do: DoMove, Move: turn, Caution: st.hands(), More: []string{seen(turn) + ".", inVain},
			Say: say(plain("Turn the "+s.Adjuster.Name+" "), Piece{turn.Text + " " + turn.WaySays, "turn"}, plain("."))}
		if st.stuck(s.Adjuster.ID, out.Direction) {
			a.Finding = wontTurn
		}
		return a
	}
	turn := turnOf(s, s.Adjuster, out.Turns, out.Direction)
	turn.After = out.After
	a := Advice{Do: DoMove, Move: turn,
		Say: say(plain("Turn the "+s.Adjuster.Name+" "), Piece{turn.Text + " " + turn.WaySays, "turn"}, plain("."))}
	should := seen(turn) + ". It should then measure " + reads(s.Point, out.After)
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
			per(s.Point, s.PerTurn), per(s.Point, s.Book)))
	}
	if out.LimitedBy != nil {
		a.Finding = reason(s, *out.LimitedBy, out.ShortBy)
	}
	if st.stuck(s.Adjuster.ID, out.Direction) {
		a.Finding = wontTurn
	}
	a.Caution = st.hands()
	return a
}

func reason(s *Setting, limitedBy string, short float64) string {
	if limitedBy == "step" {
		return fmt.Sprintf("No %s turn lands inside: the nearest stays %s outside. Look for a finer thread or another end to move.",
			strings.ToLower(quantity.Turns(s.Adjuster.Step)), per(s.Point, short))
	}
	return fmt.Sprintf(
		"The thread runs out %s before the limit. That is a finding: look at the other end, the far fitting, wear, or the wrong part. "+
			"Not a few more turns.",
		per(s.Point, short),
	)
}

const wontTurn = "It would not turn. Free it first: forcing it twists the cable. A seized thread is a new part."

// turnOf is a move to make in the course of a setting.
func turnOf(s *Setting, a *sheet.Adjuster, turns float64, direction string) *Turn {
	w := way(a, direction)
	return &Turn{Setting: s.Of.ID, Adjuster: a.ID, Name: a.Name, Turns: turns, TurnsSay: quantity.Turns(turns),
		Text: stepsText(notch(a), turns), Way: direction, WaySays: w.Says, Seen: w.Seen, SeenFrom: a.SeenFrom}
}

func (st State) cannotReach(s *Setting, why string) Advice {
	about := About{AboutReach, s.Of.ID}
	a := st.arguedRepair(about, why, "No setting of this adjuster will serve.")
	if st.Decisions[about].Choice != ChoiceRepair {
		a.Say = say(plain("There is no setting that serves."))
		a.Choices = []Choice{{About: about, Choice: ChoiceRepair, Label: "Look elsewhere first", Argued: true}}
	}
	return a
}

func (st State) settle(s *Setting) Advice {
	stale := st.firstStale(s)
	if stale == nil {
		return st.proveSetting(s)
	}
	if c := st.Sheet.Chart(stale.Point.Chart); c != nil && !stale.Limited {
		return st.beyondChart(c, stale.Point)
	}
	how := st.settleOf(s.Of, stale.Point.ID)
	if how != nil && !st.settled(s.Of) && st.movedIn(s.Of) != nil {
		return Advice{Do: DoSettle, Say: say(plain(upper(how.Says) + ".")),
			More:    []string{"A length right after the turn is only a first reading: let it settle."},
			Settle:  &Settled{Point: stale.Point.ID, Setting: s.Of.ID, Times: how.Times},
			Caution: st.hands()}
	}
	a := st.read(stale.Point)
	a.Say = say(plain("Read the " + stale.Point.Name + " again."))
	if t := st.before(stale.Point.ID, &Taken{Epoch: st.Epoch}); t != nil {
		a.More = append([]string{fmt.Sprintf("It was %s; after the turns it should be %s.",
			reads(stale.Point, t.Value), reads(stale.Point, st.expected(s, stale.Point, t)))}, a.More...)
	}
	return a
}

// beyondChart asks again for what the chart lies over: it is never drawn on beyond its ends,
// so nothing can be judged there.
func (st State) beyondChart(c *sheet.Chart, p *sheet.Point) Advice {
	over := st.Sheet.Point(c.Reads)
	a := st.read(over)
	if t := st.latest(over.ID, ""); t != nil {
		from, to := c.Points[0][0], c.Points[len(c.Points)-1][0]
		a.Say = say(plain("Read the " + over.Name + " again."))
		a.Finding = fmt.Sprintf("%s lies beyond the chart, which goes from %s to %s: the %s cannot be judged there. "+
			"Wait until it lies within, or look for a chart that reaches.", reads(over, t.Value), quantity.Number(from, 1),
			text(over.Quantity, to), p.Name)
	}
	return a
}

// expected is what a reading should be now, by what was turned since.
func (st State) expected(s *Setting, p *sheet.Point, t *Taken) float64 {
	v := t.Value
	for _, turned := range s.Turned {
		if in := st.Sheet.InfluenceOf(turned.Adjuster.ID, p.ID); in != nil {
			by := in.PerTurn * turned.Gain
			if s.single() {
				by = s.PerTurn
			}
			v += by * st.netSince(turned.Adjuster.ID, t)
		}
	}
	if p.Signed == nil && p.Quantity != quantity.Temperature {
		v = max(0, v)
	}
	return v
}

// proveSetting tries what is tried with the setting.
func (st State) proveSetting(s *Setting) Advice {
	c := st.badCheck(s)
	if c == nil {
		return Advice{Do: DoNothing}
	}
	answer, ok := st.Checks[c.ID]
	return st.ask(c, answer, ok)
}

func (st State) lock(s *Setting) Advice {
	if a := st.lockNext(s); a != nil {
		if s.Judge.Verdict == Close && s.single() {
			a.Finding = "It stands at the edge: inside, but closer to the limit than the gauge can tell."
		}
		return *a
	}
	_, since := st.locked(s.Of)
	for _, aim := range s.Aims {
		if !aim.Limited || aim.Now != nil && aim.Now.Epoch >= since {
			continue
		}
		a := st.read(aim.Point)
		a.Say = say(plain("Locked. Read the " + aim.Point.Name + " once more."))
		a.More = append([]string{"Locking moves what was set."}, a.More...)
		return a
	}
	return Advice{Do: DoNothing}
}
