package trouble_test

import (
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/rig"
	"brankel/rigging/trouble"
)

// Two faults that each show a look of their own are found together, whatever the family; one fault, all of whose looks were
// done, never names two.
func TestTwoFaultsAtOnceAreRanked(t *testing.T) {
	pairs, first := 0, 0
	for _, family := range rig.Families() {
		b := finderOf(t, family)
		list := b.List()
		own := func(c trouble.CauseLine) (given []trouble.Given) { // the looks that nobody else answers so
			for _, look := range slices.Sorted(maps.Keys(c.Cause.Shows)) {
				i := slices.IndexFunc(list.Tests, func(one trouble.TestLine) bool { return one.ID == look })
				alone := !slices.ContainsFunc(list.Causes, func(o trouble.CauseLine) bool {
					return o.ID != c.ID && o.Cause.Shows[look] == c.Cause.Shows[look]
				})
				if list.Tests[i].Look && list.Tests[i].Takes != "" && alone {
					given = append(given, trouble.Given{Test: look, Answer: c.Cause.Shows[look]})
				}
			}
			return given
		}
		for i, c := range list.Causes {
			given := own(c)
			if len(given) == 0 {
				continue
			}
			a, err := b.Ask(trouble.Question{Said: c.Under[:1], Answers: given}, nil)
			require.NoError(t, err)
			assert.Empty(t, a.Both, "%s: %s alone shows all of it", family, c.ID)
			for _, d := range list.Causes[:i] {
				other := own(d)
				same := slices.ContainsFunc(other, func(g trouble.Given) bool {
					return slices.ContainsFunc(given, func(o trouble.Given) bool { return o.Test == g.Test })
				})
				if len(other) == 0 || same || slices.ContainsFunc(d.Shows, func(s string) bool { return slices.Contains(c.Shows, s) }) {
					continue // one look, or a complaint that each alone explains
				}
				a, err := b.Ask(trouble.Question{Said: []string{c.Under[0], d.Under[0]}, Answers: append(slices.Clone(given), other...)}, nil)
				require.NoError(t, err)
				pairs++
				if len(a.Both) > 0 && a.Both[0].IDs == [2]string{d.ID, c.ID} {
					first++
				}
			}
		}
	}
	t.Logf("%d pairs, %d of them first", pairs, first)
	assert.Greater(t, pairs, 300)
	assert.Greater(t, first, 9*pairs/10)
}
