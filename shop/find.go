package shop

import (
	"context"
	"strings"

	"brankel/postgres"
	"brankel/rigging/run/record"
)

// foundRuns are the runs that are found by what was said, read, noted and found wrong in them, each with the words it was found
// by.
func (s *Shop) foundRuns(ctx context.Context, words string) (out []Hit, err error) {
	found, err := s.Store.FindRuns(ctx, words)
	if err != nil {
		return nil, err
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return nil, err
	}
	for _, f := range found {
		h := postgres.Hit{Kind: "run", ID: f.ID, Title: strings.TrimPrefix(f.Name+" · "+offCard(f.Called).Name, " · ")}
		if f.Touched != nil {
			h.Says = f.Touched.In(zone).Format(record.Day) + ": "
		}
		h.Says += strings.Join(strings.Fields(f.Why), " ")
		out = append(out, h)
	}
	return out, nil
}
