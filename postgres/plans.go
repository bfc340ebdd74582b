package postgres

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// planRow is the day on which a machine is to come in.
type planRow struct {
	Machine string `gorm:"primaryKey"`
	Day     string `gorm:"not null"` // 2006-01-02
	By      string `gorm:"not null"`
}

func (planRow) TableName() string { return "plans" }

// Plan is the day on which a machine is to come in, and who said so.
type Plan struct{ Machine, Day, By string }

// Plans are those of all machines.
func (s *Store) Plans(ctx context.Context) (out []Plan, err error) {
	var rows []planRow
	err = s.db.WithContext(ctx).Order("day, machine").Find(&rows).Error
	for _, r := range rows {
		out = append(out, Plan(r))
	}
	return out, err
}

// Plan keeps one; without a day it is taken back.
func (s *Store) Plan(ctx context.Context, p Plan) error {
	db := s.db.WithContext(ctx)
	if p.Day == "" {
		return db.Where("machine = ?", p.Machine).Delete(&planRow{}).Error
	}
	row := planRow(p)
	return db.Clauses(clause.OnConflict{UpdateAll: true}).Create(&row).Error
}

// calendarRow is a secret address of the calendar, by the digest of its secret.
type calendarRow struct {
	Digest string    `gorm:"primaryKey"`
	By     string    `gorm:"not null"`
	Made   time.Time `gorm:"not null"`
}

func (calendarRow) TableName() string { return "calendars" }

// Calendar is a secret address: who made it, and when. ID is the digest of its secret, which is kept nowhere.
type Calendar struct {
	ID, By string
	Made   time.Time
}

func digestOf(secret string) string {
	sum := sha256.Sum256([]byte("calendar " + secret))
	return hex.EncodeToString(sum[:])
}

// AddCalendar keeps a secret address.
func (s *Store) AddCalendar(ctx context.Context, secret, by string, at time.Time) error {
	return s.db.WithContext(ctx).Create(&calendarRow{digestOf(secret), by, at}).Error
}

// Calendars are the addresses that are open.
func (s *Store) Calendars(ctx context.Context) (out []Calendar, err error) {
	var rows []calendarRow
	err = s.db.WithContext(ctx).Order("made, digest").Find(&rows).Error
	for _, r := range rows {
		out = append(out, Calendar{r.Digest, r.By, r.Made.UTC()})
	}
	return out, err
}

// CalendarOf is the address of a secret, ErrNotFound when it was never given or is revoked.
func (s *Store) CalendarOf(ctx context.Context, secret string) (Calendar, error) {
	var row calendarRow
	err := s.db.WithContext(ctx).Take(&row, "digest = ?", digestOf(secret)).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return Calendar{}, ErrNotFound
	}
	return Calendar{row.Digest, row.By, row.Made.UTC()}, err
}

// RevokeCalendar closes an address.
func (s *Store) RevokeCalendar(ctx context.Context, id string) error {
	return s.db.WithContext(ctx).Where("digest = ?", id).Delete(&calendarRow{}).Error
}
