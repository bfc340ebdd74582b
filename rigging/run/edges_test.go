package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/record"
)

// What is refused at the edge of what is taken, and what is taken just inside it.

// How it came is said before anything is done, and not after.
func TestHowItCameIsOverOnceSomethingWasChanged(t *testing.T) {
	came := record.SetUp{Thing: "propeller", Way: "chocked", Found: true}
	known := func() *rig {
		return newRig(t).do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "yes"}).
			do(record.KindIdentified, record.Identified{Serial: "2207", Hand: "standard"})
	}
	require.NoError(t, known().try(record.KindSetUp, came))
	for name, r := range map[string]*rig{
		"a change": known().stands("key", "pocket"),
		"a turn":   known().open().lost("71.2 mm", "66 mm").found("139.4 mm", "12½").turn("1", "out"),
	} {
		err := r.try(record.KindSetUp, came)
		require.Error(t, err, name)
		assert.Contains(t, err.Error(), "how it came is over", name)
	}
}

// None may show at an end.
func TestAnEndMayShowNothing(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71.2 mm", "66 mm").found("139.4 mm", "12½")
	require.NoError(t, r.try(record.KindStuck, record.Stuck{Adjuster: "barrel", Way: "out", End: true, Showing: "0"}))
}

// A complaint is not tried again on a run that is signed: it stands there as a note.
func TestAComplaintIsNotTriedAgainOnASignedRun(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out").settle().length("142.9 mm").lockAndRead("143.1 mm").proved()
	r.do(record.KindRetried, record.Retried{Outcome: "cured"})
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen})
	r.rest().do(record.KindSigned, record.Signed{Name: "Ines"})
	err := r.try(record.KindRetried, record.Retried{Outcome: "better"})
	require.Error(t, err)
	assert.Contains(t, err.Error(), "write a note of it")
}

// A reading is told beside those of the same moment that were judged, and beside no other.
func TestRepeatsAreOfTheSameMoment(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71.2 mm", "66 mm").length("139.4 mm").length("139.6 mm")
	r.do(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "150 mm", Gauge: "calliper"}) // no state proved
	st := r.state()
	last := st.Latest("barrel-to-eye", "")
	assert.ElementsMatch(t, []float64{139.4, 139.6}, st.Repeats(last))
	unjudged := st.Pending("barrel-to-eye")
	require.NotNil(t, unjudged, "and what could not be judged is told")
	assert.InDelta(t, 150, unjudged.Value, 1e-9)
	r.do(record.KindReading, record.Reading{Point: "barrel-threads", Text: "12½"}).turn("1", "out").settle().length("140.4 mm")
	st = r.state()
	assert.Equal(t, []float64{140.4}, st.Repeats(st.Latest("barrel-to-eye", "")))
	assert.Nil(t, st.Pending("barrel-to-eye"))
}

// Where figures come from is said with section, revision and day, as far as they are known.
func TestTheSourceIsSaidAsFarAsItIsKnown(t *testing.T) {
	s := demoSheet(t, "511")
	assert.Equal(t, "Oxbury 18 van, gearbox manual, cables, revision B of 1 May 2018", record.SourceSays(s))
	s.Source.Section, s.Source.Revision, s.Source.Date = "", "", ""
	assert.Equal(t, "Oxbury 18 van, gearbox manual", record.SourceSays(s))
}
