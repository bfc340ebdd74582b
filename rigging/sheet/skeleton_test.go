package sheet

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// skeletonOf names a demo sheet of each family whose rig has what the skeleton speaks of.
var skeletonOf = []struct{ family, sheet string }{
	{"throttle-cruise", "411"},
	{"kickdown", "401"},
	{"clutch", "301"},
	{"parking-brake", "501"},
	{"gear-gate", "511"},
	{"trailer-overrun", "601"},
	{"outboard-shift", "201"},
	{"stern-drive-shift", "136"},
	{"engine-push-pull", "701"},
	{"flap-follow-up", "711"},
	{"flight-control-loop", "722"},
}

// A skeleton names what its family's rigs really have: once a rig is written down, nothing
// is left to say but figures, and where each adjuster can be set.
func TestSkeletonsNameWhatTheirRigsHave(t *testing.T) {
	require.Len(t, skeletonOf, len(Families()))
	for _, one := range skeletonOf {
		from, faults := parsed(t, read(t, one.sheet))
		require.Empty(t, faults)
		require.Equal(t, one.family, from.Family)
		s := FamilyOf(one.family).Skeleton()
		require.Nil(t, s.Rig, "%s: figures out of nowhere", one.family)
		s.Rig = from.Rig
		for _, f := range s.rigFaults() {
			assert.True(t, strings.HasSuffix(f.Field, ".range"), "%s: %s", one.family, f.Error())
		}
		works, measures, proves := 0, 0, 0
		for _, a := range s.Adjusters {
			if a.Works != "" {
				works++
			}
		}
		for _, p := range s.Points {
			if p.Measures != "" {
				measures++
			}
		}
		for _, c := range s.Checks {
			if c.Proves != "" {
				proves++
			}
		}
		assert.Positive(t, works, one.family)
		assert.Positive(t, measures, one.family)
		assert.Positive(t, proves, one.family)
		assert.NotEmpty(t, s.Settings, one.family)
		for _, f := range s.settingFaults() {
			assert.Regexp(t, `\.(back_off|steps|spread)$`, f.Field, "%s: %s", one.family, f.Message)
		}
	}
}

// The first unit of a sheet's range is one that the sheet is for.
func TestTheFirstUnitOfARangeLeadsToItsSheet(t *testing.T) {
	all := demo(t)
	heads := Heads(all)
	for _, s := range all {
		m, err := Resolve(heads, s.Family, s.Cable, s.Applies.One())
		require.NoError(t, err, s.ID)
		ids := []string{}
		if m.Sheet != nil {
			ids = append(ids, m.Sheet.ID)
		}
		for _, c := range m.Choices {
			ids = append(ids, c.ID)
		}
		assert.Contains(t, ids, s.ID, "%s: %+v, %s", s.ID, s.Applies.One(), m.Why)
	}
	one := (&Effectivity{Prefix: "K", After: "K-0877B", Hand: "either"}).One()
	assert.Equal(t, Unit{Serial: "K-878", Hand: "standard"}, one)
	assert.Equal(t, "1", (&Effectivity{Hand: "counter", To: "90"}).One().Serial)
}
