package practice

import (
	"maps"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/run/spell"
	"brankel/rigging/run/tell"
	"brankel/rigging/world"
)

// Scene is the rig as it truly stands now, with what each point truly is: for whoever is through with it. nil where nobody
// draws one of its family.
func (r *Room) Scene(truth []world.Truly) *picture.Scene {
	drawn, ok := tell.RigOf(r.at)
	if !ok {
		return nil
	}
	m, at, err := r.world.Model(world.Stance{Things: r.at.Things, Way: r.way})
	if err != nil {
		return nil
	}
	drawn.Model, drawn.At = m, at
	if answer, err := m.Answer(at); err == nil {
		for name, v := range answer.Readings {
			drawn.Values[rig.Reading(name)] = v
		}
		for name, word := range answer.Senses {
			drawn.Senses[rig.Sense(name)] = word
		}
	}
	for name, v := range r.world.Settings {
		drawn.Settings[rig.Turned(name)] = v
	}
	for _, t := range truth {
		p := r.at.Point(t.Point)
		if p == nil {
			continue
		}
		of := rig.Reading(p.Measures)
		drawn.Values[of] = t.Value
		tone := picture.Good
		if !t.Inside() {
			tone = picture.Bad
		}
		drawn.Readings[of] = picture.Reading{Name: p.Name, Text: spell.Sized(p.Quantity, t.Value, spell.Fine(p)), Tone: tone}
	}
	scene, ok := picture.Draw(drawn)
	if !ok {
		return nil
	}
	return &scene
}

// As is the rig as it truly is, set and worn so: what the bench tries and trouble looks for.
func (r *Room) As() rig.Rig {
	out := *r.hidden.rig
	out.Geometry, out.Settings, out.Condition = r.world.Geometry, maps.Clone(r.world.Settings), maps.Clone(r.world.Condition)
	return out
}
