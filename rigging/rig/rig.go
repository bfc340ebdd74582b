// Package rig holds the forward models: what a rig of known geometry, set and worn as
// it is, shows at a position of its control. A rig is a file of the open format
// brankel.rig/1. Lengths are in mm, angles in degrees, forces in N, temperatures in °C;
// settings are turns, clicks, notches or mm from the datum 0, outward positive (out
// takes thread out of engagement, lengthens, expands shoes, backs a trailer wheel off).
//
// Each family is one file: its geometry, its condition and where its control may stand
// as structs, its adjusters, readings and senses as functions of a spot. They are
// closed: no iteration, no random, no clock.
package rig

import (
	"fmt"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/input"
	"brankel/rigging/strict"
)

// Format is the name of the open format and its version.
const Format = "brankel.rig/1"

// Rig is a rig as it is written: what its parts measure, what its adjusters are set to,
// what is worn or wrong with it.
type Rig struct {
	Format    string             `json:"format" input:"words=brankel.rig/1"`
	Family    string             `json:"family"`
	Name      string             `json:"name,omitempty" input:"default="`
	Geometry  map[string]any     `json:"geometry"`
	Settings  map[string]float64 `json:"settings,omitempty" input:"plain,optional"`
	Condition map[string]any     `json:"condition,omitempty" input:"optional"`
}

// Parse reads a rig from JSON. The error is a *fault.Fault with the path in the rig.
func Parse(raw []byte) (*Model, error) {
	object, err := objectOf(raw)
	if err != nil {
		return nil, err
	}
	return read(object)
}

func objectOf(raw []byte) (map[string]any, error) {
	value, err := strict.Value(raw)
	if err != nil {
		return nil, err
	}
	object, ok := value.(map[string]any)
	if !ok {
		return nil, fault.At("", "write one object: {\"name\": value, …}")
	}
	return object, nil
}

func read(object map[string]any) (*Model, error) {
	var r Rig
	if err := input.Object(object, &r); err != nil {
		return nil, err
	}
	return r.Model()
}

// Model reads the rig: from then on it can be asked. The error is a *fault.Fault with
// the path in the rig, such as geometry.hooks[1].ratio.
func (r *Rig) Model() (*Model, error) {
	i := slices.IndexFunc(families, func(f family) bool { return f.name == r.Family })
	switch {
	case r.Format != Format:
		return nil, fault.At("format", "write "+Format)
	case i < 0:
		return nil, fault.At("family", "there is no family of this name: write one of %s", listed(Families()))
	}
	common, own := parted(r.Condition)
	c := condition{}
	if err := input.Object(common, &c); err != nil {
		return nil, fault.Below("condition", err)
	}
	w, err := families[i].build(r.Geometry, own)
	if err != nil {
		return nil, err
	}
	m := &Model{Family: r.Family, Name: r.Name, rig: *r, works: w, newAt: families[i].newAt}
	if err := m.adjust(r.Settings, c); err != nil {
		return nil, err
	}
	return m, nil
}

// Families lists the families there are models for, in the order of the crafts they serve.
func Families() (out []string) {
	for _, f := range families {
		out = append(out, f.name)
	}
	return out
}

// condition is what may be wrong with the adjusters of any family: how much of a move
// slips, where each was found, which cannot be turned, how locking moves them.
type condition struct {
	Slips     map[string]float64 `json:"slips" input:"plain,atleast0,optional" says:"part of each turn that slips"`
	Found     map[string]float64 `json:"found" input:"plain,optional" says:"setting as found"`
	Seized    []string           `json:"seized" input:"empty,optional" says:"adjusters that will not turn"`
	LockDrift map[string]float64 `json:"lock_drift" input:"plain,optional" says:"steps that locking moves it"`
}

// Check tells what no single field shows.
func (c condition) Check(f *input.Faults) {
	for _, name := range sortedNames(c.Slips) {
		f.AddIf(c.Slips[name] > 1, "slips."+name, "this is the part of a turn that slips: write 0 to 1")
	}
	checkNames(f, c.Seized, "seized", "")
}

// parted takes what is common to all families out of a condition.
func parted(all map[string]any) (common, own map[string]any) {
	common, own = map[string]any{}, map[string]any{}
	for key, v := range all {
		if key == "slips" || key == "found" || key == "seized" || key == "lock_drift" {
			common[key] = v
		} else {
			own[key] = v
		}
	}
	return common, own
}

// adjust sets the adjusters; what slips stands between where it was found and its setting.
func (m *Model) adjust(settings map[string]float64, c condition) error {
	for _, named := range []struct {
		where string
		names []string
		faces bool
	}{
		{"settings.", sortedNames(settings), true},
		{"condition.slips.", sortedNames(c.Slips), false},
		{"condition.found.", sortedNames(c.Found), false},
		{"condition.lock_drift.", sortedNames(c.LockDrift), false},
	} {
		for _, name := range named.names {
			if i := m.index(name); i < 0 || m.works.adjusters[i].Places > 0 && !named.faces {
				return fault.At(named.where+name, m.noAdjuster(name, named.faces))
			}
		}
	}
	for i, name := range c.Seized {
		if k := m.index(name); k < 0 || m.works.adjusters[k].Places > 0 {
			return fault.At(input.Item("condition.seized", i), m.noAdjuster(name, false))
		}
	}
	for _, a := range m.works.adjusters {
		set := settings[a.Name]
		if a.Places > 0 && (set != float64(int(set)) || set < 0 || int(set) >= a.Places) {
			return fault.At("settings."+a.Name, "this is the place in the list: write a whole number from 0 to %d", a.Places-1)
		}
		found, was := c.Found[a.Name]
		if !was {
			found = set
		}
		m.settings = append(m.settings, set)
		m.found = append(m.found, found)
		m.slips = append(m.slips, c.Slips[a.Name])
		m.seized = append(m.seized, slices.Contains(c.Seized, a.Name))
	}
	return nil
}

func (m *Model) noAdjuster(name string, withPlaces bool) string {
	var names []string
	for _, a := range m.works.adjusters {
		if a.Places == 0 || withPlaces {
			names = append(names, a.Name)
		}
	}
	return fmt.Sprintf("there is no adjuster %q here: write %s", name, listed(names))
}
