package shop_test

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/internal/testpdf"
	"brankel/rigging/run/record"
	"brankel/shop"
)

func TestTheLogIsASentenceWithBlanks(t *testing.T) {
	s := testdb.Shop(t)
	done := func(a shop.LogAsk) shop.Log {
		l, err := s.WhatWasDone(t.Context(), a)
		require.NoError(t, err)
		return l
	}
	all := done(shop.LogAsk{})
	assert.Equal(t, 42, all.Count)
	for i, l := range all.Lines[1:] {
		assert.GreaterOrEqual(t, all.Lines[i].On, l.On, "the newest first")
	}
	spring := done(shop.LogAsk{Cable: "clutch", From: "2024-03-01", To: "2024-06-30", Signed: true})
	require.Equal(t, 1, spring.Count)
	assert.Equal(t, "2024-05-mussel-clutch", spring.Lines[0].Run)
	assert.Equal(t, "Ines", spring.Lines[0].By)
	far := done(shop.LogAsk{Cable: "clutch", Moved: "3"})
	require.Equal(t, 1, far.Count, "%v", far.Lines)
	assert.Equal(t, "2026-11-oyster-clutch", far.Lines[0].Run)
	assert.Equal(t, "7", far.Lines[0].Moved)
	assert.Positive(t, done(shop.LogAsk{Machine: "MUSSEL", Person: "tobin"}).Count)
	assert.Zero(t, done(shop.LogAsk{Machine: "100%_"}).Count, "what is typed is text")
	for at, a := range map[string]shop.LogAsk{"from": {From: "last spring"}, "to": {From: "2026-02-01", To: "2026-01-01"}, "moved": {Moved: "a bit"}} {
		_, err := s.WhatWasDone(t.Context(), a)
		assert.Equal(t, at, field(t, err))
	}

	var table, raw bytes.Buffer
	require.NoError(t, s.LogCSV(t.Context(), shop.LogAsk{Cable: "clutch"}, &table))
	rows, err := csv.NewReader(&table).ReadAll()
	require.NoError(t, err)
	require.NoError(t, s.LogJSON(t.Context(), shop.LogAsk{Cable: "clutch"}, &raw))
	var lines []shop.LogLine
	require.NoError(t, json.Unmarshal(raw.Bytes(), &lines))
	assert.Len(t, lines, len(rows)-1)
	for _, l := range lines {
		assert.True(t, strings.HasSuffix(l.On, "Z"), "a file has UTC")
	}
}

// A run that was left at half past midnight here, the evening before in UTC, is of this day, on both sides of a change of clocks.
func TestTheDaysOfTheLogAreTheWorkshops(t *testing.T) {
	s := testdb.Shop(t)
	require.NoError(t, s.SetZone(t.Context(), "Europe/Oslo"))
	for i, at := range []time.Time{time.Date(2026, 10, 24, 22, 30, 0, 0, time.UTC), time.Date(2026, 10, 25, 23, 30, 0, 0, time.UTC)} {
		s.Now = func() time.Time { return at }
		e := entry([]string{"midnight-a", "midnight-b"}[i], record.KindNote, record.Note{Text: "half past midnight"})
		e.Run, e.At = []string{"2026-11-wigeon", "2026-11-reed"}[i], at
		v, err := s.Run(t.Context(), e.Run)
		require.NoError(t, err)
		_, err = s.Append(t.Context(), e, v.View.Seq)
		require.NoError(t, err)
		day := []string{"2026-10-25", "2026-10-26"}[i]
		l, err := s.WhatWasDone(t.Context(), shop.LogAsk{From: day, To: day})
		require.NoError(t, err)
		assert.Equal(t, 1, l.Count, day)
	}
}

func TestRunsAreFoundByWhatWasSaidInThemAndSlipsAreForgiven(t *testing.T) {
	s := testdb.Shop(t)
	for find, want := range map[string]string{
		"slips hill":        "2021-06-mussel-clutch",
		"gnashing astern":   "2026-11-oyster-clutch", // as another trade has it: it clashes in reverse
		"slipping on hills": "2021-06-mussel-clutch", // endings
		"frayed":            "2025-05-mussel-parking",
		"bedding":           "",
		"clases reverse":    "2026-11-oyster-clutch", // a slip
		"serial 31007":      "2026-11-mussel-parking",
	} {
		hits, err := s.Search(t.Context(), find)
		require.NoError(t, err)
		var ids []string
		for _, h := range hits {
			if h.Kind == "run" {
				ids = append(ids, h.ID)
				assert.NotEmpty(t, h.Says, "why it was found")
			}
		}
		if want == "" {
			continue
		}
		assert.Contains(t, ids, want, find)
	}
	hits, err := s.Search(t.Context(), "frayed")
	require.NoError(t, err)
	assert.Contains(t, hits[0].Says, "frayed")
	hits, err = s.Search(t.Context(), "maud")
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(hits, func(h shop.Hit) bool { return h.Kind == "person" && h.ID == "Maud" }), "whoever worked: %v", hits)
	for _, odd := range []string{"%", "'", "\\", "a & b | !c:*", strings.Repeat("x ", 4000), "\x00", "((("} {
		_, err := s.Search(t.Context(), odd)
		require.NoError(t, err, odd)
	}
}

func TestTheWeekSaysWhatIsOpenAndWhatWaits(t *testing.T) {
	s := testdb.Shop(t)
	w, err := s.Week(t.Context())
	require.NoError(t, err)
	signs := map[string]int{}
	for _, l := range w.Open {
		signs[string(l.Sign)]++
		assert.NotEmpty(t, l.Says)
		assert.NotEmpty(t, l.Machine)
	}
	for _, sign := range []string{"open", "proof", "look", "stop"} {
		assert.Positive(t, signs[sign], sign)
	}
	assert.Equal(t, "18 Nov 2026", w.Since)
	for _, l := range w.Signed {
		assert.GreaterOrEqual(t, l.On, "2026-11-18")
	}
}

func TestWhatWasDoneStandsOnPaperToo(t *testing.T) {
	s := testdb.Shop(t)
	ask := shop.LogAsk{Cable: "clutch", From: "2020-01-01", To: "2026-12-01", Signed: true}
	list, err := s.WhatWasDone(t.Context(), ask)
	require.NoError(t, err)
	require.NotEmpty(t, list.Lines)
	var out bytes.Buffer
	require.NoError(t, s.LogPDF(t.Context(), ask, "A4", &out))
	text := testpdf.Text(t, out.Bytes())
	assert.Contains(t, text, "runs of the cable clutch, signed from 1 Jan 2020 to 1 Dec 2026")
	for _, l := range list.Lines {
		assert.Contains(t, text, l.Day)
		assert.Contains(t, text, l.Machine+" · "+l.Cable)
	}
	out.Reset()
	require.NoError(t, s.WeekPDF(t.Context(), "Letter", &out))
	assert.Contains(t, testpdf.Text(t, out.Bytes()), "Waits for its proof")
	out.Reset()
	err = s.LogPDF(t.Context(), shop.LogAsk{From: "spring"}, "A4", &out)
	assert.Equal(t, "from", field(t, err))
	assert.Zero(t, out.Len(), "no half paper")
}
