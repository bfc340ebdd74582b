package sheet

import (
	"slices"
	"strings"

	"brankel/rigging/setup"
)

// RigNames is what the rig has to be turned, read and told, and how things can stand, for whoever writes a sheet;
// what there is at each place of the sheet is there with {place} for it too.
type RigNames struct {
	Adjusters []string `json:"adjusters"`
	Readings  []string `json:"readings"`
	Senses    []string `json:"senses"`

	Words map[string][]string     `json:"words"` // of each sense, the good one first
	Ways  map[setup.Kind][]string `json:"ways"`  // of each kind of thing of a set-up, its usual rest first
}

// RigNames lists them; empty where there is no rig, or one that is not whole yet.
func (s *Sheet) RigNames() RigNames {
	out := RigNames{[]string{}, []string{}, []string{}, map[string][]string{}, map[setup.Kind][]string{}}
	for _, k := range setup.Kinds {
		out.Ways[k] = k.Ways()
	}
	if s.Rig == nil {
		return out
	}
	m, _, err := s.Model(s.schools()[0], nil, nil, nil)
	if err != nil {
		return out
	}
	for _, a := range m.Adjusters() {
		out.Adjusters = s.named(out.Adjusters, a.Name)
	}
	for _, name := range m.Readings() {
		out.Readings = s.named(out.Readings, name)
	}
	for _, name := range m.Senses() {
		before := len(out.Senses)
		out.Senses = s.named(out.Senses, name)
		for _, one := range out.Senses[before:] {
			out.Words[one] = m.Words(name)
		}
	}
	return out
}

// named adds a name, and before it the one with {place} where it ends in a place.
func (s *Sheet) named(list []string, name string) []string {
	for _, p := range s.Places {
		for _, sep := range []string{".", "_"} {
			head, ok := strings.CutSuffix(name, sep+p.ID)
			if each := head + sep + "{place}"; ok && !slices.Contains(list, each) {
				list = append(list, each)
			}
		}
	}
	return append(list, name)
}
