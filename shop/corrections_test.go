package shop_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/workshop"
	"brankel/shop"
)

// Runs whose clutch nut moves less than their sheet says need a second move each; that is told, with its evidence, and
// one tap of the lead writes it. One machine alone never does: it may be another than the rest.
func TestASheetWhoseFirstAdviceNeedsASecondMoveIsCorrected(t *testing.T) {
	s, ctx := testdb.Shop(t), t.Context()
	heads, err := s.Store.Heads(ctx)
	require.NoError(t, err)
	hash := ""
	for _, h := range heads {
		if h.ID == "301" {
			hash = h.Hash
		}
	}
	kept, err := s.Store.Sheet(ctx, hash)
	require.NoError(t, err)
	path, was, ok := kept.StepOf(&kept.Adjusters[0])
	require.True(t, ok)
	require.False(t, kept.AssumesStep(path), "its source gives it")
	before, err := s.Store.FirstMoves(ctx)
	require.NoError(t, err)
	truly := kept.Knowing(map[string]float64{path: 0.7 * was}).Rig
	const ours = 10 // more than there are by now, which say that the sheet is right
	work := func(n int, machine string) {
		workedOn(t, s, hash, workshop.Job{ID: fmt.Sprintf("second-%d", n), Machine: machine, Cable: "clutch",
			Opened: time.Now().Add(time.Duration(n) * time.Minute)}, truly, uint64(n))
	}
	for n := range ours {
		work(n, "oyster")
	}
	after, err := s.Store.FirstMoves(ctx)
	require.NoError(t, err)
	assert.Equal(t, postgres.FirstMoves{Moved: before["301"].Moved + ours, Second: before["301"].Second + ours}, after["301"])
	said, err := s.Corrections(ctx, hash)
	require.NoError(t, err)
	assert.Empty(t, said.Lessons, "one machine alone may be another than the rest")

	work(ours, "mussel")
	said, err = s.Corrections(ctx, hash)
	require.NoError(t, err)
	require.Len(t, said.Lessons, 1)
	one := said.Lessons[0]
	assert.InDelta(t, 0.7*was, one.Value, 0.05*was)
	assert.True(t, one.Sourced)
	assert.Contains(t, one.Says, "on 2 machines, agree")
	assert.Contains(t, said.Says, "needed a second.")
	list, err := s.SecondMoves(ctx)
	require.NoError(t, err)
	require.NotEmpty(t, list)
	assert.Equal(t, "301", list[0].Sheet, "the most often first")

	assert.Equal(t, "path", field(t, second(s.Correct(ctx, hash, "nothing"))))
	page, err := s.Correct(ctx, hash, path)
	require.NoError(t, err)
	assert.Equal(t, kept.Revision+1, page.Sheet.Revision)
	_, is, _ := page.Sheet.StepOf(&page.Sheet.Adjusters[0])
	assert.InDelta(t, one.Value, is, 1e-9)
	said, err = s.Corrections(ctx, hash)
	require.NoError(t, err)
	assert.Empty(t, said.Lessons, "it is written now")
	assert.Equal(t, "path", field(t, second(s.Correct(ctx, hash, path))))
}

func second[T any](_ T, err error) error { return err }

func TestAWorkshopTightensARuleAndLoosensItOnlyWithAReason(t *testing.T) {
	s, ctx := testdb.Shop(t), t.Context()
	lines, err := s.Store.RunsOf(ctx, "mail")
	require.NoError(t, err)
	hash := ""
	for _, l := range lines {
		if l.Cable == "mixture" {
			hash = l.Sheet
		}
	}
	rule := func(kind shop.DueKind) shop.Rule {
		list, err := s.Rules(ctx, hash)
		require.NoError(t, err)
		for _, r := range list {
			if r.Kind == kind {
				return r
			}
		}
		t.Fatal("there is no such rule")
		return shop.Rule{}
	}
	assert.Equal(t, "365 days or 100 h", rule(shop.DueAgain).Says)
	was := due(t, s, "mail", shop.DueAgain)
	require.NotNil(t, was)

	for text, at := range map[shop.RuleIn]string{
		{Kind: shop.DueAgain, Days: "soon"}:                  "days",
		{Kind: shop.DueAgain, Days: "0"}:                     "days",
		{Kind: shop.DueAgain, Hours: "1e12"}:                 "hours",
		{Kind: shop.DueAgain, Days: "500"}:                   "why",
		{Kind: shop.DueAgain, Days: "500", Why: " because "}: "why",
		{Kind: shop.DueWear, Days: "5"}:                      "kind",
	} {
		assert.Equal(t, at, field(t, second(s.SetRule(ctx, hash, text, "Ines"))))
	}
	require.NoError(t, second(s.SetRule(ctx, hash, shop.RuleIn{Kind: shop.DueAgain, Days: "90"}, "Ines")))
	assert.Equal(t, "90 days or 100 h", rule(shop.DueAgain).Holds)
	now := due(t, s, "mail", shop.DueAgain)
	require.NotNil(t, now)
	assert.Less(t, now.On, was.On)
	assert.Equal(t, "by our own rule", now.Own)

	require.NoError(t, second(s.SetRule(ctx, hash, shop.RuleIn{Kind: shop.DueAgain, Days: "500", Why: "flies ten hours a year"}, "Ines")))
	later := due(t, s, "mail", shop.DueAgain)
	require.NotNil(t, later)
	assert.Greater(t, later.On, was.On)
	assert.Contains(t, later.Own, "later than the sheet: flies ten hours a year")
	r := rule(shop.DueAgain)
	assert.True(t, r.Later)
	assert.Equal(t, "Ines", r.By)

	require.NoError(t, second(s.SetRule(ctx, hash, shop.RuleIn{Kind: shop.DueAgain}, "Ines")))
	assert.Nil(t, rule(shop.DueAgain).Own, "it is taken back")
	assert.Equal(t, was.On, due(t, s, "mail", shop.DueAgain).On)

	// a rule from before the sheet was tightened lets no more pass than the sheet, having no reason
	require.NoError(t, s.Store.SetRule(ctx, postgres.Rule{Sheet: "701", Kind: "again", Days: 900, By: "Ines", Day: "2020-01-01"}))
	assert.Equal(t, "365 days or 100 h", rule(shop.DueAgain).Holds)
}

func TestACableIsLubricatedFromWhenItWasLoggedLast(t *testing.T) {
	s, ctx := testdb.Shop(t), t.Context()
	is := due(t, s, "mail", shop.DueLubrication)
	require.NotNil(t, is)
	assert.Empty(t, is.On, "nobody noted when: at the next visit")
	assert.Contains(t, is.What, "dry film lubricant")
	log := func(e workshop.Entry) error { return second(s.Log(ctx, "mail", e, "Maud")) }
	assert.Equal(t, "cable", field(t, log(workshop.Entry{Kind: "lubrication", On: "2026-11-20", Says: "dry film"})))
	assert.Equal(t, "says", field(t, log(workshop.Entry{Kind: "lubrication", On: "2026-11-20", Cable: "mixture"})))
	require.NoError(t, log(workshop.Entry{Kind: "lubrication", On: "2026-11-20", Cable: "mixture", Says: "dry film"}))
	is = due(t, s, "mail", shop.DueLubrication)
	require.NotNil(t, is)
	assert.LessOrEqual(t, is.On, "2027-11-20")
	assert.Greater(t, is.On, "2026-11-20")
}
