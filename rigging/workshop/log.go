package workshop

import (
	"slices"
	"time"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
)

// Entry is one line for the card of a machine, by kind: meter, swap, lubrication, modification,
// bulletin, defect; or close with the ID of a bulletin or defect. A meter reading with
// the ID of another one corrects that.
type Entry struct {
	Kind     string  `json:"kind"`
	On       string  `json:"on"`
	ID       string  `json:"id,omitempty"`
	Name     string  `json:"name,omitempty"`  // of the meter
	Value    float64 `json:"value,omitempty"` // of the meter
	Shows    string  `json:"shows,omitempty"` // the same as it was typed, instead of value
	New      bool    `json:"new,omitempty"`   // the meter was changed: it counts on from the old one
	Says     string  `json:"says,omitempty"`  // what; the fault; the bulletin
	Was      string  `json:"was,omitempty"`
	Now      string  `json:"now,omitempty"`
	Approved string  `json:"approved,omitempty"`
	Basis    string  `json:"basis,omitempty"`
	Until    string  `json:"until,omitempty"`
	Cable    string  `json:"cable,omitempty"` // the id of the one that was lubricated
}

// How long a name and a remark on a card may be, in letters, and how long its lists.
const (
	longestName = 80
	longestText = 1000
	longestList = 60
)

// Add puts an entry on the card. Usage never falls and days exist; the error is a
// *fault.Fault with what to write instead.
func (m *Machine) Add(e Entry, by string, today time.Time, id string) error {
	if err := fault.First(
		short(e.Name, "name", longestName), short(e.Says, "says", longestText), short(e.Was, "was", longestText),
		short(e.Now, "now", longestText), short(e.Approved, "approved", longestName), short(e.Basis, "basis", longestText)); err != nil {
		return err
	}
	if err := CheckDay(e.On, "on", today); err != nil {
		return err
	}
	if e.Until != "" {
		if err := CheckDay(e.Until, "until", today.AddDate(20, 0, 0)); err != nil {
			return err
		}
	}
	switch e.Kind {
	case "meter":
		return m.addReading(e, by, id)
	case "swap":
		m.Swaps = append(m.Swaps, Swap{e.On, e.Says, e.Was, e.Now, by})
		return fault.First(need(e.Says, "says", "say which part was exchanged"), need(e.Now, "now", "say what is fitted now"))
	case "lubrication":
		return m.lubricated(e, by)
	case "modification":
		m.Modifications = append(m.Modifications, Modification{e.On, e.Says, e.Approved, e.Basis, by})
		return fault.First(
			need(e.Says, "says", "say what was added or made"),
			need(e.Approved, "approved", "say who approved it"),
			need(e.Basis, "basis", "say on what basis it was approved"),
		)
	case "bulletin":
		m.Bulletins = append(m.Bulletins, Bulletin{id, e.On, e.Says, "", by})
		return need(e.Says, "says", "say what the bulletin asks")
	case "defect":
		m.Defects = append(m.Defects, Defect{id, e.On, e.Says, e.Until, "", by})
		return need(e.Says, "says", "say what is wrong")
	case "close":
		return m.close(e)
	}
	return fault.At("kind", "write meter, swap, lubrication, modification, bulletin, defect or close")
}

// mostUsage is more than any meter counts to.
const mostUsage = 10_000_000

func (m *Machine) addReading(e Entry, by, id string) error {
	if err := need(e.Name, "name", "say which meter: km, hours, engine hours"); err != nil {
		return err
	}
	if e.Shows != "" {
		q, err := quantity.Parse(e.Shows, "count", quantity.Count)
		if err != nil {
			return fault.At("shows", "%s", err)
		}
		e.Value = q.Value
	}
	if e.Value < 0 || e.Value > mostUsage {
		return fault.At("value", "a meter shows from 0 to %d: look at it again", mostUsage)
	}
	i := slices.IndexFunc(m.Meters, func(x Meter) bool { return x.Name == e.Name })
	if i < 0 {
		if e.ID != "" {
			return noReading
		}
		m.Meters = append(m.Meters, Meter{Name: e.Name})
		i = len(m.Meters) - 1
	}
	readings := slices.Clone(m.Meters[i].Readings)
	if e.ID != "" {
		wrong := slices.IndexFunc(readings, func(r MeterReading) bool { return r.ID == e.ID && !r.Struck })
		if wrong < 0 {
			return noReading
		}
		readings[wrong].Struck = true
	}
	if err := rises(readings, e); err != nil {
		return err
	}
	m.Meters[i].Readings = append(readings, MeterReading{ID: id, On: e.On, Value: e.Value, By: by, New: e.New})
	return nil
}

var noReading = fault.At("id", "there is no such reading to correct, or it was corrected already")

// rises tells whether a reading fits between those that stand, of the same meter: of later days it shows
// more, of earlier ones less.
func rises(readings []MeterReading, e Entry) error {
	changed := func(r MeterReading) bool { return r.New && !r.Struck }
	for i, r := range readings {
		before := r.On <= e.On
		of := readings[i+1:] // those between the two, by the days they were read
		other := before && (e.New || slices.ContainsFunc(of, func(x MeterReading) bool { return changed(x) && x.On <= e.On })) ||
			!before && (changed(r) || slices.ContainsFunc(readings[:i], func(x MeterReading) bool { return changed(x) && x.On > e.On }))
		switch {
		case r.Struck:
		case other && (before || e.ID != ""): // another meter showed that
		case before && r.Value > e.Value:
			return fault.At("value", "it showed %g on %s already: read it again, correct that reading, or say that the meter was changed",
				r.Value, record.DayOf(r.On))
		case !before && e.ID == "":
			return fault.At("on", "there is a later reading, of %s: write the day you read it", record.DayOf(r.On))
		case !before && r.Value < e.Value:
			return fault.At("value", "it showed %g on %s, after this: read it again, or correct that reading", r.Value, record.DayOf(r.On))
		}
	}
	return nil
}

func (m *Machine) lubricated(e Entry, by string) error {
	if m.Cable(e.Cable) == nil {
		return fault.At("cable", "say which of its cables was lubricated")
	}
	m.Lubrications = append(m.Lubrications, Lubrication{e.On, e.Cable, e.Says, by})
	return need(e.Says, "says", "say with what it was lubricated")
}

func (m *Machine) close(e Entry) error {
	for i, d := range m.Defects {
		if d.ID == e.ID && d.Closed == "" {
			m.Defects[i].Closed = e.On
			return nil
		}
	}
	for i, b := range m.Bulletins {
		if b.ID == e.ID && b.Done == "" {
			m.Bulletins[i].Done = e.On
			return nil
		}
	}
	return fault.At("id", "this is closed already, or was never open")
}
