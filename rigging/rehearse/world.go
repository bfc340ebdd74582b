package rehearse

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// read takes a reading as the rig shows it: with the bias of its gauge, rounded to what
// the gauge can show; counts as they are heard, whole.
func (h *hand) read(w *lead.Want) error {
	p := h.led.Sheet.Point(w.Point)
	r := record.Reading{Point: w.Point, Text: "0"}
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
	if v, ok := h.around(p.ID); ok {
		r.Text = strconv.FormatFloat(math.Round(v*10)/10, 'f', -1, 64)
	}
	if h.rig == nil {
		r.Text = well(h.led.Sheet, p)
	} else if p.Measures != "" {
		m, at, err := h.model(made, unmade, p.Needs, p.At)
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
		shown := p.Quantity
		if p.ReadAt != nil && p.Signed == nil { // where the tool is held
			shown, r.Unit = p.ReadAt.Quantity, p.ReadAt.Quantity.Unit()
			v = p.ReadAt.Shows(v)
		}
		if g := h.gauge(p, shown); g != nil {
			r.Gauge = g.ID
			v += h.bias[g.ID]
			fine = max(fine, g.Resolution)
		}
		if shown == quantity.Count {
			fine = 1
			v = math.Floor(v + 1e-9)
		}
		v = math.Round(v/fine) * fine
		if p.Signed != nil && v != 0 {
			r.Side = map[bool]string{true: "negative", false: "positive"}[v < 0]
			v = math.Abs(v)
		}
		r.Text = strings.TrimSuffix(strings.TrimRight(strconv.FormatFloat(max(0, v), 'f', 3, 64), "0"), ".")
	}
	h.out.Readings++
	if h.turned {
		h.out.Rounds++
		h.turned = false
	}
	return h.log(record.KindReading, r)
}

// well is a point as it reads where all is right.
func well(s *sheet.Sheet, p *sheet.Point) string {
	v := 0.0
	if band, ok := p.Limits(); ok {
		v = (band.Min + band.Max) / 2
	}
	for _, a := range s.Adjusters {
		if a.Threads != nil && a.Threads.Point == p.ID {
			v = math.Round((a.Threads.Min + a.Threads.Max) / 2)
		}
	}
	return strconv.FormatFloat(max(0, v), 'f', -1, 64)
}

// gauge is the workshop's of the point's instrument, else the finest for its quantity.
func (h *hand) gauge(p *sheet.Point, shown quantity.Kind) *record.Gauge {
	var best *record.Gauge
	for i, g := range h.q.Gauges {
		if g.Quantity != shown {
			continue
		}
		if g.Kind != "" && string(g.Kind) == p.Instrument {
			return &h.q.Gauges[i]
		}
		if best == nil || g.Doubt < best.Doubt {
			best = &h.q.Gauges[i]
		}
	}
	return best
}

// around is what stands around the rig and a chart lies over: the air.
func (h *hand) around(point string) (float64, bool) {
	for _, c := range h.q.Sheet.Charts {
		if c.Reads != point || c.At == "" {
			continue
		}
		if v, ok := h.q.At[c.At].(float64); ok {
			return v, true
		}
		if v, ok := h.geometry["at_"+c.At].(float64); ok {
			return v, true
		}
		return 20, true // what the rig begins at
	}
	return 0, false
}

// turn does what it is told; what is seized will not, nor does anything go further than it
// can.
func (h *hand) turn(t *lead.Turn) error {
	a := h.led.Sheet.Adjuster(t.Adjuster)
	by := t.Turns
	if t.Way == "in" {
		by = -by
	}
	stuck := h.holds("seized", a.Works)
	if !stuck && h.q.Hand == "astray" && !t.Until && h.rand.IntN(6) == 0 && math.Abs(h.within(a, -by)) > 0.01 {
		by = -by
		h.astray[h.nextID()] = true
		h.out.Astray++
	}
	if !stuck && !t.Until && h.q.Hand == "novice" && h.rand.IntN(3) == 0 {
		by = math.Round(1.5*by/a.LeastTurn()) * a.LeastTurn()
	}
	if t.Until && !stuck {
		var err error
		if by, err = h.untilLocked(t, a); err != nil {
			return err
		}
	}
	if by = h.within(a, by); a.Whole() {
		by = math.Trunc(by)
	}
	if end := math.Abs(by) < 0.01; stuck || end {
		return h.log(record.KindStuck, record.Stuck{Adjuster: t.Adjuster, Way: t.Way, End: !stuck})
	}
	h.settings[a.Works] += by
	h.out.Moves++
	h.out.Turns += math.Abs(by)
	h.turned = true
	return h.log(record.KindMove, record.Move{Adjuster: t.Adjuster, Setting: t.Setting, Until: t.Until,
		Turns: strconv.FormatFloat(math.Abs(by), 'f', -1, 64), Way: t.Way})
}

// within is a turn as far as the adjuster goes.
func (h *hand) within(a *sheet.Adjuster, by float64) float64 {
	span, ok := h.led.Sheet.RangeOf(a, "")
	if !ok {
		return by
	}
	return min(max(h.settings[a.Works]+by, span.Min), span.Max) - h.settings[a.Works]
}

// untilLocked is how far it turns until its check says that it is locked, 0 when it never
// does.
func (h *hand) untilLocked(t *lead.Turn, a *sheet.Adjuster) (float64, error) {
	one := h.led.Sheet.Setting(t.Setting)
	c := h.led.Sheet.Check(one.Until.Check)
	step := a.LeastTurn()
	if t.Way == "in" {
		step = -step
	}
	was := h.settings[a.Works]
	defer func() { h.settings[a.Works] = was }()
	for n := 1.0; n <= 400; n++ {
		h.settings[a.Works] = was + n*step
		if span, ok := h.led.Sheet.RangeOf(a, ""); ok && (h.settings[a.Works] < span.Min || h.settings[a.Works] > span.Max) {
			return 0, nil
		}
		m, at, err := h.model(nil, nil, c.Needs, c.At)
		if err != nil {
			return 0, err
		}
		answer, err := m.Answer(at)
		if err != nil {
			return 0, err
		}
		word := answer.Senses[c.Proves]
		if free := t.Text == "until it is free"; !free && word == one.Until.Answer || free && !tight(c, word) {
			return n * step, nil
		}
	}
	return 0, nil
}

// tight tells whether a word of the rig stands for an answer of what is too tight.
func tight(c *sheet.Check, word string) bool {
	return slices.ContainsFunc(c.Answers, func(a sheet.Answer) bool { return a.Side == "tight" && slices.Contains(a.Sense, word) })
}

// fit puts in the part that is argued for.
func (h *hand) fit(c *lead.Choose) error {
	one := h.led.Sheet.Setting(c.Setting)
	for _, o := range one.Options {
		if o.ID != c.Options[0].ID {
			continue
		}
		var like map[string]any
		if h.led.Sheet.Rig != nil {
			like = h.led.Sheet.Rig.Geometry
		}
		h.geometry = o.Fitted(h.geometry, like)
		for _, id := range one.Adjusters {
			if a := h.led.Sheet.Adjuster(id); a != nil && a.Works != "" && o.Setting != nil {
				h.settings[a.Works] = *o.Setting
			}
		}
	}
	return h.log(record.KindChosen, record.Choosing{Setting: c.Setting, Option: c.Options[0].ID})
}

// givenBack lets what was held back take up its slack by itself.
func (h *hand) givenBack(thing, way string) {
	if h.led.Sheet.Rig == nil {
		return
	}
	nominal := h.led.Sheet.Rig.Settings
	for _, one := range h.led.Sheet.Settings {
		if one.Held != thing || one.Method != sheet.MethodLockedOut || way != h.led.Stood.Thing(thing).AtRest() {
			continue
		}
		for _, id := range one.Adjusters {
			if works := h.led.Sheet.Adjuster(id).Works; !h.holds("seized", works) {
				h.settings[works] = nominal[works]
			}
		}
	}
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
func (h *hand) drift(l *lead.LockAsk) {
	ids := []string{l.Adjuster}
	if l.Adjuster == "" {
		ids = h.led.Sheet.Setting(l.Setting).Adjusters
	}
	steps, _ := h.condition["lock_drift"].(map[string]any)
	for _, id := range ids {
		a := h.led.Sheet.Adjuster(id)
		if by, ok := steps[a.Works].(float64); ok {
			h.settings[a.Works] += by * a.LeastTurn()
		}
	}
}

// try answers a check as the rig tells it; what lies outside the model is well.
func (h *hand) try(ask *lead.Ask) error {
	c := h.led.Sheet.Check(ask.Check)
	body := record.Checked{Check: c.ID, Answer: ask.Answers[0].ID}
	if c.Proves != "" && h.rig != nil {
		m, at, err := h.model(nil, nil, c.Needs, c.At)
		if err != nil {
			return err
		}
		answer, err := m.Answer(at)
		if err != nil {
			return err
		}
		for _, one := range c.Answers {
			if slices.Contains(one.Sense, answer.Senses[c.Proves]) {
				body.Answer = one.ID
			}
		}
	}
	if shows, given := h.q.Looks[c.ID]; given && c.Answer(shows) != nil {
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
	err := h.log(record.KindCheck, body)
	h.answered(c.ID)
	return err
}

func (h *hand) answeredBad(check string) bool {
	a, was := h.led.Checks[check]
	return was && !a.Void && !a.Good
}
