package postgres

import (
	"gorm.io/gorm/clause"

	"brankel/rigging/workshop"
)

// ThinThings lists the feelers of the workshop, the thinnest first.
func (s *Store) ThinThings() ([]workshop.Thin, error) {
	var rows []thinRow
	err := s.db.Order("thickness, name").Find(&rows).Error
	out := []workshop.Thin{}
	for _, r := range rows {
		out = append(out, workshop.Thin{Name: r.Name, Thickness: r.Thickness})
	}
	return out, err
}

// SaveThin keeps a feeler; one of the same name is replaced.
func (s *Store) SaveThin(t workshop.Thin) error {
	return s.db.Clauses(clause.OnConflict{UpdateAll: true}).Create(&thinRow{t.Name, t.Thickness}).Error
}

// DropThin forgets a feeler, ErrNotFound when there is none of this name.
func (s *Store) DropThin(name string) error { return s.drop(&thinRow{}, name) }

// Tables lists the kept tables by name.
func (s *Store) Tables() ([]workshop.Table, error) {
	var rows []tableRow
	err := s.db.Order("name").Find(&rows).Error
	out := []workshop.Table{}
	for _, r := range rows {
		out = append(out, workshop.Table{Name: r.Name, Text: r.Text})
	}
	return out, err
}

// SaveTable keeps a table; one of the same name is replaced.
func (s *Store) SaveTable(t workshop.Table) error {
	return s.db.Clauses(clause.OnConflict{UpdateAll: true}).Create(&tableRow{t.Name, t.Text}).Error
}

// DropTable forgets a table, ErrNotFound when there is none of this name.
func (s *Store) DropTable(name string) error { return s.drop(&tableRow{}, name) }

func (s *Store) drop(row any, name string) error {
	done := s.db.Where("name = ?", name).Delete(row)
	if done.Error == nil && done.RowsAffected == 0 {
		return ErrNotFound
	}
	return done.Error
}
