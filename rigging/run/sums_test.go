package run_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// How far a surface runs on once its motor is cut says how far a switch must open: by the Bench's sum, not by half a turn.
// Worked by hand: half of 1.1° and a quarter more is 0.69° for each switch, which stands at 0.6°; a quarter turn gives 0.1°.
func TestAHuntingSurfaceOpensItsSwitchesByHowFarItRunsOn(t *testing.T) {
	hunts := func(coast string) lead.Advice {
		f := followSheet(t, leftLimits(t, "712"))
		f.until(func(a lead.Advice) bool { return a.Check != nil && a.Check.Check == "no-hunting" })
		c := record.Checked{Check: "no-hunting", Answer: "hunts"}
		if coast != "" {
			c.Figures = []record.FigureRead{{Figure: "coast", Text: coast}}
		}
		f.do(record.KindCheck, c)
		return f.until(func(a lead.Advice) bool {
			return a.Check != nil && a.Check.Check == "no-hunting" || a.Cure != nil || a.Do == lead.DoDecide
		})
	}
	a := hunts("1.1")
	require.NotNil(t, a.Cure, "%+v", a)
	assert.Equal(t, []any{"switch-down", "out", 0.25}, []any{a.Cure.Adjuster, a.Cure.Way, a.Cure.Turns})
	assert.Contains(t, strings.Join(a.More, " "), "It runs on by 1.1°, so each switch wants 0.69° at least.")

	a = hunts("")
	require.NotNil(t, a.Cure)
	assert.InDelta(t, 0.5, a.Cure.Turns, 1e-9, "where nobody read it, by the sheet's own step")

	a = hunts("2.4")
	assert.Nil(t, a.Cure, "1.5° lies beyond the window of a gap")
	assert.Contains(t, strings.Join(a.More, " "), "The motor’s brake first.")
	assert.True(t, len(a.Choices) > 0 && a.Choices[0].Choice == record.ChoiceRepair, "%+v", a.Choices)

	a = hunts("0.4")
	assert.Nil(t, a.Cure)
	assert.Contains(t, strings.Join(a.More, " "), "a switch that sticks")
}

// A cable whose thread runs out: the slip says how long the next one must be, from what was read and counted. By hand: 20 mm
// short of 143, 8 threads in of 6 to 20; on a cable of 3 680 mm whose thread stands in the middle (13) that makes 3 705 mm.
func TestAThreadThatRunsOutSaysHowLongTheNextCableIs(t *testing.T) {
	f := follow(t, "114")
	f.reading = map[string]string{"barrel-to-eye": "123", "barrel-threads": "8", "inner-home": "71", "inner-eased": "66"}
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoDecide || a.Do == lead.DoTrial || a.Do == lead.DoMove })
	v := tell.Show(f.led())
	for range 6 {
		if v.Order != nil {
			break
		}
		f.step(f.led().Advice())
		v = tell.Show(f.led())
	}
	require.NotNil(t, v.Order, "%+v", f.led().Advice())
	assert.Contains(t, v.Order.What, tell.Field{Name: "length wanted", Text: "3705.0 mm over all, so that its thread stands in the middle"})
	assert.Contains(t, v.Order.What, tell.Field{Name: "in stock", Text: "3740.0 mm, 35.0 mm to spare"})
}
