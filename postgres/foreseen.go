package postgres

import (
	"context"

	"gorm.io/gorm/clause"
)

// foreseenRow is what the visits to a machine foresee, as they stood at Of: it can be worked out anew at any time.
type foreseenRow struct {
	Machine string `gorm:"primaryKey"`
	Of      string `gorm:"not null"`
	Body    string `gorm:"not null"`
}

func (foreseenRow) TableName() string { return "foreseen" }

// Foreseen is what was foreseen of a machine, and by what.
type Foreseen struct{ Machine, Of, Body string }

// Foreseen is what was foreseen of every machine.
func (s *Store) Foreseen(ctx context.Context) (out []Foreseen, err error) {
	var rows []foreseenRow
	err = s.db.WithContext(ctx).Find(&rows).Error
	for _, r := range rows {
		out = append(out, Foreseen(r))
	}
	return out, err
}

// Foresee keeps it.
func (s *Store) Foresee(ctx context.Context, f Foreseen) error {
	if s.shows {
		return nil // it is worked out again
	}
	row := foreseenRow(f)
	return s.db.WithContext(ctx).Clauses(clause.OnConflict{UpdateAll: true}).Create(&row).Error
}
