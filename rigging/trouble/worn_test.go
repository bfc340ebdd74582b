package trouble_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/demo"
	"brankel/rigging/rig"
	"brankel/rigging/run/lead"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
)

// Every sheet of the demo and of the usual proportions looks at what its family wears before anything is set, at every
// place; what is bad stops, and says what follows from its cause.
func TestEverySheetLooksAtWhatItsFamilyWears(t *testing.T) {
	var all []*sheet.Sheet
	parse := func(raw []byte) {
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		all = append(all, s)
	}
	names, err := demo.Files.ReadDir("sheets")
	require.NoError(t, err)
	for _, n := range names {
		raw, err := demo.Files.ReadFile("sheets/" + n.Name())
		require.NoError(t, err)
		parse(raw)
	}
	for _, family := range rig.Families() {
		raw, ok := usual.Sheet(family)
		require.True(t, ok, family)
		parse(raw)
	}
	own := map[string]bool{"114": true, "118": true, "121": true} // lost motion is read there, by figures
	places := 0
	for _, s := range all {
		k := trouble.Own(s.Family)
		if k == nil || own[s.ID] {
			continue
		}
		var looks []*sheet.Check
		for i := range s.Checks {
			if c := &s.Checks[i]; strings.HasPrefix(c.ID, "look-") {
				looks = append(looks, c)
			}
		}
		assert.NotEmpty(t, looks, s.ID)
		assert.Empty(t, k.Looks(s), "%s: nothing that its family wears is left out", s.ID)
		for _, c := range looks {
			assert.Equal(t, sheet.CheckCondition, c.Kind)
			for i, a := range c.Answers {
				assert.Equal(t, i > 0, a.Stop, "%s %s: %s", s.ID, c.ID, a.Says)
				assert.Equal(t, i > 0, a.PointsTo != "", "%s %s: %s", s.ID, c.ID, a.Says)
			}
			if c.Each {
				places++
			}
		}
	}
	assert.Positive(t, places)
}

// What was looked at in a run is known to the trouble, and not asked again.
func TestALookOfTheRunIsNotAskedAgain(t *testing.T) {
	b := bench(t, "clutch")
	given, said := b.Given([]lead.Shown{{Name: "look-drain", Word: "oil"}, {Name: "look-spring", Word: "holds", Good: true}, {Name: "inner", Word: "sound", Good: true}})
	assert.Equal(t, []trouble.Given{{Test: "drain", Answer: "oil"}}, given[:1])
	a, err := b.Ask(trouble.Question{Said: append(said, "slips"), Answers: given}, nil)
	require.NoError(t, err)
	require.NotEmpty(t, a.Causes)
	assert.Equal(t, "oil", a.Causes[0].ID)
}

// A file that names a cause nobody knows, or a first answer that tells of one, is told where.
func TestWornPartsOfAFileAreHeldAgainstItsCauses(t *testing.T) {
	worn := func(needs, second string) error {
		_, err := trouble.Read([]byte(`{"format": "brankel.trouble/1", "family": "clutch", "tests": [], "symptoms": [], "whens": [], "causes": [],
			"worn": [{"id": "x", "name": "x", "asks": "x?", "needs": ` + needs + `, "answers": [{"id": "a", "says": "good"}, ` + second + `]}]}`))
		require.Error(t, err)
		return err
	}
	err := worn(`{"key": "sideways"}`, `{"id": "b", "says": "bad", "cause": "nobody"}`)
	assert.Contains(t, err.Error(), "worn[0].answers[1].cause")
	assert.Contains(t, err.Error(), "worn[0].needs")
	err = worn(`{"hands": "busy"}`, `{"id": "a", "says": "bad", "cause": "nobody"}`)
	assert.Contains(t, err.Error(), "worn[0].answers[1].id", "two answers of one name")
	assert.Contains(t, err.Error(), "worn[0].needs")
}
