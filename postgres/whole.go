package postgres

import (
	"context"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// What follows from events and sheets stands in columns, so that it can be asked for quickly. Whoever
// writes a column writes a digest of all of them beside it, and whoever reads looks whether it still
// fits: what was changed by hand is seen where it is shown, and proved by Verify, which works all of
// it out again.

// wholeRun tells in SQL whether the row of a run, its events, what stands beside them, its sheet and the
// ledger say the same as far as can be told without reading each event: every head that was noted is
// still there, so a chain that was sealed anew is none of them. Each is looked up by itself: with EXISTS, the whole ledger
// would be read for a floor of some hundred runs.
var wholeRun = `(r.stood = ` + StoodOf("r") + `
  AND r.print = coalesce((SELECT bit_xor(e.print) FROM events e WHERE e.run_id = r.id), 0)
  AND r.beside = ` + besideOf("r") + `
  AND coalesce((SELECT seal = print FROM sheets WHERE hash = r.sheet), true)
  AND coalesce((SELECT true FROM ledger l WHERE l.subject = r.id AND l.kind = 'opened' AND l.says = ` + openedOf("r") + ` LIMIT 1), false)
  AND coalesce((SELECT bool_and(coalesce((
    SELECT true FROM events e WHERE e.run_id = r.id AND e.seq = ` + headSeq + ` AND e.hash = split_part(l.says, E'\x1f', 2)), false))
    FROM ledger l WHERE l.subject = r.id AND l.kind = 'head'), true)
  AND (NOT r.signed OR coalesce((SELECT true FROM ledger l WHERE l.subject = r.id AND l.kind = 'signed' LIMIT 1), false)))`

// headSeq is the number in a line of the ledger; what was written there by hand is none.
const headSeq = `CASE WHEN l.says ~ '^\d{1,9}\x1f' THEN split_part(l.says, E'\x1f', 1)::bigint ELSE 0 END`

// openedOf is what the ledger says of a run's row, in SQL: as openedSays.
func openedOf(from string) string {
	return strings.ReplaceAll(`@.machine || E'\x1f' || @.cable || E'\x1f' ||
    rtrim(rtrim(to_char(@.opened AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US'), '0'), '.') || 'Z'`, "@", from)
}

// besideOf is the digest of the photos and voice notes of a run, in SQL.
func besideOf(from string) string {
	return strings.ReplaceAll(`(coalesce((SELECT bit_xor(p.print) FROM photos p WHERE p.run_id = @.id), 0) #
    coalesce((SELECT bit_xor(o.print) FROM voices o WHERE o.run_id = @.id), 0))`, "@", from)
}

// Noted is what the ledger says of a run.
type Noted struct {
	opened string
	signed []string       // hashes of the events that signed it
	heads  map[int]string // hashes by number
}

func (n *Noted) add(l ledgerRow) {
	switch l.Kind {
	case ledgerOpened:
		n.opened = l.Says
	case ledgerSigned:
		n.signed = append(n.signed, l.Says)
	case ledgerHead:
		seq, hash, _ := strings.Cut(l.Says, unit)
		if n.heads == nil {
			n.heads = map[int]string{}
		}
		at, _ := strconv.Atoi(seq) // its own writing; else 0, which no event has
		n.heads[at] = hash
	}
}

// unit parts what a line of the ledger says.
const unit = "\x1f"

// Noted is what the ledger says of a run.
func (s *Store) Noted(ctx context.Context, id string) (n Noted, err error) {
	var lines []ledgerRow
	err = s.db.WithContext(ctx).Where("subject = ?", id).Order("n").Find(&lines).Error
	for _, l := range lines {
		n.add(l)
	}
	return n, err
}

// Fits tells why the events of a run are not those that the ledger knows: each head that was noted is
// there, and each signature stands in both.
func (n Noted) Fits(h RunHead, events []record.Event) error {
	id := h.ID
	switch {
	case n.opened == "":
		return fmt.Errorf("run %s: it stands in no ledger", id)
	case n.opened != openedSays(h.Machine, h.Cable, h.Opened):
		return fmt.Errorf("run %s: its row was changed after it was opened", id)
	}
	for seq, hash := range n.heads {
		if seq < 1 || seq > len(events) || events[seq-1].Hash != hash {
			return fmt.Errorf("run %s: event %d is not the one that the ledger noted", id, seq)
		}
	}
	var signed []string
	for _, e := range events {
		if e.Kind == record.KindSigned {
			signed = append(signed, e.Hash)
		}
	}
	for _, hash := range n.signed {
		if !slices.Contains(signed, hash) {
			return fmt.Errorf("run %s: the event that signed it is gone", id)
		}
	}
	for _, hash := range signed {
		if !slices.Contains(n.signed, hash) {
			return fmt.Errorf("run %s: a signature on it stands in no ledger", id)
		}
	}
	return nil
}

// leaves tells whether the head of a run is noted with an event: when it is left or signed, and
// whatever is written after the signature.
func leaves(e record.Event, st tell.Standing) bool {
	return st.Signed || slices.Contains([]record.Kind{record.KindSigned, record.KindInspected, record.KindPaused, record.KindAmended}, e.Kind)
}

// mostNoted is how many heads one sweep notes.
const mostNoted = 500

// NoteHeads puts the heads of runs that went on since into the ledger, and tells how many there were.
func (s *Store) NoteHeads(ctx context.Context) (n int, err error) {
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		var rows []runRow
		// whoever writes to one of them just now has it noted with the next sweep
		err := tx.Clauses(clause.Locking{Strength: "UPDATE", Options: "SKIP LOCKED"}).Select("id, seq, hash").
			Where("seq > noted").Order("id").Limit(mostNoted).Find(&rows).Error
		if err != nil || len(rows) == 0 {
			return err
		}
		var ids []string
		var lines []ledgerRow
		for _, r := range rows {
			ids, lines = append(ids, r.ID), append(lines, headLine(r.ID, r.Seq, r.Hash))
		}
		if err := tx.Exec("UPDATE runs SET noted = seq WHERE id IN ?", ids).Error; err != nil {
			return err
		}
		n = len(rows)
		return inLedger(tx, lines...)
	})
	return n, err
}

func headLine(id string, seq int, hash string) ledgerRow {
	return ledgerRow{Kind: ledgerHead, Subject: id, Says: strconv.Itoa(seq) + unit + hash}
}
