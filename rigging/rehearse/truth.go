package rehearse

import (
	"slices"

	"brankel/rigging/run/lead"
	"brankel/rigging/sheet"
)

// Truly is a point as it truly stands in the end, in its own unit, and as the record has it: Read is the last reading that
// counts, nil for none. Low and High are its window at its own air and load.
type Truly struct {
	Point, Name string
	Value       float64
	Low, High   float64
	Doubt       float64 // of Read
	Read        *float64
}

// Inside tells whether it lies in its window, as near as whoever read it could tell.
func (t Truly) Inside() bool {
	near := t.Doubt + 1e-6
	return t.Value >= t.Low-near && t.Value <= t.High+near
}

// truth is what the rig truly shows of every point with a window that nobody did otherwise by request.
func (h *hand) truth() (out []Truly, err error) {
	if h.rig == nil {
		return nil, nil
	}
	for i := range h.led.Sheet.Points {
		p := &h.led.Sheet.Points[i]
		aim := h.led.Aim(p.ID)
		superseded := slices.ContainsFunc(h.led.Sheet.Settings, func(s sheet.Setting) bool { return slices.Contains(s.Supersedes, p.ID) })
		if p.Measures == "" || aim == nil || !aim.Limited || superseded {
			continue // what a later setting moves on purpose is told by the point behind it
		}
		h.assumed = p.Needs
		m, at, err := h.model(p.States, nil, p.Needs, p.At)
		if err != nil {
			return nil, err
		}
		answer, err := m.Answer(at)
		if err != nil {
			return nil, err
		}
		v, there := answer.Readings[p.Measures]
		if !there {
			continue
		}
		t := Truly{Point: p.ID, Name: p.Name, Value: v, Low: aim.Band.Min, High: aim.Band.Max}
		if aim.Now != nil && aim.Now.Judged() {
			read := aim.Now.Value
			t.Read, t.Doubt = &read, aim.Now.Doubt
		}
		out = append(out, t)
	}
	h.assumed = nil
	return out, nil
}

// Led is the run as it stands in the end.
func (o *Outcome) Led() *lead.Lead { return o.led }
