package setup

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"brankel/rigging/fault"
)

// Faults is what of a set-up cannot be, each at its place, nil for nothing: a way that its kind has not, a rest or a need
// that names nothing, ways that are not reached from rest and back, and tasks that need what must never be together,
// with the two demands side by side.
func (s *Setup) Faults(tasks []Task) (out fault.List) {
	for i := range s.Things {
		out = append(out, s.thingFaults(i)...)
	}
	for i, never := range s.Never {
		path := fmt.Sprintf("never[%d]", i)
		if len(never) < 2 {
			out.Add(path, "name at least two things that must not be together")
		}
		for _, id := range slices.Sorted(maps.Keys(never)) {
			out = append(out, s.wayFaults(path, id, never[id])...)
		}
	}
	for i := range tasks {
		t := &tasks[i]
		path := "needs of " + t.ID
		before := len(out)
		out = append(out, s.NeedFaults(path, t.Needs)...)
		if len(out) == before {
			out = append(out, s.contradiction(path, t)...)
		}
	}
	return out
}

func (s *Setup) thingFaults(i int) (out fault.List) {
	t, path := &s.Things[i], fmt.Sprintf("setup[%d]", i)
	has := func(way string) bool { return t.Way(way) != nil }
	switch {
	case t.ID == "" || t.ID == Hands:
		out.Add(path+".id", "give it a name of its own; hands are always there")
	case slices.ContainsFunc(s.Things[:i], func(o Thing) bool { return o.ID == t.ID }):
		out.Add(path+".id", "there is a thing %q already", t.ID)
	}
	if t.Kind.Ways() == nil {
		out.Add(path+".kind", "there is no such kind: choose %s", strings.Join(Kind("").Words(), ", "))
		return out
	}
	if len(t.Ways) < 2 {
		out.Add(path+".ways", "name at least two ways in which it stands")
		return out
	}
	for j, w := range t.Ways {
		at := fmt.Sprintf("%s.ways[%d]", path, j)
		if !slices.Contains(t.Kind.Ways(), w.ID) {
			out.Add(at+".id", "a %s does not stand %q: choose %s", t.Kind, w.ID, strings.Join(t.Kind.Ways(), ", "))
		}
		if slices.ContainsFunc(t.Ways[:j], func(o Way) bool { return o.ID == w.ID }) {
			out.Add(at+".id", "this way stands here twice")
		}
		out = append(out, s.NeedFaults(at+".needs", w.Needs)...)
	}
	if !has(t.AtRest()) {
		out.Add(path+".rest", "it has no way %q", t.Rest)
	} else if lost := t.unreached(); len(out) == 0 && lost != "" {
		out.Add(path+".ways", "%q is not reached from %q: write the ways between", lost, t.AtRest())
	}
	return out
}

// unreached is the first way that no changes lead to from rest, "" where all are reached; what leads there leads back.
func (t *Thing) unreached() string {
	reached := []string{t.AtRest()}
	for i := 0; i < len(reached); i++ {
		for _, w := range t.Ways {
			if t.Kind.reaches(reached[i], w.ID) && !slices.Contains(reached, w.ID) {
				reached = append(reached, w.ID)
			}
		}
	}
	for _, w := range t.Ways {
		if !slices.Contains(reached, w.ID) {
			return w.ID
		}
	}
	return ""
}

// NeedFaults are needs that name no thing, or no way that it has, below path.
func (s *Setup) NeedFaults(path string, needs Needs) (out fault.List) {
	for _, id := range slices.Sorted(maps.Keys(needs)) {
		if len(needs[id]) == 0 {
			out.Add(path+"."+id, "write how it must stand, or leave it out")
		}
		for _, way := range needs[id] {
			out = append(out, s.wayFaults(path, id, way)...)
		}
	}
	return out
}

// AllowFaults are what is allowed that names no thing, or no way that it has, below path, and what says no caution.
func (s *Setup) AllowFaults(path string, allows []Together) (out fault.List) {
	for i, one := range allows {
		at := fmt.Sprintf("%s[%d]", path, i)
		if one[Caution] == "" {
			out.Add(at+"."+Caution, "say what to beware of: it is else never so")
		}
		for _, id := range slices.Sorted(maps.Keys(one)) {
			if id != Caution {
				out = append(out, s.wayFaults(at, id, one[id])...)
			}
		}
	}
	return out
}

// wayFaults is the fault of a thing that is not there, or of a way that it has not.
func (s *Setup) wayFaults(path, id, way string) (out fault.List) {
	t := s.Thing(id)
	switch {
	case id == Hands && way != In && way != Clear:
		out.Add(path+"."+id, "hands are in or clear")
	case id == Hands:
	case t == nil:
		out.Add(path+"."+id, "there is no thing %q in the set-up", id)
	case t.Way(way) == nil:
		out.Add(path+"."+id, "the %s has no way %q", t.Name, way)
	}
	return out
}

// contradiction is the fault of a task all of whose ways break something.
func (s *Setup) contradiction(path string, t *Task) (out fault.List) {
	for _, never := range s.nevers(t) {
		demanded := []string{}
		for _, id := range slices.Sorted(maps.Keys(never.Things)) {
			way := never.Things[id]
			switch {
			case id == Hands && t.HandsIn && way == In:
				demanded = append(demanded, "hands in")
			case slices.Equal(t.Needs[id], AnyOf{way}):
				demanded = append(demanded, fmt.Sprintf("%s %s", id, way))
			}
		}
		if len(demanded) == len(never.Things) {
			out.Add(path, "it needs %s, and that must never be: %s", strings.Join(demanded, " and "), never.Says)
		}
	}
	return out
}
