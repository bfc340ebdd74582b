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
	"brankel/rigging/sheet"
)

func TestAReadingThatNothingSetsIsReadBeforeHandsComeOut(t *testing.T) {
	f := follow(t, "722")
	f.reading["travel-up.left"] = "17"
	a := f.until(func(a lead.Advice) bool {
		return a.Do == lead.DoDecide && a.Choices[0].About.Question != record.AboutSchool
	})
	assert.Contains(t, a.Finding, "Travel up, left: 17°, wanted")
	assert.Equal(t, "off", f.state().Ways["floor"], "what was opened is still open")
	ids := []string{}
	for _, r := range tell.Show(f.led()).Rules {
		ids = append(ids, r.ID)
	}
	assert.Contains(t, ids, "travel-up.left", "its rule is in sight")
	f.do(record.KindDecided, record.Decided{About: a.Choices[0].About, Choice: record.ChoiceGoOn, Reason: "the stop is filed at the next check"})
	assert.NotEqual(t, "travel-up.left", reading(f.led().Advice()))
}

// reading is the point that is asked for, "" for none.
func reading(a lead.Advice) string {
	if a.Read == nil {
		return ""
	}
	return a.Read.Point
}

func TestWornPartsAreReadBeforeAnythingIsSet(t *testing.T) {
	f := follow(t, "701")
	f.until(func(a lead.Advice) bool {
		return a.Do == lead.DoDecide && a.Choices[0].About.Question == record.AboutSchool
	})
	f.do(record.KindDecided, record.Decided{About: record.AboutSchool.Of("cable"), Choice: record.ChoiceTake, Reason: "it is worn"})
	f.reading["dead-cable"] = "2.6"
	a := f.untilDo(lead.DoDecide)
	assert.Contains(t, a.Finding, "Fit a cable with a closer inner")
	assert.Empty(t, f.state().Moves)
	f.do(record.KindDecided, record.Decided{About: a.Choices[0].About, Choice: record.ChoiceRepair})
	f.reading["dead-cable"] = "0.4"
	f.do(record.KindDecided, record.Decided{About: a.Choices[0].About, Choice: record.ChoiceRepaired})
	assert.Equal(t, "dead-cable", reading(f.untilDo(lead.DoRead)), "other parts are read anew")
	f.untilDo(lead.DoInspect)
}

func TestACureThatWouldTakeAReadingOutIsNotOffered(t *testing.T) {
	f := follow(t, "136")
	f.answers["forward-locks"] = "slips or ratchets" // it wants the barrel one turn longer: a millimetre
	a := f.until(func(a lead.Advice) bool {
		return a.Do == lead.DoCheck && a.Check.Check == "forward-locks" && a.Finding != ""
	})
	assert.Nil(t, a.Cure, "the barrel would leave its window")
	labels := []string{}
	for _, c := range a.Choices {
		labels = append(labels, c.Label)
	}
	assert.Contains(t, labels, "Repair first")
}

func TestASettingIsLockedInItsOrderWithItsTorque(t *testing.T) {
	f := follow(t, "711")
	asked := map[string]int{}
	f.until(func(a lead.Advice) bool {
		if a.Do == lead.DoCheck && strings.HasSuffix(a.Check.Check, "-cuts") { // a limit is found by passing it once
			asked[a.Check.Check]++
			f.answers[a.Check.Check] = map[bool]string{true: "the motor strains", false: "cuts"}[asked[a.Check.Check] == 2]
		}
		return a.Do == lead.DoLock && a.Lock.Setting == "follow" && a.Lock.Adjuster == ""
	})
	a := f.led().Advice()
	more := strings.Join(a.More, " ")
	assert.Contains(t, more, "1. Pivot screw 2. Slotted screw")
	assert.Contains(t, more, "2 Nm.")
	assert.Contains(t, more, "Thread covers the witness hole.")
	f.step(a)
	assert.Contains(t, said(f.until(func(a lead.Advice) bool { return a.Do == lead.DoRead })), "Locked. Read the")
}

func TestTheRecordTellsEachSettingUnderItsName(t *testing.T) {
	f := follow(t, "501")
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoNothing })
	r := tell.MakeRecord(record.Heading{}, f.led(), f.events, "")
	var heads []string
	for _, one := range r.Result {
		if one.Text == "" {
			heads = append(heads, one.Name)
		}
	}
	require.Len(t, heads, 3)
	assert.Contains(t, heads[0], ": left")
	assert.Contains(t, heads[1], ": right")
	moved := 0
	for _, one := range r.Result {
		if one.Name == "moved" && strings.Contains(one.Text, "until it locked") {
			moved++
		}
	}
	assert.Equal(t, 4, moved, "each wheel, twice")
	assert.Empty(t, tell.Show(f.led()).Back, "nobody counted how far it was to the lock")
	assert.NotEmpty(t, r.Signed)
}

func TestAFloorShowsWhoIsWaitedFor(t *testing.T) {
	f := follow(t, "722")
	f.untilDo(lead.DoInspect)
	st := tell.Stand(f.led())
	assert.Equal(t, tell.SignLook, st.Sign)
	assert.True(t, st.Signed)
	for _, i := range f.s.Inspect {
		require.NoError(t, f.tryBy("Bram", record.KindInspected, record.Inspected{Item: i.ID, Verdict: "right"}))
	}
	assert.Equal(t, tell.SignProof, tell.Stand(f.led()).Sign, "then it is flown")
	f = follow(t, "411")
	f.untilDo(lead.DoRead)
	f.do(record.KindMove, record.Move{Adjuster: "pedal-nuts", Turns: "1", Way: "in"})
	assert.Equal(t, []string{"kickdown"}, tell.Stand(f.led()).Voids, "the kickdown rests on the throttle")
}

func TestATemperatureMayLieBelowNothing(t *testing.T) {
	f := follow(t, "721")
	f.until(func(a lead.Advice) bool { return reading(a) == "air" })
	f.do(record.KindReading, record.Reading{Point: "air", Text: "-12"})
	a := f.led().Aim("tension")
	require.True(t, a.Limited)
	at, ok := f.s.Chart(f.s.Point("tension").Chart).Value(-12)
	require.True(t, ok)
	assert.InDelta(t, at, *a.Point.Target, 1e-9)
	require.ErrorContains(t, f.try(record.KindReading, record.Reading{Point: "tension", Text: "-3"}), "below zero")
	f.do(record.KindReading, record.Reading{Point: "air", Text: "60"})
	assert.False(t, f.led().Aim("tension").Limited, "no chart is drawn on beyond its end")
	a2 := f.until(func(a lead.Advice) bool { return a.Finding != "" })
	assert.Equal(t, "air", reading(a2), "what is asked can be answered")
	assert.Contains(t, a2.Finding, "60 °C lies beyond the chart, which goes from -20 to 40 °C")
	f.do(record.KindReading, record.Reading{Point: "air", Text: "20"})
	assert.NotEqual(t, "air", reading(f.led().Advice()))
}

// The rail has what can be done as everything stands before what the sheet has first, and says what it is for.
func TestTheRailFollowsHowItStands(t *testing.T) {
	f := follow(t, "136")
	because := map[string]bool{}
	f.until(func(a lead.Advice) bool {
		steps, why := f.led().Rail()
		now := slices.IndexFunc(steps, func(s lead.StepState) bool { return s.Status == lead.StatusNow })
		for _, s := range steps[:max(now, 0)] {
			assert.Contains(t, []lead.Status{lead.StatusDone, lead.StatusSkipped, lead.StatusLater, lead.StatusAgain, lead.StatusOpen, lead.StatusEmpty}, s.Status)
			if s.Status == lead.StatusLater {
				assert.Contains(t, []sheet.StepKind{sheet.StepComplaint, sheet.StepIdentify}, s.Kind, "nothing of the work stands before what is now")
			}
		}
		assert.Len(t, steps, len(f.led().Steps()))
		because[why] = true
		return a.Do == lead.DoSign
	})
	assert.Contains(t, because, "", "mostly it is the order of the sheet")
	assert.Greater(t, len(because), 1, "and now and then another")
}
