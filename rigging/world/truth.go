package world

import (
	"maps"
	"slices"

	"brankel/rigging/run/lead"
	"brankel/rigging/setup"
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

// Truth is what the rig truly shows of every point with a window that nobody did otherwise by request, each as it is to be
// read whatever stands on the record.
func (w *World) Truth(led *lead.Lead) (out []Truly, err error) {
	if w.Rig == nil || led.Sheet == nil {
		return nil, nil
	}
	for i := range led.Sheet.Points {
		p := &led.Sheet.Points[i]
		aim := led.Aim(p.ID)
		superseded := slices.ContainsFunc(led.Sheet.Settings, func(s sheet.Setting) bool { return slices.Contains(s.Supersedes, p.ID) })
		if p.Measures == "" || aim == nil || !aim.Limited || superseded {
			continue // what a later setting moves on purpose is told by the point behind it
		}
		answer, err := w.Answer(Stance{Things: led.State.Things(), Needs: p.Needs, At: p.At, Made: Patches(led.Sheet, p.States, nil),
			Way: func(thing string) string {
				if ways := p.Needs[thing]; len(ways) > 0 {
					return ways[0]
				}
				return led.Stood.Way(led.Now(), thing)
			}})
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
	return out, nil
}

// Patches are what states make of a rig that are so, then what those make of it that are not.
func Patches(s *sheet.Sheet, made, unmade []string) (out []*setup.Patch) {
	for _, id := range made {
		out = append(out, s.State(id).Made)
	}
	for _, id := range unmade {
		out = append(out, s.State(id).Unmade)
	}
	return out
}

// Clone is a world that goes its own way.
func (w *World) Clone() *World {
	out := *w
	out.Settings, out.Condition = maps.Clone(w.Settings), maps.Clone(w.Condition)
	return &out
}
