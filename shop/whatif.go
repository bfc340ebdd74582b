package shop

import (
	"brankel/rigging/fault"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
	"brankel/rigging/whatif"
	"context"
)

// WhatIf asks a rig before it is touched: of a sheet by its hash, of a run, whose rig is fitted to
// what was read last, or of a family in its usual proportions.
type WhatIf struct {
	Family string `json:"family,omitempty"`
	Sheet  string `json:"sheet,omitempty"`
	Run    string `json:"run,omitempty"`
	// Machine and Cable lay what runs showed of that machine on the sheet.
	Machine string        `json:"machine,omitempty"`
	Cable   string        `json:"cable,omitempty"`
	School  string        `json:"school,omitempty"`
	Now     *whatif.Stand `json:"now,omitempty"`  // as it stands when missing
	Map     []string      `json:"map,omitempty"`  // the two adjusters of the map
	Want    *whatif.Want  `json:"want,omitempty"` // instead of what the sheet wants
}

// WhatIfView is the answer, with what it is about and where it began.
type WhatIfView struct {
	Title   string         `json:"title"`
	About   string         `json:"about"`
	Sheet   string         `json:"sheet"` // hash
	School  string         `json:"school"`
	Schools []sheet.School `json:"schools"`
	Then    whatif.Stand   `json:"then"` // what now is compared with
	whatif.Answer
}

// WhatIf answers it. The error is a *fault.Fault or postgres.ErrNotFound.
func (s *Shop) WhatIf(ctx context.Context, in WhatIf) (WhatIfView, error) {
	v := WhatIfView{Sheet: in.Sheet, School: in.School, Schools: []sheet.School{}}
	q := whatif.Question{School: in.School, Map: in.Map}
	switch {
	case in.Run != "":
		if err := s.fromRun(ctx, in.Run, &v, &q); err != nil {
			return v, err
		}
	case in.Family != "":
		one, err := s.usual(in.Family)
		if err != nil {
			return v, err
		}
		q.Sheet, v.Title, v.About = one, sheet.FamilyOf(in.Family).Name, "in its usual proportions, of no machine"
	default:
		one, err := s.knownSheet(ctx, in.Sheet)
		if err != nil {
			return v, err
		}
		q.Sheet, v.Title, v.About = one, one.Cable, "sheet "+one.ID+", as it should be"
		known, err := s.steppedOn(ctx, in.Machine, in.Cable, one)
		if err != nil {
			return v, err
		}
		if known != one {
			q.Sheet, v.About = known, "sheet "+one.ID+" with what runs showed of this machine, as it should be"
		}
	}
	if in.Want != nil {
		q.Want = *in.Want
	}
	v.Schools = append(v.Schools, q.Sheet.Schools...)
	if q.School == "" {
		q.School = q.Sheet.Manual()
	}
	v.School, v.Then, q.Now = q.School, q.Then, q.Then
	if in.Now != nil {
		q.Now = *in.Now
	}
	var err error
	v.Answer, err = whatif.Ask(q)
	return v, err
}

// usual is a family in its usual proportions.
func (s *Shop) usual(family string) (*sheet.Sheet, error) {
	key := "usual " + family
	if one, ok := s.memory.sheets.Get(key); ok {
		return one, nil
	}
	raw, ok := usual.Sheet(family)
	if !ok {
		return nil, fault.At("family", "there is no such family")
	}
	one, err := sheet.Parse(raw)
	if err == nil {
		s.memory.sheets.Add(key, one)
	}
	return one, err
}

// fromRun fits the rig of a run to what was read last.
func (s *Shop) fromRun(ctx context.Context, id string, v *WhatIfView, q *whatif.Question) error {
	o, err := s.open(ctx, id)
	if err != nil {
		return err
	}
	defer o.done()
	if o.state.Pinned == nil {
		return fault.At("run", "read the serial first: no sheet is chosen yet")
	}
	q.Sheet, q.School = o.state.Pinned, o.state.School
	v.Title, v.About, v.Sheet = o.machine.Name+" · "+o.cable.Name, "as it should be: nothing was read yet", o.sheet
	if s.truly != nil {
		if one, err := s.truly(ctx, id); err != nil || one != nil {
			q.Sheet, v.About = one, "the rig as it truly stands"
			return err
		}
	}
	if f, ok := o.led().Fitted(); ok {
		q.Then.Around = o.led().Around()
		q.Then.Settings, v.About = f.Settings, "the rig that fits the last readings"
	}
	return nil
}
