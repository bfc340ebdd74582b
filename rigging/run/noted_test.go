package run

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestTheHandTriesBeforeAnythingIsTurned(t *testing.T) {
	f := follow(t, "701")
	f.reading = map[string]string{"cushion": "7", "cushion-out": "0"}
	a := f.untilDo(DoTrial)
	assert.Contains(t, said(a), "does the knob still have its cushion?")
	assert.NotEmpty(t, a.Caution, "hands are in the linkage")
	sign, _, _ := f.state().standing(a)
	assert.Equal(t, SignOpen, sign, "a trial is no stop")
	f.do(KindDecided, Decided{About: About{AboutTrial, "rod-end"}, Choice: ChoiceRight})
	f.wants(DoMove)

	f = follow(t, "701")
	f.reading = map[string]string{"cushion": "7", "cushion-out": "0"}
	f.untilDo(DoTrial)
	f.do(KindDecided, Decided{About: About{AboutTrial, "rod-end"}, Choice: ChoiceWrong})
	a = f.wants(DoDecide)
	assert.Contains(t, a.Finding, "By hand it does not come right.")
	assert.Contains(t, Show(f.state()).Order.Part, "a lever that is not the sheet's")
	f.do(KindDecided, Decided{About: About{AboutHand, "rod-end"}, Choice: ChoiceGoOn, Reason: "the stop was bent back"})
	f.wants(DoMove)
}

func TestAConditionIsLookedAtBeforeTheCable(t *testing.T) {
	f := follow(t, "401")
	a := f.untilDo(DoCheck)
	assert.Equal(t, "fluid", a.Check.Check, "before anything is read or turned")
	f.do(KindCheck, Checked{Check: "fluid", Answer: "low"})
	a = f.wants(DoDecide)
	assert.Contains(t, a.Finding, "Look for the leak")
	f.do(KindDecided, Decided{About: About{AboutCheck, "fluid"}, Choice: ChoiceRepair})
	f.do(KindDecided, Decided{About: About{AboutCheck, "fluid"}, Choice: ChoiceRepaired})
	a = f.wants(DoCheck)
	assert.Equal(t, "fluid", a.Check.Check, "looked at again after it was filled")
	f.do(KindCheck, Checked{Check: "fluid", Answer: "at its mark, clean"})
	f.until(func(a Advice) bool { return a.Do != DoCheck })
	for _, step := range f.state().Steps() {
		if step.Kind == "functions" {
			done, _, _ := f.state().checksDone(false)
			assert.False(t, done, "and it is no function")
		}
	}
}

func TestBeforeItIsClosedWhatIsOnlyNotedIsRead(t *testing.T) {
	f := follow(t, "601")
	a := f.until(func(a Advice) bool { return a.Read != nil && a.Read.Point == "coupler" })
	assert.Equal(t, "Before you close this, also read the coupler travel.", said(a))
	require.Len(t, a.Choices, 1)
	f.do(KindDecided, Decided{About: About{AboutAlso, "coupler"}, Choice: ChoiceLeaveOut})
	f.wants(DoRestore)
}

func TestANewCableHasNoAsFound(t *testing.T) {
	f := follow(t, "114")
	f.reading = map[string]string{"inner-home": "75", "inner-eased": "63"}
	f.untilDo(DoDecide)
	f.do(KindDecided, Decided{About: About{AboutLost, "inner-play"}, Choice: ChoiceRepair})
	f.do(KindDecided, Decided{About: About{AboutLost, "inner-play"}, Choice: ChoiceRepaired})
	f.reading = map[string]string{}
	a := f.until(func(a Advice) bool { return a.Read != nil && a.Read.Point == "barrel-threads" })
	require.NotEmpty(t, a.More)
	assert.Equal(t, "A new cable has no as found: wind its end on so that thread is left both ways, "+
		"about 13 turns in (at least 6, at most 20).", a.More[0])
	f.untilDo(DoSign)
	r := MakeRecord(Heading{}, f.state(), f.events, "")
	names := []string{}
	for _, one := range r.Result {
		names = append(names, one.Name)
	}
	assert.Contains(t, names, "as fitted")
	assert.NotContains(t, names, "as found")
}

// Answers from before a repair were of other parts: the first bad one after it has its cure again.
func TestARepairForgetsHowOftenACureWasTried(t *testing.T) {
	r := newRig(t)
	fails := func() Advice {
		if !has(r.state().Off, "linkage-cover") {
			r.do(KindPutOn, Thing{ID: "propeller-chock"}).do(KindPartOff, Thing{ID: "linkage-cover"})
		}
		r.lost("71 mm", "66 mm").found("142.5 mm", "12").lockAndRead("142.5 mm")
		r.do(KindTakenOff, Thing{ID: "propeller-chock"}).do(KindPartBack, Thing{ID: "linkage-cover"})
		r.do(KindCheck, Checked{Check: "neutral-free", Answer: "turns-free"})
		r.do(KindCheck, Checked{Check: "forward-locks", Answer: "slips-or-ratchets"})
		return r.wants(DoSafe)
	}
	about := About{AboutCheck, "forward-locks"}
	repair := func(a Advice) bool {
		return slices.ContainsFunc(a.Choices, func(c Choice) bool { return c.About == about && c.Choice == ChoiceRepair })
	}
	r.safe("2207", "")
	a := fails()
	for range mostCures {
		require.False(t, repair(a))
		r.do(KindDecided, Decided{About: about, Choice: ChoiceAgain})
		r.do(KindCheck, Checked{Check: "forward-locks", Answer: "slips-or-ratchets"})
		a = r.wants(DoSafe)
	}
	require.True(t, repair(a), "the same cure was tried often enough")
	r.do(KindDecided, Decided{About: about, Choice: ChoiceRepair}).do(KindDecided, Decided{About: about, Choice: ChoiceRepaired})
	a = fails()
	assert.False(t, repair(a))
	r.do(KindPutOn, Thing{ID: "propeller-chock"}).do(KindPartOff, Thing{ID: "linkage-cover"})
	assert.NotNil(t, r.wants(DoCheck).Cure)
}
