package shop_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// lineOf is a line of a machine's years by what it is called.
func lineOf(t *testing.T, s *shop.Shop, machine, name string) shop.YearsLine {
	t.Helper()
	y, err := s.Years(t.Context(), machine)
	require.NoError(t, err)
	for _, l := range y.Lines {
		if l.Name == name {
			return l
		}
	}
	t.Fatalf("%s has no line %s", machine, name)
	return shop.YearsLine{}
}

func TestANutThatRunsOutIsToldWithItsDay(t *testing.T) {
	s := testdb.Shop(t)
	y, err := s.Years(t.Context(), "mussel")
	require.NoError(t, err)
	assert.Equal(t, "km", y.Meter)
	assert.Equal(t, "2019-05-14", y.Since)
	first := y.Lines[0]
	assert.Equal(t, "cable nut", first.Name, "what ends first stands first")
	assert.Equal(t, shop.EndsSoon, first.Ends)
	assert.Contains(t, first.Head, "runs out about")
	assert.Equal(t, "2 turns left", first.Left[0])
	assert.Contains(t, first.Short, "At the last 3 visits 1, 1½ and 1½ were taken up; 2 turns left, about ")
	assert.Contains(t, first.Says[0], "Order the part for the next visit")
	assert.Contains(t, strings.Join(first.Says, " "), "That of Oyster van was renewed at 70,000 km", "its sister")
	for i, v := range first.Visits[1:] {
		assert.InDelta(t, *first.Visits[i].Stand, *v.Stood, 1e-9, "it is found where it was left")
		assert.InDelta(t, *v.Stood+v.Turns, *v.Stand, 1e-9)
	}
	assert.InDelta(t, 16, *first.Room, 1e-9)
}

func TestAFrayedCableIsAJumpAndANewOneBeginsAnew(t *testing.T) {
	s := testdb.Shop(t)
	equaliser := lineOf(t, s, "mussel", "equaliser nut")
	require.NotEmpty(t, equaliser.Wear.Jumps)
	assert.Equal(t, "2025-05-12", equaliser.Visits[equaliser.Wear.Jumps[0].Visit].On)
	assert.Contains(t, equaliser.Visits[equaliser.Wear.Jumps[0].Visit].Jump, "exchanged, frayed or slipped")
	knob := lineOf(t, s, "oyster", "indexed knob")
	assert.Equal(t, "2024-10-15", knob.Visits[0].On, "what the old cable wore is not this one's")
}

func TestOneVisitSaysThatItIsTooEarly(t *testing.T) {
	barrel := lineOf(t, testdb.Shop(t), "teal", "barrel")
	require.Len(t, barrel.Visits, 1)
	assert.Equal(t, shop.EndsEarly, barrel.Ends)
	assert.Contains(t, barrel.Head, "too early")
	assert.Empty(t, barrel.Short)
	assert.Less(t, barrel.Wear.RunsOut.Usage.Low*1.2, barrel.Wear.RunsOut.Usage.High, "and is wide")
}

func TestUsageThatIsReadLaterMovesTheDayAndNoMeterCountsDays(t *testing.T) {
	s := testdb.Shop(t)
	before := lineOf(t, s, "mussel", "cable nut").Wear.RunsOut.Day.Median
	for i, km := range []int{156000, 161000} {
		_, err := s.Log(t.Context(), "mussel", workshop.Entry{Kind: "meter", Name: "km", On: fmt.Sprintf("2026-11-2%d", i+1), Value: float64(km)}, "Ines")
		require.NoError(t, err)
	}
	assert.NotEqual(t, before, lineOf(t, s, "mussel", "cable nut").Wear.RunsOut.Day.Median)
	y, err := s.Years(t.Context(), "samphire")
	require.NoError(t, err)
	assert.Equal(t, "days", y.Meter)
	assert.Nil(t, y.Shows)
	_, err = s.Years(t.Context(), "nobody")
	require.Error(t, err)
}
