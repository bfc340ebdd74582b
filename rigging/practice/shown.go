package practice

import (
	"cmp"
	"maps"
	"slices"

	"brankel/rigging/sheet"
)

// What follows is what whoever is at an exercise may know of it: what the sheet says, and what they did themselves.

// Control is a place where the control may be put.
type Control struct {
	Says string         `json:"says"`
	At   map[string]any `json:"at"`
	Here bool           `json:"here"` // it was put there
}

// Controls are those that the sheet asks for, each once.
func (r *Room) Controls() []Control {
	out := []Control{}
	add := func(at map[string]any) {
		if len(at) == 0 || slices.ContainsFunc(out, func(c Control) bool { return maps.Equal(c.At, at) }) {
			return
		}
		here := true
		for name, v := range at {
			here = here && r.place[name] == v
		}
		out = append(out, Control{ControlSays(r.at, at), at, here})
	}
	for i := range r.at.Points {
		add(r.at.Points[i].At)
	}
	return out
}

// Looked is a thing of the machine that may be looked at.
type Looked struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// Things are all of them.
func (r *Room) Things() []Looked {
	out := []Looked{}
	for i := range r.at.Things {
		out = append(out, Looked{r.at.Things[i].ID, r.at.Things[i].Name})
	}
	return out
}

// MadeStates are the states that were made so and hold.
func (r *Room) MadeStates() []string {
	out := slices.Sorted(maps.Keys(r.made))
	if out == nil {
		out = []string{}
	}
	return out
}

// Holding is what a gauge shows that is held to a point still, in the unit it is in; nil for none.
func (r *Room) Holding() *Held {
	was, is := r.held[r.still]
	p := r.at.Point(r.still)
	if !is || p == nil {
		return nil
	}
	was.Unit = cmp.Or(was.Unit, r.at.UnitOf(p))
	return &was.Held
}

// Minutes are those that acts cost so far.
func (r *Room) Minutes() float64 { return r.did.Minutes }

// CauseOf is a cause that may be named.
type CauseOf struct {
	ID   string `json:"id"`
	Says string `json:"says"`
}

// Causes are all that are known of this kind of rig, whatever this one has.
func (r *Room) Causes() []CauseOf { return r.hidden.causes }

// WantsInspecting tells whether it is signed and wants a second pair of eyes.
func (r *Room) WantsInspecting() bool {
	return r.led.Signed != nil && len(r.led.Sheet.Inspect) > 0 && !r.led.Inspected()
}

// Knows tells whether a cause may be named.
func (r *Room) Knows(cause string) bool {
	return cause == nothing || slices.ContainsFunc(r.Causes(), func(c CauseOf) bool { return c.ID == cause })
}

// Truly is the sheet with its rig as that truly stands now: what is told once it is over.
func (r *Room) Truly() *sheet.Sheet {
	out, rig := *r.hidden.sheet, *r.world.Rig
	rig.Geometry, rig.Settings, rig.Condition = r.world.Geometry, maps.Clone(r.world.Settings), maps.Clone(r.world.Condition)
	out.Rig = &rig
	return &out
}
