package shop_test

import (
	"archive/zip"
	"bytes"
	"encoding/csv"
	"encoding/json"
	"errors"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/internal/testpdf"
	"brankel/postgres"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
	"brankel/shop"
)

// made is what write writes.
func made(write func(w io.Writer) error) ([]byte, error) {
	var out bytes.Buffer
	err := write(&out)
	return out.Bytes(), err
}

func prove(raw []byte) (record.Proved, error) {
	return record.Prove(func() (io.ReadCloser, error) { return io.NopCloser(bytes.NewReader(raw)), nil })
}

// file is an exported run as a forger takes it apart.
type file struct {
	Heading record.Heading     `json:"heading"`
	Events  []record.Event     `json:"events"`
	Photos  []record.PhotoFile `json:"photos"`
	Voices  []record.VoiceFile `json:"voices"`
}

// sealed puts it together again, with a seal that fits.
func (f file) sealed(t *testing.T) []byte {
	raw, err := made(func(w io.Writer) error {
		return record.Export(w, f.Heading, nil, f.Events, func(e record.Event, sha string) ([]byte, error) {
			for _, p := range f.Photos {
				if p.SHA256 == sha {
					return p.JPEG, nil
				}
			}
			for _, v := range f.Voices {
				if v.SHA256 == sha {
					return v.Sound, nil
				}
			}
			return nil, nil
		})
	})
	require.NoError(t, err)
	return raw
}

// picture is a JPEG in which every number gives another one.
func picture(t testing.TB, number uint8) []byte {
	img := image.NewGray(image.Rect(0, 0, 400, 300))
	for i := range img.Pix {
		img.Pix[i] = number
	}
	img.SetGray(1, 1, color.Gray{255 - number})
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, nil))
	return b.Bytes()
}

// add appends an event to the signed run of the demo's launch.
func add(t *testing.T, s *shop.Shop, id string, kind record.Kind, body any) error {
	t.Helper()
	v, err := s.Run(t.Context(), "2026-03-teal")
	require.NoError(t, err)
	e := entry(id, kind, body)
	e.Run = "2026-03-teal"
	_, err = s.Append(t.Context(), e, v.View.Seq)
	return err
}

func TestAPhotoStandsInTheChainAndOnThePaper(t *testing.T) {
	s := testdb.Shop(t)
	photo, err := s.AddPhoto(t.Context(), "2026-03-teal", picture(t, 90))
	require.NoError(t, err)
	assert.Equal(t, [2]int{400, 300}, [2]int{photo.Width, photo.Height})
	again, err := s.AddPhoto(t.Context(), "2026-03-teal", picture(t, 90))
	require.NoError(t, err)
	assert.Equal(t, photo, again, "the same one twice is kept once")
	_, err = s.AddPhoto(t.Context(), "none", picture(t, 90))
	require.ErrorIs(t, err, postgres.ErrNotFound)
	_, err = s.AddPhoto(t.Context(), "2026-03-teal", []byte("GIF89a"))
	require.ErrorContains(t, err, "no photo")

	measured := record.Measured{
		Scale: [2]record.Pixel{{X: 10, Y: 10}, {X: 110, Y: 10}},
		Of:    [2]record.Pixel{{X: 50, Y: 100}, {X: 50, Y: 250}},
		Text:  "20 mm",
	}
	left := record.Photo{SHA256: photo.SHA256, Stage: "as left", Point: "barrel-to-eye", Measure: &measured}
	require.NoError(t, add(t, s, "p1", record.KindPhoto, left))
	require.ErrorContains(t, add(t, s, "p2", record.KindPhoto, record.Photo{SHA256: strings.Repeat("0", 64)}), "send the photo itself first")
	require.ErrorContains(t, add(t, s, "p3", record.KindPhoto, record.Photo{SHA256: photo.SHA256, Stage: "nice"}), "choose as found")
	require.ErrorContains(t, add(t, s, "p4", record.KindPhoto, record.Photo{SHA256: photo.SHA256, Point: "nose"}), "no such point")

	r, err := s.Record(t.Context(), "2026-03-teal")
	require.NoError(t, err)
	require.Len(t, r.Photos, 1)
	assert.Contains(t, r.Photos[0].Says, "as left, barrel to eye; measured in it 30 ± 0.")
	for _, size := range []string{"A4", "Letter"} {
		raw, err := made(func(w io.Writer) error { return s.RecordPDF(t.Context(), "2026-03-teal", size, w) })
		require.NoError(t, err)
		file := filepath.Join(t.TempDir(), "record.pdf")
		require.NoError(t, os.WriteFile(file, raw, 0o600))
		images, err := exec.Command("pdfimages", "-list", file).Output()
		require.NoError(t, err, "poppler-utils is missing: ./test installs it")
		assert.Contains(t, string(images), "400   300", "the photo is on it")
		assert.Contains(t, testpdf.Text(t, raw), "measured in it 30")
	}

	require.ErrorContains(t, testdb.Exec(s.Store, `UPDATE photos SET jpeg = '\x00'`), "append-only")
	_, err = s.Store.Verify(t.Context())
	require.NoError(t, err)
	require.NoError(t, testdb.Exec(s.Store, `ALTER TABLE photos DISABLE TRIGGER photos_append_only; UPDATE photos SET jpeg = '\x00'`))
	_, err = s.Store.Verify(t.Context())
	require.ErrorContains(t, err, "the photo of event")
}

// recording is a recording in which every number gives another one.
func recording(number uint8) []byte {
	return append([]byte("OggS"), bytes.Repeat([]byte{number}, 1000)...)
}

func TestAVoiceNoteStandsInTheChainAndIsMissedWhenItIsGone(t *testing.T) {
	s := testdb.Shop(t)
	const id = "2026-03-teal"
	v, err := s.AddVoice(t.Context(), id, recording(1))
	require.NoError(t, err)
	assert.Equal(t, "audio/ogg", v.Type)
	_, err = s.AddVoice(t.Context(), id, []byte("<script>"+strings.Repeat(" ", 400)))
	require.ErrorContains(t, err, "no recording")
	require.NoError(t, add(t, s, "v1", record.KindVoice, record.Voice{SHA256: v.SHA256, Text: "how it clicks"}))
	require.ErrorContains(t, add(t, s, "v2", record.KindVoice, record.Voice{SHA256: strings.Repeat("0", 64)}), "send the recording itself first")
	r, err := s.Record(t.Context(), id)
	require.NoError(t, err)
	require.Len(t, r.Voices, 1)
	assert.Equal(t, "voice note: how it clicks", r.Voices[0].Says)

	raw, err := made(func(w io.Writer) error { return s.Chain(t.Context(), id, w) })
	require.NoError(t, err)
	_, err = prove(raw)
	require.NoError(t, err)
	var x file
	require.NoError(t, json.Unmarshal(raw, &x))
	require.Len(t, x.Voices, 1)
	x.Voices = nil
	_, err = prove(x.sealed(t))
	require.ErrorContains(t, err, "the voice note")

	_, err = s.Store.Verify(t.Context())
	require.NoError(t, err)
	require.ErrorContains(t, testdb.Exec(s.Store, `DELETE FROM voices`), "append-only")
	require.NoError(t, testdb.Exec(s.Store, `ALTER TABLE voices DISABLE TRIGGER voices_append_only; DELETE FROM voices`))
	_, err = s.Store.Verify(t.Context())
	require.ErrorContains(t, err, "the voice note of event 28 is gone")
	for n := range 40 {
		_, err := s.AddVoice(t.Context(), id, recording(uint8(n)))
		require.NoError(t, err)
	}
	_, err = s.AddVoice(t.Context(), id, recording(99))
	require.ErrorContains(t, err, "holds 40 voice notes already")
}

func TestARunHoldsSoManyPhotosAndNoMore(t *testing.T) {
	s := testdb.Shop(t)
	for n := range 60 {
		_, err := s.AddPhoto(t.Context(), "2026-03-teal", picture(t, uint8(2*n)))
		require.NoError(t, err)
	}
	_, err := s.AddPhoto(t.Context(), "2026-03-teal", picture(t, 200))
	require.ErrorContains(t, err, "holds 60 photos already")
	_, err = s.AddPhoto(t.Context(), "2026-03-teal", picture(t, 0))
	assert.NoError(t, err, "one that is there already takes no room")
}

// After the signature nothing is struck out: what an entry should say stands beside it.
func TestAnAmendmentStandsBesideTheEntryItNames(t *testing.T) {
	s := testdb.Shop(t)
	before, err := s.Record(t.Context(), "2026-03-teal")
	require.NoError(t, err)
	at := before.Lines[7]
	why := "the tape was read upside down"
	require.NoError(t, add(t, s, "a1", record.KindAmended, record.Amended{Event: at.Event, Text: "142.8 mm", Reason: why}))
	after, err := s.Record(t.Context(), "2026-03-teal")
	require.NoError(t, err)
	assert.Equal(t, at.Says, after.Lines[7].Says, "the entry stays as it was")
	require.Len(t, after.Lines[7].Amended, 1)
	assert.Equal(t, "Ines, 24 Nov 2026 11:00: 142.8 mm, because: the tape was read upside down", after.Lines[7].Amended[0])
	assert.Equal(t, before.Hash, after.Hash, "the signed hash is the same")
	for _, bad := range []record.Amended{{Event: "none", Text: "x", Reason: "y"}, {Event: at.Event, Reason: "y"}, {Event: at.Event, Text: "x"},
		{Event: "a1", Text: "x", Reason: "y"}} {
		require.Error(t, add(t, s, "a2", record.KindAmended, bad))
	}
	open := atTeal(t)
	_, err = open.Append(t.Context(), entry("a", record.KindAmended, record.Amended{Event: "x", Text: "x", Reason: "y"}), 0)
	require.ErrorContains(t, err, "not signed: strike the entry out")
}

// What leaves the house is proved without a database, and one changed byte is found, whichever.
func TestAnExportedChainIsProvedAndOneChangedByteIsFound(t *testing.T) {
	s := testdb.Shop(t)
	photo, err := s.AddPhoto(t.Context(), "2026-03-teal", picture(t, 90))
	require.NoError(t, err)
	require.NoError(t, add(t, s, "p1", record.KindPhoto, record.Photo{SHA256: photo.SHA256, Text: "<the stud> & its slot"}))
	raw, err := made(func(w io.Writer) error { return s.Chain(t.Context(), "2026-03-teal", w) })
	require.NoError(t, err)
	p, err := prove(raw)
	require.NoError(t, err)
	assert.Equal(t, "Launch Teal, lower drive cable", p.Says)
	assert.Equal(t, 1, p.Photos)
	assert.Contains(t, p.Stands, "2026")

	random := rand.New(rand.NewPCG(1, 2))
	places := []int{0, len(raw) - 1}
	for range 400 {
		places = append(places, random.IntN(len(raw)))
	}
	for _, at := range places {
		changed := bytes.Clone(raw)
		changed[at] ^= 1 << random.IntN(7)
		_, err := prove(changed)
		require.Error(t, err, "byte %d: %q to %q", at, raw[at], changed[at])
	}
	// a forger who seals it anew is found by the chain itself
	var x file
	require.NoError(t, json.Unmarshal(raw, &x))
	x.Events[8].By = "Nobody"
	_, err = prove(x.sealed(t))
	require.ErrorContains(t, err, "event 9 was changed")
	require.ErrorContains(t, err, "its sheet is missing")
	x.Photos[0].JPEG[100] ^= 1
	_, err = prove(x.sealed(t))
	require.ErrorContains(t, err, "the photo")
	for _, bad := range []string{``, `{}`, `[]`, `{"format":"brankel.chain/2"}`} {
		_, err := prove([]byte(bad))
		require.ErrorContains(t, err, "no exported run", bad)
	}
	for _, id := range []string{"2026-11-wigeon", "2026-11-mail-aileron"} {
		raw, err := made(func(w io.Writer) error { return s.Chain(t.Context(), id, w) })
		require.NoError(t, err)
		_, err = prove(raw)
		require.NoError(t, err, id)
	}
}

func TestTheReadingsAsATable(t *testing.T) {
	s := testdb.Shop(t)
	raw, err := made(func(w io.Writer) error { return s.ReadingsCSV(t.Context(), "2026-03-teal", w) })
	require.NoError(t, err)
	rows, err := csv.NewReader(bytes.NewReader(raw)).ReadAll()
	require.NoError(t, err)
	head := rows[0]
	column := func(row []string, name string) string { return row[slices.Index(head, name)] }
	read := 0
	for _, row := range rows[1:] {
		if column(row, "point") == "barrel-to-eye" {
			read++
			assert.Equal(t, []string{"142.5", "143.5", "mm"}, []string{column(row, "least"), column(row, "most"), column(row, "unit")})
		}
	}
	assert.Positive(t, read)
	events, err := s.Events(t.Context(), "2026-03-teal", 0)
	require.NoError(t, err)
	readings := 0
	for _, e := range events {
		if e.Kind == record.KindReading {
			readings++
		}
	}
	assert.Len(t, rows[1:], readings, "each reading is a line")
}

func TestAMachinesWholeHistoryInOneFile(t *testing.T) {
	s := testdb.Shop(t)
	raw, err := made(func(w io.Writer) error { return s.Bundle(t.Context(), "teal", "A4", w) })
	require.NoError(t, err)
	z, err := zip.NewReader(bytes.NewReader(raw), int64(len(raw)))
	require.NoError(t, err)
	names := map[string]bool{}
	for _, f := range z.File {
		names[f.Name] = true
		if strings.HasPrefix(f.Name, "runs/") && strings.HasSuffix(f.Name, ".json") {
			r, err := f.Open()
			require.NoError(t, err)
			chain, err := io.ReadAll(r)
			require.NoError(t, err)
			_, err = prove(chain)
			require.NoError(t, err, f.Name)
		}
	}
	for _, want := range []string{"machine.json", "bundle.json", "runs/2026-03-teal.json", "runs/2026-03-teal.pdf", "runs/2026-03-teal.csv"} {
		assert.True(t, names[want], want)
	}
	card, err := s.Card(t.Context(), "teal")
	require.NoError(t, err)
	require.NotEmpty(t, card.Lines)
	assert.Contains(t, card.Lines[0].Signed, "2026")
	assert.NotEmpty(t, card.Lines[0].Due)
	assert.NotEmpty(t, card.Lines[0].Left)
	survey, err := s.Card(t.Context(), "survey")
	require.NoError(t, err)
	left := 0
	for _, l := range survey.Lines {
		if l.Signed != "" {
			left += len(l.Left)
		}
	}
	assert.Greater(t, left, 3, "what was left of each reading of a coupled setting")
	_, err = made(func(w io.Writer) error { return s.Bundle(t.Context(), "none", "A4", w) })
	assert.True(t, errors.Is(err, postgres.ErrNotFound))
}

// A file says of a signature what the record says, and a signed run can be shown under no other name.
func TestAFileIsOfTheMachineThatWasSignedFor(t *testing.T) {
	s := testdb.Shop(t)
	of := func(id string) (record.Heading, *sheet.Sheet, []record.Event) {
		r, err := s.Record(t.Context(), id)
		require.NoError(t, err)
		events, err := s.Events(t.Context(), id, 0)
		require.NoError(t, err)
		hash, _ := record.Pinned(events)
		one, err := s.Store.Sheet(t.Context(), hash)
		require.NoError(t, err)
		return r.Heading, one, events
	}
	sealed := func(h record.Heading, one *sheet.Sheet, events []record.Event) (record.Proved, error) {
		raw, err := made(func(w io.Writer) error { return record.Export(w, h, one, events, nil) })
		require.NoError(t, err)
		return prove(raw)
	}
	h, one, events := of("2026-03-teal")
	p, err := sealed(h, one, events)
	require.NoError(t, err)
	assert.True(t, p.Bound)
	assert.Contains(t, p.Stands, "signed by Maud")
	h.Machine = "Launch Heron"
	_, err = sealed(h, one, events)
	require.ErrorContains(t, err, "what was signed is the lower drive cable of Launch Teal")

	h, one, events = of("2026-11-wigeon")
	p, err = sealed(h, one, events)
	require.NoError(t, err)
	assert.False(t, p.Bound)
	assert.Equal(t, "not signed", p.Stands)
}
