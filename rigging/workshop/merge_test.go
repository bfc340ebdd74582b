package workshop_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
	"brankel/rigging/workshop"
)

func floor() workshop.Workshop {
	return workshop.Workshop{Name: "Wendmouth", People: []workshop.Person{{ID: "tobin", Name: "Tobin", Role: workshop.ReadOnly}},
		Gauges: []record.Gauge{{ID: "c", Name: "calliper", Due: "2027-01-01"}},
		Machines: []workshop.Machine{{ID: "teal", Name: "Launch Teal", Craft: "boat", Version: 4,
			Cables: []workshop.Cable{{ID: "lower", Name: "lower", Family: "clutch"}},
			Details: workshop.Details{Owner: "the ferry",
				Defects: []workshop.Defect{{ID: "d1", Says: "weeps", On: "2026-01-01"},
					{ID: "d2", Says: "chafes", On: "2026-02-01", Closed: "2026-03-01"}},
				Meters:    []workshop.Meter{{Name: "hours", Readings: []workshop.MeterReading{{ID: "a", On: "2026-01-01", Value: 10}}}},
				Bulletins: []workshop.Bulletin{{ID: "b1", Says: "look"}},
			}}}}
}

// An older folder takes nothing away and gives nobody a role back; what it has besides is added.
func TestAnOlderFileTakesNothingAway(t *testing.T) {
	there, file := floor(), floor()
	file.People[0].Role = workshop.Lead
	file.Gauges[0].Due = "2020-01-01"
	card := &file.Machines[0]
	card.Owner = "somebody else"
	card.Cables = append(card.Cables, workshop.Cable{ID: "upper", Name: "upper", Family: "clutch"})
	card.Defects = []workshop.Defect{{ID: "d2", Says: "chafes", On: "2026-02-01"}, {ID: "d3", Says: "rattles", On: "2025-01-01"}}
	card.Meters = []workshop.Meter{{Name: "hours", Readings: []workshop.MeterReading{{ID: "z", On: "2025-01-01", Value: 4}}}}
	card.Bulletins = []workshop.Bulletin{{ID: "b1", Says: "look", Done: "2026-05-01"}}

	m := workshop.Merge(there, file, false)
	assert.Empty(t, m.People)
	assert.Empty(t, m.Gauges)
	assert.True(t, m.Replaces)
	require.Len(t, m.Changed, 1)
	now := m.Changed[0]
	assert.Equal(t, 5, now.Version)
	assert.Equal(t, "the ferry", now.Owner)
	assert.Len(t, now.Cables, 2)
	assert.Equal(t, []string{"weeps", "bulletin: look"}[:1], now.Open()[:1], "the open fault stays open")
	assert.Equal(t, "2026-03-01", now.Defects[1].Closed, "and the closed one closed")
	assert.Len(t, now.Defects, 3)
	assert.Equal(t, []float64{4, 10}, []float64{now.Meters[0].Readings[0].Value, now.Meters[0].Readings[1].Value}, "by time")
	assert.Equal(t, "2026-05-01", now.Bulletins[0].Done, "what was done elsewhere is done")
	assert.Contains(t, m.Says, "Tobin stays read-only; the file has Tobin as lead: whoever leads changes that here")
	assert.Contains(t, m.Says, "gauge calliper stays as it is; the file has it otherwise")

	taken := workshop.Merge(there, file, true)
	assert.Equal(t, "somebody else", taken.Changed[0].Owner)
	assert.Equal(t, file.Gauges, taken.Gauges)
	assert.Empty(t, taken.People, "no file gives a role")
	assert.Len(t, taken.Changed[0].Defects, 3, "and nothing logged goes")

	again := workshop.Merge(there, floor(), false)
	assert.Empty(t, again.Says)
	assert.Empty(t, again.Changed)
	before := floor()
	workshop.Merge(before, file, true)
	assert.Equal(t, floor(), before, "what came in is as it was")
}

func TestAFileThatNoFloorCanHave(t *testing.T) {
	w := floor()
	w.People = append(w.People, workshop.Person{ID: "x", Name: " ", Role: workshop.Lead}, workshop.Person{ID: "y", Name: "Y", Role: "king"},
		workshop.Person{ID: "z", Name: "TOBIN", Role: workshop.Lead})
	w.Machines[0].Craft = "balloon"
	err := w.Check()
	for _, at := range []string{"people[1].name", "people[2].role", "people[3].name", "machines[0].craft"} {
		assert.ErrorContains(t, err, at)
	}
	require.NoError(t, floor().Machines[0].Check())
}
