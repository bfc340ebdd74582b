package postgres

import (
	"context"
	"errors"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// invitationRow lets second hands in at one run for a while: by the code, which is short
// enough to be called across a hall, or by the token in the QR, which nobody guesses.
type invitationRow struct {
	RunID string    `gorm:"primaryKey"`
	Code  string    `gorm:"not null;uniqueIndex"`
	Token string    `gorm:"not null;uniqueIndex"`
	By    string    `gorm:"not null"`
	Until time.Time `gorm:"not null;index"`
}

func (invitationRow) TableName() string { return "invitations" }

// handRow is a device at a run, and what whoever holds it said last.
type handRow struct {
	RunID  string    `gorm:"primaryKey"`
	Device string    `gorm:"primaryKey"`
	Name   string    `gorm:"not null"`
	Guest  bool      `gorm:"not null"`
	Place  string    `gorm:"not null"`
	Says   string    `gorm:"not null"`
	Seq    int       `gorm:"not null"`
	Since  time.Time `gorm:"not null"`
	Seen   time.Time `gorm:"not null;index"`
	Left   bool      `gorm:"not null"`
}

func (handRow) TableName() string { return "hands" }

// Invitation is what lets second hands in at a run.
type Invitation struct {
	Run, Code, Token, By string
	Until                time.Time
}

// Hand is a device at a run. Says is what its holder said last, of the run as it stood at
// event number Seq.
type Hand struct {
	Device, Name, Place, Says string
	Guest, Left               bool
	Seq                       int
	Since, Seen               time.Time
}

// Invite keeps an invitation, and forgets those that ran out. ErrTaken when another run has
// its code.
func (s *Store) Invite(ctx context.Context, i Invitation, now time.Time) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Where("until < ?", now).Delete(&invitationRow{}).Error; err != nil {
			return err
		}
		err := tx.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "run_id"}}, UpdateAll: true}).
			Create(&invitationRow{i.Run, i.Code, i.Token, i.By, i.Until}).Error
		if unique(err) {
			return ErrTaken
		}
		return err
	})
}

// Invitation is the one of a run that is good now, ErrNotFound when there is none.
func (s *Store) Invitation(ctx context.Context, run string, now time.Time) (Invitation, error) {
	return s.invitation(ctx, now, "run_id = ?", run)
}

// InvitationBy is the one with this code or this token.
func (s *Store) InvitationBy(ctx context.Context, code, token string, now time.Time) (Invitation, error) {
	if token != "" {
		return s.invitation(ctx, now, "token = ?", token)
	}
	return s.invitation(ctx, now, "code = ?", code)
}

func (s *Store) invitation(ctx context.Context, now time.Time, where, is string) (Invitation, error) {
	var row invitationRow
	err := s.db.WithContext(ctx).Where(where, is).Where("until >= ?", now).Take(&row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return Invitation{}, ErrNotFound
	}
	return Invitation{row.RunID, row.Code, row.Token, row.By, row.Until.UTC()}, err
}

// EndInvitation takes it back: whoever came in by it is out.
func (s *Store) EndInvitation(ctx context.Context, run string) error {
	return s.db.WithContext(ctx).Delete(&invitationRow{}, "run_id = ?", run).Error
}

// forgotten is after how long somebody who was at a run is no longer told of.
const forgotten = 12 * time.Hour

// HandHere keeps what a device says of itself, with Seen and Since of the first time; the
// second value tells whether it says something else than before.
func (s *Store) HandHere(ctx context.Context, run string, h Hand) (fresh bool, err error) {
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		var was handRow
		err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Take(&was, "run_id = ? AND device = ?", run, h.Device).Error
		if err != nil && !errors.Is(err, gorm.ErrRecordNotFound) {
			return err
		}
		row := handRow{run, h.Device, h.Name, h.Guest, h.Place, h.Says, h.Seq, h.Seen, h.Seen, h.Left}
		if err == nil && was.Name == h.Name {
			row.Since = was.Since
		}
		kept := was
		kept.Seen, kept.Since = row.Seen, row.Since
		if fresh = kept != row; !fresh {
			return tx.Model(&was).Update("seen", row.Seen).Error
		}
		if err := tx.Where("run_id = ? AND seen < ?", run, h.Seen.Add(-forgotten)).Delete(&handRow{}).Error; err != nil {
			return err
		}
		return tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(&row).Error
	})
	return fresh, err
}

// Hands are the devices at a run, the first to come first.
func (s *Store) Hands(ctx context.Context, run string, since time.Time) (out []Hand, err error) {
	var rows []handRow
	err = s.db.WithContext(ctx).Order("since, device").Limit(mostHands).Find(&rows, "run_id = ? AND seen >= ?", run, since).Error
	for _, r := range rows {
		out = append(out, Hand{r.Device, r.Name, r.Place, r.Says, r.Guest, r.Left, r.Seq, r.Since.UTC(), r.Seen.UTC()})
	}
	return out, err
}

// mostHands is how many devices of a run are told of.
const mostHands = 20
