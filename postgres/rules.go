package postgres

import (
	"context"

	"gorm.io/gorm/clause"
)

// ruleRow is when a workshop does again what a sheet has done, where it does not follow the sheet.
type ruleRow struct {
	Sheet string  `gorm:"primaryKey"` // its id
	Kind  string  `gorm:"primaryKey"`
	Days  float64 `gorm:"not null;default:0"` // 0 for as the sheet has it
	Km    float64 `gorm:"not null;default:0"`
	Hours float64 `gorm:"not null;default:0"`
	Why   string  `gorm:"not null;default:''"`
	By    string  `gorm:"not null"`
	Day   string  `gorm:"not null"` // 2006-01-02
}

func (ruleRow) TableName() string { return "rules" }

// Rule is one of them.
type Rule struct {
	Sheet, Kind     string
	Days, Km, Hours float64
	Why, By, Day    string
}

// Rules are those of the workshop, by the hash of every revision of their sheets.
func (s *Store) Rules(ctx context.Context) (map[string][]Rule, error) {
	var rows []struct {
		Hash string
		Rule
	}
	err := s.db.WithContext(ctx).Raw(`SELECT h.hash, r.* FROM rules r JOIN sheets h ON h.sheet_id = r.sheet
		ORDER BY r.sheet, r.kind`).Scan(&rows).Error
	out := map[string][]Rule{}
	for _, r := range rows {
		out[r.Hash] = append(out[r.Hash], r.Rule)
	}
	return out, err
}

// SetRule keeps one; one that says nothing is taken back.
func (s *Store) SetRule(ctx context.Context, r Rule) error {
	db := s.db.WithContext(ctx)
	if r.Days == 0 && r.Km == 0 && r.Hours == 0 {
		return db.Where("sheet = ? AND kind = ?", r.Sheet, r.Kind).Delete(&ruleRow{}).Error
	}
	row := ruleRow(r)
	return db.Clauses(clause.OnConflict{UpdateAll: true}).Create(&row).Error
}
