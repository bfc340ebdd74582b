package trouble

import (
	"encoding/json"
	"errors"
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/strict"
)

// Asked is a question from outside: about a family in its usual proportions, or a sheet of the open
// format.
type Asked struct {
	Family string          `json:"family,omitempty"`
	Sheet  json.RawMessage `json:"sheet,omitempty"`
	Question
}

// Solve answers a question that comes as JSON; usual gives the sheet of a family's usual proportions.
// The error is a *fault.Fault.
func Solve(raw []byte, usual func(family string) ([]byte, bool)) (Answer, error) {
	var in Asked
	if err := strict.Decode(raw, &in); err != nil {
		return Answer{}, err
	}
	if in.Family == "" && len(in.Sheet) == 0 && len(in.Said) > 0 {
		return ofWords(in.Question, usual)
	}
	s, err := in.Of(usual)
	if err != nil {
		return Answer{}, err
	}
	b, err := On(s, nil)
	if err != nil {
		return Answer{}, First(err)
	}
	return b.Ask(in.Question, nil)
}

// ofWords answers a question that names no family: the words tell which, as far as they do.
func ofWords(q Question, usual func(family string) ([]byte, bool)) (Answer, error) {
	all, err := Usual(usual)
	if err != nil {
		return Answer{}, err
	}
	whose := Families(all, q.Said...)
	if len(whose) == 0 {
		return Answer{}, fault.At("family", "these words tell of no cable that is known here: write a family, such as outboard-shift")
	}
	i := slices.IndexFunc(all, func(b *Finder) bool { return b.Family == whose[0].Family })
	return all[i].Ask(q, nil)
}

// Usual is what is known of the families named, of all when none is, each laid on its usual proportions. The error is a *fault.Fault.
func Usual(usual func(family string) ([]byte, bool), families ...string) (out []*Finder, err error) {
	if len(families) == 0 {
		families = rig.Families()
	}
	for _, family := range families {
		s, err := Asked{Family: family}.Of(usual)
		if err != nil {
			return nil, err
		}
		b, err := On(s, nil)
		if err != nil {
			return nil, First(err)
		}
		out = append(out, b)
	}
	return out, nil
}

// Of is the sheet that is asked about: the one that came along, or a family's.
func (in Asked) Of(usual func(family string) ([]byte, bool)) (*sheet.Sheet, error) {
	switch {
	case len(in.Sheet) > 0 && in.Family != "":
		return nil, fault.At("sheet", "write the family or the sheet, not both: a sheet has its family")
	case len(in.Sheet) > 0:
		s, err := sheet.Parse(in.Sheet)
		if err != nil {
			return nil, fault.Below("sheet", First(err))
		}
		return s, nil
	case in.Family == "":
		return nil, fault.At("family", "write a family, such as outboard-shift, or a sheet")
	}
	raw, ok := usual(in.Family)
	if !ok {
		return nil, fault.At("family", "there is no family %q: brankel trouble --list names them", cutText(in.Family))
	}
	return sheet.Parse(raw)
}

// First is the first of several faults; other errors stay as they are.
func First(err error) error {
	var list fault.List
	if errors.As(err, &list) && len(list) > 0 {
		return &list[0]
	}
	return err
}
