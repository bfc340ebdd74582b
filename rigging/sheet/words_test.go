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
	for says, p := range map[string]Point{
		"143 ± 0.5 mm":     {Quantity: quantity.Length, Target: v(143), Minus: 0.5, Plus: 0.5},
		"12 +2 −1 mm":      {Quantity: quantity.Length, Target: v(12), Minus: 1, Plus: 2},
		"12 +0 −1 mm":      {Quantity: quantity.Length, Target: v(12), Minus: 1},
		"30 °":             {Quantity: quantity.Angle, Target: v(30)},
		"0 ± 1 °":          {Quantity: quantity.Angle, Target: v(0), Minus: 1, Plus: 1},
		"180 ± 20 N":       {Quantity: quantity.Force, Target: v(180), Minus: 20, Plus: 20},
		"14 ± 2 threads":   {ID: "threads", Quantity: quantity.Count, Target: v(14), Minus: 2, Plus: 2},
		"5 ± 1":            {ID: "clicks", Quantity: quantity.Count, Target: v(5), Minus: 1, Plus: 1},
		"noted only":       {Quantity: quantity.Length},
		"on the chart":     {Quantity: quantity.Force, Chart: "t"},
		"-3.175 ± 0.25 mm": {Quantity: quantity.Length, Target: v(-3.175), Minus: 0.25, Plus: 0.25},
	} {
		assert.Equal(t, says, s.limits(&p))
	}
}

func TestAnAdjusterSaysWhatItsLeastStepIs(t *testing.T) {
	for says, a := range map[string]Adjuster{
		"1 mm a turn, locked every ½ turn":    {Pitch: 1, Step: 0.5},
		"1.25 mm a turn, locked every ¼ turn": {Pitch: 1.25, Step: 0.25},
		"0.8 mm a turn":                       {Pitch: 0.8},
		"1 notch at a time":                   {Step: 1, Notch: "notch"},
		"2 step at a time":                    {Step: 2},
		"upper, middle, lower":                {Hooks: []string{"upper", "middle", "lower"}, Step: 1},
		"cannot be turned: measured only":     {Pitch: 1, Step: 0.5, MeasureOnly: true},
	} {
		assert.Equal(t, says, a.stepSays())
	}
}

func TestALockSaysAllThatIsDoneWithIt(t *testing.T) {
	torque := 9.5
	assert.Empty(t, (*Lock)(nil).says())
	for says, l := range map[string]Lock{
		"Run the nut up; backed off ¼ to ½ of a turn; split pin": {
			Says: "Run the nut up", BackOffMin: 0.25, BackOffMax: 0.5, Pin: "split pin",
		},
		"Tighten; in the order inner, then outer; 9.5 Nm": {Says: "Tighten", Order: []string{"inner", "outer"}, Torque: &torque},
		"Wire it; no wire goes through the witness hole; either single wire or double wire": {
			Says: "Wire it", Witness: "no wire goes through the witness hole", Choice: []string{"single wire", "double wire"},
		},
	} {
		assert.Equal(t, says, l.says())
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
	for says, e := range map[string]Effectivity{
		"1850–2399":                        {From: "1850", To: "2399", Hand: "either"},
		"from 2013":                        {From: "2013", Hand: "either"},
		"up to 900":                        {To: "900", Hand: "either"},
		"after K-0877B":                    {Prefix: "K", After: "0877B", Hand: "either"},
		"after 877 up to 900":              {After: "877", To: "900", Hand: "either"},
		"all K-":                           {Prefix: "K", Hand: "either"},
		"all, counter hand":                {Hand: "counter"},
		"K-0412–0877, standard hand, tall": {Prefix: "K", From: "0412", To: "0877", Hand: "standard", Variant: "tall"},
	} {
		assert.Equal(t, says, e.Words())
	}
}
