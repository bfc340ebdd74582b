package postgres

import (
	"context"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/stdlib"

	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/workshop"
)

// Filled is a run that is put in place whole, among very many: its events sealed, its photos, where it stands.
type Filled struct {
	Job      workshop.Job
	Events   []record.Event
	Sheet    string
	Standing tell.Standing
	Photos   []Photo
}

// Fill puts very many runs in place, a portion of them at a time, all or nothing; none of their ids may be there. told is
// called with the events put in so far.
func (s *Store) Fill(ctx context.Context, portions <-chan []Filled, told func(events int)) error {
	pool, err := s.pool()
	if err != nil {
		return err
	}
	conn, err := pool.Conn(ctx)
	if err != nil {
		return err
	}
	defer conn.Close()
	err = conn.Raw(func(driver any) error {
		return pgx.BeginFunc(ctx, driver.(*stdlib.Conn).Conn(), func(tx pgx.Tx) error { return fill(ctx, tx, portions, told) })
	})
	if err != nil {
		return err
	}
	return s.tidy(ctx)
}

// tidy has the database look over what was filled in at once, as it does by itself in the hours behind: until then it plans by
// guesses, and looks every row up that an index would tell.
func (s *Store) tidy(ctx context.Context) error {
	return s.db.WithContext(ctx).Exec("VACUUM ANALYZE").Error
}

func fill(ctx context.Context, tx pgx.Tx, portions <-chan []Filled, told func(events int)) error {
	if _, err := tx.Exec(ctx, "SELECT pg_advisory_xact_lock(7264)"); err != nil { // of the ledger
		return err
	}
	var before ledgerRow
	err := tx.QueryRow(ctx, "SELECT n, hash FROM ledger ORDER BY n DESC LIMIT 1").Scan(&before.N, &before.Hash)
	if err != nil && err != pgx.ErrNoRows {
		return err
	}
	done := 0
	for list := range portions {
		var runs, events, photos, ledger [][]any
		line := func(kind, subject, says string) {
			l := ledgerRow{N: before.N + 1, Kind: kind, Subject: subject, Says: says, At: time.Now().UTC().Truncate(time.Millisecond), Prev: before.Hash}
			l.Hash = l.digest()
			ledger = append(ledger, []any{l.N, l.Kind, l.Subject, l.Says, l.At, l.Prev, l.Hash})
			before = l
		}
		for _, f := range list {
			last := f.Events[len(f.Events)-1]
			opened := f.Job.Opened.UTC().Truncate(time.Millisecond)
			row := []any{f.Job.ID, f.Job.Machine, f.Job.Cable, opened, last.Seq, last.Hash, int64(0), int64(0), last.Seq, ""}
			values := standingOf(f.Sheet, f.Standing).values()
			for _, c := range columns {
				row = append(row, values[c.name])
			}
			runs = append(runs, row)
			line(ledgerOpened, f.Job.ID, openedSays(f.Job.Machine, f.Job.Cable, opened))
			for _, e := range f.Events {
				r := rowOf(e, e.Digest())
				events = append(events, []any{r.ID, r.RunID, r.Seq, r.Kind, r.By, r.At, r.Received, r.Behind, r.Body, r.Prev, r.Hash, r.Sent})
				if e.Kind == record.KindSigned {
					line(ledgerSigned, e.Run, e.Hash)
				}
			}
			head := headLine(f.Job.ID, last.Seq, last.Hash)
			line(head.Kind, head.Subject, head.Says)
			for _, p := range f.Photos {
				photos = append(photos, []any{f.Job.ID, p.SHA256, p.Width, p.Height, p.JPEG, p.Small, last.At})
			}
		}
		names := []string{"id", "machine", "cable", "opened", "seq", "hash", "print", "beside", "noted", "stood"}
		for _, c := range columns {
			names = append(names, c.name)
		}
		for _, t := range []struct {
			table string
			names []string
			rows  [][]any
		}{
			{"runs", names, runs},
			{"events", []string{"id", "run_id", "seq", "kind", "by", "at", "received", "behind", "body", "prev", "hash", "sent"}, events},
			{"photos", []string{"run_id", "sha256", "width", "height", "jpeg", "small", "kept"}, photos},
			{"ledger", []string{"n", "kind", "subject", "says", "at", "prev", "hash"}, ledger},
		} {
			if _, err := tx.CopyFrom(ctx, pgx.Identifier{t.table}, t.names, pgx.CopyFromRows(t.rows)); err != nil {
				return fmt.Errorf("%s: %w", t.table, err)
			}
		}
		done += len(events)
		told(done)
	}
	if err := ctx.Err(); err != nil {
		return err // whoever made them gave up
	}
	_, err = tx.Exec(ctx, `UPDATE runs r SET stood = `+StoodOf("r")+`, print = e.print, beside = `+besideOf("r")+`
		FROM (SELECT run_id, bit_xor(print) AS print FROM events GROUP BY run_id) e WHERE e.run_id = r.id AND r.stood = ''`)
	if err == nil {
		_, err = tx.Exec(ctx, "ANALYZE") // the database knows nothing yet of what it holds
	}
	return err
}
