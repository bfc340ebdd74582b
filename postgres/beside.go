package postgres

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/run/record"
)

// ErrFull is the error of a run that holds as many photos, or voice notes, as it may.
var ErrFull = errors.New("the run holds as many as it may")

// keepBeside keeps a row of what stands beside the chain of a run under its SHA-256; the same
// twice is kept once. ErrFull when there are most others already.
func (s *Store) keepBeside(ctx context.Context, id, sha string, row any, most int) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
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
		done := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row)
		if done.Error != nil || done.RowsAffected == 0 {
			return done.Error
		}
		return tx.Exec("UPDATE runs SET beside = beside # (SELECT print FROM "+done.Statement.Table+
			" WHERE run_id = ? AND sha256 = ?) WHERE id = ?", id, sha, id).Error
	})
}

// Beside looks whether everything that events name is there as it was, and says what is not. The
// digests are made where the bytes are.
func (s *Store) Beside(ctx context.Context, id string, events []record.Event) (broken []string, err error) {
	type kept struct {
		SHA256, Real, Small, Type string
		Width, Height             int
	}
	var photos, voices []kept
	err = s.db.WithContext(ctx).Raw(`SELECT sha256, encode(sha256(jpeg), 'hex') AS real, encode(sha256(small), 'hex') AS small, width, height
		FROM photos WHERE run_id = ?`, id).Scan(&photos).Error
	if err == nil {
		err = s.db.WithContext(ctx).Raw(`SELECT sha256, encode(sha256(sound), 'hex') AS real, type FROM voices WHERE run_id = ?`, id).Scan(&voices).Error
	}
	if err != nil {
		return nil, err
	}
	for _, e := range events {
		what, sha := record.Beside(e)
		if what == "" {
			continue
		}
		list := photos
		if e.Kind == record.KindVoice {
			list = voices
		}
		i := slices.IndexFunc(list, func(k kept) bool { return k.SHA256 == sha })
		if i < 0 {
			broken = append(broken, fmt.Sprintf("the %s of event %d is gone", what, e.Seq))
			continue
		}
		k, as := list[i], true
		if p, ok := record.PhotoOf(e); ok {
			as = k.Small == p.Small && k.Width == p.Width && k.Height == p.Height
		}
		if v, ok := record.VoiceOf(e); ok {
			as = k.Type == v.Type
		}
		if k.Real != sha || !as {
			broken = append(broken, fmt.Sprintf("the %s of event %d was changed after it was taken", what, e.Seq))
		}
	}
	return broken, nil
}

// stands makes the database itself refuse to change what is kept in a table.
func stands(table string) string {
	return fmt.Sprintf(`
CREATE OR REPLACE TRIGGER %[1]s_append_only BEFORE UPDATE OR DELETE ON %[1]s
  FOR EACH ROW EXECUTE FUNCTION events_are_append_only();
CREATE OR REPLACE TRIGGER %[1]s_never_emptied BEFORE TRUNCATE ON %[1]s
  FOR EACH STATEMENT EXECUTE FUNCTION events_are_append_only();`, table)
}
