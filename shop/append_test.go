package shop_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/workshop"
	"brankel/shop"
)

const runID = "b2b7b8f0-0000-4000-8000-000000000001"

// atTeal is a shop with a run open on the launch's lower cable.
func atTeal(t *testing.T) *shop.Shop {
	s := testdb.Shop(t)
	_, err := s.OpenRun(t.Context(), runID, "teal", "lower")
	require.NoError(t, err)
	return s
}

func entry(id string, kind record.Kind, body any) record.Event {
	raw, _ := json.Marshal(body)
	return record.Event{ID: id, Run: runID, Kind: kind, By: "Ines", At: time.Date(2026, 11, 24, 11, 0, 0, 0, time.UTC), Body: raw}
}

func note(id string) record.Event { return entry(id, record.KindNote, record.Note{Text: id}) }

func TestAnEventSentTwiceIsStoredOnce(t *testing.T) {
	s := atTeal(t)
	for range 2 {
		v, err := s.Append(t.Context(), note("e1"), 0)
		require.NoError(t, err)
		require.Equal(t, 1, v.View.Seq)
	}
	spaced := note("e1")
	spaced.Body = []byte(` { "text" : "e1" } `)
	v, err := s.Append(t.Context(), spaced, 1)
	require.NoError(t, err, "the same words, spaced otherwise")
	assert.Equal(t, 1, v.View.Seq)
	_, err = s.Append(t.Context(), note("e2"), 1)
	require.NoError(t, err)
	events, err := s.Events(t.Context(), runID, 0)
	require.NoError(t, err)
	require.Len(t, events, 2)
	require.NoError(t, record.Verify(events))
	assert.Equal(t, s.Now(), events[0].Received)
}

func TestTheSameIDWithOtherContentIsAConflictWithBoth(t *testing.T) {
	s := atTeal(t)
	_, err := s.Append(t.Context(), note("e1"), 0)
	require.NoError(t, err)
	for after := range 2 {
		other := note("e1")
		other.Body = []byte(`{"text":"something else"}`)
		_, err = s.Append(t.Context(), other, after)
		var twin *postgres.Twin
		require.ErrorAs(t, err, &twin)
		assert.Contains(t, string(twin.Kept.Body), "e1")
		assert.Contains(t, string(twin.Sent.Body), "something else")
	}
	v, err := s.Append(t.Context(), note("e2"), 1)
	require.NoError(t, err, "and the run goes on")
	assert.Equal(t, 2, v.View.Seq)
}

func TestALateWriterGetsWhatItMissed(t *testing.T) {
	s := atTeal(t)
	_, err := s.Append(t.Context(), note("e1"), 0)
	require.NoError(t, err)
	_, err = s.Append(t.Context(), note("e2"), 0)
	var conflict *postgres.Conflict
	require.ErrorAs(t, err, &conflict)
	require.Len(t, conflict.Missed, 1)
	assert.Equal(t, "e1", conflict.Missed[0].ID)
	_, err = s.Append(t.Context(), note("e3"), 7)
	require.ErrorContains(t, err, "the run has 1 events")
}

// Two servers on one database: each keeps its own run in memory and neither loses or
// overwrites anything.
func TestManyWritersOnTwoServersNeverOverwrite(t *testing.T) {
	s := atTeal(t)
	servers := []*shop.Shop{s, shop.New(s.Store, s.Now)}
	var wait sync.WaitGroup
	for w := range 8 {
		wait.Go(func() {
			for i := range 5 {
				id, after := fmt.Sprintf("w%d-%d", w, i), 0
				for {
					_, err := servers[(w+i)%2].Append(t.Context(), note(id), after)
					var conflict *postgres.Conflict
					if errors.As(err, &conflict) {
						after += len(conflict.Missed)
						continue
					}
					if !errors.Is(err, postgres.ErrMoved) {
						assert.NoError(t, err)
						break
					}
				}
			}
		})
	}
	wait.Wait()
	for _, server := range servers {
		events, err := server.Events(t.Context(), runID, 0)
		require.NoError(t, err)
		require.Len(t, events, 40)
		require.NoError(t, record.Verify(events))
	}
	_, err := s.Store.Verify(t.Context())
	require.NoError(t, err)
}

func TestAnEventThatIsNotAdmittedLeavesNothing(t *testing.T) {
	s := atTeal(t)
	_, err := s.Append(t.Context(), entry("e1", record.KindNote, record.Note{}), 0)
	assert.Equal(t, "body.text", field(t, err))
	v, err := s.Append(t.Context(), note("e1"), 0)
	require.NoError(t, err)
	assert.Equal(t, 1, v.View.Seq)
}

// What was changed behind the shop's back is said wherever it is read, also when the
// run was held in memory, and nothing is added to it.
func TestABrokenChainIsSaidWhereItIsRead(t *testing.T) {
	for name, sql := range map[string]string{
		"a body changed": `UPDATE events SET body = replace(body, '145.2', '143.2') WHERE run_id = '2026-11-avocet' AND seq = 8`,
		"a time changed": `UPDATE events SET at = at - interval '1 day' WHERE run_id = '2026-11-avocet' AND seq = 3`,
		"the last one gone": `DELETE FROM events WHERE run_id = '2026-11-avocet'
			AND seq = (SELECT max(seq) FROM events WHERE run_id = '2026-11-avocet')`,
		"one in the middle": `DELETE FROM events WHERE run_id = '2026-11-avocet' AND seq = 5`,
		"some in a row":     `DELETE FROM events WHERE run_id = '2026-11-avocet' AND seq BETWEEN 5 AND 9`,
	} {
		t.Run(name, func(t *testing.T) {
			s := testdb.Shop(t)
			before, err := s.Run(t.Context(), "2026-11-avocet") // now in memory
			require.NoError(t, err)
			require.Empty(t, before.View.Broken)
			require.NoError(t, testdb.Exec(s.Store, "ALTER TABLE events DISABLE TRIGGER USER"))
			require.NoError(t, testdb.Exec(s.Store, sql))

			e := note("late")
			e.Run = "2026-11-avocet"
			after, err := s.Run(t.Context(), "2026-11-avocet")
			require.NoError(t, err)
			for behind := range 2 {
				_, err = s.Append(t.Context(), e, after.View.Seq-behind)
				var refused *shop.Refusal
				require.ErrorAs(t, err, &refused, "%d behind", behind)
				assert.Equal(t, 409, refused.Status)
			}

			assert.Contains(t, after.View.Broken, "2026-11-avocet")
			rec, err := s.Record(t.Context(), "2026-11-avocet")
			require.NoError(t, err)
			assert.NotEmpty(t, rec.Broken)
			_, err = s.Store.Verify(t.Context())
			assert.ErrorContains(t, err, "2026-11-avocet")
		})
	}
}

func TestVerifyFindsWhatNoChainOfEventsShows(t *testing.T) {
	for name, c := range map[string]struct{ sql, says string }{
		"a run deleted whole": {`DELETE FROM events WHERE run_id = '2026-11-avocet'; DELETE FROM runs WHERE id = '2026-11-avocet'`,
			"it was opened, and is gone"},
		"a run's row changed": {`UPDATE runs SET machine = 'teal' WHERE id = '2026-11-avocet'`, "its row was changed"},
		"a sheet's body": {`UPDATE sheets SET body = replace(body, '"target": 143', '"target": 150') WHERE sheet_id = '114'`,
			"sheet 114 revision 3"},
		"a sheet taken out":    {`DELETE FROM sheets WHERE sheet_id = '721'`, "1 sheets of the ledger are missing"},
		"a line of the ledger": {`UPDATE ledger SET says = 'x' WHERE n = 2`, "ledger was changed at line 2"},
		"a run slipped in":     {`INSERT INTO runs (id, machine, cable, opened) VALUES ('x', 'teal', 'lower', now())`, "stands in no ledger"},
	} {
		t.Run(name, func(t *testing.T) {
			s := testdb.Shop(t)
			_, err := s.Store.Verify(t.Context())
			require.NoError(t, err)
			for _, table := range []string{"events", "ledger"} {
				require.NoError(t, testdb.Exec(s.Store, "ALTER TABLE "+table+" DISABLE TRIGGER USER"))
			}
			require.NoError(t, testdb.Exec(s.Store, c.sql))
			_, err = s.Store.Verify(t.Context())
			assert.ErrorContains(t, err, c.says)
		})
	}
}

func TestARunOnAChangedSheetSaysSo(t *testing.T) {
	s := testdb.Shop(t)
	require.NoError(t, testdb.Exec(s.Store, `UPDATE sheets SET body = replace(body, '"target": 143', '"target": 150') WHERE sheet_id = '114'`))
	fresh := shop.New(s.Store, s.Now)
	v, err := fresh.Run(t.Context(), "2026-11-avocet")
	require.NoError(t, err)
	assert.Contains(t, v.View.Broken, "sheet of this run was changed")
}

// A run belongs to its sheet, not to a name on a card.
func TestACardMayBeRenamedAtAnyTime(t *testing.T) {
	s := testdb.Shop(t)
	before, err := s.Record(t.Context(), "2026-11-avocet")
	require.NoError(t, err)
	card, err := s.MachineView(t.Context(), "avocet")
	require.NoError(t, err)
	m := card.Machine
	m.Cables[0].Name, m.Cables[0].Family = "shift inner, renamed", "clutch"
	_, err = s.PutMachine(t.Context(), m)
	require.NoError(t, err)
	for _, server := range []*shop.Shop{s, shop.New(s.Store, s.Now)} {
		after, err := server.Record(t.Context(), "2026-11-avocet")
		require.NoError(t, err)
		assert.Equal(t, []string{"the cable is now: shift inner, renamed"}, after.Renamed, "beside what was signed, not instead")
		after.Renamed = nil
		assert.Equal(t, before, after)
		_, err = server.Run(t.Context(), "2026-11-avocet")
		require.NoError(t, err)
		_, err = server.Bays(t.Context())
		require.NoError(t, err)
		_, err = server.MachineView(t.Context(), "avocet")
		require.NoError(t, err)
	}
}

func TestARunWithoutASheetHasARecord(t *testing.T) {
	s := atTeal(t)
	_, err := s.Append(t.Context(), entry("e0", record.KindComplaint, record.Complaint{Words: "stiff", Shows: "no"}), 0)
	require.NoError(t, err)
	_, err = s.Append(t.Context(), entry("e1", record.KindIdentified, record.Identified{Serial: "99999", Hand: "standard"}), 1)
	require.NoError(t, err)
	rec, err := s.Record(t.Context(), runID)
	require.NoError(t, err)
	assert.Contains(t, rec.Sheet, "no sheet applies")
	b, err := s.Bays(t.Context())
	require.NoError(t, err)
	for _, m := range b.Machines {
		if m.ID == "teal" {
			assert.Equal(t, tell.SignStop, m.Lines[0].Sign)
		}
	}
}

func TestNoRunIsOpenedOnSheetsThatLeadNone(t *testing.T) {
	s := testdb.Shop(t)
	files := fstest.MapFS{}
	for _, id := range []string{"301", "302", "303"} {
		raw, err := demo.Files.ReadFile("sheets/" + id + ".json")
		require.NoError(t, err)
		var one map[string]any
		require.NoError(t, json.Unmarshal(raw, &one))
		delete(one, "rig") // now nobody knows what a turn does
		delete(one, "nominal")
		one["revision"] = 9
		raw, err = json.Marshal(one)
		require.NoError(t, err)
		files["sheets/"+id+".json"] = &fstest.MapFile{Data: raw}
	}
	require.NoError(t, s.Import(t.Context(), files))
	_, err := s.OpenRun(t.Context(), "r-oyster", "oyster", "clutch")
	assert.Equal(t, "cable", field(t, err))
	_, err = s.Run(t.Context(), "r-oyster")
	assert.ErrorIs(t, err, postgres.ErrNotFound)
}

// What the floor shows stands in columns; they say what a replay of the events says, at
// every point of every run of the demo.
func TestTheFloorShowsWhatAReplaySays(t *testing.T) {
	s := testdb.Shop(t)
	prefixes := 0
	entries, err := demo.Files.ReadDir("runs")
	require.NoError(t, err)
	for n, file := range entries {
		raw, err := demo.Files.ReadFile("runs/" + file.Name())
		require.NoError(t, err)
		var f workshop.RunFile
		require.NoError(t, json.Unmarshal(raw, &f))
		id := fmt.Sprintf("b2b7b8f0-0000-4000-8000-1000000000%02d", n)
		now := f.Events[0].At
		s.Now = func() time.Time { return now }
		_, err = s.OpenRun(t.Context(), id, f.Machine, f.Cable)
		require.NoError(t, err)
		for i, e := range f.Events {
			now = e.At
			body := bytes.ReplaceAll(e.Body, []byte(f.ID+"-"), []byte(id+"-")) // what names another entry of the run
			_, err := s.Append(t.Context(), record.Event{ID: fmt.Sprintf("%s-%d", id, i+1), Run: id, Kind: e.Kind, By: e.By, At: e.At, Body: body}, i)
			require.NoError(t, err, "%s, event %d", file.Name(), i+1)
			line, err := s.Store.RunLine(t.Context(), id)
			require.NoError(t, err)
			events, err := s.Events(t.Context(), id, 0)
			require.NoError(t, err)
			hash, _ := record.Pinned(events)
			st := record.Fold(nil, events)
			if hash != "" {
				sheet, err := s.Store.Sheet(t.Context(), hash)
				require.NoError(t, err)
				st = record.Fold(sheet, events)
			}
			want := tell.Stand(lead.Of(st))
			require.Equal(t, want, line.Standing, "%s, event %d", file.Name(), i+1)
			prefixes++
		}
	}
	assert.Greater(t, prefixes, 60)
	_, mended, err := s.Rebuild(t.Context())
	require.NoError(t, err)
	assert.Zero(t, mended)
	require.NoError(t, testdb.Exec(s.Store, `UPDATE runs SET says = 'all is well', part = 1 WHERE id = '2026-11-wigeon'`))
	_, mended, err = s.Rebuild(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 1, mended)
}

func TestAFolderWithOneBadFileLeavesNothingOfItsKind(t *testing.T) {
	s := testdb.Shop(t)
	good, err := demo.Files.ReadFile("sheets/114.json")
	require.NoError(t, err)
	another := string(good)
	another = strings.NewReplacer(`"id": "114"`, `"id": "900"`, `"from": "1850"`, `"from": "90001"`, `"to": "2399"`,
		`"to": "90002"`).Replace(another)
	err = s.Import(t.Context(), fstest.MapFS{"sheets/900.json": {Data: []byte(another)}, "sheets/zz.json": {Data: []byte(`{}`)}})
	require.Error(t, err)
	heads, err := s.Store.Heads(t.Context())
	require.NoError(t, err)
	assert.Len(t, heads, 30)

	raw, err := demo.Files.ReadFile("runs/2026-11-avocet.json")
	require.NoError(t, err)
	broken := strings.NewReplacer(`"2026-11-avocet"`, `"2026-12-avocet"`, `"kind": "signed"`, `"kind": "sung"`).Replace(string(raw))
	require.ErrorContains(t, s.Import(t.Context(), fstest.MapFS{"runs/x.json": {Data: []byte(broken)}}), "there is no event")
	_, err = s.Run(t.Context(), "2026-12-avocet")
	assert.ErrorIs(t, err, postgres.ErrNotFound)
}
