package shop_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/fault"
)

// length is what of sheet 114 follows from the length it sets, and its rig with it.
const length = `: 143`

// draft is a demo sheet with something changed.
func draft(t *testing.T, name string, pairs ...string) []byte {
	raw, err := demo.Files.ReadFile("sheets/" + name + ".json")
	require.NoError(t, err)
	return []byte(strings.NewReplacer(pairs...).Replace(string(raw)))
}

func TestASheetIsKeptAsItsNextRevision(t *testing.T) {
	s := testdb.Shop(t)
	page, err := s.KeepSheet(t.Context(), draft(t, "114"), nil)
	require.NoError(t, err, "the same once more")
	assert.Len(t, page.Revisions, 1)
	_, err = s.KeepSheet(t.Context(), draft(t, "114", length, `: 144`), nil)
	assert.Equal(t, "revision", field(t, err))
	page, err = s.KeepSheet(t.Context(), draft(t, "114", length, `: 144`, `"revision": 3`, `"revision": 4`), nil)
	require.NoError(t, err)
	assert.Len(t, page.Revisions, 2)
	assert.Equal(t, "points[2].target", page.Changed[0].Path)
	assert.Contains(t, page.Words.Limits, "144 ± 0.5 mm")
	assert.Contains(t, page.Words.Steps, "1 mm a turn, locked every ½ turn")
	_, err = s.KeepSheet(t.Context(), draft(t, "114", length, `: 14300`, `"revision": 3`, `"revision": 5`), nil)
	var asked fault.List
	require.ErrorAs(t, err, &asked)
	_, err = s.KeepSheet(t.Context(), draft(t, "114", length, `: 143.5`, `"revision": 3`, `"revision": 5`), []string{"points[2].target"})
	require.NoError(t, err)
	_, err = s.Store.Verify(t.Context())
	require.NoError(t, err)
}

func TestAFigureFarFromTheUsualIsAskedForOnce(t *testing.T) {
	s := testdb.Shop(t)
	far := draft(t, "114", length, `: 900`, `"revision": 3`, `"revision": 4`)
	_, err := s.KeepSheet(t.Context(), far, nil)
	var asked fault.List
	require.ErrorAs(t, err, &asked)
	assert.Equal(t, "points[2].target", asked[0].Field)
	assert.Contains(t, asked[0].Message, "far from the usual")
	_, err = s.KeepSheet(t.Context(), far, []string{asked[0].Field})
	require.NoError(t, err)
}

// A draft may be anything at all: it is looked at, told and drawn, never an error of ours.
func TestADraftOfAnyShapeIsLookedAt(t *testing.T) {
	s := testdb.Shop(t)
	for _, raw := range []string{
		`{}`, `[]`, `null`, `7`, `"x"`, ``, `{`, `{"points":[{}]}`, `{"charts":[{"points":[[1],[2,3],[]]}],"family":"flight-control-loop"}`,
		`{"points":[{"id":"p","target":1.7e308,"plus":1e308,"quantity":"length"}]}`,
		`{"lost_motion":[{"limit":1e300}]}`, `{"line":{"positions":[{"id":"a","name":"a","at":0}]},"adjusters":[{"threads":{"min":5,"max":5}}]}`,
		string(draft(t, "721", `"direct_rate": 44`, `"direct_rate": 5e-324`)),
	} {
		d := s.Check(t.Context(), []byte(raw))
		out, err := json.Marshal(d)
		require.NoError(t, err, "%.60s", raw)
		assert.Less(t, len(out), 100_000)
		assert.NotEmpty(t, d.Faults, "%.60s", raw)
	}
	d := s.Check(t.Context(), draft(t, "114"))
	assert.Empty(t, d.Faults)
	assert.NotEmpty(t, d.Preview.Rules)
}

// Whoever writes a sheet is offered what wears on such rigs and is not asked yet; what is asked is offered no more.
func TestADraftIsOfferedWhatWears(t *testing.T) {
	s := testdb.Shop(t)
	whole := s.Check(t.Context(), draft(t, "511"))
	assert.Empty(t, whole.Faults)
	assert.Empty(t, whole.Wears)
	lacks := s.Check(t.Context(), draft(t, "511", `"id": "look-bush"`, `"id": "own-look"`))
	require.Len(t, lacks.Wears, 1)
	assert.Equal(t, "look-bush", lacks.Wears[0].ID)
	assert.True(t, lacks.Wears[0].Answers[1].Stop, "with what a bad answer stops")
	raw, err := json.Marshal(lacks.Wears[0])
	require.NoError(t, err)
	again := s.Check(t.Context(), draft(t, "511", `"id": "look-bush"`, `"id": "own-look"`, "  \"checks\": [\n    {", `  "checks": [`+string(raw)+", {"))
	assert.Empty(t, again.Wears, "put on the sheet as it came")
	assert.Empty(t, again.Faults)
}

func TestTheLibraryToldFromItsHeads(t *testing.T) {
	s := testdb.Shop(t)
	lib, err := s.Library(t.Context(), "")
	require.NoError(t, err)
	n := 0
	for _, a := range lib.Axes {
		n += len(a.Bars)
		assert.Empty(t, a.Overlaps)
	}
	assert.Equal(t, 30, n)
	again, err := s.Library(t.Context(), "")
	require.NoError(t, err)
	assert.Equal(t, lib, again, "the same order each time")
	assert.Len(t, lib.Families, 11)
}

func TestASkeletonACopyAndARevisionAreDrafts(t *testing.T) {
	s := testdb.Shop(t)
	for _, f := range []string{"clutch", "flap-follow-up", "stern-drive-shift"} {
		one, err := s.NewSheet(t.Context(), f, "", "")
		require.NoError(t, err)
		assert.Equal(t, f, one.Family)
		assert.Empty(t, one.Figures(), "a skeleton gives no figure")
	}
	_, err := s.NewSheet(t.Context(), "sledge", "", "")
	assert.Equal(t, "family", field(t, err))
	heads, err := s.Store.Heads(t.Context())
	require.NoError(t, err)
	copied, err := s.NewSheet(t.Context(), "", heads[0].Hash, "")
	require.NoError(t, err)
	assert.True(t, copied.HasAssumed())
	assert.Equal(t, 1, copied.Revision)
	next, err := s.NewSheet(t.Context(), "", "", heads[0].Hash)
	require.NoError(t, err)
	assert.Equal(t, heads[0].Revision+1, next.Revision)
}

// A draft is held against its rig as it is looked at: what agrees, what does not, and the
// fault at the same place; what is kept agrees.
func TestADraftIsHeldAgainstItsRig(t *testing.T) {
	s := testdb.Shop(t)
	d := s.Check(t.Context(), draft(t, "136"))
	assert.Empty(t, d.Faults)
	require.Len(t, d.Proofs, 11)
	for _, p := range d.Proofs {
		assert.True(t, p.Met, "%+v", p)
	}
	assert.Contains(t, d.Words.Limits, "152 ± 0.5 mm")

	d = s.Check(t.Context(), draft(t, "136", `"target": 152`, `"target": 153`))
	require.Len(t, d.Faults, 1)
	assert.Equal(t, "points[0].target", d.Faults[0].Field)
	var unmet []string
	for _, p := range d.Proofs {
		if !p.Met {
			unmet = append(unmet, p.Field+": "+p.Shows+", not "+p.Wants)
		}
	}
	assert.Equal(t, []string{"points[0].target: 152 mm, not 153 ± 0.5 mm"}, unmet)
	_, err := s.KeepSheet(t.Context(), draft(t, "136", `"target": 152`, `"target": 153`, `"revision": 1`, `"revision": 2`), nil)
	assert.ErrorContains(t, err, "its rig shows 152 mm")

	page, err := s.KeepSheet(t.Context(), draft(t, "136", `: 152`, `: 153`, `"nominal": 148`, `"nominal": 149`, `"revision": 1`, `"revision": 2`), nil)
	require.NoError(t, err)
	assert.Len(t, page.Proofs, 11)
}

// A plan made on a sheet is for the cables whose plate leads to it, with the run to go on with.
func TestTheCablesThatASheetIsWorkedOn(t *testing.T) {
	s := testdb.Shop(t)
	of := map[string][]string{}
	heads, err := s.Store.Heads(t.Context())
	require.NoError(t, err)
	for _, h := range heads {
		uses, err := s.SheetUses(t.Context(), h.Hash)
		require.NoError(t, err)
		for _, u := range uses {
			of[h.ID] = append(of[h.ID], u.Name+" "+u.Run)
		}
	}
	assert.Equal(t, []string{"Launch Teal · lower drive cable ", "Launch Avocet · lower drive cable "}, of["114"], "signed: a run is opened")
	assert.Equal(t, []string{"Mail aeroplane · aileron loop 2026-11-mail-aileron"}, of["721"])
	for id, uses := range of {
		for _, u := range uses {
			assert.True(t, id == "114" || !strings.HasPrefix(u, "Launch Teal · lower"), "%s: its plate leads to 114 alone", id)
		}
	}
	_, err = s.SheetUses(t.Context(), "no such")
	assert.ErrorIs(t, err, postgres.ErrNotFound)
}

// Of two sheets that claim the same units, kept in the same moment, the second is refused.
func TestOverlapsKeptAtOnceAreRefused(t *testing.T) {
	s := testdb.Shop(t)
	for round := range 5 {
		var both sync.WaitGroup
		errs := make([]error, 2)
		for i := range errs {
			raw := draft(t, "114", `"id": "114"`, fmt.Sprintf(`"id": "9%d%d"`, round, i), `"revision": 3`, `"revision": 1`,
				`"cable": "lower drive cable"`, fmt.Sprintf(`"cable": "cable %d"`, round))
			both.Go(func() { _, errs[i] = s.KeepSheet(t.Context(), raw, nil) })
		}
		both.Wait()
		refused := errs[0]
		if refused == nil {
			refused = errs[1]
		}
		require.ErrorContains(t, refused, "claim", "%v", errs)
		require.True(t, errs[0] == nil || errs[1] == nil, "%v", errs)
	}
}

func TestASheetIsFoundByTheWordsPeopleUse(t *testing.T) {
	s := testdb.Shop(t)
	for words, want := range map[string][]string{
		"handbrake":           {"501", "502", "503"},
		"the hand brake":      {"501", "502", "503"},
		"TV cable":            {"401", "402", "403"},
		"Kestrin clutch":      {"303"},
		"outdrive":            {"114", "118", "121", "131", "132", "133", "136"},
		"Brindle gear cable":  {"201", "202", "203", "204"},
		"carb heat":           {"701", "702"},
		"Sedge caravan":       {"601", "602"},
		"gearstick":           {"511"},
		"711":                 {"711"},
		"Kestrin ailerons":    nil,
		"spinnaker halyard":   nil,
		"accelerator Kestrin": {"411"},
	} {
		lib, err := s.Library(t.Context(), words)
		require.NoError(t, err)
		var found []string
		for _, a := range lib.Axes {
			for _, b := range a.Bars {
				found = append(found, b.Sheet)
			}
		}
		assert.ElementsMatch(t, want, found, words)
	}
	hits, err := s.Search(t.Context(), "handbrake")
	require.NoError(t, err)
	assert.Len(t, hits, 3, "from the floor too")
}
