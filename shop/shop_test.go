package shop_test

import (
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
)

func TestTheDemoShowsEveryMarkOnTheFloor(t *testing.T) {
	s := testdb.Shop(t)
	require.NoError(t, s.Import(t.Context(), demo.Files), "loading it again changes nothing")
	bays, err := s.Bays(t.Context())
	require.NoError(t, err)
	marks := map[string]string{}
	for _, m := range bays.Machines {
		marks[m.ID] = string(m.Lines[0].Sign) + ": " + m.Lines[0].Says
	}
	assert.Equal(t, "signed: signed 12 Mar 2026", marks["teal"])
	assert.Equal(t, "open: read after the turn", marks["wigeon"])
	assert.Equal(t, "proof: proof owed: on the water", marks["avocet"])
	assert.Equal(t, "stop: Waiting for the repair", marks["dunlin"])
	assert.Equal(t, "none: not set yet", marks["scoter"])
	assert.Equal(t, "signed: signed 17 Nov 2026", marks["oyster"])
	assert.Equal(t, "look: waits for a second inspector", marks["survey"])
	assert.Equal(t, "proof: proof owed: on the water", marks["plover"])
	for _, m := range bays.Machines {
		if m.ID == "ferry" {
			assert.Equal(t, "prove it again: throttle, then cruise was turned", m.Lines[0].Says, "the kickdown rests on the throttle")
		}
	}
	card, err := s.MachineView(t.Context(), "ferry")
	require.NoError(t, err)
	assert.Equal(t, "throttle, then cruise", card.Lines[0].Void)
	assert.Empty(t, card.Lines[1].Void)
	require.NotNil(t, bays.Open)
	assert.Equal(t, "Launch Wigeon · lower drive cable", bays.Open.Title)
	assert.Equal(t, []string{"joint nut"}, bays.Open.Resume.FingerTight)
	assert.Equal(t, []string{"key: out, in your pocket", "linkage cover: off"}, bays.Open.Stands)
	v, err := s.Store.Verify(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 42, v.Runs)
	assert.Equal(t, 30, v.Sheets)
	assert.Greater(t, v.Events, 60)
	assert.Len(t, v.Head, 64)
}

func TestARecordKeepsTheSheetItWasMadeWith(t *testing.T) {
	s := testdb.Shop(t)
	before, err := s.Record(t.Context(), "2026-11-avocet")
	require.NoError(t, err)
	raw, err := demo.Files.ReadFile("sheets/114.json")
	require.NoError(t, err)
	next := strings.Replace(strings.ReplaceAll(string(raw), ": 143", ": 150"), `"revision": 3`, `"revision": 4`, 1)
	require.NoError(t, s.Import(t.Context(), fstest.MapFS{"sheets/114.json": {Data: []byte(next)}}))
	after, err := s.Record(t.Context(), "2026-11-avocet")
	require.NoError(t, err)
	assert.Equal(t, before, after)
	fresh, err := s.OpenRun(t.Context(), "b2b7b8f0-0000-4000-8000-000000000001", "teal", "lower")
	require.NoError(t, err)
	assert.NotEmpty(t, fresh.View.Fetch)
}

func TestABadSheetIsNotLetIn(t *testing.T) {
	s := testdb.Shop(t)
	raw, err := demo.Files.ReadFile("sheets/114.json")
	require.NoError(t, err)
	same := strings.Replace(string(raw), `"id": "114"`, `"id": "115"`, 1)
	require.ErrorContains(t, s.Import(t.Context(), fstest.MapFS{"sheets/115.json": {Data: []byte(same)}}), "both claim serials 1850–2399")
	require.ErrorContains(t, s.Import(t.Context(), fstest.MapFS{"sheets/x.json": {Data: []byte(`{"format": 3}`)}}), "format")
}
