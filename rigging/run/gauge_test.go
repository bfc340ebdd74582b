package run_test

import (
	"encoding/json"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

func TestAGaugeIsOverdueTheDayAfterAndCoarseBelowTwiceItsDoubt(t *testing.T) {
	g := record.Gauge{Doubt: 0.25, Due: "2026-11-24"}
	assert.False(t, g.Overdue("2026-11-24"))
	assert.True(t, g.Overdue("2026-11-25"))
	assert.False(t, record.Gauge{}.Overdue("2026-11-25"), "no calibration is asked of it")
	assert.False(t, g.Coarse(1))
	assert.True(t, g.Coarse(0.99))
	assert.False(t, record.Gauge{}.Coarse(1))
}

func TestAReadingCarriesThatItsGaugeWasOverdueThen(t *testing.T) {
	r := newRig(t)
	r.safe("2207", "").lost("71.2", "66")
	r.bench.Gauges[0].Due = "2020-01-31"
	typed := record.Reading{Point: "barrel-to-eye", Text: "139.4", Gauge: r.bench.Gauges[0].ID}
	read, err := record.Understand(record.Around{Gauges: r.bench.Gauges, Day: "2020-02-01"}, r.state(), typed)
	require.NoError(t, err)
	assert.Equal(t, "2020-01-31", read.Overdue)
	r.do(record.KindReading, typed)
	lines := tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Lines
	assert.Contains(t, lines[len(lines)-1].Gauge, "calibration overdue since 31 Jan 2020")
	read, err = record.Understand(record.Around{Gauges: r.bench.Gauges, Day: "2020-01-31"}, r.state(), read)
	require.NoError(t, err)
	assert.Empty(t, read.Overdue, "on the last day it still counts")
}

func TestASheetIsDrawnWithoutARun(t *testing.T) {
	target := 5.0
	s := &sheet.Sheet{Line: sheet.Line{Control: "lever", Positions: []sheet.Position{{ID: "set", Name: "set"}}},
		Adjusters: []sheet.Adjuster{{ID: "nut", Name: "equaliser nut", Kind: "jam nuts", Step: 0.5}},
		Points:    []sheet.Point{{ID: "notches", Name: "notches", Quantity: "count", Target: &target, Minus: 1, Plus: 2}},
		Influence: []sheet.Influence{{Adjuster: "nut", Point: "notches", PerTurn: -0.6}},
		Settings:  []sheet.Setting{{Method: "measured", Adjusters: []string{"nut"}, Points: []string{"notches"}}}}
	s.WorkOut()
	p := tell.Draw(s)
	require.Len(t, p.Rules, 1)
	r := p.Rules[0]
	assert.Equal(t, []float64{4, 7}, []float64{r.Min, r.Max})
	assert.InDelta(t, 0.25, r.Tick, 1e-9, "a round figure")
	assert.Equal(t, "one tick is 0.25; ½ turn of the equaliser nut moves it 0.3", r.TickSay)
	assert.True(t, r.From < 4 && r.To > 7)
	assert.Empty(t, p.Line.Of, "notches are no length along the cable")
	assert.Nil(t, tell.Draw(&sheet.Sheet{}).Line, "a draft without positions is not drawn yet")
}

// What lies on either side of nothing is read as a size and a side, never with a minus.
func TestAReadingOnEitherSide(t *testing.T) {
	raw, err := os.ReadFile("../../demo/sheets/201.json")
	require.NoError(t, err)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	st := record.Fold(s, nil)
	st.Identity = &record.Identified{Sheet: s.Hash()}
	for _, c := range []struct {
		text, side string
		value      float64
		says       string
		field      string
	}{
		{"0.6", "negative", -0.6, "eye to pin read: 0.6 mm short of the pin", ""},
		{"0.6", "positive", 0.6, "eye to pin read: 0.6 mm past the pin", ""},
		{"0", "", 0, "eye to pin read: 0.0 mm", ""},
		{"0.6", "", 0, "", "body.side"},
		{"0.6", "left", 0, "", "body.side"},
		{"-0.6", "positive", 0, "", "body.text"},
	} {
		read, err := record.Understand(record.Around{}, st, record.Reading{Point: "eye-to-pin", Text: c.text, Side: c.side})
		if c.field != "" {
			require.ErrorContains(t, err, c.field, "%+v", c)
			continue
		}
		require.NoError(t, err)
		assert.InDelta(t, c.value, read.Value, 1e-9)
		body, err := json.Marshal(read)
		require.NoError(t, err)
		assert.Equal(t, c.says, record.Event{Kind: record.KindReading, Body: body}.Says())
		assert.Equal(t, c.says, "eye to pin read: "+spell.Reading(s.Point("eye-to-pin"), read.Value))
	}
	_, err = record.Understand(record.Around{}, st, record.Reading{Point: "threads", Text: "12", Side: "positive"})
	assert.ErrorContains(t, err, "body.side")
}
