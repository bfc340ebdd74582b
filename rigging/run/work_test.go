package run_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

// asFound is a run with all read, three and a half turns short.
func asFound(t *testing.T) *rig {
	return newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½")
}

func TestABarrelThatWouldNotTurnIsFreedBeforeItIsTurned(t *testing.T) {
	r := asFound(t)
	require.ErrorContains(t, r.try(record.KindStuck, record.Stuck{Adjuster: "nose"}), "no such adjuster")
	r.do(record.KindStuck, record.Stuck{Adjuster: "barrel", Note: "rust at the joint nut"})
	a := r.wants(lead.DoMove)
	assert.Contains(t, a.Finding, "It would not turn. Free it first")
	assert.Equal(t, 3.5, a.Move.Turns, "what is wanted has not changed")
	r.turn("3½", "out")
	assert.Empty(t, r.wants(lead.DoSettle).Finding, "it turned after all")

	back := asFound(t).do(record.KindStuck, record.Stuck{Adjuster: "barrel"}).struck()
	assert.Empty(t, back.wants(lead.DoMove).Finding, "struck out, it never stuck")
}

func TestAStepThatIsTooCoarseForTheBandIsADiagnosis(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("142.7 mm", "12½")
	s := *r.sheet()
	s.Points = append(s.Points[:0:0], s.Points...)
	for i := range s.Points {
		if s.Points[i].ID == "barrel-to-eye" {
			s.Points[i].Minus, s.Points[i].Plus = 0.1, 0.1
		}
	}
	a := lead.Of(record.Fold(&s, r.events)).Advice()
	assert.Equal(t, lead.DoMove, a.Do, "half a turn brings it nearer all the same")
	assert.Contains(t, a.Finding, "No ½ turn lands inside")
	assert.Contains(t, a.Finding, "Look for a finer thread or another end to move.")
}

func TestWhatIsStruckOutIsAsIfItHadNotBeen(t *testing.T) {
	r := newRig(t).safe("2207", "")
	before := tell.Show(r.led())
	for _, one := range []struct {
		kind record.Kind
		body any
	}{
		{record.KindReading, record.Reading{Point: "inner-home", Text: "71 mm"}},
		{record.KindSetUp, record.SetUp{Thing: "lashing", Way: "on", Kind: "held", Name: "lever lashing", Why: "it holds the lever"}},
		{record.KindSetUp, record.SetUp{Thing: "propeller", Way: "chocked"}},
	} {
		r.do(one.kind, one.body)
		assert.NotEqual(t, plainOf(before), plainOf(tell.Show(r.led())), "%s is seen", one.kind)
		r.struck()
		assert.True(t, plainOf(before) == plainOf(tell.Show(r.led())), "%s is gone", one.kind)
		require.Error(t, r.try(record.KindCorrected, record.Corrected{Event: r.events[len(r.events)-2].ID, Reason: "once more"}))
		lines := tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Lines
		assert.True(t, lines[len(lines)-2].Void, "%s stays on the record", one.kind)
	}
}

// plainOf is a view without what counts and dates the entries.
func plainOf(v tell.View) string {
	v.Seq, v.LastEvent, v.Resume.At = 0, "", ""
	raw, _ := json.Marshal(v)
	return string(raw)
}

func TestThingsOfTwoSidesAreToldApart(t *testing.T) {
	r := newRig(t)
	r.do(record.KindIdentified, record.Identified{Serial: "2207", Hand: "standard"})
	for _, side := range []string{"port", "starboard"} {
		r.do(record.KindSetUp, record.SetUp{Thing: "chock-" + side, Way: "on", Kind: "chocks", Name: "chock, " + side, Why: "the trailer stands on a slope"})
	}
	r.stands("chock-port", "off")
	assert.Equal(t, []string{"chock, starboard: on"}, tell.Stand(r.led()).Stands)
	require.ErrorContains(t, r.try(record.KindSetUp, record.SetUp{Thing: "chock-port", Way: "off"}), "stands so already")
	r.stands("chock-starboard", "off")
	assert.Empty(t, tell.Stand(r.led()).Stands)
}

func TestComingBackTellsWhereTheWorkStood(t *testing.T) {
	r := asFound(t).turn("3½", "out").do(record.KindPaused, record.Note{Text: "called to the slip"})
	v := tell.Show(r.led())
	assert.Equal(t, "called to the slip", v.Resume.Paused)
	assert.Equal(t, []string{"joint nut"}, v.Resume.FingerTight)
	assert.Contains(t, v.Resume.Last, "barrel")
	r.settle()
	assert.Empty(t, tell.Show(r.led()).Resume.Paused, "the work went on")
}

func TestALockOutsideItsLimitsIsRefused(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("143.0 mm", "12")
	r.wants(lead.DoLock)
	for _, c := range []struct {
		lock record.Locked
		says string
	}{
		{record.Locked{Adjuster: "nose", BackOff: "¼", Pin: true}, "no such adjuster"},
		{record.Locked{Adjuster: "barrel", BackOff: "2", Pin: true}, "¼"},
		{record.Locked{Adjuster: "barrel", BackOff: "0", Pin: true}, "¼"},
		{record.Locked{Adjuster: "barrel", BackOff: "some", Pin: true}, ""},
		{record.Locked{Adjuster: "barrel", BackOff: "¼"}, "split pin"},
	} {
		require.ErrorContains(t, r.try(record.KindLocked, c.lock), c.says, "%+v", c.lock)
		r.wants(lead.DoLock)
	}
	r.do(record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "½", Pin: true})
	r.wants(lead.DoRead)
	r.turn("½", "in")
	assert.Equal(t, []string{"joint nut"}, tell.Show(r.led()).Resume.FingerTight, "a turn opens the lock")
	assert.NotEqual(t, lead.DoSign, r.led().Advice().Do)
}

// Several nuts of one name are told apart by what they lock.
func TestWhatIsFingerTightIsNamed(t *testing.T) {
	lock := &sheet.Lock{Nut: "jam nut"}
	st := record.Fold(&sheet.Sheet{Adjusters: []sheet.Adjuster{{ID: "l", Name: "Left turnbuckle", Lock: lock},
		{ID: "r", Name: "right turnbuckle", Lock: lock},
		{ID: "b", Name: "engine barrel", Lock: &sheet.Lock{Nut: "barrel"}}, {ID: "c", Name: "clevis", Lock: &sheet.Lock{Nut: "joint nut"}}}}, nil)
	for want, l := range map[string]record.Lockable{
		"jam nut of the left turnbuckle": {ID: "l", Name: "Left turnbuckle", Lock: lock},
		"engine barrel":                  {ID: "b", Name: "engine barrel", Lock: &sheet.Lock{Nut: "barrel"}},
		"joint nut":                      {ID: "c", Name: "clevis", Lock: &sheet.Lock{Nut: "joint nut"}},
	} {
		assert.Equal(t, want, st.NutCalled(l))
	}
}
