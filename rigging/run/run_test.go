package run_test

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

func TestOneBarrelFromComplaintToSignature(t *testing.T) {
	r := newRig(t)
	r.wants(lead.DoComplaint)
	r.safe("2207", "")
	assert.Equal(t, "inner-home", r.wants(lead.DoRead).Read.Point)
	r.lost("71.2 mm", "66.0 mm")
	assert.Equal(t, "barrel-to-eye", r.wants(lead.DoRead).Read.Point)
	r.found("139.4 mm", "12½")

	a := r.wants(lead.DoMove)
	assert.Equal(t, "Turn the barrel 3½ turns away from the eye.", said(a))
	assert.Equal(
		t,
		"Seen from the drive, anticlockwise. It should then measure 142.9 mm, with 9 threads still in (never fewer than 6).",
		a.More[0],
	)
	assert.NotEmpty(t, a.Caution)

	r.turn("3½", "out")
	r.wants(lead.DoSettle)
	r.settle().length("142.9 mm")
	v := tell.Show(r.led())
	assert.Equal(t, "It answered as the turns say: 1 mm a turn.", v.Answer)
	assert.Equal(t, "less than half a turn to the low end, 1 half turn to the high end", v.Rules[0].Margins)
	assert.Equal(t, []string{"joint nut"}, v.Resume.FingerTight)
	assert.Equal(t, "3½ turns toward the eye", v.Back[0].Says)

	r.wants(lead.DoLock)
	r.lockAndRead("143.1 mm")
	v = tell.Show(r.led())
	assert.Equal(t, "Locking moved it by +0.2 mm.", v.Drift)
	assert.Empty(t, v.Resume.FingerTight)

	assert.Equal(t, "neutral-free", r.wants(lead.DoCheck).Check.Check, "nothing has to be closed for it")
	r.proved()
	water := r.wants(lead.DoSetUp)
	assert.Equal(t, "Boat afloat, made fast, then key engine running, then boat under way.", said(water))
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen})
	assert.Equal(t, "Key in, engine off.", said(r.wants(lead.DoSetUp)), "in the end everything stands as it does at rest")
	r.stop().wants(lead.DoSign)
	r.do(record.KindSigned, record.Signed{Name: "Ines"})
	assert.Equal(t, "on-the-water", r.stop().wants(lead.DoCheck).Check.Check, "the proof left open can still be recorded")
	r.do(record.KindCheck, record.Checked{Check: "on-the-water", Answer: "clean both ways"})
	r.stop().wants(lead.DoNothing)
	require.NoError(t, record.Verify(r.events))
	require.Error(t, r.try(record.KindMove, record.Move{Adjuster: "barrel", Turns: "1", Way: "in"}), "a signed run stays as it is")
}

func TestSerialOutsideEveryRangeOffersNoFigures(t *testing.T) {
	r := newRig(t)
	r.do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "no"}).do(record.KindIdentified, record.Identified{Serial: "4102", Hand: "standard"})
	a := r.wants(lead.DoIdentify)
	assert.Contains(t, a.Finding, "serial 4102 lies outside every range")
	v := tell.Show(r.led())
	assert.Empty(t, v.Rules)
	assert.Nil(t, v.Line)
	require.ErrorContains(t, r.try(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "143 mm"}), "read the serial first")
	r.do(record.KindIdentified, record.Identified{Serial: "2207", Hand: "standard"})
	r.wants(lead.DoSetUp)
}

func TestTooMuchLostMotionArguesForRepair(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("75 mm", "63 mm")
	a := r.wants(lead.DoDecide)
	assert.Contains(t, a.Finding, "12.0 mm lost, 9.0 mm allowed")
	require.ErrorContains(t, r.try(record.KindDecided, record.Decided{About: record.AboutLost.Of("inner-play"), Choice: record.ChoiceGoOn}), "say why")
	r.do(record.KindDecided, record.Decided{About: record.AboutLost.Of("inner-play"), Choice: record.ChoiceRepair})
	r.do(record.KindDecided, record.Decided{About: record.AboutLost.Of("inner-play"), Choice: record.ChoiceRepaired})
	assert.Equal(t, "inner-home", r.wants(lead.DoRead).Read.Point, "after the repair it is read anew")
	r.lost("71 mm", "68 mm")
	assert.Equal(t, "barrel-to-eye", r.wants(lead.DoRead).Read.Point)
}

func TestReadingWithoutItsStatesIsKeptButNotJudged(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm")
	r.do(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "139.4 mm", States: []string{"dogs-home"}})
	a := r.wants(lead.DoRead)
	assert.Contains(t, a.Finding, "139.4 mm was kept, but cannot be compared: inner pushed, stud lowest not confirmed")
	assert.Empty(t, tell.Show(r.led()).Rules[0].Marks)
	assert.Equal(t, "not judged", tell.Show(r.led()).Readings[3].Note)
}

func TestPinnedBarrelIsMeasureOnly(t *testing.T) {
	r := newRig(t).safe("1907", "pinned barrel").lost("71 mm", "66 mm").length("139.6 mm")
	a := r.wants(lead.DoDecide)
	assert.Equal(t, "Replace the cable.", said(a))
	require.ErrorContains(t, r.try(record.KindMove, record.Move{Adjuster: "barrel", Turns: "1", Way: "out"}), "pinned to its cable")
	done, _, _ := r.led().SettingDone(r.led().Setting())
	assert.False(t, done, "it is not right")
	pinned := record.AboutPinned.Of("")
	r.do(record.KindDecided, record.Decided{About: pinned, Choice: record.ChoiceRepair}).do(record.KindDecided, record.Decided{About: pinned, Choice: record.ChoiceRepaired})
	r.wants(lead.DoIdentify) // the new cable may have a threaded barrel
	r.do(record.KindIdentified, record.Identified{Serial: "1907", Hand: "standard"})
	assert.Equal(t, "inner-home", r.wants(lead.DoRead).Read.Point)

	good := newRig(t).safe("1907", "pinned barrel").lost("71 mm", "66 mm").length("143.0 mm")
	good.wants(lead.DoCheck)
	done, says, _ := good.led().SettingDone(good.led().Setting())
	assert.True(t, done)
	assert.Equal(t, "not adjustable", says)
}

func TestWhetherItRespondedAsTheTurnsSay(t *testing.T) {
	move := func(after string) *rig {
		return newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "15").turn("3", "out").settle().length(after)
	}
	none := move("139.5 mm")
	assert.Contains(t, said(none.wants(lead.DoDecide)), "It did not answer.")
	none.do(record.KindDecided, record.Decided{About: record.AboutResponse.Of(""), Choice: record.ChoiceGoOn,
		Reason: "barrel slipped on a stripped thread, cleaned"})
	none.wants(lead.DoMove)
	assert.Contains(t, said(move("137 mm").wants(lead.DoDecide)), "wrong way")

	weak := move("140.9 mm") // half a millimetre a turn
	a := weak.wants(lead.DoMove)
	assert.Equal(t, 4.0, a.Move.Turns, "reckoned with the response as found, not the book's")
	assert.Contains(t, a.More[1], "as it moved last time")
	weak.turn("4", "out").settle().length("142.9 mm")
	weak.wants(lead.DoLock)
}

func TestThreadThatRunsOutIsADiagnosisBeforeAnybodyTurns(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("130 mm", "9")
	a := r.wants(lead.DoDecide)
	assert.Equal(t, "There is no setting that serves.", said(a))
	assert.Contains(t, a.Finding, "The thread runs out 9.5 mm before the limit")
	assert.Contains(t, a.More, "What is left, 3 turns, would bring it to 133.0 mm.")

	near := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139 mm", "9")
	a = near.wants(lead.DoMove)
	assert.Equal(t, 3.0, a.Move.Turns, "a lively lever may bring it in yet")
	assert.Contains(t, a.Finding, "The thread runs out 0.5 mm before the limit")
	near.turn("3", "out").settle().length("142 mm")
	assert.Equal(t, "There is no setting that serves.", said(near.wants(lead.DoDecide)))
}

func TestAMoveVoidsWhatWasProved(t *testing.T) {
	r := newRig(
		t,
	).safe("2207", "").
		lost("71 mm", "66 mm").
		found("139.4 mm", "12½").
		turn("3½", "out").
		settle().
		length("142.9 mm").
		lockAndRead("142.9 mm").
		proved()
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen}).rest().wants(lead.DoSign)
	r.open().turn("½", "out")
	require.ErrorContains(t, r.try(record.KindSigned, record.Signed{Name: "Ines"}), "barrel is finger tight")
	r.wants(lead.DoSettle)
	r.settle().length("143.4 mm").lockAndRead("143.4 mm")
	a := r.wants(lead.DoCheck)
	assert.Contains(t, a.More, "It was proved before the last move: prove it again.")
}

func TestNothingThatIsOnOrOffCanBeSigned(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("143.0 mm", "12").lockAndRead("143.0 mm").proved()
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen}).rest()
	r.do(record.KindSetUp, record.SetUp{Thing: "lashing", Way: "on", Kind: "held", Name: "lever lashing", Why: "it holds the lever in neutral"})
	require.ErrorContains(t, r.try(record.KindSigned, record.Signed{Name: "Ines"}), "lever lashing: on")
	r.stands("lashing", "off").do(record.KindSigned, record.Signed{Name: "Ines"})
}

func TestAFailedCheckSaysWhereToLookAndLeadsBackToTheSetting(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("143.0 mm", "12").lockAndRead("143.0 mm")
	r.stands("linkage-cover", "on")
	r.do(record.KindCheck, record.Checked{Check: "neutral-free", Answer: "turns free"}).do(record.KindCheck, record.Checked{Check: "forward-locks",
		Answer: "slips or ratchets"})
	a := r.wants(lead.DoCheck)
	assert.Contains(t, a.Finding, "barrel stands too near the eye")
	assert.Nil(t, a.Cure, "it would take the length out")
	r.stands("linkage-cover", "off")
	assert.Contains(t, r.wants(lead.DoCheck).Finding, "barrel stands too near the eye", "what failed stays in sight")
	r.turn("½", "out").wants(lead.DoSettle)
}

func TestACheckThatWasMisreadIsAnsweredAgain(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("143.0 mm", "12").lockAndRead("143.0 mm")
	r.stands("linkage-cover", "on").do(record.KindCheck, record.Checked{Check: "neutral-free", Answer: "drags or clicks"})
	a := r.wants(lead.DoCheck)
	assert.Equal(t, "neutral-free", a.Check.Check)
	assert.NotEmpty(t, a.Finding)
	assert.Equal(t, "forward-locks", r.do(record.KindCheck, record.Checked{Check: "neutral-free", Answer: "turns free"}).wants(lead.DoCheck).Check.Check)
}

func TestRepeatedReadingsThatDisagreeAreAFinding(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").length("141.0 mm")
	assert.Contains(t, r.wants(lead.DoRead).Finding, "do not agree")
	last := r.events[len(r.events)-1].ID
	r.do(record.KindCorrected, record.Corrected{Event: last, Reason: "read the wrong edge"})
	assert.Equal(t, 3.5, r.wants(lead.DoMove).Move.Turns)
	require.Error(t, r.try(record.KindCorrected, record.Corrected{Event: "e3", Reason: "too late"}))
}

func TestReadsTextsAndMarksOnTheTape(t *testing.T) {
	r := newRig(t).safe("2207", "")
	read := func(in record.Reading) (float64, error) {
		in.Point = "barrel-to-eye"
		out, err := record.Understand(r.bench, r.state(), in)
		return out.Value, err
	}
	for _, in := range []record.Reading{{Text: "5 1/2"}, {Text: "5½", Unit: "mm"}, {Text: "139.7 mm"}, {Text: "139.7"},
		{Text: "5-1/2 in"}, {Text: "5.5", Unit: "in"},
		{Start: "1 in", End: "6 1/2 in"}, {Start: "100", End: "239.7"}} {
		v, err := read(in)
		if assert.NoError(t, err, "%+v", in) {
			assert.InDelta(t, 139.7, v, 1e-9, "%+v", in)
		}
	}
	for _, c := range []struct {
		in    record.Reading
		field string
	}{
		{record.Reading{Text: "7-9"}, "body.text"},
		{record.Reading{Start: "6 in", End: "5 in"}, "body.end"},
		{record.Reading{Start: "3 furlongs", End: "5 in"}, "body.start"},
		{record.Reading{Text: "5 mm", States: []string{"engine-hot"}}, "body.states"},
		{record.Reading{Text: "5 mm", Gauge: "lead line"}, "body.gauge"},
	} {
		_, err := read(c.in)
		var f *fault.Fault
		if assert.ErrorAs(t, err, &f, "%+v", c.in) {
			assert.Equal(t, c.field, f.Field)
		}
	}
}

func TestBodiesAreRefusedWithTheirField(t *testing.T) {
	r := newRig(t).safe("2207", "")
	long := strings.Repeat("é", 2001)
	for _, c := range []struct {
		field string
		kind  record.Kind
		body  any
	}{
		{"body.turns", record.KindMove, record.Move{Adjuster: "barrel", Turns: "a few", Way: "in"}},
		{"body.turns", record.KindMove, record.Move{Adjuster: "barrel", Turns: "0.001", Way: "in"}},
		{"body.turns", record.KindMove, record.Move{Adjuster: "barrel", Turns: "61", Way: "in"}},
		{"body.way", record.KindMove, record.Move{Adjuster: "barrel", Turns: "1", Way: "left"}},
		{"body.words", record.KindComplaint, record.Complaint{Words: " ", Shows: "yes"}},
		{"body.words", record.KindComplaint, record.Complaint{Words: long, Shows: "yes"}},
		{"body.text", record.KindNote, record.Note{Text: long}},
		{"body.text", record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "143000000 mm"}},
		{"body.text", record.KindReading, record.Reading{Point: "barrel-to-eye", Text: strings.Repeat("1", 4000)}},
		{"body.serial", record.KindIdentified, record.Identified{Serial: "the old one", Hand: "standard"}},
		{"body.pin", record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "¼"}},
		{"body.times", record.KindSettled, record.Settled{Point: "barrel-to-eye", Times: 1_000_000}},
		{"body.point", record.KindSettled, record.Settled{Point: "nose", Times: 3}},
		{"body.step", record.KindSkipped, record.Skipped{Step: "safe", Reason: "in a hurry"}},
		{"body.conditions.wind", record.KindCheck, record.Checked{Check: "neutral-free", Answer: "turns free", Conditions: map[string]string{"wind": "4"}}},
		{"body.name", record.KindSetUp, record.SetUp{Thing: "tape", Way: "on", Kind: "held", Name: long, Why: "it holds the lever"}},
		{"kind", "wish", record.Note{Text: "x"}},
		{"body.about", record.KindDecided, record.Decided{About: record.AboutLost.Of("inner-play"), Choice: record.ChoiceGoOn, Reason: "x"}},
		{"body", record.KindSigned, record.Signed{Name: "Ines"}},
		{"body.outcome", record.KindRetried, record.Retried{Outcome: "perhaps"}},
		{"body.colour", record.KindNote, map[string]any{"text": "x", "colour": 1}},
	} {
		var f *fault.Fault
		if assert.ErrorAs(t, r.try(c.kind, c.body), &f, "%s %.60v", c.kind, c.body) {
			assert.Equal(t, c.field, f.Field, f.Message)
		}
	}
}

func TestTheChainShowsWhatWasChanged(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm")
	require.NoError(t, record.Verify(r.events))
	changed := append([]record.Event(nil), r.events...)
	changed[3].Body = json.RawMessage(`{"thing":"linkage-cover","way":"on"}`)
	require.ErrorContains(t, record.Verify(changed), "event 4 was changed")
	require.ErrorContains(t, record.Verify(append(append([]record.Event(nil), r.events[:3]...), r.events[4:]...)), "event 4 is missing")
}

func fiveHundred(b *testing.B) *rig {
	r := newRig(b).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½")
	for len(r.events) < 500 {
		r.turn("1", []string{"out", "in"}[len(r.events)/3%2]).settle().length("140.4 mm")
	}
	return r
}

func BenchmarkFold500(b *testing.B) {
	r := fiveHundred(b)
	s := r.sheet()
	b.ResetTimer()
	for range b.N {
		record.Fold(s, r.events)
	}
}

// BenchmarkAdvice500 is what is asked next in the same run, with the order of all that is left found anew.
func BenchmarkAdvice500(b *testing.B) {
	r := fiveHundred(b)
	st := record.Fold(r.sheet(), r.events)
	b.ResetTimer()
	for range b.N {
		lead.Of(st)
	}
}

// BenchmarkDecode500 is the baseline of the fold: the bodies of the same events,
// decoded by the standard library and nothing else.
func BenchmarkDecode500(b *testing.B) {
	events := fiveHundred(b).events
	b.ResetTimer()
	for range b.N {
		for _, e := range events {
			var body record.Reading
			_ = json.Unmarshal(e.Body, &body)
		}
	}
}
