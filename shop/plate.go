package shop

import (
	"context"

	"brankel/rigging/picture"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/trouble"
)

// Mechanism is a kind of cable as one meets it: its picture, its name, and the words people have for it.
type Mechanism struct {
	Family  string         `json:"family"`
	Name    string         `json:"name"`
	Craft   sheet.Craft    `json:"craft"`
	Words   []string       `json:"words"`
	Picture *picture.Scene `json:"picture,omitempty"`
}

// Plate is every mechanism in its usual proportions, in the order of the families.
func (s *Shop) Plate() ([]Mechanism, error) {
	var out []Mechanism
	for _, id := range rig.Families() {
		one, err := s.usual(id)
		if err != nil {
			return nil, err
		}
		f := sheet.FamilyOf(id)
		out = append(out, Mechanism{id, f.Name, one.Craft, f.Words, marked(one, trouble.Answer{})})
	}
	return out, nil
}

// WhoseTrouble tells which mechanisms words speak of, with the workshop's own ways of saying things.
func (s *Shop) WhoseTrouble(ctx context.Context, text string) ([]trouble.Whose, error) {
	var all []*trouble.Finder
	for _, id := range rig.Families() {
		one, err := s.usual(id)
		if err != nil {
			return nil, err
		}
		b, err := s.finder(ctx, one)
		if err != nil {
			return nil, err
		}
		all = append(all, b)
	}
	return trouble.Families(all, text), nil
}
