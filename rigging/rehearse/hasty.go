package rehearse

import (
	"errors"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// mostMistakes is how often a hasty hand does something before the machine stands for it.
const mostMistakes = 8

// mistakes are what a hasty hand did out of its turn: Kept what was tried or read as it did not stand for it, Changed what
// was made to stand otherwise than was asked, Refused what must never be.
type mistakes struct{ Kept, Changed, Refused int }

func (m mistakes) all() int { return m.Kept + m.Changed + m.Refused }

// mistake does something out of its turn while the machine is to be made to stand otherwise: it tries or reads what the
// machine does not stand for, or changes what nobody asked for. False where it does as it is told.
func (h *hand) mistake(a lead.Advice) (bool, error) {
	if h.q.Hand != "hasty" || a.Do != lead.DoSetUp || h.out.Mistakes.all() >= mostMistakes || h.rand.IntN(4) > 0 {
		return false, nil
	}
	if h.rand.IntN(2) == 0 {
		return h.meddle()
	}
	return h.early()
}

// early tries a check, or reads a point, for which the machine does not stand.
func (h *hand) early() (bool, error) {
	var tries []func() error
	sh := h.st.Sheet
	for i := range sh.Checks {
		if c := &sh.Checks[i]; h.unready(sh.Trying(c, nil)) {
			tries = append(tries, func() error {
				ask := &lead.Ask{Check: c.ID}
				for _, one := range c.Answers {
					ask.Answers = append(ask.Answers, lead.AskAnswer{ID: one.ID, Says: one.Says})
				}
				return h.try(ask)
			})
		}
	}
	for i := range sh.Points {
		if p := &sh.Points[i]; h.unready(sh.Reading(p, nil)) {
			tries = append(tries, func() error { return h.read(&lead.Want{Point: p.ID}) })
		}
	}
	if len(tries) == 0 {
		return false, nil
	}
	return h.tolerated(tries[h.rand.IntN(len(tries))](), &h.out.Mistakes.Kept)
}

// unready tells whether something does not stand as some work needs it.
func (h *hand) unready(w sheet.Work) bool {
	return len(h.st.Stood.Missing(h.st.Now(), h.st.Stood.Quiet(w.Needs))) > 0
}

// meddle makes something stand otherwise that nobody asked for, such as the road with a nut finger tight.
func (h *hand) meddle() (bool, error) {
	t := h.st.Things()[h.rand.IntN(len(h.st.Things()))]
	way := t.Ways[h.rand.IntN(len(t.Ways))].ID
	if way == h.st.Stood.Way(h.st.Now(), t.ID) {
		return false, nil
	}
	h.GivenBack(h.st.Sheet, h.st.Stood.Thing(t.ID), way)
	return h.tolerated(h.log(record.KindSetUp, record.SetUp{Thing: t.ID, Way: way}), &h.out.Mistakes.Changed)
}

// tolerated counts what was taken, or that it was refused.
func (h *hand) tolerated(err error, count *int) (bool, error) {
	var refused *fault.Fault
	if errors.As(err, &refused) {
		h.out.Mistakes.Refused++
		return true, nil
	}
	if err == nil {
		*count++
	}
	return true, err
}

// mayLeaveOut tells whether a hasty hand leaves the step out.
func (h *hand) mayLeaveOut(step string) bool {
	return (h.q.Hand == "hasty" || h.q.Hand == "novice" && h.rand.IntN(2) == 0) && h.st.Signed == nil && slices.ContainsFunc(h.q.Sheet.Steps, func(s sheet.Step) bool {
		return s.ID == step && slices.Contains(record.Skippable, s.Kind) && h.st.Skipped[step] == ""
	})
}

// hurries is one time in five of what a hasty hand does, and every other of what a novice does.
func (h *hand) hurries() bool {
	switch h.q.Hand {
	case "hasty":
		return h.rand.IntN(5) == 0
	case "novice":
		return h.rand.IntN(2) == 0
	}
	return false
}

// overlooks is what they say of a worn part without looking.
func (h *hand) overlooks() bool {
	switch h.q.Hand {
	case "hasty":
		return h.rand.IntN(2) == 0
	case "novice":
		return h.rand.IntN(3) > 0
	}
	return false
}
