package shop_test

import (
	"archive/tar"
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"image/jpeg"
	"io"
	"math/rand"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"brankel/archive"
	"brankel/internal/testdb"
	"brankel/postgres"
	"brankel/rigging/run/record"
	"brankel/shop"
)

func exported(t require.TestingT, s *shop.Shop) []byte {
	var out bytes.Buffer
	done, all := 0, -1
	require.NoError(t, s.Archive(context.Background(), archive.ToTar(&out), func(d, a int) { done, all = d, a }))
	require.Equal(t, all, done, "progress ends at its end")
	return out.Bytes()
}

func loaded(t testing.TB, raw []byte) (*shop.Shop, error) {
	s := testdb.Empty(t)
	_, err := s.Load(context.Background(), archive.FromTar(bytes.NewReader(raw)), func(int) {})
	return s, err
}

func TestAWorkshopGoesIntoAnotherDatabaseToTheByte(t *testing.T) {
	a := testdb.Shop(t)
	raw := exported(t, a)
	require.Contains(t, string(raw), "tables/events/00001.jsonl")
	for _, secret := range []string{"argon2id"} {
		assert.NotContains(t, string(raw), secret, "what lets somebody in stays")
	}
	b, err := loaded(t, raw)
	require.NoError(t, err)
	assert.True(t, bytes.Equal(raw, exported(t, b)), "the second export is the first")
	was, err := a.Verify(t.Context())
	require.NoError(t, err)
	is, err := b.Verify(t.Context())
	require.NoError(t, err)
	assert.Equal(t, was, is)
	_, err = b.First(t.Context(), "Ines", "slack tide at ten", "Europe/Oslo")
	require.NoError(t, err, "and its lead comes in by a new password")
	y, err := b.Years(t.Context(), "mussel")
	require.NoError(t, err)
	assert.NotEmpty(t, y.Lines)
	_, err = b.Load(t.Context(), archive.FromTar(bytes.NewReader(raw)), func(int) {})
	require.ErrorContains(t, err, `holds a workshop already ("Wendmouth Slip")`)
}

// noisy is a photo of noise, so that each is another.
func noisy(t require.TestingT, r *rand.Rand) []byte {
	m := image.NewRGBA(image.Rect(0, 0, 40+r.Intn(40), 30+r.Intn(40)))
	r.Read(m.Pix)
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, m, nil))
	return out.Bytes()
}

// Whatever was entered – notes in any script, photos, amendments, words of its own, figures at the edges of their range – comes
// back to the byte.
func TestWhateverWasEnteredComesBack(t *testing.T) {
	s := testdb.Shop(t)
	photos := 0
	rapid.Check(t, func(rt *rapid.T) {
		r := rand.New(rand.NewSource(rapid.Int64().Draw(rt, "seed")))
		runs := []string{"2026-11-wigeon", "2026-11-reed", "2026-11-mail-flap", "2026-11-oyster-parking"}
		id := rapid.SampledFrom(runs).Draw(rt, "run")
		view, err := s.Run(context.Background(), id)
		require.NoError(rt, err)
		text := strings.ReplaceAll(rapid.StringN(1, 60, 400).Draw(rt, "note"), "\x00", "")
		e := entry(fmt.Sprintf("note-%d", r.Int63()), record.KindNote, record.Note{Text: "n" + text})
		e.Run = id
		if _, err := s.Append(context.Background(), e, view.View.Seq); err != nil {
			rt.Skip("not every text is a note")
		}
		if rapid.Bool().Draw(rt, "photo") {
			_, err := s.AddPhoto(context.Background(), id, noisy(rt, r))
			require.NoError(rt, err)
			photos++
		}
	})
	require.Positive(t, photos, "photos were among them")
	raw := exported(t, s)
	require.Contains(t, string(raw), "tables/photos/0000001.small.jpg")
	b, err := loaded(t, raw)
	require.NoError(t, err)
	assert.True(t, bytes.Equal(raw, exported(t, b)))
}

func TestAnArchiveThatIsNotWholeLoadsNothing(t *testing.T) {
	raw := exported(t, testdb.Shop(t))
	again := func(change func(name string, body []byte) []byte) []byte {
		var out bytes.Buffer
		r, w := tar.NewReader(bytes.NewReader(raw)), tar.NewWriter(&out)
		for {
			h, err := r.Next()
			if errors.Is(err, io.EOF) {
				break
			}
			require.NoError(t, err)
			body, err := io.ReadAll(r)
			require.NoError(t, err)
			if body = change(h.Name, body); body == nil {
				continue
			}
			h.Size = int64(len(body))
			require.NoError(t, w.WriteHeader(h))
			_, err = w.Write(body)
			require.NoError(t, err)
		}
		require.NoError(t, w.Close())
		return out.Bytes()
	}
	in := func(name, old, new string) []byte {
		return again(func(n string, body []byte) []byte {
			if n != name {
				return body
			}
			require.Contains(t, string(body), old)
			return bytes.Replace(body, []byte(old), []byte(new), 1)
		})
	}
	without := func(name string) []byte {
		return again(func(n string, body []byte) []byte {
			if n == name {
				return nil
			}
			return body
		})
	}
	for says, c := range map[string]struct {
		raw  []byte
		says string
	}{
		"cut short":         {raw[:len(raw)/2], "it was cut short"},
		"cut between":       {without("sums.json"), "it was cut short"},
		"a changed byte":    {in("tables/events/00001.jsonl", "Ines", "Inez"), "tables/events/00001.jsonl is not as it was written"},
		"changed beside":    {in("workshop.json", "Ines", "Inez"), "workshop.json is not as it was written"},
		"an entry is gone":  {without("tables/events/00001.jsonl"), "is not as it was written"},
		"of a newer":        {in("brankel.json", `"tables":`, `"tables":9`), "was written by a newer Brankel"},
		"of a newer format": {in("brankel.json", "archive/1", "archive/2"), "newer than this Brankel"},
		"of another kind":   {in("brankel.json", "brankel.archive", "x"), "newer than this Brankel"},
		"no archive":        {[]byte("hello"), "nothing was loaded"},
		"nothing":           {nil, "it was cut short"},
	} {
		s, err := loaded(t, c.raw)
		require.ErrorContains(t, err, c.says, says)
		require.ErrorContains(t, err, "nothing was loaded", says)
		empty, err := s.Empty(t.Context())
		require.NoError(t, err)
		assert.True(t, empty, says)
	}
}

// Somebody who changes a reading and writes new sums is found by the chains.
func TestAForgedArchiveIsFoundByItsChains(t *testing.T) {
	dir := t.TempDir()
	root, err := os.OpenRoot(dir)
	require.NoError(t, err)
	defer root.Close()
	s := testdb.Shop(t)
	w := archive.ToFolder(root)
	require.NoError(t, s.Archive(t.Context(), w, func(int, int) {}))
	name := filepath.Join(dir, "tables", "events", "00001.jsonl")
	body, err := os.ReadFile(name)
	require.NoError(t, err)
	forged := bytes.Replace(body, []byte(`\"value\":12.3`), []byte(`\"value\":18.3`), 1)
	require.False(t, bytes.Equal(body, forged))

	var out bytes.Buffer
	tw := archive.ToTar(&out)
	r, err := archive.FromFolder(root)
	require.NoError(t, err)
	for {
		name, raw, err := r.Next()
		if errors.Is(err, io.EOF) {
			break
		}
		require.NoError(t, err)
		if name == "tables/events/00001.jsonl" {
			raw = forged
		}
		require.NoError(t, tw.Put(name, raw))
	}
	require.NoError(t, tw.Close(r.Head()))
	_, err = loaded(t, out.Bytes())
	require.ErrorContains(t, err, "what it holds does not fit together")

	require.NoError(t, os.Remove(name))
	r, err = archive.FromFolder(root)
	require.NoError(t, err)
	_, err = testdb.Empty(t).Load(t.Context(), r, func(int) {})
	require.ErrorContains(t, err, "tables/events/00001.jsonl is missing")
}

func TestEveryTableLeavesOrIsKnownToStay(t *testing.T) {
	s := testdb.Empty(t)
	stays := []string{"schema_number", "versions", "sessions", "attempts", "invitations", "hands", "foreseen", "calendars"}
	conn, err := pgx.Connect(t.Context(), testdb.URLOf(s.Store))
	require.NoError(t, err)
	defer conn.Close(context.Background())
	rows, err := conn.Query(t.Context(), "SELECT tablename::text FROM pg_tables WHERE schemaname = 'public'")
	require.NoError(t, err)
	tables, err := pgx.CollectRows(rows, pgx.RowTo[string])
	require.NoError(t, err)
	assert.ElementsMatch(t, append(stays, postgres.Leaving()...), tables)
}

func TestTheArchiveIsMadeWithHowFarItIs(t *testing.T) {
	s := testdb.Shop(t)
	assert.Equal(t, shop.ArchiveNone, s.Archiving().State)
	_, _, _, ok := s.MadeArchive(t.Context())
	assert.False(t, ok)
	ctx, cancel := context.WithCancel(t.Context())
	assert.Equal(t, shop.ArchiveMaking, s.MakeArchive(ctx, func(err error) { t.Error(err) }).State)
	s.MakeArchive(ctx, func(err error) { t.Error("a second one was begun", err) })
	cancel() // whoever asked for it went on
	require.Eventually(t, func() bool { return s.Archiving().State == shop.ArchiveReady }, time.Minute, 10*time.Millisecond)
	now := s.Archiving()
	assert.Equal(t, now.All, now.Done)
	r, name, _, ok := s.MadeArchive(t.Context())
	require.True(t, ok)
	assert.Equal(t, "brankel-2026-11-24.tar", name)
	raw, err := io.ReadAll(r)
	require.NoError(t, err)
	assert.Len(t, raw, int(now.Bytes))
	empty := testdb.Empty(t)
	_, err = empty.Load(t.Context(), archive.FromTar(bytes.NewReader(raw)), func(int) {})
	require.NoError(t, err, "it is whole")
}
