package postgres_test

import (
	"fmt"
	"os"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

func TestTheFloorShowsTheNewestRunOfEachCable(t *testing.T) {
	s := testdb.Store(t)
	day := time.Date(2026, 11, 1, 8, 0, 0, 0, time.UTC)
	for i, j := range []workshop.Job{
		{ID: "old", Machine: "m", Cable: "c"},
		{ID: "other", Machine: "m", Cable: "d"},
		{ID: "new", Machine: "m", Cable: "c"},
		{ID: "elsewhere", Machine: "n", Cable: "c"},
	} {
		j.Opened = day.AddDate(0, 0, i)
		require.NoError(t, s.OpenRun(t.Context(), j))
	}
	cables := func(ids ...string) (out []workshop.Cable) {
		for _, id := range ids {
			out = append(out, workshop.Cable{ID: id, Name: id, Family: "clutch"})
		}
		return out
	}
	require.NoError(t, s.MergeFloor(t.Context(), workshop.Merged{New: []workshop.Machine{
		{ID: "m", Name: "M", Craft: "car", Cables: cables("c", "d", "never run")}, {ID: "n", Name: "N", Craft: "car", Cables: cables("c")}}}))
	ids := func(lines []postgres.RunLine, err error) (out []string) {
		require.NoError(t, err)
		for _, l := range lines {
			out = append(out, l.ID)
		}
		return out
	}
	assert.Equal(t, []string{"new", "other", "elsewhere"}, ids(s.NewestRuns(t.Context())))
	assert.Equal(t, []string{"new", "other", "old"}, ids(s.RunsOf(t.Context(), "m")), "the newest first")
	assert.Empty(t, ids(s.RunsOf(t.Context(), "ark")))
	all, err := s.RunIDs(t.Context())
	require.NoError(t, err)
	assert.Equal(t, []string{"old", "other", "new", "elsewhere"}, all, "the oldest first")
	for _, c := range []struct {
		machine, cable string
		has            bool
	}{{"m", "c", true}, {"n", "d", false}, {"ark", "c", false}} {
		has, err := s.HasRuns(t.Context(), c.machine, c.cable)
		require.NoError(t, err)
		assert.Equal(t, c.has, has, "%+v", c)
	}
	_, err = s.RunLine(t.Context(), "nowhere")
	assert.ErrorIs(t, err, postgres.ErrNotFound)
}

func TestAStandingComesBackAsItWasWritten(t *testing.T) {
	s := opened(t)
	st := tell.Standing{
		Sign:    tell.SignOpen,
		Says:    "next: As found",
		Touched: time.Date(2026, 11, 24, 9, 0, 0, 123e6, time.UTC),
		Resume:  tell.Resume{Last: "barrel turned ½ turn", FingerTight: []string{"joint nut"}, Next: "Read it."},
	}
	changed, err := s.SetStanding(t.Context(), "r1", "114", st)
	require.NoError(t, err)
	assert.True(t, changed)
	line, err := s.RunLine(t.Context(), "r1")
	require.NoError(t, err)
	assert.Equal(t, st, line.Standing)
	changed, err = s.SetStanding(t.Context(), "r1", "114", st)
	require.NoError(t, err)
	assert.False(t, changed, "it stood so")
	lines, err := s.NewestRuns(t.Context())
	require.NoError(t, err)
	assert.Empty(t, lines[0].Standing.Resume.Last, "the floor does not need it")
	assert.Equal(t, st.Says, lines[0].Standing.Says)
}

func TestARunComesWithAllItsEventsOrNotAtAll(t *testing.T) {
	s := opened(t)
	head, err := s.RunHead(t.Context(), "r1")
	require.NoError(t, err)
	_, err = s.Add(t.Context(), head, note("taken", 1, ""), "sent", "", tell.Stand(lead.Of(record.Fold(nil, []record.Event{note("taken", 1, "")}))))
	require.NoError(t, err)

	var events []record.Event
	prev := ""
	for i, id := range []string{"a", "b", "taken"} {
		e := note(id, i+1, prev)
		e.Run = "r2"
		e = e.Seal(prev)
		events, prev = append(events, e), e.Hash
	}
	job := workshop.Job{ID: "r2", Machine: "m", Cable: "c", Opened: time.Now()}
	require.Error(t, s.AddRun(t.Context(), job, events, "", tell.Standing{}), "an id that is another entry's")
	_, err = s.RunHead(t.Context(), "r2")
	require.ErrorIs(t, err, postgres.ErrNotFound)

	require.NoError(t, s.AddRun(t.Context(), job, events[:2], "", tell.Stand(lead.Of(record.Fold(nil, events[:2])))))
	kept, _, err := s.Events(t.Context(), "r2", 0)
	require.NoError(t, err)
	assert.Equal(t, events[:2], kept)
	later, _, err := s.Events(t.Context(), "r2", 1)
	require.NoError(t, err)
	assert.Equal(t, events[1:2], later)
	v, err := s.Verify(t.Context())
	require.NoError(t, err)
	assert.Equal(t, []int{2, 3}, []int{v.Runs, v.Events})
}

func TestAnEventIsFoundByItsIDWithWhatWasSent(t *testing.T) {
	s := opened(t)
	head, _ := s.RunHead(t.Context(), "r1")
	first := note("e1", 1, "")
	_, err := s.Add(t.Context(), head, first, "digest of what came", "", tell.Standing{})
	require.NoError(t, err)
	kept, sent, err := s.Event(t.Context(), "e1")
	require.NoError(t, err)
	assert.Equal(t, first.Hash, kept.Hash)
	assert.Equal(t, "digest of what came", sent)
	_, _, err = s.Event(t.Context(), "e2")
	assert.ErrorIs(t, err, postgres.ErrNotFound)
}

// revision is sheet 114 of the demo under another revision and target.
func revision(t *testing.T, no int, target string) *sheet.Sheet {
	raw, err := os.ReadFile("../demo/sheets/114.json")
	require.NoError(t, err)
	text := strings.NewReplacer(`"revision": 3`, fmt.Sprintf(`"revision": %d`, no), `: 143`, `: `+target).Replace(string(raw))
	s, err := sheet.Parse([]byte(text))
	require.NoError(t, err)
	return s
}

func TestSheetsComeTogetherOrNotAtAll(t *testing.T) {
	s := testdb.Store(t)
	third, fourth := revision(t, 3, "143"), revision(t, 4, "144")
	require.NoError(t, s.SaveSheets(t.Context(), anyway, third, third), "the same twice is once")
	err := s.SaveSheets(t.Context(), anyway, fourth, revision(t, 3, "145"))
	var f *fault.Fault
	require.ErrorAs(t, err, &f)
	assert.Equal(t, "revision", f.Field)
	all, err := s.Revisions(t.Context(), "114")
	require.NoError(t, err)
	require.Len(t, all, 1, "the fourth came with a bad one, and did not stay")
	_, err = s.Sheet(t.Context(), fourth.Hash())
	require.ErrorIs(t, err, postgres.ErrNotFound)

	require.NoError(t, s.SaveSheets(t.Context(), anyway, fourth))
	kept, err := s.Sheet(t.Context(), third.Hash())
	require.NoError(t, err)
	assert.Equal(t, string(third.JSON()), string(kept.JSON()), "the old one is there to the byte")
	heads, err := s.Heads(t.Context())
	require.NoError(t, err)
	require.Len(t, heads, 1, "the library shows the newest")
	assert.Equal(t, 4, heads[0].Revision)
	v, err := s.Verify(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 2, v.Sheets)
}

func TestMachinesAddedAtOnceSeeOneAnother(t *testing.T) {
	s := testdb.Store(t)
	var wait sync.WaitGroup
	kept := make(chan bool, 12)
	for i := range cap(kept) {
		wait.Go(func() {
			err := s.AddMachine(t.Context(), workshop.Machine{ID: fmt.Sprint("m", i), Name: "Dory", Craft: "boat"}, func(others []workshop.Machine) error {
				if len(others) > 0 {
					return fault.At("name", "there is one of this name")
				}
				return nil
			})
			kept <- err == nil
		})
	}
	wait.Wait()
	close(kept)
	n := 0
	for ok := range kept {
		if ok {
			n++
		}
	}
	assert.Equal(t, 1, n, "each was shown those before it")
	all, err := s.Machines(t.Context())
	require.NoError(t, err)
	assert.Len(t, all, 1)
}

func anyway(*postgres.Store) error { return nil }
