package workshop

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

var today = time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC)

func TestACardTakesOnlyWhatCanBe(t *testing.T) {
	for _, c := range []struct {
		e     Entry
		field string
	}{
		{Entry{Kind: "meter", On: "2026-11-25", Name: "km", Value: 1}, "on"},
		{Entry{Kind: "meter", On: "2026-02-30", Name: "km", Value: 1}, "on"},
		{Entry{Kind: "meter", On: "1826-02-01", Name: "km", Value: 1}, "on"},
		{Entry{Kind: "meter", On: "2026-11-20", Name: "", Value: 1}, "name"},
		{Entry{Kind: "meter", On: "2026-11-20", Name: "km", Value: -1}, "value"},
		{Entry{Kind: "meter", On: "2026-11-20", Name: "km", Value: 99}, "value"},
		{Entry{Kind: "meter", On: "2026-10-01", Name: "km", Value: 200}, "on"},
		{Entry{Kind: "swap", On: "2026-11-20", Says: "gearbox"}, "now"},
		{Entry{Kind: "modification", On: "2026-11-20", Says: "bracket", Approved: "the engineer"}, "basis"},
		{Entry{Kind: "defect", On: "2026-11-20", Says: "slack", Until: "soon"}, "until"},
		{Entry{Kind: "bulletin", On: "2026-11-20", Says: " "}, "says"},
		{Entry{Kind: "close", On: "2026-11-20", ID: "nothing"}, "id"},
		{Entry{Kind: "rumour", On: "2026-11-20"}, "kind"},
	} {
		m := Machine{Details: Details{Meters: []Meter{{Name: "km", Readings: []MeterReading{{On: "2026-11-01", Value: 100, By: "Ines"}}}}}}
		err := m.Add(c.e, "Ines", today, "x")
		if assert.Error(t, err, "%+v", c.e) {
			assert.Equal(t, c.field, err.(*fault.Fault).Field, "%+v: %v", c.e, err)
		}
	}
}

func TestWhatIsOpenStaysVisibleUntilItIsClosed(t *testing.T) {
	var m Machine
	require.NoError(t, m.Add(Entry{Kind: "defect", On: "2026-11-20", Says: "knob slack", Until: "2027-01-15"}, "Maud", today, "d1"))
	require.NoError(t, m.Add(Entry{Kind: "bulletin", On: "2026-11-21", Says: "look at the bracket"}, "Ines", today, "b1"))
	assert.Equal(t, []string{"knob slack, deferred until 15 Jan 2027", "bulletin: look at the bracket"}, m.Open())
	require.NoError(t, m.Add(Entry{Kind: "close", On: "2026-11-24", ID: "d1"}, "Tobin", today, ""))
	require.NoError(t, m.Add(Entry{Kind: "close", On: "2026-11-24", ID: "b1"}, "Tobin", today, ""))
	assert.Empty(t, m.Open())
	assert.Equal(t, "2026-11-24", m.Defects[0].Closed)
	assert.Error(t, m.Add(Entry{Kind: "close", On: "2026-11-24", ID: "d1"}, "Tobin", today, ""), "closed once")
}

func TestTheCardItself(t *testing.T) {
	good := Machine{
		Name:   "Dory",
		Craft:  "boat",
		Unit:   &Unit{Serial: "K-0412", Hand: "standard"},
		Cables: []Cable{{Name: "shift", Family: "outboard-shift"}},
	}
	require.NoError(t, good.Check())
	for _, c := range []struct {
		field  string
		change func(*Machine)
	}{
		{"name", func(m *Machine) { m.Name = " " }},
		{"name", func(m *Machine) { m.Name = strings.Repeat("é", longestName+1) }},
		{"note", func(m *Machine) { m.Note = strings.Repeat("x", longestText+1) }},
		{"craft", func(m *Machine) { m.Craft = "sledge" }},
		{"unit.serial", func(m *Machine) { m.Unit = &Unit{Serial: "rusty", Hand: "standard"} }},
		{"unit.hand", func(m *Machine) { m.Unit = &Unit{Serial: "1", Hand: "both"} }},
		{"cables", func(m *Machine) { m.Cables = make([]Cable, longestList+1) }},
		{"cables[0].family", func(m *Machine) { m.Cables = []Cable{{Name: "shift"}} }},
		{"cables[0].chain", func(m *Machine) { m.Cables = []Cable{{Name: "a", Family: "x", Chain: make([]Link, longestList+1)}} }},
		{"cables[1].name", func(m *Machine) { m.Cables = []Cable{{Name: "shift", Family: "x"}, {Name: "shift", Family: "x"}} }},
		{"identity[0].value", func(m *Machine) { m.Identity = []Mark{{Name: "hull", Value: strings.Repeat("9", 100)}} }},
	} {
		m := good
		c.change(&m)
		err := m.Check()
		if assert.Error(t, err, c.field) {
			assert.Equal(t, c.field, err.(*fault.Fault).Field)
		}
	}
}
