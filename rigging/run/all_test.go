package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
)

// Four wheels are felt again after the rod: one tap where all are silent, but never a wheel whose shoes are not set yet, nor
// once one of them was answered bad.
func TestAllWheelsByOneTap(t *testing.T) {
	f := follow(t, "602")
	f.reading["play"] = "12"
	offered := 0
	f.until(func(a lead.Advice) bool {
		st := f.state()
		spun := a.Do == lead.DoCheck && st.Sheet.Check(a.Check.Check).Base == "wheel-drag"
		if spun && len(a.Check.All) > 0 {
			for i := range st.Sheet.Settings {
				if one := &st.Sheet.Settings[i]; one.Base == "wheels" {
					locked, _ := st.AllLocked(one)
					assert.True(t, locked || f.led().LeftAlone(f.led().Known(one.ID)), "%s is not set yet", one.ID)
				}
			}
			offered++
		}
		return spun && len(a.Check.All) == 4
	})
	a := f.led().Advice()
	require.Len(t, a.Check.All, 4)
	for _, w := range a.Check.All {
		f.do(record.KindCheck, record.Checked{Check: w.Check, Answer: w.Answer})
	}
	for _, w := range a.Check.All {
		assert.True(t, f.state().Checks[w.Check].Good, w.Name)
	}
	next := f.led().Advice()
	assert.False(t, next.Do == lead.DoCheck && len(next.Check.All) > 0, "none of them is asked again")
	assert.Positive(t, offered)
}

// What all adjusters together can not reach is said before anybody turns.
func TestWhatNothingReachesIsSaidBeforeAnybodyTurns(t *testing.T) {
	f := follow(t, "201")
	f.reading = map[string]string{"eye-to-pin": "30", "threads": "20", "helm-threads": "18"}
	a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove || a.Do == lead.DoDecide })
	require.Equal(t, lead.DoDecide, a.Do, "%s", said(a))
	assert.Equal(t, "There is no setting that serves.", said(a))
	assert.Contains(t, a.Finding, "At best the eye to pin would read")
	assert.False(t, f.state().AnyMoved())
}
