package lead

import (
	"math"

	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/rigging/wear"
)

// Seen is what a signed run showed of what wears: of each adjuster by the reading that tells most of it, and of each reading
// that no adjuster moves. What was not read as found tells nothing, but on a new part, which has worn nothing.
func (run *Lead) Seen() (out []wear.Seen) {
	if run.Sheet == nil || run.Signed == nil {
		return nil
	}
	for i := range run.Sheet.Adjusters {
		a := &run.Sheet.Adjusters[i]
		if a.MeasureOnly {
			continue
		}
		s, ok := run.seenBy(a)
		if !ok {
			continue
		}
		s.Adjuster = a.ID
		for _, m := range run.Moves[run.Repaired:] {
			if m.Adjuster == a.ID {
				s.Turns += m.Signed()
			}
		}
		if s.Point == "" { // found as far from where it was left as it was turned
			s.Found, s.Left, s.PerTurn = -s.Turns, 0, 1
		}
		s.Room, s.New, _ = run.Sheet.Room(a)
		if in := run.engaged(a); in != nil && a.Threads != nil {
			stood := a.Threads.Max - *in
			s.Stood = &stood
		}
		out = append(out, s)
	}
	for i := range run.Sheet.Points {
		if p := &run.Sheet.Points[i]; !run.Sheet.Moved(p.ID) {
			if s, ok := run.seenAt(p); ok && s.Window[1] > s.Window[0] {
				out = append(out, s)
			}
		}
	}
	return out
}

// seenBy is what tells of the wear that an adjuster takes up: of what its setting aims at the reading that it moves most; where
// it aims at none, its turns themselves (no point), which were made if it was found otherwise than it is to be.
func (run *Lead) seenBy(a *sheet.Adjuster) (s wear.Seen, ok bool) {
	of := run.turnedIn(a.ID)
	if of == nil {
		return s, false
	}
	aimed, most := false, 0.0
	for _, aim := range of.Aims {
		in := run.Sheet.InfluenceOf(a.ID, aim.Point.ID)
		if !aim.Limited || in == nil || in.PerTurn == 0 {
			continue
		}
		aimed = true
		one, there := run.seenAt(aim.Point)
		if tells := math.Abs(in.PerTurn) / max(one.Window[1]-one.Window[0], 1e-9); there && tells > most {
			s, most = one, tells
			s.PerTurn = in.PerTurn
		}
	}
	if aimed {
		s.Key = a.Key() + " " + s.Key
		return s, most > 0
	}
	done, _, _ := run.SettingDone(of)
	return wear.Seen{Key: a.Key() + " by its turns", Window: [2]float64{-a.Step, a.Step}, Doubt: a.Step / 2, Renewed: run.Renewed}, done
}

// seenAt is a point as found and as left.
func (run *Lead) seenAt(p *sheet.Point) (s wear.Seen, ok bool) {
	aim := run.Aim(p.ID)
	if aim == nil || !aim.Limited || aim.Now == nil || !aim.Now.Judged() {
		return s, false
	}
	s = wear.Seen{Key: p.Key(), Point: p.ID, Left: aim.Now.Value, Doubt: aim.Now.Doubt, Renewed: run.Renewed,
		Window: [2]float64{aim.Band.Min, aim.Band.Max}, Target: *aim.Point.Target}
	if p.Quantity == quantity.Count {
		s.Doubt = max(s.Doubt, countDoubt) // it is rounded down
	}
	if s.Renewed {
		s.Found = s.Left
		return s, true
	}
	for _, i := range run.ByPoint[p.ID] {
		if t := run.Readings[i]; t.Stage == record.Found && t.Judged() {
			s.Found = t.Value
			return s, true
		}
	}
	return s, false
}
