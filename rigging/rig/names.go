package rig

import (
	"maps"
	"slices"
	"strings"
	"unicode/utf8"

	"brankel/rigging/fault"
	"brankel/rigging/input"
)

// mostNames is how many sides, wheels, hooks, planes or detents a rig may have,
// longestName how many letters one of them.
const mostNames, longestName = 24, 60

// checkNames tells names that are empty or stand twice at their places, and lists that
// are too long; key is the field of an entry that holds its name.
func checkNames(f *input.Faults, names []string, list, key string) {
	f.AddIf(len(names) > mostNames, list, "these are more than any rig has: write 24 at the most")
	for i, name := range names {
		at := input.Item(list, i)
		if key != "" {
			at = input.Join(at, key)
		}
		f.AddIf(strings.TrimSpace(name) == "", at, "write a name")
		f.AddIf(utf8.RuneCountInString(name) > longestName, at, "say it in 60 letters")
		f.AddIf(slices.Contains(names[:i], name), at, "this name stands here twice: give each its own")
	}
}

// known tells the first key that is none of the names, as a fault below path.
func known(values map[string]float64, names []string, path string) error {
	for _, key := range sortedNames(values) {
		if !slices.Contains(names, key) {
			return fault.At(path+"."+key, "there is no %q here: write %s", key, listed(names))
		}
	}
	return nil
}

func sortedNames(m map[string]float64) []string { return slices.Sorted(maps.Keys(m)) }

func listed(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + " or " + words[len(words)-1]
}

// Places are the names of the places that are set and read alike, each by itself: drums, wheels, planes, sides; nil for a
// family without.
func (m *Model) Places() []string {
	if g, ok := m.works.geometry.(interface{ places() []string }); ok {
		return g.places()
	}
	return nil
}

// Detents are the names of the detents of the control, in their order; nil for a family without.
func (m *Model) Detents() []string {
	if g, ok := m.works.geometry.(interface{ detents() []string }); ok {
		return g.detents()
	}
	return nil
}
