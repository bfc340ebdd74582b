package postgres

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"gorm.io/gorm"

	"brankel/rigging/run/record"
)

// photoRow is a photo of a run under the SHA-256 of its bytes; nothing in it is ever changed.
type photoRow struct {
	RunID  string    `gorm:"primaryKey"`
	SHA256 string    `gorm:"primaryKey;column:sha256"`
	Width  int       `gorm:"not null"`
	Height int       `gorm:"not null"`
	JPEG   []byte    `gorm:"not null"`
	Small  []byte    `gorm:"not null"`
	Kept   time.Time `gorm:"not null"`
}

func (photoRow) TableName() string { return "photos" }

// Photo is one that is kept.
type Photo struct {
	SHA256        string
	Width, Height int
	JPEG, Small   []byte
}

// AddPhoto keeps a photo of a run; the same one twice is kept once. ErrFull when there are most
// already.
func (s *Store) AddPhoto(ctx context.Context, id string, p Photo, at time.Time, most int) error {
	return s.keepBeside(ctx, id, p.SHA256, &photoRow{id, p.SHA256, p.Width, p.Height, p.JPEG, p.Small, at}, most)
}

// PhotoKept is a photo of a run as an event names it, ErrNotFound when there is none.
func (s *Store) PhotoKept(ctx context.Context, id, sha string) (record.PhotoKept, error) {
	var p record.PhotoKept
	err := row(s.db.WithContext(ctx), `SELECT width, height, encode(sha256(small), 'hex') FROM photos WHERE run_id = $1 AND sha256 = $2`, id, sha).
		Scan(&p.Width, &p.Height, &p.Small)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return p, err
}

// PhotoSmall is the small one of a photo, Photo the whole.
func (s *Store) PhotoSmall(ctx context.Context, id, sha string) ([]byte, error) {
	p, err := s.photo(ctx, "small", id, sha)
	return p.Small, err
}

// Photo is the photo of a run with this SHA-256, ErrNotFound when there is none.
func (s *Store) Photo(ctx context.Context, id, sha string) ([]byte, error) {
	p, err := s.photo(ctx, "jpeg", id, sha)
	return p.JPEG, err
}

func (s *Store) photo(ctx context.Context, columns, id, sha string) (p photoRow, err error) {
	err = s.db.WithContext(ctx).Select(columns).Take(&p, "run_id = ? AND sha256 = ?", id, sha).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		err = ErrNotFound
	}
	return p, err
}
