package trouble_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/rig"
	"brankel/rigging/trouble"
)

// A value anywhere inside its limits says the same as "inside" and convicts nobody; the edge is good.
func TestAValueInsideItsWindowConvictsNobody(t *testing.T) {
	walked := 0
	for _, family := range rig.Families() {
		b := finderOf(t, family)
		for _, one := range b.List().Tests {
			if one.Low == nil || one.High == nil {
				continue
			}
			word, err := b.Ask(trouble.Question{Answers: []trouble.Given{{Test: one.ID, Answer: "inside"}}}, nil)
			require.NoError(t, err)
			for i := range 9 {
				v := *one.Low + (*one.High-*one.Low)*float64(i)/8
				a, err := b.Ask(trouble.Question{Answers: []trouble.Given{{Test: one.ID, Value: &v}}}, nil)
				require.NoError(t, err)
				require.Equal(t, len(word.Causes), len(a.Causes), "%s %s %g", family, one.ID, v)
				for k := range a.Causes {
					assert.Equal(t, word.Causes[k].ID, a.Causes[k].ID, "%s %s %g", family, one.ID, v)
					assert.InDelta(t, word.Causes[k].Share, a.Causes[k].Share, 1e-9)
				}
				assert.Less(t, a.Causes[0].Share, 0.5, "%s: %s at %g says nothing of anybody", family, one.ID, v)
				walked++
			}
		}
	}
	assert.Greater(t, walked, 250)
}

// What is only left over when all else was good is never certain: something that nobody wrote down here has its share.
func TestNothingIsCertainByElimination(t *testing.T) {
	left := 0
	for _, family := range rig.Families() {
		b := finderOf(t, family)
		list := b.List()
		for _, s := range list.Symptoms {
			q := trouble.Question{Said: []string{s.ID}}
			for _, one := range list.Tests { // everything that can be looked at is as on a good rig
				if one.Cost == nil {
					continue
				}
				right := one.Means[0].ID
				if one.Reading != "" {
					right = "inside"
				}
				q.Answers = append(q.Answers, trouble.Given{Test: one.ID, Answer: right})
				a, err := b.Ask(q, nil)
				require.NoError(t, err)
				require.NotEmpty(t, a.Causes, "no list is ever empty")
				assert.LessOrEqual(t, a.Causes[0].Share, 0.8+1e-9, "%s: %s stands at %.2f though no answer shows it", s.ID, a.Causes[0].ID, a.Causes[0].Share)
				assert.Positive(t, a.Unknown)
				left++
			}
		}
	}
	assert.Greater(t, left, 500)
}

// A cause whose own complaint speaks against it is refused: listed under what it shows at its greatest only, when many others
// show it always.
func TestACauseMustBeLikelierByItsOwnComplaint(t *testing.T) {
	of := func(by string) error {
		k, err := trouble.Read([]byte(`{"format": "brankel.trouble/1", "family": "clutch", "tests": [], "symptoms": [], "whens": [], "causes": [
			{"id": "nut-crept", "says": "the nut crept", "place": "adjuster", "kind": "setting", "usual": 1, "change": [{"setting": "adjuster", "by": ` + by + `}],
			 "under": ["clashes"], "end": {"do": "run", "adjuster": "adjuster", "why": "Set it and lock it."}}]}`))
		require.NoError(t, err)
		return trouble.Prove(usualOf(t, "clutch"), []*trouble.Knowledge{k})
	}
	require.NoError(t, of("[9.8, 14]"))
	assert.ErrorContains(t, of("[-2, 9.5]"), "less likely by \"clashes\", its own complaint")
}
