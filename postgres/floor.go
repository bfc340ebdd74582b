package postgres

import (
	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/quantity"
	"brankel/rigging/run"
	"brankel/rigging/workshop"
)

// SaveFloor puts the workshop, its people, gauges and machines in place; what
// stands there under the same id is replaced.
func (s *Store) SaveFloor(w workshop.Workshop) error {
	return s.db.Transaction(func(tx *gorm.DB) error {
		tx = tx.Clauses(clause.OnConflict{UpdateAll: true}).Session(&gorm.Session{FullSaveAssociations: true})
		if err := tx.Create(&workshopRow{1, w.Name}).Error; err != nil {
			return err
		}
		for i, p := range w.People {
			row := personRow{ID: p.ID, Place: i, Name: p.Name, Role: string(p.Role)}
			// what somebody set themselves is not in the file and stays
			keep := clause.OnConflict{Columns: []clause.Column{{Name: "id"}}, DoUpdates: clause.AssignmentColumns([]string{"place", "name", "role"})}
			if err := tx.Session(&gorm.Session{NewDB: true}).Clauses(keep).Create(&row).Error; err != nil {
				return err
			}
		}
		for i, g := range w.Gauges {
			if err := tx.Create(&gaugeRow{g.ID, i, g.Name, string(g.Quantity), g.Doubt, g.Due}).Error; err != nil {
				return err
			}
		}
		for _, t := range w.Thin {
			if err := tx.Create(&thinRow{t.Name, t.Thickness}).Error; err != nil {
				return err
			}
		}
		for _, t := range w.Tables {
			if err := tx.Create(&tableRow{t.Name, t.Text}).Error; err != nil {
				return err
			}
		}
		for i, m := range w.Machines {
			if err := tx.Create(machineToRow(i, m)).Error; err != nil {
				return err
			}
		}
		return nil
	})
}

func byPlace(db *gorm.DB) *gorm.DB { return db.Order("place, id") }

// Floor is the workshop as it stands; its Name is "" before anything was imported.
func (s *Store) Floor() (w workshop.Workshop, err error) {
	var name workshopRow
	var machines []machineRow
	err = s.db.Limit(1).Find(&name).Error
	if err == nil {
		w.People, err = s.People()
	}
	if err == nil {
		err = s.db.Scopes(byPlace).Preload("Cables", byPlace).Find(&machines).Error
	}
	if err == nil {
		w.Gauges, err = s.Gauges()
	}
	w.Format, w.Name, w.Machines = workshop.Format, name.Name, []workshop.Machine{}
	for _, m := range machines {
		w.Machines = append(w.Machines, m.machine())
	}
	return w, err
}

// Gauges lists the instruments of the workshop.
func (s *Store) Gauges() ([]run.Gauge, error) {
	var rows []gaugeRow
	err := s.db.Scopes(byPlace).Find(&rows).Error
	out := []run.Gauge{}
	for _, g := range rows {
		out = append(out, run.Gauge{ID: g.ID, Name: g.Name, Quantity: quantity.Kind(g.Quantity), Doubt: g.Doubt, Due: g.Due})
	}
	return out, err
}
