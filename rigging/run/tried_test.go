package run_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

func TestWhatWasTriedIsDrawnFromAsFound(t *testing.T) {
	f := follow(t, "711")
	f.untilDo(lead.DoCheck)
	v := tell.Show(f.led())
	assert.Nil(t, v.Tries, "nothing was tried yet")
	f.answers["up-cuts"] = "the motor strains"
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove })
	v = tell.Show(f.led())
	require.NotNil(t, v.Tries)
	assert.Equal(t, []tell.Tried{{At: 0, Felt: "too loose"}}, v.Tries.Tries)
	require.NotNil(t, v.Tries.Next)
	assert.Positive(t, *v.Tries.Next, "tighter lies to the right")
	assert.Nil(t, tell.RowOf([]tell.Tried{{At: 0}, {At: 1e6}}, nil), "what lies too far apart is not drawn")
}

func TestPlacesStandSideBySideAndAMishapTakesOneBack(t *testing.T) {
	f := follow(t, "501")
	f.until(func(lead.Advice) bool { p := tell.Show(f.led()).Places; return len(p) == 2 && p[0].Done })
	v := tell.Show(f.led())
	assert.Equal(t, []tell.PlaceLine{{Name: "left", Says: "locked", Done: true}, {Name: "right", Says: "to be set", Now: true}}, v.Places)
	assert.Empty(t, v.Mishaps, "a parking brake turns both ways")

	f = follow(t, "601")
	f.until(func(lead.Advice) bool { p := tell.Show(f.led()).Places; return len(p) == 2 && p[0].Done })
	v = tell.Show(f.led())
	require.NotEmpty(t, v.Mishaps)
	f.do(record.KindAction, record.Acting{Action: v.Mishaps[0].Action})
	v = tell.Show(f.led())
	assert.False(t, v.Places[0].Done, "turned backwards: its shoes have let go")
	assert.True(t, v.Places[0].Now)
}

func TestPartsGoBackWithTheirTorque(t *testing.T) {
	f := follow(t, "501")
	f.until(func(lead.Advice) bool { return f.state().Ways["ground"] == "stands" })
	f.stands("wheel.left", "off").stands("wheel.left", "snug")
	require.ErrorContains(t, f.try(record.KindSetUp, record.SetUp{Thing: "wheel.left", Way: "on"}), "first: vehicle wheels", "its bolts are tightened on the ground")
	a := f.until(func(a lead.Advice) bool { return slices.Contains(a.More, "Wheel, left: 110 Nm.") })
	assert.Contains(t, said(a), "wheel, left: on, bolts by torque")
	f.stop()
	r := tell.MakeRecord(record.Heading{}, f.led(), f.events, "")
	assert.Equal(t, "wheel, left: on, bolts by torque, 110 Nm", r.Lines[slices.IndexFunc(r.Lines, func(l tell.Entry) bool {
		return strings.HasPrefix(l.Says, "wheel, left: on")
	})].Says)
}

func TestWhatToOrderComesFromTheReadings(t *testing.T) {
	f := follow(t, "701")
	f.reading = map[string]string{"cushion": "0.5", "cushion-out": "0"}
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove })
	assert.Nil(t, tell.Show(f.led()).Order, "nothing is to be ordered while it can be set")
	m := f.led().Advice().Move
	f.do(record.KindStuck, record.Stuck{Adjuster: m.Adjuster})
	f.untilDo(lead.DoDecide)
	o := tell.Show(f.led()).Order
	require.NotNil(t, o)
	assert.Equal(t, "the rod end: free it, or another one", o.Part)
	require.NotNil(t, o.Against)
	assert.NotEmpty(t, o.Against.Windows)
	assert.Contains(t, o.Lines, tell.Field{Name: "cushion at the knob", Text: "0.5 mm, wanted 3 to 6.0 mm"})

	lost := follow(t, "114")
	lost.reading = map[string]string{"inner-home": "75", "inner-eased": "63"}
	lost.untilDo(lead.DoDecide)
	o = tell.Show(lost.led()).Order
	require.NotNil(t, o)
	assert.Equal(t, "another lower drive cable", o.Part)
	assert.Contains(t, o.Lines, tell.Field{Name: "lost motion", Text: "12.0 mm of 9.0 mm allowed"})
	assert.Contains(t, o.Lines, tell.Field{Name: "bends", Text: "215° in all"})
}
