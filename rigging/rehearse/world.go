package rehearse

import (
	"math"
	"strconv"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// read takes a reading as the rig shows it: with the bias of its gauge, rounded to what
// the gauge can show; counts as they are heard, whole.
func (h *hand) read(w *lead.Want) error {
	p := h.st.Sheet.Point(w.Point)
	r := record.Reading{Point: w.Point}
	var made, unmade []string
	for _, s := range w.States {
		r.States = append(r.States, s.ID)
		if h.hurries() {
			unmade = append(unmade, s.ID)
			h.out.Untrue++
		} else {
			made = append(made, s.ID)
		}
	}
	shown, err := h.World.Shows(h.st.Sheet, p, nil, h.stance(made, unmade, p.Needs, p.At))
	if err != nil {
		return err
	}
	r.Text, r.Side, r.Unit, r.Gauge = shown.Text, shown.Side, shown.Unit, shown.Gauge
	h.out.Readings++
	if h.turned {
		h.out.Rounds++
		h.turned = false
	}
	return h.log(record.KindReading, r)
}

// turn does what it is told; what is seized will not, nor does anything go further than it
// can.
func (h *hand) turn(t *lead.Turn) error {
	a := h.st.Sheet.Adjuster(t.Adjuster)
	by := t.Turns
	if t.Way == "in" {
		by = -by
	}
	stuck := h.Seized(a.Works)
	if !stuck && h.q.Hand == "astray" && !t.Until && h.rand.IntN(6) == 0 && math.Abs(h.Within(h.st.Sheet, a, -by)) > 0.01 {
		by = -by
		h.astray[h.nextID()] = true
		h.out.Astray++
	}
	if !stuck && !t.Until && h.q.Hand == "novice" && h.rand.IntN(3) == 0 {
		by = math.Round(1.5*by/a.LeastTurn()) * a.LeastTurn()
	}
	if t.Until && !stuck {
		one := h.st.Sheet.Setting(t.Setting)
		c := h.st.Sheet.Check(one.Until.Check)
		var err error
		if by, err = h.UntilLocked(h.st.Sheet, one, a, t.Way, t.Text == lead.UntilFree, h.stance(nil, nil, c.Needs, c.At)); err != nil {
			return err
		}
	}
	if by = h.Within(h.st.Sheet, a, by); a.Whole() {
		by = math.Trunc(by)
	}
	if end := math.Abs(by) < 0.01; stuck || end {
		return h.log(record.KindStuck, record.Stuck{Adjuster: t.Adjuster, Way: t.Way, End: !stuck})
	}
	h.Settings[a.Works] += by
	h.out.Moves++
	h.out.Turns += math.Abs(by)
	h.turned = true
	return h.log(record.KindMove, record.Move{Adjuster: t.Adjuster, Setting: t.Setting, Until: t.Until,
		Turns: strconv.FormatFloat(math.Abs(by), 'f', -1, 64), Way: t.Way})
}

// fit puts in the part that is argued for.
func (h *hand) fit(c *lead.Choose) error {
	h.Fit(h.st.Sheet, h.st.Sheet.Setting(c.Setting), c.Options[0].ID)
	return h.log(record.KindChosen, record.Choosing{Setting: c.Setting, Option: c.Options[0].ID})
}

// drift is what locking moves.
func (h *hand) drift(l *lead.LockAsk) {
	ids := []string{l.Adjuster}
	if l.Adjuster == "" {
		ids = h.st.Sheet.Setting(l.Setting).Adjusters
	}
	h.Drift(h.st.Sheet, ids...)
}

// try answers a check as the rig tells it; what lies outside the model is well.
func (h *hand) try(ask *lead.Ask) error {
	c := h.st.Sheet.Check(ask.Check)
	told, err := h.Told(c, h.stance(nil, nil, c.Needs, c.At))
	if err != nil {
		return err
	}
	body := record.Checked{Check: c.ID, Answer: told}
	if shows, worn := h.Worn(c); worn {
		if h.overlooks() {
			h.out.Unlooked = append(h.out.Unlooked, c.ID)
		} else {
			body.Answer = shows
		}
	}
	if c.Answer(sheet.AsWished) != nil {
		body.Answer = sheet.AsWished
	}
	body.Figures = Figures(c, body.Answer, h.coasted(c))
	err = h.log(record.KindCheck, body)
	h.answered(c.ID)
	return err
}

func (h *hand) answeredBad(check string) bool {
	a, was := h.st.Checks[check]
	return was && !a.Void && !a.Good
}
