package workshop

import (
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run"
	"brankel/rigging/sheet"
)

// Crafts are the kinds of machine.
var Crafts = []string{"car", "trailer", "boat", "aircraft"}

// Machine is a craft on the floor, with what is known of it.
type Machine struct {
	ID     string  `json:"id"`
	Name   string  `json:"name"`
	Craft  string  `json:"craft"` // boat, car, trailer, aircraft
	Note   string  `json:"note"`
	Unit   *Unit   `json:"unit,omitempty"` // the unit whose serial decides on the sheet, as last read
	Cables []Cable `json:"cables"`
	Details
}

// Details is what stands on a machine's card.
type Details struct {
	Owner         string         `json:"owner,omitempty"`    // the owner's reference
	Identity      []Mark         `json:"identity,omitempty"` // hull number, registration …
	Meters        []Meter        `json:"meters,omitempty"`
	Swaps         []Swap         `json:"swaps,omitempty"`
	Modifications []Modification `json:"modifications,omitempty"`
	Bulletins     []Bulletin     `json:"bulletins,omitempty"`
	Defects       []Defect       `json:"defects,omitempty"`
}

// Mark is one thing a machine is known by.
type Mark struct {
	Name  string `json:"name"`
	Value string `json:"value"`
}

// Unit is what the plate says, as last read.
type Unit struct {
	Serial  string `json:"serial"`
	Hand    string `json:"hand"`
	Variant string `json:"variant,omitempty"`
}

// Cable is one line of a machine.
type Cable struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Family string `json:"family"`
	Chain  []Link `json:"chain,omitempty"`
}

// Link is a part of the chain as fitted.
type Link struct {
	Role string `json:"role"`
	Name string `json:"name"`
	Note string `json:"note,omitempty"` // lined or unlined, how it is lubricated
}

// Meter counts usage: km, hours, engine hours. Its readings rise.
type Meter struct {
	Name     string         `json:"name"`
	Readings []MeterReading `json:"readings"`
}

// MeterReading is what a meter showed on a day (2006-01-02). One that was struck out was
// mistyped, and another one stands for it.
type MeterReading struct {
	ID     string  `json:"id,omitempty"`
	On     string  `json:"on"`
	Value  float64 `json:"value"`
	By     string  `json:"by"`
	Struck bool    `json:"struck,omitempty"`
}

// Swap is a part that was exchanged for another.
type Swap struct {
	On   string `json:"on"`
	What string `json:"what"`
	Was  string `json:"was,omitempty"`
	Now  string `json:"now"`
	By   string `json:"by"`
}

// Modification is an added or made part: who approved it, on what basis.
type Modification struct {
	On       string `json:"on"`
	What     string `json:"what"`
	Approved string `json:"approved"`
	Basis    string `json:"basis"`
	By       string `json:"by"`
}

// Bulletin is an open bulletin or recall, until it is done.
type Bulletin struct {
	ID   string `json:"id"`
	On   string `json:"on"`
	Says string `json:"says"`
	Done string `json:"done,omitempty"` // the day
	By   string `json:"by"`
}

// Defect is a fault that stays visible until it is closed; Until is how long it is
// deferred.
type Defect struct {
	ID     string `json:"id"`
	On     string `json:"on"`
	Says   string `json:"says"`
	Until  string `json:"until,omitempty"`
	Closed string `json:"closed,omitempty"` // the day
	By     string `json:"by"`
}

// Cable is the machine's cable of that id, nil when there is none.
func (m *Machine) Cable(id string) *Cable {
	i := slices.IndexFunc(m.Cables, func(c Cable) bool { return c.ID == id })
	if i < 0 {
		return nil
	}
	return &m.Cables[i]
}

// Open lists the faults and bulletins that are not closed, in words.
func (m *Machine) Open() (out []string) {
	for _, d := range m.Defects {
		if d.Closed == "" {
			s := d.Says
			if d.Until != "" {
				s += ", deferred until " + run.DayOf(d.Until)
			}
			out = append(out, s)
		}
	}
	for _, b := range m.Bulletins {
		if b.Done == "" {
			out = append(out, "bulletin: "+b.Says)
		}
	}
	return out
}

// Entry is one line for the card of a machine, by kind: meter, swap, modification,
// bulletin, defect; or close with the ID of a bulletin or defect. A meter reading with
// the ID of another one corrects that.
type Entry struct {
	Kind     string  `json:"kind"`
	On       string  `json:"on"`
	ID       string  `json:"id,omitempty"`
	Name     string  `json:"name,omitempty"`  // of the meter
	Value    float64 `json:"value,omitempty"` // of the meter
	Shows    string  `json:"shows,omitempty"` // the same as it was typed, instead of value
	Says     string  `json:"says,omitempty"`  // what; the fault; the bulletin
	Was      string  `json:"was,omitempty"`
	Now      string  `json:"now,omitempty"`
	Approved string  `json:"approved,omitempty"`
	Basis    string  `json:"basis,omitempty"`
	Until    string  `json:"until,omitempty"`
}

// How long a name and a remark on a card may be, in letters, and how long its lists.
const (
	longestName = 80
	longestText = 1000
	longestList = 60
)

func need(text, field, message string) error {
	if strings.TrimSpace(text) == "" {
		return fault.At(field, "%s", message)
	}
	return nil
}

func short(text, field string, most int) error {
	if n := utf8.RuneCountInString(text); n > most {
		return fault.At(field, "this has %d letters: say it in %d", n, most)
	}
	return nil
}

// CheckDay tells a day that does not exist, or lies after the last one allowed.
func CheckDay(day, field string, last time.Time) error {
	d, err := time.Parse(time.DateOnly, day)
	switch {
	case err != nil:
		return fault.At(field, "write the day as 2026-11-24")
	case d.Year() < 1900:
		return fault.At(field, "this lies before any machine here was made")
	case d.After(last):
		return fault.At(field, "this day has not come yet")
	}
	return nil
}

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
	return fault.At("kind", "write meter, swap, modification, bulletin, defect or close")
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
	m.Meters[i].Readings = append(readings, MeterReading{ID: id, On: e.On, Value: e.Value, By: by})
	return nil
}

var noReading = fault.At("id", "there is no such reading to correct, or it was corrected already")

// rises tells whether a reading fits between those that stand: of later days it shows
// more, of earlier ones less.
func rises(readings []MeterReading, e Entry) error {
	for _, r := range readings {
		switch {
		case r.Struck:
		case r.On <= e.On && r.Value > e.Value:
			return fault.At("value", "it showed %g on %s already: read it again, correct that reading, or log the new meter as a swap",
				r.Value, run.DayOf(r.On))
		case r.On > e.On && e.ID == "":
			return fault.At("on", "there is a later reading, of %s: write the day you read it", run.DayOf(r.On))
		case r.On > e.On && r.Value < e.Value:
			return fault.At("value", "it showed %g on %s, after this: read it again, or correct that reading", r.Value, run.DayOf(r.On))
		}
	}
	return nil
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

// Check finds what is wrong with a machine's card itself.
func (m *Machine) Check() error {
	if err := m.sizes(); err != nil {
		return err
	}
	if err := need(m.Name, "name", "write what the machine is called"); err != nil {
		return err
	}
	if !slices.Contains(Crafts, m.Craft) {
		return fault.At("craft", "choose "+strings.Join(Crafts, ", "))
	}
	if m.Unit != nil {
		if _, err := sheet.ParseSerial(m.Unit.Serial); err != nil {
			return fault.At("unit.serial", err.Error())
		}
		if m.Unit.Hand != "standard" && m.Unit.Hand != "counter" {
			return fault.At("unit.hand", "choose standard or counter")
		}
	}
	seen := map[string]bool{}
	for i, c := range m.Cables {
		at := fmt.Sprintf("cables[%d].", i)
		if err := fault.First(need(c.Name, at+"name", "write what the cable is called"), need(c.Family, at+"family",
			"choose the kind of rig")); err != nil {
			return err
		}
		if seen[c.Name] {
			return fault.At(at+"name", "there are two of this name: write what tells them apart")
		}
		seen[c.Name] = true
	}
	return nil
}

// sizes bounds what is written on the card itself.
func (m *Machine) sizes() error {
	if len(m.Cables) > longestList || len(m.Identity) > longestList {
		return fault.At("cables", "a card has room for %d cables and as many marks", longestList)
	}
	if err := fault.First(short(m.ID, "id", longestName), short(m.Name, "name", longestName), short(m.Note, "note", longestText),
		short(m.Owner, "owner", longestText)); err != nil {
		return err
	}
	for i, mark := range m.Identity {
		at := fmt.Sprintf("identity[%d].", i)
		if err := fault.First(short(mark.Name, at+"name", longestName), short(mark.Value, at+"value", longestName)); err != nil {
			return err
		}
	}
	for i, c := range m.Cables {
		at := fmt.Sprintf("cables[%d].", i)
		if err := fault.First(short(c.ID, at+"id", longestName), short(c.Name, at+"name", longestName)); err != nil {
			return err
		}
		if len(c.Chain) > longestList {
			return fault.At(at+"chain", "a chain has %d parts at the most", longestList)
		}
		for j, l := range c.Chain {
			part := fmt.Sprintf("%schain[%d].", at, j)
			if err := fault.First(short(l.Role, part+"role", longestName), short(l.Name, part+"name", longestName),
				short(l.Note, part+"note", longestText)); err != nil {
				return err
			}
		}
	}
	return nil
}
