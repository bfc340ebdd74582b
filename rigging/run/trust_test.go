package run_test

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// atLock is a run that was set, settled and locked.
func atLock(t *testing.T) *rig {
	return newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("143.0 mm", "12").lockAndRead("143.0 mm")
}

// struck takes the last entry back.
func (r *rig) struck() *rig {
	r.t.Helper()
	return r.do(record.KindCorrected, record.Corrected{Event: r.state().LastEvent, Reason: "a slip"})
}

func TestASerialThatWasStruckOutCountsNowhere(t *testing.T) {
	r := newRig(t).do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "no"})
	r.do(record.KindIdentified, record.Identified{Serial: "2207", Hand: "standard"})
	right, _ := record.Pinned(r.events)
	r.do(record.KindIdentified, record.Identified{Serial: "2611", Hand: "standard"})
	other, _ := record.Pinned(r.events)
	require.NotEqual(t, right, other)
	r.struck()
	pinned, identified := record.Pinned(r.events)
	assert.Equal(t, right, pinned)
	assert.True(t, identified)
	assert.Contains(t, tell.Show(r.led()).Applies, "sheet 114 r3 applies: serial 2207")

	_, identified = record.Pinned(r.struck().events)
	assert.False(t, identified)
	r.wants(lead.DoIdentify)
}

func TestASignatureIsOfWhoIsSignedIn(t *testing.T) {
	r := atLock(t).proved().do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen}).rest()
	r.do(record.KindSigned, record.Signed{Name: "Maud the Inspector", Statement: "fit to fly"})
	st := r.state()
	assert.Equal(t, "Ines", st.Signed.Name)
	assert.Equal(t, "I did the work recorded here and read these values as they stand.", st.Signed.Statement)
}

func TestTimeSaidAndTimeOfReceiptLieCloseTogether(t *testing.T) {
	now := time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC)
	for _, c := range []struct {
		at   time.Time
		good bool
	}{
		{now, true}, {now.Add(9 * time.Minute), true}, {now.Add(11 * time.Minute), false},
		{now.AddDate(0, 0, -30), true}, {now.AddDate(0, 0, -32), false},
		{time.Date(1999, 1, 1, 0, 0, 0, 0, time.UTC), false}, {time.Time{}, false},
	} {
		_, err := lead.Of(record.Fold(nil, nil)).Admit(record.Around{}, record.Event{By: "Ines", Kind: record.KindNote, At: c.at, Received: now,
			Body: json.RawMessage(`{"text":"x"}`)})
		if c.good {
			assert.NoError(t, err, "%s", c.at)
			continue
		}
		var f *fault.Fault
		if assert.ErrorAs(t, err, &f, "%s", c.at) {
			assert.Equal(t, "at", f.Field)
			if c.at.Before(now) {
				assert.Contains(t, f.Message, "more than 31 days back")
			}
		}
	}
	r := atLock(t)
	lines := tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Lines
	assert.Nil(t, lines[0].Received, "a second apart: one time says it")
	r.events[0].Received = r.events[0].At.Add(time.Hour)
	assert.NotNil(t, tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Lines[0].Received)
}

func TestDoubtComesFromTheGauge(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm")
	for _, c := range []struct {
		gauge string
		doubt float64
	}{{"", 0}, {"tape", 0.25}} {
		got, err := record.Understand(r.bench, r.state(), record.Reading{Point: "barrel-to-eye", Text: "160", Gauge: c.gauge, Doubt: -1,
			GaugeName: "gold", Overdue: "never", Value: 143, Name: "x", Missing: nil})
		require.NoError(t, err)
		assert.Equal(t, c.doubt, got.Doubt)
		assert.NotEqual(t, "gold", got.GaugeName)
		assert.Empty(t, got.Overdue)
		assert.Equal(t, 160.0, got.Value)
		assert.Len(t, got.Missing, 3, "states that were not confirmed, whatever the sender says")
	}
}

func TestHowItStandsIsWhatItIsNowNotWhatItWas(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½")
	r.wants(lead.DoMove)
	r.stands("key", "in")
	a := r.wants(lead.DoSetUp)
	assert.Equal(t, "Key out, in your pocket.", said(a))
	assert.Equal(t, "Turn the barrel 3½ turns away from the eye.", a.Stop.Then)
	r.stop().wants(lead.DoMove)
	r.stands("linkage-cover", "on").stands("ground", "afloat").stands("key", "running")
	for _, c := range []struct {
		kind record.Kind
		body any
	}{
		{record.KindMove, record.Move{Adjuster: "barrel", Turns: "1", Way: "out"}},
		{record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "¼", Pin: true}},
		{record.KindSetUp, record.SetUp{Thing: "linkage-cover", Way: "off"}},
	} {
		assert.Error(t, r.try(c.kind, c.body), c.kind)
	}
	r.do(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "139.4", States: allStates})
	v := tell.Show(r.led())
	assert.Equal(t, "not judged: key engine running, linkage cover on, hands are in while the engine runs",
		v.Readings[len(v.Readings)-1].Note)
}

func TestNoOrderOfTurningAndReadingIsADeadEnd(t *testing.T) {
	for name, start := range map[string]func(*rig){
		"turned first": func(r *rig) { r.turn("3½", "out") },
		"locked first": func(r *rig) { r.do(record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "¼", Pin: true}) },
	} {
		t.Run(name, func(t *testing.T) {
			r := newRig(t).safe("2207", "").lost("71 mm", "66 mm")
			start(r)
			d := &driver{r, r.sheet(), 143}
			for range 60 {
				if !d.step(d.led().Advice()) || d.state().Signed != nil {
					break
				}
			}
			require.NotNil(t, d.state().Signed, "stopped at %+v", d.led().Advice())
			assert.Contains(t, tell.MakeRecord(record.Heading{}, d.led(), d.events, "").Result, tell.Field{Name: "as found", Text: "not read"})
		})
	}
}

func TestReadingsThatDisagreeAreNeverSigned(t *testing.T) {
	r := newRig(t).safe("1907", "pinned barrel").lost("71 mm", "66 mm").length("130 mm").length("156 mm")
	a := r.wants(lead.DoRead)
	assert.Contains(t, a.Finding, "do not agree")
	assert.Contains(t, r.led().Blockers(), "set the length is not done", "their mean is just right")
	r.do(record.KindDecided, record.Decided{About: record.AboutUnsteady.Of("barrel-to-eye"), Choice: record.ChoiceAfresh, Reason: "the tape hung on the cover"})
	a = r.wants(lead.DoRead)
	assert.NotContains(t, a.Finding, "do not agree", "its cause was found")
	assert.Empty(t, a.Choices)
	r.length("143 mm").wants(lead.DoCheck)
}

func TestALoadedProofAnsweredBadStandsSoOnTheRecord(t *testing.T) {
	r := atLock(t).proved().stop().do(record.KindCheck, record.Checked{Check: "on-the-water", Answer: "jumps out of reverse"})
	a := r.wants(lead.DoSetUp)
	assert.NotEmpty(t, a.Finding)
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen}).rest().do(record.KindSigned, record.Signed{})
	rec := tell.MakeRecord(record.Heading{}, r.led(), r.events, "")
	require.Len(t, rec.Open, 1)
	assert.Contains(t, rec.Open[0], "answered “jumps out of reverse”")
	stand := tell.Stand(r.led())
	assert.Equal(t, tell.SignStop, stand.Sign)
	assert.Contains(t, stand.Says, "jumps out of reverse")
}

func TestChecksOfBeforeARepairCountNoMore(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("75 mm", "63 mm")
	r.do(record.KindCheck, record.Checked{Check: "neutral-free", Answer: "turns free"}).do(record.KindRetried, record.Retried{Outcome: "cured"})
	lost := record.AboutLost.Of("inner-play")
	r.do(record.KindDecided, record.Decided{About: lost, Choice: record.ChoiceRepair}).do(record.KindDecided, record.Decided{About: lost, Choice: record.ChoiceRepaired})
	assert.True(t, r.state().Checks["neutral-free"].Void)
	assert.True(t, r.state().RetriedOld)
	assert.Empty(t, r.state().Decisions)
}

func TestAStrikeOutNamesWhatItStrikes(t *testing.T) {
	r := atLock(t)
	n := len(r.events)
	r.struck()
	lines := tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Lines
	assert.True(t, lines[n-1].Void)
	assert.Equal(t, fmt.Sprintf("entry %d struck out (barrel to eye read: 143.0 mm), because: a slip", n), lines[n].Says)
}

func TestASheetThatLeadsNoRunIsNotPinned(t *testing.T) {
	r := newRig(t)
	for i := range r.bench.Sheets {
		r.bench.Sheets[i].Led = false
	}
	err := r.try(record.KindIdentified, record.Identified{Serial: "2207", Hand: "standard"})
	assert.ErrorContains(t, err, "by hand")
	_, identified := record.Pinned(r.events)
	assert.False(t, identified)
}

func TestDeviationsStandInTheOrderOfTheSheet(t *testing.T) {
	target := 1.0
	s := &sheet.Sheet{}
	st := record.Fold(s, nil)
	var want []string
	for i := range 30 {
		id := fmt.Sprintf("p%02d", 30-i)
		s.Points = append(s.Points, sheet.Point{ID: id, Name: id, Target: &target})
		st.Deviations[id] = record.Deviation{Point: id, AskedBy: "the owner", Why: "softer"}
		want = append(want, id+" is out by request of the owner: softer")
	}
	assert.Equal(t, want, tell.MakeRecord(record.Heading{}, lead.Of(st), nil, "").Deviations)
}

// A run whose sheet is gone, or that has none, is still folded, shown, recorded.
func TestARunStandsWithoutItsSheet(t *testing.T) {
	r := atLock(t).proved()
	st := lead.Of(record.Fold(nil, r.events))
	v := tell.Show(st)
	assert.Contains(t, v.Broken, "114 r3")
	assert.Equal(t, lead.DoNothing, v.Advice.Do)
	rec := tell.MakeRecord(record.Heading{}, st, r.events, "")
	assert.Equal(t, tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Lines, rec.Lines, "every entry says what it said")
	_, err := st.Admit(r.bench, record.Event{By: "Ines", Kind: record.KindReading, Body: json.RawMessage(`{"point":"barrel-to-eye","text":"143"}`)})
	assert.ErrorContains(t, err, "no sheet is chosen")

	none := newRig(t).do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "no"}).do(record.KindIdentified, record.Identified{Serial: "4102", Hand: "standard"})
	rec = tell.MakeRecord(record.Heading{}, none.led(), none.events, "")
	assert.Contains(t, rec.Sheet, "no sheet applies")
	assert.Equal(t, tell.SignStop, tell.Stand(none.led()).Sign)
}

func TestWhoeverComesBackIsToldWhereItStood(t *testing.T) {
	r := newRig(t)
	now := time.Date(2026, 11, 24, 9, 0, 0, 0, time.UTC)
	assert.False(t, r.state().Interrupted(now), "nothing was done yet")
	r.do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "no"})
	assert.False(t, r.state().Interrupted(r.state().LastAt.Add(15*time.Minute)))
	assert.True(t, r.state().Interrupted(r.state().LastAt.Add(15*time.Minute+time.Second)))
	r.do(record.KindPaused, record.Note{Text: "called away"})
	assert.True(t, r.state().Interrupted(now), "stopped on purpose")
	r.do(record.KindNote, record.Note{Text: "back"})
	assert.False(t, r.state().Interrupted(r.state().LastAt))
}

func TestAViewStaysSmallHoweverLongTheRun(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½")
	for i := range 150 {
		r.turn("1", []string{"out", "in"}[i%2]).settle().length("140.4 mm").do(record.KindNote, record.Note{Text: "on"})
	}
	v := tell.Show(r.led())
	assert.Len(t, v.Readings, 40)
	assert.Equal(t, 115, v.Earlier)
	assert.Len(t, v.Notes, 40)
	assert.LessOrEqual(t, len(v.Rules[0].Marks), 2*12+1)
}

// Who turned something and struck it out again has had hands on it: another one inspects.
func TestWhoStruckOutTheirWorkDoesNotInspectIt(t *testing.T) {
	r := newRig(t).safe("2207", "")
	require.NoError(t, r.tryBy("Bram", record.KindReading, record.Reading{Point: "inner-home", Text: "71"}))
	require.NoError(t, r.tryBy("Bram", record.KindCorrected, record.Corrected{Event: r.state().LastEvent, Reason: "not mine to do"}))
	st := r.state()
	assert.Empty(t, st.Readings)
	assert.True(t, st.Workers["Bram"])
	carried := record.Fold(r.sheet(), r.events[:len(r.events)-2])
	if !carried.Carry(r.events[len(r.events)-2:]...) {
		carried = r.state()
	}
	assert.True(t, carried.Workers["Bram"])
}

// After the signature second hands add words and pictures, and prove nothing.
func TestSecondHandsProveNothingAfterTheSignature(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("143.0 mm", "12½").lockAndRead("143.0 mm").proved()
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen}).rest().do(record.KindSigned, record.Signed{})
	r.bench.Guest = true
	r.bench.Photo = &record.PhotoKept{Width: 100, Height: 100}
	require.ErrorContains(t, r.tryBy("Bo, guest", record.KindCheck, record.Checked{Check: "on-the-water", Answer: "clean both ways"}), "prove nothing")
	require.ErrorContains(t, r.tryBy("Bo, guest", record.KindPhoto, record.Photo{SHA256: "x", Stage: "as found"}), "prove nothing")
	require.NoError(t, r.tryBy("Bo, guest", record.KindPhoto, record.Photo{SHA256: "x"}))
	require.NoError(t, r.tryBy("Bo, guest", record.KindNote, record.Note{Text: "it sat well"}))
	r.bench.Guest = false
	require.NoError(t, r.rest().try(record.KindCheck, record.Checked{Check: "on-the-water", Answer: "clean both ways"}))
}
