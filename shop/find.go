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
		h := postgres.Hit{Kind: "run", ID: f.ID, Title: strings.TrimPrefix(f.Name+" · "+offCard(f.Called).Name, " · "), Lines: []postgres.Drawn{f.Drawn}}
		if f.Touched != nil {
			h.Says = f.Touched.In(zone).Format(record.Day) + ": "
		}
		var why []string
		for line := range strings.Lines(f.Why) {
			if line = strings.Join(strings.Fields(line), " "); line != "" {
				why = append(why, line)
			}
		}
		h.Says += strings.Join(why, " · ")
		out = append(out, h)
	}
	return out, nil
}

// drawn gives the hits among machines the lines of their cables.
func (s *Shop) drawn(ctx context.Context, hits []Hit) error {
	var machines []string
	for _, h := range hits {
		if h.Kind == "machine" {
			machines = append(machines, h.ID)
		}
	}
	lines, err := s.Store.Lines(ctx, machines)
	for i, h := range hits {
		if h.Kind == "machine" {
			hits[i].Lines = lines[h.ID]
		}
	}
	return err
}
