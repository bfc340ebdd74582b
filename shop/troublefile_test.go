package shop_test

import (
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/run/record"
	"brankel/rigging/trouble"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// weed is a file of the workshop's own with one cause, listed under a symptom.
func weed(under string) string {
	return `{"format": "brankel.trouble/1", "family": "outboard-shift", "symptoms": [], "whens": [],
	 "tests": [{"id": "weed", "asks": "Weed at the propeller", "look": true, "cost": {"minutes": 1, "hands": 1},
	   "answers": [{"id": "clear", "says": "clear"}, {"id": "weed", "says": "weed"}]}],
	 "causes": [{"id": "weed", "says": "weed about the shaft", "place": "works", "kind": "outside", "usual": 4, "shows": {"weed": "weed"},
	   "change": [{"geometry": "need_reverse", "by": [1.12, 1.2]}], "under": ["` + under + `"], "end": {"do": "leave", "why": "Clear it."}}]}`
}

// What the workshop knows beside goes out with the folder and comes in with it, byte for byte; one
// that does not hold keeps the rest from coming in behind it.
func TestTheWorkshopsOwnFilesGoOutAndIn(t *testing.T) {
	s := testdb.Shop(t)
	for _, bad := range []string{"", "Weed", "../weed", strings.Repeat("w", 61)} {
		_, err := s.KeepKnowledge(t.Context(), bad, []byte(weed("ratchets-reverse")), "Ines")
		assert.ErrorContains(t, err, "small letters", bad)
	}
	_, err := s.KeepKnowledge(t.Context(), "weed", []byte(weed("ratchets-reverse")), "Ines")
	require.NoError(t, err)
	folder := fstest.MapFS{}
	require.NoError(t, s.Export(t.Context(), func(name string, raw []byte) error {
		folder[name] = &fstest.MapFile{Data: raw}
		return nil
	}))
	require.Contains(t, folder, "trouble/weed.json")
	assert.Equal(t, weed("ratchets-reverse")+"\n", string(folder["trouble/weed.json"].Data))

	require.NoError(t, s.DropKnowledge(t.Context(), "weed"))
	only := fstest.MapFS{"trouble/weed.json": folder["trouble/weed.json"]}
	require.NoError(t, s.Import(t.Context(), only))
	files, err := s.TroubleFiles(t.Context())
	require.NoError(t, err)
	require.Len(t, files, 1)
	assert.Equal(t, "outboard-shift", files[0].Family)
	bad := fstest.MapFS{"trouble/other.json": {Data: []byte(weed("ratchets-forward"))}}
	require.ErrorContains(t, s.Import(t.Context(), bad), "other.json")
}

// A signature names only a cause that is known on its cable, and the path is put in words by the
// model, whatever the device said.
func TestWhatIsSaidOfATroubleIsTheModelsWord(t *testing.T) {
	s := testdb.Shop(t)
	_, err := s.OpenRun(t.Context(), runID, "plover", "shift")
	require.NoError(t, err)
	q := []byte(`{"said":["ratchets-reverse"],"answers":[{"test":"eye","value":5.6}]}`)
	e := entry("path", record.KindTrouble, record.Trouble{Asked: q, Cause: "set-long", Leads: "run", Traced: record.Traced{Says: "nonsense"}})
	after, err := s.Append(t.Context(), e, 0)
	require.NoError(t, err)
	assert.Equal(t, "shift cable set too long", after.View.Trouble.Says)
	assert.Equal(t, []string{"it ratchets in reverse", "Eye to pin in neutral, eye off: past the pin, 5.6 mm"}, after.View.Trouble.Known)
	for says, bad := range map[string]record.Trouble{
		"none of the causes":    {Asked: q, Cause: "purple"},
		"say which cause leads": {Asked: q, Leads: "run"},
		"choose":                {Asked: q, Cause: "set-long", Leads: "up"},
		"nothing is known yet":  {Asked: []byte(`{}`)},
	} {
		_, err := s.Append(t.Context(), entry("bad", record.KindTrouble, bad), 1)
		require.ErrorContains(t, err, says)
	}
	signed := entry("sign", record.KindSigned, record.Signed{Cause: "purple"})
	_, err = s.Append(t.Context(), signed, 1)
	require.Error(t, err)
	teal := entry("late", record.KindTrouble, record.Trouble{Asked: []byte(`{"said":["stiff"]}`)})
	teal.Run = "2026-03-teal"
	record, err := s.Run(t.Context(), "2026-03-teal")
	require.NoError(t, err)
	_, err = s.Append(t.Context(), teal, record.View.Seq)
	require.Error(t, err, "after the signature nothing is looked for")

	begin, err := s.BeginTrouble(t.Context(), shop.TroubleAsked{Machine: "plover", Cable: "shift"})
	require.NoError(t, err)
	assert.Equal(t, "Tender Plover · shift", begin.Title)
	_, err = s.BeginTrouble(t.Context(), shop.TroubleAsked{Machine: "plover", Cable: "mast"})
	require.ErrorContains(t, err, "no such cable")
	_, err = s.Trouble(t.Context(), shop.TroubleAsked{Question: trouble.Question{Said: []string{"stiff"}}})
	require.ErrorContains(t, err, "write a family")
}

// What stands on a machine's card bears on its cables beforehand.
func TestTheCardSaysWhatIsKnownBeforehand(t *testing.T) {
	s := testdb.Shop(t)
	known := func(machine, cable string) map[string]bool {
		begin, err := s.BeginTrouble(t.Context(), shop.TroubleAsked{Machine: machine, Cable: cable})
		require.NoError(t, err)
		return begin.Known.History
	}
	assert.NotContains(t, known("mussel", "parking"), "swapped-lately")
	old := known("mussel", "clutch")
	assert.True(t, old["adjuster-nearly-out"] && old["worn-since"], "what its years show counts beforehand: %v", old)
	assert.NotContains(t, known("oyster", "clutch"), "worn-since", "of one that was set lately it does not")
	assert.True(t, known("mussel", "parking")["jumped"])
	log := func(e workshop.Entry) {
		e.On = "2026-11-20"
		_, err := s.Log(t.Context(), "mussel", e, "Ines")
		require.NoError(t, err)
	}
	log(workshop.Entry{Kind: "swap", Says: "parking cable", Now: "a new one"})
	log(workshop.Entry{Kind: "defect", Says: "Oil on the right shoes"})
	h := known("mussel", "parking")
	assert.True(t, h["swapped-lately"] && h["oil-on-shoes"] && h["open-fault"], "%v", h)

	later := func(day string) map[string]bool {
		s.Now = func() time.Time {
			at, err := time.Parse(time.DateOnly, day)
			require.NoError(t, err)
			return at.Add(9 * time.Hour)
		}
		return known("mussel", "parking")
	}
	assert.True(t, later("2027-01-19")["swapped-lately"], "sixty days ago")
	h = later("2027-01-20")
	assert.False(t, h["swapped-lately"], "that bears on it no more")
	assert.True(t, h["oil-on-shoes"], "oil stays until it was wiped off")
	assert.NotContains(t, known("mussel", "clutch"), "oil-on-shoes", "a clutch has no shoes")
	assert.True(t, known("knot", "throttle")["twin-behaves"], "the shift beside it was signed")
	assert.NotContains(t, known("plover", "shift"), "twin-behaves", "it has no twin")
	begin, err := s.BeginTrouble(t.Context(), shop.TroubleAsked{Run: "2026-11-wigeon"})
	require.NoError(t, err)
	assert.NotContains(t, begin.Known.History, "lost-motion-rising", "there is nothing to compare with")
}
