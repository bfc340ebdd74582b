package postgres

import (
	"encoding/json"
	"errors"
	"strings"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/sheet"
)

// SaveSheet keeps a revision of a sheet; the same content twice is kept once.
func (s *Store) SaveSheet(one *sheet.Sheet) error {
	row := sheetRow{Hash: one.Hash(), SheetID: one.ID, Revision: one.Revision, Family: one.Family, Cable: one.Cable, Craft: one.Craft,
		Applies: text(one.Applies), Title: one.Source.Title, Assumed: one.HasAssumed(),
		Words: strings.ToLower(
			strings.Join([]string{"sheet", one.ID, one.Family, one.Cable, one.Craft, one.Source.Title}, " "),
		), Reading: !one.Led(), Body: string(one.JSON())}
	return s.db.Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "hash"}}, DoNothing: true}).Create(&row).Error
}

// Sheets lists every revision of every sheet, the newest of each first.
func (s *Store) Sheets() ([]*sheet.Sheet, error) {
	return sheetsOf(s.db)
}

// Heads lists the heads of the newest revisions.
func (s *Store) Heads() (out []sheet.Head, err error) {
	return headsOf(s.db.Table("sheets"))
}

// PageOfSheets is how many heads HeadsAfter gives at the most.
const PageOfSheets = 200

// HeadsAfter lists the heads of the newest revisions by their number, those after one.
func (s *Store) HeadsAfter(id string) ([]sheet.Head, error) {
	return headsOf(s.db.Table("sheets").Where("sheet_id > ?", id).Limit(PageOfSheets))
}

// HeadsOf lists those of one rig.
func (s *Store) HeadsOf(family, cable string) ([]sheet.Head, error) {
	return headsOf(s.db.Table("sheets").Where("family = ? AND cable = ?", family, cable))
}

func headsOf(db *gorm.DB) (out []sheet.Head, err error) {
	var rows []sheetRow
	if err := db.Select("DISTINCT ON (sheet_id) hash, sheet_id, revision, family, cable, craft, applies, title, " +
		"assumed").Order("sheet_id, revision DESC").Find(&rows).Error; err != nil {
		return nil, err
	}
	for _, r := range rows {
		h := sheet.Head{
			Hash:     r.Hash,
			ID:       r.SheetID,
			Revision: r.Revision,
			Craft:    r.Craft,
			Family:   r.Family,
			Cable:    r.Cable,
			Title:    r.Title,
			Assumed:  r.Assumed,
		}
		if err := json.Unmarshal([]byte(r.Applies), &h.Applies); err != nil {
			return nil, err
		}
		out = append(out, h)
	}
	return out, nil
}

// SheetsOf lists every revision of the sheets of one rig, the newest of each first.
func (s *Store) SheetsOf(family, cable string) ([]*sheet.Sheet, error) {
	return sheetsOf(s.db.Where("family = ? AND cable = ?", family, cable))
}

// Revisions lists the revisions of one sheet, the newest first.
func (s *Store) Revisions(id string) ([]*sheet.Sheet, error) {
	return sheetsOf(s.db.Where("sheet_id = ?", id))
}

// Sheet is the revision with this hash, ErrNotFound when there is none.
func (s *Store) Sheet(hash string) (*sheet.Sheet, error) {
	var row sheetRow
	err := s.db.Take(&row, "hash = ?", hash).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return nil, ErrNotFound
	}
	if err != nil {
		return nil, err
	}
	return row.sheet()
}

// Rigs lists the families and cables there are sheets for, with whether any of them
// leads a run.
func (s *Store) Rigs() (map[[2]string]bool, error) {
	var rows []sheetRow
	err := s.db.Model(&sheetRow{}).Select("family, cable, bool_and(reading) AS reading").Group("family, cable").Find(&rows).Error
	out := map[[2]string]bool{}
	for _, r := range rows {
		out[[2]string{r.Family, r.Cable}] = !r.Reading
	}
	return out, err
}

func (r sheetRow) sheet() (*sheet.Sheet, error) {
	one := new(sheet.Sheet)
	return one, json.Unmarshal([]byte(r.Body), one) // it was checked when it came in
}

func sheetsOf(db *gorm.DB) (out []*sheet.Sheet, err error) {
	var rows []sheetRow
	if err := db.Order("sheet_id, revision DESC").Find(&rows).Error; err != nil {
		return nil, err
	}
	for _, r := range rows {
		one, err := r.sheet()
		if err != nil {
			return nil, err
		}
		out = append(out, one)
	}
	return out, nil
}
