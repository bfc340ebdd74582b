// Package shop carries events between the store and the core: it finds the sheet
// of a run, has events admitted, and makes the views that screens and paper show.
package shop

import (
	"time"

	"brankel/postgres"
)

// Shop is one workshop on one store.
type Shop struct {
	Store *postgres.Store
	Now   func() time.Time

	memory *memory
}

// New is the workshop on a store; now tells the time.
func New(store *postgres.Store, now func() time.Time) *Shop {
	return &Shop{Store: store, Now: now, memory: newKept()}
}
