package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// At the end the key may stay in a pocket with a reason, which stands on the record; what holds what was set may not, and what is put
// to rest after all is left so no more.
func TestWhatIsLeftSoHasAReason(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out").settle().length("142.9 mm").
		lockAndRead("142.9 mm").proved()
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen})
	a := r.wants(lead.DoSetUp)
	leave := ""
	for _, c := range a.Stop.Changes {
		if c.Thing == "key" {
			leave = c.Leave
		}
	}
	require.Equal(t, "pocket", leave, "%+v", a.Stop)
	for _, one := range []struct {
		body record.SetUp
		says string
	}{
		{record.SetUp{Thing: "key", Way: "pocket", Stays: true}, "say why it stays so"},
		{record.SetUp{Thing: "key", Way: "running", Stays: true, Why: "x"}, "does not stand so"},
		{record.SetUp{Thing: "propeller", Way: "free", Stays: true, Why: "x"}, "is at rest"},
	} {
		require.ErrorContains(t, r.try(record.KindSetUp, one.body), one.says)
	}
	r.do(record.KindSetUp, record.SetUp{Thing: "key", Way: "pocket", Stays: true, Why: "its owner has it"})
	r.rest().wants(lead.DoSign)
	assert.Contains(t, tell.MakeRecord(record.Heading{}, r.led(), r.events, "").Open, "key left out, in your pocket: its owner has it")
	other := newRigFrom(r).stands("key", "in")
	assert.NotContains(t, tell.MakeRecord(record.Heading{}, other.led(), other.events, "").Open, "key left out, in your pocket: its owner has it")
	r.do(record.KindSigned, record.Signed{Name: "Ines"})

	tied := newRig(t).safe("2207", "")
	tied.do(record.KindSetUp, record.SetUp{Thing: "tie", Way: "on", Kind: "held", Name: "tie", Why: "holds the lever"})
	require.ErrorContains(t, tied.try(record.KindSetUp, record.SetUp{Thing: "tie", Way: "on", Stays: true, Why: "handy"}), "is not left so")
}
