package setup

import (
	"crypto/sha256"
	"maps"
	"slices"
	"strconv"
	"strings"
)

// Change is one thing that is made to stand another way.
type Change struct{ Thing, Way string }

// Stop is the changes that are made together, and the tasks that are done as things stand then.
type Stop struct {
	Changes []Change
	Tasks   []string
}

// MostThings is how many things a sheet may have, each at each of its places, MostOwn how many a run may have beside them.
const (
	MostThings = 24
	MostOwn    = 8
)

// What a search is bounded by: things and tasks of one work, ways of standing that are come to before it is given up, and
// what looking at each of them takes, in tasks times things. An aileron loop comes to ten thousand.
const (
	mostThings = MostThings + MostOwn // what lies beyond is held to nothing
	mostTasks  = 128
	mostLooked = 40_000
	mostWork   = 10_000_000
)

// Order is the way through all tasks and back to rest with the fewest changes, then the fewest stops, then the fewest
// minutes. What may be done as things stand is done first; so the first stop has no changes where something may. ok is
// false where no way leads through: a task needs what never may be, or what no change reaches, or there are more than 32
// things or 128 tasks.
func (s *Setup) Order(from Stand, tasks []Task) (stops []Stop, ok bool) {
	return s.Rules().Order(from, tasks)
}

// Order is as that of the set-up. What was found is kept, and what it leads through: it is searched again only where the
// work departs from it.
func (r *Rules) Order(from Stand, tasks []Task) (stops []Stop, ok bool) {
	if r == nil || r.of == nil || len(r.of.Things) > mostThings || len(tasks) > mostTasks {
		return nil, false
	}
	asked := spelled(tasks)
	key := func(now Stand) [32]byte { return sha256.Sum256([]byte(r.of.spelled(now) + asked)) } // what is asked is long
	if stops, known := r.kept.Get(key(from)); known {
		return stops, stops != nil
	}
	if stops, ok = newSearch(r, tasks).find(from); ok && stops == nil {
		stops = []Stop{}
	}
	r.kept.Add(key(from), stops)
	if !ok || len(stops) == 0 {
		return stops, ok
	}
	now, rest := from, stops
	for k := 1; k < len(stops[0].Changes); k++ {
		now = now.With(stops[0].Changes[k-1])
		rest = slices.Clone(rest)
		rest[0].Changes = stops[0].Changes[k:]
		r.kept.Add(key(now), rest)
	}
	return stops, true
}

// spelled is how everything stands, as a key.
func (s *Setup) spelled(now Stand) string {
	var b strings.Builder
	for i := range s.Things {
		b.WriteString(s.Way(now, s.Things[i].ID))
		b.WriteByte(0)
	}
	return b.String()
}

// spelled is some work, as a key: all that an order of it hangs on, each word and list with its length before it.
func spelled(tasks []Task) string {
	b := make([]byte, 0, 256*len(tasks))
	word := func(w string) { b = append(append(strconv.AppendInt(b, int64(len(w)), 10), ' '), w...) }
	list := func(words []string) {
		b = append(strconv.AppendInt(b, int64(len(words)), 10), ' ')
		for _, w := range words {
			word(w)
		}
	}
	for i := range tasks {
		t := &tasks[i]
		word(t.ID)
		things := slices.Sorted(maps.Keys(t.Needs))
		list(things)
		for _, id := range things {
			list(t.Needs[id])
		}
		list(t.After)
		for _, together := range t.Allows {
			things := slices.Sorted(maps.Keys(together))
			list(things)
			for _, id := range things {
				word(together[id])
			}
		}
		b = strconv.AppendBool(b, t.HandsIn)
	}
	return string(b)
}
