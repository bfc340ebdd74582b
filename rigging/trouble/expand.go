package trouble

import (
	"encoding/json"
	"strings"

	"brankel/rigging/rig"
)

// detents is what is known with the names of the rig's second and last detent in it.
func detents(k *Knowledge, m *rig.Model) *Knowledge {
	all := m.Detents()
	if len(all) < 2 {
		return k
	}
	out := put(put(*k, "{second}", all[1]), "{last}", all[len(all)-1])
	return &out
}

// filled puts a place where {each} stands.
func filled[T any](v T, place string) T { return put(v, onePlace, place) }

// put writes a name over a mark in every text of a value, by way of its JSON.
func put[T any](v T, mark, name string) (out T) {
	raw, _ := json.Marshal(v)       // plain data
	quoted, _ := json.Marshal(name) // a place may be called anything
	text := strings.ReplaceAll(string(raw), mark, string(quoted[1:len(quoted)-1]))
	_ = json.Unmarshal([]byte(text), &out)
	return out
}

// at is a value at each place where it is marked so; its id then names the place.
func at[T any](v T, each bool, places []string) (out []T) {
	if !each {
		return []T{v}
	}
	for _, place := range places {
		out = append(out, filled(v, place))
	}
	return out
}

func (b *Finder) expand(k *Knowledge, places []string) {
	for _, t := range k.Tests {
		id := t.ID
		for i, one := range at(t, t.Each, places) {
			if t.Each {
				one.ID = id + "." + places[i]
			}
			b.tests = append(b.tests, &test{Test: one})
		}
	}
	for _, c := range k.Causes {
		id := c.ID
		for i, one := range at(c, c.Each, places) {
			if c.Each {
				one.ID = id + "." + places[i]
			}
			b.causes = append(b.causes, &cause{Cause: one})
		}
	}
}
