package lead

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// wornPoints are the readings that argue for a repair when they lie outside.
func (run *Lead) wornPoints() (out []*Aim) {
	if run.Sheet == nil {
		return nil
	}
	for _, p := range run.Sheet.Points {
		if p.Stop == "" {
			continue
		}
		if a := run.Aim(p.ID); a.Limited {
			out = append(out, a)
		}
	}
	return out
}

// unstood is a reading with limits that no setting puts right and that does not stand inside them as read; nil when it
// does, or is another's matter.
func (run *Lead) unstood(p *sheet.Point) *Aim {
	if p.Stop != "" || run.SettingOf(p.ID) != nil || run.LeftOut(sheet.StepFunctions) {
		return nil
	}
	a := run.Aim(p.ID)
	_, left := run.Deviations[p.ID]
	if a.Limited && !left && (a.Now == nil || !run.Looks() && a.Wrong() && run.Decisions[record.AboutStands.Of(p.ID)].Choice != record.ChoiceGoOn) {
		return a
	}
	return nil
}

// Unstood is the first of them, nil when there is none.
func (run *Lead) Unstood() *Aim {
	if run.Sheet == nil {
		return nil
	}
	for i := range run.Sheet.Points {
		if a := run.unstood(&run.Sheet.Points[i]); a != nil {
			return a
		}
	}
	return nil
}

func (run *Lead) readStanding(a *Aim) Advice {
	if a.Now == nil {
		out := run.read(a.Point)
		out.Caution = run.hands()
		return out
	}
	return run.arguedRepair(record.AboutStands.Of(a.Point.ID), fmt.Sprintf("%s: %s, wanted %s.", spell.Upper(a.Point.Name),
		spell.Reading(a.Point, a.Judge.Value),
		spell.Between(a.Point, a.Band.Min, a.Band.Max)),
		"Nothing that is turned here sets this: look for the cause.")
}

// mostCures is how often the same cure is offered for the same answer.
const mostCures = 4

// repairs tells whether a bad answer argues for a repair: it says so itself, no cure is
// left, or the same one was tried often enough.
func (run *Lead) repairs(c *sheet.Check, answer record.Answered) bool {
	a := c.Answer(answer.Answer)
	switch {
	case a == nil:
		return false
	case a.Stop, a.Cure == nil:
		return true
	}
	same := 0
	for _, one := range run.Answers {
		if one.Check == c.ID && one.Answer == answer.Answer && one.Epoch > run.RepairedAt {
			same++
		}
	}
	return same > mostCures || run.cure(c, answer) == nil
}

// cure is the turn that would cure a bad answer, nil where none is known or where it would
// take a reading out of its limits.
func (run *Lead) cure(c *sheet.Check, answer record.Answered) *Turn {
	given := c.Answer(answer.Answer)
	if given == nil || given.Cure == nil {
		return nil
	}
	if turn, _, told := run.stilled(c, answer); told {
		return turn
	}
	a := run.Sheet.Adjuster(given.Cure.Adjuster)
	if a == nil || a.MeasureOnly {
		return nil
	}
	by := given.Cure.Steps
	if given.Cure.Way == "in" {
		by = -by
	}
	for i := range run.Sheet.Points {
		in := run.Sheet.InfluenceOf(a.ID, run.Sheet.Points[i].ID)
		if in == nil || run.Sheet.Superseded(run.Sheet.Points[i].ID) {
			continue
		}
		aim := run.Aim(run.Sheet.Points[i].ID)
		if !aim.Limited || aim.Now == nil || aim.Wrong() {
			continue
		}
		loose := 0.0
		if run.beforeLock(aim.Now) {
			loose = 2 * aim.Judge.Doubt // locking may have moved it: a hair does not veto what is felt now
		}
		if v := aim.Judge.Value + by*in.PerTurn; v < aim.Band.Min-loose && !bottomless(aim.Point, aim.Band.Min) || v > aim.Band.Max+loose {
			return nil
		}
	}
	if _, _, stops := run.ends(a, given.Cure.Way, given.Cure.Steps); stops || run.seized(a, given.Cure.Way) {
		return nil
	}
	return run.curing(a, math.Abs(by), given.Cure.Way)
}

// beforeLock tells of a reading from before its setting was locked.
func (run *Lead) beforeLock(t *record.Taken) bool {
	one := run.SettingOf(t.Point)
	if one == nil || t.Stage == record.LockedStage {
		return false
	}
	locked, _ := run.AllLocked(one)
	return locked
}

// curing is a turn as the setting that turns an adjuster last would make it.
func (run *Lead) curing(a *sheet.Adjuster, turns float64, way string) *Turn {
	s := &Setting{Of: &sheet.Setting{}}
	if one := run.lastTurning(a.ID); one != nil {
		s.Of = one
	}
	return turnOf(s, a, turns, way)
}

// lastTurning is the last setting that turns an adjuster.
func (run *Lead) lastTurning(adjuster string) *sheet.Setting {
	for i := len(run.Sheet.Settings) - 1; i >= 0; i-- {
		if one := &run.Sheet.Settings[i]; slices.Contains(one.Adjusters, adjuster) {
			return one
		}
	}
	return nil
}
