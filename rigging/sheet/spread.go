package sheet

import (
	"maps"
	"slices"
	"strings"
	"sync"

	"brankel/rigging/rig"
	"brankel/rigging/setup"
)

// asWorked keeps the sheet as each school works it, once it was asked for.
type asWorked struct {
	sync.Mutex
	by      map[string]*Sheet
	knowing map[string]*Sheet // as machines know it, by what they know
}

// For is the sheet as one school works it, every place written out: settings, readings and
// checks of other schools are left out, and what stands at each place stands there by
// itself (star.left, star.right). "" is the manual's school. A run is led by it.
func (s *Sheet) For(school string) *Sheet {
	if s == nil || len(s.Schools) == 0 && len(s.Places) == 0 || s.worked == nil {
		return s
	}
	if school == "" {
		school = s.Manual()
	}
	s.worked.Lock()
	defer s.worked.Unlock()
	if s.worked.by[school] == nil {
		s.worked.by[school] = spread(s, school)
	}
	return s.worked.by[school]
}

// Manual is the manual's school, "" where there is nothing to choose.
func (s *Sheet) Manual() string {
	for _, one := range s.Schools {
		if one.Manual {
			return one.ID
		}
	}
	return s.schools()[0]
}

// spreader writes places out.
type spreader struct {
	from   *Sheet
	school string
	each   map[string]bool // what stands at each place, by id
	places map[string]bool // settings that are worked place by place
}

func spread(from *Sheet, school string) *Sheet {
	sp := spreader{from, school, map[string]bool{}, map[string]bool{}}
	for _, a := range from.Adjusters {
		sp.each[a.ID] = a.Each
	}
	for _, p := range from.Points {
		sp.each[p.ID] = p.Each
	}
	for _, c := range from.Checks {
		sp.each[c.ID] = c.Each
	}
	for _, one := range from.Settings {
		sp.places[one.ID] = len(one.Places) > 0
	}
	s := *from
	s.Schools, s.Nominal, s.worked = nil, nil, nil
	s.Adjusters, s.Points, s.Checks, s.Settings, s.Voids, s.Influence, s.Actions = nil, nil, nil, nil, nil, nil, nil
	if from.Rig != nil {
		r := *from.Rig
		r.Settings = from.nominal(school)
		s.Rig = (*rig.Rig)(&r)
	}
	for _, a := range from.Adjusters {
		for _, p := range from.at(a.Each) {
			s.Adjusters = append(s.Adjusters, sp.adjuster(a, p))
		}
	}
	for _, one := range from.Points {
		for _, p := range from.at(one.Each) {
			if of(one.School, school) {
				one := one
				one.ID, one.Name, one.Measures = sp.id(one.ID, p), named(one.Name, p), fill(one.Measures, p.ID)
				one.Position = from.positionAt(one.Position, p.ID)
				one.Each, one.School = false, ""
				s.Points = append(s.Points, one)
			}
		}
	}
	for _, c := range from.Checks {
		for _, p := range from.at(c.Each) {
			if of(c.School, school) {
				s.Checks = append(s.Checks, sp.check(c, p))
			}
		}
	}
	for _, one := range from.Settings {
		if of(one.School, school) {
			s.Settings = append(s.Settings, sp.setting(one)...)
		}
	}
	for _, a := range from.Actions {
		for _, p := range from.at(a.Each) {
			a := a
			a.ID, a.Name, a.Each = placed(a.ID, a.Each, p), named(a.Name, p), false
			s.Actions = append(s.Actions, a)
		}
	}
	for _, v := range from.Voids {
		for _, p := range from.at(sp.each[v.Moving]) {
			s.Voids = append(s.Voids, Void{sp.id(v.Moving, p), s.known(sp.list(v.Reopens, p))})
		}
	}
	for _, in := range from.Influence {
		for _, p := range from.at(sp.each[in.Adjuster] || sp.each[in.Point]) {
			s.Influence = append(s.Influence, Influence{sp.id(in.Adjuster, p), sp.id(in.Point, p), in.PerTurn})
		}
	}
	sp.standing(&s)
	s.workOut("")
	return &s
}

// positionAt is a position of the control for a place: {place} is the one of its own side, {other} that of the other, where
// there are two.
func (s *Sheet) positionAt(position, place string) string {
	other := place
	for _, p := range s.Places {
		if p.ID != place {
			other = p.ID
		}
	}
	return strings.NewReplacer("{place}", place, "{other}", other).Replace(position)
}

// noPosition is a position that a point has and the control has not, at any place where it is read; "" where there is none.
func (s *Sheet) noPosition(position string, each bool) string {
	at := []string{position}
	if each {
		at = nil
		for _, p := range s.Places {
			at = append(at, s.positionAt(position, p.ID))
		}
	}
	for _, one := range at {
		if one != "" && s.Position(one) == nil {
			return one
		}
	}
	return ""
}

// standing writes out the things of each place, and whoever names them.
func (sp spreader) standing(s *Sheet) {
	from := sp.from
	s.Things, s.Never = nil, nil
	for _, t := range from.Things {
		for _, p := range from.at(t.Each) {
			one := t
			one.ID, one.Name, one.Place, one.Each = placed(t.ID, t.Each, p), named(t.Name, p), p.ID, false
			one.Stops = s.known(sp.list(t.Stops, p))
			one.Ways = slices.Clone(t.Ways)
			for i := range one.Ways {
				one.Ways[i].Needs = sp.needs(one.Ways[i].Needs, p.ID)
			}
			s.Things = append(s.Things, one)
		}
	}
	for _, never := range from.Never {
		s.Never = append(s.Never, sp.together(never)...)
	}
	for i := range s.Points {
		s.Points[i].Needs = sp.needs(s.Points[i].Needs, at(s.Points[i].ID))
	}
	for i := range s.Checks {
		c := &s.Checks[i]
		c.Needs, c.Allows = sp.needs(c.Needs, at(c.ID)), sp.allowed(c.Allows)
	}
	for i := range s.Actions {
		s.Actions[i].Needs = sp.needs(s.Actions[i].Needs, at(s.Actions[i].ID))
	}
	for i := range s.Adjusters {
		a := &s.Adjusters[i]
		a.Needs, a.Allows, a.Lock = sp.needs(a.Needs, at(a.ID)), sp.allowed(a.Allows), sp.lock(a.Lock, at(a.ID))
	}
	for i := range s.Settings {
		one := &s.Settings[i]
		one.Needs, one.Lock = sp.needs(one.Needs, at(one.ID)), sp.lock(one.Lock, at(one.ID))
	}
	s.Inspect = slices.Clone(from.Inspect)
	for i := range s.Inspect {
		s.Inspect[i].Needs = sp.needs(s.Inspect[i].Needs, "")
	}
}

// needs are written out: a thing of each place is needed at all of them, one of {place} at the place of what needs it.
func (sp spreader) needs(needs setup.Needs, place string) setup.Needs {
	if needs == nil {
		return nil
	}
	out := setup.Needs{}
	for id, any := range needs {
		if t := sp.from.Thing(id); t != nil && t.Each {
			for _, p := range sp.from.Places {
				out[id+"."+p.ID] = any
			}
		}
	}
	for id, any := range needs { // what is said of one place stands over what is said of all
		if t := sp.from.Thing(id); t == nil || !t.Each {
			out[fill(id, place)] = any
		}
	}
	return out
}

func (sp spreader) lock(l *Lock, place string) *Lock {
	if l == nil || l.Needs == nil {
		return l
	}
	own := *l
	own.Needs = sp.needs(l.Needs, place)
	return &own
}

// together is written out at every place that it names a thing of.
func (sp spreader) together(one setup.Together) (out []setup.Together) {
	each := false
	for id := range one {
		t := sp.from.Thing(id)
		each = each || t != nil && t.Each
	}
	for _, p := range sp.from.at(each) {
		at := setup.Together{}
		for id, way := range one {
			t := sp.from.Thing(id)
			at[placed(id, t != nil && t.Each, p)] = way
		}
		out = append(out, at)
	}
	return out
}

func (sp spreader) allowed(list []setup.Together) (out []setup.Together) {
	for _, one := range list {
		out = append(out, sp.together(one)...)
	}
	return out
}

// placed is an id at a place.
func placed(id string, each bool, p Place) string {
	if each && p.ID != "" {
		return id + "." + p.ID
	}
	return id
}

func (sp spreader) id(id string, p Place) string { return placed(id, sp.each[id], p) }

// list is the ids at a place, or at all of them where none is named.
func (sp spreader) list(ids []string, p Place) (out []string) {
	for _, id := range ids {
		if sp.each[id] && p.ID == "" {
			for _, one := range sp.from.Places {
				out = append(out, sp.id(id, one))
			}
			continue
		}
		out = append(out, sp.id(id, p))
	}
	return out
}

// known leaves out what only other schools have.
func (s *Sheet) known(ids []string) (out []string) {
	for _, id := range ids {
		if s.Point(id) != nil || s.Check(id) != nil || s.Adjuster(id) != nil {
			out = append(out, id)
		}
	}
	return out
}

func (sp spreader) adjuster(a Adjuster, p Place) Adjuster {
	a.ID, a.Name, a.Works = sp.id(a.ID, p), named(a.Name, p), fill(a.Works, p.ID)
	if a.Threads != nil {
		t := *a.Threads
		t.Point = sp.id(t.Point, p)
		a.Threads = &t
	}
	a.Each = false
	return a
}

// check leaves out a cure that does not say at which place.
func (sp spreader) check(c Check, p Place) Check {
	base := c.ID
	c.ID, c.Name, c.Proves = sp.id(c.ID, p), named(c.Name, p), fill(c.Proves, p.ID)
	if p.Name != "" {
		c.Base = base
		c.Ask = p.Name + ": " + c.Ask
	}
	c.Answers = slices.Clone(c.Answers)
	for i, a := range c.Answers {
		if a.Cure == nil {
			continue
		}
		if sp.each[a.Cure.Adjuster] && p.ID == "" {
			c.Answers[i].Cure = nil
			continue
		}
		cure := *a.Cure
		cure.Adjuster = sp.id(cure.Adjuster, p)
		c.Answers[i].Cure = &cure
	}
	c.Each, c.School = false, ""
	return c
}

// setting is one at each of its places, or one at all of them.
func (sp spreader) setting(one Setting) (out []Setting) {
	places := []Place{{}}
	if len(one.Places) > 0 {
		places = slices.DeleteFunc(slices.Clone(sp.from.Places), func(p Place) bool { return !contains(one.Places, p.ID) })
	}
	for _, p := range places {
		s := one
		s.Base = one.ID
		s.ID = placed(one.ID, true, p)
		if p.Name != "" {
			s.Title += ": " + p.Name
		}
		s.Adjusters, s.Points, s.Checks = sp.list(one.Adjusters, p), sp.list(one.Points, p), sp.list(one.Checks, p)
		s.Keeps, s.Supersedes, s.Alike = sp.list(one.Keeps, p), sp.list(one.Supersedes, p), sp.list(one.Alike, p)
		s.From, s.Then, s.Check = sp.id(one.From, p), sp.id(one.Then, p), sp.id(one.Check, p)
		if u := one.Until; u != nil {
			s.Until = &Until{sp.id(u.Check, p), u.Answer}
		}
		action := func(id string) string {
			a := sp.from.Action(id)
			return placed(id, a != nil && a.Each, p)
		}
		s.Action, s.Between = action(one.Action), action(one.Between)
		s.After, s.Places, s.School = nil, nil, ""
		for _, id := range one.After {
			s.After = append(s.After, sp.settings(id)...)
		}
		out = append(out, s)
	}
	return out
}

// settings are the ids that a setting, or what stands for it here, has written out.
func (sp spreader) settings(id string) (out []string) {
	for _, one := range sp.from.Settings {
		if (one.ID != id && one.As != id) || !of(one.School, sp.school) {
			continue
		}
		if len(one.Places) == 0 {
			out = append(out, one.ID)
			continue
		}
		for _, p := range one.Places {
			out = append(out, one.ID+"."+p)
		}
	}
	return out
}

// Of lists the settings that a step of the run is about: of its id, of what it stands for,
// or at each of its places. A step that names none is about all of them.
func (s *Sheet) Of(step *Step) (out []*Setting) {
	if s == nil {
		return nil
	}
	for i := range s.Settings {
		one := &s.Settings[i]
		if step.Setting == "" || one.ID == step.Setting || one.As == step.Setting || one.Base == step.Setting {
			out = append(out, one)
		}
	}
	return out
}

// merged are the settings of the rig with those of one school over them.
func merged(base, over map[string]float64) map[string]float64 {
	out := maps.Clone(base)
	if out == nil {
		out = map[string]float64{}
	}
	maps.Copy(out, over)
	return out
}
