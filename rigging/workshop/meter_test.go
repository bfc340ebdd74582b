package workshop

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
)

// counting is a machine whose engine hours were read on three days.
func counting(t *testing.T) *Machine {
	m := &Machine{Name: "Dory", Craft: "boat"}
	for _, r := range []struct {
		id, on, shows string
	}{{"a", "2026-09-01", "100"}, {"b", "2026-10-01", "150"}, {"c", "2026-11-01", "180½"}} {
		e := Entry{Kind: "meter", On: r.on, Name: "engine hours", Shows: r.shows}
		require.NoError(t, m.Add(e, "Ines", today, r.id))
	}
	return m
}

func TestAMeterIsReadAsItIsTyped(t *testing.T) {
	m := counting(t)
	assert.Equal(t, MeterReading{ID: "c", On: "2026-11-01", Value: 180.5, By: "Ines"}, m.Meters[0].Readings[2])
	for _, shows := range []string{"many", "1,234", "-3", "99999999999", "12 lb"} {
		err := m.Add(Entry{Kind: "meter", On: "2026-11-02", Name: "engine hours", Shows: shows}, "Ines", today, "d")
		assert.Error(t, err, shows)
	}
	assert.Len(t, m.Meters[0].Readings, 3, "what was refused is not kept")
}

func TestAMistypedReadingIsCorrectedBetweenItsNeighbours(t *testing.T) {
	for _, c := range []struct {
		says, on, shows, id, field string
	}{
		{"between the two", "2026-10-01", "155", "b", ""},
		{"on another day", "2026-09-20", "140", "b", ""},
		{"as high as the next", "2026-10-01", "180½", "b", ""},
		{"higher than the next", "2026-10-01", "181", "b", "value"},
		{"lower than the one before", "2026-10-01", "99", "b", "value"},
		{"the last one may fall to the one before", "2026-11-02", "150", "c", ""},
		{"of a reading nobody took", "2026-10-01", "155", "x", "id"},
	} {
		m := counting(t)
		e := Entry{Kind: "meter", On: c.on, Name: "engine hours", Shows: c.shows, ID: c.id}
		err := m.Add(e, "Maud", today, "new")
		if c.field != "" {
			require.Error(t, err, c.says)
			assert.Equal(t, c.field, err.(*fault.Fault).Field, c.says)
			assert.Len(t, m.Meters[0].Readings, 3, c.says)
			for _, r := range m.Meters[0].Readings {
				assert.False(t, r.Struck, "%s: the old one stands", c.says)
			}
			continue
		}
		require.NoError(t, err, c.says)
		readings := m.Meters[0].Readings
		require.Len(t, readings, 4, "%s: the mistyped one stays to be seen", c.says)
		for _, r := range readings {
			assert.Equal(t, r.ID == c.id, r.Struck, "%s: %s", c.says, r.ID)
		}
		require.Error(t, m.Add(e, "Maud", today, "again"), "%s: corrected once", c.says)
	}
}

func TestACorrectionNamesItsMeter(t *testing.T) {
	m := counting(t)
	err := m.Add(Entry{Kind: "meter", On: "2026-10-01", Name: "km", Value: 155, ID: "b"}, "Maud", today, "new")
	require.Error(t, err)
	assert.Equal(t, "id", err.(*fault.Fault).Field)
	assert.Len(t, m.Meters, 1, "no other meter came of it")
}

func TestASecondMeterCountsByItself(t *testing.T) {
	m := counting(t)
	require.NoError(t, m.Add(Entry{Kind: "meter", On: "2026-10-15", Name: "km", Value: 3}, "Tobin", today, "k"))
	require.Len(t, m.Meters, 2)
	assert.Equal(t, "Tobin", m.Meters[1].Readings[0].By)
}

func TestTheLogTakesNoMoreThanItCanShow(t *testing.T) {
	long := strings.Repeat("é", longestText+1)
	for _, c := range []struct {
		e     Entry
		field string
	}{
		{Entry{Kind: "meter", Name: strings.Repeat("x", longestName+1), Value: 1}, "name"},
		{Entry{Kind: "defect", Says: long}, "says"},
		{Entry{Kind: "swap", Says: "inner", Was: long, Now: "new"}, "was"},
		{Entry{Kind: "swap", Says: "inner", Now: long}, "now"},
		{Entry{Kind: "modification", Says: "bracket", Approved: long, Basis: "drawing"}, "approved"},
		{Entry{Kind: "modification", Says: "bracket", Approved: "Maud", Basis: long}, "basis"},
	} {
		m := counting(t)
		e := c.e
		e.On = "2026-11-20"
		err := m.Add(e, "Ines", today, "x")
		if assert.Error(t, err, c.field) {
			assert.Equal(t, c.field, err.(*fault.Fault).Field)
			assert.Contains(t, err.Error(), "letters")
		}
		e.Was, e.Says, e.Basis = strings.Repeat("é", longestText), "inner", "drawing"
		e.Name, e.Now, e.Approved = "km", "new", "Maud"
		assert.NoError(t, m.Add(e, "Ines", today, "x"), "%s: the longest there may be", c.field)
	}
}

func TestWhatWasSwappedAndMadeIsKeptWithWhoSaidSo(t *testing.T) {
	m := counting(t)
	swap := Entry{Kind: "swap", On: "2026-11-20", Says: "inner", Was: "frayed", Now: "new, lined"}
	require.NoError(t, m.Add(swap, "Tobin", today, ""))
	made := Entry{Kind: "modification", On: "2026-11-21", Says: "second bracket", Approved: "Maud", Basis: "drawing 4"}
	require.NoError(t, m.Add(made, "Ines", today, ""))
	assert.Equal(t, []Swap{{On: "2026-11-20", What: "inner", Was: "frayed", Now: "new, lined", By: "Tobin"}}, m.Swaps)
	assert.Equal(
		t,
		[]Modification{{On: "2026-11-21", What: "second bracket", Approved: "Maud", Basis: "drawing 4", By: "Ines"}},
		m.Modifications,
	)
}

func TestRolesReachNoFurtherThanTheyShould(t *testing.T) {
	for role, may := range map[Role]string{ReadOnly: "r", Mechanic: "rw", Inspector: "rwi", Lead: "rwm", "king": ""} {
		got := ""
		for _, one := range []struct {
			letter string
			action Action
		}{{"r", Read}, {"w", Work}, {"i", Inspect}, {"m", Manage}} {
			if role.May(one.action) {
				got += one.letter
			}
		}
		assert.Equal(t, may, got, role)
		assert.Equal(t, may != "", role.Valid(), role)
	}
}

func TestAChangedMeterCountsOn(t *testing.T) {
	m := counting(t)
	add := func(on, shows string, fresh bool) error {
		return m.Add(Entry{Kind: "meter", On: on, Name: "engine hours", Shows: shows, New: fresh}, "Ines", today, on)
	}
	require.ErrorContains(t, add("2026-11-05", "0", false), "say that the meter was changed")
	require.NoError(t, add("2026-11-05", "0", true))
	require.NoError(t, add("2026-11-20", "12", false))
	require.ErrorContains(t, add("2026-11-21", "11", false), "it showed 12")
	u, ok := m.Usage()
	require.True(t, ok)
	day := func(s string) time.Time {
		d, err := time.Parse(time.DateOnly, s)
		require.NoError(t, err)
		return d
	}
	assert.InDelta(t, 192.5, u.At(day("2026-11-20")), 1e-9)
	assert.InDelta(t, 125, u.At(day("2026-09-16")), 1e-9, "half way between two readings")
	assert.InDelta(t, 180.5+12+10*92.5/80, u.At(day("2026-11-30")), 1e-9, "and beyond them as over all")
	assert.Zero(t, u.At(day("2019-01-01")))
	_, ok = (&Machine{Details: Details{Meters: []Meter{{Name: "km", Readings: m.Meters[0].Readings[:1]}}}}).Usage()
	assert.False(t, ok, "one reading is no usage")
}
