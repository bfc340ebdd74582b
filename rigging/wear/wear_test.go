package wear

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// pedal is the free play of a clutch that grows, taken up by a nut of eight turns: 1.4 mm a turn.
func pedal(visits ...Visit) History {
	room := 8.0
	return History{Visits: slices.Clone(visits), Window: [2]float64{18, 22}, Target: 20, Doubt: 0.3, PerTurn: -1.4, Room: &room, Unit: "mm", Today: "2026-03-02"}
}

var regular = []Visit{
	{"2022-03-01", 100000, 21.4, 20, 1, 2}, {"2023-03-01", 112000, 21.4, 20, 1, 3}, {"2024-03-01", 124000, 21.5, 20.1, 1, 4},
	{"2025-03-01", 136000, 21.4, 20, 1, 5},
}

func of(t *testing.T, h History) Answer {
	t.Helper()
	a, err := Of(h)
	require.NoError(t, err)
	return a
}

func TestWhatWearsEvenlyRunsOutWhereTheLineEnds(t *testing.T) {
	a := of(t, pedal(regular...))
	assert.InDelta(t, 1.4/12000, a.Rate.PerUnit, 0.1*1.4/12000)
	assert.InDelta(t, 136000+3*12000, a.RunsOut.Usage.Median, 4000)
	assert.Less(t, a.RunsOut.Day.Low, "2028-03-01")
	assert.Greater(t, a.RunsOut.Day.High, "2028-03-01")
	assert.Empty(t, a.Jumps)
	assert.Contains(t, strings.Join(a.Why, "\n"), "3 turns are left, which take up 4.2 mm")
}

func TestOneVisitIsWideAndFoundFromWhatWasTakenUp(t *testing.T) {
	a := of(t, pedal(regular[0]))
	assert.Less(t, a.RunsOut.Usage.Low, 250000.0)
	assert.Greater(t, a.RunsOut.Usage.High, 600000.0)
	sisters := pedal(regular[0])
	sisters.Prior = &Prior{1.4 / 12000, 0.2}
	b := of(t, sisters)
	assert.Less(t, b.RunsOut.Usage.High-b.RunsOut.Usage.Low, (a.RunsOut.Usage.High-a.RunsOut.Usage.Low)/4, "sisters tell more")
	assert.Contains(t, b.Why[0], "others of its kind")
}

func TestAJumpIsNamedAndSpoilsNoRate(t *testing.T) {
	frayed := append([]Visit{}, regular...)
	frayed[2] = Visit{"2024-03-01", 124000, 25.6, 20, 4, 7}
	frayed[3].Stands = 8
	h := pedal(frayed...)
	*h.Room = 12
	a := of(t, h)
	require.Len(t, a.Jumps, 1)
	assert.Equal(t, 2, a.Jumps[0].Visit)
	assert.InDelta(t, 4.2, a.Jumps[0].By, 0.4)
	assert.Contains(t, a.Jumps[0].Says, "on 2024-03-01 it was found 4.2")
	assert.InDelta(t, 1.4/12000, a.Rate.PerUnit, 0.15*1.4/12000)
}

func TestWhatWearsFasterIsSaidSinceWhen(t *testing.T) {
	v := append([]Visit{}, regular...)
	for i, day := range []string{"2025-09-01", "2026-01-01", "2026-03-01"} {
		v = append(v, Visit{day, 148000 + 12000*float64(i), 23.6, 20, 2.5, 7.5 + 2.5*float64(i)})
	}
	h := pedal(v...)
	*h.Room = 20
	a := of(t, h)
	assert.Equal(t, 3, a.Rate.Since)
	assert.InDelta(t, 2.5, a.Rate.Times, 0.3)
	assert.InDelta(t, 3.5/12000, a.Rate.PerUnit, 0.15*3.5/12000)
}

func TestALostMotionRunsOutAtTheEndOfItsWindow(t *testing.T) {
	h := pedal(regular...)
	h.Room, h.PerTurn, h.Doubt = nil, 0, 0.1
	for i := range h.Visits {
		h.Visits[i].Found = 18 + 0.5*float64(i)
		h.Visits[i].Left, h.Visits[i].Turns, h.Visits[i].Stands = h.Visits[i].Found, 0, 0
	}
	a := of(t, h)
	assert.InDelta(t, 136000+5*12000, a.RunsOut.Usage.Median, 12000)
}

func TestAtItsEndNothingIsLeft(t *testing.T) {
	h := pedal(regular...)
	*h.Room = 5
	a := of(t, h)
	assert.Equal(t, Span{136000, 136000, 136000}, a.RunsOut.Usage)
	assert.Equal(t, "2025-03-01", a.RunsOut.Day.High)
}

// What is the same in other units comes to the same.
func TestUnitsChangeNothing(t *testing.T) {
	a := of(t, pedal(regular...))
	h := pedal(regular...)
	inch := func(mm *float64) { *mm /= 25.4 }
	for i := range h.Visits {
		inch(&h.Visits[i].Found)
		inch(&h.Visits[i].Left)
	}
	for _, x := range []*float64{&h.Window[0], &h.Window[1], &h.Target, &h.Doubt, &h.PerTurn} {
		inch(x)
	}
	b := of(t, h)
	assert.InEpsilon(t, a.RunsOut.Usage.Median, b.RunsOut.Usage.Median, 1e-6)
	assert.InEpsilon(t, a.Rate.High/25.4, b.Rate.High, 1e-6)
}

func TestDaysAreAnsweredAsTheyWereWritten(t *testing.T) {
	const counted = `{"visits": [{"day": 10, "usage": 100, "found": 21, "left": 20, "turns": 1, "stands": 1},
		{"day": 375, "usage": 1100, "found": 21, "left": 20, "turns": 1, "stands": 2}],
		"window": [19, 22], "target": 20, "doubt": 0.1, "per_turn": -1, "room": 5, "unit": "mm", "today": 400, "truth": 3}`
	a, err := Solve([]byte(counted))
	require.NoError(t, err)
	raw, err := json.Marshal(a)
	require.NoError(t, err)
	var out struct {
		RunsOut struct {
			Day struct{ Low, Median, High float64 }
		} `json:"runs_out"`
	}
	require.NoError(t, json.Unmarshal(raw, &out))
	assert.InDelta(t, 375+3*365, out.RunsOut.Day.Median, 200)
}

func TestWhatCanNotBeIsSaidAtItsPlace(t *testing.T) {
	change := func(field string, value any) []byte {
		var h map[string]any
		require.NoError(t, json.Unmarshal([]byte(`{"visits": [{"day": "2024-03-01", "usage": 100, "found": 21, "left": 20, "turns": 1, "stands": 1},
			{"day": "2025-03-01", "usage": 1100, "found": 21, "left": 20, "turns": 1, "stands": 2}],
			"window": [19, 22], "target": 20, "doubt": 0.1, "per_turn": -1, "room": 5, "unit": "mm", "today": "2026-03-01"}`), &h))
		if name, deep := strings.CutPrefix(field, "visits[1]."); deep {
			h["visits"].([]any)[1].(map[string]any)[name] = value
		} else {
			h[field] = value
		}
		raw, err := json.Marshal(h)
		require.NoError(t, err)
		return raw
	}
	for _, c := range []struct {
		field string
		value any
		says  string
	}{
		{"visits[1].usage", 90, "it goes back, from 100 to 90"}, {"visits[1].day", "2027-01-01", "lies after today"},
		{"visits[1].day", "2023-01-01", "lies before the visit above"}, {"visits[1].day", "first of May", "write a day as"},
		{"visits[1].found", nil, "missing"}, {"window", []float64{3}, "write a pair"}, {"window", []float64{3, 1}, "least before the most"},
		{"visits", []any{}, "one entry"}, {"doubt", -1, "0 or more"}, {"per_turn", 0, "what one turn moves"}, {"room", -2, "how many turns"},
		{"today", "soon", "write a day as"}, {"prior", map[string]any{"per_unit": 0, "spread": 1}, "above 0"},
	} {
		_, err := Solve(change(c.field, c.value))
		require.ErrorContains(t, err, c.says, c.field)
		assert.ErrorContains(t, err, strings.SplitN(c.field, ".", 2)[0])
	}
	list, err := Cases([]byte(`[3, ` + string(change("today", "2026-03-01")) + `]`))
	require.NoError(t, err)
	assert.NotNil(t, list[0].Error)
	assert.NotNil(t, list[1].Output)
	_, err = Cases([]byte(`{}`))
	assert.ErrorContains(t, err, "no array")
	twice, err := Solve(change("visits[1].day", "2024-03-01"))
	require.NoError(t, err, "two visits a day are two visits")
	assert.NotNil(t, twice.RunsOut.Day)
}

func BenchmarkTenVisits(b *testing.B) {
	v := append([]Visit{}, regular...)
	for i, day := range []string{"2025-04-01", "2025-06-01", "2025-08-01", "2025-10-01", "2026-01-01", "2026-03-01"} {
		v = append(v, Visit{day, 148000 + 12000*float64(i), 21.4, 20, 1, 6 + float64(i)})
	}
	h := pedal(v...)
	for b.Loop() {
		if _, err := Of(h); err != nil {
			b.Fatal(err)
		}
	}
}

func TestWhatTheMeterShowsTodayMovesTheDayAlone(t *testing.T) {
	a := of(t, pedal(regular...))
	h := pedal(regular...)
	now := 136000.0 + 24000
	h.Now = &now
	b := of(t, h)
	assert.Equal(t, a.RunsOut.Usage, b.RunsOut.Usage)
	assert.Less(t, b.RunsOut.Day.Median, "2027-03-01", "twice as much was used since")
	assert.Less(t, b.RunsOut.Day.Low, b.RunsOut.Day.Median)
	now = 1
	_, err := Of(h)
	assert.ErrorContains(t, err, "it goes back")
}

func TestWhatStandsAtTheEndOfItsWindowAsNewWearsTheOtherWay(t *testing.T) {
	h := pedal(Visit{"2024-03-01", 1000, 0, 0, 0, 0}, Visit{"2025-03-01", 2000, 0.1, 0.1, 0, 0})
	h.Room, h.PerTurn, h.Doubt, h.Window, h.Target = nil, 0, 0.05, [2]float64{0, 1.5}, 0
	for n := 1; n <= 2; n++ {
		one := h
		one.Visits = h.Visits[:n]
		a := of(t, one)
		assert.Positive(t, a.Rate.PerUnit)
		assert.Greater(t, a.RunsOut.Usage.Low, one.Visits[n-1].Usage)
	}
}

func TestALineBeginsAtItsNewestPart(t *testing.T) {
	var seen []At
	for i, renewed := range []bool{false, true, false, true, false, false} {
		seen = append(seen, At{Seen{Key: "a", Adjuster: "nut", Point: "p", Found: 21, Left: 20, Turns: 1, PerTurn: -1, Room: 9, New: 2,
			Window: [2]float64{19, 21}, Renewed: renewed}, fmt.Sprintf("202%d-03-01", i), 1000 * float64(i)})
	}
	h := Line(seen, "mm", "2026-03-01", nil)
	require.Len(t, h.Visits, 3)
	assert.Equal(t, "2023-03-01", h.Visits[0].Day)
	assert.Equal(t, []float64{3, 4, 5}, []float64{h.Visits[0].Stands, h.Visits[1].Stands, h.Visits[2].Stands})
	turns, ok := h.TurnsLeft()
	assert.True(t, ok)
	assert.InDelta(t, 4, turns, 1e-9)
}

func TestOfVeryManyVisitsTheNewestAreWeighed(t *testing.T) {
	var seen []At
	day := time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC)
	for i := range 500 {
		seen = append(seen, At{Seen{Key: "a", Adjuster: "nut", Point: "p", Found: 20.2, Left: 20, Turns: 0.01, PerTurn: -1, Doubt: 0.05, Room: 9, New: 2,
			Window: [2]float64{19, 21}, Target: 20}, day.AddDate(0, 0, 10*i).Format(time.DateOnly), 100 * float64(i)})
	}
	h := Line(seen, "mm", "2026-03-01", nil)
	require.Len(t, h.Visits, mostWeighed)
	assert.InDelta(t, 7, h.Visits[mostWeighed-1].Stands, 1e-6, "and all turns are counted")
	of(t, h)
}
