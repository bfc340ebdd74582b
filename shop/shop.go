// Package shop carries events between the store and the core: it finds the sheet
// of a run, has events admitted, and makes the views that screens and paper show.
package shop

import (
	"context"
	"time"

	"brankel/postgres"
)

// Shop is one workshop on one store.
type Shop struct {
	Store *postgres.Store
	Now   func() time.Time

	kept *kept
}

// New is the workshop on a store; now tells the time.
func New(store *postgres.Store, now func() time.Time) *Shop {
	return &Shop{Store: store, Now: now, kept: newKept()}
}

// Within is the same workshop, whose work ends with ctx.
func (s *Shop) Within(ctx context.Context) *Shop {
	return &Shop{Store: s.Store.Within(ctx), Now: s.Now, kept: s.kept}
}
