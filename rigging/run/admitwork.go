package run

import (
	"fmt"
	"maps"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// hands is the fault of hands in the linkage before a sheet was chosen or while what
// makes it safe is not on.
func (in Incoming) hands(before string) error {
	if err := in.withSheet(); err != nil {
		return err
	}
	return in.unsafe(before)
}

func admitCaution(in Incoming, n Named) (Named, error) {
	if err := in.withSheet(); err != nil {
		return n, err
	}
	for _, c := range in.Sheet.Cautions {
		if c.ID == n.ID {
			n.Says = c.Says
			return n, nil
		}
	}
	return n, fault.At("body.id", "the sheet has no such caution")
}

func admitReading(in Incoming, r Reading) (Reading, error) {
	r, err := Understand(in.Bench, in.State, r)
	if err != nil {
		return r, err
	}
	return r, in.unsafe("anything is read")
}

func admitMove(in Incoming, m Move) (Move, error) {
	if err := in.withSheet(); err != nil {
		return m, err
	}
	a := in.Sheet.Adjuster(m.Adjuster)
	switch {
	case a == nil:
		return m, fault.At("body.adjuster", "the sheet has no such adjuster")
	case a.MeasureOnly:
		return m, fault.At("body.adjuster", "this barrel is pinned to its cable: it can be measured, not turned. Replace the cable")
	}
	if err := in.unsafe("anything is turned"); err != nil {
		return m, err
	}
	var err error
	if m.Value, err = turnsOf(m.Turns, "turns"); err != nil {
		return m, err
	}
	if m.Value < leastTurn || m.Value > mostTurns {
		return m, fault.At("body.turns", "write the turns made, from %g to %d, and no more than the thread has", leastTurn, mostTurns)
	}
	m.Name, m.Says = a.Name, way(a, m.Way).Says
	return m, oneOf(m.Way, "way", "in", "out")
}

// What one move may be: a hundredth is less than a hand can tell, and no thread of a
// cable has more than sixty turns.
const (
	leastTurn = 0.01
	mostTurns = 60
)

func turnsOf(s, field string) (float64, error) {
	q, err := quantity.Parse(s, "turns", quantity.Count)
	if err == nil && q.Value < 0 {
		err = fmt.Errorf("write the number of turns without a sign, and choose the way")
	}
	if err != nil {
		return 0, fault.At("body."+field, "%s", err)
	}
	return q.Value, nil
}

func admitStuck(in Incoming, s Stuck) (Stuck, error) {
	if err := in.withSheet(); err != nil {
		return s, err
	}
	if in.Sheet.Adjuster(s.Adjuster) == nil {
		return s, fault.At("body.adjuster", "the sheet has no such adjuster")
	}
	return s, short(s.Note, "note", longestText)
}

const mostStrokes = 1000

func admitSettled(in Incoming, s Settled) (Settled, error) {
	if err := in.hands("it is worked"); err != nil {
		return s, err
	}
	if in.Sheet.Point(s.Point) == nil {
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
	a := in.Sheet.Adjuster(l.Adjuster)
	if a == nil || a.Lock == nil {
		return l, fault.At("body.adjuster", "the sheet has no such adjuster to lock")
	}
	if err := in.unsafe("anything is locked"); err != nil {
		return l, err
	}
	var err error
	if l.Value, err = turnsOf(l.BackOff, "back_off"); err != nil {
		return l, err
	}
	if l.Value < a.Lock.BackOffMin-1e-9 || l.Value > a.Lock.BackOffMax+1e-9 {
		return l, fault.At("body.back_off", "the sheet wants it backed off %s to %s of a turn: set it so, then write what it is",
			quantity.Turns(a.Lock.BackOffMin), quantity.Turns(a.Lock.BackOffMax))
	}
	if a.Lock.Pin != "" && !l.Pin {
		return l, fault.At("body.pin", "put the %s in, then tap it", a.Lock.Pin)
	}
	return l, nil
}

func admitCheck(in Incoming, c Checked) (Checked, error) {
	if err := in.withSheet(); err != nil {
		return c, err
	}
	check := in.Sheet.Check(c.Check)
	switch {
	case check == nil:
		return c, fault.At("body.check", "the sheet has no such check")
	case in.Signed != nil && !check.Loaded:
		return c, fault.At("kind", "this run is signed: only a loaded proof can still be added")
	}
	if !check.Loaded && in.handsOnChecks() {
		if err := in.unsafe("it is tried"); err != nil {
			return c, err
		}
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
	var words []string
	for _, a := range check.Answers {
		words = append(words, a.Says)
	}
	c.Name, c.Good = check.Name, c.Answer == check.Good().Says
	return c, fault.First(oneOf(c.Answer, "answer", words...), short(c.Note, "note", longestText))
}
