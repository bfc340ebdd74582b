package practice

import (
	"encoding/json"

	"brankel/rigging/fault"
	"brankel/rigging/rehearse"
	"brankel/rigging/sheet"
	"brankel/rigging/trouble"
)

// Fault is a cause that can be put into a rig, and where it sits: a name of the rig, hand, cable or works.
type Fault struct {
	CauseOf
	Place string `json:"place"`
}

// FaultsOf are the causes that can be put into the rig of a sheet. The error is a *fault.Fault of a sheet that no exercise can be
// made of.
func FaultsOf(one *sheet.Sheet) ([]Fault, error) {
	if one.Rig == nil || !one.Led() {
		return nil, fault.At("sheet", "no exercise can be made of this sheet: it has no rig, or leads no run")
	}
	worked := one.For(one.Manual())
	finder, err := trouble.On(worked, nil)
	if err != nil {
		return nil, trouble.First(err)
	}
	out := []Fault{}
	for _, c := range finder.List().Causes {
		if _, err := finder.Into(*worked.Rig, c.ID, 0.5); err == nil {
			out = append(out, Fault{CauseOf{c.ID, c.Says}, c.Place})
		}
	}
	return out, nil
}

// Work finds how an experienced hand ends an exercise, and writes it down. The error is a *fault.Fault or a fault.List of what it
// lacks, or that nobody comes to an end of it.
func (e *Exercise) Work() error {
	e.Ends = EndsSet
	raw, err := json.Marshal(e)
	if err != nil {
		return err
	}
	if _, err := Parse(raw); err != nil {
		return err
	}
	h, err := e.hide()
	if err != nil {
		return err
	}
	o, err := e.played(h, "careful", 1)
	if err != nil {
		return err
	}
	if e.Ends = endsOf(o); e.Ends == EndsSet {
		for _, t := range o.Truth {
			if !t.Inside() {
				return fault.At("causes", "an experienced hand does not come right with this: %s stays outside. "+
					"Choose another fault, or a smaller one", t.Name)
			}
		}
	}
	return nil
}

func endsOf(o rehearse.Outcome) Ends {
	switch {
	case o.Outcome != "signed":
		return EndsRepair
	case o.Moves == 0:
		return EndsLeave
	}
	return EndsSet
}
