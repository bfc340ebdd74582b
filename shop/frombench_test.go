package shop_test

import (
	"encoding/json"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/bench"
	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/shop"
)

var hatch = bench.Values{"now": "139.4", "target": "143", "minus": "0.5", "plus": "0.5", "pitch": "1", "step": "1/2", "engaged": "12½",
	"engaged_min": "6", "engaged_max": "20", "@out": "the housing", "@in": "the eye"}

func fromBench() shop.FromBench {
	return shop.FromBench{ID: uuid.NewString(), Values: hatch, Careful: true,
		Job: bench.Job{Cable: "hatch cable", Craft: "boat", Source: "manual, section 7"}}
}

// logs adds an event the way a screen does.
func logs(t *testing.T, s *shop.Shop, v shop.RunView, kind record.Kind, body any) shop.RunView {
	t.Helper()
	raw, err := json.Marshal(body)
	require.NoError(t, err)
	e := record.Event{ID: uuid.NewString(), Run: v.ID, Kind: kind, By: "Mirren", At: s.Now().UTC().Truncate(time.Millisecond), Body: raw}
	out, err := s.Append(t.Context(), e, v.View.Seq)
	require.NoError(t, err, "%s", kind)
	return out
}

func TestASentenceOfTheBenchBecomesASignedRecord(t *testing.T) {
	s := testdb.Shop(t)
	in := fromBench()
	v, err := s.RunFromBench(t.Context(), "adjuster", in, "Mirren")
	require.NoError(t, err)
	again, err := s.RunFromBench(t.Context(), "adjuster", in, "Mirren")
	require.NoError(t, err)
	assert.Equal(t, v.View.Seq, again.View.Seq, "the same id opens it")
	assert.Equal(t, "hatch cable", v.Cable)
	require.Equal(t, lead.DoMove, v.View.Advice.Do, "what was measured is as found")
	assert.InDelta(t, 3.5, v.View.Advice.Move.Turns, 1e-9)
	assert.Equal(t, "toward the housing", v.View.Advice.Move.WaySays)

	bays, err := s.Bays(t.Context())
	require.NoError(t, err)
	last := bays.Machines[len(bays.Machines)-1]
	assert.Equal(t, "At the Bench", last.Name)
	require.Len(t, last.Lines, 1)
	assert.Equal(t, v.ID, last.Lines[0].Run)
	require.NotNil(t, bays.Open)
	assert.Equal(t, v.ID, bays.Open.Run, "it was touched last")

	v = logs(t, s, v, record.KindMove, record.Move{Adjuster: "adjuster", Turns: "3½", Way: "out", Setting: "setting"})
	v = logs(t, s, v, record.KindReading, record.Reading{Point: "length", Text: "142.9"})
	require.Equal(t, lead.DoLock, v.View.Advice.Do)
	v = logs(t, s, v, record.KindLocked, record.Locked{Adjuster: "adjuster", BackOff: "0"})
	v = logs(t, s, v, record.KindReading, record.Reading{Point: "length", Text: "143"})
	require.Equal(t, lead.DoSetUp, v.View.Advice.Do, "the key goes back in")
	v = logs(t, s, v, record.KindSetUp, record.SetUp{Thing: "key", Way: "in"})
	require.Equal(t, lead.DoSign, v.View.Advice.Do)
	v = logs(t, s, v, record.KindSigned, record.Signed{})
	assert.NotEmpty(t, v.View.Signed)

	r, err := s.Record(t.Context(), v.ID)
	require.NoError(t, err)
	assert.Equal(t, "figures from the Bench", r.Sheet)
	assert.Equal(t, "manual, section 7", r.Source)
	hits, err := s.Store.Search(t.Context(), "hatch")
	require.NoError(t, err)
	require.NotEmpty(t, hits)
	assert.Equal(t, v.ID, hits[len(hits)-1].ID, "a record without a machine is found by what it set")
	one, err := s.OwnSheet(t.Context(), v.ID)
	require.NoError(t, err)
	assert.Equal(t, 143.0, *one.Points[0].Target, "the draft has its figures")
	lib, err := s.Store.Heads(t.Context())
	require.NoError(t, err)
	assert.Len(t, lib, 30, "the library has none of it")
	_, err = s.Store.Verify(t.Context())
	assert.NoError(t, err)
}

func TestARunFromTheBenchOnAMachineStandsOnItsCard(t *testing.T) {
	s := testdb.Shop(t)
	in := fromBench()
	in.Machine, in.Craft = "teal", ""
	v, err := s.RunFromBench(t.Context(), "adjuster", in, "Mirren")
	require.NoError(t, err)
	card, err := s.MachineView(t.Context(), "teal")
	require.NoError(t, err)
	require.Len(t, card.Bench, 1)
	assert.Equal(t, "hatch cable", card.Bench[0].Cable)
	assert.Equal(t, v.ID, card.Bench[0].ID)
	_, err = s.OwnSheet(t.Context(), "2026-11-avocet")
	assert.Error(t, err, "that one is led by a sheet of the library")
}

func TestNoRunFromTheBenchBeforeItIsSafe(t *testing.T) {
	s := testdb.Shop(t)
	for field, change := range map[string]func(*shop.FromBench){
		"careful": func(in *shop.FromBench) { in.Careful = false },
		"craft":   func(in *shop.FromBench) { in.Craft = "sledge" },
		"machine": func(in *shop.FromBench) { in.Machine = "nobody" },
		"source":  func(in *shop.FromBench) { in.Source = "" },
	} {
		in := fromBench()
		change(&in)
		_, err := s.RunFromBench(t.Context(), "adjuster", in, "Mirren")
		var f *fault.Fault
		require.ErrorAs(t, err, &f, field)
		assert.Equal(t, field, f.Field)
	}
	v, err := s.RunFromBench(t.Context(), "adjuster", fromBench(), "Mirren")
	require.NoError(t, err)
	raw, _ := json.Marshal(record.Identified{Serial: "2207", Hand: "standard"})
	e := record.Event{ID: uuid.NewString(), Run: v.ID, Kind: record.KindIdentified, By: "Mirren", At: s.Now().UTC(), Body: raw}
	_, err = s.Append(t.Context(), e, v.View.Seq)
	assert.ErrorContains(t, err, "figures from the Bench", "it is led by what it brought along")
}
