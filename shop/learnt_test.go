package shop_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/rehearse"
	"brankel/rigging/rig"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// workedOn is a run of a sheet by a hand on a rig of its own, signed and kept.
func workedOn(t *testing.T, s *shop.Shop, hash string, job workshop.Job, truly *rig.Rig, seed uint64) {
	t.Helper()
	kept, err := s.Store.Sheet(t.Context(), hash)
	require.NoError(t, err)
	out, err := rehearse.Rehearse(rehearse.Question{Sheet: kept, Rig: truly, Seed: seed, Settings: map[string]float64{"adjuster": 7},
		Gauges: []record.Gauge{{ID: "rule", Name: "rule", Quantity: "length", Resolution: 0.5, Doubt: 0.25}}})
	require.NoError(t, err)
	require.Equal(t, "signed", out.Outcome, out.Why)
	var chain []record.Event
	last := ""
	for i, e := range out.Events {
		e.Run, e.ID = job.ID, fmt.Sprintf("%s-%d", job.ID, i)
		e = e.Seal(last)
		chain, last = append(chain, e), e.Hash
	}
	require.NoError(t, s.Store.AddRun(t.Context(), job, chain, hash, tell.Stand(lead.Of(record.Fold(kept, chain)))))
}

// A rig whose nut moves less than anybody thought: the run says so, the machine's next run begins with it, one tap of the
// lead writes it on the sheet, and three runs that agree make it measured.
func TestWhatASheetAssumedARunTeaches(t *testing.T) {
	s, ctx := testdb.Shop(t), t.Context()
	begun, err := s.Begin(ctx, shop.Beginning{ID: uuid.NewString(), Family: "clutch", Machine: "grey van",
		Texts: map[string]string{"free-play": "18 to 22 mm"}})
	require.NoError(t, err)
	card, err := s.MachineView(ctx, begun.MachineID)
	require.NoError(t, err)
	cable, hash := card.Lines[0].Cable.ID, card.Lines[0].Sheet
	assert.Empty(t, card.Lines[0].Knows)
	first, err := s.Store.Sheet(ctx, hash)
	require.NoError(t, err)
	_, was, ok := first.StepOf(&first.Adjusters[0])
	require.True(t, ok)
	nut := first.Knowing(map[string]float64{"per_step": 0.7 * was}).Rig

	run := func(n int, hash string) string {
		job := workshop.Job{ID: fmt.Sprintf("taught-%d", n), Machine: begun.MachineID, Cable: cable,
			Opened: time.Now().Add(time.Duration(n) * time.Minute)}
		workedOn(t, s, hash, job, nut, uint64(n))
		return job.ID
	}
	one := run(1, hash)
	list, err := s.Lessons(ctx, one)
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.InDelta(t, 0.7*was, list[0].Value, 0.05*was)
	assert.Contains(t, list[0].Says, "by the sheet by")
	assert.False(t, list[0].Measured)

	card, err = s.MachineView(ctx, begun.MachineID)
	require.NoError(t, err)
	require.Len(t, card.Lines[0].Knows, 1, "its card knows it")
	asked, err := s.WhatIf(ctx, shop.WhatIf{Sheet: hash, Machine: begun.MachineID, Cable: cable})
	require.NoError(t, err)
	assert.Contains(t, asked.About, "what runs showed of this machine")

	next, err := s.OpenRun(ctx, uuid.NewString(), begun.MachineID, cable)
	require.NoError(t, err)
	lies := record.Identified{Hand: "standard", Knows: []record.Known{{Path: "per_step", Value: 9}}}
	plate := entry(uuid.NewString(), record.KindIdentified, lies)
	plate.Run = next.ID
	_, err = s.Append(ctx, plate, 0)
	require.NoError(t, err)
	events, err := s.Events(ctx, next.ID, 0)
	require.NoError(t, err)
	assert.InDelta(t, list[0].Value, record.KnownBy(events)["per_step"], 1e-9, "the next run begins with it, and not with what a device says")
	assert.Contains(t, events[0].Says(), "on this machine")

	page, err := s.Learn(ctx, one, "per_step")
	require.NoError(t, err)
	assert.Equal(t, 2, page.Sheet.Revision)
	assert.Len(t, page.Measured, 1)
	assert.Contains(t, page.Sheet.Assumed, "rig.geometry.per_step", "one run measures nothing yet")
	again, err := s.Lessons(ctx, one)
	require.NoError(t, err)
	assert.Empty(t, again, "it is taken over")
	_, err = s.Learn(ctx, one, "per_step")
	assert.Equal(t, "path", field(t, err))
	card, err = s.MachineView(ctx, begun.MachineID)
	require.NoError(t, err)
	assert.Empty(t, card.Lines[0].Knows, "the sheet says so by now")

	run(2, page.Hash)
	three := run(3, page.Hash)
	list, err = s.Lessons(ctx, three)
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.True(t, list[0].Measured)
	page, err = s.Learn(ctx, three, "per_step")
	require.NoError(t, err)
	assert.NotContains(t, page.Sheet.Assumed, "rig.geometry.per_step")
	assert.NotContains(t, page.Sheet.Assumed, "adjusters[0].pitch")
	assert.Contains(t, page.Measured[0].Value, "measured in 3 runs")
}
