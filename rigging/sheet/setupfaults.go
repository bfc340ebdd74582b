package sheet

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/setup"
)

// setupFaults is what of the set-up cannot be, and which needs contradict it: each work is held against what must never
// be and must be reached from rest and back; what a thing makes meaningless asks for it at rest; a proof under load
// brings its ground along. A sheet is looked at as each school works it, every place written out.
func (s *Sheet) setupFaults() (f fault.List) {
	base := setup.Setup{Things: slices.Clone(s.Things), Never: s.Never}
	for i := range base.Things { // what ways need is looked at where places are written out
		ways := slices.Clone(base.Things[i].Ways)
		for j := range ways {
			ways[j].Needs = nil
		}
		base.Things[i].Ways = ways
	}
	if f = base.Faults(nil); len(f) > 0 {
		return f
	}
	for i := range s.Checks {
		f = append(f, s.AllowFaults(fmt.Sprintf("checks[%d].allows", i), s.Checks[i].Allows)...)
	}
	for i := range s.Adjusters {
		f = append(f, s.AllowFaults(fmt.Sprintf("adjusters[%d].allows", i), s.Adjusters[i].Allows)...)
	}
	for i := range s.Things {
		if s.Things[i].Each && len(s.Places) == 0 {
			f.Add(fmt.Sprintf("setup[%d].each", i), "write the places it stands at, or leave this out")
		}
	}
	told := map[string]bool{}
	for _, school := range s.schools() {
		as := s.For(school)
		if as == nil || as.worked == nil && as == s && (len(s.Schools) > 0 || len(s.Places) > 0) {
			as = spread(s, school)
		}
		for _, one := range as.standingFaults() {
			path := s.fieldOf(one.Field)
			if !told[path+one.Message] {
				told[path+one.Message] = true
				f.Add(path, "%s", one.Message)
			}
		}
	}
	return f
}

// fieldOf is where on the sheet stands what is called list.id once its places are written out: points[2].needs.
func (s *Sheet) fieldOf(named string) string {
	list, id, _ := strings.Cut(named, ".")
	base := id
	if i := strings.LastIndex(id, "."); i > 0 && s.Place(id[i+1:]) != nil {
		base = id[:i]
	}
	place := -1
	is := func(one string) bool { return one == id || one == base }
	switch list {
	case "points":
		place = slices.IndexFunc(s.Points, func(p Point) bool { return is(p.ID) })
	case "checks":
		place = slices.IndexFunc(s.Checks, func(c Check) bool { return is(c.ID) })
	case "actions":
		place = slices.IndexFunc(s.Actions, func(a Action) bool { return is(a.ID) })
	case "adjusters":
		place = slices.IndexFunc(s.Adjusters, func(a Adjuster) bool { return is(a.ID) })
	case "settings":
		place = slices.IndexFunc(s.Settings, func(one Setting) bool { return is(one.ID) })
	case "inspection":
		place = slices.IndexFunc(s.Inspect, func(one Item) bool { return is(one.ID) })
	case "states":
		place = slices.IndexFunc(s.States, func(st State) bool { return is(st.ID) })
	case "setup":
		place = slices.IndexFunc(s.Things, func(t setup.Thing) bool { return is(t.ID) })
	}
	return fmt.Sprintf("%s[%d].needs", list, max(place, 0))
}

// standingFaults are those of one school with its places written out, each under list.id.
func (s *Sheet) standingFaults() (f fault.List) {
	for _, t := range s.Things {
		for _, w := range t.Ways {
			if bad := s.NeedFaults("", w.Needs); len(bad) > 0 {
				f.Add("setup."+t.ID, "%s", bad[0].Message)
			}
		}
	}
	for i := range s.States {
		if bad := s.NeedFaults("", s.States[i].Needs); len(bad) > 0 {
			f.Add("states."+s.States[i].ID, "%s", bad[0].Message)
		}
	}
	if len(f) > 0 {
		return f
	}
	if n := len(s.Things); n > setup.MostThings {
		f.Add("setup."+s.Things[setup.MostThings].ID, "%d things stand one way or another, each place counted: leave out what nothing needs, "+
			"a sheet has %d at the most", n, setup.MostThings)
		return f
	}
	for _, w := range s.Works() {
		if bad := s.Setup.Faults([]setup.Task{w}); len(bad) > 0 {
			f.Add(w.ID, "%s", bad[0].Message)
			continue
		}
		if _, ok := s.Order(setup.Stand{}, []setup.Task{w}); !ok {
			f.Add(w.ID, "nothing leads from rest to how this needs it, and back: %s", s.needSays(w.Needs))
		}
	}
	for i := range s.Things {
		f = append(f, s.stopFaults(&s.Things[i])...)
	}
	ground := slices.ContainsFunc(s.Things, func(t setup.Thing) bool { return t.Kind == setup.Ground })
	for i := range s.Checks {
		c := &s.Checks[i]
		if c.Loaded && ground && !s.names(c.Needs, setup.Ground) {
			f.Add("checks."+c.ID, "a proof under load says where it is made: write how the ground must be")
		}
	}
	return f
}

func (s *Sheet) names(needs setup.Needs, kind setup.Kind) bool {
	for i := range s.Things {
		if _, named := needs[s.Things[i].ID]; named && s.Things[i].Kind == kind {
			return true
		}
	}
	return false
}

// ownStops are what pins and locks of a flight control make meaningless whatever the sheet says: the sense of the control
// and how far its surface goes.
func (s *Sheet) ownStops(t *setup.Thing) (out []string) {
	if s.Family != "flight-control-loop" || t.Kind != setup.Pin && t.Kind != setup.Lock {
		return nil
	}
	for i := range s.Points {
		if strings.HasPrefix(s.Points[i].Measures, "travel") {
			out = append(out, s.Points[i].ID)
		}
	}
	for i := range s.Checks {
		if s.Checks[i].Proves == "sense" {
			out = append(out, s.Checks[i].ID)
		}
	}
	return out
}

// stopFaults: what means nothing while a thing is not at rest asks for it at rest.
func (s *Sheet) stopFaults(t *setup.Thing) (f fault.List) {
	for _, id := range append(s.ownStops(t), t.Stops...) {
		var needs setup.Needs
		at := ""
		if p := s.Point(id); p != nil {
			needs, at = s.Reading(p, s.reads(id)).Needs, "points."+id
		} else if c := s.Check(id); c != nil {
			needs, at = s.Trying(c, nil).Needs, "checks."+id
		} else {
			f.Add("setup."+t.ID, "there is no point or check %q that it could make meaningless", id)
			continue
		}
		if !slices.Equal(needs[t.ID], setup.AnyOf{t.AtRest()}) {
			f.Add(at, "it means nothing while the %s is not %s: write that this needs it so", t.Name, t.AtRest())
		}
	}
	return f
}

// needSays are needs in words, in the order of the set-up.
func (s *Sheet) needSays(needs setup.Needs) string {
	var out []string
	for i := range s.Things {
		if any, ok := needs[s.Things[i].ID]; ok {
			out = append(out, s.Things[i].Name+" "+strings.Join(any, " or "))
		}
	}
	return strings.Join(out, ", ")
}
