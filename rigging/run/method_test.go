package run_test

import (
	"os"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// follower does what the advice asks and finds everything as it should be, but for what is
// told otherwise: readings by their point, answers by their check.
type follower struct {
	*rig
	s       *sheet.Sheet
	reading map[string]string
	answers map[string]string
}

func follow(t *testing.T, id string) *follower { return followSheet(t, demoSheet(t, id)) }

func demoSheet(t *testing.T, id string) *sheet.Sheet {
	raw, err := os.ReadFile("../../demo/sheets/" + id + ".json")
	require.NoError(t, err)
	s, err := sheet.Parse(raw)
	require.NoError(t, err)
	return s
}

func followSheet(t *testing.T, s *sheet.Sheet) *follower {
	return &follower{rigOf(t, record.Around{Family: s.Family, Cable: s.Cable}, s), s, map[string]string{}, map[string]string{}}
}

// until follows the advice until it is what is looked for.
func (f *follower) until(found func(lead.Advice) bool) lead.Advice {
	f.t.Helper()
	for range 150 {
		a := f.led().Advice()
		if found(a) {
			return a
		}
		f.step(a)
	}
	require.Fail(f.t, "it never came to that", "%+v", f.led().Advice())
	return lead.Advice{}
}

func (f *follower) untilDo(do lead.Do) lead.Advice {
	f.t.Helper()
	return f.until(func(a lead.Advice) bool { return a.Do == do })
}

func (f *follower) step(a lead.Advice) {
	f.t.Helper()
	switch a.Do {
	case lead.DoComplaint:
		f.do(record.KindComplaint, record.Complaint{Words: "as found", Shows: "yes"})
	case lead.DoIdentify:
		u := f.s.Applies.One()
		f.do(record.KindIdentified, record.Identified{Serial: u.Serial, Hand: u.Hand, Variant: u.Variant})
	case lead.DoDecide, lead.DoTrial:
		f.do(record.KindDecided, record.Decided{About: a.Choices[0].About, Choice: a.Choices[0].Choice, Reason: "for this test"})
	case lead.DoSetUp:
		f.stop()
	case lead.DoRead:
		f.read(a.Read)
	case lead.DoMove:
		m := record.Move{Adjuster: a.Move.Adjuster, Setting: a.Move.Setting, Until: a.Move.Until, Turns: a.Move.TurnsSay, Way: a.Move.Way}
		if m.Until {
			m.Turns = "" // nobody counted
		}
		f.do(record.KindMove, m)
	case lead.DoSettle:
		f.do(record.KindSettled, *a.Settle)
	case lead.DoAction:
		f.do(record.KindAction, record.Acting{Action: a.Action.Action, Setting: a.Action.Setting})
	case lead.DoLock:
		f.do(record.KindLocked, record.Locked{Setting: a.Lock.Setting, Adjuster: a.Lock.Adjuster, BackOff: a.Lock.BackOff, Pin: true})
	case lead.DoCheck:
		answer, ok := f.answers[a.Check.Check]
		if !ok {
			answer = a.Check.Answers[0].ID
		}
		f.check(a.Check.Check, answer)
	case lead.DoAgain:
		f.do(record.KindRetried, record.Retried{Outcome: "cured"})
	case lead.DoSign:
		f.do(record.KindSigned, record.Signed{Name: "Ines"})
	default:
		require.Fail(f.t, "nothing is known to do", "%+v", a)
	}
}

func (f *follower) read(w *lead.Want) {
	f.t.Helper()
	r := record.Reading{Point: w.Point, Text: f.reading[w.Point]}
	for _, one := range w.States {
		r.States = append(r.States, one.ID)
	}
	v := 10.0
	if r.Text != "" {
		v, _ = strconv.ParseFloat(r.Text, 64)
	} else if p := f.state().Sheet.Point(w.Point); p.Target != nil {
		v = *p.Target
	}
	if w.Sides != nil && v < 0 {
		r.Side, v = "negative", -v
	} else if w.Sides != nil && v > 0 {
		r.Side = "positive"
	}
	r.Text = strconv.FormatFloat(v, 'f', -1, 64)
	f.do(record.KindReading, r)
}

func TestTurnbucklesAreTurnedTogetherAndTickedOffOneByOne(t *testing.T) {
	f := follow(t, "722")
	f.reading = map[string]string{"air": "20", "tension": "95", "fair-tip.left": "1.4", "fair-tip.right": "0.2", "fair.left": "1.4"}
	a := f.until(func(a lead.Advice) bool { return len(a.Plan) > 1 })
	n := len(a.Plan)
	assert.Contains(t, said(a), " and the ")
	assert.Contains(t, a.More[0], "Then it should read: tension ")
	for i := range n {
		a = f.wants(lead.DoMove)
		assert.Len(t, a.Plan, n, "the plan stands until all of it is turned")
		assert.Equal(t, a.Plan[i].Adjuster, a.Move.Adjuster)
		f.step(a)
	}
	assert.Contains(t, said(f.stop().wants(lead.DoRead)), "Read the tension again.")
	v := tell.Show(f.led())
	assert.Len(t, v.Back, n, "each has its own way back")
	assert.GreaterOrEqual(t, len(v.Rules), 3, "all of the setting in one look")
}

func TestWhatWillNotTurnIsLeftToTheOthers(t *testing.T) {
	f := follow(t, "722")
	f.reading = map[string]string{"air": "20", "tension": "95"}
	a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove && len(a.Plan) > 0 })
	f.do(record.KindStuck, record.Stuck{Adjuster: a.Move.Adjuster, Way: a.Move.Way})
	again := f.led().Advice()
	for _, one := range again.Plan {
		assert.False(t, one.Adjuster == a.Move.Adjuster && one.Way == a.Move.Way, "it will not go that way: %+v", again.Plan)
	}
}

func TestAScrewIsFeltBetweenTwoMarks(t *testing.T) {
	f := follow(t, "511")
	f.answers["plane-low"] = "runs over"
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoCheck && a.Check.Check == "plane-low" })
	f.step(f.led().Advice())
	a := f.wants(lead.DoMove)
	assert.Equal(t, "screw-low", a.Move.Adjuster)
	assert.InDelta(t, 1, a.Move.Turns, 1e-9, "the first stride of the sheet")
	f.step(a)
	f.answers["plane-low"] = "stops short"
	f.step(f.wants(lead.DoCheck))
	a = f.wants(lead.DoMove)
	assert.InDelta(t, 0.5, a.Move.Turns, 1e-9, "half way back")
	f.step(a)
	f.answers["plane-low"] = "clean, with a hair of play"
	f.step(f.wants(lead.DoCheck))
	f.untilDo(lead.DoLock)
	f.step(f.led().Advice())
	a = f.wants(lead.DoCheck)
	assert.Equal(t, "plane-low", a.Check.Check, "locking moves what was felt: it is felt again")
}

func TestTriesThatContradictEachOtherAreTriedAfresh(t *testing.T) {
	f := follow(t, "511")
	f.answers["plane-low"] = "runs over"
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoCheck && a.Check.Check == "plane-low" })
	f.step(f.led().Advice()) // too loose here
	f.step(f.wants(lead.DoMove))
	f.answers["plane-low"] = "clean, with a hair of play"
	f.step(f.wants(lead.DoCheck))
	f.answers["plane-low"] = "runs over"
	f.do(record.KindMove, record.Move{Adjuster: "screw-low", Turns: "2", Way: "out"}) // beyond what was too loose
	f.answers["plane-low"] = "stops short"
	f.step(f.wants(lead.DoCheck))
	a := f.wants(lead.DoDecide)
	assert.Contains(t, said(a), "contradict")
	f.step(a)
	assert.Equal(t, "plane-low", f.wants(lead.DoCheck).Check.Check)
}

func TestAWheelTurnedBackwardsStartsAgainAlone(t *testing.T) {
	f := follow(t, "601")
	a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove && a.Move.Until })
	assert.Contains(t, said(a), "until it is locked")
	f.step(a)
	a = f.wants(lead.DoMove)
	assert.InDelta(t, 3, a.Move.Turns, 1e-9, "the least that it is backed off")
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove && a.Move.Setting == "wheels.right" })
	left := f.led().Known("wheels.left")
	done, _, _ := f.led().SettingDone(left)
	require.True(t, done)
	f.do(record.KindAction, record.Acting{Action: "turned-back.right"})
	done, _, _ = f.led().SettingDone(left)
	assert.True(t, done, "the other wheel stands")
	f.do(record.KindAction, record.Acting{Action: "turned-back.left"})
	done, _, _ = f.led().SettingDone(f.led().Known("wheels.left"))
	assert.False(t, done)
	assert.Equal(t, "wheels.left", f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove }).Move.Setting)
}

func TestACountStartsAgainWhenSomethingElseTurnedIt(t *testing.T) {
	f := follow(t, "302")
	a := f.until(func(a lead.Advice) bool { return a.Do == lead.DoMove && a.Move.Setting == "click-back" })
	assert.Equal(t, "Turn the indexed knob 1 click looser, counted.", said(a))
	f.step(a)
	assert.Equal(t, "pedal-left", f.until(func(a lead.Advice) bool { return a.Do == lead.DoRead }).Read.Point)
	f.step(f.led().Advice())
	done, _, _ := f.led().SettingDone(f.led().Known("free-play"))
	assert.True(t, done, "the click back does not undo what it stands on")
	f.do(record.KindMove, record.Move{Adjuster: "nut", Turns: "2", Way: "in"})
	assert.Equal(t, "pedal-free", f.until(func(a lead.Advice) bool { return a.Do == lead.DoRead }).Read.Point, "the free play is open again")
}

func TestASpringIsChosenUntilNoneIsLeft(t *testing.T) {
	f := follow(t, "701")
	f.answers["stays"] = "creeps"
	f.reading["knob-force"] = "15"
	a := f.untilDo(lead.DoChoose)
	assert.Equal(t, "middle", a.Choose.Options[0].ID, "the one the sheet's rig is right with")
	require.ErrorContains(t, f.try(record.KindChosen, record.Choosing{Setting: "spring", Option: "velvet"}), "no such part")
	require.ErrorContains(t, f.try(record.KindChosen, record.Choosing{Setting: "rod-end", Option: "soft"}), "nothing is chosen")
	for _, want := range []int{2, 1} {
		f.do(record.KindChosen, record.Choosing{Setting: "spring", Option: a.Choose.Options[0].ID})
		a = f.untilDo(lead.DoChoose)
		assert.Len(t, a.Choose.Options, want)
	}
	f.do(record.KindChosen, record.Choosing{Setting: "spring", Option: a.Choose.Options[0].ID})
	a = f.untilDo(lead.DoDecide)
	assert.Contains(t, a.Finding, "Every one of them was tried.")
}

func TestWhatWasHeldBackIsGivenBack(t *testing.T) {
	f := follow(t, "502")
	gives := func(a lead.Advice) bool {
		return a.Do == lead.DoSetUp && len(a.Stop.Changes) == 1 && a.Stop.Changes[0].Thing == "locking-pin" && a.Stop.Changes[0].Way == "off"
	}
	f.step(f.until(gives))
	assert.Equal(t, "given-back", f.wants(lead.DoCheck).Check.Check)
	f.answers["given-back"] = "it-hangs"
	f.step(f.led().Advice())
	assert.Contains(t, f.wants(lead.DoCheck).Finding, "it hangs")
	f.do(record.KindMove, record.Move{Adjuster: "star.left", Turns: "3", Way: "in"})
	delete(f.answers, "given-back")
	held := f.untilDo(lead.DoSetUp).Stop.Changes
	assert.Equal(t, "locking-pin", held[0].Thing, "the shoes are open again, and so is what they want held back: %+v", held)
	assert.Equal(t, "on", held[0].Way)
}

func TestAMoveBelongsToASettingThatTurnsIt(t *testing.T) {
	f := follow(t, "136")
	f.untilDo(lead.DoLock)
	err := f.try(record.KindMove, record.Move{Adjuster: "barrel", Setting: "preload", Turns: "1", Way: "in"})
	require.ErrorContains(t, err, "does not turn the", "or a move would leave standing what it voids")
	err = f.try(record.KindMove, record.Move{Adjuster: "barrel", Setting: "lower", Until: true, Way: "in"})
	require.ErrorContains(t, err, "write how far")
}

func TestWhatSetsItselfIsNoResultYet(t *testing.T) {
	f := follow(t, "401")
	a := f.untilDo(lead.DoAction)
	f.step(a)
	for _, v := range []string{"0.4", "1.2", "0.8", "0.7"} { // the first three lie too far apart
		f.reading["idle-slack"] = v
		f.step(f.wants(lead.DoRead))
		if v != "0.7" {
			f.step(f.wants(lead.DoAction))
		}
	}
	a = f.until(func(a lead.Advice) bool { return a.Do != lead.DoRead })
	assert.NotEqual(t, lead.DoAction, a.Do, "three times within the spread is enough")
}

func TestAWrongAnswerOffersItsCureInOneTap(t *testing.T) {
	f := follow(t, "136")
	f.answers["on-the-water"] = "jumps out of reverse"
	f.until(func(a lead.Advice) bool {
		return a.Do == lead.DoCheck && a.Check.Check == "on-the-water" && a.Finding != ""
	})
	a := f.led().Advice()
	require.NotNil(t, a.Cure)
	assert.Equal(t, "slot", a.Cure.Adjuster)
	assert.Equal(t, "slot", a.Cure.Setting)
	assert.Equal(t, "off", f.state().Ways["hatch"], "it lies open for the turn")
	f.do(record.KindMove, record.Move{Adjuster: a.Cure.Adjuster, Setting: a.Cure.Setting, Turns: a.Cure.TurnsSay, Way: a.Cure.Way})
	st := f.led()
	assert.True(t, st.Checks["on-the-water"].Void)
	done, _, _ := st.SettingDone(st.Known("slot"))
	assert.False(t, done, "the slot is felt again")
	for _, id := range []string{"lower", "upper", "preload", "switch"} {
		done, _, _ := st.SettingDone(st.Known(id))
		assert.True(t, done, id)
	}
}

func TestASecondInspectorDidNoneOfTheWork(t *testing.T) {
	f := follow(t, "722")
	require.Error(t, f.try(record.KindInspected, record.Inspected{Item: "free", Verdict: "right"}), "nothing is signed yet")
	a := f.untilDo(lead.DoInspect)
	require.ErrorContains(t, f.try(record.KindInspected, record.Inspected{Item: "free", Verdict: "right"}), "another inspector")
	look := func(i record.Inspected) error { return f.tryBy("Bram", record.KindInspected, i) }
	require.ErrorContains(t, look(record.Inspected{Item: "wings", Verdict: "right"}), "nothing of the kind")
	require.ErrorContains(t, look(record.Inspected{Item: "free", Verdict: "refused"}), "say why")
	require.NoError(t, look(record.Inspected{Item: a.Inspect[0].Item, Verdict: "right"}))
	require.NoError(t, look(record.Inspected{Item: a.Inspect[1].Item, Verdict: "refused", Note: "the left aileron falls"}))
	assert.Contains(t, f.state().Stands(), "signed, then refused at the second inspection: ")
	require.NotEmpty(t, f.state().Checks)
	for id, answer := range f.state().Checks {
		assert.True(t, answer.Void, "%s is proved again after a refusal", id)
	}
	st := f.state()
	assert.Nil(t, st.Signed, "a refusal takes the signature back")
	assert.Empty(t, st.Looked, "all of it is looked at again")
	f.untilDo(lead.DoInspect)
	for _, one := range f.wants(lead.DoInspect).Inspect {
		require.NoError(t, look(record.Inspected{Item: one.Item, Verdict: "right"}))
	}
	assert.Equal(t, "in-flight", f.stop().wants(lead.DoCheck).Check.Check, "only then is it proved in the air")
	r := tell.MakeRecord(record.Heading{}, f.led(), f.events, "")
	assert.Contains(t, r.Checks, tell.Field{Name: "second inspection refused", Text: f.state().Refused[0]})
}

func TestTheSchoolIsChosenAndAnotherThanTheManualsSaysWhy(t *testing.T) {
	f := follow(t, "301")
	a := f.untilDo(lead.DoDecide)
	assert.Equal(t, "Which way is it set?", said(a))
	require.ErrorContains(t, f.try(record.KindDecided, record.Decided{About: record.AboutSchool.Of("force"), Choice: record.ChoiceTake}), "say why")
	require.Error(t, f.try(record.KindDecided, record.Decided{About: record.AboutSchool.Of("by moonlight"), Choice: record.ChoiceTake, Reason: "x"}))
	f.do(record.KindDecided, record.Decided{About: record.AboutSchool.Of("force"), Choice: record.ChoiceTake, Reason: "no rule fits under there"})
	f.until(func(a lead.Advice) bool { return a.Do == lead.DoRead && a.Read.Point == "pedal-force" })
	assert.Nil(t, f.state().Sheet.Point("pedal-free"), "what other schools read is not asked")
}
