package setup

import (
	"slices"
	"strings"

	lru "github.com/hashicorp/golang-lru/v2"
)

// Break is something that must never be: the things that stand so together, and why.
type Break struct {
	Says   string
	Things Together
}

// Task is what a moment is looked at for: what the task needs may stand under way, and what it allows takes a never away.
type Task struct {
	ID      string
	Needs   Needs
	Allows  []Together
	After   []string // tasks that are done before it
	HandsIn bool     // they are in while it is done
}

// rule is one of the core's nevers: every combination of things that breaks it.
type rule struct {
	says   string
	broken func(l look) []Together
}

// look is what a rule asks, by kind: everything that could stand so.
type look struct {
	s    *Setup
	task *Task
}

// so are the ways in which things of a kind could stand, of some ways.
func (l look) so(kind Kind, any ...string) (out []Together) {
	for i := range l.s.Things {
		t := &l.s.Things[i]
		for _, w := range t.Ways {
			if t.Kind == kind && slices.Contains(any, w.ID) {
				out = append(out, Together{t.ID: w.ID})
			}
		}
	}
	return out
}

// Loose is the name by which a break speaks of what is only finger tight.
const Loose = "finger tight"

func (look) hands() []Together { return []Together{{Hands: In}} }
func (look) loose() []Together { return []Together{{Loose: In}} }

// both are all pairs of two lists.
func both(a, b []Together) (out []Together) {
	for _, one := range a {
		for _, other := range b {
			pair := Together{}
			for _, of := range []Together{one, other} {
				for id, way := range of {
					pair[id] = way
				}
			}
			out = append(out, pair)
		}
	}
	return out
}

func (l look) running() []Together { return l.so(Key, Running, Warm) }

// underWay is what stands otherwise than it may when the machine moves: what the task itself needs so may.
func (l look) underWay() (out []Together) {
	out = append(out, l.loose()...)
	out = append(out, l.so(Held, On)...)
	out = append(out, l.so(Pin, In)...)
	out = append(out, l.so(Lock, On)...)
	out = append(out, l.so(Cable, Off)...)
	out = append(out, l.so(Wheels, Off, Snug)...)
	out = append(out, l.so(Fluid, LetOut)...)
	for _, one := range l.so(Chocks, On) {
		for id := range one {
			if l.task == nil || !slices.Contains(l.task.Needs[id], On) {
				out = append(out, one)
			}
		}
	}
	for _, one := range l.so(Part, Off) {
		for id := range one {
			if w := l.s.Thing(id).Way(Off); w == nil || !w.Left {
				out = append(out, one)
			}
		}
	}
	return out
}

// moving are the places where the machine moves under its own power.
var moving = []string{Slope, Road, Air, Water}

// core is what must never be together on any machine.
var core = []rule{
	{"the engine would turn a chocked propeller", func(l look) []Together { return both(l.running(), l.so(Propeller, Chocked)) }},
	{"hands are in while the engine runs", func(l look) []Together { return both(l.running(), l.hands()) }},
	{"hands are in while the power is on", func(l look) []Together { return both(l.so(Power, On), l.hands()) }},
	{"the engine runs with something finger tight", func(l look) []Together { return both(l.running(), l.loose()) }},
	{"the engine of a boat runs ashore without water", func(l look) []Together {
		if !l.s.Boat {
			return nil
		}
		ashore := both(l.running(), l.so(Ground, OnWheels, Stands, Slip))
		if !slices.ContainsFunc(l.s.Things, func(t Thing) bool { return t.Kind == Cooling }) {
			return ashore // nothing brings it water
		}
		return both(ashore, l.so(Cooling, Off))
	}},
	{"a gear is in on stands while the engine runs", func(l look) []Together {
		return both(both(l.so(Ground, Stands), l.running()), l.so(Gear, In))
	}},
	{"it stands on stands without chocks", func(l look) []Together { return both(l.so(Ground, Stands), l.so(Chocks, Off, Near)) }},
	{"it is down with a wheel off", func(l look) []Together {
		return both(l.so(Ground, OnWheels, Slope, Road, Air, Slip), l.so(Wheels, Off))
	}},
	{"nothing holds it: chocks off and the brake's cable loose", func(l look) []Together {
		return both(l.so(Chocks, Off, Near), append(l.so(Cable, Off), l.so(Held, On)...))
	}},
	{"it would move with something not as it must be", func(l look) []Together {
		return both(l.so(Ground, moving...), l.underWay())
	}},
}

// nevers is everything that must never be together while a task is done, nil for none: the core's own rules and the
// set-up's, without what the task allows.
func (s *Setup) nevers(task *Task) (out []Break) {
	add := func(says string, things Together) {
		if task == nil || !slices.ContainsFunc(task.Allows, func(a Together) bool { return covers(a, things) }) {
			out = append(out, Break{says, things})
		}
	}
	for _, r := range core {
		for _, things := range r.broken(look{s, task}) {
			add(r.says, things)
		}
	}
	for _, never := range s.Never {
		if len(never) > 0 {
			add(s.spoken(never)+": the sheet forbids it", never)
		}
	}
	return out
}

// spoken are things that stand so at once, in words, in the order of the set-up.
func (s *Setup) spoken(never Together) string {
	var out []string
	for i := range s.Things {
		if t := &s.Things[i]; never[t.ID] != "" {
			out = append(out, t.Name+" "+t.Says(never[t.ID]))
		}
	}
	if never[Hands] != "" {
		out = append(out, "hands "+never[Hands])
	}
	return strings.Join(out, " with ")
}

// Broken is what must never be and is so as things stand while a task is done (nil for none), nil where nothing is.
func (s *Setup) Broken(now Stand, task *Task) (out []Break) { return s.Rules().Broken(now, task) }

// Rules are what must never be of a set-up, worked out once for whoever asks often. They hold while nothing is added to
// its things. Its zero value forbids nothing.
type Rules struct {
	of     *Setup
	breaks []Break
	pairs  []pairs // in the order of breaks
	kept   *lru.Cache[[32]byte, []Stop]
}

// mostKept is how many orders of work Rules keep.
const mostKept = 256

// Rules works them out.
func (s *Setup) Rules() *Rules {
	all := s.nevers(nil)
	kept, err := lru.New[[32]byte, []Stop](mostKept)
	if err != nil {
		panic(err) // of its size alone
	}
	return &Rules{s, all, s.pairsOf(all), kept}
}

// Broken is as that of the set-up.
func (r *Rules) Broken(now Stand, task *Task) (out []Break) {
	if r == nil || r.of == nil {
		return nil
	}
	ways := r.of.places(now)
	breaks, pairs := r.breaks, r.pairs
	if task != nil && (len(task.Allows) > 0 || r.of.holds(task)) {
		breaks = r.of.nevers(task)
		pairs = r.of.pairsOf(breaks)
	}
	for i := range pairs {
		if pairs[i].there && pairs[i].so(&ways, now.HandsIn, now.Loose) {
			out = append(out, breaks[i])
		}
	}
	return out
}

// holds tells whether a task needs chocks that may stay under way for it.
func (s *Setup) holds(task *Task) bool {
	for id, any := range task.Needs {
		if t := s.Thing(id); t != nil && t.Kind == Chocks && slices.Contains(any, On) {
			return true
		}
	}
	return false
}

// places is how everything stands, each by the place of its way; what stands in a way that it has not is at none.
func (s *Setup) places(now Stand) (out [mostThings]uint8) {
	for i := range min(len(s.Things), mostThings) {
		t := &s.Things[i]
		way, said := now.Ways[t.ID]
		if !said {
			way = t.AtRest()
		}
		out[i] = uint8(slices.IndexFunc(t.Ways, func(w Way) bool { return w.ID == way }))
	}
	return out
}

// within is the nevers of a task, nil for none, by the places of things and ways, without those of things that are not
// there.
func (r *Rules) within(task *Task) []pairs {
	all := r.pairs
	if task != nil && (len(task.Allows) > 0 || r.of.holds(task)) {
		all = r.of.pairsOf(r.of.nevers(task))
	}
	var out []pairs
	for _, p := range all {
		if p.there {
			out = append(out, p)
		}
	}
	return out
}

func (s *Setup) pairsOf(breaks []Break) (out []pairs) {
	for _, never := range breaks {
		p, there := pairs{}, true
		for id, way := range never.Things {
			switch id {
			case Hands:
				p.hands = way == In
			case Loose:
				p.loose = true
			default:
				i := slices.IndexFunc(s.Things, func(t Thing) bool { return t.ID == id })
				w := -1
				if i >= 0 {
					w = slices.IndexFunc(s.Things[i].Ways, func(w Way) bool { return w.ID == way })
				}
				if there = there && w >= 0 && i < mostThings; there {
					p.of = append(p.of, struct{ thing, way uint8 }{uint8(i), uint8(w)})
				}
			}
		}
		p.there = there
		out = append(out, p)
	}
	return out
}

// covers tells whether what is allowed names everything of a break.
func covers(allowed, things Together) bool {
	for id, way := range things {
		if allowed[id] != way {
			return false
		}
	}
	return true
}

// Says is everything that they forbid and could be, in words.
func (r *Rules) Says() (out []string) {
	for i := range r.pairs {
		if r.pairs[i].there {
			out = append(out, r.breaks[i].Says)
		}
	}
	return out
}
