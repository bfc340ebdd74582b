package shop

import (
	"context"

	"brankel/archive"
	"brankel/postgres"
)

// Archive writes the whole workshop: every table but what lets somebody in, and beside them floor and sheets in the open
// formats, for people to read. told is called with the rows written so far, and all there are.
func (s *Shop) Archive(ctx context.Context, w *archive.Writer, told func(done, all int)) error {
	return s.Store.Archive(ctx, w, func() error { return s.Export(ctx, w.Put) }, told)
}

// Load puts an archive into an empty database, all of it or nothing. Nobody can sign in by it: the first who comes sets the
// lead's password anew.
func (s *Shop) Load(ctx context.Context, r *archive.Reader, told func(done int)) (postgres.Verified, error) {
	v, err := s.Store.Load(ctx, r, told)
	if err != nil {
		return v, err
	}
	return v, s.CatchUp(ctx)
}
