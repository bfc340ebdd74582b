package run

import (
	"fmt"
	"math"
	"slices"

	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// wornPoints are the readings that argue for a repair when they lie outside.
func (st State) wornPoints() (out []*Aim) {
	if st.Sheet == nil {
		return nil
	}
	for _, p := range st.Sheet.Points {
		if a := st.aim(p.ID); p.Stop != "" && a.Limited {
			out = append(out, a)
		}
	}
	return out
}

// unstood is the first reading with limits that no setting puts right and that does not stand
// inside them as read; nil when there is none. They are read before hands come out.
func (st State) unstood() *Aim {
	if st.Sheet == nil {
		return nil
	}
	for _, p := range st.Sheet.Points {
		if p.Stop != "" || st.owner(p.ID) != nil || st.skipped(sheet.StepFunctions) {
			continue
		}
		a := st.aim(p.ID)
		_, left := st.Deviations[p.ID]
		if a.Limited && !left && (a.Now == nil || a.wrong() && st.Decisions[About{AboutStands, p.ID}].Choice != ChoiceGoOn) {
			return a
		}
	}
	return nil
}

func (st State) readStanding(a *Aim) Advice {
	if a.Now == nil {
		out := st.read(a.Point)
		out.Caution = st.hands()
		return out
	}
	return st.arguedRepair(About{AboutStands, a.Point.ID}, fmt.Sprintf("%s: %s, wanted %s to %s.", upper(a.Point.Name),
		reads(a.Point, a.Judge.Value),
		quantity.Number(a.Band.Min, 1), text(a.Point.Quantity, a.Band.Max)),
		"Nothing that is turned here sets this: look for the cause.")
}

// mostCures is how often the same cure is offered for the same answer.
const mostCures = 4

// repairs tells whether a bad answer argues for a repair: it says so itself, no cure is
// left, or the same one was tried often enough.
func (st State) repairs(c *sheet.Check, answer Answered) bool {
	a := c.Answer(answer.Answer)
	switch {
	case a == nil:
		return false
	case a.Stop, a.Cure == nil:
		return true
	}
	same := 0
	for _, one := range st.Answers {
		if one.Check == c.ID && one.Answer == answer.Answer && one.Epoch > st.RepairedAt {
			same++
		}
	}
	return same > mostCures || st.cure(c, answer) == nil
}

// cure is the turn that would cure a bad answer, nil where none is known or where it would
// take a reading out of its limits.
func (st State) cure(c *sheet.Check, answer Answered) *Turn {
	given := c.Answer(answer.Answer)
	if given == nil || given.Cure == nil {
		return nil
	}
	a := st.Sheet.Adjuster(given.Cure.Adjuster)
	if a == nil || a.MeasureOnly {
		return nil
	}
	by := given.Cure.Steps
	if given.Cure.Way == "in" {
		by = -by
	}
	for i := range st.Sheet.Points {
		in := st.Sheet.InfluenceOf(a.ID, st.Sheet.Points[i].ID)
		if in == nil || st.Sheet.Superseded(st.Sheet.Points[i].ID) {
			continue
		}
		aim := st.aim(st.Sheet.Points[i].ID)
		if !aim.Limited || aim.Now == nil || aim.wrong() {
			continue
		}
		if v := aim.Judge.Value + by*in.PerTurn; v < aim.Band.Min || v > aim.Band.Max {
			return nil
		}
	}
	s := &Setting{Of: &sheet.Setting{}}
	if one := st.lastTurning(a.ID); one != nil {
		s.Of = one
	}
	return turnOf(s, a, math.Abs(by), given.Cure.Way)
}

// lastTurning is the last setting that turns an adjuster.
func (st State) lastTurning(adjuster string) *sheet.Setting {
	for i := len(st.Sheet.Settings) - 1; i >= 0; i-- {
		if one := &st.Sheet.Settings[i]; slices.Contains(one.Adjusters, adjuster) {
			return one
		}
	}
	return nil
}
