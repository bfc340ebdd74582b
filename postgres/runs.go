package postgres

import (
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5/pgconn"
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
func (s *Store) RunHead(id string) (RunHead, error) {
	var h RunHead
	done := s.db.Raw(headSQL, id).Scan(&h)
	if done.Error == nil && done.RowsAffected == 0 {
		return h, ErrNotFound
	}
	h.Opened = h.Opened.UTC()
	return h, done.Error
}

// Events are the events of a run after a number, in order, with the digest of these.
func (s *Store) Events(id string, after int) (events []record.Event, print int64, err error) {
	var rows []struct {
		Event eventRow `gorm:"embedded"`
		Print int64
	}
	err = s.db.Raw("SELECT * FROM events WHERE run_id = ? AND seq > ? ORDER BY seq", id, after).Scan(&rows).Error
	for _, r := range rows {
		events, print = append(events, r.Event.event()), print^r.Print
	}
	return events, print, err
}

// OpenRun opens a run; opening it twice under the same id changes nothing, but one of
// another cable is refused.
func (s *Store) OpenRun(j workshop.Job) error {
	return s.AddRun(j, nil, "", tell.Stand(lead.Of(record.Fold(nil, nil))))
}

// AddRun puts a run with all its events in place, or nothing of it.
func (s *Store) AddRun(j workshop.Job, events []record.Event, sheet string, st tell.Standing) error {
	return s.db.Transaction(func(tx *gorm.DB) error {
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

// carried is what whoever carries on is told.
type carried struct {
	Resume tell.Resume `json:"resume"`
	On     []string    `json:"on"`
	Off    []string    `json:"off"`
}

func standingOf(sheet string, st tell.Standing) StandingRow {
	row := StandingRow{Sheet: sheet, Sign: string(st.Sign), Part: st.Part, Says: st.Says, Signed: st.Signed, Due: st.Due,
		Resume: text(carried{st.Resume, st.On, st.Off}), Cause: st.Cause}
	if len(st.Voids) > 0 {
		row.Voids = text(st.Voids)
	}
	if !st.Touched.IsZero() {
		row.Touched = &st.Touched
	}
	return row
}

func (r StandingRow) standing() tell.Standing {
	st := tell.Standing{Sign: tell.Sign(r.Sign), Part: r.Part, Says: r.Says, Signed: r.Signed, Due: r.Due}
	if r.Touched != nil {
		st.Touched = r.Touched.UTC()
	}
	_ = json.Unmarshal([]byte(r.Voids), &st.Voids) // its own writing, or nothing
	var c carried
	_ = json.Unmarshal([]byte(r.Resume), &c) // its own writing, or nothing yet
	st.Resume, st.On, st.Off = c.Resume, c.On, c.Off
	return st
}

// addSQL adds the event first, behind the row that it holds on to: a second one that comes at once
// finds the run moved on.
var addSQL = `WITH v AS (SELECT $1::bigint AS seq, $2::text AS hash, $3::text AS sheet, $4::text AS sign, $5::numeric AS part,
    $6::text AS says, $7::boolean AS signed, $8::timestamptz AS touched, $9::text AS due, $10::text AS resume, $22::text AS voids,
    $23::text AS cause),
  here AS (SELECT id FROM runs WHERE id = $11 AND seq = $12 AND hash = $13 FOR UPDATE),
  added AS (INSERT INTO events (id, run_id, seq, kind, by, at, received, body, prev, hash, sent, behind)
    SELECT $14, id, $1, $15, $16, $17, $18, $19, $20, $2, $21, $24 FROM here RETURNING print)
UPDATE runs SET seq = v.seq, hash = v.hash, sheet = v.sheet, sign = v.sign, part = v.part, says = v.says, signed = v.signed,
  touched = v.touched, due = v.due, resume = v.resume, voids = v.voids, cause = v.cause, stood = ` + StoodOf("v") + `,
  print = runs.print # added.print, noted = CASE WHEN $25 THEN v.seq ELSE noted END
FROM v, added WHERE runs.id = $11 RETURNING added.print`

// Add keeps a sealed event behind the head it was sealed on, with what the floor shows
// of the run then: one statement, one commit. It gives the digest of the event;
// ErrMoved when the run stands elsewhere by now, ErrTaken when the id is in use.
func (s *Store) Add(h RunHead, e record.Event, sent, sheet string, st tell.Standing) (print int64, err error) {
	stands, noted := standingOf(sheet, st), leaves(e, st)
	add := func(db *gorm.DB) error {
		err := row(db, addSQL, e.Seq, e.Hash, stands.Sheet, stands.Sign, stands.Part, stands.Says, stands.Signed, stands.Touched,
			stands.Due, stands.Resume, e.Run, h.Seq, h.Hash, e.ID, string(e.Kind), e.By, e.At, e.Received, string(e.Body), e.Prev,
			sent, stands.Voids, stands.Cause, e.Behind, noted).Scan(&print)
		switch {
		case errors.Is(err, sql.ErrNoRows):
			return ErrMoved
		case unique(err):
			return ErrTaken
		}
		return err
	}
	if !noted {
		return print, add(s.db)
	}
	lines := []ledgerRow{headLine(e.Run, e.Seq, e.Hash)}
	if e.Kind == record.KindSigned {
		lines = append(lines, ledgerRow{Kind: ledgerSigned, Subject: e.Run, Says: e.Hash})
	}
	err = s.db.Transaction(func(tx *gorm.DB) error {
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
func (s *Store) Event(id string) (record.Event, string, error) {
	var row eventRow
	err := s.db.Take(&row, "id = ?", id).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return record.Event{}, "", ErrNotFound
	}
	return row.event(), row.Sent, err
}

// SetStanding writes what the floor shows of a run anew; false when it stood so.
func (s *Store) SetStanding(id, sheet string, st tell.Standing) (bool, error) {
	row := standingOf(sheet, st)
	done := s.db.Exec(`WITH v AS (SELECT seq, hash, ?::text AS sheet, ?::text AS sign, ?::numeric AS part, ?::text AS says,
			?::boolean AS signed, ?::timestamptz AS touched, ?::text AS due, ?::text AS resume, ?::text AS voids, ?::text AS cause
			FROM runs WHERE id = ?)
		UPDATE runs SET sheet = v.sheet, sign = v.sign, part = v.part, says = v.says, signed = v.signed, touched = v.touched, due = v.due,
			resume = v.resume, voids = v.voids, cause = v.cause, stood = `+StoodOf("v")+`
		FROM v WHERE id = ? AND (stood <> `+StoodOf("v")+` OR `+StoodOf("runs")+` <> `+StoodOf("v")+`)`,
		row.Sheet, row.Sign, row.Part, row.Says, row.Signed, row.Touched, row.Due, row.Resume, row.Voids, row.Cause, id, id)
	return done.RowsAffected > 0, done.Error
}

// RunLine is a run as floor and card show it.
type RunLine struct {
	workshop.Job
	Standing tell.Standing
	Whole    bool // as RunHead's
}

// NewestRuns is the newest run of each cable; what to resume is left out.
func (s *Store) NewestRuns() ([]RunLine, error) {
	return s.lines(lineSQL("''") + ` WHERE r.id IN (SELECT DISTINCT ON (machine, cable) id FROM runs ORDER BY machine, cable, opened DESC, id)
		ORDER BY machine, cable`)
}

// Unsigned are the runs that are not done whose cable begins so, the oldest first.
func (s *Store) Unsigned(prefix string) ([]RunLine, error) {
	return s.lines(lineSQL("''")+` WHERE starts_with(cable, ?) AND sign <> ? ORDER BY opened, id`, prefix, string(tell.SignSigned))
}

// RunsOf are the runs of a machine, the newest first.
func (s *Store) RunsOf(machine string) ([]RunLine, error) {
	return s.lines(lineSQL("''")+` WHERE machine = ? ORDER BY opened DESC, id`, machine)
}

// RunLine is the line of one run with what to resume, ErrNotFound when there is none.
func (s *Store) RunLine(id string) (RunLine, error) {
	list, err := s.lines(lineSQL("resume")+` WHERE id = ?`, id)
	if err == nil && len(list) == 0 {
		return RunLine{}, ErrNotFound
	}
	if err != nil {
		return RunLine{}, err
	}
	return list[0], nil
}

// lineSQL asks for lines, each with what to resume or with ”.
func lineSQL(resume string) string {
	return `SELECT id, machine, cable, opened, sign, part, says, signed, touched, due, voids, ` + resume + ` AS resume, ` +
		wholeRun + ` AS whole FROM runs r`
}

func (s *Store) lines(query string, args ...any) (out []RunLine, err error) {
	var rows []struct {
		ID, Machine, Cable string
		Opened             time.Time
		StandingRow
		Whole bool
	}
	err = s.db.Raw(query, args...).Scan(&rows).Error
	for _, r := range rows {
		job := workshop.Job{ID: r.ID, Machine: r.Machine, Cable: r.Cable, Opened: r.Opened.UTC()}
		out = append(out, RunLine{Job: job, Standing: r.standing(), Whole: r.Whole})
	}
	return out, err
}

// RunIDs lists every run, the oldest first.
func (s *Store) RunIDs() (out []string, err error) {
	err = s.db.Model(&runRow{}).Order("opened, id").Pluck("id", &out).Error
	return out, err
}

// HasRuns tells whether a cable has runs on record.
func (s *Store) HasRuns(machine, cable string) (bool, error) {
	var n int64
	err := s.db.Model(&runRow{}).Where("machine = ? AND cable = ?", machine, cable).Limit(1).Count(&n).Error
	return n > 0, err
}
