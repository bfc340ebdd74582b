package rehearse

import (
	"math"
	"slices"
	"strconv"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run"
)

// read takes a reading as the rig shows it: with the bias of its gauge, rounded to what
// the gauge can show; counts as they are heard, whole.
func (h *hand) read(w *run.Want) error {
	p := h.q.Sheet.Point(w.Point)
	r := run.Reading{Point: w.Point, Text: "0"}
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
	if p.Measures != "" {
		m, at, err := h.model(made, unmade, p.At)
		if err != nil {
			return err
		}
		answer, err := m.Answer(at)
		if err != nil {
			return err
		}
		v, there := answer.Readings[p.Measures]
		if !there {
			return fault.At("sheet", "the rig shows no %q", p.Measures)
		}
		fine := 0.001
		if g := h.gauge(p.Quantity); g != nil {
			r.Gauge = g.ID
			v += h.bias[g.ID]
			fine = max(fine, g.Resolution)
		}
		if p.Quantity == quantity.Count {
			fine = 1
			v = math.Floor(v + 1e-9)
		}
		v = math.Round(v/fine) * fine
		if p.Signed != nil && v != 0 {
			r.Side = map[bool]string{true: "negative", false: "positive"}[v < 0]
			v = math.Abs(v)
		}
		r.Text = strconv.FormatFloat(max(0, v), 'f', 3, 64)
	}
	h.out.Readings++
	if h.turned {
		h.out.Rounds++
		h.turned = false
	}
	return h.log(run.KindReading, r)
}

// hurries is one time in five of what a hasty hand does.
func (h *hand) hurries() bool { return h.q.Hand == "hasty" && h.rand.IntN(5) == 0 }

// gauge is the workshop's finest for a quantity.
func (h *hand) gauge(of quantity.Kind) *run.Gauge {
	var best *run.Gauge
	for i, g := range h.q.Gauges {
		if g.Quantity == of && (best == nil || g.Doubt < best.Doubt) {
			best = &h.q.Gauges[i]
		}
	}
	return best
}

// turn does what it is told; what is seized will not.
func (h *hand) turn(t *run.Turn) error {
	a := h.q.Sheet.Adjuster(t.Adjuster)
	if h.holds("seized", a.Works) {
		h.stop("It would not turn.")
		return h.log(run.KindStuck, run.Stuck{Adjuster: t.Adjuster})
	}
	by := t.Turns
	if t.Way == "in" {
		by = -by
	}
	h.settings[a.Works] += by
	h.out.Moves++
	h.out.Turns += t.Turns
	h.turned = true
	return h.log(run.KindMove, run.Move{Adjuster: t.Adjuster, Turns: strconv.FormatFloat(t.Turns, 'f', -1, 64), Way: t.Way})
}

func (h *hand) holds(list, name string) bool {
	switch all := h.condition[list].(type) {
	case []any:
		return slices.Contains(all, any(name))
	case []string:
		return slices.Contains(all, name)
	}
	return false
}

// drift is what locking moves.
func (h *hand) drift(adjuster string) {
	a := h.q.Sheet.Adjuster(adjuster)
	steps, _ := h.condition["lock_drift"].(map[string]any)
	if by, ok := steps[a.Works].(float64); ok {
		h.settings[a.Works] += by * max(a.Step, 0.01)
	}
}

// try answers a check as the rig tells it; what lies outside the model is well.
func (h *hand) try(ask *run.Ask) error {
	c := h.q.Sheet.Check(ask.Check)
	body := run.Checked{Check: c.ID, Answer: ask.Answers[0]}
	if c.Proves != "" {
		m, at, err := h.model(nil, nil, c.At)
		if err != nil {
			return err
		}
		answer, err := m.Answer(at)
		if err != nil {
			return err
		}
		for _, one := range c.Answers {
			if slices.Contains(one.Sense, answer.Senses[c.Proves]) {
				body.Answer = one.Says
			}
		}
	}
	if body.Answer != ask.Answers[0] && h.answeredBad(c.ID) {
		h.stop(c.Name + ": " + body.Answer + ". " + c.Answer(body.Answer).PointsTo)
	}
	return h.log(run.KindCheck, body)
}

func (h *hand) answeredBad(check string) bool {
	a, was := h.state.Checks[check]
	return was && !a.Void && !a.Good
}
