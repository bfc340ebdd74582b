package run_test

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

func TestTheHandTriesBeforeAnythingIsTurned(t *testing.T) {
	f := follow(t, "701")
	f.reading = map[string]string{"cushion": "7", "cushion-out": "0"}
	a := f.untilDo(lead.DoTrial)
	assert.Contains(t, said(a), "does the knob still have its cushion?")
	assert.NotEmpty(t, a.Caution, "hands are in the linkage")
	assert.Equal(t, tell.SignOpen, tell.Stand(f.led()).Sign, "a trial is no stop")
	f.do(record.KindDecided, record.Decided{About: record.AboutTrial.Of("rod-end"), Choice: record.ChoiceRight})
	f.wants(lead.DoMove)

	f = follow(t, "701")
	f.reading = map[string]string{"cushion": "7", "cushion-out": "0"}
	f.untilDo(lead.DoTrial)
	f.do(record.KindDecided, record.Decided{About: record.AboutTrial.Of("rod-end"), Choice: record.ChoiceWrong})
	a = f.wants(lead.DoDecide)
	assert.Contains(t, a.Finding, "By hand it does not come right.")
	assert.Contains(t, tell.Show(f.led()).Order.Part, "a lever that is not the sheet's")
	f.do(record.KindDecided, record.Decided{About: record.AboutHand.Of("rod-end"), Choice: record.ChoiceGoOn, Reason: "the stop was bent back"})
	f.wants(lead.DoMove)
}

func TestAConditionIsLookedAtBeforeTheCable(t *testing.T) {
	f := follow(t, "401")
	a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoCheck && a.Check.Check == "fluid" })
	assert.Empty(t, f.state().Readings, "before anything is read or turned")
	f.do(record.KindCheck, record.Checked{Check: "fluid", Answer: "low"})
	a = f.wants(lead.DoDecide)
	assert.Contains(t, a.Finding, "Look for the leak")
	f.do(record.KindDecided, record.Decided{About: record.AboutCheck.Of("fluid"), Choice: record.ChoiceRepair})
	f.do(record.KindDecided, record.Decided{About: record.AboutCheck.Of("fluid"), Choice: record.ChoiceRepaired})
	a = f.wants(lead.DoCheck)
	assert.Equal(t, "fluid", a.Check.Check, "looked at again after it was filled")
	f.do(record.KindCheck, record.Checked{Check: "fluid", Answer: "at its mark, clean"})
	f.until(func(a lead.Advice) bool { return a.Do != lead.DoCheck })
	steps := f.led().Steps()
	at := slices.IndexFunc(steps, func(s lead.StepState) bool { return s.Kind == sheet.StepFunctions })
	require.GreaterOrEqual(t, at, 0)
	assert.NotEqual(t, lead.StatusDone, steps[at].Status, "and it is no function")
}

func TestBeforeItIsClosedWhatIsOnlyNotedIsRead(t *testing.T) {
	one := demoSheet(t, "136")
	stroke := one.Point("stroke")
	stroke.Target, stroke.Minus, stroke.Plus = nil, 0, 0
	f := followSheet(t, one)
	a := f.until(func(a lead.Advice) bool { return a.Read != nil && a.Read.Point == "stroke" })
	assert.Equal(t, "Before you close this, also read the stroke of the upper cable.", said(a))
	require.Len(t, a.Choices, 1)
	f.do(record.KindDecided, record.Decided{About: record.AboutAlso.Of("stroke"), Choice: record.ChoiceLeaveOut})
	assert.NotEqual(t, lead.DoRead, f.led().Advice().Do)
}

func TestANewCableHasNoAsFound(t *testing.T) {
	f := follow(t, "114")
	f.reading = map[string]string{"inner-home": "75", "inner-eased": "63"}
	f.untilDo(lead.DoDecide)
	f.do(record.KindDecided, record.Decided{About: record.AboutLost.Of("inner-play"), Choice: record.ChoiceRepair})
	f.do(record.KindDecided, record.Decided{About: record.AboutLost.Of("inner-play"), Choice: record.ChoiceRepaired})
	f.reading = map[string]string{}
	a := f.until(func(a lead.Advice) bool { return a.Read != nil && a.Read.Point == "barrel-threads" })
	require.NotEmpty(t, a.More)
	assert.Equal(t, "A new cable has no as found: wind its end on so that thread is left both ways, "+
		"about 13 turns in (at least 6, at most 20).", a.More[0])
	f.untilDo(lead.DoSign)
	r := tell.MakeRecord(record.Heading{}, f.led(), f.events, "")
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
	fails := func() lead.Advice {
		if r.state().Ways["linkage-cover"] == "on" {
			r.stands("linkage-cover", "off")
		}
		r.lost("71 mm", "66 mm").found("142.5 mm", "12").lockAndRead("142.5 mm")
		r.stands("linkage-cover", "on").do(record.KindCheck, record.Checked{Check: "neutral-free", Answer: "turns-free"})
		r.do(record.KindCheck, record.Checked{Check: "forward-locks", Answer: "slips-or-ratchets"})
		return r.wants(lead.DoSetUp)
	}
	about := record.AboutCheck.Of("forward-locks")
	repair := func(a lead.Advice) bool {
		return slices.ContainsFunc(a.Choices, func(c record.Choice) bool { return c.About == about && c.Choice == record.ChoiceRepair })
	}
	r.safe("2207", "")
	a := fails()
	for range 4 {
		require.False(t, repair(a))
		r.do(record.KindDecided, record.Decided{About: about, Choice: record.ChoiceAgain})
		r.do(record.KindCheck, record.Checked{Check: "forward-locks", Answer: "slips-or-ratchets"})
		a = r.led().Advice()
	}
	require.True(t, repair(a), "the same cure was tried often enough")
	r.do(record.KindDecided, record.Decided{About: about, Choice: record.ChoiceRepair}).do(record.KindDecided, record.Decided{About: about, Choice: record.ChoiceRepaired})
	a = fails()
	assert.False(t, repair(a))
	assert.NotNil(t, r.stop().wants(lead.DoCheck).Cure)
}

// What was not read leaves the fit to what was, wherever it stands on the sheet.
func TestARigIsFittedToWhatWasRead(t *testing.T) {
	s := follow(t, "402").sheets[0]
	s = s.For(s.Manual())
	last := -1
	for i, p := range s.Points {
		if p.Measures != "" {
			last = i
		}
	}
	require.Positive(t, last, "something stands before it")
	p := s.Points[last]
	read := record.Event{ID: "one", Seq: 1, Kind: record.KindReading, Body: fmt.Appendf(nil, `{"point":%q,"value":%g}`, p.ID, *p.Target+p.Plus)}
	key := record.Event{ID: "key", Seq: 1, Kind: record.KindSetUp, Body: []byte(`{"thing":"key","way":"pocket"}`)}
	read.Seq = 2
	fit, ok := lead.Of(record.Fold(s, []record.Event{key, read})).Fitted()
	require.True(t, ok)
	moved := false
	for name, v := range fit.Settings {
		moved = moved || math.Abs(v-s.Rig.Settings[name]) > 0.05
	}
	assert.True(t, moved, "it does not stand as all is right: %v", fit.Settings)
	_, ok = lead.Of(record.Fold(s, nil)).Fitted()
	assert.False(t, ok, "nothing was read")
}

// What was found right is left as it is by one tap: no lock is undone, nothing is read twice, and the record says so. Once
// it is turned it is set like anything else.
func TestWhatWasFoundRightIsLeftAlone(t *testing.T) {
	leave := record.Decided{About: record.AboutSetting.Of("length"), Choice: record.ChoiceLeave}
	wrong := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("141.0 mm", "12")
	require.Equal(t, lead.DoMove, wrong.led().Advice().Do)
	require.Error(t, wrong.try(record.KindDecided, leave), "it is not right")

	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("143.0 mm", "12")
	require.Equal(t, lead.DoLock, r.led().Advice().Do)
	r.do(record.KindDecided, leave)
	a := r.led().Advice()
	require.Equal(t, lead.DoCheck, a.Do, "no lock, no second reading: on to what is tried")
	said := tell.MakeRecord(record.Heading{}, r.led(), r.events, "")
	assert.Contains(t, fmt.Sprint(said.Result), "not touched")
	assert.Empty(t, tell.Show(r.led()).Resume.FingerTight)

	r.turn("1", "out")
	assert.Equal(t, lead.DoSettle, r.led().Advice().Do, "it was touched after all")
	assert.NotContains(t, fmt.Sprint(tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Result), "not touched")
}

// What was read, turned and tried while the machine stood otherwise stands on the paper as that.
func TestTheRecordSaysHowItStood(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("141.0 mm", "12")
	r.do(record.KindSetUp, record.SetUp{Thing: "key", Way: "in"})
	r.turn("2", "out").length("143.0 mm")
	r.do(record.KindCheck, record.Checked{Check: "neutral-free", Answer: "turns-free"})
	var said []string
	for _, line := range tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Lines[len(r.events)-3:] {
		said = append(said, line.Says)
	}
	assert.Contains(t, said[0], "turned all the same: key in, engine off")
	assert.Contains(t, said[1], "not judged: key in, engine off")
	assert.Contains(t, said[2], "proves nothing: key in, engine off")
	assert.Len(t, r.state().Moves, 1, "what was turned was turned")
}
