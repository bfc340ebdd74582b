package postgres

import (
	"context"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// oddsRow is how usual the workshop found a cause to be, instead of what Brankel says.
type oddsRow struct {
	Family string  `gorm:"primaryKey"`
	Cause  string  `gorm:"primaryKey"`
	Usual  float64 `gorm:"not null"`
	By     string  `gorm:"not null"`
	At     time.Time
}

func (oddsRow) TableName() string { return "odds" }

// knowledgeRow is a file of the workshop's own on troubles.
type knowledgeRow struct {
	Name   string    `gorm:"primaryKey"`
	Family string    `gorm:"not null;index"`
	Text   string    `gorm:"not null"`
	By     string    `gorm:"not null"`
	At     time.Time `gorm:"not null"`
}

func (knowledgeRow) TableName() string { return "knowledge" }

// Knowledge is a file of the workshop's own, as it is kept.
type Knowledge struct {
	Name   string    `json:"name"`
	Family string    `json:"family"`
	Text   string    `json:"-"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// Causes counts what was wrong in the signed runs of a family, by the id of the cause.
func (s *Store) Causes(ctx context.Context, family string) (map[string]int, error) {
	var rows []struct {
		Cause string
		N     int
	}
	err := s.db.WithContext(ctx).Raw(`SELECT r.cause, count(*) AS n FROM runs r JOIN cables c ON c.machine_id = r.machine AND c.id = r.cable
		WHERE r.cause <> '' AND c.family = ? GROUP BY r.cause`, family).Scan(&rows).Error
	out := map[string]int{}
	for _, r := range rows {
		out[r.Cause] = r.N
	}
	return out, err
}

// Odds are the workshop's own of a family.
func (s *Store) Odds(ctx context.Context, family string) (map[string]float64, error) {
	var rows []oddsRow
	err := s.db.WithContext(ctx).Find(&rows, "family = ?", family).Error
	out := map[string]float64{}
	for _, r := range rows {
		out[r.Cause] = r.Usual
	}
	return out, err
}

// SaveOdds puts the workshop's own of a family in the place of those before; none takes them back.
func (s *Store) SaveOdds(ctx context.Context, family string, odds map[string]float64, by string, at time.Time) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Delete(&oddsRow{}, "family = ?", family).Error; err != nil {
			return err
		}
		var rows []oddsRow
		for cause, usual := range odds {
			rows = append(rows, oddsRow{family, cause, usual, by, at})
		}
		if len(rows) == 0 {
			return nil
		}
		return tx.Create(&rows).Error
	})
}

// OwnKnowledge lists the files of the workshop's own, of a family or ("") of all, by name.
func (s *Store) OwnKnowledge(ctx context.Context, family string) ([]Knowledge, error) {
	var rows []knowledgeRow
	q := s.db.WithContext(ctx).Order("name")
	if family != "" {
		q = q.Where("family = ?", family)
	}
	err := q.Find(&rows).Error
	out := []Knowledge{}
	for _, r := range rows {
		out = append(out, Knowledge{r.Name, r.Family, r.Text, r.By, r.At.UTC()})
	}
	return out, err
}

// SaveKnowledge keeps a file; one of the same name is replaced.
func (s *Store) SaveKnowledge(ctx context.Context, k Knowledge) error {
	return s.db.WithContext(ctx).Clauses(clause.OnConflict{UpdateAll: true}).Create(&knowledgeRow{k.Name, k.Family, k.Text, k.By, k.At}).Error
}

// DropKnowledge forgets a file, ErrNotFound when there is none of this name.
func (s *Store) DropKnowledge(ctx context.Context, name string) error {
	return s.drop(ctx, &knowledgeRow{}, name)
}
