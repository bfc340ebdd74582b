package shop_test

import (
	"io"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/run/record"
	"brankel/shop"
)

// Days and times are those of the workshop's clocks, on floor, record and paper; the chain stays as it is.
func TestTimesAreTheWorkshopsOwn(t *testing.T) {
	s := testdb.Shop(t)
	chain := func() ([]byte, error) {
		return made(func(w io.Writer) error { return s.Chain(t.Context(), signedRun, w) })
	}
	before, err := chain()
	require.NoError(t, err)
	head, err := s.Store.Verify(t.Context())
	require.NoError(t, err)
	assert.Contains(t, paperOf(t, s, signedRun), "times in WET")

	for _, name := range []string{"", "Nowhere/Slip", "Local", "UTC+1", "../../etc/passwd"} {
		assert.Equal(t, "zone", field(t, s.SetZone(t.Context(), name)), "%q", name)
	}
	require.NoError(t, s.SetZone(t.Context(), "Pacific/Chatham")) // 13:45 ahead that day, 12:45 from April on
	for which, server := range map[string]*shop.Shop{"that knew the run": s, "that starts now": shop.New(s.Store, s.Now)} {
		r, err := server.Record(t.Context(), signedRun)
		require.NoError(t, err, which)
		assert.Regexp(t, `^Maud, 12 Mar 2026 23:\d\d \+1345`, r.Signed, which)
		assert.Equal(t, "Pacific/Chatham", r.Times)
		assert.Contains(t, paperOf(t, server, signedRun), "12 Mar 2026 23:07", which)
	}
	after, err := chain()
	require.NoError(t, err)
	assert.Equal(t, string(before), string(after), "what leaves the house stays in UTC")
	now, err := s.Store.Verify(t.Context())
	require.NoError(t, err, "what the floor shows was worked out anew")
	assert.Equal(t, head.Head, now.Head)
}

// A day begins when the workshop's clocks say so, over a change of them: for what comes due, a gauge, a signature.
func TestADayIsTheWorkshopsDay(t *testing.T) {
	s := testdb.Shop(t)
	require.NoError(t, s.SetZone(t.Context(), "America/Halifax"))
	at := time.Date(2026, 11, 2, 2, 30, 0, 0, time.UTC) // 22:30 on the first, when clocks went back
	s.Now = func() time.Time { return at }
	b, err := s.Bays(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "2026-11-01", b.Today)
	require.NoError(t, s.KeepGauge(t.Context(), shop.GaugeIn{Gauge: record.Gauge{Name: "tape 9", Kind: record.Tape, Resolution: 1, Doubt: 1, Due: "2026-11-01"}}))
	due := func() (overdue bool) {
		gauges, err := s.Gauges(t.Context())
		require.NoError(t, err)
		for _, g := range gauges {
			if g.Name == "tape 9" {
				return g.Overdue
			}
		}
		return true
	}
	assert.False(t, due(), "it is still the day")
	at = at.Add(2 * time.Hour)
	assert.True(t, due())

	require.NoError(t, s.SetZone(t.Context(), "UTC"))
	b, err = s.Bays(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "2026-11-02", b.Today)
}
