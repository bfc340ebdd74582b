// Package shop carries events between the store and the core: it finds the sheet
// of a run, has events admitted, and makes the views that screens and paper show.
package shop

import (
	"context"
	"time"

	"brankel/postgres"
	"brankel/rigging/sheet"
)

// Shop is one workshop on one store.
type Shop struct {
	Store *postgres.Store
	Now   func() time.Time

	memory *memory
	// only gives the sheets that a run may lead to, where they are not those of its cable; nil for all.
	only func(ctx context.Context, run string) ([]sheet.Head, error)
	// truly gives the rig of a run as it truly stands, with its sheet, where that is known and may be told; nil for none.
	truly func(ctx context.Context, run string) (*sheet.Sheet, error)
	door  practiceDoor
}

// New is the workshop on a store; now tells the time.
func New(store *postgres.Store, now func() time.Time) *Shop {
	return &Shop{Store: store, Now: now, memory: newKept()}
}
