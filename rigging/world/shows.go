package world

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Shown is a reading as it is read off.
type Shown struct {
	Text  string
	Side  string // positive or negative, of a point that lies on either side of nothing
	Unit  string // "" for the point's own
	Gauge string // "" where none is held
}

// Shows is a point as it is read: with the bias of the gauge, rounded to what that can show; counts as they are heard, whole.
// The gauge is the workshop's of the point's instrument where none is named. The error is a *fault.Fault.
func (w *World) Shows(s *sheet.Sheet, p *sheet.Point, gauge *record.Gauge, st Stance) (out Shown, err error) {
	out.Text = "0"
	if v, ok := w.around(s, p.ID); ok {
		out.Text = strconv.FormatFloat(math.Round(v*10)/10, 'f', -1, 64)
	}
	if w.Rig == nil {
		out.Text = well(s, p)
		return out, nil
	}
	if p.Measures == "" {
		return out, nil
	}
	answer, err := w.Answer(st)
	if err != nil {
		return out, err
	}
	v, there := answer.Readings[p.Measures]
	if !there {
		return out, fault.At("sheet", "the rig shows no %q", p.Measures)
	}
	fine := 0.001
	shown := p.Quantity
	if p.ReadAt != nil && p.Signed == nil { // where the tool is held
		shown, out.Unit = p.ReadAt.Quantity, p.ReadAt.Quantity.Unit()
		v = p.ReadAt.Shows(v)
	}
	if gauge == nil {
		gauge = w.GaugeFor(p, shown)
	}
	if gauge != nil {
		out.Gauge = gauge.ID
		v += w.Bias[gauge.ID]
		fine = max(fine, gauge.Resolution)
	}
	if shown == quantity.Count {
		fine = 1
		v = math.Floor(v + 1e-9)
	}
	v = math.Round(v/fine) * fine
	if p.Signed != nil && v != 0 {
		out.Side = map[bool]string{true: "negative", false: "positive"}[v < 0]
		v = math.Abs(v)
	}
	out.Text = strings.TrimSuffix(strings.TrimRight(strconv.FormatFloat(max(0, v), 'f', 3, 64), "0"), ".")
	return out, nil
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

// GaugeFor is that of the point's instrument, else the finest for what is shown, nil for none.
func (w *World) GaugeFor(p *sheet.Point, shown quantity.Kind) *record.Gauge {
	var best *record.Gauge
	for i, g := range w.Gauges {
		if g.Quantity != shown {
			continue
		}
		if g.Kind != "" && string(g.Kind) == p.Instrument {
			return &w.Gauges[i]
		}
		if best == nil || g.Doubt < best.Doubt {
			best = &w.Gauges[i]
		}
	}
	return best
}

// around is what stands around the rig and a chart lies over: the air.
func (w *World) around(s *sheet.Sheet, point string) (float64, bool) {
	for _, c := range s.Charts {
		if c.Reads != point || c.At == "" {
			continue
		}
		if v, ok := w.At[c.At].(float64); ok {
			return v, true
		}
		if v, ok := w.Geometry["at_"+c.At].(float64); ok {
			return v, true
		}
		return 20, true // what the rig begins at
	}
	return 0, false
}

// Told is the answer of a check, as the rig tells it, by its id: what lies outside the model is well, but for what is worn.
func (w *World) Told(c *sheet.Check, st Stance) (string, error) {
	told := c.Answers[0].ID
	if c.Proves != "" && w.Rig != nil {
		answer, err := w.Answer(st)
		if err != nil {
			return "", err
		}
		for _, one := range c.Answers {
			if slices.Contains(one.Sense, answer.Senses[c.Proves]) {
				told = one.ID
			}
		}
	}
	return told, nil
}

// Worn is what a check of a part shows that is worn.
func (w *World) Worn(c *sheet.Check) (answer string, is bool) {
	answer, is = w.Looks[c.ID]
	return answer, is && c.Answer(answer) != nil
}

// Coasts is how far a hunting surface runs on, by the figure of the check that is read with it; nil where nothing hunts.
func (w *World) Coasts(c *sheet.Check) map[string]string {
	if c.Hunting == nil || w.Rig == nil {
		return nil
	}
	coast := 0.0
	for _, way := range []string{"coast_up", "coast_down"} {
		v, _ := w.Geometry[way].(float64)
		coast = max(coast, v)
	}
	worn, _ := w.Condition["worn_brake"].(float64)
	return map[string]string{c.Hunting.Coast: strconv.FormatFloat(coast+worn, 'f', 2, 64)}
}
