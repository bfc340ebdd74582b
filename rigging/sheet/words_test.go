package sheet

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/quantity"
)

func TestLimitsAreSaidAsTheyWouldBeRead(t *testing.T) {
	v := func(x float64) *float64 { return &x }
	s := &Sheet{Adjusters: []Adjuster{{Threads: &Threads{Point: "threads"}}}}
	for _, c := range []struct {
		in   Point
		says string
	}{
		{Point{Quantity: quantity.Length, Target: v(143), Minus: 0.5, Plus: 0.5}, "143 ± 0.5 mm"},
		{Point{Quantity: quantity.Length, Target: v(12), Minus: 1, Plus: 2}, "12 +2 −1 mm"},
		{Point{Quantity: quantity.Length, Target: v(12), Minus: 1}, "12 +0 −1 mm"},
		{Point{Quantity: quantity.Angle, Target: v(30)}, "30°"},
		{Point{Quantity: quantity.Angle, Target: v(0), Minus: 1, Plus: 1}, "0 ± 1°"},
		{Point{Quantity: quantity.Force, Target: v(180), Minus: 20, Plus: 20}, "180 ± 20 N"},
		{Point{ID: "threads", Quantity: quantity.Count, Target: v(14), Minus: 2, Plus: 2}, "14 ± 2 threads"},
		{Point{ID: "clicks", Quantity: quantity.Count, Target: v(5), Minus: 1, Plus: 1}, "5 ± 1"},
		{Point{Quantity: quantity.Length}, "noted only"},
		{Point{Quantity: quantity.Force, Chart: "t"}, "on the chart"},
		{Point{Quantity: quantity.Length, Target: v(-3.175), Minus: 0.25, Plus: 0.25}, "-3.175 ± 0.25 mm"},
	} {
		assert.Equal(t, c.says, s.limits(&c.in))
	}
}

func TestAnAdjusterSaysWhatItsLeastStepIs(t *testing.T) {
	for _, c := range []struct {
		in   Adjuster
		says string
	}{
		{Adjuster{Pitch: 1, Step: 0.5}, "1 mm a turn, locked every ½ turn"},
		{Adjuster{Pitch: 1.25, Step: 0.25}, "1.25 mm a turn, locked every ¼ turn"},
		{Adjuster{Pitch: 0.8}, "0.8 mm a turn"},
		{Adjuster{Step: 1, Notch: "notch"}, "1 notch at a time"},
		{Adjuster{Step: 2}, "2 step at a time"},
		{Adjuster{Hooks: []string{"upper", "middle", "lower"}, Step: 1}, "upper, middle, lower"},
		{Adjuster{Pitch: 1, Step: 0.5, MeasureOnly: true}, "cannot be turned: measured only"},
	} {
		assert.Equal(t, c.says, c.in.stepSays())
	}
}

func TestALockSaysAllThatIsDoneWithIt(t *testing.T) {
	torque := 9.5
	assert.Empty(t, (*Lock)(nil).says())
	for _, c := range []struct {
		in   Lock
		says string
	}{
		{Lock{
			Says: "Run the nut up", BackOffMin: 0.25, BackOffMax: 0.5, Pin: "split pin",
		}, "Run the nut up; backed off ¼ to ½ of a turn; split pin"},
		{Lock{Says: "Tighten", Order: []string{"inner", "outer"}, Torque: &torque}, "Tighten; in the order inner, then outer; 9.5 Nm"},
		{Lock{
			Says: "Wire it", Witness: "no wire goes through the witness hole", Choice: []string{"single wire", "double wire"},
		}, "Wire it; no wire goes through the witness hole; either single wire or double wire"},
	} {
		assert.Equal(t, c.says, c.in.says())
	}
}

func TestWordsStandInTheOrderOfWhatTheySpeakOf(t *testing.T) {
	some := 0
	for _, s := range demo(t) {
		w := s.Words()
		require.Len(t, w.Limits, len(s.Points), s.ID)
		require.Len(t, w.Steps, len(s.Adjusters), s.ID)
		require.Len(t, w.Locks, len(s.Adjusters), s.ID)
		for i, a := range s.Adjusters {
			assert.NotEmpty(t, w.Steps[i], "%s %s", s.ID, a.ID)
			assert.Equal(t, a.Lock == nil, w.Locks[i] == "", "%s %s", s.ID, a.ID)
			some++
		}
		for i, p := range s.Points {
			assert.Equal(t, p.Target == nil && p.Chart == "", w.Limits[i] == "noted only", "%s %s", s.ID, p.ID)
		}
	}
	assert.Greater(t, some, 10)
}

func TestARangeOfSerialsIsSaidWithItsEnds(t *testing.T) {
	for _, c := range []struct {
		in   Effectivity
		says string
	}{
		{Effectivity{From: "1850", To: "2399", Hand: "either"}, "1850–2399"},
		{Effectivity{From: "2013", Hand: "either"}, "from 2013"},
		{Effectivity{To: "900", Hand: "either"}, "up to 900"},
		{Effectivity{Prefix: "K", After: "0877B", Hand: "either"}, "after K-0877B"},
		{Effectivity{After: "877", To: "900", Hand: "either"}, "after 877 up to 900"},
		{Effectivity{Prefix: "K", Hand: "either"}, "all K-"},
		{Effectivity{Hand: "counter"}, "all, counter hand"},
		{Effectivity{Prefix: "K", From: "0412", To: "0877", Hand: "standard", Variant: "tall"}, "K-0412–0877, standard hand, tall"},
	} {
		assert.Equal(t, c.says, c.in.Words())
	}
}
