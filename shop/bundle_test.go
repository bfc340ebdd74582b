package shop_test

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/rigging/fault"
	"brankel/rigging/sheet"
	"brankel/shop"
)

func sent(t *testing.T, s *shop.Shop) []byte {
	t.Helper()
	var out bytes.Buffer
	require.NoError(t, s.SendSheets(t.Context(), &out))
	return out.Bytes()
}

func all(v shop.Arriving) (take []shop.Taking) {
	for _, a := range v.Sheets {
		take = append(take, shop.Taking{Hash: a.Hash})
	}
	return take
}

// From one shop into another: all of it is new, then all of it is there; what is edited there comes as a later revision, and
// what another sheet has the number of takes another and is known again.
func TestSheetsGoFromOneShopToAnother(t *testing.T) {
	one, other, ctx := testdb.Shop(t), testdb.Empty(t), t.Context()
	raw := sent(t, one)
	look, err := other.LookSheets(ctx, raw)
	require.NoError(t, err)
	assert.Equal(t, "Wendmouth Slip", look.From)
	require.Greater(t, len(look.Sheets), 25)
	for _, a := range look.Sheets {
		assert.Equal(t, sheet.ComesNew, a.How, "%s: %s", a.ID, a.Says)
	}
	kept, err := other.Library(ctx, "")
	require.NoError(t, err)
	assert.Empty(t, kept.Axes, "a look keeps nothing")
	_, err = other.TakeSheets(ctx, raw, append(all(look)[:1], all(look)[0]))
	assert.Equal(t, "take[1].hash", field(t, err), "named twice")
	done, err := other.TakeSheets(ctx, raw, all(look)[:3])
	require.NoError(t, err)
	there := 0
	for _, a := range done.Sheets {
		if a.How == sheet.ComesThere {
			there++
		}
	}
	assert.Equal(t, 3, there)

	first, err := one.Store.Sheet(ctx, look.Sheets[0].Hash)
	require.NoError(t, err)
	next := *first
	next.Revision++
	next.Source.Revision = "D"
	next.WorkOut()
	_, err = one.KeepSheet(ctx, next.JSON(), paths(next.Questions()))
	require.NoError(t, err)
	raw = sent(t, one)
	look, err = other.LookSheets(ctx, raw)
	require.NoError(t, err)
	assert.Equal(t, sheet.ComesNewer, look.Sheets[0].How)
	_, err = other.TakeSheets(ctx, raw, all(look)[:1])
	require.NoError(t, err)
	older, err := other.LookSheets(ctx, first.JSON())
	require.NoError(t, err)
	assert.Equal(t, sheet.ComesThere, older.Sheets[0].How, "one sheet by itself is a file too")

	// another sheet of the same number, for other units: it takes another number, and is known when it comes again
	stranger := *first
	stranger.Cable, stranger.Source.Title = "lower drive cable, other", "Elsewhere"
	stranger.WorkOut()
	look, err = other.LookSheets(ctx, stranger.JSON())
	require.NoError(t, err)
	require.Equal(t, sheet.ComesBeside, look.Sheets[0].How)
	assert.Equal(t, first.ID+"-2", look.Sheets[0].ID)
	_, err = other.TakeSheets(ctx, stranger.JSON(), all(look))
	require.NoError(t, err)
	look, err = other.LookSheets(ctx, stranger.JSON())
	require.NoError(t, err)
	assert.Equal(t, sheet.ComesThere, look.Sheets[0].How)
	_, err = other.TakeSheets(ctx, stranger.JSON(), all(look))
	assert.Equal(t, "take[0].hash", field(t, err))
}

func paths(list []fault.Fault) (out []string) {
	for _, q := range list {
		out = append(out, q.Field)
	}
	return out
}

// What claims units of a sheet here, what is of one machine and names none here, and what is no file at all is refused in
// words; nothing is kept of it.
func TestSheetsThatDoNotFitAreRefused(t *testing.T) {
	one, other, ctx := testdb.Shop(t), testdb.Empty(t), t.Context()
	raw := sent(t, one)
	look, err := other.LookSheets(ctx, raw)
	require.NoError(t, err)
	_, err = other.TakeSheets(ctx, raw, all(look))
	require.NoError(t, err)
	first, err := one.Store.Sheet(ctx, look.Sheets[0].Hash)
	require.NoError(t, err)

	rival := *first
	rival.ID = "rival"
	rival.WorkOut()
	look, err = other.LookSheets(ctx, rival.JSON())
	require.NoError(t, err)
	assert.Equal(t, sheet.ComesNot, look.Sheets[0].How)
	assert.Contains(t, look.Sheets[0].Says, first.ID)
	_, err = other.TakeSheets(ctx, rival.JSON(), all(look))
	assert.Equal(t, "take[0].hash", field(t, err))

	bound := *first
	bound.ID, bound.Applies.Machine, bound.Applies.From, bound.Applies.To = "own-1", "some-card-there", "", ""
	bound.WorkOut()
	look, err = other.LookSheets(ctx, bound.JSON())
	require.NoError(t, err)
	assert.True(t, look.Sheets[0].Machine)
	_, err = other.TakeSheets(ctx, bound.JSON(), all(look))
	assert.Equal(t, "take[0].machine", field(t, err))

	for _, bad := range []string{`nonsense`, `[]`, `{"format":"brankel.sheets/1","sheets":[]}`,
		`{"format":"brankel.sheets/1","sheets":[{"sheet":{"id":"x"}}]}`} {
		_, err := other.LookSheets(ctx, []byte(bad))
		require.Error(t, err, bad)
	}
	huge := `{"format":"brankel.sheets/1","sheets":[{"sheet":{"id":"` + strings.Repeat("x", 3<<20) + `"}}]}`
	_, err = other.LookSheets(ctx, []byte(huge))
	require.ErrorContains(t, err, "larger than any sheet")
	many, err := json.Marshal(map[string]any{"format": sheet.BundleFormat, "sheets": make([]struct{}, sheet.MostSent+1)})
	require.NoError(t, err)
	_, err = other.LookSheets(ctx, many)
	require.ErrorContains(t, err, "1 to 300 sheets")
}
