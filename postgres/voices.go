package postgres

import (
	"context"
	"errors"
	"time"

	"gorm.io/gorm"
)

// voiceRow is a voice note of a run under the SHA-256 of its bytes; nothing in it is ever changed.
type voiceRow struct {
	RunID  string    `gorm:"primaryKey"`
	SHA256 string    `gorm:"primaryKey;column:sha256"`
	Type   string    `gorm:"not null"`
	Sound  []byte    `gorm:"not null"`
	Kept   time.Time `gorm:"not null"`
}

func (voiceRow) TableName() string { return "voices" }

// AddVoice keeps a recording of a media type; the same one twice is kept once. ErrFull when there
// are most already.
func (s *Store) AddVoice(ctx context.Context, id, sha, mediaType string, raw []byte, at time.Time, most int) error {
	return s.keepBeside(ctx, id, sha, &voiceRow{id, sha, mediaType, raw, at}, most)
}

// Voice is the recording of a run with this SHA-256 and its media type, ErrNotFound when there is
// none.
func (s *Store) Voice(ctx context.Context, id, sha string) (raw []byte, mediaType string, err error) {
	v, err := s.voice(ctx, "sound, type", id, sha)
	return v.Sound, v.Type, err
}

// VoiceType is the media type of a recording alone.
func (s *Store) VoiceType(ctx context.Context, id, sha string) (string, error) {
	v, err := s.voice(ctx, "type", id, sha)
	return v.Type, err
}

func (s *Store) voice(ctx context.Context, columns, id, sha string) (v voiceRow, err error) {
	err = s.db.WithContext(ctx).Select(columns).Take(&v, "run_id = ? AND sha256 = ?", id, sha).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		err = ErrNotFound
	}
	return v, err
}
