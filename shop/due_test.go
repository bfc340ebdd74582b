package shop_test

import (
	"bytes"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/workshop"
	"brankel/shop"
)

func due(t *testing.T, s *shop.Shop, machine string, kind shop.DueKind) *shop.Due {
	t.Helper()
	list, err := s.Due(t.Context())
	require.NoError(t, err)
	for i, d := range list.Due {
		if d.Machine == machine && d.Kind == kind {
			return &list.Due[i]
		}
	}
	return nil
}

func TestWhatComesDueIsDaysUsageWearFaultsAndGaugesWhicheverFirst(t *testing.T) {
	s := testdb.Shop(t)
	wear := due(t, s, "mussel", shop.DueWear)
	require.NotNil(t, wear)
	assert.Equal(t, "clutch, cable nut at its end", wear.What)
	assert.Less(t, wear.Low, wear.On)
	assert.Less(t, wear.On, wear.High)
	assert.Contains(t, wear.Bring, "the new part for the clutch")
	list, err := s.Due(t.Context())
	require.NoError(t, err)
	assert.True(t, slices.IsSortedFunc(list.Due, func(a, b shop.Due) int {
		if a.On == "" || b.On == "" {
			return strings.Compare(b.On, a.On)
		}
		return strings.Compare(a.On, b.On)
	}), "the nearest first, what waits for a visit last")
	kinds := map[shop.DueKind]int{}
	for _, d := range list.Due {
		kinds[d.Kind]++
		assert.NotEmpty(t, d.Says)
	}
	for _, k := range []shop.DueKind{shop.DueAgain, shop.DueWear, shop.DueGauge, shop.DueFault} {
		assert.Positive(t, kinds[k], k)
	}

	// an aeroplane that flies three times as much comes in by its hours, before the year is over
	again := due(t, s, "mail", shop.DueAgain)
	require.NotNil(t, again)
	for i, hours := range []float64{3000, 3080} {
		_, err := s.Log(t.Context(), "mail", workshop.Entry{Kind: "meter", Name: "hours", On: fmt.Sprintf("2026-11-%d", 10+12*i), Value: hours}, "Maud")
		require.NoError(t, err)
	}
	sooner := due(t, s, "mail", shop.DueAgain)
	require.NotNil(t, sooner)
	assert.Less(t, sooner.On, again.On)
	assert.Contains(t, sooner.What, "look again, at 3,")
	assert.NotEmpty(t, sooner.Between, "with its doubt")
}

func TestOneVisitDoesWhatComesTogetherAndAPlannedDayHolds(t *testing.T) {
	s := testdb.Shop(t)
	visit := func() shop.Visit {
		list, err := s.Due(t.Context())
		require.NoError(t, err)
		i := slices.IndexFunc(list.Visits, func(v shop.Visit) bool { return v.Machine == "mussel" })
		require.GreaterOrEqual(t, i, 0)
		return list.Visits[i]
	}
	v := visit()
	assert.False(t, v.Planned)
	require.NotEmpty(t, v.Due)
	assert.NotEmpty(t, v.Bring)
	_, err := s.Plan(t.Context(), "mussel", "2027-09-15", "Ines")
	require.NoError(t, err)
	planned := visit()
	assert.True(t, planned.Planned)
	assert.Equal(t, "2027-09-15", planned.On)
	assert.Greater(t, len(planned.Due), len(v.Due), "a later day does more of it")
	assert.Contains(t, planned.Says, "15 Sep 2027")
	for day, says := range map[string]string{"soon": "write a day as", "2026-11-23": "is past", "2060-01-01": "nobody plans so far ahead"} {
		_, err := s.Plan(t.Context(), "mussel", day, "Ines")
		require.ErrorContains(t, err, says)
		assert.Equal(t, "day", field(t, err))
	}
	assert.Equal(t, "2027-09-15", visit().On, "what was refused changes nothing")
	_, err = s.Plan(t.Context(), "nobody", "2027-09-15", "Ines")
	require.ErrorIs(t, err, postgres.ErrNotFound)
	_, err = s.Plan(t.Context(), "mussel", "", "Ines")
	require.NoError(t, err)
	assert.False(t, visit().Planned)
}

// An independent reader understands the calendar, over a change of clocks and whatever was written on a card.
func TestTheCalendarIsReadByAnotherProgram(t *testing.T) {
	s := testdb.Shop(t)
	odd := "line one; two, three\nBEGIN:VEVENT\\ “rusted” – " + strings.Repeat("långt ", 40)
	_, err := s.Log(t.Context(), "reed", workshop.Entry{Kind: "defect", On: "2026-11-20", Says: odd, Until: "2027-03-28"}, "Ines")
	require.NoError(t, err)
	require.NoError(t, s.SetZone(t.Context(), "Europe/Oslo"))
	_, err = s.Plan(t.Context(), "oyster", "2027-03-29", "Ines")
	require.NoError(t, err)
	var out bytes.Buffer
	require.NoError(t, s.Calendar(t.Context(), &out))
	for line := range strings.SplitSeq(strings.TrimSuffix(out.String(), "\r\n"), "\r\n") {
		assert.LessOrEqual(t, len(line), 75, "lines are folded")
	}
	c, err := ical.NewDecoder(&out).Decode()
	require.NoError(t, err)
	list, err := s.Due(t.Context())
	require.NoError(t, err)
	seen, days := map[string]bool{}, map[string]string{}
	for _, e := range c.Events() {
		uid, err := e.Props.Text(ical.PropUID)
		require.NoError(t, err)
		assert.False(t, seen[uid], "each has an id of its own")
		seen[uid] = true
		says, err := e.Props.Text(ical.PropSummary)
		require.NoError(t, err)
		start, err := e.DateTimeStart(time.UTC)
		require.NoError(t, err)
		end, err := e.DateTimeEnd(time.UTC)
		require.NoError(t, err)
		assert.Equal(t, 24*time.Hour, end.Sub(start), "a whole day")
		days[says] = start.Format(time.DateOnly)
		require.Len(t, e.Children, 1)
		assert.Equal(t, "VALARM", e.Children[0].Name)
	}
	assert.Equal(t, "2027-03-28", days["Reed trailer: deferred: "+odd])
	assert.Equal(t, "2027-03-29", days["Oyster van comes in"])
	inside := 0
	for _, v := range list.Visits {
		if v.Planned {
			inside += len(v.Due) - 1
		}
	}
	dated := len(slices.DeleteFunc(slices.Clone(list.Due), func(d shop.Due) bool { return d.On == "" }))
	undated := 0
	for _, v := range list.Visits {
		for _, id := range v.Due {
			if i := slices.IndexFunc(list.Due, func(d shop.Due) bool { return d.ID == id }); v.Planned && list.Due[i].On == "" {
				undated++
			}
		}
	}
	assert.Len(t, seen, dated-(inside-undated), "all that has a day, the planned together")

	one, err := s.NewCalendar(t.Context(), "Ines")
	require.NoError(t, err)
	var again bytes.Buffer
	require.NoError(t, s.CalendarBy(t.Context(), one.Secret, &again))
	open, err := s.Calendars(t.Context())
	require.NoError(t, err)
	require.Len(t, open, 1)
	assert.Empty(t, open[0].Secret, "told once")
	open, err = s.RevokeCalendar(t.Context(), one.ID)
	require.NoError(t, err)
	assert.Empty(t, open)
	assert.ErrorIs(t, s.CalendarBy(t.Context(), one.Secret, &again), postgres.ErrNotFound)
}
