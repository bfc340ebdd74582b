package setup

import (
	"maps"
	"slices"
)

// With is how everything stands after a change.
func (now Stand) With(c Change) Stand {
	now.Ways = maps.Clone(now.Ways)
	if now.Ways == nil {
		now.Ways = map[string]string{}
	}
	now.Ways[c.Thing] = c.Way
	return now
}

// Apart are the things that do not stand at rest, in the order of the set-up.
func (s *Setup) Apart(now Stand) (out []string) {
	for i := range s.Things {
		if t := &s.Things[i]; s.Way(now, t.ID) != t.AtRest() {
			out = append(out, t.ID)
		}
	}
	return out
}

// Between is the way by which a change is made in two, "" where it is made in one or not at all: a boat comes from the
// water over the place where it floats.
func (s *Setup) Between(now Stand, c Change) string {
	t := s.Thing(c.Thing)
	from := s.Way(now, c.Thing)
	if t == nil || t.Kind.reaches(from, c.Way) {
		return ""
	}
	for _, w := range t.Ways {
		if t.Kind.reaches(from, w.ID) && t.Kind.reaches(w.ID, c.Way) {
			return w.ID
		}
	}
	return ""
}

// Refusal is why a change may not be made just now; its zero value refuses nothing. What stood against a rule before is
// none of its matter.
type Refusal struct {
	Apart   bool     // it is not reached from how the thing stands in one change
	Missing []string // things that do not stand as the change needs
	Breaks  []Break  // what must never be, and would be
}

// Refuse looks at a change to a way that the thing has. What some task may have, the change to it may have too: chocks
// stay under at a run-up.
func (s *Setup) Refuse(now Stand, c Change, tasks []Task) Refusal {
	return s.Rules().Refuse(now, c, tasks)
}

// Refuse is as that of the set-up.
func (l *Rules) Refuse(now Stand, c Change, tasks []Task) (r Refusal) {
	s := l.of
	t := s.Thing(c.Thing)
	if t == nil || t.Way(c.Way) == nil {
		return Refusal{Apart: true}
	}
	r.Apart = !t.Kind.reaches(s.Way(now, c.Thing), c.Way)
	r.Missing = s.Missing(now, t.Way(c.Way).Needs)
	during := now
	during.HandsIn = slices.Contains(byHand, t.Kind)
	after := during.With(c)
	r.Breaks = l.newly(during, after, nil)
	for i := range tasks {
		if len(r.Breaks) > 0 && slices.Contains(tasks[i].Needs[c.Thing], c.Way) && s.there(after, &tasks[i]) {
			if fewer := l.newly(during, after, &tasks[i]); len(fewer) < len(r.Breaks) {
				r.Breaks = fewer
			}
		}
	}
	if during.HandsIn { // what hands are in for must be so before, too
		now.HandsIn = false
		r.Breaks = append(r.Breaks, l.newly(now, during, nil)...)
	}
	r.Breaks = slices.CompactFunc(r.Breaks, func(a, b Break) bool { return a.Says == b.Says && maps.Equal(a.Things, b.Things) })
	return r
}

// there tells whether the machine stands where a task is done.
func (s *Setup) there(now Stand, task *Task) bool {
	for i := range s.Things {
		if t := &s.Things[i]; t.Kind == Ground && !slices.Contains(task.Needs[t.ID], s.Way(now, t.ID)) {
			return false
		}
	}
	return true
}

// Refuses tells whether the change may not be made.
func (r Refusal) Refuses() bool { return r.Apart || len(r.Missing) > 0 || len(r.Breaks) > 0 }

// newly is what is broken after and was not before.
func (l *Rules) newly(before, after Stand, task *Task) (out []Break) {
	was := l.Broken(before, task)
	for _, b := range l.Broken(after, task) {
		if !slices.ContainsFunc(was, func(o Break) bool { return maps.Equal(o.Things, b.Things) }) {
			out = append(out, b)
		}
	}
	return out
}

// WayOut is the shortest way from what must never be to where nothing is broken: changes that break nothing more on the
// way. It is empty where nothing is broken; ok is false where no way of up to four changes leads out.
func (s *Setup) WayOut(now Stand) (out []Change, ok bool) {
	type tried struct {
		now   Stand
		steps []Change
	}
	const longest = 4
	open := []tried{{now, nil}}
	for len(open) > 0 {
		at := open[0]
		open = open[1:]
		broken := s.Broken(at.now, nil)
		if len(broken) == 0 {
			return at.steps, true
		}
		named := s.named(broken)
		if len(at.steps) == longest {
			return nil, false
		}
		for i := range s.Things {
			t := &s.Things[i]
			if !named[t.ID] || slices.ContainsFunc(at.steps, func(c Change) bool { return c.Thing == t.ID }) {
				continue
			}
			for _, w := range t.Ways {
				c := Change{t.ID, w.ID}
				if w.ID == s.Way(at.now, t.ID) || s.Refuse(at.now, c, nil).Refuses() {
					continue
				}
				open = append(open, tried{at.now.With(c), append(slices.Clone(at.steps), c)})
			}
		}
	}
	return nil, false
}

// named are the things that breaks name, and what their ways need.
func (s *Setup) named(broken []Break) map[string]bool {
	out := map[string]bool{}
	for _, b := range broken {
		for id := range b.Things {
			out[id] = true
			if t := s.Thing(id); t != nil {
				for _, w := range t.Ways {
					for other := range w.Needs {
						out[other] = true
					}
				}
			}
		}
	}
	return out
}
