package postgres

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"gorm.io/gorm"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

func sheetToRow(one *sheet.Sheet) sheetRow {
	h := one.Head()
	row := sheetRow{
		Hash:     h.Hash,
		SheetID:  h.ID,
		Revision: h.Revision,
		Family:   h.Family,
		Cable:    h.Cable,
		Craft:    h.Craft,
		Applies:  text(h.Applies),
		Title:    h.Title,
		Assumed:  h.Assumed,
		Words:    strings.ToLower(strings.Join([]string{"sheet", h.ID, h.Family, h.Cable, string(h.Craft), h.Title}, " ")),
		Led:      h.Led,
		Body:     string(one.JSON()),
	}
	if h.Figure != nil {
		row.Figure, row.FigureOf = &h.Figure.Value, string(h.Figure.Quantity)
	}
	return row
}

// SaveSheets keeps revisions of sheets, all or none; the same content twice is kept once. check looks
// at what is there and may refuse: whoever keeps sheets at the same moment has written before, or waits.
func (s *Store) SaveSheets(ctx context.Context, check func(there *Store) error, sheets ...*sheet.Sheet) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		// whoever keeps a sheet waits for whoever does so now: both look before they write
		if err := changed(tx, "sheets"); err != nil {
			return err
		}
		if err := check(s.on(tx)); err != nil {
			return err
		}
		var there []string
		if err := tx.Model(&sheetRow{}).Pluck("hash", &there).Error; err != nil {
			return err
		}
		known := map[string]bool{}
		for _, hash := range there {
			known[hash] = true
		}
		var rows []sheetRow
		var lines []ledgerRow
		for _, one := range sheets {
			row := sheetToRow(one)
			if known[row.Hash] {
				continue
			}
			known[row.Hash] = true
			rows = append(rows, row)
			lines = append(lines, ledgerRow{Kind: ledgerSheet, Subject: row.Hash, Says: fmt.Sprintf("%s\x1f%d", row.SheetID, row.Revision)})
		}
		if len(rows) == 0 {
			return nil
		}
		if err := tx.CreateInBatches(rows, 200).Error; unique(err) {
			return fault.At("revision", "there is another sheet of this number and revision already: keep yours as the next revision")
		} else if err != nil {
			return err
		}
		if err := tx.Exec("UPDATE sheets SET seal = print WHERE seal = 0").Error; err != nil {
			return err
		}
		return inLedger(tx, lines...)
	})
}

// Sheets lists every revision of every sheet, the newest of each first.
func (s *Store) Sheets(ctx context.Context) ([]*sheet.Sheet, error) {
	return sheetsOf(s.db.WithContext(ctx))
}

// Heads lists the heads of the newest revisions.
func (s *Store) Heads(ctx context.Context) (out []sheet.Head, err error) {
	return headsOf(s.db.WithContext(ctx).Table("sheets"))
}

// PageOfSheets is how many heads HeadsAfter gives at the most.
const PageOfSheets = 200

// HeadsAfter lists the heads of the newest revisions by their number, those after one.
func (s *Store) HeadsAfter(ctx context.Context, id string) ([]sheet.Head, error) {
	return headsOf(s.db.WithContext(ctx).Table("sheets").Where("sheet_id > ?", id).Limit(PageOfSheets))
}

// HeadsOf lists those of one rig, of all of a family for no cable.
func (s *Store) HeadsOf(ctx context.Context, family, cable string) ([]sheet.Head, error) {
	which := s.db.WithContext(ctx).Table("sheets").Where("family = ?", family)
	if cable != "" {
		which = which.Where("cable = ?", cable)
	}
	return headsOf(which)
}

func headsOf(db *gorm.DB) (out []sheet.Head, err error) {
	var rows []struct {
		Sheet sheetRow `gorm:"embedded"`
		Whole bool
	}
	err = db.Select("DISTINCT ON (sheet_id) hash, sheet_id, revision, family, cable, craft, applies, title, assumed, led, " +
		"figure, figure_of, seal = print AS whole").Order("sheet_id, revision DESC").Scan(&rows).Error
	for _, r := range rows {
		one := r.Sheet
		if !r.Whole {
			return nil, fmt.Errorf("sheet %s revision %d: %w", one.SheetID, one.Revision, ErrChanged)
		}
		h := sheet.Head{Hash: one.Hash, ID: one.SheetID, Revision: one.Revision, Family: one.Family, Cable: one.Cable, Craft: one.Craft,
			Title: one.Title, Assumed: one.Assumed, Led: one.Led}
		if one.Figure != nil {
			h.Figure = &sheet.Figure{Value: *one.Figure, Quantity: quantity.Kind(one.FigureOf)}
		}
		if err := json.Unmarshal([]byte(one.Applies), &h.Applies); err != nil {
			return nil, err
		}
		out = append(out, h)
	}
	return out, err
}

// Revisions lists the revisions of one sheet, the newest first.
func (s *Store) Revisions(ctx context.Context, id string) ([]*sheet.Sheet, error) {
	return sheetsOf(s.db.WithContext(ctx).Where("sheet_id = ?", id))
}

// ErrChanged is the error of a sheet whose body, or what it is found by, is not what it was kept with.
var ErrChanged = errors.New("the sheet was changed after it was kept")

// Sheet is the revision with this hash, ErrNotFound when there is none, ErrChanged when
// its body is another one.
func (s *Store) Sheet(ctx context.Context, hash string) (*sheet.Sheet, error) {
	var kept sheetRow
	var whole bool
	err := row(s.db.WithContext(ctx), "SELECT body, seal = print FROM sheets WHERE hash = $1", hash).Scan(&kept.Body, &whole)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, ErrNotFound
	}
	if err != nil {
		return nil, err
	}
	one, err := kept.sheet()
	if err != nil || one.Hash() != hash || !whole {
		return nil, ErrChanged
	}
	return one, nil
}

// NewestSheet is the hash of the newest revision of a sheet, ErrNotFound where there is none.
func (s *Store) NewestSheet(ctx context.Context, id string) (hash string, err error) {
	var hashes []string
	err = s.db.WithContext(ctx).Model(&sheetRow{}).Where("sheet_id = ?", id).Order("revision DESC").Limit(1).Pluck("hash", &hashes).Error
	if err == nil && len(hashes) == 0 {
		err = ErrNotFound
	}
	return strings.Join(hashes, ""), err
}

// Rigs lists the families and cables there are sheets for, with whether any of them
// leads a run, and the sheets whose columns were changed by hand.
func (s *Store) Rigs(ctx context.Context) (led map[[2]string]bool, changed []string, err error) {
	var rows []sheetRow
	err = s.db.WithContext(ctx).Model(&sheetRow{}).Select("family, cable, bool_or(led) AS led").Group("family, cable").Find(&rows).Error
	led = map[[2]string]bool{}
	for _, r := range rows {
		led[[2]string{r.Family, r.Cable}] = r.Led
	}
	if err == nil {
		err = s.db.WithContext(ctx).Model(&sheetRow{}).Where("seal <> print").Order("sheet_id").Limit(20).Pluck("sheet_id", &changed).Error
	}
	return led, changed, err
}

func (r sheetRow) sheet() (*sheet.Sheet, error) {
	one := new(sheet.Sheet)
	err := json.Unmarshal([]byte(r.Body), one) // it was checked when it came in
	one.WorkOut()
	return one, err
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
