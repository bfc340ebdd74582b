package rehearse

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
)

// Whatever worn part is seen first to be wrong, a repair is argued for at once: nothing else is asked that the machine does not
// stand for, and then asked again without end.
func TestAWornPartThatIsSeenIsArguedAboutWhicheverItIs(t *testing.T) {
	seen := 0
	for _, f := range rig.Families() {
		raw, _ := usual.Sheet(f)
		s, err := sheet.Parse(raw)
		require.NoError(t, err, f)
		for _, c := range s.Checks {
			if c.Kind != sheet.CheckCondition || c.Proves != "" || c.Each {
				continue
			}
			for _, bad := range c.Answers[1:] {
				out, err := Rehearse(Question{Sheet: s, Gauges: gauges, Seed: 1, Looks: map[string]string{c.ID: bad.ID}})
				require.NoError(t, err, "%s %s", f, c.ID)
				assert.Equal(t, "stopped", out.Outcome, "%s %s: %s", f, c.ID, bad.ID)
				assert.Contains(t, out.Why, "Repair before setting", "%s %s: %s", f, c.ID, bad.ID)
				assert.Zero(t, out.Moves, "%s %s: %s", f, c.ID, bad.ID)
				seen++
			}
		}
	}
	assert.Greater(t, seen, 30, "worn parts were seen")
}
