package postgres

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/run/record"
	"brankel/rigging/workshop"
)

// MergeFloor keeps what a file brings to the floor, all or nothing. New machines stand behind those that
// are there.
func (s *Store) MergeFloor(ctx context.Context, m workshop.Merged) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil {
			return err
		}
		over := tx.Clauses(clause.OnConflict{UpdateAll: true}).Session(&gorm.Session{FullSaveAssociations: true})
		var machines, people int64
		if err := errors.Join(tx.Model(&machineRow{}).Count(&machines).Error, tx.Model(&personRow{}).Count(&people).Error); err != nil {
			return err
		}
		if m.Name != "" || m.Zone != "" {
			var row workshopRow
			if err := tx.Limit(1).Find(&row).Error; err != nil {
				return err
			}
			row = workshopRow{1, cmp.Or(m.Name, row.Name), cmp.Or(m.Zone, row.Zone)}
			if err := over.Create(&row).Error; err != nil {
				return err
			}
		}
		for i, p := range m.People {
			if err := tx.Create(&personRow{ID: p.ID, Place: int(people) + i, Name: p.Name, Role: string(p.Role)}).Error; err != nil {
				return err
			}
		}
		for i, g := range m.Gauges {
			if err := over.Create(gaugeToRow(i, g)).Error; err != nil {
				return err
			}
		}
		for _, t := range m.Thin {
			if err := over.Create(&thinRow{t.Name, t.Thickness}).Error; err != nil {
				return err
			}
		}
		for _, t := range m.Tables {
			if err := over.Create(&tableRow{t.Name, t.Text}).Error; err != nil {
				return err
			}
		}
		for i, one := range m.New {
			if err := tx.Create(machineToRow(int(machines)+i, one)).Error; unique(err) {
				return fault.At("machines", "%s is on the floor already under another id: write what tells the two apart", one.Name)
			} else if err != nil {
				return err
			}
		}
		for _, one := range m.Changed {
			var place int
			if err := tx.Model(&machineRow{}).Where("id = ?", one.ID).Select("place").Scan(&place).Error; err != nil {
				return err
			}
			if err := saveMachine(tx, place, one); err != nil {
				return err
			}
		}
		return nil
	})
}

func byPlace(db *gorm.DB) *gorm.DB { return db.Order("place, id") }

// Floor is the workshop as it stands; its Name is "" before anything was imported.
func (s *Store) Floor(ctx context.Context) (w workshop.Workshop, err error) {
	var name workshopRow
	var machines []machineRow
	err = s.db.WithContext(ctx).Limit(1).Find(&name).Error
	if err == nil {
		w.People, err = s.People(ctx)
	}
	if err == nil {
		err = s.db.WithContext(ctx).Scopes(byPlace).Preload("Cables", byPlace).Find(&machines).Error
	}
	if err == nil {
		w.Gauges, err = s.Gauges(ctx)
	}
	w.Format, w.Name, w.Zone, w.Machines = workshop.Format, name.Name, name.Zone, []workshop.Machine{}
	for _, m := range machines {
		w.Machines = append(w.Machines, m.machine())
	}
	return w, err
}

// SetZone sets whose days and times are told, by its IANA name.
func (s *Store) SetZone(ctx context.Context, zone string) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil {
			return err
		}
		return tx.Clauses(clause.OnConflict{DoUpdates: clause.AssignmentColumns([]string{"zone"}), Columns: []clause.Column{{Name: "id"}}}).
			Create(&workshopRow{ID: 1, Zone: zone}).Error
	})
}

// Zone is whose days and times are told, "" before anybody said.
func (s *Store) Zone(ctx context.Context) (string, error) {
	var row workshopRow
	err := s.db.WithContext(ctx).Limit(1).Find(&row).Error
	return row.Zone, err
}

// WorkshopName is what the workshop is called, "" before anything was imported.
func (s *Store) WorkshopName(ctx context.Context) (string, error) {
	var row workshopRow
	err := s.db.WithContext(ctx).Limit(1).Find(&row).Error
	return row.Name, err
}

// Gauges lists the instruments of the workshop.
func (s *Store) Gauges(ctx context.Context) ([]record.Gauge, error) {
	var rows []gaugeRow
	err := s.db.WithContext(ctx).Scopes(byPlace).Find(&rows).Error
	out := []record.Gauge{}
	for _, g := range rows {
		one := record.Gauge{
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

func gaugeToRow(place int, g record.Gauge) *gaugeRow {
	return &gaugeRow{g.ID, place, g.Name, string(g.Quantity), g.Doubt, g.Due, g.Kind, g.Resolution, text(g.Risers)}
}

// SaveGauge keeps a gauge; one of the same ID is replaced.
func (s *Store) SaveGauge(ctx context.Context, g record.Gauge) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil {
			return err
		}
		return tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(gaugeToRow(500, g)).Error
	})
}

// Snapshot names what is committed: as long as it is the same, nothing was written to the database, nor to any other beside it.
func (s *Store) Snapshot(ctx context.Context) (name string, err error) {
	err = row(s.db.WithContext(ctx), "SELECT pg_current_snapshot()::text").Scan(&name)
	return name, err
}
