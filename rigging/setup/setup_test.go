package setup

import (
	"encoding/json"
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// things makes things of their kinds with all the ways of each, named "id kind".
func things(t testing.TB, list ...string) (s *Setup) {
	s = new(Setup)
	for _, one := range list {
		var id, kind string
		_, err := fmt.Sscanf(one, "%s %s", &id, &kind)
		require.NoError(t, err)
		thing := Thing{ID: id, Kind: Kind(kind), Name: id}
		require.NotNil(t, thing.Kind.Ways(), kind)
		for _, way := range thing.Kind.Ways() {
			thing.Ways = append(thing.Ways, Way{ID: way, Minutes: 1})
		}
		s.Things = append(s.Things, thing)
	}
	return s
}

func needs(pairs ...string) Needs {
	out := Needs{}
	for i := 0; i < len(pairs); i += 2 {
		out[pairs[i]] = append(out[pairs[i]], pairs[i+1])
	}
	return out
}

func changes(stops []Stop) (n int) {
	for _, one := range stops {
		n += len(one.Changes)
	}
	return n
}

// A parking brake with an automatic tensioner, as hands take it: chocks and stands; the tensioner held for the shoes and
// given back; down, chocks off, onto the slope.
func TestAParkingBrakeTakesSevenChanges(t *testing.T) {
	s := things(t, "ground ground", "chocks chocks", "tensioner held")
	up := func(more ...string) Needs { return needs(append([]string{"ground", Stands}, more...)...) }
	tasks := []Task{
		{ID: "drag", Needs: up()}, {ID: "notches", Needs: up()},
		{ID: "shoes.left", Needs: up("tensioner", On), HandsIn: true, After: []string{"drag", "notches"}},
		{ID: "shoes.right", Needs: up("tensioner", On), HandsIn: true, After: []string{"drag", "notches"}},
		{ID: "drag again", Needs: up("tensioner", Off), After: []string{"shoes.left", "shoes.right"}},
		{ID: "spring", Needs: up("tensioner", Off), After: []string{"shoes.left", "shoes.right"}},
		{ID: "slope", Needs: needs("ground", Slope), After: []string{"drag again", "spring"}},
		{ID: "sign", After: []string{"slope"}},
	}
	stops, ok := s.Order(Stand{}, tasks)
	require.True(t, ok)
	assert.Equal(t, 7, changes(stops))
	assert.Equal(t, Stop{[]Change{{"chocks", On}, {"ground", Stands}}, []string{"drag", "notches"}}, stops[0], "chocks before stands")
	assert.Equal(t, []Change{{"tensioner", On}}, stops[1].Changes)
	assert.Equal(t, []Change{{"tensioner", Off}}, stops[2].Changes)
	assert.Equal(t, []string{"slope", "sign"}, stops[len(stops)-1].Tasks)
	assert.Equal(t, Change{"ground", Slope}, stops[len(stops)-1].Changes[2], "chocks off, then onto the slope")
}

// An aileron loop: floor and panels, yoke and bellcrank pins; ground proofs with the pins out; closed, in the air; the key
// back in.
func TestAnAileronLoopTakesFifteenChanges(t *testing.T) {
	s := things(t, "key key", "ground ground", "floor part", "left part", "right part", "yoke pin", "pin.left pin", "pin.right pin")
	found := needs("floor", Off, "yoke", In)
	rod := func(side string) Needs { return needs(side, Off, "pin."+side, In, "yoke", In) }
	tasks := []Task{
		{ID: "tension", Needs: found, HandsIn: true}, {ID: "fair", Needs: found},
		{ID: "rod.left", Needs: rod("left"), HandsIn: true, After: []string{"tension", "fair"}},
		{ID: "rod.right", Needs: rod("right"), HandsIn: true, After: []string{"tension", "fair"}},
		{ID: "turnbuckles", Needs: needs("floor", Off, "yoke", In, "pin.left", In, "pin.right", In), HandsIn: true,
			After: []string{"rod.left", "rod.right"}},
		{ID: "tension again", Needs: needs("floor", Off, "yoke", In, "pin.left", Out, "pin.right", Out), HandsIn: true,
			After: []string{"turnbuckles"}},
		{ID: "sense", Needs: needs("yoke", Out, "pin.left", Out, "pin.right", Out), After: []string{"tension again"}},
		{ID: "travels", Needs: needs("yoke", Out, "pin.left", Out, "pin.right", Out), After: []string{"tension again"}},
		{ID: "sign", After: []string{"sense", "travels"}}, {ID: "inspection", After: []string{"sign"}},
		{ID: "flight", Needs: needs("ground", Air, "key", Running), After: []string{"inspection"}},
	}
	stops, ok := s.Order(Stand{}, tasks)
	require.True(t, ok)
	assert.Equal(t, 15, changes(stops))
	last := stops[len(stops)-1]
	assert.Equal(t, []Change{{"key", In}}, last.Changes)
	flight := stops[len(stops)-2]
	assert.Equal(t, []string{"flight"}, flight.Tasks)
	assert.NotContains(t, flight.Changes, Change{"yoke", Out}, "the pins were out for the sense")
}

// What must never be, each with what stands so, and how it is not any more.
func TestWhatMustNeverBe(t *testing.T) {
	s := things(t, "key key", "power power", "gear gear", "ground ground", "wheel.left wheels", "chocks chocks", "propeller propeller",
		"cooling cooling", "pin pin", "lock lock", "cover part", "cable cable", "tie held", "oil fluid")
	s.Things[10].Ways = append(s.Things[10].Ways, Way{ID: "ajar", Left: true})
	s.Never = []Together{{"cover": Off, "oil": Full}}
	for _, one := range []struct {
		name string
		now  Stand
		boat bool
		says string // "" for nothing broken
	}{
		{"at rest", Stand{}, true, ""},
		{"propeller", Stand{Ways: map[string]string{"key": Running, "propeller": Chocked, "cooling": On}}, true, "chocked propeller"},
		{"warm counts as running", Stand{Ways: map[string]string{"key": Warm}, HandsIn: true}, false, "hands are in while the engine"},
		{"key on is not running", Stand{Ways: map[string]string{"key": On}, HandsIn: true}, false, ""},
		{"power", Stand{Ways: map[string]string{"power": On}, HandsIn: true}, false, "power is on"},
		{"finger tight", Stand{Ways: map[string]string{"key": Running}, Loose: true}, false, "finger tight"},
		{"no water", Stand{Ways: map[string]string{"key": Running}}, true, "without water"},
		{"a car needs none", Stand{Ways: map[string]string{"key": Running}}, false, ""},
		{"afloat it has water", Stand{Ways: map[string]string{"key": Running, "ground": Afloat}}, true, ""},
		{"gear on stands", Stand{Ways: map[string]string{"ground": Stands, "chocks": On, "gear": In, "key": Running}}, false, "gear is in"},
		{"stands without chocks", Stand{Ways: map[string]string{"ground": Stands, "chocks": Near}}, false, "without chocks"},
		{"down with a wheel off", Stand{Ways: map[string]string{"wheel.left": Off}}, false, "wheel off"},
		{"snug may stand", Stand{Ways: map[string]string{"wheel.left": Snug}}, false, ""},
		{"nothing holds it", Stand{Ways: map[string]string{"cable": Off}}, false, "nothing holds it"},
		{"the tie holds the cable", Stand{Ways: map[string]string{"tie": On}}, false, "nothing holds it"},
		{"the sheet's own", Stand{Ways: map[string]string{"cover": Off}}, false, "the sheet forbids it"},
	} {
		var says []string
		s.Boat = one.boat
		for _, b := range s.Broken(one.now, nil) {
			says = append(says, b.Says)
		}
		if one.says == "" {
			assert.Empty(t, says, one.name)
			continue
		}
		require.Len(t, says, 1, one.name)
		assert.Contains(t, says[0], one.says, one.name)
	}
	under := func(way string, more Stand, task *Task) int {
		more.Ways["ground"] = way
		n := 0
		for _, b := range s.Broken(more, task) {
			if b.Says == core[len(core)-1].says {
				n++
			}
		}
		return n
	}
	for thing, way := range map[string]string{"pin": In, "lock": On, "wheel.left": Snug, "cable": Off, "tie": On, "oil": LetOut, "chocks": On, "cover": Off} {
		for _, moving := range []string{Slope, Road, Water, Air} {
			assert.Equal(t, 1, under(moving, Stand{Ways: map[string]string{thing: way}}, nil), "%s on %s", thing, moving)
		}
		for _, still := range []string{OnWheels, Stands, Slip, Afloat} {
			assert.Zero(t, under(still, Stand{Ways: map[string]string{thing: way}}, nil), "%s %s", thing, still)
		}
	}
	assert.Equal(t, 1, under(Road, Stand{Ways: map[string]string{}, Loose: true}, nil))
	assert.Zero(t, under(Slope, Stand{Ways: map[string]string{"chocks": On}}, &Task{Needs: needs("chocks", On)}), "the proof itself needs them")
	s.Thing("cover").Way(Off).Left = true
	assert.Zero(t, under(Road, Stand{Ways: map[string]string{"cover": Off}}, nil), "it may be left off")
}

// What a task allows takes away what it names, and no more.
func TestWhatIsAllowed(t *testing.T) {
	s := things(t, "key key", "propeller propeller")
	hot := &Task{Allows: []Together{{"key": Warm, Hands: In}}}
	assert.Empty(t, s.Broken(Stand{Ways: map[string]string{"key": Warm}, HandsIn: true}, hot))
	assert.Len(t, s.Broken(Stand{Ways: map[string]string{"key": Running}, HandsIn: true}, hot), 1)
	assert.Len(t, s.Broken(Stand{Ways: map[string]string{"key": Warm, "propeller": Chocked}, HandsIn: true}, hot), 1)
}

func TestThereMayBeNoWay(t *testing.T) {
	s := things(t, "key key", "propeller propeller")
	_, ok := s.Order(Stand{}, []Task{{ID: "locks", Needs: needs("key", Running, "propeller", Chocked)}})
	assert.False(t, ok, "it must never be")
	_, ok = s.Order(Stand{}, []Task{{ID: "flies", Needs: needs("key", "gone")}})
	assert.False(t, ok, "there is no such way")
	_, ok = s.Order(Stand{}, []Task{{ID: "a", After: []string{"b"}}, {ID: "b", After: []string{"a"}}})
	assert.False(t, ok, "they wait for each other")
	s.Thing("propeller").Way(Chocked).Needs = needs("key", Pocket)
	stops, ok := s.Order(Stand{}, []Task{{ID: "turned", Needs: needs("propeller", Chocked), HandsIn: true}})
	require.True(t, ok)
	assert.Equal(t, []Change{{"key", Pocket}, {"propeller", Chocked}}, stops[0].Changes, "the key first")
}

func TestNeedsAreOneWayOrSeveral(t *testing.T) {
	var n Needs
	require.NoError(t, json.Unmarshal([]byte(`{"key":"pocket","ground":["wheels","stands"]}`), &n))
	assert.Equal(t, needs("key", Pocket, "ground", OnWheels, "ground", Stands), n)
	raw, err := json.Marshal(n)
	require.NoError(t, err)
	assert.JSONEq(t, `{"key":"pocket","ground":["wheels","stands"]}`, string(raw))
	assert.Error(t, json.Unmarshal([]byte(`{"key":7}`), &n))
	s := things(t, "key key", "ground ground")
	assert.Equal(t, []string{"key"}, s.Missing(Stand{Ways: map[string]string{"ground": Stands}}, n))
	assert.Equal(t, []string{Hands}, s.Missing(Stand{HandsIn: true}, needs(Hands, Clear)))
}

// fewest tries every way by breadth, without a bound and without doing several things at once.
func fewest(s *Setup, tasks []Task) int {
	f := newSearch(s.Rules(), tasks)
	seen := map[place]bool{}
	level := []*node{{place: place{ways: f.rest}}}
	for n := 0; len(level) > 0; n++ {
		var after []*node
		for len(level) > 0 {
			one := level[0]
			level = level[1:]
			one.open = false
			if seen[one.place] {
				continue
			}
			seen[one.place] = true
			home := true
			for i := range s.Things {
				home = home && f.ends(i, one.ways[i])
			}
			if home && one.done.count() == len(tasks) {
				return n
			}
			for k := range tasks {
				if f.can(k, &one.place) {
					level = append(level, &node{place: place{ways: one.ways, done: one.done.with(k)}})
				}
			}
			for i := range s.Things {
				for w := range s.Things[i].Ways {
					if next := f.changed(one, i, uint8(w)); next != nil {
						after = append(after, next)
					}
				}
			}
		}
		level = after
	}
	return -1
}

// The way found has as few changes as any, and does every task once, as things stand for it, in its order.
func TestTheOrderHasTheFewestChanges(t *testing.T) {
	reached := map[string]int{}
	rapid.Check(t, func(rt *rapid.T) {
		all := []string{"key key", "ground ground", "chocks chocks", "cover part", "pin pin", "tie held", "propeller propeller"}
		var some []string
		for _, one := range all {
			if rapid.Bool().Draw(rt, one) {
				some = append(some, one)
			}
		}
		s := things(t, some...)
		var tasks []Task
		for i := range rapid.IntRange(1, 4).Draw(rt, "tasks") {
			task := Task{ID: fmt.Sprint(i), Needs: Needs{}, HandsIn: rapid.Bool().Draw(rt, "hands")}
			for _, thing := range s.Things {
				if rapid.IntRange(0, 2).Draw(rt, "cares") == 0 {
					task.Needs[thing.ID] = AnyOf{rapid.SampledFrom(thing.Kind.Ways()).Draw(rt, thing.ID)}
				}
			}
			if i > 0 && rapid.Bool().Draw(rt, "waits") {
				task.After = []string{fmt.Sprint(rapid.IntRange(0, i-1).Draw(rt, "for"))}
			}
			tasks = append(tasks, task)
		}
		want := fewest(s, tasks)
		stops, ok := s.Order(Stand{}, tasks)
		if (want >= 0) != ok {
			rt.Fatalf("by trying all %d, found %t: %+v", want, ok, tasks)
		}
		if !ok {
			reached["no way"]++
			return
		}
		if changes(stops) != want {
			rt.Fatalf("%d changes, %d are enough: %+v", changes(stops), want, stops)
		}
		now, done := Stand{Ways: map[string]string{}}, []string{}
		for _, stop := range stops {
			for _, c := range stop.Changes {
				now.Ways[c.Thing] = c.Way
				now.HandsIn = false
				if b := s.Broken(now, nil); len(b) > 0 && s.Thing(c.Thing).Kind != Chocks && now.Ways["chocks"] != On {
					rt.Fatalf("%v breaks %v", c, b)
				}
			}
			for _, id := range stop.Tasks {
				i := slices.IndexFunc(tasks, func(o Task) bool { return o.ID == id })
				now.HandsIn = tasks[i].HandsIn
				if len(s.Missing(now, tasks[i].Needs)) > 0 || len(s.Broken(now, &tasks[i])) > 0 || slices.Contains(done, id) {
					rt.Fatalf("%s is done as it cannot be: %v", id, now)
				}
				for _, before := range tasks[i].After {
					if !slices.Contains(done, before) {
						rt.Fatalf("%s before %s", id, before)
					}
				}
				done = append(done, id)
			}
		}
		if len(done) != len(tasks) {
			rt.Fatalf("%v of %d", done, len(tasks))
		}
		reached[fmt.Sprintf("%d stops", min(len(stops), 3))]++
	})
	if testing.Short() { // too few to say how many there are of each
		assert.NotEmpty(t, reached)
		return
	}
	assert.Greater(t, reached["no way"], 3)
	assert.Greater(t, reached["2 stops"]+reached["3 stops"], 10, "%v", reached)
}

func BenchmarkOrder(b *testing.B) {
	s := things(b, "key key", "ground ground", "floor part", "left part", "right part", "yoke pin", "pin.left pin", "pin.right pin", "lock lock")
	var tasks []Task
	for i, thing := range []string{"floor", "left", "right", "yoke", "pin.left", "pin.right"} {
		way := map[Kind]string{Part: Off, Pin: In}[s.Thing(thing).Kind]
		tasks = append(tasks, Task{ID: thing, Needs: needs(thing, way), HandsIn: true})
		if i > 0 {
			tasks = append(tasks, Task{ID: thing + " again", Needs: needs(thing, s.Thing(thing).AtRest()), After: []string{thing}})
		}
	}
	tasks = append(tasks, Task{ID: "flight", Needs: needs("ground", Air, "key", Running), After: []string{"pin.right again"}})
	for b.Loop() {
		if _, ok := s.Order(Stand{}, tasks); !ok {
			b.Fatal("no way")
		}
	}
}

// What cannot be is refused where it is written, and a task that needs what must never be shows both demands.
func TestASetUpThatCannotBeIsRefused(t *testing.T) {
	whole := func() *Setup { return things(t, "key key", "propeller propeller", "ground ground") }
	require.Empty(t, whole().Faults([]Task{{ID: "locks", Needs: needs("key", Pocket, "propeller", Free), HandsIn: true}}))
	for field, spoil := range map[string]func(s *Setup) []Task{
		"setup[1].id":         func(s *Setup) []Task { s.Things[1].ID = "key"; return nil },
		"setup[0].id":         func(s *Setup) []Task { s.Things[0].ID = Hands; return nil },
		"setup[0].kind":       func(s *Setup) []Task { s.Things[0].Kind = "button"; return nil },
		"setup[0].ways":       func(s *Setup) []Task { s.Things[0].Ways = s.Things[0].Ways[:1]; return nil },
		"setup[1].ways[0].id": func(s *Setup) []Task { s.Things[1].Ways[0].ID = Running; return nil },
		"setup[1].ways[1].id": func(s *Setup) []Task { s.Things[1].Ways[1].ID = Free; return nil },
		"setup[0].rest":       func(s *Setup) []Task { s.Things[0].Rest = "gone"; return nil },
		"setup[2].ways": func(s *Setup) []Task {
			s.Things[2].Ways = s.Things[2].Ways[6:]
			s.Things[2].Rest = Afloat
			s.Things[2].Ways = append(s.Things[2].Ways, Way{ID: Road})
			return nil
		},
		"setup[1].ways[1].needs.x": func(s *Setup) []Task { s.Things[1].Ways[1].Needs = needs("x", In); return nil },
		"never[0].key":             func(s *Setup) []Task { s.Never = []Together{{"key": "lost", "propeller": Chocked}}; return nil },
		"never[0]":                 func(s *Setup) []Task { s.Never = []Together{{"key": Running}}; return nil },
		"needs of a.hands":         func(*Setup) []Task { return []Task{{ID: "a", Needs: needs(Hands, On)}} },
		"needs of a.key":           func(*Setup) []Task { return []Task{{ID: "a", Needs: Needs{"key": nil}}} },
		"needs of a":               func(*Setup) []Task { return []Task{{ID: "a", Needs: needs("key", Running, "propeller", Chocked)}} },
		"needs of b":               func(*Setup) []Task { return []Task{{ID: "b", Needs: needs("key", Running), HandsIn: true}} },
	} {
		s := whole()
		tasks := spoil(s)
		var fields []string
		for _, f := range s.Faults(tasks) {
			fields = append(fields, f.Field)
		}
		assert.Contains(t, fields, field)
	}
	f := whole().Faults([]Task{{ID: "reverse locks", Needs: needs("key", Running, "propeller", Chocked)}})
	require.Len(t, f, 1)
	assert.Equal(t, "it needs key running and propeller chocked, and that must never be: the engine would turn a chocked propeller", f[0].Message)
	allowed := []Task{{ID: "hot", Needs: needs("key", Warm), HandsIn: true, Allows: []Together{{"key": Warm, Hands: In}}}}
	assert.Empty(t, whole().Faults(allowed))
}

// What nobody would write – everything stands two ways, everything needs something else – is given up, and soon: the one
// who asks takes what comes next by itself.
func TestAnOrderThatTakesTooLongIsGivenUp(t *testing.T) {
	s := &Setup{}
	for i := range mostThings {
		s.Things = append(s.Things, Thing{ID: fmt.Sprint("p", i), Kind: Part, Name: "part", Ways: []Way{{ID: On}, {ID: Off}}})
	}
	var tasks []Task
	for k := range 60 {
		n := Needs{}
		for i := range 3 {
			n[fmt.Sprint("p", (k*7+i*11)%mostThings)] = AnyOf{[]string{On, Off}[(k+i)%2]}
		}
		tasks = append(tasks, Task{ID: fmt.Sprint("t", k), Needs: n})
	}
	_, ok := s.Order(Stand{}, tasks)
	assert.False(t, ok)
	_, ok = s.Order(Stand{}, tasks[:1])
	assert.True(t, ok)
}
