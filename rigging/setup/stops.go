package setup

import (
	"slices"
)

// stops are the steps to a node.
func (f *search) stops(n *node) (out []Stop) {
	var steps []*node
	for ; n != nil; n = n.from {
		steps = append(steps, n)
	}
	slices.Reverse(steps)
	var now Stop
	for _, one := range steps {
		if one.from != nil {
			now.Changes = append(now.Changes, one.step)
		}
		for _, k := range one.did {
			now.Tasks = append(now.Tasks, f.tasks[k].ID)
		}
		if len(one.did) > 0 {
			out, now = append(out, now), Stop{}
		}
	}
	if len(now.Changes) > 0 {
		out = append(out, now)
	}
	return out
}

// later puts off each change that a stop's own tasks can do without to the next one, as long as all stays as it must be:
// what is cheap is not held up by what opens something for later.
func (f *search) later(ways [mostThings]uint8, stops []Stop) []Stop {
	for i := range stops {
		for k := len(stops[i].Changes) - 1; k >= 0 && i+1 < len(stops); k-- {
			c := stops[i].Changes[k]
			if slices.ContainsFunc(stops[i+1].Changes, func(o Change) bool { return o.Thing == c.Thing }) {
				continue
			}
			tried := slices.Clone(stops)
			tried[i].Changes = slices.Delete(slices.Clone(stops[i].Changes), k, k+1)
			tried[i+1].Changes = append([]Change{c}, stops[i+1].Changes...)
			if f.walks(ways, tried[i:i+2]) {
				stops = tried
			}
		}
		stops[i] = f.chocked(ways, stops[i])
		for _, c := range stops[i].Changes {
			ways[f.thing(c.Thing)] = f.at(f.thing(c.Thing), c.Way)
		}
	}
	return slices.DeleteFunc(stops, func(s Stop) bool { return len(s.Changes)+len(s.Tasks) == 0 })
}

// chocked has chocks come away as late in a stop as they may: whatever else is done in it is done on a machine that stands.
func (f *search) chocked(ways [mostThings]uint8, stop Stop) Stop {
	for k := len(stop.Changes) - 2; k >= 0; k-- {
		t := &f.s.Things[f.thing(stop.Changes[k].Thing)]
		if t.Kind != Chocks || stop.Changes[k].Way != t.AtRest() {
			continue
		}
		for i := k; i+1 < len(stop.Changes); i++ {
			tried := stop
			tried.Changes = slices.Clone(stop.Changes)
			tried.Changes[i], tried.Changes[i+1] = tried.Changes[i+1], tried.Changes[i]
			if !f.walks(ways, []Stop{tried}) {
				break
			}
			stop = tried
		}
	}
	return stop
}

func (f *search) thing(id string) int {
	return slices.IndexFunc(f.s.Things, func(t Thing) bool { return t.ID == id })
}

// walks tells whether stops can be made one after the other from how things stand, and their tasks be done.
func (f *search) walks(ways [mostThings]uint8, stops []Stop) bool {
	n := &node{place: place{ways: ways}}
	for _, stop := range stops {
		for _, c := range stop.Changes {
			thing := f.thing(c.Thing)
			if n = f.changed(n, thing, f.at(thing, c.Way)); n == nil {
				return false
			}
		}
		for _, id := range stop.Tasks {
			k := slices.IndexFunc(f.tasks, func(t Task) bool { return t.ID == id })
			for i := range f.s.Things {
				if serve := f.serve[k][i]; serve != 0 && serve>>n.ways[i]&1 == 0 {
					return false
				}
			}
			if broken(f.within[k], &n.ways, f.tasks[k].HandsIn) {
				return false
			}
		}
	}
	return true
}
