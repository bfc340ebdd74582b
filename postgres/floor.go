package postgres

import (
	"encoding/json"

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
		if err := changed(tx, "floor"); err != nil {
			return err
		}
		tx = tx.Clauses(clause.OnConflict{UpdateAll: true}).Session(&gorm.Session{FullSaveAssociations: true})
		if err := tx.Create(&workshopRow{1, w.Name}).Error; err != nil {
			return err
		}
		for i, p := range w.People {
			row := personRow{ID: p.ID, Place: i, Name: p.Name, Role: string(p.Role)}
			// what somebody set themselves is not in the file and stays
			keep := clause.OnConflict{
				Columns:   []clause.Column{{Name: "id"}},
				DoUpdates: clause.AssignmentColumns([]string{"place", "name", "role"}),
			}
			if err := tx.Session(&gorm.Session{NewDB: true}).Clauses(keep).Create(&row).Error; err != nil {
				return err
			}
		}
		for i, g := range w.Gauges {
			if err := tx.Create(gaugeToRow(i, g)).Error; err != nil {
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

// WorkshopName is what the workshop is called, "" before anything was imported.
func (s *Store) WorkshopName() (string, error) {
	var row workshopRow
	err := s.db.Limit(1).Find(&row).Error
	return row.Name, err
}

// Gauges lists the instruments of the workshop.
func (s *Store) Gauges() ([]run.Gauge, error) {
	var rows []gaugeRow
	err := s.db.Scopes(byPlace).Find(&rows).Error
	out := []run.Gauge{}
	for _, g := range rows {
		one := run.Gauge{
			ID:         g.ID,
			Name:       g.Name,
			Quantity:   quantity.Kind(g.Quantity),
			Doubt:      g.Doubt,
			Due:        g.Due,
			Kind:       g.Kind,
			Resolution: g.Finest,
		}
		_ = json.Unmarshal([]byte(g.Risers), &one.Risers) // its own writing, or nothing yet
		out = append(out, one)
	}
	return out, err
}

func gaugeToRow(place int, g run.Gauge) *gaugeRow {
	return &gaugeRow{g.ID, place, g.Name, string(g.Quantity), g.Doubt, g.Due, g.Kind, g.Resolution, text(g.Risers)}
}

// SaveGauge keeps a gauge; one of the same ID is replaced.
func (s *Store) SaveGauge(g run.Gauge) error {
	return s.db.Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil {
			return err
		}
		return tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(gaugeToRow(500, g)).Error
	})
}
