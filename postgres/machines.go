package postgres

import (
	"context"
	"encoding/json"
	"errors"
	"strings"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"brankel/rigging/workshop"
)

func machineToRow(place int, m workshop.Machine) *machineRow {
	row := &machineRow{ID: m.ID, Place: place, Name: m.Name, Craft: m.Craft, Note: m.Note, Details: text(m.Details),
		Version: max(1, m.Version)}
	if m.Unit != nil {
		row.HasUnit, row.Serial, row.Hand, row.Variant = true, m.Unit.Serial, m.Unit.Hand, m.Unit.Variant
	}
	words := []string{m.ID, m.Name, string(m.Craft), m.Note, row.Serial, m.Owner}
	for _, mark := range m.Identity {
		words = append(words, mark.Value)
	}
	for i, c := range m.Cables {
		words = append(words, c.Name)
		row.Cables = append(row.Cables, cableRow{m.ID, c.ID, i, c.Name, c.Family, text(c.Chain)})
	}
	row.Words = strings.ToLower(strings.Join(words, " "))
	return row
}

func text(v any) string {
	raw, _ := json.Marshal(v) // plain data
	return string(raw)
}

func (r machineRow) machine() workshop.Machine {
	m := workshop.Machine{ID: r.ID, Name: r.Name, Craft: r.Craft, Note: r.Note, Version: r.Version, Cables: []workshop.Cable{}}
	_ = json.Unmarshal([]byte(r.Details), &m.Details) // its own writing, or nothing yet
	if r.HasUnit {
		m.Unit = &workshop.Unit{Serial: r.Serial, Hand: r.Hand, Variant: r.Variant}
	}
	for _, c := range r.Cables {
		cable := workshop.Cable{ID: c.ID, Name: c.Name, Family: c.Family}
		_ = json.Unmarshal([]byte(c.Chain), &cable.Chain)
		m.Cables = append(m.Cables, cable)
	}
	return m
}

// Machine is one machine, ErrNotFound when there is none.
func (s *Store) Machine(ctx context.Context, id string) (workshop.Machine, error) {
	return machineOf(s.db.WithContext(ctx), id)
}

func machineOf(db *gorm.DB, id string) (workshop.Machine, error) {
	var row machineRow
	err := db.Preload("Cables", byPlace).Take(&row, "id = ?", id).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return workshop.Machine{}, ErrNotFound
	}
	return row.machine(), err
}

// Machines lists all machines in the order of the floor.
func (s *Store) Machines(ctx context.Context) ([]workshop.Machine, error) {
	var rows []machineRow
	err := s.db.WithContext(ctx).Scopes(byPlace).Preload("Cables", byPlace).Find(&rows).Error
	out := []workshop.Machine{}
	for _, r := range rows {
		out = append(out, r.machine())
	}
	return out, err
}

// MachinesWith are the first machines of the floor with a cable of this family and name.
func (s *Store) MachinesWith(ctx context.Context, family, cable string, most int) ([]workshop.Machine, error) {
	var rows []machineRow
	err := s.db.WithContext(ctx).Scopes(byPlace).Preload("Cables", byPlace).Limit(most).
		Where("id IN (SELECT machine_id FROM cables WHERE family = ? AND name = ?)", family, cable).Find(&rows).Error
	out := []workshop.Machine{}
	for _, r := range rows {
		out = append(out, r.machine())
	}
	return out, err
}

// ChangeMachine lets change work on a machine as it stands and keeps what came of
// it, or nothing when change refuses. Two at once wait for one another.
func (s *Store) ChangeMachine(ctx context.Context, id string, change func(tx *Store, m *workshop.Machine) error) (m workshop.Machine, err error) {
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil {
			return err
		}
		if m, err = machineOf(tx.Clauses(clause.Locking{Strength: "UPDATE"}), id); err != nil {
			return err
		}
		if err := change(s.on(tx), &m); err != nil {
			return err
		}
		var place int
		if err := tx.Model(&machineRow{}).Where("id = ?", id).Select("place").Scan(&place).Error; err != nil {
			return err
		}
		return saveMachine(tx, place, m)
	})
	return m, err
}

// AddMachine keeps a new machine behind the others once check has seen the rest; two at
// once wait for one another.
func (s *Store) AddMachine(ctx context.Context, m workshop.Machine, check func(others []workshop.Machine) error) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := changed(tx, "floor"); err != nil { // the lock too
			return err
		}
		others, err := s.on(tx).Machines(ctx)
		if err != nil {
			return err
		}
		if err := check(others); err != nil {
			return err
		}
		return tx.Create(machineToRow(len(others), m)).Error
	})
}

func saveMachine(tx *gorm.DB, place int, m workshop.Machine) error {
	if err := tx.Where("machine_id = ?", m.ID).Delete(&cableRow{}).Error; err != nil {
		return err
	}
	return tx.Session(&gorm.Session{FullSaveAssociations: true}).Save(machineToRow(place, m)).Error
}
