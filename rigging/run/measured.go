package run

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// measured is turned until every reading lies inside its limits: one adjuster by the sums of
// one reading, several together by the least turning that puts all of them right.
type measured struct{}

func (measured) progress(st State, s *Setting, p Phase) (done bool, summary string, again bool) {
	switch p {
	case PhaseFound:
		return st.foundDone(s)
	case PhaseSet:
		return st.setDone(s)
	case PhaseSettle:
		return st.settleDone(s)
	}
	return st.lockDone(s)
}

func (measured) advise(st State, s *Setting, p Phase) Advice {
	switch p {
	case PhaseFound:
		return st.asFound(s)
	case PhaseSet:
		return st.set(s)
	case PhaseSettle:
		return st.settle(s)
	}
	return st.lock(s)
}

// foundDone: everything it reads was read once, and the threads are counted.
func (st State) foundDone(s *Setting) (bool, string, bool) {
	for _, t := range s.Turned {
		if t.Adjuster.Threads != nil && !t.Adjuster.MeasureOnly && t.Threads == nil {
			return false, st.foundSays(s), false
		}
	}
	for _, a := range s.Aims {
		if st.latest(a.Point.ID, "") == nil {
			return false, "", false
		}
	}
	return true, st.foundSays(s), false
}

func (st State) foundSays(s *Setting) string {
	if !s.single() {
		return st.countOutside(s)
	}
	t := st.latest(s.Point.ID, Found)
	switch {
	case t == nil && st.latest(s.Point.ID, "") == nil:
		return ""
	case t == nil:
		return notFound // it was turned or locked before anybody read it
	}
	j := st.judge(s.Point, t)
	lo, hi := s.limits()
	switch j.Side {
	case "low":
		return reads(s.Point, j.Value) + ", " + quantity.Number(lo-j.Value, 1) + " short"
	case "high":
		return reads(s.Point, j.Value) + ", " + quantity.Number(j.Value-hi, 1) + " over"
	}
	return reads(s.Point, j.Value) + ", inside"
}

const notFound = "as found not read"

// countOutside says how many readings lay outside as found.
func (st State) countOutside(s *Setting) string {
	all, out := 0, 0
	for _, a := range s.Aims {
		t := st.latest(a.Point.ID, Found)
		if !a.Limited || t == nil {
			continue
		}
		all++
		if j := st.judge(a.Point, t); j.wrong() {
			out++
		}
	}
	switch {
	case all == 0:
		return ""
	case out == 0:
		return "inside as found"
	}
	return fmt.Sprintf("%d of %d out as found", out, all)
}

// wrong tells whether something it reads calls for a move that nobody asked to leave.
func (st State) wrong(s *Setting) bool {
	for _, a := range s.Aims {
		if _, left := st.Deviations[a.Point.ID]; a.wrong() && !left {
			return true
		}
	}
	return false
}

// setDone: no move is called for, and the last one was answered.
func (st State) setDone(s *Setting) (done bool, summary string, again bool) {
	moved := st.movedIn(s.Of) != nil
	unread := s.Point != nil && s.Now == nil && st.latest(s.Point.ID, "") == nil && !moved
	wrong := unread || st.wrong(s) && (s.single() || st.firstStale(s) == nil)
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !wrong, "not adjustable", false
	}
	if plan := st.plan(s); plan != nil && len(plan.left()) > 0 {
		wrong = true
	}
	switch net := st.netSays(s); {
	case moved && net != "":
		summary = net
	case moved:
		summary = "back as found"
	case !wrong:
		summary = "no move needed"
	}
	return !wrong && !st.unanswered(s), summary, moved && wrong
}

// netSays is how far each adjuster stands from as found.
func (st State) netSays(s *Setting) (out string) {
	for _, t := range s.Turned {
		net := st.NetTurns(t.Adjuster.ID)
		if math.Abs(net) < 1e-9 {
			continue
		}
		if out != "" {
			out += ", "
		}
		if len(s.Turned) > 1 {
			out += t.Adjuster.Name + " "
		}
		out += netText(t.Adjuster, net)
	}
	return out
}

// settleDone: everything was read after the last move, and what is tried with it is well.
func (st State) settleDone(s *Setting) (done bool, summary string, again bool) {
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !st.wrong(s), "not adjustable", false
	}
	done = !st.wrong(s) && !st.unanswered(s) && st.firstStale(s) == nil && st.badCheck(s) == nil
	if s.single() {
		if t := st.latest(s.Point.ID, Set); t != nil {
			summary, again = reads(s.Point, t.Value), st.touchedSince(t)
		}
	} else if done && len(s.Aims) > 0 {
		summary = "all inside"
	}
	return done, summary, again
}

// firstStale is the first reading with limits that tells no more how it stands.
func (st State) firstStale(s *Setting) *Aim {
	for _, a := range s.Aims {
		if a.Limited && a.Now == nil || !a.Limited && a.Point.Chart != "" {
			return a
		}
	}
	return nil
}

// badCheck is the first of its checks without load that is not answered well; nil when all
// are.
func (st State) badCheck(s *Setting) *sheet.Check {
	for _, id := range s.Of.Checks {
		c := st.Sheet.Check(id)
		if a, ok := st.Checks[id]; c != nil && !c.Loaded && !(ok && !a.Void && a.Good) {
			return c
		}
	}
	return nil
}

// lockDone: locked, and read again with it.
func (st State) lockDone(s *Setting) (done bool, summary string, again bool) {
	if s.Adjuster != nil && s.Adjuster.MeasureOnly {
		return s.Now != nil && !st.wrong(s), "not adjustable", false
	}
	locked, since := st.locked(s.Of)
	done = (locked || len(st.locks(s.Of)) == 0) && !st.wrong(s)
	for _, a := range s.Aims {
		if a.Limited && (a.Now == nil || a.Now.Epoch < since) {
			done = false
		}
	}
	if s.single() {
		if t := st.latest(s.Point.ID, LockedStage); t != nil {
			summary, again = reads(s.Point, t.Value), st.touchedSince(t)
		}
	} else if done && locked {
		summary = "locked, all inside"
	}
	return done, summary, again
}

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
			return st.read(st.Sheet.Point(t.Adjuster.Threads.Point))
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
		a := st.arguedRepair("pinned", now+" This barrel is pinned to its cable: it can be measured, not set.",
			"No turn will bring it in. A new cable is the remedy.")
		if st.Decisions["pinned"].Choice != ChoiceRepair {
			a.Say = say(plain("Replace the cable."))
			a.Choices = []Choice{{About: "pinned", Choice: ChoiceRepair, Label: "Replace the cable", Argued: true}}
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
	a.Choices = []Choice{{About: "unsteady", Choice: ChoiceAfresh, Label: "Found why: read afresh", Reason: true}}
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
	about := "reach"
	if len(st.Sheet.Settings) > 1 {
		about += ":" + s.Of.ID
	}
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

// responseFinding speaks when the last move did not do what it should.
func (st State) responseFinding(s *Setting) (Advice, bool) {
	if !st.unanswered(s) {
		return Advice{}, false
	}
	finding := fmt.Sprintf("The turns should have moved it %s a turn; it moved %s.", per(s.Point, s.Book), per(s.Point, s.Response.PerTurn))
	head, look := "It did not answer.", "Look for a barrel that slips on its thread, a frayed inner, a far end that is not "+
		"connected, or another adjuster that was turned."
	if s.Response.Verdict == "reversed" {
		head, look = "It went the wrong way.", "Look whether the turns were logged the right way round, and whether this is the right adjuster."
	}
	return st.argueResponse(head, finding, look), true
}

func (st State) argueResponse(head, finding, look string) Advice {
	return Advice{Do: DoDecide, Say: say(plain(head), plain(" Find out why before turning more.")), Finding: finding,
		More: []string{look}, Choices: []Choice{{About: "response", Choice: ChoiceGoOn, Label: "Found it: go on", Reason: true,
			Argued: true}}}
}

// unanswered tells whether the last move had no fitting answer and nobody has said why.
func (st State) unanswered(s *Setting) bool {
	if st.Decisions["response"].Choice == ChoiceGoOn {
		return false
	}
	if s.single() {
		return s.Response != nil && (s.Response.Verdict == "reversed" || s.Response.Verdict == "no response")
	}
	return false
}

// clamped tells whether a reading says only "at most": no gap is left to feel, a cable is
// slack, a valve is on its stop.
func (st State) clamped(p *sheet.Point, v, doubt float64) bool {
	if p.Signed == nil && p.Quantity != quantity.Temperature && v <= doubt+1e-9 {
		return true
	}
	return slices.ContainsFunc(st.Sheet.Flat(p.ID), func(flat float64) bool { return math.Abs(v-flat) <= max(doubt, math.Abs(flat)/100)+1e-9 })
}

// limits are the ends of the window in the unit of the point.
func (s Setting) limits() (lo, hi float64) {
	return *s.Point.Target - s.Point.Minus, *s.Point.Target + s.Point.Plus
}

// solve asks the adjuster calculation what to turn from the reading that counts.
func (s Setting) solve() (calc.AdjusterOutput, error) {
	lengthens := "out"
	if s.PerTurn < 0 {
		lengthens = "in"
	}
	in := calc.AdjusterInput{
		Now: s.Judge.Value, Target: s.Point.Target, Minus: &s.Point.Minus, Plus: &s.Point.Plus,
		Pitch: math.Abs(s.PerTurn), Step: s.Adjuster.Step, Lengthens: lengthens, Engaged: s.Threads,
	}
	if t := s.Adjuster.Threads; t != nil {
		in.EngagedMin, in.EngagedMax = t.Min, &t.Max
	}
	return calc.Adjuster(in)
}

// respond compares the last two readings that stand on either side of a move.
func (st State) respond(s *Setting) {
	after := st.latest(s.Point.ID, Set)
	if after == nil {
		return
	}
	before := st.before(s.Point.ID, after)
	if before == nil || st.clamped(s.Point, before.Value, before.Doubt) || st.clamped(s.Point, after.Value, after.Doubt) || st.othersMoved(s, before, after) {
		return
	}
	turns := st.netSince(s.Adjuster.ID, before) - st.netSince(s.Adjuster.ID, after)
	out, err := calc.Response(calc.ResponseInput{
		Before: before.Value, After: after.Value, Turns: turns, ExpectedPerTurn: s.Book, Uncertainty: after.Doubt,
	})
	if err != nil {
		return // turned there and back: nothing to learn
	}
	if !st.touchedSince(after) {
		s.Response = &out
	}
	if out.Verdict == "weak" || out.Verdict == "strong" {
		s.PerTurn, s.Learnt = out.PerTurn, true
	}
}

// othersMoved tells whether something else was turned between two readings of the point.
func (st State) othersMoved(s *Setting, before, after *Taken) bool {
	return slices.ContainsFunc(st.Moves, func(m Moved) bool {
		return m.Epoch > before.Epoch && m.Epoch <= after.Epoch && m.Adjuster != s.Adjuster.ID && st.touches(m, s.Point.ID)
	})
}

// before is the newest reading that counts with a move between it and after.
func (st State) before(point string, after *Taken) *Taken {
	of := st.byPoint[point]
	for i := len(of) - 1; i >= 0; i-- {
		t := &st.Readings[of[i]]
		if !t.Judged() || t.Stage == First || t.Epoch >= after.Epoch {
			continue
		}
		for j := len(st.Moves) - 1; j >= 0 && st.Moves[j].Epoch > t.Epoch; j-- {
			if st.Moves[j].Epoch <= after.Epoch && st.touches(st.Moves[j], point) {
				return t
			}
		}
	}
	return nil
}
