package run_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/quantity"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// gapped is a sheet 711 up to the reading of a switch gap, with a feeler and a protractor in the workshop.
func gapped(t *testing.T) *follower {
	f := follow(t, "711")
	f.bench.Gauges = []record.Gauge{{ID: "leaves", Name: "leaves", Quantity: quantity.Length, Doubt: 0.02, Kind: record.Feeler},
		{ID: "protractor", Name: "protractor", Quantity: quantity.Angle, Doubt: 0.2, Kind: record.Protractor}}
	f.until(func(a lead.Advice) bool { return a.Read != nil && a.Read.Point == "gap-up" })
	return f
}

func TestAFeelerAtTheRollerIsDegreesOfTheSurface(t *testing.T) {
	for text, want := range map[string]float64{"1 mm": 0.6, "1": 0.6, "0.6 deg": 0.6, "0.6°": 0.6, "40 thou": 0.6064, "0": 0.2} {
		f := gapped(t)
		r := record.Reading{Point: "gap-up", Text: text, Unit: "mm"}
		f.do(record.KindReading, r)
		taken := f.state().Latest("gap-up", "")
		assert.InDelta(t, want, taken.Value, 1e-9, text)
		assert.Equal(t, quantity.Angle, taken.Quantity)
	}
	f := gapped(t)
	f.do(record.KindReading, record.Reading{Point: "gap-up", Text: "1", Unit: "mm", Gauge: "leaves"})
	taken := f.state().Latest("gap-up", "")
	assert.InDelta(t, 0.008, taken.Doubt, 1e-9, "the doubt of the leaf in degrees")
	assert.Contains(t, f.events[len(f.events)-1].Says(), "0.60° (1.0 mm at the switch roller)")
	err := gapped(t).try(record.KindReading, record.Reading{Point: "gap-up", Text: "1", Unit: "mm", Gauge: "protractor"})
	require.ErrorContains(t, err, "does not measure a length")
	require.ErrorContains(t, gapped(t).try(record.KindReading, record.Reading{Point: "gap-up", Text: "3 lb"}), "is wanted")
	err = f.try(record.KindReading, record.Reading{Point: "gap-down", Text: "1", Unit: "mm", Showed: "9 mm", ShownAt: "nowhere"})
	require.NoError(t, err)
	assert.Equal(t, "1.0 mm", f.state().Latest("gap-down", "").Showed, "what a sender makes up does not count")
}

// A lash of four millimetres is what the spring is there for: the force tells which, and it is read again with it.
func TestASpringIsTriedBeforeLashIsCondemned(t *testing.T) {
	f := follow(t, "701")
	f.reading["dead"] = "4"
	f.reading["knob-force"] = "15" // the arm takes five newtons, the middle spring ten
	a := f.untilDo(lead.DoChoose)
	assert.Equal(t, "middle", a.Choose.Options[0].ID)
	f.do(record.KindChosen, record.Choosing{Setting: "spring", Option: "middle"})
	f.reading["dead"] = "0.4"
	f.until(func(lead.Advice) bool { return f.state().Latest("dead", "").Value == 0.4 })
	f.untilDo(lead.DoInspect)

	heavy := follow(t, "701")
	heavy.reading["dead"], heavy.reading["knob-force"] = "4", "20"
	for range 3 {
		a = heavy.untilDo(lead.DoChoose)
		heavy.do(record.KindChosen, record.Choosing{Setting: "spring", Option: a.Choose.Options[0].ID})
	}
	a = heavy.untilDo(lead.DoDecide)
	assert.NotContains(t, a.Finding, ": .", "no answer is made up")
	require.NotEmpty(t, a.More)
	assert.Contains(t, a.More[0], "a spring of")

	cure := follow(t, "701")
	cure.until(func(a lead.Advice) bool {
		return a.Do == lead.DoDecide && a.Choices[0].About.Question == record.AboutSchool
	})
	cure.do(record.KindDecided, record.Decided{About: record.AboutSchool.Of("routing"), Choice: record.ChoiceTake, Reason: "it hums"})
	cure.reading["dead-routing"] = "4"
	a = cure.untilDo(lead.DoDecide)
	assert.Contains(t, a.Finding, "Take bends out", "where no spring is to hold it, it is condemned before anything is set")
}

func TestNoThreadGivesMoreThanItHas(t *testing.T) {
	f := follow(t, "114")
	f.reading["barrel-to-eye"] = "139"
	f.untilDo(lead.DoMove)
	move := record.Move{Adjuster: "barrel", Turns: "58", Way: "out"}
	require.ErrorContains(t, f.try(record.KindMove, move), "write how far it went")
	move.Turns = "2"
	require.NoError(t, f.try(record.KindMove, move))
}

func TestASlipIsHeadedByThePart(t *testing.T) {
	f := follow(t, "301")
	f.answers["inner"] = "frayed-or-kinked"
	f.until(func(a lead.Advice) bool {
		return a.Do == lead.DoDecide && a.Choices[0].About == record.AboutCheck.Of("inner")
	})
	o := tell.Show(f.led()).Order
	require.NotNil(t, o)
	assert.Equal(t, "another clutch cable", o.Part)
	assert.Contains(t, o.Why, "A frayed cable runs on until it breaks", "the finding stands beneath")
	what := map[string]string{}
	for _, one := range o.What {
		what[one.Name] = one.Text
	}
	assert.Equal(t, "nut at the fork", what["which"])
	assert.Equal(t, "from the pedal to the fork", what["sits"])
	assert.Equal(t, "960.0 mm over all", what["length"])
	assert.Equal(t, "right-hand thread at the fork", what["hand"])
}

// Gaps to either side of a stop are made alike where it is turned, and not only each inside its own limits; where both lie
// inside as found, it is left alone.
func TestGapsAreMadeAlike(t *testing.T) {
	for found, want := range map[[2]string]float64{{"1", "2.2"}: 1.25, {"2.3", "0.9"}: 1.5, {"1.1", "2.05"}: 1} {
		f := follow(t, "511")
		f.reading["gap-left"], f.reading["gap-right"] = found[0], found[1]
		a := f.untilDo(lead.DoMove)
		assert.InDelta(t, want, a.Move.Turns, 1e-9, "%v", found)
	}
	f := follow(t, "511")
	f.reading["gap-left"], f.reading["gap-right"] = "1.3", "1.9"
	f.until(func(lead.Advice) bool { return f.state().Signed != nil })
	assert.False(t, f.state().AnyMoved())
}

// By a sheet whose rig is only assumed a first reading is questioned later: its figures may lie a good part from the true ones.
func TestWhatIsAssumedIsBelievedLess(t *testing.T) {
	for assumed, questioned := range map[bool]bool{false: true, true: false} {
		s := *demoSheet(t, "114")
		if assumed {
			s.Assumed = []string{"rig.geometry.pitch"}
		}
		f := followSheet(t, &s)
		f.reading["barrel-to-eye"] = "139.4"
		f.step(f.untilDo(lead.DoMove))
		f.reading["barrel-to-eye"] = "146" // twice as far as it was turned
		asked := false
		for range 6 {
			a := f.led().Advice()
			if a.Do == lead.DoDecide {
				asked = strings.Contains(said(a), "likely a slip")
				break
			}
			f.step(a)
		}
		assert.Equal(t, questioned, asked, "assumed: %v", assumed)
	}
}
