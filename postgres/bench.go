package postgres

import (
	"context"

	"gorm.io/gorm/clause"

	"brankel/rigging/workshop"
)

// ThinThings lists the feelers of the workshop, the thinnest first.
func (s *Store) ThinThings(ctx context.Context) ([]workshop.Thin, error) {
	var rows []thinRow
	err := s.db.WithContext(ctx).Order("thickness, name").Find(&rows).Error
	out := []workshop.Thin{}
	for _, r := range rows {
		out = append(out, workshop.Thin{Name: r.Name, Thickness: r.Thickness})
	}
	return out, err
}

// SaveThin keeps a feeler; one of the same name is replaced.
func (s *Store) SaveThin(ctx context.Context, t workshop.Thin) error {
	return s.db.WithContext(ctx).Clauses(clause.OnConflict{UpdateAll: true}).Create(&thinRow{t.Name, t.Thickness}).Error
}

// DropThin forgets a feeler, ErrNotFound when there is none of this name.
func (s *Store) DropThin(ctx context.Context, name string) error {
	return s.drop(ctx, &thinRow{}, name)
}

// Tables lists the kept tables by name.
func (s *Store) Tables(ctx context.Context) ([]workshop.Table, error) {
	var rows []tableRow
	err := s.db.WithContext(ctx).Order("name").Find(&rows).Error
	out := []workshop.Table{}
	for _, r := range rows {
		out = append(out, workshop.Table{Name: r.Name, Text: r.Text})
	}
	return out, err
}

// SaveTable keeps a table; one of the same name is replaced.
func (s *Store) SaveTable(ctx context.Context, t workshop.Table) error {
	return s.db.WithContext(ctx).Clauses(clause.OnConflict{UpdateAll: true}).Create(&tableRow{t.Name, t.Text}).Error
}

// DropTable forgets a table, ErrNotFound when there is none of this name.
func (s *Store) DropTable(ctx context.Context, name string) error {
	return s.drop(ctx, &tableRow{}, name)
}

func (s *Store) drop(ctx context.Context, row any, name string) error {
	done := s.db.WithContext(ctx).Where("name = ?", name).Delete(row)
	if done.Error == nil && done.RowsAffected == 0 {
		return ErrNotFound
	}
	return done.Error
}
