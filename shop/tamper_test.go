package shop_test

import (
	"bytes"
	"fmt"
	"io"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/internal/testdb"
	"brankel/internal/testpdf"
	"brankel/postgres"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/shop"
)

// byHand is one edit past Brankel, by somebody who can switch triggers off, and where it is said.
type byHand struct {
	says  string
	run   string // whose screens say so
	bays  bool
	forge func(t *testing.T, s *shop.Shop)
}

func sql(text string) func(t *testing.T, s *shop.Shop) {
	return func(t *testing.T, s *shop.Shop) { require.NoError(t, testdb.Exec(s.Store, text)) }
}

func onRun(id, set string) func(t *testing.T, s *shop.Shop) {
	return sql(`UPDATE runs SET ` + set + ` WHERE id = '` + id + `'`)
}

const (
	signedRun = "2026-03-teal"
	openRun   = "2026-11-wigeon"
)

// forged seals events anew as somebody who knows the chain would, and writes head and digests of the
// row so that they fit.
func forged(t *testing.T, s *shop.Shop, id string, change func(events []record.Event) []record.Event) {
	events, _, err := s.Store.Events(t.Context(), id, 0)
	require.NoError(t, err)
	events = change(events)
	var text strings.Builder
	fmt.Fprintf(&text, "DELETE FROM events WHERE run_id = '%s';\n", id)
	prev := ""
	for i, e := range events {
		e.Seq = i + 1
		e = e.Seal(prev)
		prev = e.Hash
		fmt.Fprintf(&text, "INSERT INTO events (id, run_id, seq, kind, by, at, received, body, prev, hash, sent, behind) VALUES "+
			"('%s', '%s', %d, '%s', '%s', '%s', '%s', $b$%s$b$, '%s', '%s', '', %d);\n",
			e.ID, id, e.Seq, e.Kind, e.By, e.At.Format(time.RFC3339Nano), e.Received.Format(time.RFC3339Nano), e.Body, e.Prev, e.Hash, e.Behind)
	}
	fmt.Fprintf(&text, "UPDATE runs SET seq = %d, hash = '%s' WHERE id = '%s';\n", len(events), prev, id)
	require.NoError(t, testdb.Exec(s.Store, text.String()))
	fits(t, s, id)
}

// fits writes digests and standing of a run's row as they follow from what stands there now.
func fits(t *testing.T, s *shop.Shop, id string) {
	events, _, err := s.Store.Events(t.Context(), id, 0)
	require.NoError(t, err)
	hash, _ := record.Pinned(events)
	one, err := s.Store.Sheet(t.Context(), hash)
	require.NoError(t, err)
	_, err = s.Store.SetStanding(t.Context(), id, hash, tell.Stand(lead.Of(record.Fold(one, events))))
	require.NoError(t, err)
	require.NoError(t, testdb.Exec(s.Store, fmt.Sprintf(`UPDATE runs r SET stood = %s,
		print = (SELECT bit_xor(print) FROM events WHERE run_id = r.id) WHERE id = '%s'`, postgres.StoodOf("r"), id)))
}

func without(n int) func([]record.Event) []record.Event {
	return func(events []record.Event) []record.Event { return events[:len(events)-n] }
}

func edits() map[string]byHand {
	standing := func(set string) byHand {
		return byHand{"what the floor shows of it was changed", signedRun, true, onRun(signedRun, set)}
	}
	sheet := func(set string) byHand {
		return byHand{"what it is found by was changed", openRun, true, sql(`UPDATE sheets SET ` + set + ` WHERE sheet_id = '118'`)}
	}
	beside := func(text string) byHand {
		return byHand{"was changed after it was taken", signedRun, true, sql(text)}
	}
	return map[string]byHand{
		"a signature without its line": {"a signature on it stands in no ledger", openRun, true, func(t *testing.T, s *shop.Shop) {
			forged(t, s, openRun, func(events []record.Event) []record.Event {
				last := events[len(events)-1]
				last.ID, last.Kind, last.Body = "forged", record.KindSigned, []byte(`{"name":"Ines","called":{"machine":"","note":"","cable":""}}`)
				return append(events, last)
			})
		}},
		"an amendment taken off": {"is not the one that the ledger noted", signedRun, true, func(t *testing.T, s *shop.Shop) {
			forged(t, s, signedRun, without(1))
		}},
		"the signature taken off": {"is not the one that the ledger noted", signedRun, true, func(t *testing.T, s *shop.Shop) {
			forged(t, s, signedRun, func(events []record.Event) []record.Event {
				for i, e := range events {
					if e.Kind == record.KindSigned {
						return events[:i]
					}
				}
				return nil
			})
		}},
		"an unsigned run hashed anew": {"is not the one that the ledger noted", openRun, true, func(t *testing.T, s *shop.Shop) {
			forged(t, s, openRun, func(events []record.Event) []record.Event {
				events[7].Body = bytes.Replace(events[7].Body, []byte("142.2"), []byte("143.2"), 2)
				return events
			})
		}},
		"its row put under another machine": {"its row was changed", openRun, true, onRun(openRun, `machine = 'teal'`)},
		"its row dated back":                {"its row was changed", openRun, true, onRun(openRun, `opened = opened - interval '1 year'`)},
		"its sign":                          standing(`sign = 'open'`),
		"its place":                         standing(`part = 0.5`),
		"its words":                         standing(`says = 'signed 1 Jan 2020'`),
		"that it is signed":                 standing(`signed = false`),
		"when it was touched":               standing(`touched = touched - interval '1 day'`),
		"when it comes due":                 standing(`due = '2099-01-01'`),
		"what it voids":                     standing(`voids = '["throttle"]'`),
		"what to resume":                    standing(`resume = '{}'`),
		"its cause":                         standing(`cause = 'worn'`),
		"which sheet it has":                standing(`sheet = ''`),
		"the cable a sheet is for":          sheet(`cable = 'throttle'`),
		"the family a sheet is of":          sheet(`family = 'clutch'`),
		"the serials a sheet is for":        sheet(`applies = replace(applies, '2400', '1000')`),
		"whether a sheet leads":             sheet(`led = NOT led`),
		"the figure a sheet shows":          sheet(`figure = 150`),
		"the small twin of a photo":         beside(`UPDATE photos SET small = '\x00'`),
		"the width of a photo":              beside(`UPDATE photos SET width = width * 2`),
		"the picture of a photo":            beside(`UPDATE photos SET jpeg = small`),
		"the type of a voice note":          beside(`UPDATE voices SET type = 'audio/wav'`),
		"what a sheet says": {"its body was changed after it was kept", openRun, true, sql(
			`UPDATE sheets SET body = replace(body, 'Ostley', 'Ostlay') WHERE sheet_id = '118'`)},
		"events of a run that is not there": {"there are events of it, and it is not there", "", false, sql(
			`INSERT INTO events (id, run_id, seq, kind, by, at, received, body, prev, hash)
				VALUES ('x', 'nowhere', 1, 'note', 'Ines', now(), now(), '{}', '', '')`)},
	}
}

// Whatever is changed past Brankel is found by verify, and said where it is looked at, on a server that
// knew the run before and on one that did not.
func TestWhatWasChangedByHandIsSaid(t *testing.T) {
	for name, edit := range edits() {
		t.Run(name, func(t *testing.T) {
			s := testdb.Shop(t)
			photo, err := s.AddPhoto(t.Context(), signedRun, picture(t, 90))
			require.NoError(t, err)
			voice, err := s.AddVoice(t.Context(), signedRun, recording(1))
			require.NoError(t, err)
			require.NoError(t, add(t, s, "p1", record.KindPhoto, record.Photo{SHA256: photo.SHA256}))
			require.NoError(t, add(t, s, "v1", record.KindVoice, record.Voice{SHA256: voice.SHA256}))
			events, _, err := s.Store.Events(t.Context(), signedRun, 0)
			require.NoError(t, err)
			require.NoError(t, add(t, s, "a1", record.KindAmended, record.Amended{Event: events[8].ID, Text: "143.1 mm", Reason: "misread"}))
			for _, id := range []string{signedRun, openRun} {
				v, err := s.Run(t.Context(), id)
				require.NoError(t, err)
				require.Empty(t, v.View.Broken)
			}
			before, err := s.Store.Verify(t.Context())
			require.NoError(t, err)
			for _, table := range []string{"events", "ledger", "photos", "voices"} {
				require.NoError(t, testdb.Exec(s.Store, "ALTER TABLE "+table+" DISABLE TRIGGER USER"))
			}
			edit.forge(t, s)

			after, err := s.Store.Verify(t.Context())
			require.ErrorContains(t, err, edit.says)
			assert.Equal(t, before.Head, after.Head, "though the ledger itself is as it was")
			for which, server := range map[string]*shop.Shop{"that knew it": s, "that starts now": shop.New(s.Store, s.Now)} {
				if edit.bays {
					bays, err := server.Bays(t.Context())
					require.NoError(t, err)
					assert.Contains(t, bays.Broken, "changed by hand", which)
				}
				if edit.run == "" {
					continue
				}
				v, err := server.Run(t.Context(), edit.run)
				require.NoError(t, err)
				assert.NotEmpty(t, v.View.Broken, "the run on a server %s", which)
				r, err := server.Record(t.Context(), edit.run)
				require.NoError(t, err)
				assert.NotEmpty(t, r.Broken, "the record on a server %s", which)
				assert.Contains(t, paperOf(t, server, edit.run), "CHAIN OF THIS RECORD IS BROKEN", "the paper of a server %s", which)
			}
		})
	}
	assert.GreaterOrEqual(t, len(edits()), 22)
}

func paperOf(t *testing.T, s *shop.Shop, id string) string {
	raw, err := made(func(w io.Writer) error { return s.RecordPDF(t.Context(), id, "A4", w) })
	require.NoError(t, err)
	return testpdf.Text(t, raw)
}

// What is written between two lines of the ledger is noted by the next sweep, and no run is noted twice.
func TestEveryHeadComesIntoTheLedger(t *testing.T) {
	s := testdb.Shop(t)
	n, err := s.Store.NoteHeads(t.Context())
	require.NoError(t, err)
	assert.Zero(t, n, "what was imported is noted")
	v, err := s.Run(t.Context(), openRun)
	require.NoError(t, err)
	e := note("tide")
	e.Run = openRun
	_, err = s.Append(t.Context(), e, v.View.Seq)
	require.NoError(t, err)
	before, err := s.Store.Verify(t.Context())
	require.NoError(t, err)
	n, err = s.Store.NoteHeads(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 1, n)
	after, err := s.Store.Verify(t.Context())
	require.NoError(t, err)
	assert.NotEqual(t, before.Head, after.Head)
	n, err = s.Store.NoteHeads(t.Context())
	require.NoError(t, err)
	assert.Zero(t, n)
	require.NoError(t, testdb.Exec(s.Store, "ALTER TABLE events DISABLE TRIGGER USER"))
	forged(t, s, openRun, without(1))
	_, err = s.Store.Verify(t.Context())
	require.ErrorContains(t, err, "is not the one that the ledger noted")
}
