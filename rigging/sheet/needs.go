package sheet

import (
	"maps"
	"slices"

	"brankel/rigging/setup"
)

// made are what states, and things that stand as needed, make of the rig, in their order.
func (s *Sheet) made(states []string, needs setup.Needs) (out []*setup.Patch) {
	for _, id := range states {
		if st := s.State(id); st != nil && st.Made != nil {
			out = append(out, st.Made)
		}
	}
	for i := range s.Things {
		t := &s.Things[i]
		if any := needs[t.ID]; len(any) == 1 {
			if w := t.Way(any[0]); w != nil && w.Made != nil {
				out = append(out, w.Made)
			}
		}
	}
	return out
}

// Work is what is done with the machine at one moment: its needs and what it allows, and whether hands are in the
// linkage for it.
type Work = setup.Task

// work merges what a thing needs by itself with what the setting in whose course it is done has in the place of that.
func (s *Sheet) work(id string, own setup.Needs, one *Setting, handsIn bool) Work {
	needs := one.Over(own)
	if any, said := needs[setup.Hands]; said {
		handsIn = slices.Equal(any, setup.AnyOf{setup.In})
		delete(needs, setup.Hands)
	}
	return Work{ID: id, Needs: s.Quiet(needs), HandsIn: handsIn}
}

// workKey is what some work is known by: of the sheet's own names, what is done, in the course of which setting.
type workKey struct {
	id, does string
	one      *Setting
}

// Laid are the needs of work on a cable itself, of those that its adjusters ask for to be turned (all of them, or the one
// named): how the machine stands, what is off to get at it, key and power. Pins, locks and cables are held for a reading's
// sake and are no need of it; where adjusters differ, what they have in common.
func (s *Sheet) Laid(only *Adjuster) setup.Needs {
	out := setup.Needs{}
	for i := range s.Settings {
		one := &s.Settings[i]
		for _, id := range one.Adjusters {
			a := s.Adjuster(id)
			if a == nil || only != nil && a.ID != only.ID {
				continue
			}
			for thing, ways := range s.turning(a, one).Needs {
				t := s.Thing(thing)
				if t == nil || !slices.Contains(layKinds, t.Kind) || slices.ContainsFunc(ways, moving) {
					continue
				}
				if had, said := out[thing]; said {
					ways = slices.DeleteFunc(slices.Clone(ways), func(w string) bool { return !slices.Contains(had, w) })
				}
				out[thing] = ways
			}
		}
	}
	maps.DeleteFunc(out, func(_ string, ways setup.AnyOf) bool { return len(ways) == 0 })
	return out
}

// moving is a way in which nobody takes a cable off.
func moving(way string) bool { return way == setup.Running || way == setup.Warm || setup.UnderWay(way) }

var layKinds = []setup.Kind{setup.Key, setup.Power, setup.Ground, setup.Chocks, setup.Part, setup.Wheels, setup.Propeller}

// once is something that is worked out the first time it is asked for: nobody changes what it holds. A key is of a type of
// its own for each kind of thing.
func once[K comparable, V any](s *Sheet, key K, work func() V) V {
	if s.kept == nil {
		return work()
	}
	if known, ok := s.kept.Load(key); ok {
		return known.(V)
	}
	v := work()
	s.kept.Store(key, v)
	return v
}

// Over are needs with those of a setting, nil for none, in the place of what both name.
func (one *Setting) Over(own setup.Needs) setup.Needs {
	needs := maps.Clone(own)
	if one != nil && len(one.Needs) > 0 {
		if needs == nil {
			needs = setup.Needs{}
		}
		maps.Copy(needs, one.Needs)
	}
	return needs
}

// Needed are the needs of a reading in the course of a setting, nil for none, as they are written.
func (s *Sheet) Needed(p *Point, one *Setting) setup.Needs {
	return once(s, workKey{p.ID, "needed", one}, func() setup.Needs { return one.Over(p.Needs) })
}

// Reading is the work of a reading in the course of a setting, nil for none: hands are in the linkage unless it says
// otherwise.
func (s *Sheet) Reading(p *Point, one *Setting) Work {
	return once(s, workKey{p.ID, "read", one}, func() Work { return s.work(p.ID, p.Needs, one, true) })
}

// Making is the work of a reading together with what it takes to make its states, of the things that the reading itself
// says nothing of: what a state needs holds while it is made, so that nobody is asked for dogs home on a chocked propeller.
// Where both can not stand together it is the reading alone: the state is made, then it is set up for the reading.
func (s *Sheet) Making(p *Point, one *Setting) Work {
	return once(s, workKey{p.ID, "make", one}, func() Work {
		read := s.Reading(p, one)
		both := read
		both.Needs = setup.Needs{}
		maps.Copy(both.Needs, read.Needs)
		for _, id := range p.States {
			for thing, ways := range s.State(id).Needs {
				if _, said := both.Needs[thing]; !said && thing != setup.Hands {
					both.Needs[thing] = ways
				}
			}
		}
		if len(s.Setup.Faults([]Work{both})) > 0 {
			return read
		}
		return both
	})
}

// Trying is the work of a check in the course of a setting, nil for none: hands are clear unless it says otherwise.
func (s *Sheet) Trying(c *Check, one *Setting) Work {
	return once(s, workKey{c.ID, "try", one}, func() Work {
		w := s.work(c.ID, c.Needs, one, false)
		w.Allows = c.Allows
		return w
	})
}

// Turning is the work of turning an adjuster: what is finger tight until it is locked is turned only where nothing moves.
func (s *Sheet) Turning(a *Adjuster, one *Setting) Work {
	return once(s, workKey{a.ID, "turn", one}, func() Work { return s.still(a, s.turning(a, one)) })
}

// still is some turning where nothing moves, if what is turned is finger tight then.
func (s *Sheet) still(a *Adjuster, w Work) Work {
	if !s.Locked(a) {
		return w
	}
	for i := range s.Things {
		t := &s.Things[i]
		if _, named := w.Needs[t.ID]; named || t.Kind != setup.Ground {
			continue
		}
		w.Needs = maps.Clone(w.Needs)
		if w.Needs == nil {
			w.Needs = setup.Needs{}
		}
		for _, way := range t.Ways {
			if !setup.UnderWay(way.ID) {
				w.Needs[t.ID] = append(w.Needs[t.ID], way.ID)
			}
		}
	}
	return w
}

func (s *Sheet) turning(a *Adjuster, one *Setting) Work {
	w := s.work(a.ID, a.Needs, one, true)
	w.Allows = a.Allows
	return w
}

// Locked tells whether an adjuster is locked once it is set, by its own lock or that of a setting: until then it is finger
// tight.
func (s *Sheet) Locked(a *Adjuster) bool {
	return a.Lock != nil || slices.ContainsFunc(s.Settings, func(one Setting) bool {
		return one.Lock != nil && slices.Contains(one.Adjusters, a.ID)
	})
}

// Locking is the work of a lock: as it says itself, else as of what it locks, nil where that is a setting's own.
func (s *Sheet) Locking(l *Lock, a *Adjuster, one *Setting) Work {
	return once(s, lockKey{l, a, one}, func() Work { return s.locking(l, a, one) })
}

type lockKey struct {
	lock *Lock
	a    *Adjuster
	one  *Setting
}

func (s *Sheet) locking(l *Lock, a *Adjuster, one *Setting) Work {
	switch {
	case l != nil && l.Needs != nil:
		return s.work("lock", l.Needs, nil, true)
	case a != nil:
		return s.turning(a, one)
	case one != nil && len(one.Adjusters) > 0:
		if first := s.Adjuster(one.Adjusters[0]); first != nil {
			return s.turning(first, one)
		}
	}
	return s.work("lock", nil, one, true)
}

// Acting is the work of an action: what moves the control keeps hands clear.
func (s *Sheet) Acting(a *Action, one *Setting) Work {
	return once(s, workKey{a.ID, "act", one}, func() Work { return s.work(a.ID, a.Needs, one, false) })
}

// Fitting is the work of choosing a part or a place and fitting it.
func (s *Sheet) Fitting(one *Setting) Work {
	if len(one.Adjusters) > 0 {
		if a := s.Adjuster(one.Adjusters[0]); a != nil {
			return s.Turning(a, one)
		}
	}
	return s.work(one.ID, nil, one, true)
}

// Inspecting is the work of a second inspector who looks at an item.
func (s *Sheet) Inspecting(one *Item) Work {
	return once(s, workKey{one.ID, "inspect", nil}, func() Work { return s.work(one.ID, one.Needs, nil, false) })
}

// Works are all of the sheet that need how it stands, each under where it is written, with the needs of the settings in
// whose course they are done.
func (s *Sheet) Works() []Work { return once(s, worksKey{}, s.works) }

type worksKey struct{}

func (s *Sheet) works() (out []Work) {
	add := func(path string, w Work) {
		w.ID = path
		out = append(out, w)
	}
	in := func(at, id string) string { return at + "." + id }
	for i := range s.Points {
		add(in("points", s.Points[i].ID), s.Reading(&s.Points[i], s.reads(s.Points[i].ID)))
	}
	for i := range s.Checks {
		add(in("checks", s.Checks[i].ID), s.Trying(&s.Checks[i], nil))
	}
	for i := range s.Actions {
		add(in("actions", s.Actions[i].ID), s.Acting(&s.Actions[i], nil))
	}
	for i := range s.Settings {
		one := &s.Settings[i]
		for _, id := range one.Adjusters {
			if a := s.Adjuster(id); a != nil && !a.MeasureOnly {
				add(in("adjusters", id), s.Turning(a, one))
				if a.Lock != nil {
					add(in("adjusters", id), s.Locking(a.Lock, a, one))
				}
			}
		}
		for _, id := range one.Checks {
			if c := s.Check(id); c != nil {
				add(in("checks", id), s.Trying(c, one))
			}
		}
		if one.Lock != nil {
			add(in("settings", one.ID), s.Locking(one.Lock, nil, one))
		}
	}
	for i := range s.Inspect {
		add(in("inspection", s.Inspect[i].ID), s.Inspecting(&s.Inspect[i]))
	}
	return out
}

// reads is the first setting that reads the point, nil for none.
func (s *Sheet) reads(point string) *Setting {
	for i := range s.Settings {
		if one := &s.Settings[i]; contains(one.Points, point) || one.Then == point {
			return one
		}
	}
	return nil
}
