package record

import (
	"slices"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/spell"
)

// Has tells whether a thing of the sheet is on a list.
func Has(list []Thing, id string) bool {
	return slices.ContainsFunc(list, func(t Thing) bool { return t.ID == id })
}

func admitOn(in Incoming, t Thing) (Thing, error) {
	if in.Sheet != nil && t.ID != "" {
		for _, known := range in.Sheet.Temporary {
			if known.ID == t.ID {
				t.Name = known.Name
			}
		}
	}
	return fresh(in.On, t)
}

func admitOff(in Incoming, t Thing) (Thing, error) {
	if in.Sheet != nil && t.ID != "" {
		for _, known := range in.Sheet.Off {
			if known.ID == t.ID {
				t.Name, t.Side, t.Torque = known.Name, known.Side, 0
				if known.Torque != nil {
					t.Torque = *known.Torque
				}
			}
		}
	}
	return fresh(in.Off, t)
}

func admitTakenOff(in Incoming, t Thing) (Thing, error) { return listed(in.On, t, "is not on") }

func admitPartBack(in Incoming, t Thing) (Thing, error) { return listed(in.Off, t, "is not off") }

// mostThings is how much may be on or off at once.
const mostThings = 60

// fresh refuses a thing without a name, or one that stands on the list already.
func fresh(list []Thing, t Thing) (Thing, error) {
	if err := fault.First(
		need(t.Name, "name", longestName, "name it, so that it can be found again"),
		short(t.Side, "side", longestName),
		short(t.ID, "id", longestName)); err != nil {
		return t, err
	}
	if slices.ContainsFunc(list, func(o Thing) bool { return same(o, t) }) {
		return t, fault.At("body.name", "%s is on the list already: number the second one", t.Name)
	}
	if len(list) >= mostThings {
		return t, fault.At("body.name", "there are %d on the list: log off what is not there any more", mostThings)
	}
	return t, nil
}

func listed(list []Thing, t Thing, not string) (Thing, error) {
	for _, o := range list {
		if o.ID != "" && o.ID == t.ID || o.ID == "" && o.Name == t.Name && o.Side == t.Side {
			return o, nil
		}
	}
	what := shorten(t.Name)
	if what == "" {
		what = "this"
	}
	return t, fault.At("body.name", "%s %s", what, not)
}

// TorqueSays is how tight a part goes back, "" where the sheet does not say.
func (t Thing) TorqueSays() string {
	if t.Torque == 0 {
		return ""
	}
	return ", " + spell.WithUnit(quantity.Number(t.Torque, 1), "Nm")
}
