package postgres

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"maps"
	"slices"
	"time"

	"github.com/jackc/pgx/v5/pgconn"
	"golang.org/x/sync/errgroup"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/workshop"
)

// Conflict is the error of an event that was meant to follow another one than
// the last: Missed are the events its sender had not seen.
type Conflict struct {
	Missed  []record.Event
	Clashes []record.Event // those that only the sender can settle
	Turned  bool           // some of them moved what was sent tells of
	Mine    string         // what was sent, in words
}

func (c *Conflict) Error() string {
	return fmt.Sprintf("%d events came in between", len(c.Missed))
}

// Twin is the error of an event whose id belongs to another one: Kept is the one that
// stands, Sent the one that came.
type Twin struct{ Kept, Sent record.Event }

func (t *Twin) Error() string { return "this id belongs to another entry" }

// RunHead is how a run stands in the database: the last event, a digest of all of
// them, and the versions of floor and library.
type RunHead struct {
	workshop.Job
	Seq    int
	Hash   string
	Print  int64
	Beside int64  // digest of photos and voice notes
	Zone   string // of the workshop
	Whole  bool   // row, events, sheet and ledger fit, as far as can be told without reading each event
	Floor  int
	Sheets int
}

var headSQL = `SELECT r.id, r.machine, r.cable, r.opened, r.seq, r.hash,
  coalesce((SELECT bit_xor(e.print) FROM events e WHERE e.run_id = r.id), 0) AS print,
  ` + besideOf("r") + ` AS beside, ` + wholeRun + ` AS whole, coalesce((SELECT zone FROM workshop WHERE id = 1), '') AS zone,
  (SELECT floor FROM versions WHERE id = 1) AS floor, (SELECT sheets FROM versions WHERE id = 1) AS sheets
  FROM runs r WHERE r.id = ?`

// RunHead is the head of a run, ErrNotFound when there is none.
func (s *Store) RunHead(ctx context.Context, id string) (RunHead, error) {
	var h RunHead
	done := s.db.WithContext(ctx).Raw(headSQL, id).Scan(&h)
	if done.Error == nil && done.RowsAffected == 0 {
		return h, ErrNotFound
	}
	h.Opened = h.Opened.UTC()
	return h, done.Error
}

// Events are the events of a run after a number, in order, with the digest of these.
func (s *Store) Events(ctx context.Context, id string, after int) (events []record.Event, print int64, err error) {
	var rows []struct {
		Event eventRow `gorm:"embedded"`
		Print int64
	}
	err = s.db.WithContext(ctx).Raw("SELECT * FROM events WHERE run_id = ? AND seq > ? ORDER BY seq", id, after).Scan(&rows).Error
	for _, r := range rows {
		events, print = append(events, r.Event.event()), print^r.Print
	}
	return events, print, err
}

// OpenRun opens a run; opening it twice under the same id changes nothing, but one of
// another cable is refused.
func (s *Store) OpenRun(ctx context.Context, j workshop.Job) error {
	return s.AddRun(ctx, j, nil, "", tell.Stand(lead.Of(record.Fold(nil, nil))))
}

// AddRun puts a run with all its events in place, or nothing of it.
func (s *Store) AddRun(ctx context.Context, j workshop.Job, events []record.Event, sheet string, st tell.Standing) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		j.Opened = j.Opened.UTC().Truncate(time.Millisecond)
		row := runRow{ID: j.ID, Machine: j.Machine, Cable: j.Cable, Opened: j.Opened, StandingRow: standingOf(sheet, st)}
		if n := len(events); n > 0 {
			row.Seq, row.Hash = events[n-1].Seq, events[n-1].Hash
		}
		done := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&row)
		if done.Error != nil {
			return done.Error
		}
		if done.RowsAffected == 0 {
			var there runRow
			err := tx.Take(&there, "id = ?", j.ID).Error
			if err == nil && (there.Machine != j.Machine || there.Cable != j.Cable) {
				return fault.At("id", "this id belongs to a run of another cable: make a new one")
			}
			return err
		}
		lines := []ledgerRow{{Kind: ledgerOpened, Subject: j.ID, Says: openedSays(row.Machine, row.Cable, row.Opened)}}
		var rows []eventRow
		for _, e := range events {
			rows = append(rows, rowOf(e, e.Digest()))
			if e.Kind == record.KindSigned {
				lines = append(lines, ledgerRow{Kind: ledgerSigned, Subject: e.Run, Says: e.Hash})
			}
		}
		if len(rows) > 0 {
			if err := tx.CreateInBatches(rows, 200).Error; err != nil {
				return err
			}
			lines = append(lines, headLine(row.ID, row.Seq, row.Hash))
		}
		err := tx.Exec(`UPDATE runs AS r SET noted = seq, stood = `+StoodOf("r")+`,
			print = coalesce((SELECT bit_xor(e.print) FROM events e WHERE e.run_id = r.id), 0) WHERE id = ?`, row.ID).Error
		if err != nil {
			return err
		}
		return inLedger(tx, lines...)
	})
}

// openedSays is what the ledger says of a run's row.
func openedSays(machine, cable string, opened time.Time) string {
	return machine + unit + cable + unit + opened.UTC().Format(time.RFC3339Nano)
}

func rowOf(e record.Event, sent string) eventRow {
	return eventRow{ID: e.ID, RunID: e.Run, Seq: e.Seq, Kind: string(e.Kind), By: e.By, At: e.At, Received: e.Received, Behind: e.Behind,
		Body: string(e.Body), Prev: e.Prev, Hash: e.Hash, Sent: sent}
}

// addSQL adds the event first, behind the row that it holds on to: a second one that comes at once
// finds the run moved on.
var addSQL = named(`WITH v AS (SELECT @seq::bigint AS seq, @hash::text AS hash, ` + floorValues + `),
  here AS (SELECT id FROM runs WHERE id = @run AND seq = @behind_seq AND hash = @behind_hash FOR UPDATE),
  added AS (INSERT INTO events (id, run_id, seq, kind, by, at, received, body, prev, hash, sent, behind)
    SELECT @id, id, @seq, @kind, @by, @at, @received, @body, @prev, @hash, @sent, @behind FROM here RETURNING print)
UPDATE runs SET seq = v.seq, hash = v.hash, ` + floorSet + `, stood = ` + StoodOf("v") + `,
  print = runs.print # added.print, noted = CASE WHEN @noted THEN v.seq ELSE noted END
FROM v, added WHERE runs.id = @run RETURNING added.print`)

// Add keeps a sealed event behind the head it was sealed on, with what the floor shows
// of the run then: one statement, one commit. It gives the digest of the event;
// ErrMoved when the run stands elsewhere by now, ErrTaken when the id is in use.
func (s *Store) Add(ctx context.Context, h RunHead, e record.Event, sent, sheet string, st tell.Standing) (print int64, err error) {
	stands, noted := standingOf(sheet, st), leaves(e, st)
	add := func(db *gorm.DB) error {
		args := map[string]any{"seq": e.Seq, "hash": e.Hash, "run": e.Run, "behind_seq": h.Seq, "behind_hash": h.Hash, "id": e.ID,
			"kind": string(e.Kind), "by": e.By, "at": e.At, "received": e.Received, "body": string(e.Body), "prev": e.Prev, "sent": sent,
			"behind": e.Behind, "noted": noted}
		maps.Copy(args, stands.values())
		err := addSQL.row(db, args).Scan(&print)
		switch {
		case errors.Is(err, sql.ErrNoRows):
			return ErrMoved
		case unique(err):
			return ErrTaken
		}
		return err
	}
	if !noted {
		return print, add(s.db.WithContext(ctx))
	}
	lines := []ledgerRow{headLine(e.Run, e.Seq, e.Hash)}
	if e.Kind == record.KindSigned {
		lines = append(lines, ledgerRow{Kind: ledgerSigned, Subject: e.Run, Says: e.Hash})
	}
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := add(tx); err != nil {
			return err
		}
		return inLedger(tx, lines...)
	})
	return print, err
}

// ErrMoved and ErrTaken are why an event could not be added where it was meant to go.
var (
	ErrMoved = errors.New("another event came first")
	ErrTaken = errors.New("the id is in use")
)

// unique tells whether an error says that something is there already.
func unique(err error) bool {
	var said *pgconn.PgError
	return errors.Is(err, gorm.ErrDuplicatedKey) || errors.As(err, &said) && said.Code == "23505"
}

// Event is the event of an id with the digest of what was sent as it, ErrNotFound when
// there is none.
func (s *Store) Event(ctx context.Context, id string) (record.Event, string, error) {
	var row eventRow
	err := s.db.WithContext(ctx).Take(&row, "id = ?", id).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return record.Event{}, "", ErrNotFound
	}
	return row.event(), row.Sent, err
}

var setSQL = named(`WITH v AS (SELECT seq, hash, ` + floorValues + ` FROM runs WHERE id = @run)
UPDATE runs SET ` + floorSet + `, stood = ` + StoodOf("v") + `
FROM v WHERE id = @run AND (stood <> ` + StoodOf("v") + ` OR ` + StoodOf("runs") + ` <> ` + StoodOf("v") + `)`)

// SetStanding writes what the floor shows of a run anew; false when it stood so.
func (s *Store) SetStanding(ctx context.Context, id, sheet string, st tell.Standing) (bool, error) {
	args := standingOf(sheet, st).values()
	args["run"] = id
	n, err := setSQL.exec(s.db.WithContext(ctx), args)
	return n > 0, err
}

// RunLine is a run as floor and card show it.
type RunLine struct {
	workshop.Job
	Standing tell.Standing
	Sheet    string // the hash it is pinned to
	Whole    bool   // as RunHead's
}

// NewestRuns is the newest run of each cable that stands on a card; what to resume is left out. What they show and whether they
// are whole are asked at the same time: the second takes twice as long as the first.
func (s *Store) NewestRuns(ctx context.Context) (lines []RunLine, err error) {
	var broken []string
	both, ctx := errgroup.WithContext(ctx)
	both.Go(func() error {
		return s.db.WithContext(ctx).Raw(`SELECT r.id FROM ` + newestOfEach + ` WHERE NOT ` + wholeRun).Scan(&broken).Error
	})
	both.Go(func() (err error) {
		lines, err = s.NewestStandings(ctx)
		return err
	})
	err = both.Wait()
	for i := range lines {
		lines[i].Whole = !slices.Contains(broken, lines[i].ID)
	}
	return lines, err
}

// NewestStandings is the same without asking whether each is whole, for what only counts days.
func (s *Store) NewestStandings(ctx context.Context) ([]RunLine, error) {
	return s.lines(ctx, `SELECT r.id, machine, cable, opened, `+floorShown(resumes, wears, found)+`, true AS whole FROM `+newestOfEach+`
		ORDER BY machine, cable`)
}

// newestOfEach finds them by the index, a step a cable: however many runs there are, no other is looked at.
const newestOfEach = `cables c CROSS JOIN LATERAL (SELECT * FROM runs WHERE machine = c.machine_id AND cable = c.id
	ORDER BY opened DESC, id LIMIT 1) r`

// Unsigned are the runs that are not done whose cable begins so, the oldest first.
func (s *Store) Unsigned(ctx context.Context, prefix string) ([]RunLine, error) {
	return s.lines(ctx, lineSQL(resumes, wears, found)+` WHERE starts_with(cable, ?) AND sign <> 'signed' ORDER BY opened, id`, prefix) // as its index
}

// RunsOf are the runs of a machine, the newest first.
func (s *Store) RunsOf(ctx context.Context, machine string) ([]RunLine, error) {
	return s.lines(ctx, lineSQL(resumes, found)+` WHERE machine = ? ORDER BY opened DESC, id`, machine)
}

// RunsBySheet are the newest runs that were led by any revision of a sheet.
func (s *Store) RunsBySheet(ctx context.Context, id string) ([]RunLine, error) {
	return s.lines(ctx, lineSQL(resumes, found)+` WHERE sheet IN (SELECT hash FROM sheets WHERE sheet_id = ?) ORDER BY opened DESC, id LIMIT 24`, id)
}

// FirstMoves is how many adjusters were moved to bring readings in by the signed runs of a sheet, and how many of them needed
// a second move.
type FirstMoves struct{ Moved, Second int }

// FirstMoves are those of every sheet, by its id.
func (s *Store) FirstMoves(ctx context.Context) (map[string]FirstMoves, error) {
	var rows []struct {
		SheetID string
		FirstMoves
	}
	err := s.db.WithContext(ctx).Raw(`SELECT h.sheet_id, sum(r.firsts) AS moved, sum(r.seconds) AS second
		FROM runs r JOIN sheets h ON h.hash = r.sheet WHERE r.signed AND r.firsts > 0 GROUP BY h.sheet_id`).Scan(&rows).Error
	out := map[string]FirstMoves{}
	for _, r := range rows {
		out[r.SheetID] = r.FirstMoves
	}
	return out, err
}

// RunsOfFamily are the newest runs that were led by any sheet of a family.
func (s *Store) RunsOfFamily(ctx context.Context, family string) ([]RunLine, error) {
	return s.lines(ctx, lineSQL(resumes, found)+` WHERE sheet IN (SELECT hash FROM sheets WHERE family = ?) ORDER BY opened DESC, id LIMIT 24`, family)
}

// mostSeen is how many runs of a sheet are looked at for what others of its kind wore.
const mostSeen = 200

// RunsSeenBy are the newest signed runs by any sheet of a family that showed what wears, the oldest of them first. Whether each
// is whole is not asked: they tell of others of a kind, and of those only roughly.
func (s *Store) RunsSeenBy(ctx context.Context, family string) ([]RunLine, error) {
	out, err := s.lines(ctx, `SELECT id, machine, cable, opened, sheet, signed, touched, seen, true AS whole FROM runs
		WHERE signed AND seen <> '' AND sheet IN (SELECT hash FROM sheets WHERE family = ?) ORDER BY opened DESC, id LIMIT ?`, family, mostSeen)
	slices.Reverse(out)
	return out, err
}

// RunLine is the line of one run with what to resume, ErrNotFound when there is none.
func (s *Store) RunLine(ctx context.Context, id string) (RunLine, error) {
	list, err := s.lines(ctx, lineSQL()+` WHERE id = ?`, id)
	if err == nil && len(list) == 0 {
		return RunLine{}, ErrNotFound
	}
	if err != nil {
		return RunLine{}, err
	}
	return list[0], nil
}

// What lines may be asked for without.
const (
	resumes = "resume"
	wears   = "seen"
	found   = "words"
)

// lineSQL asks for runs r, without some of what their lines hold.
func lineSQL(without ...string) string {
	return `SELECT r.id, machine, cable, opened, ` + floorShown(without...) + `, ` + wholeRun + ` AS whole FROM runs r`
}

func (s *Store) lines(ctx context.Context, query string, args ...any) (out []RunLine, err error) {
	var rows []struct {
		ID, Machine, Cable string
		Opened             time.Time
		StandingRow
		Whole bool
	}
	err = s.db.WithContext(ctx).Raw(query, args...).Scan(&rows).Error
	for _, r := range rows {
		job := workshop.Job{ID: r.ID, Machine: r.Machine, Cable: r.Cable, Opened: r.Opened.UTC()}
		out = append(out, RunLine{Job: job, Standing: r.standing(), Sheet: r.Sheet, Whole: r.Whole})
	}
	return out, err
}

// RunIDs lists every run, the oldest first.
func (s *Store) RunIDs(ctx context.Context) (out []string, err error) {
	err = s.db.WithContext(ctx).Model(&runRow{}).Order("opened, id").Pluck("id", &out).Error
	return out, err
}

// HasRuns tells whether a cable has runs on record.
func (s *Store) HasRuns(ctx context.Context, machine, cable string) (bool, error) {
	var n int64
	err := s.db.WithContext(ctx).Model(&runRow{}).Where("machine = ? AND cable = ?", machine, cable).Limit(1).Count(&n).Error
	return n > 0, err
}
