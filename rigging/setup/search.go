package setup

import (
	"container/heap"
	"math/bits"
	"slices"
)

// cost is compared by changes, then stops, then minutes.
type cost struct {
	changes, stops int
	minutes        float64
}

func (c cost) less(o cost) bool {
	if c.changes != o.changes {
		return c.changes < o.changes
	}
	if c.stops != o.stops {
		return c.stops < o.stops
	}
	return c.minutes < o.minutes
}

// set is a set of tasks.
type set [mostTasks / 64]uint64

func (s set) has(k int) bool { return s[k/64]>>(k%64)&1 == 1 }
func (s set) with(k int) set { s[k/64] |= 1 << (k % 64); return s }
func (s set) count() (n int) {
	for _, w := range s {
		n += bits.OnesCount64(w)
	}
	return n
}

// place is how things stand, each by the place of its way, what is done, and whether the stop goes on: its last step was
// a change that let nothing be done.
type place struct {
	ways [mostThings]uint8
	done set
	open bool
}

type node struct {
	place
	cost cost
	left int // changes that are still needed at the least
	from *node
	step Change // that led here; of the first, none
	did  []int  // what could be done then
}

// pairs are things that stand so together, each by the places of thing and way; hands and what is loose apart.
type pairs struct {
	of    []struct{ thing, way uint8 }
	hands bool
	loose bool
	there bool // all the things are
}

// so tells whether all of it stands so.
func (p *pairs) so(ways *[mostThings]uint8, hands, loose bool) bool {
	if p.loose && !loose || p.hands && !hands {
		return false
	}
	for _, one := range p.of {
		if ways[one.thing] != one.way {
			return false
		}
	}
	return true
}

type search struct {
	s      *Setup
	tasks  []Task
	rest   [mostThings]uint8
	serve  [][mostThings]uint16 // of each task: the ways that serve, by thing, as bits; 0 where it does not care
	impos  []bool               // tasks that need what is not there
	after  [][]int
	breaks []pairs   // what must never be while nothing is proved
	within [][]pairs // and while a task is
}

func newSearch(r *Rules, tasks []Task) *search {
	s := r.of
	f := &search{s: s, tasks: tasks, breaks: r.within(nil)}
	for i := range s.Things {
		f.rest[i] = f.at(i, s.Things[i].AtRest())
	}
	for k := range tasks {
		t := &tasks[k]
		var serve [mostThings]uint16
		impossible := false
		for i := range s.Things {
			thing := &s.Things[i]
			any, named := t.Needs[thing.ID]
			if !named && (thing.Kind == Held || thing.Kind == Lock) {
				any = AnyOf{thing.AtRest()} // what is held is held for what says so alone
			}
			for _, way := range any {
				if w := f.at(i, way); w != noWay {
					serve[i] |= 1 << w
				}
			}
			impossible = impossible || len(any) > 0 && serve[i] == 0
		}
		var after []int
		for _, id := range t.After {
			if o := slices.IndexFunc(tasks, func(o Task) bool { return o.ID == id }); o >= 0 {
				after = append(after, o)
			}
		}
		f.serve, f.impos, f.after = append(f.serve, serve), append(f.impos, impossible), append(f.after, after)
		f.within = append(f.within, r.within(t))
	}
	return f
}

// noWay is the place of a way that a thing has not.
const noWay = 255

// at is where a way stands among those of a thing.
func (f *search) at(thing int, way string) uint8 {
	i := slices.IndexFunc(f.s.Things[thing].Ways, func(w Way) bool { return w.ID == way })
	return uint8(i) // −1 is noWay
}

// broken tells whether any is so; what is loose is no matter of the order.
func broken(breaks []pairs, ways *[mostThings]uint8, hands bool) bool {
	for i := range breaks {
		if breaks[i].so(ways, hands, false) {
			return true
		}
	}
	return false
}

// can tells whether a task is done as things stand.
func (f *search) can(k int, n *place) bool {
	if f.impos[k] || n.done.has(k) || slices.ContainsFunc(f.after[k], func(a int) bool { return !n.done.has(a) }) {
		return false
	}
	for i := range f.s.Things {
		if serve := f.serve[k][i]; serve != 0 && serve>>n.ways[i]&1 == 0 {
			return false
		}
	}
	return !broken(f.within[k], &n.ways, f.tasks[k].HandsIn)
}

// done does whatever may be done as things stand.
func (f *search) do(n *node) {
	for again := true; again; {
		again = false
		for k := range f.tasks {
			if f.can(k, &n.place) {
				n.place.done, again = n.place.done.with(k), true
				n.did = append(n.did, k)
			}
		}
	}
	n.open = len(n.did) == 0
	n.left = f.least(&n.place)
}

// changed is how things stand after one was made to stand another way; nil where it may not be made so: it is not reached
// in one change, what the change needs does not stand so, or something is broken while hands are at it or after.
func (f *search) changed(n *node, thing int, to uint8) *node {
	t := &f.s.Things[thing]
	way := &t.Ways[to]
	if n.ways[thing] == to || !t.Kind.reaches(t.Ways[n.ways[thing]].ID, way.ID) {
		return nil
	}
	hands := slices.Contains(byHand, t.Kind)
	for i := range f.s.Things {
		if any, there := way.Needs[f.s.Things[i].ID]; there && !slices.Contains(any, f.s.Things[i].Ways[n.ways[i]].ID) {
			return nil
		}
	}
	if hands && broken(f.breaks, &n.ways, true) {
		return nil
	}
	after := &node{place: n.place, from: n, step: Change{t.ID, way.ID}, cost: n.cost}
	after.ways[thing] = to
	if broken(f.proving(n, thing, to), &after.ways, hands) {
		return nil
	}
	after.cost.changes++
	after.cost.minutes += way.Minutes
	if !n.open {
		after.cost.stops++
	}
	return after
}

// proving is what must never be once a thing stands so: chocks that a proof needs are on as it is driven to where it is
// made.
func (f *search) proving(n *node, thing int, to uint8) []pairs {
	for k := range f.tasks {
		if !n.place.done.has(k) && f.serve[k][thing]>>to&1 == 1 && f.there(n, k, thing, to) {
			return f.within[k]
		}
	}
	return f.breaks
}

// there tells whether the machine stands where a task is done, once a thing stands another way.
func (f *search) there(n *node, task, thing int, to uint8) bool {
	for i := range f.s.Things {
		way := n.ways[i]
		if i == thing {
			way = to
		}
		if f.s.Things[i].Kind == Ground && f.serve[task][i]>>way&1 == 0 {
			return false
		}
	}
	return true
}

// ends tells whether a thing may stand so in the end: at its rest, or where the machine moves under its own power, from
// where it is brought home as always.
func (f *search) ends(thing int, way uint8) bool {
	t := &f.s.Things[thing]
	return way == f.rest[thing] || t.Kind == Ground && slices.Contains(moving, t.Ways[way].ID)
}

// least is how many changes are needed yet at the least: each thing goes through every way that an open task cannot do
// without, and ends as it may.
func (f *search) least(n *place) (left int) {
	for i := range f.s.Things {
		var needed uint16
		for k := range f.tasks {
			if serve := f.serve[k][i]; !n.done.has(k) && bits.OnesCount16(serve) == 1 {
				needed |= serve
			}
		}
		needed &^= 1 << n.ways[i]
		left += bits.OnesCount16(needed)
		back := needed != 0 || !f.ends(i, n.ways[i])
		for w := range f.s.Things[i].Ways {
			back = back && !(needed>>w&1 == 1 && f.ends(i, uint8(w)))
		}
		if back {
			left++
		}
	}
	return left
}

func (f *search) find(from Stand) ([]Stop, bool) {
	first := new(node)
	for i := range f.s.Things {
		if first.ways[i] = f.at(i, f.s.Way(from, f.s.Things[i].ID)); first.ways[i] == noWay || f.rest[i] == noWay {
			return nil, false
		}
	}
	f.do(first)
	best := map[place]cost{first.place: {}}
	open := &queue{first}
	most := min(mostLooked, mostWork/max(1, len(f.tasks)*len(f.s.Things)))
	for made := 0; open.Len() > 0 && made < most; {
		n := heap.Pop(open).(*node)
		if best[n.place].less(n.cost) {
			continue
		}
		if n.left == 0 && n.place.done.count() == len(f.tasks) {
			return f.later(first.ways, f.stops(n)), true
		}
		for i := range f.s.Things {
			for w := range f.s.Things[i].Ways {
				next := f.changed(n, i, uint8(w))
				if next == nil {
					continue
				}
				made++
				f.do(next)
				if known, there := best[next.place]; !there || next.cost.less(known) {
					best[next.place] = next.cost
					heap.Push(open, next)
				}
			}
		}
	}
	return nil, false
}

// queue is the open nodes, the cheapest first.
type queue []*node

func (q queue) Len() int { return len(q) }
func (q queue) Less(i, j int) bool {
	a, b := q[i].cost, q[j].cost
	a.changes, b.changes = a.changes+q[i].left, b.changes+q[j].left
	if a == b {
		return q[i].left < q[j].left
	}
	return a.less(b)
}
func (q queue) Swap(i, j int) { q[i], q[j] = q[j], q[i] }

func (q *queue) Push(x any) { *q = append(*q, x.(*node)) }
func (q *queue) Pop() any {
	old := *q
	n := old[len(old)-1]
	*q = old[:len(old)-1]
	return n
}
