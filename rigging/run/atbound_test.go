package run_test

import (
	"bytes"
	"fmt"
	"io"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// As many letters as a text may have are taken, and one more is refused; start and end of a rule are one reading.
func TestATextIsTakenUpToItsLastLetter(t *testing.T) {
	note := func(letters int) error {
		return newRig(t).try(record.KindNote, record.Note{Text: strings.Repeat("é", letters)})
	}
	require.NoError(t, note(2000))
	require.ErrorContains(t, note(2001), "this has 2001 letters: say it in 2000")

	marks := func(start, end int) error {
		return atSettle(t).try(record.KindReading, record.Reading{Point: "barrel-to-eye", Unit: "mm",
			Start: "100" + strings.Repeat(" ", start-3), End: "243" + strings.Repeat(" ", end-3)})
	}
	require.NoError(t, marks(149, 149))
	require.ErrorContains(t, marks(150, 149), "too long to be a reading")
	require.ErrorContains(t, marks(149, 150), "too long to be a reading")
}

// What is settled is a setting, a point of one, or both; neither is made up.
func TestWhatIsSettledIsThere(t *testing.T) {
	settled := func(s record.Settled) error { s.Times = 3; return atSettle(t).try(record.KindSettled, s) }
	require.NoError(t, settled(record.Settled{Setting: "length"}))
	require.NoError(t, settled(record.Settled{Point: "barrel-to-eye"}))
	require.ErrorContains(t, settled(record.Settled{Setting: "mast"}), "sets no such thing")
	require.ErrorContains(t, settled(record.Settled{Setting: "length", Point: "mast"}), "no such point")
	require.ErrorContains(t, settled(record.Settled{}), "no such point")
}

// Where a reading comes from is a gauge, or a line of a table, and of neither half.
func TestASourceIsWhole(t *testing.T) {
	from := func(s record.Source) error {
		return atSettle(t).try(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "143 mm", Source: &s})
	}
	require.NoError(t, from(record.Source{Number: "C3", Spread: 1000, Doubt: 0}))
	require.NoError(t, from(record.Source{File: "bench.csv", Line: 1}))
	for _, s := range []record.Source{{File: "bench.csv"}, {Number: "C3", Line: 4}, {File: "bench.csv", Line: -1}} {
		require.ErrorContains(t, from(s), "name the table and the line in it, or neither", "%+v", s)
	}
	require.ErrorContains(t, from(record.Source{Line: 4}), "say the number of the gauge")
	require.ErrorContains(t, from(record.Source{Number: "C3", Spread: -0.1}), "source.spread")
	require.ErrorContains(t, from(record.Source{Number: "C3", Doubt: -0.1}), "source.doubt")

	r := atSettle(t)
	says := func(s record.Source) string {
		r.do(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "143 mm", Source: &s})
		return r.events[len(r.events)-1].Says()
	}
	assert.Contains(t, says(record.Source{Number: "C3", Calibrated: "2026-05-01"}), "calibrated 1 May 2026")
	assert.NotContains(t, says(record.Source{Number: "C3"}), "calibrated")
	assert.NotContains(t, says(record.Source{Number: "C3"}), "spread")
	assert.Contains(t, says(record.Source{File: "bench.csv", Line: 7, Logged: "at nine"}), "line 7 of bench.csv, at nine")
}

// What shows at an end is counted, and nothing else is.
func TestWhatShowsAtAnEndIsCounted(t *testing.T) {
	shows := func(text string) error {
		return newRig(t).safe("2207", "").lost("71.2 mm", "66 mm").found("139.4 mm", "12½").
			try(record.KindStuck, record.Stuck{Adjuster: "barrel", Way: "out", End: true, Showing: text})
	}
	require.NoError(t, shows("6"))
	for _, text := range []string{"a few", "-1", "1000000"} {
		require.ErrorContains(t, shows(text), "body.showing", text)
	}
}

// An end that was come upon holds as far as it was turned back from it, and is none once somebody turned past it.
func TestAnEndIsOneUntilItIsTurnedPast(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71.2 mm", "66 mm").found("139.4 mm", "12½")
	r.do(record.KindStuck, record.Stuck{Adjuster: "barrel", Way: "out", End: true, Showing: "6"}).turn("1", "in")
	_, room, known := r.state().EndOf("barrel", "out")
	require.True(t, known)
	assert.InDelta(t, 1, room, 1e-9)
	r.turn("1", "out")
	_, room, known = r.state().EndOf("barrel", "out")
	assert.True(t, known, "it was turned back to it, not past it")
	assert.Zero(t, room)
	r.turn("½", "out")
	_, _, known = r.state().EndOf("barrel", "out")
	assert.False(t, known)
}

// A lock holds what was turned before it, and nothing that is turned after it.
func TestALockHoldsUntilItsAdjusterIsTurned(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out")
	one := r.sheet().Setting("length")
	held := func() *record.Fastened { return r.state().Fastened(one, record.Lockable{ID: "barrel"}) }
	require.Nil(t, held())
	r.do(record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "½", Pin: true})
	assert.NotNil(t, held())
	r.do(record.KindNote, record.Note{Text: "tide turns"})
	assert.NotNil(t, held(), "a note opens no nut")
	r.turn("½", "in")
	assert.Nil(t, held())
}

// A state that is carried on takes no entry twice, and says that it is not enough however far back it was begun.
func TestAStateIsCarriedOnFromWhereItStands(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out")
	half := record.Fold(r.sheet(), r.events[:len(r.events)-2])
	require.True(t, half.Carry(r.events...), "with all that it knows already")
	assert.Len(t, half.Readings, len(r.state().Readings))
	assert.Len(t, half.Moves, 1)
	assert.Equal(t, len(r.events), half.Seq)
	half = record.Fold(r.sheet(), r.events[:len(r.events)-2])
	r.do(record.KindCorrected, record.Corrected{Event: r.events[len(r.events)-1].ID, Reason: "turned the other one"})
	assert.False(t, half.Carry(r.events...), "something was struck out")

	first := record.Event{ID: "a", Seq: 1, Kind: record.KindNote, Hash: "h", Body: []byte(`{"text":"x"}`)}
	st := record.Fold(nil, []record.Event{first})
	assert.Equal(t, 1, st.Seq, "one entry is as many as several")
	assert.Equal(t, "h", st.LastHash)
}

// What was read before the very first turn stands before it.
func TestAReadingMadeBeforeTheFirstEntryOfAllStandsFirst(t *testing.T) {
	at := time.Date(2026, 11, 24, 10, 0, 0, 0, time.UTC)
	events := []record.Event{
		{ID: "turn", Seq: 1, Kind: record.KindMove, At: at, Body: []byte(`{"adjuster":"barrel","turns":"1","value":1,"way":"out"}`)},
		{ID: "read", Seq: 2, Kind: record.KindReading, At: at.Add(-time.Minute),
			Body: []byte(`{"point":"barrel-to-eye","text":"139.4 mm","value":139.4}`)},
	}
	st := record.Fold(demoSheet(t, "114"), events)
	require.Len(t, st.Readings, 1)
	assert.Less(t, st.Readings[0].Epoch, st.Moves[0].Epoch)
}

// A figure that was left empty is none, and those behind it are.
func TestAnEmptyFigureEndsNothing(t *testing.T) {
	f := follow(t, "501")
	f.until(func(a lead.Advice) bool { return a.Check != nil && a.Check.Check == "creep" })
	f.do(record.KindCheck, record.Checked{Check: "creep", Answer: f.state().Sheet.Check("creep").Answers[1].ID,
		Figures: []record.FigureRead{{Figure: "drive", Text: " "}, {Figure: "reverse", Text: "120 mm"}}})
	answers := f.state().Answers
	read := answers[len(answers)-1].Figures
	require.Len(t, read, 1)
	assert.Equal(t, "reverse", read[0].Figure)
}

// A recording is sent before it is entered.
func TestAVoiceIsThereBeforeItIsEntered(t *testing.T) {
	r := newRig(t)
	require.ErrorContains(t, r.try(record.KindVoice, record.Voice{SHA256: "ab"}), "send the recording itself first")
	r.bench.Voice = "audio/webm"
	require.NoError(t, r.try(record.KindVoice, record.Voice{SHA256: "ab"}))
}

// Other entries between photos, and one photo entered twice, leave every photo in the file once.
func TestAFileHasEveryPhotoOnce(t *testing.T) {
	var events []record.Event
	prev := ""
	for i, kind := range []record.Kind{record.KindNote, record.KindPhoto, record.KindNote, record.KindPhoto, record.KindPhoto} {
		sha := map[int]string{1: "aa", 3: "bb", 4: "aa"}[i]
		e := record.Event{ID: fmt.Sprint(i), Run: "r", Seq: i + 1, Kind: kind, By: "Ines",
			Body: []byte(`{"sha256":"` + sha + `","text":"x"}`)}.Seal(prev)
		events, prev = append(events, e), e.Hash
	}
	read := 0
	var out bytes.Buffer
	require.NoError(t, record.Export(&out, record.Heading{Run: "r"}, nil, events, func(record.Event, string) ([]byte, error) {
		read++
		return []byte("picture"), nil
	}))
	assert.Equal(t, 2, read)
	assert.Equal(t, 2, strings.Count(out.String(), `"bb"`), "in its entry, and beside it")
	assert.Equal(t, 3, strings.Count(out.String(), `"aa"`), "in both of its entries, and once beside them")
}

// A file of a run without an entry is one: an empty list closes where it opens.
func TestARunWithoutAnEntryLeavesToo(t *testing.T) {
	var out bytes.Buffer
	require.NoError(t, record.Export(&out, record.Heading{Run: "r"}, nil, nil, nil))
	assert.Contains(t, out.String(), `"events": []`)
	_, err := record.Prove(func() (io.ReadCloser, error) { return io.NopCloser(bytes.NewReader(out.Bytes())), nil })
	require.NoError(t, err)
}

// A setting that the sheet does not have moves nothing.
func TestASettingThatIsNotThereClashesWithNothing(t *testing.T) {
	st := record.Fold(&sheet.Sheet{Checks: []sheet.Check{{ID: "left-drags"}}}, nil)
	mine := record.Event{ID: "a", Kind: record.KindCheck, Body: []byte(`{"check":"left-drags"}`)}
	theirs := record.Event{ID: "b", Kind: record.KindChosen, Body: []byte(`{"setting":"mast"}`)}
	got, turned := st.Clashes(mine, []record.Event{theirs})
	assert.Empty(t, got)
	assert.False(t, turned)
}

// What must never be is refused with the one thing that comes first, as it must stand then.
func TestWhatMustNeverBeSaysTheOneThingThatComesFirst(t *testing.T) {
	r := newRig(t).safe("2207", "").stands("ground", "afloat")
	require.Equal(t, "off", r.state().Ways["linkage-cover"])
	before := len(r.events)
	err := r.try(record.KindSetUp, record.SetUp{Thing: "ground", Way: "water"})
	require.ErrorContains(t, err, "it would move with something not as it must be. First: the linkage cover on")
	assert.Len(t, r.events, before)
}
