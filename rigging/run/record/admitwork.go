package record

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

func admitReading(in Incoming, r Reading) (Reading, error) {
	heldBy, alone, carried := r.HeldBy, r.Alone, r.Carried
	if err := in.carries(carried); err != nil {
		return r, err
	}
	r, err := Understand(in.Around, in.State, r)
	if err != nil {
		return r, err
	}
	in.withHands(&heldBy, &alone)
	r.HeldBy, r.Alone, r.Carried = heldBy, alone, carried
	return r, nil
}

func admitMove(in Incoming, m Move) (Move, error) {
	if err := in.withSheet(); err != nil {
		return m, err
	}
	a := in.Sheet.Adjuster(m.Adjuster)
	switch {
	case a == nil:
		return m, fault.At("body.adjuster", "the sheet has no such adjuster")
	case in.Looks():
		return m, fault.At("kind", "this run only looks: say that it is to be set, then turn")
	case in.Job.Setting != "" && !in.Sheet.Turns(m.Adjuster):
		return m, fault.At("body.adjuster", "only the %s is turned here, at the word of %s: say that all is to be set, then turn", in.Job.Title, in.Job.AskedBy)
	case a.MeasureOnly:
		return m, fault.At("body.adjuster", "this barrel is pinned to its cable: it can be measured, not turned. Replace the cable")
	}
	one := in.Sheet.Setting(m.Setting)
	if err := in.neverTurned(a, one); err != nil {
		return m, err
	}
	switch {
	case m.Setting != "" && (one == nil || !slices.Contains(one.Adjusters, m.Adjuster)):
		return m, fault.At("body.setting", "that setting does not turn the %s: leave it out", a.Name)
	case m.Until && (one == nil || one.Until == nil):
		return m, fault.At("body.until", "nothing there is turned until it locks: write how far it was turned")
	}
	var err error
	if m.Value, err = m.counted(); err != nil {
		return m, err
	}
	if most := in.mostMoved(a); most > 0 && m.Value > most {
		return m, fault.At("body.turns", "%s is more than the %s can be turned (%s): write how far it went", spell.Counted(spell.Notch(a), m.Value),
			a.Name, spell.Counted(spell.Notch(a), most))
	}
	if a.Whole() && m.Value != math.Trunc(m.Value) {
		return m, fault.At("body.turns", "a %s is whole: write how many", spell.Notch(a))
	}
	m.Name, m.Says, m.Unit = a.Name, spell.Way(a, m.Way).Says, spell.Notch(a)
	return m, oneOf(m.Way, "way", "in", "out")
}

// mostMoved is how far an adjuster can go in one move at the most: all of its thread, or from one end to the other, twice
// over, since where the ends of a rig lie is known less well; 0 where nothing is known of it.
func (in Incoming) mostMoved(a *sheet.Adjuster) float64 {
	if a.Threads != nil {
		return a.Threads.Max
	}
	span, ok := in.Sheet.RangeOf(a, "")
	if !ok {
		return 0
	}
	return 2 * (span.Max - span.Min)
}

// counted is how far it was turned; until it locked need not be counted.
func (m Move) counted() (float64, error) {
	if m.Until && m.Turns == "" {
		return 0, nil
	}
	v, err := Turned(m.Turns, "turns")
	if err == nil && (v < leastTurn || v > mostTurns) {
		err = fault.At("body.turns", "write the turns made, from %g to %d, and no more than the thread has", leastTurn, mostTurns)
	}
	return v, err
}

// What one move may be: a hundredth is less than a hand can tell, and no thread of a
// cable has more than sixty turns.
const (
	leastTurn = 0.01
	mostTurns = 60
)

// Turned is how far something was turned, as it is written at the bench ("3½"); the error is a *fault.Fault below body.
func Turned(s, field string) (float64, error) {
	q, err := quantity.Parse(s, "turns", quantity.Count)
	if err == nil && q.Value < 0 {
		err = fmt.Errorf("write the number of turns without a sign, and choose the way")
	}
	if err != nil {
		return 0, fault.At("body."+field, "%s", err)
	}
	return q.Value, nil
}

const mostStrokes = 1000

func admitSettled(in Incoming, s Settled) (Settled, error) {
	if err := in.withSheet(); err != nil {
		return s, err
	}
	switch {
	case s.Setting != "" && in.Sheet.Setting(s.Setting) == nil:
		return s, fault.At("body.setting", "the sheet sets no such thing")
	case (s.Point != "" || s.Setting == "") && in.Sheet.Point(s.Point) == nil:
		return s, fault.At("body.point", "the sheet has no such point")
	}
	if s.Times < 1 || s.Times > mostStrokes {
		return s, fault.At("body.times", "write how often it was worked, from 1 to %d", mostStrokes)
	}
	return s, nil
}

func admitLocked(in Incoming, l Locked) (Locked, error) {
	if err := in.withSheet(); err != nil {
		return l, err
	}
	lock := in.lockOf(l)
	if lock == nil {
		return l, fault.At("body.adjuster", "the sheet has no such adjuster to lock")
	}
	l.Name = in.lockName(l)
	if err := in.never(in.Sheet.Locking(lock, in.Sheet.Adjuster(l.Adjuster), in.Sheet.Setting(l.Setting))); err != nil {
		return l, err
	}
	var err error
	if l.Value, err = Turned(l.BackOff, "back_off"); err != nil {
		return l, err
	}
	if l.Value < lock.BackOffMin-1e-9 || l.Value > lock.BackOffMax+1e-9 {
		return l, fault.At("body.back_off", "the sheet wants it backed off %s to %s of a turn: set it so, then write what it is",
			quantity.Turns(lock.BackOffMin), quantity.Turns(lock.BackOffMax))
	}
	if lock.Pin != "" && !l.Pin {
		return l, fault.At("body.pin", "put the %s in, then tap it", lock.Pin)
	}
	return l, nil
}

// lockOf is the lock that an entry is about: of an adjuster, or of a setting itself.
func (st State) lockOf(l Locked) *sheet.Lock {
	if l.Adjuster != "" {
		if a := st.Sheet.Adjuster(l.Adjuster); a != nil {
			return a.Lock
		}
		return nil
	}
	if one := st.Sheet.Setting(l.Setting); one != nil {
		return one.Lock
	}
	return nil
}

func (st State) lockName(l Locked) string {
	if a := st.Sheet.Adjuster(l.Adjuster); a != nil {
		return a.Name
	}
	return st.Sheet.Setting(l.Setting).Title
}

func admitAction(in Incoming, a Acting) (Acting, error) {
	if err := in.withSheet(); err != nil {
		return a, err
	}
	one := in.Sheet.Action(a.Action)
	switch {
	case one == nil:
		return a, fault.At("body.action", "the sheet knows nothing of the kind that is done by hand")
	case a.Setting != "" && in.Sheet.Setting(a.Setting) == nil:
		return a, fault.At("body.setting", "the sheet sets no such thing")
	}
	a.Name, a.Says = one.Name, one.Says
	return a, nil
}

func admitChosen(in Incoming, c Choosing) (Choosing, error) {
	if err := in.withSheet(); err != nil {
		return c, err
	}
	s := in.Sheet.Setting(c.Setting)
	if s == nil || s.Method != sheet.MethodChosen {
		return c, fault.At("body.setting", "nothing is chosen there")
	}
	if err := in.never(in.Sheet.Fitting(s)); err != nil {
		return c, err
	}
	var ok bool
	if c.Title, c.Name, ok = in.lead.Option(c.Setting, c.Option); !ok {
		return c, fault.At("body.option", "there is no such part or place to choose")
	}
	return c, nil
}

// carries tells that nobody but the shop itself carries something over from another run.
func (in Incoming) carries(from string) error {
	if from != "" && !in.Opens {
		return fault.At("body.carried", "leave it out: what an earlier run left is carried over as the next one is opened")
	}
	return nil
}

func admitCheck(in Incoming, c Checked) (Checked, error) {
	if err := in.withSheet(); err != nil {
		return c, err
	}
	if err := in.carries(c.Carried); err != nil {
		return c, err
	}
	check := in.Sheet.Check(c.Check)
	switch {
	case check == nil:
		return c, fault.At("body.check", "the sheet has no such check")
	case in.Signed != nil && !check.Loaded:
		return c, fault.At("kind", "this run is signed: only a loaded proof can still be added")
	}
	for _, name := range slices.Sorted(maps.Keys(c.Conditions)) {
		at := "conditions." + shorten(name)
		if !slices.Contains(check.Conditions, name) {
			return c, fault.At("body."+at, "this check is not noted with such a condition")
		}
		if err := short(c.Conditions[name], at, longestLine); err != nil {
			return c, err
		}
	}
	in.withHands(&c.HeldBy, &c.Alone)
	given := check.Given(c.Answer)
	if given == nil {
		return c, oneOf(c.Answer, "answer", check.AnswerIDs()...)
	}
	c.Name, c.Answer, c.Says, c.Good = check.Name, given.ID, given.Says, given.ID == check.Good().ID
	if err := withFigures(check, &c); err != nil {
		return c, err
	}
	return c, short(c.Note, "note", longestText)
}
