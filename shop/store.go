package shop

import (
	"context"
	"database/sql"
	"fmt"
	"slices"
	"strings"

	"brankel/postgres"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// Nobody but the shop speaks to the store; what the store says is said on here.

// What the store gives.
type (
	Account   = postgres.Account   // somebody who can sign in
	Conflict  = postgres.Conflict  // the error of an entry whose maker had not seen others
	Twin      = postgres.Twin      // the error of an entry whose id another one has
	Knowledge = postgres.Knowledge // a file of troubles of the workshop's own
	Hit       = postgres.Hit       // something found by words
	Drawn     = postgres.Drawn     // how the line of a cable is drawn small
	Verified  = postgres.Verified  // what a walk of every chain found
)

// The errors of what is not there, and of what was changed by hand.
var (
	ErrNotFound = postgres.ErrNotFound
	ErrChanged  = postgres.ErrChanged
)

// Away tells whether an error is of a store that does not answer.
func Away(err error) bool { return postgres.Away(err) }

// Unkeepable tells whether an error is of letters that no store keeps.
func Unkeepable(err error) bool { return postgres.Unkeepable(err) }

// Answers is nil while the store answers.
func (s *Shop) Answers(ctx context.Context) error { return s.Store.Ping(ctx) }

// Ready is nil while the store takes what has to be written here.
func (s *Shop) Ready(ctx context.Context) error { return s.Store.Ready(ctx) }

// Pool are the connections to the store.
func (s *Shop) Pool() (*sql.DB, error) { return s.Store.Pool() }

// Shows tells that this server only shows, and writes nothing.
func (s *Shop) Shows() bool { return s.Store.Shows() }

// HasAccounts tells whether anybody can sign in yet.
func (s *Shop) HasAccounts(ctx context.Context) (bool, error) { return s.Store.HasAccounts(ctx) }

// People are those of the workshop, in their order.
func (s *Shop) People(ctx context.Context) ([]workshop.Person, error) { return s.Store.People(ctx) }

// SignOut ends every session of somebody.
func (s *Shop) SignOut(ctx context.Context, id string) error {
	defer s.Came()
	return s.Store.ChangePerson(ctx, id, postgres.PersonChange{SignOut: true})
}

// Voice is a voice note of a run and its media type, ErrNotFound where there is none.
func (s *Shop) Voice(ctx context.Context, run, sha string) (raw []byte, kind string, err error) {
	return s.Store.Voice(ctx, run, sha)
}

// SheetsAfter are the sheets after one, by its hash, "" for the first, a bounded number of them.
func (s *Shop) SheetsAfter(ctx context.Context, hash string) ([]sheet.Head, error) {
	return s.Store.HeadsAfter(ctx, hash)
}

// SheetOf is a sheet by its hash, ErrNotFound where there is none, ErrChanged where it was changed by hand.
func (s *Shop) SheetOf(ctx context.Context, hash string) (*sheet.Sheet, error) {
	return s.Store.Sheet(ctx, hash)
}

// mostMeant is how many sheets are found that do not hold the words themselves.
const mostMeant = 12

// Search finds machines, sheets and runs that hold the words; where no sheet does, those that may be meant by them.
func (s *Shop) Search(ctx context.Context, words string) ([]Hit, error) {
	hits, err := s.Store.Search(ctx, words)
	if err != nil {
		return hits, err
	}
	if err := s.drawn(ctx, hits); err != nil {
		return hits, err
	}
	runs, err := s.foundRuns(ctx, words)
	if err != nil {
		return hits, err
	}
	hits = append(hits, slices.DeleteFunc(runs, func(r Hit) bool {
		return slices.ContainsFunc(hits, func(h Hit) bool { return h.Kind == r.Kind && h.ID == r.ID })
	})...)
	held := func(h Hit) bool { return h.Kind == "sheet" }
	if err != nil || strings.TrimSpace(words) == "" || slices.ContainsFunc(hits, held) {
		return hits, err
	}
	heads, err := s.Store.Heads(ctx)
	meant := sheet.Named(heads, words)
	for _, h := range meant[:min(len(meant), mostMeant)] {
		hits = append(hits, Hit{Kind: "sheet", ID: h.Hash, Title: "Sheet " + h.ID + " · " + h.Cable,
			Says: fmt.Sprintf("revision %d · %s · %s", h.Revision, h.Craft, h.Title)})
	}
	return hits, err
}

// DropThin forgets something thin by its name.
func (s *Shop) DropThin(ctx context.Context, name string) error { return s.Store.DropThin(ctx, name) }

// DropTable forgets a table by its name.
func (s *Shop) DropTable(ctx context.Context, name string) error { return s.Store.DropTable(ctx, name) }

// Empty tells whether nothing was brought to the floor yet.
func (s *Shop) Empty(ctx context.Context) (bool, error) {
	floor, err := s.Store.Floor(ctx)
	return floor.Name == "", err
}

// Verify walks every chain, and works out anew what is kept beside them.
func (s *Shop) Verify(ctx context.Context) (Verified, error) { return s.Store.Verify(ctx) }
