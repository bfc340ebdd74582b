package postgres

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/run"
)

// ErrFull is the error of a run that holds as many photos, or voice notes, as it may.
var ErrFull = errors.New("the run holds as many as it may")

// keepBeside keeps a row of what stands beside the chain of a run under its SHA-256; the same
// twice is kept once. ErrFull when there are most others already.
func (s *Store) keepBeside(id, sha string, row any, most int) error {
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
		if err := tx.Model(row).Where("run_id = ? AND sha256 <> ?", id, sha).Count(&n).Error; err != nil {
			return err
		}
		if n >= int64(most) {
			return ErrFull
		}
		return tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row).Error
	})
}

// verifyBeside looks whether everything that events name is there as it was.
func (s *Store) verifyBeside(id string, events []run.Event, tell func(string, ...any)) error {
	for _, e := range events {
		what, sha := run.Beside(e)
		if what == "" {
			continue
		}
		raw, err := s.Photo(id, sha)
		if e.Kind == run.KindVoice {
			raw, _, err = s.Voice(id, sha)
		}
		if errors.Is(err, ErrNotFound) {
			tell("run %s: the %s of event %d is gone", id, what, e.Seq)
			continue
		}
		if err != nil {
			return err
		}
		if sum := sha256.Sum256(raw); hex.EncodeToString(sum[:]) != sha {
			tell("run %s: the %s of event %d was changed after it was taken", id, what, e.Seq)
		}
	}
	return nil
}

// stands makes the database itself refuse to change what is kept in a table.
func stands(table string) string {
	return fmt.Sprintf(`
CREATE OR REPLACE TRIGGER %[1]s_append_only BEFORE UPDATE OR DELETE ON %[1]s
  FOR EACH ROW EXECUTE FUNCTION events_are_append_only();
CREATE OR REPLACE TRIGGER %[1]s_never_emptied BEFORE TRUNCATE ON %[1]s
  FOR EACH STATEMENT EXECUTE FUNCTION events_are_append_only();`, table)
}
