package postgres

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/run"
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

// ErrFull is the error of a run that holds as many photos as it may.
var ErrFull = errors.New("the run holds as many photos as it may")

// AddPhoto keeps a photo of a run; the same one twice is kept once. ErrFull when there are most
// already.
func (s *Store) AddPhoto(id string, p Photo, at time.Time, most int) error {
	return s.db.Transaction(func(tx *gorm.DB) error {
		// two at once wait for one another, so that the most is the most
		var there runRow
		err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Select("id").Take(&there, "id = ?", id).Error
		if errors.Is(err, gorm.ErrRecordNotFound) {
			return ErrNotFound
		}
		if err != nil {
			return err
		}
		var n int64
		if err := tx.Model(&photoRow{}).Where("run_id = ? AND sha256 <> ?", id, p.SHA256).Count(&n).Error; err != nil {
			return err
		}
		if n >= int64(most) {
			return ErrFull
		}
		return tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&photoRow{id, p.SHA256, p.Width, p.Height, p.JPEG, p.Small, at}).Error
	})
}

// PhotoSize is how large a photo of a run is, ErrNotFound when there is none.
func (s *Store) PhotoSize(id, sha string) (width, height int, err error) {
	p, err := s.photo("width, height", id, sha)
	return p.Width, p.Height, err
}

// PhotoSmall is the small one of a photo, Photo the whole.
func (s *Store) PhotoSmall(id, sha string) ([]byte, error) {
	p, err := s.photo("small", id, sha)
	return p.Small, err
}

// Photo is the photo of a run with this SHA-256, ErrNotFound when there is none.
func (s *Store) Photo(id, sha string) ([]byte, error) {
	p, err := s.photo("jpeg", id, sha)
	return p.JPEG, err
}

func (s *Store) photo(columns, id, sha string) (p photoRow, err error) {
	err = s.db.Select(columns).Take(&p, "run_id = ? AND sha256 = ?", id, sha).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		err = ErrNotFound
	}
	return p, err
}

// verifyPhotos looks whether every photo that events name is there as it was.
func (s *Store) verifyPhotos(id string, events []run.Event, tell func(string, ...any)) error {
	for _, e := range events {
		p, ok := run.PhotoOf(e)
		if !ok {
			continue
		}
		raw, err := s.Photo(id, p.SHA256)
		if errors.Is(err, ErrNotFound) {
			tell("run %s: the photo of event %d is gone", id, e.Seq)
			continue
		}
		if err != nil {
			return err
		}
		if sum := sha256.Sum256(raw); hex.EncodeToString(sum[:]) != p.SHA256 {
			tell("run %s: the photo of event %d was changed after it was taken", id, e.Seq)
		}
	}
	return nil
}

// photosStand makes the database itself refuse to change a photo.
var photosStand = fmt.Sprintf(`
CREATE OR REPLACE TRIGGER photos_append_only BEFORE UPDATE OR DELETE ON photos
  FOR EACH ROW EXECUTE FUNCTION %[1]s();
CREATE OR REPLACE TRIGGER photos_never_emptied BEFORE TRUNCATE ON photos
  FOR EACH STATEMENT EXECUTE FUNCTION %[1]s();`, "events_are_append_only")
