package workshop

import (
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"brankel/rigging/fault"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Machine is a craft on the floor, with what is known of it.
type Machine struct {
	ID     string      `json:"id"`
	Name   string      `json:"name"`
	Craft  sheet.Craft `json:"craft"` // boat, car, trailer, aircraft
	Note   string      `json:"note"`
	Unit   *Unit       `json:"unit,omitempty"` // the unit whose serial decides on the sheet, as last read
	Cables []Cable     `json:"cables"`
	// Version counts how often the card was written here; whoever changes it names the one they saw.
	// It is 0 in a file.
	Version int `json:"version,omitempty"`
	Details
}

// Details is what stands on a machine's card.
type Details struct {
	Owner         string         `json:"owner,omitempty"`    // the owner's reference
	Identity      []Mark         `json:"identity,omitempty"` // hull number, registration …
	Meters        []Meter        `json:"meters,omitempty"`
	Swaps         []Swap         `json:"swaps,omitempty"`
	Lubrications  []Lubrication  `json:"lubrications,omitempty"`
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

// BenchCable begins the id of a cable that no card has: what a run from the Bench sets.
const BenchCable = "bench: "

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
	New    bool    `json:"new,omitempty"` // the meter was changed: it counts on from the old one
}

// Swap is a part that was exchanged for another.
type Swap struct {
	On   string `json:"on"`
	What string `json:"what"`
	Was  string `json:"was,omitempty"`
	Now  string `json:"now"`
	By   string `json:"by"`
}

// Lubrication is a cable that was lubricated, and with what.
type Lubrication struct {
	On    string `json:"on"`
	Cable string `json:"cable"` // its id
	With  string `json:"with"`
	By    string `json:"by"`
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

// Swapped is what was exchanged, as a run asks it.
func (m *Machine) Swapped() (out []record.Swapped) {
	for _, one := range m.Swaps {
		out = append(out, record.Swapped{On: one.On, Was: one.Was, Now: one.Now})
	}
	return out
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
				s += ", deferred until " + record.DayOf(d.Until)
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

// Check finds what is wrong with a machine's card itself.
func (m *Machine) Check() error {
	if err := m.sizes(); err != nil {
		return err
	}
	if err := need(m.Name, "name", "write what the machine is called"); err != nil {
		return err
	}
	if !slices.Contains(sheet.Crafts, m.Craft) {
		return fault.At("craft", "choose "+strings.Join(m.Craft.Words(), ", "))
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
