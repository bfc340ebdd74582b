package paper

import (
	"bytes"
	"io"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testpdf"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// words is what stands on the paper of a record, as poppler's pdftotext reads it.
func words(t *testing.T, r tell.Record) string {
	raw, err := printed(func(w io.Writer) error { return PDF(r, nil, "A4", w) })
	require.NoError(t, err)
	return testpdf.Text(t, raw)
}

func signed() tell.Record {
	at := time.Date(2026, 11, 24, 9, 0, 0, 0, time.UTC)
	late := at.Add(3 * time.Hour)
	barrel := tell.Rule{Name: "barrel to eye", Min: 142.5, Max: 143.5, From: 140, To: 146, Tick: 0.5, Words: "inside"}
	barrel.Marks = []tell.Mark{{Kind: "left", At: 143}}
	return tell.Record{
		Heading:   record.Heading{Called: record.Called{Machine: "Launch Teal", Cable: "lower drive cable"}, Opened: at},
		Complaint: []tell.Field{{Name: "complaint", Text: "“stiff”"}},
		Rules:     []tell.Rule{barrel},
		Lines: []tell.Entry{
			{Seq: 1, At: at, By: "Ines", Says: "complaint: stiff", Void: true},
			{Seq: 2, At: at, By: "Ines", Says: "kept on the phone", Received: &late},
		},
		Open:       []string{"on the water"},
		Deviations: []string{"barrel to eye is out by request of the owner: softer"},
		Signed:     "Ines, 24 Nov 2026 09:00 UTC",
		Statement:  "I did the work",
		Hash:       "abc123",
		Through:    2,
		Foot:       tell.Foot,
	}
}

func TestThePaperSaysWhatTheRecordSays(t *testing.T) {
	text := words(t, signed())
	for _, part := range []string{
		"Launch Teal · lower drive cable", "opened 24 Nov 2026", "“stiff”", "barrel to eye inside", "Left open on the water",
		"out by request of the owner", "I did the work Ines, 24 Nov 2026", "1 24 Nov 2026 09:00 Ines complaint: stiff",
		"kept on the phone (received 24 Nov 2026 12:00)", "chain hash of events 1 to 2: abc123", "declares nothing fit for road",
	} {
		assert.Contains(t, text, part)
	}
	assert.NotContains(t, text, "BROKEN")
	broken := signed()
	broken.Broken = "run x: event 2 was changed"
	assert.Contains(t, words(t, broken), "THE CHAIN OF THIS RECORD IS BROKEN: run x: event 2 was changed")
}

func TestAnyLetterOfTheWorldStandsOnThePaper(t *testing.T) {
	r := signed()
	r.Heading.Machine = "Élan 🛶 Бот \x00小船"
	r.Complaint[0].Text = "cafés, ½ turn − ± ° … тяжело \u202eolleh 🛠️ ﷽"
	text := words(t, r)
	assert.Contains(t, text, "Élan ¤")
	assert.Contains(t, text, "cafés, ½ turn − ± ° …")
	assert.Contains(t, text, "olleh ¤")
}

func TestARulerOfAnyFiguresIsPrintedAtOnce(t *testing.T) {
	for _, r := range []tell.Rule{
		{From: 0, To: 1e9, Tick: 1e-9}, {From: 0, To: 1, Tick: 0}, {From: 1e300, To: 1.1e300, Tick: 1}, {From: 5, To: 5, Tick: 1},
	} {
		r.Marks = []tell.Mark{{Kind: "left", At: r.From}}
		rec := signed()
		rec.Rules = []tell.Rule{r}
		raw, err := printed(func(w io.Writer) error { return PDF(rec, nil, "A4", w) })
		require.NoError(t, err)
		assert.Less(t, len(raw), 200_000)
	}
}

func printed(write func(w io.Writer) error) ([]byte, error) {
	var out bytes.Buffer
	err := write(&out)
	return out.Bytes(), err
}
