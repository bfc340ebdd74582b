package run_test

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"io"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// A reading that was made before a turn stands before it, however late it comes: it proves nothing
// of how things stand now.
func TestAReadingMadeBeforeATurnIsOfBefore(t *testing.T) {
	for name, made := range map[string][2]int{"dated earlier": {2, 0}, "not having heard of the turn": {0, 1}, "both": {2, 1}} {
		r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out")
		r.wants(lead.DoSettle)
		r.made(made[0], made[1]).length("139.5 mm")
		st := r.led()
		require.Len(t, st.Readings, 6)
		assert.Equal(t, record.Found, st.Readings[5].Stage, name)
		assert.Less(t, st.Readings[5].Epoch, st.Moves[0].Epoch, "%s: it stands before the turn", name)
		assert.Nil(t, st.Setting().Now, "%s: nothing tells how it stands now", name)
		r.wants(lead.DoSettle)
		assert.Contains(t, tell.MakeRecord(record.Heading{}, st, r.events, "").Lines[len(r.events)-1].Says, "made before what was done meanwhile", name)
		r.settle().length("142.9 mm").wants(lead.DoLock) // and what was made after it counts
	}
}

// The same holds for what was tried and for what was locked.
func TestAProofAndALockMadeBeforeATurnProveNothing(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3", "out").settle().length("142.4 mm")
	r.turn("½", "out").made(0, 1).do(record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "½", Pin: true})
	r.settle().length("142.9 mm")
	r.wants(lead.DoLock)

	r = newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out").settle().length("142.9 mm")
	r.lockAndRead("143.0 mm").do(record.KindMove, record.Move{Adjuster: "barrel", Turns: "½", Way: "in"})
	r.made(3, 0).do(record.KindCheck, record.Checked{Check: "forward-locks", Answer: "locks"})
	a, ok := r.state().Checks["forward-locks"]
	require.True(t, ok, "it is kept")
	assert.True(t, a.Void, "and proves nothing of after the turn")
}

// Whatever comes in whatever order, a fold carried on event by event is the fold of all, and nothing
// that was made before a turn is judged as after it.
func TestLateEntriesFoldAlikeHoweverTheyCome(t *testing.T) {
	late := 0
	whole := t
	rapid.Check(t, func(t *rapid.T) {
		r := newRig(whole).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½")
		st := r.state()
		for range rapid.IntRange(1, 8).Draw(t, "entries") {
			n := len(r.events)
			r.made(rapid.IntRange(0, 4).Draw(t, "minutes"), rapid.IntRange(0, 3).Draw(t, "behind"))
			switch rapid.IntRange(0, 3).Draw(t, "what") {
			case 0:
				_ = r.try(record.KindMove, record.Move{Adjuster: "barrel", Turns: "½", Way: "out"})
			case 1:
				_ = r.try(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "143 mm", States: allStates})
			case 2:
				_ = r.try(record.KindSettled, record.Settled{Point: "barrel-to-eye", Times: 3})
			case 3:
				_ = r.try(record.KindLocked, record.Locked{Adjuster: "barrel", BackOff: "½", Pin: true})
			}
			if len(r.events) == n {
				continue
			}
			e := r.events[n]
			if !st.Carry(e) {
				late++
				st = r.state()
			}
			all := r.state()
			assert.Equal(t, all.Readings, st.Readings)
			assert.Equal(t, all.Locks, st.Locks)
			assert.Equal(t, all.Epoch, st.Epoch)
			assert.Equal(t, e.Seq, st.Seq)
			assert.Equal(t, e.Hash, st.LastHash)
		}
		st = r.state()
		for _, one := range st.Readings {
			at := eventOf(r.events, one.Event)
			for _, m := range st.Moves {
				if at.MadeBefore(r.events[m.Seq-1]) {
					assert.Less(t, one.Epoch, m.Epoch, "made before, stands before")
				}
			}
		}
	})
	assert.Greater(t, late, 20, "hardly any was late: the property was not reached")
}

func eventOf(events []record.Event, id string) record.Event {
	for _, e := range events {
		if e.ID == id {
			return e
		}
	}
	return record.Event{}
}

// The maker of an entry is asked when something it tells of was moved meanwhile, and whoever signs
// when anything was done.
func TestWhatWasMovedMeanwhileIsAClash(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½")
	before := len(r.events)
	r.turn("3½", "out")
	st := r.state()
	of := func(kind record.Kind, body any) record.Event {
		raw, err := json.Marshal(body)
		require.NoError(t, err)
		return record.Event{ID: "mine", Kind: kind, Body: raw}
	}
	got, turned := st.Clashes(of(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "143"}), r.events[before:])
	assert.Len(t, got, 1)
	assert.True(t, turned)
	got, _ = st.Clashes(of(record.KindReading, record.Reading{Point: "inner-home", Text: "71"}), r.events[before:])
	assert.Empty(t, got, "the barrel moves nothing of it")
	got, turned = st.Clashes(of(record.KindSigned, record.Signed{}), r.events[before:])
	assert.Len(t, got, 1, "nobody signs for what they have not seen")
	assert.False(t, turned)
	got, _ = st.Clashes(of(record.KindSigned, record.Signed{}), []record.Event{of(record.KindNote, record.Note{Text: "tide"})})
	assert.Empty(t, got)
}

// A device that was offline says when; what hangs on a day hangs on when it was received.
func TestTheDayOfASignatureIsThatOfItsReceipt(t *testing.T) {
	r := newRig(t)
	r.bench.Gauges[1].Due = "2026-11-23" // the calliper, a day before
	r.do(record.KindComplaint, record.Complaint{Words: "stiff", Shows: "yes"}).do(record.KindIdentified, record.Identified{Serial: "2207", Hand: "standard"})
	r.made(49*60, 0).stands("key", "pocket").made(49*60, 0).stands("linkage-cover", "off")
	r.lost("71 mm", "66 mm").made(48*60, 0).found("143.0 mm", "12½")
	assert.NotEmpty(t, r.state().Readings[3].Overdue, "dated before it ran out, received after")
	r.lockAndRead("143.0 mm").proved().do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen}).rest()
	r.bench.Called = record.Called{Machine: "Launch Teal", Cable: "lower drive cable", Owner: "the ferry"}
	r.made(60, 0).do(record.KindSigned, record.Signed{Name: "somebody else"})
	st := r.led()
	last := r.events[len(r.events)-1]
	assert.Equal(t, last.Received, st.SignedAt)
	today := record.Heading{Called: record.Called{Machine: "Launch Heron", Cable: "lower drive cable"}}
	rec := tell.MakeRecord(today, st, r.events, "")
	assert.Contains(t, rec.Signed, "Ines, "+last.Received.Format(record.Moment))
	assert.Contains(t, rec.Signed, "dated "+last.At.Format(record.Moment)+" UTC by the device")
	assert.Equal(t, "Launch Teal", rec.Heading.Machine, "what was signed")
	assert.Equal(t, []string{"the machine is now: Launch Heron", "the owner is now: nothing"}, rec.Renamed)
}

// The clock of a device that says what it shows is put right; one that is far out is refused.
func TestAClockThatIsOut(t *testing.T) {
	now := time.Date(2026, 11, 24, 9, 0, 0, 0, time.UTC)
	at, err := record.SetRight(now.Add(-3*time.Minute), now.Add(-2*time.Minute), now)
	require.NoError(t, err)
	assert.Equal(t, now.Add(-time.Minute), at, "made a minute before it was sent")
	_, err = record.SetRight(now.Add(time.Hour), now.Add(time.Hour), now)
	require.ErrorContains(t, err, "60 minutes ahead of the server’s: set the one that is wrong")
	_, err = record.SetRight(now.Add(-time.Hour), now.Add(-time.Hour), now)
	require.ErrorContains(t, err, "60 minutes behind")
}

// A run is written a piece at a time: the next photo is not read before the one before it is written.
func TestARunLeavesTheHouseAPieceAtATime(t *testing.T) {
	var events []record.Event
	prev := ""
	for i := range 20 {
		sum := sha256.Sum256(bytes.Repeat([]byte{byte(i)}, 1000))
		e := record.Event{ID: fmt.Sprint(i), Run: "r", Seq: i + 1, Kind: record.KindPhoto, By: "Ines",
			Body: []byte(`{"sha256":"` + hex.EncodeToString(sum[:]) + `","stage":""}`)}.Seal(prev)
		events, prev = append(events, e), e.Hash
	}
	var out bytes.Buffer
	before, read := 0, 0
	require.NoError(t, record.Export(&out, record.Heading{Run: "r"}, nil, events, func(e record.Event, _ string) ([]byte, error) {
		if read++; read > 1 {
			assert.Greater(t, out.Len(), before+1300, "the photo before it is out")
		}
		before = out.Len()
		return bytes.Repeat([]byte{byte(e.Seq - 1)}, 1000), nil
	}))
	assert.Equal(t, 20, read)
	open := func() (io.ReadCloser, error) { return io.NopCloser(bytes.NewReader(out.Bytes())), nil }
	p, err := record.Prove(open)
	require.NoError(t, err)
	assert.Equal(t, 20, p.Photos)
	assert.Equal(t, "not signed", p.Stands)
	assert.False(t, p.Bound)
	huge := `{"format":"` + record.ChainFormat + `","heading":{"run":"` + strings.Repeat("x", 32<<20) + `"}}`
	_, err = record.Prove(func() (io.ReadCloser, error) { return io.NopCloser(strings.NewReader(huge)), nil })
	require.ErrorContains(t, err, "a part of it has more than")
}

// Whoever says how far they had heard made their entry after that, though their clock or the network is a
// little out: a turn that took seconds to arrive does not overtake the reading behind it.
func TestWhatWasHeardOfWasBefore(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out")
	turned := r.events[len(r.events)-1].At
	e := record.Event{Kind: record.KindReading, At: turned.Add(-2 * time.Second)}
	assert.Equal(t, turned, record.AfterHeard(e, r.events))
	e.Behind = 1
	assert.Equal(t, e.At, record.AfterHeard(e, r.events), "of what they had not heard nothing follows")
	e.Behind, e.At = 0, turned.Add(-time.Hour)
	assert.Equal(t, e.At, record.AfterHeard(e, r.events), "an hour is no error of a clock")
}
